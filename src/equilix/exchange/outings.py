"""The notebook as a table, and back: a row for each outing, a point before decimals, its heads always in English.

What stands several times in one cell is parted by semicolons, quoted as in the table itself where it has one. In
``felt`` a dash means that nothing hurt; an empty cell, that nothing was asked.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path
from typing import Any, Final, get_args

from equilix.body.outings import TROUBLES, Bore, Charged, Faulty, Felt, Outing, UsedMark, in_order
from equilix.document import Document
from equilix.edits.kit import slug
from equilix.errors import Invalid
from equilix.exchange.csv_out import as_csv
from equilix.exchange.tables import Cells
from equilix.exchange.typed_table import Unread, figure, figure_in, made_of, row_named, typed_rows
from equilix.facts import fact, listed
from equilix.keys import REGIONS, EffortKey, Joint, Side

HEADS: Final = (
    "day", "place", "operator", "setup", "way", "kg", "takes", "take min", "rest min", "gave out", "felt", "borne",
    "trouble", "marks mm", "batteries", "converted from", "conversion min", "photo", "note",
)  # fmt: skip
NEEDED: Final = ("day",)
NOTHING_HURT: Final = "-"
SEEN_TO: Final = "seen to"
JOINTS: Final[tuple[EffortKey, ...]] = tuple(
    (joint, side) for joint in get_args(Joint) for side in ("", "left", "right")
)
MOST_ROWS: Final = 5000


def as_table(document: Document) -> str:
    """All outings in the order of their days, as CSV."""
    return as_csv(_cells(document))


def _cells(document: Document) -> Cells:
    yield HEADS
    for each in in_order(document.outings):
        yield _row(document, each)


def _row(document: Document, each: Outing) -> tuple[str | int, ...]:
    """All of an outing but its id: what tells it from another, too."""
    operator = document.operators_by_id.get(each.operator or "")
    felt = "" if each.felt is None else _list(f"{_keyed(f.key)} {f.score}" for f in each.felt) or NOTHING_HURT
    return (
        each.day, each.place, "" if operator is None else operator.name, each.setup, each.way,
        _number(each.mass_kg), each.takes, _number(each.take_min), _number(each.rest_min),
        "" if each.gave_out is None else _keyed((each.gave_out, each.gave_out_side)), felt,
        _list(f"{_keyed(b.key)} {_number(b.load)}" for b in each.bore),
        _list(f"{f.name}: {f.how}{f', {SEEN_TO}' if f.seen_to else ''}" for f in each.faulty),
        _list(f"{m.name}: {_number(m.at_m * 1000)}" for m in each.marks),
        _list(f"{b.name}: {_number(b.times)}" for b in each.batteries),
        each.came_from, _number(each.conversion_min), each.photo, each.note,
    )  # fmt: skip


def _number(value: float) -> str:
    """As many digits as tell it from its neighbours to a part in 10¹²."""
    return f"{value:.12g}"


def _keyed(key: tuple[str, str]) -> str:
    return f"{key[1]} {key[0]}".strip()


def _list(items: Iterator[str] | Any) -> str:
    text = io.StringIO()
    csv.writer(text, delimiter=";", lineterminator="").writerow(list(items))
    return text.getvalue()


def read_table(document: Document, path: Path) -> tuple[tuple[Outing, ...], tuple[Unread, ...]]:
    """The outings of a table that the document does not have yet, and the rows that could not be read.

    Raises :class:`~equilix.errors.Refused` where it is no table of outings, and where it cannot be read at all.
    """
    known = {_row(document, each) for each in document.outings}
    found: list[Outing] = []
    unread: list[Unread] = []
    for number, told in typed_rows(path, NEEDED, MOST_ROWS, "notebook.no_table"):
        try:
            outing = made_of(partial(_outing, document, told))
        except Invalid as error:
            unread.append(Unread(row_named(number), error.said))
        else:
            row = _row(document, outing)
            if row not in known:
                known.add(row)
                found.append(outing)
    return tuple(found), tuple(unread)


def _outing(document: Document, told: dict[str, str]) -> Outing:
    """One row. Raises :class:`~equilix.errors.Invalid` or ``ValidationError`` with what is wrong with it."""

    def named(text: str) -> str:
        """The id of a part by its name; where the kit has none, what its id would be."""
        return next((part.id for part in document.parts if part.name == text), slug(text))

    operator = told.get("operator", "")
    ids = [each.id for each in document.operators if operator and each.name == operator]
    if operator and not ids:
        raise Invalid(fact("notebook.no_operator", name=operator))
    gave_out: Joint | None = None
    side: Side = ""
    if told.get("gave out"):
        gave_out, side = _joint(told["gave out"])
    felt = told.get("felt", "")
    day = told.get("day", "")
    takes: Any = figure_in(told, "takes", 1.0)
    """The model refuses what is not whole."""
    return Outing(
        id=slug(f"{day} {told.get('setup', '')}"), day=day, place=told.get("place", ""),
        operator=ids[0] if ids else None, setup=told.get("setup", ""), way=told.get("way", ""),
        mass_kg=figure_in(told, "kg"), takes=takes, take_min=figure_in(told, "take min"),
        rest_min=figure_in(told, "rest min"), gave_out=gave_out, gave_out_side=side,
        felt=None if not felt else () if felt == NOTHING_HURT else tuple(map(_felt, _items(felt))),
        bore=tuple(map(_bore, _items(told.get("borne", "")))),
        faulty=tuple(_faulty(each, named) for each in _items(told.get("trouble", ""))),
        marks=tuple(
            UsedMark(name=name, at_m=value / 1000) for name, value in _valued(told.get("marks mm", ""), "marks mm")
        ),
        batteries=tuple(
            Charged(part=named(name), name=name, times=value)
            for name, value in _valued(told.get("batteries", ""), "batteries")
        ),
        came_from=told.get("converted from", ""), conversion_min=figure_in(told, "conversion min"),
        photo=told.get("photo", ""), note=told.get("note", ""),
    )  # fmt: skip


def _items(cell: str) -> list[str]:
    one_line = " ".join(cell.split())  # a line that ends in the middle of a cell is a blank there
    return [each.strip() for each in next(csv.reader([one_line], delimiter=";"), []) if each.strip()]


def _felt(text: str) -> Felt:
    where, _, score = text.rpartition(" ")
    key = next((each for each in REGIONS if _keyed(each) == where), None)
    if key is None or not score.isdecimal():
        raise Invalid(fact("notebook.no_region", text=text))
    return Felt(region=key[0], side=key[1], score=int(score))


def _joint(text: str) -> EffortKey:
    key = next((each for each in JOINTS if _keyed(each) == text), None)
    if key is None:
        raise Invalid(fact("notebook.no_joint", text=text))
    return key


def _bore(text: str) -> Bore:
    where, _, load = text.rpartition(" ")
    joint, side = _joint(where)
    return Bore(joint=joint, side=side, load=figure(load, "borne"))


def _faulty(text: str, named: Callable[[str], str]) -> Faulty:
    name, _, how = text.rpartition(": ")
    how, _, seen = how.partition(", ")
    trouble = next((each for each in TROUBLES if each == how), None)
    if trouble is None or not name:
        raise Invalid(fact("notebook.no_how", text=text, there=listed(TROUBLES)))
    return Faulty(part=named(name), name=name, how=trouble, seen_to=seen == SEEN_TO)


def _valued(cell: str, head: str) -> Iterator[tuple[str, float]]:
    for each in _items(cell):
        name, _, value = each.rpartition(": ")
        yield name or value, figure(value, head) if name else 1.0
