"""The simulated instruments that ship with the program, as such things are (common practice, no source)."""

from __future__ import annotations

import math
from typing import Final

from msgspec import Struct

from equilix.instruments.instrument import About
from equilix.instruments.simulated import Feels, Flaws, Simulated


class Row(Struct, frozen=True):
    """An instrument: what it says of itself, and how it errs."""

    about: About
    flaws: Flaws


SIMULATED: Final[dict[str, Row]] = {
    "luggage-scale": Row(
        About("simulated luggage scale", "kg", ("load",), 0.005, 40.0, 0.003),
        Flaws(noise=0.003, drift=2e-5, settles_s=0.4, hysteresis=0.004),
    ),
    "platform-scales": Row(
        About("simulated pair of platform scales", "kg", ("first", "second"), 0.005, 30.0, 0.002),
        Flaws(noise=0.002, drift=1e-5, settles_s=0.3, hysteresis=0.002),
    ),
    "inclinometer": Row(
        About("simulated inclinometer", "rad", ("tilt",), math.radians(0.1), math.pi / 2, math.radians(0.2)),
        Flaws(noise=math.radians(0.05), settles_s=0.2),
    ),
    "gimbal": Row(
        About("simulated gimbal", "N·m", ("pan", "roll", "tilt"), 0.001, 3.0, 0.01),
        Flaws(noise=0.004, settles_s=0.2, friction=0.01, drops_out=0.02),
    ),
    "stopwatch": Row(
        About("simulated stopwatch", "s", ("time",), 0.01, 3600.0, 0.03),
        Flaws(noise=0.03),
    ),
}  # fmt: skip


def simulated(key: str, feels: Feels, *, seed: int = 0, speed: float = 0.0) -> Simulated:
    """One of them, over what it feels. Raises ``KeyError``."""
    row = SIMULATED[key]
    return Simulated(row.about, feels, row.flaws, seed=seed, speed=speed)
