"""Parts told in text: one in a line ("24–70 zoom 950 g 88×125"), or a table pasted from a spreadsheet.

In a line stand, in any order, a name, a mass with its unit, and where they are known the size, how many pieces, the
energy, and the price. Sizes without a unit are millimetres; three are length, width and height, two of a round part its
diameter and length. What cannot be read is kept with the reason.
"""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from functools import cache, partial
from pathlib import Path
from typing import Any, Final, get_args

from msgspec import Struct
from pydantic_core import ValidationError

from equilix import units
from equilix.edits.kit import slug
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.exchange.ods import SUFFIX as ODS
from equilix.exchange.ods import ods_text
from equilix.exchange.tables import Row, Unread, rows_of, sure
from equilix.facts import fact, number
from equilix.kit import usual_electric
from equilix.kit.catalogue import KINDS, make_part
from equilix.kit.kinds.kind import Kind
from equilix.kit.measuring import part_to_measure, usual_size
from equilix.kit.parts import How, Part
from equilix.kit.solids import Cylinder, Tube
from equilix.kit.trade_words import kind_by_words

MOST_LINES: Final = 1000
LONGEST: Final = 300
MOST_CLASS: Final = 5
ANYTHING: Final = "block"
"""The kind of what no word tells."""

_NUMBER: Final = r"\d{1,6}(?:[.,]\d{1,4})?"
_LENGTH: Final = r"(?:mm|cm|in|inch|\"|″)"
_SIZE: Final = re.compile(
    rf"(?<![\w.,])[Øø⌀]?\s*({_NUMBER})\s*({_LENGTH})?\s*[x×*]\s*({_NUMBER})\s*({_LENGTH})?"
    rf"(?:\s*[x×*]\s*({_NUMBER})\s*({_LENGTH})?)?(?![\w])",
    re.IGNORECASE,
)
_MASS: Final = re.compile(
    rf"(?<![\w.,])({_NUMBER})\s*(kg|kilos?|g|grams?|lbs?|pounds?|oz|ounces?)\b(?:\s*({_NUMBER})\s*(oz|ounces?)\b)?",
    re.IGNORECASE,
)
_ENERGY: Final = re.compile(rf"(?<![\w.,])({_NUMBER})\s*Wh\b", re.IGNORECASE)
_PRICE: Final = re.compile(rf"[€$£]\s*({_NUMBER})|(?<![\w.,])({_NUMBER})\s*(?:€|EUR|USD|GBP)(?!\w)")
_COUNT: Final = re.compile(
    r"^\s*(\d{1,2})\s*(?:[x×*](?=\s)|pcs?\b\.?|pieces\b)|(?<=\s)[x×]\s*(\d{1,2})\s*$", re.IGNORECASE
)
_TIMES: Final = re.compile(r"\s*\d+[x×]\s")
"""Of what makes the picture larger it says how much, not how many pieces: 2x extender."""
_FOCAL: Final = re.compile(r"(?<![\w.,])(\d{1,4})(?:\s*[-–]\s*\d{1,4}(?:\s*mm)?|\s*mm)(?!\w)", re.IGNORECASE)
_TRAY_MM: Final = 8.0
"""Two numbers no greater than this, and no unit, are inches of a filter and belong to its name: 4×5.65."""


class Told(Struct, frozen=True):
    """A part that a line tells; ``known``: a word of it says of what kind it is.

    ``also``: other words for it; ``price_class``: 1 (under 50) to 5 (over 3000), 0 where it is not told; ``there``:
    the kit that is to take it has it.
    """

    number: int
    text: str
    part: Part
    known: bool
    also: str = ""
    price_class: int = 0
    there: bool = False


Line = Told | Unread | Row
"""What a line tells by itself; what a row of a setup becomes depends on the document that is to take it."""


def read_lines(text: str, how: How = "data sheet") -> tuple[Line, ...]:
    """What each line tells, numbered from 1; empty lines are left out. ``how`` the masses are known.

    Raises :class:`Refused` for more lines than a kit with its setups is long.
    """
    lines = text.splitlines()
    if len(lines) > MOST_LINES:
        count, most = number(len(lines)), number(MOST_LINES)
        raise Refused(fact("lines.too_many", count=count), fact("lines.most", most=most))
    table = rows_of(lines)
    found = _lines(lines, how) if table is None else (_row(row, how) for row in table)
    return tuple(found)


def text_of(path: Path) -> str:
    """What a text file says, or a spreadsheet (.ods): its first sheet, and those of setups and cables after it.

    Raises :class:`Refused` where it cannot be read, or is neither.
    """
    if path.suffix.lower() == ODS:
        return ods_text(path)
    try:
        return path.read_text("utf-8-sig")
    except OSError as error:
        why = fact("cli.cannot_read", file=path.name, why=error.strerror or str(error))
        raise Refused(why, fact("cli.name_another_file")) from error
    except UnicodeDecodeError as error:
        raise Refused(fact("cli.no_text", file=path.name), fact("cli.save_as_utf8")) from error


def lines_of(parts: Sequence[Part]) -> tuple[Told, ...]:
    """Parts that are known already, as of another document, each as if a line had told it."""
    return tuple(Told(count, part.name, part, True) for count, part in enumerate(parts, start=1))


def parts_of(lines: Sequence[Line]) -> tuple[Told | Unread, ...]:
    """Lines where only parts are asked for: rows of setups cannot be taken there."""
    why = fact("error.sentence", said=fact("lines.only_parts"))
    return tuple(Unread(line.number, line.text, why) if isinstance(line, Row) else line for line in lines)


def _lines(lines: list[str], how: How) -> Iterator[Line]:
    for count, text in enumerate(lines, start=1):
        if text.strip():
            try:
                yield _told(count, text, _fields(text), how)
            except Refused as error:
                yield Unread(count, text[:LONGEST], error.said)


class _Fields(Struct):
    """What was found in a line, in SI units."""

    name: str
    kind: str | None
    mass_kg: float
    sizes_m: list[float | None]
    quantity: int = 1
    energy_wh: float = 0.0
    price: float | None = None
    watts: float = 0.0
    focal_m: float | None = None
    also: str = ""
    price_class: int = 0
    how: How | None = None


def _fields(text: str) -> _Fields:
    """What a line tells. Raises :class:`Refused`."""
    if len(text) > LONGEST:
        raise Refused(fact("lines.too_long", most=number(LONGEST)), fact("lines.one_part_a_line"))
    left, count = text, 1
    sizes: list[float | None] = []
    found = [each for each in _SIZE.finditer(left) if not _of_the_name(each)]
    if len(found) > 1:
        raise Refused(fact("lines.two_sizes"), fact("lines.one_part_a_line"))
    for each in found:
        sizes, left = _sizes(each), _without(left, each)
    masses = list(_MASS.finditer(left))
    if len(masses) != 1:
        key = "lines.two_masses" if masses else "lines.no_mass"
        raise Refused(fact(key), fact("lines.write_as"))
    mass = masses[0]
    mass_kg = units.read(f"{sure(mass[1], _short(mass[2]))} {mass[2]}", "mass")
    mass_kg += units.read(f"{mass[3]} {mass[4]}", "mass") if mass[3] else 0.0
    left = _without(left, mass)
    energy, price = _ENERGY.search(left), _PRICE.search(left)
    for each in sorted(filter(None, (energy, price)), key=lambda match: -match.start()):
        left = _without(left, each)
    pieces = _COUNT.search(left)
    if pieces is not None and not (_TIMES.match(left) and kind_by_words(left) == "adapter"):
        count, left = int(pieces[1] or pieces[2]), _without(left, pieces)
    name = " ".join(left.split()).strip(" ,;|:-–()")
    return _Fields(
        name, kind_by_words(name), mass_kg, sizes, count,
        float(energy[1].replace(",", ".")) if energy is not None else 0.0,
        float(sure(price[1] or price[2], "price").replace(",", ".")) if price is not None else None,
    )  # fmt: skip


def _sizes(size: re.Match[str], usual: str | None = None) -> list[float | None]:
    """Two or three edges, m; those without a unit are in that of the last that has one, or in the usual one."""
    unit = next((unit for unit in (size[6], size[4], size[2], usual) if unit), "mm")
    edges = ((size[1], size[2]), (size[3], size[4]), (size[5], size[6]))
    return [units.read(f"{sure(value, _short(own or unit))} {own or unit}", "length") for value, own in edges if value]


def _of_the_name(size: re.Match[str]) -> bool:
    bare = not (size[2] or size[4] or size[6])
    values = [float(each.replace(",", ".")) for each in (size[1], size[3], size[5]) if each]
    return bare and max(values) <= _TRAY_MM


def _short(unit: str) -> str:
    """A unit by its sign, where a person writes the word."""
    return {"gram": "g", "grams": "g", "ounce": "oz", "ounces": "oz"}.get(unit.casefold(), unit.casefold())


def _without(text: str, match: re.Match[str]) -> str:
    return f"{text[: match.start()]} {text[match.end() :]}"


def _row(row: Row, how: How) -> Line:
    """What a row of a table tells."""
    if row.sort != "parts" and not row.stands_over:
        return row
    try:
        return _told(row.number, row.text, _row_fields(row), how)
    except Refused as error:
        return Unread(row.number, row.text[:LONGEST], error.said)


def _row_fields(row: Row) -> _Fields:
    if row.stands_over:
        raise Refused(fact("lines.over_the_head"), fact("lines.nothing_to_do"))
    if len([each for each in row.cells.values() if each]) < 2:
        raise Refused(fact("lines.one_cell"), fact("lines.one_part_a_line"))
    if not row.cells.get("mass"):
        raise Refused(fact("lines.no_mass"), fact("lines.write_as"))
    name, kind = row.cells.get("name", ""), row.cells.get("kind", "")
    sizes = [row.si(key, "length", "mm") for key in ("length", "width", "height")]
    across, together = row.si("diameter", "length", "mm"), row.cells.get("size", "")
    if across is not None:
        sizes = [across, sizes[0]]
    if together:
        found = _SIZE.fullmatch(together.strip())
        if found is None:
            raise Refused(fact("lines.no_size", given=together), fact("lines.write_size_as"))
        sizes = _sizes(found, row.units.get("size"))
    mass_kg = row.si("mass", "mass", None)
    assert mass_kg is not None  # it was asked for above
    count = row.si("quantity", "number", None)
    if count is not None and not (count.is_integer() and 1 <= count <= 99):
        raise Refused(fact("lines.no_count", given=row.cells["quantity"]), fact("lines.count_is"))
    told = kind if kind in KINDS else kind_by_words(kind) or kind_by_words(name) or kind_by_words(row.heading)
    return _Fields(
        name, told, mass_kg, sizes if any(sizes) else [], int(count or 1),
        row.si("energy", "energy", "Wh") or 0.0, row.si("price", "price", None),
        row.si("watts", "power", "W") or 0.0, row.si("focal", "length", "mm"), row.cells.get("also", ""),
        _class_of(row), next((each for each in get_args(How) if each == row.cells.get("how", "").casefold()), None),
    )  # fmt: skip


def _class_of(row: Row) -> int:
    found = row.si("class", "number", None)
    if found is not None and not (found.is_integer() and 1 <= found <= MOST_CLASS):
        raise Refused(fact("lines.no_class", given=row.cells["class"]), fact("lines.class_is", most=number(MOST_CLASS)))
    return int(found or 0)


def _told(count: int, text: str, fields: _Fields, how: How) -> Told:
    """The part of what was found. Raises :class:`Refused`."""
    if not fields.name:
        raise Refused(fact("lines.no_name"), fact("lines.write_as"))
    kind = KINDS[fields.kind or ANYTHING]
    more: dict[str, Any] = {"quantity": fields.quantity, "mass_how": fields.how or how, "sized": bool(fields.sizes_m)}
    if fields.energy_wh:
        more["energy_wh"] = fields.energy_wh
    if fields.price is not None:
        more["price"] = fields.price
    focal = _FOCAL.search(fields.name) if kind.key == "lens" else None
    if fields.focal_m is not None:
        more["focal_m"] = fields.focal_m
    elif focal is not None:
        more["focal_m"] = float(focal[1]) / 1000
    try:
        if fields.watts:
            more["electric"] = usual_electric.drawing(kind.build(*kind.size_m).get("electric"), fields.watts)
        mass_kg = round(fields.mass_kg, 9)
        size = told_size(kind, fields.sizes_m)
        make = make_part if size is None else partial(part_to_measure, whole_m=size)
        part = make(slug(fields.name), fields.name, kind.key, mass_kg, **more)
    except ValidationError as error:
        raise refused_by(error) from error
    return Told(count, text, part, fields.kind is not None, fields.also, fields.price_class)


def told_size(kind: Kind, sizes_m: list[float | None]) -> tuple[float, float, float] | None:
    """Length, width, height of what has been told in one to three numbers; the others are usual. None for none.

    Two numbers of a kind that is round are its diameter and its length, in the order in which they are told everywhere.
    """
    if not sizes_m:
        return None
    told = [*sizes_m, *[None] * (3 - len(sizes_m))]
    if len(sizes_m) == 2:
        across, along = sizes_m
        match _round_about(kind):
            case "x":
                told = [along, across, across]
            case "z":
                told = [across, across, along]
    long, wide, high = (usual if one is None else one for one, usual in zip(told, usual_size(kind.key), strict=True))
    return long, wide, high


@cache
def _round_about(kind: Kind) -> str:
    """The axis about which all of a kind is round; empty where it is not."""
    solids = kind.build(*kind.size_m)["solids"]
    axes = {each.axis if isinstance(each, Cylinder | Tube) else "" for each in solids}
    return axes.pop() if len(axes) == 1 else ""
