"""Read a document from a file; whatever is wrong with it is said with its place, and nothing is changed."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any, Final

from pydantic import ValidationError

from equilix.check import document_faults
from equilix.document import FORMAT, VERSION, Document
from equilix.errors import UnreadableFile

LARGEST_BYTES: Final = 64 * 1024 * 1024
"""A document of 5,000 parts and 1,000 setups has about 20 MB; beyond this it is something else."""

MIGRATIONS: Final[dict[int, Callable[[dict[str, Any]], dict[str, Any]]]] = {}
"""From version n to n + 1, one step each. Version 1 is the first."""


def open_document(path: Path) -> Document:
    """The document in a file. Raises :class:`UnreadableFile` and never anything else."""
    try:
        size = path.stat().st_size
        if size > LARGEST_BYTES:
            raise UnreadableFile(
                str(path), f"the file has {size / 1e6:.0f} MB; a document has at most {LARGEST_BYTES / 1e6:.0f} MB",
                todo="Choose an Equilix document.",
            )  # fmt: skip
        raw = path.read_bytes()
    except OSError as error:
        raise UnreadableFile(str(path), f"it cannot be opened: {error.strerror}") from error
    return parse(raw, str(path))


def parse(raw: bytes, path: str = "document") -> Document:
    """The document in bytes. Raises :class:`UnreadableFile`."""
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        line = raw.count(b"\n", 0, error.start) + 1
        raise UnreadableFile(
            path, "it is not UTF-8 text", f"line {line}, byte {error.start}", "Choose an Equilix document."
        ) from error
    try:
        data = json.loads(text)
    except json.JSONDecodeError as error:
        raise UnreadableFile(
            path, f"it is not whole JSON: {error.msg}", f"line {error.lineno}, column {error.colno}",
            "It may have been cut short; try the backup beside it.",
        ) from error  # fmt: skip
    except RecursionError as error:
        raise UnreadableFile(path, "it is nested too deeply to be a document") from error
    return _validated(_current(data, path), path)


def _current(data: Any, path: str) -> dict[str, Any]:
    if not isinstance(data, dict) or data.get("format") != FORMAT:
        raise UnreadableFile(path, f'it has no "format": "{FORMAT}" at its top', todo="Choose an Equilix document.")
    version = data.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise UnreadableFile(path, f"its version is {version!r}; a whole number from 1 is allowed", "version")
    if version > VERSION:
        raise UnreadableFile(
            path, f"it was written by a newer Equilix (document version {version}; this one reads up to {VERSION})",
            "version", "Update Equilix to open it.",
        )  # fmt: skip
    current: dict[str, Any] = data
    while current["version"] < VERSION:
        current = MIGRATIONS[current["version"]](current)
    return current


def _validated(data: dict[str, Any], path: str) -> Document:
    try:
        document = Document.model_validate(data)
    except ValidationError as error:
        first, more = error.errors()[0], error.error_count() - 1
        place = place_in_words(first["loc"], data)
        given = first.get("input")
        shown = f"{given!r} was given; " if isinstance(given, int | float | str | None) else ""
        others = f" ({more} more like it)" if more else ""
        raise UnreadableFile(path, f"{shown}{first['msg'].removeprefix('Value error, ')}{others}", place) from error
    faults = document_faults(document)
    if faults:
        others = f" ({len(faults) - 1} more like it)" if len(faults) > 1 else ""
        raise UnreadableFile(path, f"{faults[0].problem}{others}", faults[0].place, f"{faults[0].todo}.")
    return document


def place_in_words(steps: tuple[int | str, ...], data: Any) -> str:
    """``parts[3] “zoom”, mass_kg``: the place with the name of the thing, where it has one."""
    words: list[str] = []
    here = data
    for step in steps:
        here = _inside(here, step)
        if isinstance(step, int):
            name = here.get("name") or here.get("id") if isinstance(here, dict) else None
            words[-1:] = [f"{words[-1] if words else ''}[{step}]" + (f" “{name}”" if name else "")]
        else:
            words.append(str(step))
    return ", ".join(words)


def _inside(here: Any, step: int | str) -> Any:
    try:
        return here[step]
    except (KeyError, IndexError, TypeError):
        return here if isinstance(step, str) else None  # pydantic names union members too
