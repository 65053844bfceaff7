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
from equilix.facts import Sayable, fact, grouped, number

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
_HALF: Final = re.compile("[\ud800-\udfff]")
"""One half of a character that UTF-16 writes as two."""


class _Flaw:
    """Stands in the place of a value that is refused, so that the place can be told."""

    def __init__(self, problem: Sayable, todo: Sayable = "") -> None:
        self.problem, self.todo = problem, todo


def load(raw: bytes, path: str) -> Any:
    """The JSON value in UTF-8 bytes. Raises :class:`UnreadableFile` with the place."""
    _bound(raw, path)
    try:
        text = raw.removeprefix(codecs.BOM_UTF8).decode()
    except UnicodeDecodeError as error:
        line = raw.count(b"\n", 0, error.start) + 1
        raise UnreadableFile(
            path,
            fact("strict_json.not_utf_8_text"),
            fact("strict_json.line_byte", line=line, start=error.start),
            fact("strict_json.choose_equilix_document"),
        ) from error
    flawed = False

    def flaw(problem: Sayable, todo: Sayable = "") -> _Flaw:
        nonlocal flawed
        flawed = True
        return _Flaw(problem, todo)

    def whole(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
        made = dict(pairs)
        if len(made) != len(pairs):
            keys = [key for key, _ in pairs]
            twice = next(key for key in keys if keys.count(key) > 1)
            made[twice] = flaw(
                fact("strict_json.key_stands_twice", shown=shown(twice)), fact("strict_json.take_one_them_out")
            )
        return made

    unusual = _UNUSUAL.search(raw) is not None
    try:
        data = json.loads(
            text, object_pairs_hook=whole, parse_constant=lambda word: flaw(fact("strict_json.not_number", word=word)),
            parse_int=_number(int, flaw) if unusual else None, parse_float=_number(float, flaw) if unusual else None,
        )  # fmt: skip
    except json.JSONDecodeError as error:
        raise UnreadableFile(
            path,
            fact("strict_json.not_whole_json", msg=error.msg),
            fact("strict_json.line_column", lineno=error.lineno, colno=error.colno),
            fact("strict_json.may_have_been_cut_short"),
        ) from error
    except RecursionError as error:
        raise UnreadableFile(path, fact("strict_json.nested_too_deeply_document")) from error
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
            path,
            fact(
                "strict_json.has_lists_objects_document_has",
                objects=grouped(objects),
                most_objects=grouped(MOST_OBJECTS),
            ),
            todo=fact("strict_json.choose_equilix_document"),
        )
    values = raw.count(b",")
    if values > MOST_VALUES:
        raise UnreadableFile(
            path,
            fact("strict_json.has_values_document_has_most", values=grouped(values), most_values=grouped(MOST_VALUES)),
            todo=fact("strict_json.choose_equilix_document"),
        )


def too_large(path: str, size: int) -> UnreadableFile:
    """The refusal of a file of ``size`` bytes."""
    return UnreadableFile(
        path,
        fact(
            "strict_json.file_has_mb_document_has", size=number(size / 1e6), largest_bytes=number(LARGEST_BYTES / 1e6)
        ),
        todo=fact("strict_json.choose_equilix_document"),
    )


def _number(make: Callable[[str], float], flaw: Callable[[Sayable], _Flaw]) -> Callable[[str], object]:
    def read(text: str) -> object:
        if len(text) > LONGEST_NUMBER:
            return flaw(
                fact("strict_json.number_characters_too_long_most", text=len(text), longest_number=LONGEST_NUMBER)
            )
        value = make(text)
        return value if math.isfinite(value) else flaw(fact("strict_json.too_large_number", text=text))

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
        return _Flaw(fact("strict_json.nested_more_deep_too_deeply", deepest=DEEPEST))
    if isinstance(value, str) and _halved(value):
        return _Flaw(fact("strict_json.has_half_character", shown=shown(value)), fact("strict_json.write_anew"))
    if isinstance(value, dict):
        for key in value:
            if _halved(key):
                return _Flaw(
                    fact("strict_json.key_has_half_character", shown=shown(key)), fact("strict_json.write_anew")
                )
    return None


def _halved(text: str) -> bool:
    return not text.isascii() and _HALF.search(text) is not None


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
