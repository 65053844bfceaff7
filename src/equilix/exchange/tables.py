"""Tables as they come out of a spreadsheet: cells parted by tabs, semicolons or commas, under a row of heads."""

from __future__ import annotations

import csv
import re
from collections.abc import Iterable, Iterator, Sequence
from itertools import chain, repeat
from typing import Final, Literal

from msgspec import Struct

from equilix import units
from equilix.errors import Refused
from equilix.facts import Sayable, fact
from equilix.units import Quantity

Cells = Iterable[Sequence[str | float]]
"""Rows of texts and numbers, the heads first; what is not known is an empty text."""
HEADS: Final[dict[str, tuple[str, ...]]] = {
    "name": ("name", "part", "item", "description", "what", "article", "designation"),
    "kind": ("kind", "type", "category", "sort"),
    "mass": ("mass", "weight", "wt"),
    "length": ("length", "long", "depth", "l", "d"),
    "width": ("width", "wide", "breadth", "w"),
    "height": ("height", "high", "tall", "h"),
    "diameter": ("diameter", "dia", "ø"),
    "size": ("size", "dimensions", "dims", "l×w×h", "lxwxh"),
    "quantity": ("quantity", "qty", "count", "pieces", "pcs"),
    "energy": ("energy", "capacity", "wh"),
    "price": ("price", "value", "cost"),
    "watts": ("watts", "draws", "draw", "power", "consumption"),
    "focal": ("focal", "focal length"),
    "class": ("class", "price class"),
    "how": ("known by", "how known"),
    "also": ("also called", "also", "known as", "keywords"),
    "setup": ("setup", "build"),
    "way": ("way", "carried"),
    "borne_by": ("borne by",),
    "placement": ("placement",),
    "on": ("on", "mounted on", "hangs on"),
    "point": ("point", "mounting point"),
    "by": ("by",),
    "slide": ("slide", "mark"),
    "turn": ("turn", "turned"),
    "drawn_out": ("drawn out",),
    "bends": ("bends",),
    "x": ("x",),
    "y": ("y",),
    "z": ("z",),
    "roll": ("roll",),
    "nose_up": ("nose up",),
    "to_the_left": ("to the left",),
    "cable": ("cable",),
    "from": ("from",),
    "to": ("to",),
    "output": ("output",),
    "input": ("input",),
    "from_socket": ("from socket",),
    "to_socket": ("to socket",),
    "label": ("label",),
    "gauge": ("gauge", "awg"),
    "pinned": ("pinned",),
    "adapts": ("adapts",),
    "stiffness": ("stiffness",),
}
"""What is usually written over a column."""
SHELF_HEADS: Final = (
    "name", "kind", "mass g", "length mm", "width mm", "height mm", "energy Wh", "watts W", "focal mm", "class",
    "also called", "known by",
)  # fmt: skip
"""Over the columns of a shelf."""
KIT_HEADS: Final = (
    "name", "kind", "mass g", "length mm", "width mm", "height mm", "quantity", "energy Wh", "price", "known by",
)  # fmt: skip
"""Over the columns of a kit; sizes are those of the whole body."""
SETUP_HEADS: Final = (
    "setup", "placement", "part", "on", "point", "slide mm", "turn deg", "drawn out mm", "mass g", "price",
    "way", "borne by", "by", "bends deg", "x mm", "y mm", "z mm", "roll deg", "nose up deg", "to the left deg",
    "pinned",
)  # fmt: skip
"""Over the columns of setups, a row for each placement."""
CABLE_HEADS: Final = (
    "setup", "cable", "name", "from", "to", "output", "input", "from socket", "to socket", "label", "length mm",
    "mass g", "gauge", "adapts", "stiffness",
)  # fmt: skip
"""Over the columns of cables."""
SHEETS: Final = ("kit", "setups", "cables")
"""Of a spreadsheet."""
Sort = Literal["parts", "setups", "cables"]
NEEDED: Final[tuple[tuple[Sort, tuple[frozenset[str], ...]], ...]] = (
    ("setups", (frozenset(("setup", "placement", "name")),)),
    ("cables", (frozenset(("setup", "cable", "from", "to")),)),
    ("parts", (frozenset(("name", "mass")), frozenset(("kind", "mass")))),
)
"""By which columns a table of each sort is known, the first that is."""
YES_NO: Final[dict[str, bool | None]] = {"yes": True, "x": True, "1": True, "no": False, "0": False, "": None}
DIGITS: Final = 4
"""Behind the point of what is written: a ten-thousandth of a millimetre, a gram, or a degree."""
NEAR_THOUSANDTHS: Final = 0.51e-3 * 10.0**-DIGITS
"""What a length in metres or a mass in kilograms loses when it is written."""
PARTED_BY: Final = ("\t", ";", ",")
FORMULA: Final = ("=", "+", "-", "@", "\t", "\r")
"""What a spreadsheet would take for a formula begins so."""
HEAD_AMONG: Final = 6
"""The heads stand in one of so many first lines."""
_HEAD: Final = re.compile(
    r"(.+?)\.?(?:[\s_\[(/,]+(?:in\s+)?(kg|g|lbs?|oz|mm|cm|m|in|inch|wh|w|deg|°)\.?[\])\s]*)?", re.IGNORECASE
)
_THOUSANDS: Final = re.compile(r"[1-9]\d{0,2}([.,])\d{3}")
_EITHER: Final[dict[str, str]] = {"g": ".,", "price": ".,", "oz": ",", "mm": ","}
"""Units in which a sign before three digits may part thousands as well as decimals; no part weighs a thousand kilos."""


class Row(Struct, frozen=True):
    """One row under the heads: its cells by what they tell, and the unit over each that has one.

    ``heading``: the last row under the heads with a single cell above it, as of merged cells; ``stands_over``: it is
    above the heads; ``sort``: of which table it is.
    """

    number: int
    text: str
    cells: dict[str, str]
    units: dict[str, str]
    heading: str = ""
    stands_over: bool = False
    sort: Sort = "parts"

    def yes(self, key: str, was: bool) -> bool:
        """Whether a cell says yes; what ``was`` where it is empty. Raises :class:`Refused` for anything else."""
        text = self.cells.get(key, "").casefold()
        if text not in YES_NO:
            raise Refused(fact("lines.neither", given=text), fact("lines.write_yes"))
        told = YES_NO[text]
        return was if told is None else told

    def si(self, key: str, quantity: Quantity, usual: str | None) -> float | None:
        """The SI value of a cell; None where it is empty. A bare number is in the unit of its column, or the usual one.

        Raises :class:`Refused` for what is no such value, for one without a unit, and where a comma may part
        thousands or decimals.
        """
        text = self.cells.get(key, "").strip()
        if not text:
            return None
        unit = self.units.get(key) or usual
        bare = re.fullmatch(r"[-+−]?[\d.,\s]+", text) is not None
        if bare and unit is None and quantity not in ("number", "price"):
            raise Refused(fact("lines.no_unit", given=text), fact("lines.write_unit"))
        if bare:
            sure(text.lstrip("-+−"), "price" if quantity == "price" else unit or "")
        return units.read(f"{text} {unit}" if bare and quantity not in ("number", "price") else text, quantity)


def sure(value: str, unit: str) -> str:
    """A number as it was typed. Raises :class:`Refused` where a sign in it may part thousands or decimals: 1,250 g."""
    found = _THOUSANDS.fullmatch(value.strip())
    if found is not None and found[1] in _EITHER.get(unit, ""):
        whole, part = value.strip().replace(found[1], ""), f"{float(value.replace(',', '.')):g}"
        raise Refused(fact("lines.comma", value=value.strip()), fact("lines.write_without", one=whole, other=part))
    return value


class Unread(Struct, frozen=True):
    """A line that cannot be taken, and why."""

    number: int
    text: str
    said: Sayable


class _Heads(Struct, frozen=True):
    """The line of the heads of a table: how its cells are parted, what each column tells and in which unit."""

    at: int
    mark: str
    columns: list[tuple[str, str]]
    sort: Sort


def rows_of(lines: Sequence[str]) -> Iterator[Row] | None:
    """The rows of a table, or of several, each under its heads with an empty line before it; None where there is none.

    The heads of the first stand in one of the first lines.
    """
    written = [each for each in enumerate(lines) if each[1].strip()]
    first = next(filter(None, (_heads(at, line) for at, line in written[:HEAD_AMONG])), None)
    if first is None:
        return None
    after_empty = ((at, line) for at, line in written if at > first.at and not lines[at - 1].strip())
    found = [first, *filter(None, (_heads(at, line) for at, line in after_empty))]
    ends = [*(each.at for each in found[1:]), len(lines)]
    begins = [0, *ends[:-1]]
    return chain.from_iterable(map(_rows, repeat(lines), found, begins, ends))


def _heads(at: int, line: str) -> _Heads | None:
    """The heads in a line; None where it has none of a table."""
    for mark in PARTED_BY:
        columns = [_head(cell) for cell in _cells(line, mark)]
        keys = {key for key, _ in columns}
        for sort, needed in NEEDED:
            if any(each <= keys for each in needed):
                return _Heads(at, mark, columns, sort)
    return None


def _rows(lines: Sequence[str], of: _Heads, begin: int, end: int) -> Iterator[Row]:
    heading, heads = "", of.columns
    over = {key: unit for key, unit in heads if unit}
    for number in range(begin, end):
        line = lines[number]
        if number == of.at or not line.strip():
            continue
        values = [meant(cell.strip()) for cell in _cells(line, of.mark)]
        cells: dict[str, str] = {}
        for (key, _), value in zip(heads, values, strict=False):
            if key and value:
                cells.setdefault(key, value)
        shown = " · ".join(value for value in values if value)
        if not shown:
            continue
        yield Row(number + 1, shown, cells, over, heading, number < of.at, of.sort)
        if number > of.at and len([value for value in values if value]) == 1:
            heading = shown


def thousandfold(value: float) -> float:
    """Metres in millimetres and kilograms in grams, without what arithmetic leaves behind the fourth digit."""
    return round(1000 * value, DIGITS)


def near(told: float, was: float | None, lost: float) -> float:
    """What was there, where a figure that is told differs from it by no more than writing it has ``lost``."""
    return was if was is not None and abs(told - was) <= lost else round(told, 9)


def harmless(cell: str) -> str:
    """A text that no spreadsheet takes for a formula: a mark before what begins as one."""
    return f"'{cell}" if cell.startswith(FORMULA) else cell


def meant(cell: str) -> str:
    """A cell without the mark of :func:`harmless`."""
    return cell[1:] if cell[:1] == "'" and cell[1:].startswith(FORMULA) else cell


def _cells(line: str, mark: str) -> list[str]:
    return next(csv.reader([line], delimiter=mark), [])


def _head(cell: str) -> tuple[str, str]:
    """What a column tells, and in which unit; empty words for what is not known."""
    found = _HEAD.fullmatch(cell.strip())
    if found is None:
        return "", ""
    word, unit = found[1].casefold().strip(), (found[2] or "").casefold()
    key = next((key for key, known in HEADS.items() if word in known), "")
    return key, unit
