"""Read a document from a file; whatever is wrong with it is said with its place, and nothing is changed."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any, Final

from pydantic import ValidationError

from equilix.document import FORMAT, MOST_OPERATORS, MOST_PARTS, MOST_SETUPS, VERSION, Document
from equilix.errors import UnreadableFile
from equilix.faults import document_faults
from equilix.rig.setups import MOST_CABLES, MOST_PLACEMENTS
from equilix.store.disk import read_bytes
from equilix.store.strict_json import LARGEST_BYTES, load, place_in_words, shown, too_large
from equilix.store.writing import to_bytes

MOST_PLACEMENTS_IN_ALL: Final = 50_000
"""Over all setups, so that opening ends in seconds."""

MIGRATIONS: Final[dict[int, Callable[[dict[str, Any]], dict[str, Any]]]] = {}
"""From version n to n + 1, one step each. Version 1 is the first."""


def open_document(path: Path) -> Document:
    """The document in a file. Raises :class:`UnreadableFile` and never anything else."""
    return parse(read_bytes(path), str(path))


def parse(raw: bytes, path: str = "document") -> Document:
    """The document in bytes. Raises :class:`UnreadableFile`."""
    data = _current(load(raw, path), path)
    _count(data, path)
    document = _validated(data, path)
    if len(raw) > LARGEST_BYTES // 8:  # what can be opened can be saved: numbers may take more room when written anew
        size = len(to_bytes(document))
        if size > LARGEST_BYTES:
            raise too_large(path, size)
    return document


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


def _count(data: dict[str, Any], path: str) -> None:
    """Refuse too many things before each of them is looked at."""
    setups = data.get("setups")
    setups = setups if isinstance(setups, list) else []
    placements = [len(_list_in(setup, "placements")) for setup in setups]
    for what, count, most in (
        ("parts", len(_list_in(data, "parts")), MOST_PARTS),
        ("setups", len(_list_in(data, "setups")), MOST_SETUPS),
        ("operators", len(_list_in(data, "operators")), MOST_OPERATORS),
        ("placements in one setup", max(placements, default=0), MOST_PLACEMENTS),
        ("cables in one setup", max((len(_list_in(setup, "cables")) for setup in setups), default=0), MOST_CABLES),
        ("placements in all setups", sum(placements), MOST_PLACEMENTS_IN_ALL),
    ):
        if count > most:
            raise UnreadableFile(path, f"it has {count:,} {what}; at most {most:,} are allowed")


def _list_in(data: Any, key: str) -> list[Any]:
    found = data.get(key) if isinstance(data, dict) else None
    return found if isinstance(found, list) else []


def _validated(data: dict[str, Any], path: str) -> Document:
    try:
        document = Document.model_validate(data)
    except ValidationError as error:
        first, more = error.errors()[0], error.error_count() - 1
        place = place_in_words(first["loc"], data)
        given = first.get("input")
        said = f"{_short(given)} was given; " if isinstance(given, int | float | str | None) else ""
        others = f" ({more} more like it)" if more else ""
        raise UnreadableFile(path, f"{said}{first['msg'].removeprefix('Value error, ')}{others}", place) from error
    except RecursionError as error:
        raise UnreadableFile(path, "it is nested too deeply to be a document") from error
    faults = document_faults(document)
    if faults:
        others = f" ({len(faults) - 1} more like it)" if len(faults) > 1 else ""
        raise UnreadableFile(path, f"{faults[0].problem}{others}", faults[0].place, f"{faults[0].todo}.")
    return document


def _short(given: object) -> str:
    return shown(given) if isinstance(given, str) else repr(given)
