"""A day as a table, and back: a row for each item, heads always in English, times as 14:00, a point before decimals."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Sequence
from pathlib import Path
from typing import Any, Final

from msgspec import Struct
from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import slug
from equilix.errors import Invalid, Refused
from equilix.exchange.csv_out import as_csv
from equilix.exchange.lines import text_of
from equilix.exchange.tables import Cells, meant
from equilix.facts import Sayable, fact, listed
from equilix.model import problem_of
from equilix.rig.days import KINDS, MOST_ITEMS, Day, Item

HEADS: Final = (
    "at", "kind", "name", "setup", "operator", "lens", "takes", "take min", "gap min", "walking", "°c", "mains", "note",
)  # fmt: skip
NEEDED: Final = ("take min",)
YES: Final = "yes"
CLOCK: Final = re.compile(r"(\d{1,2}):(\d{2}(?:\.\d+)?)")


class Unread(Struct, frozen=True):
    """A row or an event that could not be taken: which, and why."""

    row: str
    said: Sayable


def as_table(document: Document, day: Day) -> str:
    """A day as CSV."""
    return as_csv(_cells(document, day))


def _cells(document: Document, day: Day) -> Cells:
    setups, people, parts = document.setups_by_id, document.operators_by_id, document.parts_by_id
    yield HEADS
    for each in day.items:
        yield (
            "" if each.at_min is None else clock_text(each.at_min), each.kind, each.name,
            setups[each.setup].name if each.setup in setups else each.setup or "",
            people[each.operator].name if each.operator in people else each.operator or "",
            parts[each.lens].name if each.lens in parts else each.lens or "",
            each.takes, _number(each.take_min), _number(each.gap_min), YES if each.walking else "",
            "" if each.celsius is None else _number(each.celsius), YES if each.mains else "", each.note,
        )  # fmt: skip


def clock_text(minute: float) -> str:
    """A time as it stands in files: after midnight it goes on with 24:00."""
    rest = minute % 60
    return f"{int(minute // 60)}:{int(rest):02d}" + (f"{rest % 1:.6g}"[1:] if rest % 1 else "")


def _number(value: float) -> str:
    return f"{value:.12g}"


def read_table(document: Document, path: Path) -> tuple[tuple[Item, ...], tuple[Unread, ...]]:
    """The items of a table in its order, and the rows that could not be read.

    Raises :class:`~equilix.errors.Refused` where it is no table of a day, and where it cannot be read at all.
    """
    text = text_of(path)
    delimiter = max(";,\t", key=text.partition("\n")[0].count)
    rows = list(csv.reader(io.StringIO(text), delimiter=delimiter))[: MOST_ITEMS + 1]
    heads = [cell.strip().casefold() for cell in rows[0]] if rows else []
    if any(need not in heads for need in NEEDED):
        raise Refused(fact("day.no_table", file=path.name), fact("day.heads", heads=listed(NEEDED)))
    found: list[Item] = []
    unread: list[Unread] = []
    for number, cells in enumerate(rows[1:], start=2):
        if any(cell.strip() for cell in cells):
            told = {head: meant(cell).strip() for head, cell in zip(heads, cells, strict=False)}
            try:
                found.append(_item(document, told))
            except Invalid as error:
                unread.append(Unread(str(number), error.said))
    return tuple(found), tuple(unread)


def _item(document: Document, told: dict[str, str]) -> Item:
    """One row. Raises :class:`Invalid`."""
    kind = told.get("kind") or "scene"
    if kind not in KINDS:
        raise Invalid(fact("day.no_kind", text=kind, there=listed(KINDS)))
    setups = {each.name: each.id for each in document.setups}
    people = {each.name: each.id for each in document.operators}
    lenses = {each.name: each.id for each in document.lenses}
    at = told.get("at")
    name = told.get("name") or told.get("setup") or kind
    takes: Any = _figure(told, "takes", 1.0)
    """The model refuses what is not whole."""
    try:
        return Item(
            id=slug(name), kind=kind, name=told.get("name", ""), at_min=_clock(at) if at else None,
            setup=_known(told.get("setup"), setups), operator=_known(told.get("operator"), people),
            lens=_known(told.get("lens"), lenses), takes=takes,
            take_min=_figure(told, "take min", 0.0), gap_min=_figure(told, "gap min", 0.0),
            walking=told.get("walking") == YES, celsius=_figure(told, "°c", 0.0) if told.get("°c") else None,
            mains=told.get("mains") == YES, note=told.get("note", ""),
        )  # fmt: skip
    except ValidationError as error:
        first = error.errors()[0]
        where, problem = ".".join(map(str, first["loc"])), problem_of(first)
        raise Invalid(fact("day.in_field", field=where, problem=problem) if where else problem) from error


def _known(text: str | None, names: dict[str, str]) -> str | None:
    if not text:
        return None
    found = names.get(text) or next((each for each in names.values() if each == text), None)
    if found is None:
        raise Invalid(fact("day.no_such", text=text))
    return found


def _clock(text: str) -> float:
    match = CLOCK.fullmatch(text)
    if match is None or float(match[2]) >= 60:
        raise Invalid(fact("day.no_clock", text=text))
    return int(match[1]) * 60 + float(match[2])


def _figure(told: dict[str, str], head: str, usual: float) -> float:
    text = told.get(head)
    if not text:
        return usual
    try:
        return float(text.replace(",", "."))
    except ValueError:
        raise Invalid(fact("day.no_number", text=text, head=head)) from None


def problem_words(unread: Sequence[Unread]) -> Sayable:
    """What could not be taken, one after the other."""
    return listed((fact("day.unread", row=each.row, problem=each.said) for each in unread[:MOST_TOLD]), "semicolon")


MOST_TOLD: Final = 5
