"""JSON read with the strictness of a file that one's work depends on: bounded before memory is taken, nothing guessed.

What Python's reader would quietly bend is refused with its place: the same key twice, NaN and Infinity, a number too
long to be kept, half a character, more nesting or more things than any document has.
"""

from __future__ import annotations

import codecs
import json
import math
import re
from collections.abc import Callable, Iterator
from typing import Any, Final

import numpy as np

from equilix.errors import UnreadableFile

LARGEST_BYTES: Final = 32 * 1024 * 1024
"""A document of 5,000 parts and 1,000 setups has about 20 MB; beyond this it is something else."""
MOST_OBJECTS: Final = 300_000
"""The same document has about 200,000."""
MOST_VALUES: Final = 4_000_000
DEEPEST: Final = 64
"""A document of this program is nested 10 deep."""
LONGEST_NUMBER: Final = 40
"""Characters; a double has at most 24, a whole number of 128 bits 39."""
LONGEST_PLACE: Final = 160

_BRACKETS: Final = b"[]{}"
_OTHER_BYTES: Final = bytes(set(range(256)) - set(_BRACKETS))
_UNUSUAL: Final = re.compile(rb"\d{20}|\d[eE][+-]?\d{3}|\\u[dD][89aAbBcCdDeEfF]")
"""Where none of these stands, no number can be too long or too large and no character can be halved."""


class _Flaw:
    """Stands in the place of a value that is refused, so that the place can be told."""

    def __init__(self, problem: str, todo: str = "") -> None:
        self.problem, self.todo = problem, todo


def load(raw: bytes, path: str) -> Any:
    """The JSON value in UTF-8 bytes. Raises :class:`UnreadableFile` with the place."""
    _bound(raw, path)
    try:
        text = raw.removeprefix(codecs.BOM_UTF8).decode()
    except UnicodeDecodeError as error:
        line = raw.count(b"\n", 0, error.start) + 1
        raise UnreadableFile(
            path, "it is not UTF-8 text", f"line {line}, byte {error.start}", "Choose an Equilix document."
        ) from error
    flawed = False

    def flaw(problem: str, todo: str = "") -> _Flaw:
        nonlocal flawed
        flawed = True
        return _Flaw(problem, todo)

    def whole(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
        made = dict(pairs)
        if len(made) != len(pairs):
            keys = [key for key, _ in pairs]
            twice = next(key for key in keys if keys.count(key) > 1)
            made[twice] = flaw(f"the key {shown(twice)} stands twice", "Take one of them out.")
        return made

    unusual = _UNUSUAL.search(raw) is not None
    try:
        data = json.loads(
            text, object_pairs_hook=whole, parse_constant=lambda word: flaw(f"{word} is not a number"),
            parse_int=_number(int, flaw) if unusual else None, parse_float=_number(float, flaw) if unusual else None,
        )  # fmt: skip
    except json.JSONDecodeError as error:
        raise UnreadableFile(
            path, f"it is not whole JSON: {error.msg}", f"line {error.lineno}, column {error.colno}",
            "It may have been cut short; try the backup beside it.",
        ) from error  # fmt: skip
    except RecursionError as error:
        raise UnreadableFile(path, "it is nested too deeply to be a document") from error
    if flawed or unusual or _depth_at_most(raw) > DEEPEST:
        for steps, value in _walk(data):
            problem = _problem(value, len(steps))
            if problem is not None:
                raise UnreadableFile(path, problem.problem, place_in_words(steps, data), problem.todo)
    return data


def _bound(raw: bytes, path: str) -> None:
    if len(raw) > LARGEST_BYTES:
        raise too_large(path, len(raw))
    objects = raw.count(b"{") + raw.count(b"[")
    if objects > MOST_OBJECTS:
        raise UnreadableFile(
            path, f"it has {objects:,} lists and objects; a document has at most {MOST_OBJECTS:,}",
            todo="Choose an Equilix document.",
        )  # fmt: skip
    values = raw.count(b",")
    if values > MOST_VALUES:
        raise UnreadableFile(
            path, f"it has {values:,} values; a document has at most {MOST_VALUES:,}",
            todo="Choose an Equilix document.",
        )  # fmt: skip


def too_large(path: str, size: int) -> UnreadableFile:
    """The refusal of a file of ``size`` bytes."""
    return UnreadableFile(
        path, f"the file has {size / 1e6:.0f} MB; a document has at most {LARGEST_BYTES / 1e6:.0f} MB",
        todo="Choose an Equilix document.",
    )  # fmt: skip


def _number(make: Callable[[str], float], flaw: Callable[[str], _Flaw]) -> Callable[[str], object]:
    def read(text: str) -> object:
        if len(text) > LONGEST_NUMBER:
            return flaw(f"a number of {len(text)} characters is too long; at most {LONGEST_NUMBER} are allowed")
        value = make(text)
        return value if math.isfinite(value) else flaw(f"{text} is too large for a number")

    return read


def _depth_at_most(raw: bytes) -> int:
    """The nesting, or more where brackets stand in texts."""
    brackets = np.frombuffer(raw.translate(None, _OTHER_BYTES), np.uint8)
    if not brackets.size:
        return 0
    steps = np.where((brackets == ord("[")) | (brackets == ord("{")), 1, -1)
    return int(np.cumsum(steps).max())


def _problem(value: Any, depth: int) -> _Flaw | None:
    if isinstance(value, _Flaw):
        return value
    if depth > DEEPEST:
        return _Flaw(f"it is nested more than {DEEPEST} deep, too deeply to be a document")
    if isinstance(value, str) and _halved(value):
        return _Flaw(f"{shown(value)} has half a character in it", "Write it anew.")
    if isinstance(value, dict):
        for key in value:
            if _halved(key):
                return _Flaw(f"the key {shown(key)} has half a character in it", "Write it anew.")
    return None


def _halved(text: str) -> bool:
    return any("\ud800" <= c <= "\udfff" for c in text)


def shown(value: str) -> str:
    """A text from a file, quoted, short and printable."""
    short = value if len(value) <= 40 else f"{value[:40]}…"
    return ascii(short) if _halved(short) else repr(short)


def _walk(data: Any) -> Iterator[tuple[tuple[int | str, ...], Any]]:
    """Every value with the steps that lead to it; without recursion, however deep it is."""
    waiting: list[tuple[tuple[int | str, ...], Any]] = [((), data)]
    while waiting:
        steps, value = waiting.pop()
        yield steps, value
        if len(steps) <= DEEPEST:
            inside = enumerate(value) if isinstance(value, list) else value.items() if isinstance(value, dict) else ()
            waiting.extend(((*steps, step), each) for step, each in inside)


def place_in_words(steps: tuple[int | str, ...], data: Any) -> str:
    """``parts[3] “zoom”, mass_kg``: the place with the name of the thing, where it has one."""
    words: list[str] = []
    here = data
    for step in steps[:DEEPEST]:
        here = _inside(here, step)
        if isinstance(step, int):
            name = here.get("name") or here.get("id") if isinstance(here, dict) else None
            quoted = f" “{name[:60]}”" if isinstance(name, str) and not _halved(name) else ""
            words[-1:] = [f"{words[-1] if words else ''}[{step}]{quoted}"]
        else:
            words.append(str(step) if len(str(step)) <= 60 else shown(str(step)))
    place = ", ".join(words)
    return place if len(place) <= LONGEST_PLACE else f"{place[:LONGEST_PLACE]} …"


def _inside(here: Any, step: int | str) -> Any:
    try:
        return here[step]
    except (KeyError, IndexError, TypeError):
        return here if isinstance(step, str) else None  # pydantic names union members too
