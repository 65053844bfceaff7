"""The boundary between SI and people: reading what was typed and showing figures, metric or US."""

from __future__ import annotations

import math
import re
from collections.abc import Callable
from typing import Final, Literal

from equilix.errors import Refused

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
_EXAMPLES: Final[dict[str, str]] = {
    "mass": "1.2 kg, 850 g or 2 lb 10 oz",
    "length": "85 mm, 8.5 cm or 3 1/4 in",
    "angle": "12 deg or 12°",
    "power": "24 W or 12 V 2 A",
    "energy": "98 Wh",
    "torque": "1.2 N·m or 0.9 lbf·ft",
    "force": "500 N or 110 lbf",
    "number": "4 or 2.5",
    "price": "120 or 49.90",
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
    example = f"Allowed is something like {_EXAMPLES[quantity]}"
    if len(text) > LONGEST_ENTRY:
        raise Refused(f"“{text[:20]} …” is {len(text)} characters long", example)
    pieces = _pieces(text)
    if not pieces:
        raise Refused(f"“{text}” is not a number with a unit", example)
    if quantity in ("price", "number"):
        if len(pieces) == 1 and not pieces[0][1]:
            return pieces[0][0]
        raise Refused(f"“{text}” is not a {quantity}", f"Allowed is a plain number like {_EXAMPLES[quantity]}")
    units = [unit for _, unit in pieces]
    if quantity == "power" and sorted(units) == ["A", "V"]:
        return pieces[0][0] * pieces[1][0]
    total = 0.0
    for number, unit in pieces:
        factor = _FACTORS[quantity].get(unit or _BARE[quantity, display])
        if factor is None:
            raise Refused(f"“{unit}” in “{text}” is not a unit of {quantity}", example)
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


def mass(kg: float, display: Display = "metric", more: int = 0) -> str:
    """A mass for people: grams below 1 kg; pounds and ounces for US; ``more`` digits than usual."""
    if display == "us":
        ounces = round(kg / KG_PER_LB * 16, 1 + more)
        pounds, rest = divmod(abs(ounces), 16)
        said = f"{int(pounds)} lb {rest:.{1 + more}f} oz" if pounds else f"{rest:.{1 + more}f} oz"
        return _minus(f"-{said}" if ounces < 0 else said)
    return _minus(f"{kg * 1000:.{more}f} g" if abs(kg) < 0.9995 else f"{kg:.{2 + more}f} kg")


def length(m: float, display: Display = "metric") -> str:
    """A length for people: whole millimetres, or inches to a hundredth."""
    if display == "us":
        return _minus(f"{m / M_PER_IN:.2f} in")
    return _minus(f"{m * 1000:.0f} mm")


def stature(m: float, display: Display = "metric") -> str:
    """A height over the ground for people: metres to a centimetre, or feet and inches."""
    if display == "us":
        feet, inches = divmod(round(m / M_PER_IN), 12)
        return f"{feet} ft {inches} in"
    return f"{m:.2f} m"


def body_mass(kg: float, display: Display = "metric") -> str:
    """Somebody's mass for people: whole kilograms, or pounds."""
    return f"{kg / KG_PER_LB:.0f} lb" if display == "us" else f"{kg:.0f} kg"


def place(figure: str, words: str, of: str) -> str:
    """Where something is: '12 mm in front of the pad', and not '0.5 in in front of'."""
    dot = "." if figure.endswith(" in") and words.startswith("in ") else ""
    return f"{figure}{dot} {words} {of}"


def force(n: float, display: Display = "metric") -> str:
    """A force for people: newtons, or pounds-force."""
    if display == "us":
        return f"{n / N_PER_LBF:.1f} lbf"
    return f"{n:.0f} N" if abs(n) >= 9.95 else f"{n:.1f} N"


def pressure(pa: float, display: Display = "metric") -> str:
    """A pressure for people: kilopascals, or pounds-force per square inch."""
    if display == "us":
        return f"{pa / (N_PER_LBF / M_PER_IN**2):.1f} psi"
    return f"{pa / 1000:.0f} kPa" if pa >= 9950 else f"{pa / 1000:.1f} kPa"


def torque(nm: float, display: Display = "metric", more: int = 0) -> str:
    """A moment for people: newton metres, or pound-feet; ``more`` digits than usual."""
    if display == "us":
        return _minus(f"{nm / (N_PER_LBF * 12 * M_PER_IN):.{1 + more}f} lbf·ft")
    return _minus(f"{nm:.{1 + more}f} N·m")


def angle(rad: float) -> str:
    """An angle for people: whole degrees, or to a tenth below 10°."""
    degrees = math.degrees(rad)
    return _minus(f"{degrees:.0f}°" if abs(degrees) >= 10 or abs(degrees) < 0.05 else f"{degrees:.1f}°")


def _minus(text: str) -> str:
    """A true minus sign, and none before a zero."""
    nothing = not any(digit in text for digit in "123456789")
    return text.removeprefix("-") if nothing else text.replace("-", "−")


def duration(seconds: float) -> str:
    """A time for people in two significant figures: 42 s, 1 min 40 s, 12 min, 3 h 40, 14 h."""
    if math.isinf(seconds):
        return "without end"
    if seconds < 99.5:
        return f"{max(round(seconds), 0)} s"
    if seconds < 595:
        minutes, left = divmod(round(seconds / 10) * 10, 60)
        return f"{minutes} min {left} s" if left else f"{minutes} min"
    if seconds < 99.5 * 60:
        return f"{round(seconds / 60)} min"
    if seconds < 9.9 * 3600:
        hours, left = divmod(round(seconds / 600) * 10, 60)
        return f"{hours} h {left}" if left else f"{hours} h"
    return f"{round(seconds / 3600)} h"


def count(number: int, one: str, many: str) -> str:
    """Give a number with the word that goes with it: 1 piece, 3 pieces."""
    return f"{number} {one if number == 1 else many}"


def inertia(kg_m2: float, display: Display = "metric") -> str:
    """A moment or product of inertia for people: kg·m², or lb·ft²."""
    if display == "us":
        return _minus(f"{kg_m2 / (KG_PER_LB * (12 * M_PER_IN) ** 2):.3f} lb·ft²")
    return _minus(f"{kg_m2:.4f} kg·m²")


def apart(value: float, limit: float, show: Callable[[float, int], str]) -> tuple[str, str]:
    """A value and its limit as texts: with more digits where they are not equal and would look it."""
    for digits in range(3):
        shown = show(value, digits), show(limit, digits)
        if shown[0] != shown[1]:
            break
    return shown
