"""What every instrument offers, a real one or a simulated one: open, a stream of samples, tare, close."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final, Literal, Protocol

from msgspec import Struct

from equilix.errors import Called, EquilixError
from equilix.units import Quantity

Unit = Literal["kg", "rad", "s", "N·m"]
MOMENT: Final[Unit] = "N·m"
"""That of a motor's effort."""
QUANTITY_OF: Final[Mapping[str, Quantity]] = {"kg": "mass", "rad": "angle", "s": "number", MOMENT: "torque"}
"""Of which quantity a figure of each unit is."""


class InstrumentError(EquilixError):
    """An instrument stalls, is gone, or sends what is no reading; ``said`` is for the person at the bench."""


class About(Struct, frozen=True):
    """What an instrument says of itself: its name, the unit of all its channels, its step, and what it reads at most.

    ``resolution`` and ``most`` are in that unit. ``sd``: standard uncertainty of a steady reading beside its step and
    its noise, as its maker or a check weight gives it.
    """

    name: str
    unit: Unit
    channels: tuple[str, ...]
    resolution: float
    most: float
    sd: float = 0.0


class Sample(Struct, frozen=True):
    """What all channels said at a moment, s since it was opened."""

    at_s: float
    values: tuple[float, ...]
    stable: bool = True
    overload: bool = False


class Instrument(Protocol):
    """Anything that can be read. Samples come in the order in which they were taken."""

    @property
    def about(self) -> About:
        """Known once it is open."""

    def open(self) -> None:
        """Find it and ask what it is. Raises :class:`InstrumentError`."""

    def samples(self, called_off: Called) -> Iterator[Sample]:
        """One after the other until it is called off. Raises :class:`InstrumentError`."""

    def tare(self) -> None:
        """Call what it reads now zero."""

    def close(self) -> None:
        """Let go of it; more than once is no harm."""
