"""Weights and slides as they are typed: "500 g at -300 mm", "battery 1.2 kg at -180 mm, -100 mm to 50 mm"."""

from __future__ import annotations

import re
from collections.abc import Iterator
from typing import Final

from equilix import units
from equilix.errors import Refused
from equilix.facts import Sayable, fact
from equilix.kit.trade_words import kind_by_words
from equilix.quick.told import Sliding, Weight
from equilix.units import Display

_FIGURE: Final = re.compile(r"(?<![\w.,+-])[+-]?\d")
_TO: Final = re.compile(r"\s+to\s+|\s*(?:\.\.|…)\s*", re.IGNORECASE)
_AT: Final = re.compile(r"\s+at\s+|\s*@\s*", re.IGNORECASE)
_BATTERIES: Final = frozenset(("battery", "small-battery", "inner-battery"))
_UNIT: Final = re.compile(r"[^\d\s+.,-]+\s*$")


def read_range(text: str, display: Display = "metric") -> tuple[float, float]:
    """'-120 mm to 40 mm', from and to, m; a single length goes from 0 to it. Raises :class:`Refused`."""
    ends = _TO.split(text.strip().replace("−", "-"))
    if len(ends) > 2:
        raise Refused(fact("quick.no_range", text=text), fact("quick.write_range"))
    unit = _UNIT.search(ends[-1])
    if len(ends) == 2 and unit is not None and _UNIT.search(ends[0]) is None:
        ends[0] = f"{ends[0]} {unit[0]}"
    values = [units.read(end, "length", display) for end in ends]
    low, high = (min(0.0, values[0]), max(0.0, values[0])) if len(values) == 1 else sorted(values)
    return low, high


def read_weight(text: str, display: Display = "metric", *, battery: bool = False) -> Weight:
    """'[name] 500 g at -300 mm', or at a stretch of places: 'at -400 mm to -200 mm'. Raises :class:`Refused`."""
    pieces = _AT.split(text.strip(), maxsplit=1)
    if len(pieces) != 2:
        raise Refused(fact("quick.no_weight", text=text), fact("quick.write_weight"))
    name, mass_kg = _named(pieces[0], display)
    ends = _TO.split(pieces[1].replace("−", "-"))
    if len(ends) == 1:
        place = units.read(ends[0], "length", display)
        low, high = place, place
    else:
        low, high = read_range(pieces[1], display)
    battery = battery or kind_by_words(name) in _BATTERIES
    return Weight(name or ("battery" if battery else "weight"), mass_kg, low, high, battery)


def read_sliding(text: str, display: Display = "metric") -> Sliding:
    """'[name] 1.2 kg at -180 mm, -100 mm to 50 mm': its mass, its place, how far it goes from there.

    Raises :class:`Refused`.
    """
    pieces = _AT.split(text.strip(), maxsplit=1)
    places = re.split(r",\s+|;\s*|\s+by\s+", pieces[1], maxsplit=1) if len(pieces) == 2 else []
    if len(places) != 2:
        raise Refused(fact("quick.no_sliding", text=text), fact("quick.write_sliding"))
    name, mass_kg = _named(pieces[0], display)
    low, high = read_range(places[1], display)
    return Sliding(name or "piece", mass_kg, units.read(places[0], "length", display), low, high)


def read_reading(text: str, display: Display = "metric") -> tuple[float, float]:
    """'4.1 kg at 180 mm': what the scale reads, kg, and where it stands, m. Raises :class:`Refused`."""
    pieces = _AT.split(text.strip(), maxsplit=1)
    if len(pieces) != 2:
        raise Refused(fact("quick.no_reading", text=text), fact("quick.write_reading"))
    return units.read(pieces[0], "mass", display), units.read(pieces[1], "length", display)


def each_line(text: str) -> Iterator[str]:
    """The lines in which something stands."""
    return (line.strip() for line in text.splitlines() if line.strip())


def at_line(number: int, said: Sayable) -> Sayable:
    """What is wrong, and in which line."""
    return fact("quick.in_line", number=number, said=said)


def _named(text: str, display: Display) -> tuple[str, float]:
    """A name, maybe none, maybe with figures of its own, and a mass behind it."""
    refused = Refused(fact("quick.no_weight", text=text), fact("quick.write_weight"))
    for found in _FIGURE.finditer(text):
        try:
            return text[: found.start()].strip(" ,:"), units.read(text[found.start() :].strip(), "mass", display)
        except Refused as error:
            refused = error
    raise refused
