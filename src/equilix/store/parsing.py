"""Read a document from a file; whatever is wrong with it is said with its place, and nothing is changed."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path
from typing import Any, Final

from pydantic_core import ValidationError

from equilix.document import FORMAT, MOST_OPERATORS, MOST_PARTS, MOST_SETUPS, VERSION, Document
from equilix.errors import UnreadableFile
from equilix.facts import Sayable, fact, grouped
from equilix.faults import document_faults
from equilix.model import problem_of
from equilix.rig.setups import MOST_CABLES, MOST_PLACEMENTS
from equilix.store.disk import read_bytes
from equilix.store.strict_json import LARGEST_BYTES, load, place_in_words, shown, too_large
from equilix.store.writing import to_bytes

MOST_PLACEMENTS_IN_ALL: Final = 50_000
"""Over all setups, so that opening ends in seconds."""


def _postures(data: dict[str, Any]) -> dict[str, Any]:
    """Version 1 knew only ``seated``; since version 2 the posture has a name."""
    setups = data.get("setups")
    if not isinstance(setups, list):  # said where it is validated
        return {**data, "version": 2}
    return {**data, "version": 2, "setups": [_posture(setup) for setup in setups]}


def _posture(setup: Any) -> Any:
    if not isinstance(setup, dict) or not isinstance(setup.get("seated"), bool):
        return setup
    rest = {key: value for key, value in setup.items() if key != "seated"}
    return {**rest, "posture": "seated"} if setup["seated"] else rest


MIGRATIONS: Final[dict[int, Callable[[dict[str, Any]], dict[str, Any]]]] = {1: _postures}
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
        raise UnreadableFile(
            path, fact("parsing.has_no_format_top", format=FORMAT), todo=fact("parsing.choose_equilix_document")
        )
    version = data.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise UnreadableFile(
            path, fact("parsing.version_whole_number_1_allowed", version=repr(version)), fact("parsing.version")
        )
    if version > VERSION:
        raise UnreadableFile(
            path, fact("parsing.was_written_newer_equilix_document", version=version, newest=VERSION),
            fact("parsing.version"), fact("parsing.update_equilix_open"),
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
        (fact("document.parts"), len(_list_in(data, "parts")), MOST_PARTS),
        (fact("document.setups"), len(_list_in(data, "setups")), MOST_SETUPS),
        (fact("document.operators"), len(_list_in(data, "operators")), MOST_OPERATORS),
        (fact("parsing.placements_one_setup"), max(placements, default=0), MOST_PLACEMENTS),
        (
            fact("parsing.cables_one_setup"),
            max((len(_list_in(setup, "cables")) for setup in setups), default=0),
            MOST_CABLES,
        ),
        (fact("parsing.placements_all_setups"), sum(placements), MOST_PLACEMENTS_IN_ALL),
    ):
        if count > most:
            raise UnreadableFile(
                path, fact("parsing.has_most_allowed", count=grouped(count), what=what, most=grouped(most))
            )


def _list_in(data: Any, key: str) -> list[Any]:
    found = data.get(key) if isinstance(data, dict) else None
    return found if isinstance(found, list) else []


def _validated(data: dict[str, Any], path: str) -> Document:
    try:
        document = Document.read(data)
    except ValidationError as error:
        first, more = error.errors()[0], error.error_count() - 1
        place = place_in_words(first["loc"], data)
        given = first.get("input")
        problem = problem_of(first)
        if isinstance(given, int | float | str | None):
            problem = fact("parsing.was_given", given=_short(given), problem=problem)
        raise UnreadableFile(path, _with_more(problem, more), place) from error
    except RecursionError as error:
        raise UnreadableFile(path, fact("parsing.nested_too_deeply_document")) from error
    faults = document_faults(document)
    if faults:
        first_fault = faults[0]
        todo = fact("error.sentence", said=first_fault.todo)
        raise UnreadableFile(path, _with_more(first_fault.problem, len(faults) - 1), first_fault.place, todo)
    return document


def _with_more(problem: Sayable, more: int) -> Sayable:
    return fact("parsing.more_like", problem=problem, more=more) if more else problem


def _short(given: object) -> str:
    return shown(given) if isinstance(given, str) else repr(given)
