"""Tables as they come out of a spreadsheet: cells parted by tabs, semicolons or commas, under a row of heads."""

from __future__ import annotations

import csv
import re
from collections.abc import Iterable, Iterator, Sequence
from typing import Final

from msgspec import Struct

from equilix import units
from equilix.errors import Refused
from equilix.facts import fact
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
)  # fmt: skip
"""Over the columns of setups."""
SHEETS: Final = ("kit", "setups")
"""Of a spreadsheet."""
PARTED_BY: Final = ("\t", ";", ",")
HEAD_AMONG: Final = 6
"""The heads stand in one of so many first lines."""
_HEAD: Final = re.compile(
    r"(.+?)\.?(?:[\s_\[(/,]+(?:in\s+)?(kg|g|lbs?|oz|mm|cm|m|in|inch|wh|w)\.?[\])\s]*)?", re.IGNORECASE
)
_THOUSANDS: Final = re.compile(r"[1-9]\d{0,2}([.,])\d{3}")
_EITHER: Final[dict[str, str]] = {"g": ".,", "price": ".,", "oz": ",", "mm": ","}
"""Units in which a sign before three digits may part thousands as well as decimals; no part weighs a thousand kilos."""


class Row(Struct, frozen=True):
    """One row under the heads: its cells by what they tell, and the unit over each that has one.

    ``heading``: the last row under the heads with a single cell above it, as of merged cells; ``stands_over``: it is
    above the heads.
    """

    number: int
    text: str
    cells: dict[str, str]
    units: dict[str, str]
    heading: str = ""
    stands_over: bool = False

    def si(self, key: str, quantity: Quantity, usual: str | None) -> float | None:
        """The SI value of a cell; None where it is empty. A bare number is in the unit of its column, or the usual one.

        Raises :class:`Refused` for what is no such value, for one without a unit, and where a comma may part
        thousands or decimals.
        """
        text = self.cells.get(key, "").strip()
        if not text:
            return None
        unit = self.units.get(key) or usual
        bare = re.fullmatch(r"[\d.,\s]+", text) is not None
        if bare and unit is None and quantity not in ("number", "price"):
            raise Refused(fact("lines.no_unit", given=text), fact("lines.write_unit"))
        if bare:
            sure(text, "price" if quantity == "price" else unit or "")
        return units.read(f"{text} {unit}" if bare and quantity not in ("number", "price") else text, quantity)


def sure(value: str, unit: str) -> str:
    """A number as it was typed. Raises :class:`Refused` where a sign in it may part thousands or decimals: 1,250 g."""
    found = _THOUSANDS.fullmatch(value.strip())
    if found is not None and found[1] in _EITHER.get(unit, ""):
        whole, part = value.strip().replace(found[1], ""), f"{float(value.replace(',', '.')):g}"
        raise Refused(fact("lines.comma", value=value.strip()), fact("lines.write_without", one=whole, other=part))
    return value


def table_of(lines: Sequence[str]) -> Iterator[Row] | None:
    """The rows of a table; None where no line has the heads of one: a name or a kind, and a mass."""
    first = [each for each in enumerate(lines) if each[1].strip()][:HEAD_AMONG]
    for at, line in first:
        for mark in PARTED_BY:
            heads = [_head(cell) for cell in _cells(line, mark)]
            keys = [key for key, _ in heads]
            if "mass" in keys and ("name" in keys or "kind" in keys):
                return _rows(lines, at, mark, heads)
    return None


def _rows(lines: Sequence[str], at: int, mark: str, heads: Sequence[tuple[str, str]]) -> Iterator[Row]:
    heading = ""
    over = {key: unit for key, unit in heads if unit}
    for number, line in enumerate(lines):
        if number == at or not line.strip():
            continue
        values = [cell.strip() for cell in _cells(line, mark)]
        cells: dict[str, str] = {}
        for (key, _), value in zip(heads, values, strict=False):
            if key and value:
                cells.setdefault(key, value)
        shown = " · ".join(value for value in values if value)
        if not shown:
            continue
        yield Row(number + 1, shown, cells, over, heading, number < at)
        if number > at and len([value for value in values if value]) == 1:
            heading = shown


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
