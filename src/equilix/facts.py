"""What the program has to say, before it is put into words: facts by key, with their figures in SI units.

The core makes them; :mod:`equilix.words` tells them, in a language and in the units that somebody wants to see. A
``str`` among the values is a name out of the document: the user's own word, told as it is.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Final, Literal

from msgspec import Struct

from equilix.keys import BalanceKey, ContactKey, EffortKey

AmountKind = Literal[
    "length",
    "fine_length",
    "mass",
    "stature",
    "force",
    "pressure",
    "torque",
    "angle",
    "duration",
    "inertia",
    "percent",
    "number",
    "general",
    "grouped",
    "measured",
]
Between = Literal["comma", "and", "or", "semicolon", "blank", "line"]
"""What stands between the pieces of a list."""


class _ToBeTold:
    """Not text yet: what would put it into a text as it is has forgotten to tell it."""

    __slots__ = ()

    def __format__(self, how: str) -> str:
        raise TypeError(f"{self!r} is to be told by equilix.words.telling")


class Amount(_ToBeTold, Struct, frozen=True):
    """A figure in SI units, and how exactly it is said: ``digits`` more than usual, or behind the decimal sign.

    ``symbol``: the unit of what is ``measured`` in one unit everywhere: s, W, V. ``against``: another figure that it
    is not equal to and must not look equal to, so that it is said with more digits where it would.
    """

    kind: AmountKind
    value: float
    digits: int = 0
    symbol: str = ""
    against: float | None = None


class Fact(_ToBeTold, Struct, frozen=True, dict=True):
    """Something to be said: the key of its wording, and what stands in it by name."""

    key: str
    values: Mapping[str, Sayable]

    def __hash__(self) -> int:
        return hash((self.key, tuple(self.values.items())))


class Listed(_ToBeTold, Struct, frozen=True):
    """Several things said one after the other; nothing said of none."""

    pieces: tuple[Sayable, ...]
    between: Between = "comma"

    def __bool__(self) -> bool:
        return any(self.pieces)


Sayable = Fact | Amount | Listed | ContactKey | BalanceKey | EffortKey | str
NOTHING: Final = ""
"""Nothing to be said."""


def fact(key: str, /, **values: Sayable | int) -> Fact:
    """A fact; a whole number among the values is one that is counted."""
    return Fact(key, {name: _counted(value) for name, value in values.items()})


def _counted(value: Sayable | int) -> Sayable:
    return Amount("number", value) if isinstance(value, int) else value


def listed(pieces: Iterable[Sayable], between: Between = "comma") -> Listed:
    """What there is to say among these, in their order."""
    return Listed(tuple(each for each in pieces if each), between)


def run(*pieces: Sayable) -> Listed:
    """Sentences one after the other."""
    return listed(pieces, "blank")


def length(m: float) -> Amount:
    """A length in metres: whole millimetres, or inches to a hundredth."""
    return Amount("length", m)


def fine_length(m: float) -> Amount:
    """A small length in metres: tenths of a millimetre, or inches to a thousandth."""
    return Amount("fine_length", m)


def mass(kg: float, more: int = 0) -> Amount:
    """A mass in kilograms; ``more`` digits than usual."""
    return Amount("mass", kg, more)


def stature(m: float) -> Amount:
    """A height over the ground in metres."""
    return Amount("stature", m)


def force(n: float) -> Amount:
    """A force in newtons."""
    return Amount("force", n)


def pressure(pa: float) -> Amount:
    """A pressure in pascals."""
    return Amount("pressure", pa)


def torque(nm: float, more: int = 0) -> Amount:
    """A moment in newton metres; ``more`` digits than usual."""
    return Amount("torque", nm, more)


def angle(rad: float) -> Amount:
    """An angle in radians."""
    return Amount("angle", rad)


def duration(seconds: float) -> Amount:
    """A time in seconds, told in two significant figures."""
    return Amount("duration", seconds)


def inertia(kg_m2: float) -> Amount:
    """A moment or product of inertia in kg·m²."""
    return Amount("inertia", kg_m2)


def percent(share: float, digits: int = 0) -> Amount:
    """A share, 1 for all of it."""
    return Amount("percent", share, digits)


def number(value: float, digits: int = 0) -> Amount:
    """A plain number with so many digits behind the decimal sign."""
    return Amount("number", value, digits)


def general(value: float) -> Amount:
    """A plain number with as many digits as it needs."""
    return Amount("general", value)


def grouped(value: float, digits: int = 0) -> Amount:
    """A plain number whose thousands are set apart: a price."""
    return Amount("grouped", value, digits)


def measured(value: float, symbol: str, digits: int = 0) -> Amount:
    """A figure in a unit that is the same for everybody: s, W, V."""
    return Amount("measured", value, digits, symbol)


def apart(value: float, limit: float, kind: AmountKind) -> tuple[Amount, Amount]:
    """A figure and its limit: with more digits where they are not equal and would look it."""
    return Amount(kind, value, against=limit), Amount(kind, limit, against=value)
