"""A day as a table, and back: a row for each item, heads always in English, times as 14:00, a point before decimals."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import Any, Final

from equilix.document import Document
from equilix.edits.kit import slug
from equilix.errors import Invalid
from equilix.exchange.csv_out import as_csv
from equilix.exchange.tables import Cells
from equilix.exchange.typed_table import Unread, figure_in, made_of, row_named, typed_rows
from equilix.facts import fact, listed
from equilix.rig.clock import clock_text, minute_of
from equilix.rig.days import KINDS, MOST_ITEMS, Day, Item

HEADS: Final = (
    "at", "kind", "name", "setup", "operator", "lens", "without", "takes", "take min", "gap min", "walking",
    "height", "°c", "wind m/s", "mains", "note",
)  # fmt: skip
NEEDED: Final = ("take min",)
YES: Final = "yes"


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
            "; ".join(each.without), each.takes, _number(each.take_min), _number(each.gap_min),
            YES if each.walking else "", each.height or "",
            "" if each.celsius is None else _number(each.celsius), _number(each.wind_mps),
            YES if each.mains else "", each.note,
        )  # fmt: skip


def _number(value: float) -> str:
    return f"{value:.12g}"


def read_table(document: Document, path: Path) -> tuple[tuple[Item, ...], tuple[Unread, ...]]:
    """The items of a table in its order, and the rows that could not be read.

    Raises :class:`~equilix.errors.Refused` where it is no table of a day, and where it cannot be read at all.
    """
    found: list[Item] = []
    unread: list[Unread] = []
    for number, told in typed_rows(path, NEEDED, MOST_ITEMS, "day.no_table"):
        try:
            found.append(made_of(partial(_item, document, told)))
        except Invalid as error:
            unread.append(Unread(row_named(number), error.said))
    return tuple(found), tuple(unread)


def _item(document: Document, told: dict[str, str]) -> Item:
    """One row. Raises :class:`Invalid` or ``ValidationError``."""
    kind = told.get("kind") or "scene"
    if kind not in KINDS:
        raise Invalid(fact("day.no_kind", text=kind, there=listed(KINDS)))
    setups = {each.name: each.id for each in document.setups}
    people = {each.name: each.id for each in document.operators}
    lenses = {each.name: each.id for each in document.lenses}
    at = told.get("at")
    name = told.get("name") or told.get("setup") or kind
    takes: Any = figure_in(told, "takes", 1.0)
    height: Any = told.get("height") or None
    """The model refuses what is not whole, and what is no height."""
    return Item(
        id=slug(name), kind=kind, name=told.get("name", ""), at_min=_clock(at) if at else None,
        setup=_known(told.get("setup"), setups), operator=_known(told.get("operator"), people),
        lens=_known(told.get("lens"), lenses), without=_ids(told.get("without", "")), takes=takes,
        take_min=figure_in(told, "take min"), gap_min=figure_in(told, "gap min"),
        walking=told.get("walking") == YES, height=height, celsius=figure_in(told, "°c") if told.get("°c") else None,
        wind_mps=figure_in(told, "wind m/s"),
        mains=told.get("mains") == YES, note=told.get("note", ""),
    )  # fmt: skip


def _ids(cell: str) -> tuple[str, ...]:
    return tuple(each.strip() for each in cell.split(";") if each.strip())


def _known(text: str | None, names: dict[str, str]) -> str | None:
    if not text:
        return None
    found = names.get(text) or next((each for each in names.values() if each == text), None)
    if found is None:
        raise Invalid(fact("day.no_such", text=text))
    return found


def _clock(text: str) -> float:
    minute = minute_of(text)
    if minute is None:
        raise Invalid(fact("day.no_clock", text=text))
    return minute
