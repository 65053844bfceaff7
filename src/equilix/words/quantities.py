"""Figures in SI units as people read them: metric or US, with the signs of the language that is spoken."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from typing import Final

from equilix.facts import Amount, AmountKind
from equilix.units import KG_PER_LB, M_PER_IN, N_PER_LBF, Display
from equilix.words.language import say, spoken


def fixed(value: float, digits: int = 0, *, grouped: bool = False) -> str:
    """A number with so many digits behind the decimal sign; a true minus sign, and none before a zero."""
    text = f"{value:{',' if grouped else ''}.{digits}f}"
    if not any(digit in text for digit in "123456789"):
        text = text.lstrip("-")
    language = spoken()
    return text.translate({ord("."): language.decimal, ord(","): language.thousands, ord("-"): "−"})


def general(value: float) -> str:
    """A number with as many digits as it needs, six at the most."""
    return f"{value:g}".replace(".", spoken().decimal).replace("-", "−")


def percent(share: float, digits: int = 0) -> str:
    """A share of 1."""
    return spoken().percent.format(fixed(100 * share, digits))


def mass(kg: float, display: Display = "metric", more: int = 0) -> str:
    """A mass for people: grams below 1 kg; pounds and ounces for US; ``more`` digits than usual."""
    if display == "us":
        ounces = round(kg / KG_PER_LB * 16, 1 + more)
        pounds, rest = divmod(abs(ounces), 16)
        minus = "−" if ounces < 0 else ""
        return f"{minus}{int(pounds)} lb {fixed(rest, 1 + more)} oz" if pounds else f"{fixed(ounces, 1 + more)} oz"
    return f"{fixed(kg * 1000, more)} g" if abs(kg) < 0.9995 else f"{fixed(kg, 2 + more)} kg"


def length(m: float, display: Display = "metric") -> str:
    """A length for people: whole millimetres, or inches to a hundredth."""
    return f"{fixed(m / M_PER_IN, 2)} in" if display == "us" else f"{fixed(m * 1000)} mm"


def fine_length(m: float, display: Display = "metric") -> str:
    """A small length for people: tenths of a millimetre, or inches to a thousandth."""
    return f"{fixed(m / M_PER_IN, 3)} in" if display == "us" else f"{fixed(m * 1000, 1)} mm"


def stature(m: float, display: Display = "metric") -> str:
    """A height over the ground for people: metres to a centimetre, or feet and inches."""
    if display == "us":
        feet, inches = divmod(round(m / M_PER_IN), 12)
        return f"{feet} ft {inches} in"
    return f"{fixed(m, 2)} m"


def body_mass(kg: float, display: Display = "metric") -> str:
    """Somebody's mass for people: whole kilograms, or pounds."""
    return f"{fixed(kg / KG_PER_LB)} lb" if display == "us" else f"{fixed(kg)} kg"


def force(n: float, display: Display = "metric") -> str:
    """A force for people: newtons, or pounds-force."""
    if display == "us":
        return f"{fixed(n / N_PER_LBF, 1)} lbf"
    return f"{fixed(n)} N" if abs(n) >= 9.95 else f"{fixed(n, 1)} N"


def pressure(pa: float, display: Display = "metric") -> str:
    """A pressure for people: kilopascals, or pounds-force per square inch."""
    if display == "us":
        return f"{fixed(pa / (N_PER_LBF / M_PER_IN**2), 1)} psi"
    return f"{fixed(pa / 1000)} kPa" if pa >= 9950 else f"{fixed(pa / 1000, 1)} kPa"


def torque(nm: float, display: Display = "metric", more: int = 0) -> str:
    """A moment for people: newton metres, or pound-feet; ``more`` digits than usual."""
    if display == "us":
        return f"{fixed(nm / (N_PER_LBF * 12 * M_PER_IN), 1 + more)} lbf·ft"
    return f"{fixed(nm, 1 + more)} N·m"


def angle(rad: float) -> str:
    """An angle for people: whole degrees, or to a tenth below 10°."""
    degrees = math.degrees(rad)
    return f"{fixed(degrees, 0 if abs(degrees) >= 10 or abs(degrees) < 0.05 else 1)}°"


def duration(seconds: float) -> str:
    """A time for people in two significant figures: 42 s, 1 min 40 s, 12 min, 3 h 40, 14 h."""
    if math.isinf(seconds):
        return say("without end")
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


def inertia(kg_m2: float, display: Display = "metric") -> str:
    """A moment or product of inertia for people: kg·m², or lb·ft²."""
    if display == "us":
        return f"{fixed(kg_m2 / (KG_PER_LB * (12 * M_PER_IN) ** 2), 3)} lb·ft²"
    return f"{fixed(kg_m2, 4)} kg·m²"


_SHOWN: Final[Mapping[AmountKind, Callable[[Amount, Display], str]]] = {
    "length": lambda a, display: length(a.value, display),
    "fine_length": lambda a, display: fine_length(a.value, display),
    "mass": lambda a, display: mass(a.value, display, a.digits),
    "stature": lambda a, display: stature(a.value, display),
    "force": lambda a, display: force(a.value, display),
    "pressure": lambda a, display: pressure(a.value, display),
    "torque": lambda a, display: torque(a.value, display, a.digits),
    "angle": lambda a, _: angle(a.value),
    "duration": lambda a, _: duration(a.value),
    "inertia": lambda a, display: inertia(a.value, display),
    "percent": lambda a, _: percent(a.value, a.digits),
    "number": lambda a, _: fixed(a.value, a.digits),
    "general": lambda a, _: general(a.value),
    "grouped": lambda a, _: fixed(a.value, a.digits, grouped=True),
    "measured": lambda a, _: f"{fixed(a.value, a.digits)} {a.symbol}",
}


def shown(amount: Amount, display: Display = "metric") -> str:
    """A figure as people read it."""
    show = _SHOWN[amount.kind]
    if amount.against is None:
        return show(amount, display)
    for more in range(3):
        mine = show(Amount(amount.kind, amount.value, amount.digits + more), display)
        if mine != show(Amount(amount.kind, amount.against, amount.digits + more), display):
            break
    return mine
