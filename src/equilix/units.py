"""What people type, in SI units: metric and US. Figures are shown by :mod:`equilix.words.quantities`."""

from __future__ import annotations

import math
import re
from typing import Final, Literal

from equilix.errors import Refused
from equilix.facts import Sayable, fact

Display = Literal["metric", "us"]
Quantity = Literal["mass", "length", "angle", "power", "energy", "torque", "force", "number", "price"]

KG_PER_LB: Final = 0.45359237
M_PER_IN: Final = 0.0254
N_PER_LBF: Final = KG_PER_LB * 9.80665
"""International yard and pound agreement, 1959: exact."""

LONGEST_ENTRY: Final = 60
"""Characters; longer than anything that is said of one figure."""

_FACTORS: Final[dict[str, dict[str, float]]] = {
    "mass": {"kg": 1.0, "g": 1e-3, "lb": KG_PER_LB, "oz": KG_PER_LB / 16, "t": 1e3, "mg": 1e-6},
    "length": {"m": 1.0, "mm": 1e-3, "cm": 1e-2, "dm": 0.1, "in": M_PER_IN, "ft": 12 * M_PER_IN, "yd": 36 * M_PER_IN},
    "angle": {"rad": 1.0, "deg": math.pi / 180},
    "power": {"W": 1.0, "kW": 1e3, "mW": 1e-3},
    "energy": {"Wh": 1.0, "kWh": 1e3, "J": 1 / 3600},
    "torque": {
        "N·m": 1.0, "N·cm": 1e-2, "N·mm": 1e-3, "lbf·in": N_PER_LBF * M_PER_IN, "lbf·ft": N_PER_LBF * 12 * M_PER_IN,
        "ozf·in": N_PER_LBF * M_PER_IN / 16,
    },
    "force": {"N": 1.0, "kN": 1e3, "lbf": N_PER_LBF, "ozf": N_PER_LBF / 16, "kgf": 9.80665, "gf": 9.80665e-3},
}  # fmt: skip
"""The units that may be typed, each in the SI unit used inside (Wh for energy). Checked against a general library."""
_BARE: Final[dict[tuple[str, str], str]] = {
    ("mass", "metric"): "g", ("mass", "us"): "lb", ("length", "metric"): "mm", ("length", "us"): "in",
    ("angle", "metric"): "deg", ("angle", "us"): "deg", ("power", "metric"): "W", ("power", "us"): "W",
    ("energy", "metric"): "Wh", ("energy", "us"): "Wh", ("torque", "metric"): "N·m", ("torque", "us"): "lbf·ft",
    ("force", "metric"): "N", ("force", "us"): "lbf",
}  # fmt: skip
_EXAMPLES: Final[dict[str, Sayable]] = {
    "mass": fact("units.example_mass"),
    "length": fact("units.example_length"),
    "angle": fact("units.example_angle"),
    "power": fact("units.example_power"),
    "energy": fact("units.example_energy"),
    "torque": fact("units.example_torque"),
    "force": fact("units.example_force"),
    "number": fact("units.example_number"),
    "price": fact("units.example_price"),
}
_PIECE = re.compile(
    r"\s*([+-]?)\s*(\d{1,6}\s+\d{1,6}/\d{1,6}|\d{1,6}/\d{1,6}|(?:\d{1,12}(?:[.,]\d{0,18})?|[.,]\d{1,18})(?:e[+-]?\d{1,2})?)"
    r"(?![\d.,]|e[+-]?\d)\s*([^\d\s+.,/-]*)",
    re.IGNORECASE,
)
"""Sign, number, unit. The digits and the exponent are bounded before anything is computed of them."""
_ALIASES: Final = {
    "°": "deg", "degree": "deg", "degrees": "deg", "″": "in", '"': "in", "”": "in", "inch": "in", "inches": "in",
    "'": "ft", "’": "ft", "′": "ft", "foot": "ft", "feet": "ft", "lbs": "lb", "pound": "lb", "pounds": "lb",
    "ounce": "oz", "ounces": "oz", "kgs": "kg", "kilo": "kg", "kilos": "kg", "gram": "g", "grams": "g",
    "nm": "N·m", "n*m": "N·m", "in·lbf": "lbf·in", "lbf*in": "lbf·in", "ft·lbf": "lbf·ft", "lbf*ft": "lbf·ft",
    "volt": "V", "volts": "V", "amp": "A", "amps": "A", "watt": "W", "watts": "W",
}  # fmt: skip
_BY_LETTERS: Final = {unit.lower(): unit for table in _FACTORS.values() for unit in (*table, "V", "A") if unit != "mW"}
"""Units as they are usually typed, in small letters; "mW" stays apart from what nobody types as "mw"."""


def read(text: str, quantity: Quantity, display: Display = "metric") -> float:
    """The SI value of what was typed: kg, m, rad, W, Wh, N·m, or a plain number or price.

    Takes sums of pieces ("2 lb 10 oz", "3 1/4 in") and "12 V 2 A" as a power; a bare number is in the unit that
    ``display`` shows (g, mm, degrees, W, Wh; lb and in for US). Raises :class:`Refused`.
    """
    example = fact("units.allowed_something_like", examples=_EXAMPLES[quantity])
    if len(text) > LONGEST_ENTRY:
        raise Refused(fact("units.characters_long", text=text[:20], length=len(text)), example)
    pieces = _pieces(text)
    if not pieces:
        raise Refused(fact("units.not_number_unit", text=text), example)
    if quantity in ("price", "number"):
        if len(pieces) == 1 and not pieces[0][1]:
            return pieces[0][0]
        raise Refused(
            fact("units.not_of_kind", text=text, quantity=fact(f"quantity.{quantity}")),
            fact("units.allowed_plain_number_like", examples=_EXAMPLES[quantity]),
        )
    units = [unit for _, unit in pieces]
    if quantity == "power" and sorted(units) == ["A", "V"]:
        return pieces[0][0] * pieces[1][0]
    total = 0.0
    for number, unit in pieces:
        factor = _FACTORS[quantity].get(unit or _BARE[quantity, display])
        if factor is None:
            raise Refused(fact("units.not_unit", unit=unit, text=text, quantity=fact(f"quantity.{quantity}")), example)
        total += number * factor
    return total


def _pieces(text: str) -> list[tuple[float, str]]:
    found, place, sign = [], 0, 1.0
    text = text.strip().replace("−", "-")
    while place < len(text):
        match = _PIECE.match(text, place)
        if match is None:
            return []
        place = match.end()
        if match[1] == "-":
            sign = -1.0
        try:
            number = sum(_number(piece) for piece in match[2].split())
        except ZeroDivisionError:
            return []
        word = match[3].strip()
        small = word.lower()
        found.append((sign * number, word if word == "mW" else _ALIASES.get(small) or _BY_LETTERS.get(small, word)))
    return found


def _number(piece: str) -> float:
    above, _, below = piece.replace(",", ".").partition("/")
    return float(above) / float(below or 1)
