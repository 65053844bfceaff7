"""The drop of a sled: tipped to horizontal and let go, how long until it passes its rest.

Dropped forward it turns about the lateral axis (y) through the gimbal, dropped sideways about the fore-aft axis (x):
each time with the inertia about that axis, and with the CG as far from that axis as it is.
"""

from __future__ import annotations

import math
from typing import Final, Literal

from msgspec import Struct

from equilix.carry.carried import Carried
from equilix.carry.conditions import Support
from equilix.facts import Sayable, fact
from equilix.mechanics.pendulum import below_for_drop_m, drop_time_s, least_drop_time_s

Way = Literal["pitch", "roll"]
WAYS: Final[tuple[Way, ...]] = ("pitch", "roll")
WORDS: Final[dict[Way, Sayable]] = {"pitch": fact("drop.dropped_forward"), "roll": fact("drop.dropped_sideways")}
USUAL: Final[Way] = "pitch"
"""Where nothing else is said a sled is dropped the way its lens looks (common practice, no source)."""


class Drop(Struct, frozen=True):
    """A sled dropped one way, SI units: ``inertia_kg_m2`` about the CG, ``across_m`` and ``below_m`` of the CG."""

    way: Way
    mass_kg: float
    inertia_kg_m2: float
    across_m: float
    """How far the CG is beside the axis when the sled stands upright."""
    below_m: float

    @property
    def words(self) -> Sayable:
        """Which way it is dropped."""
        return WORDS[self.way]

    @property
    def time_s(self) -> float:
        """From horizontal to rest, s; infinite where the CG is not below the gimbal."""
        return self.time_at_s(self.below_m)

    def time_at_s(self, below_m: float) -> float:
        """The same with the CG so far below the gimbal."""
        return drop_time_s(self.inertia_kg_m2, self.mass_kg, math.hypot(self.across_m, below_m)) if below_m > 0 \
            else math.inf  # fmt: skip

    @property
    def least_s(self) -> float:
        """The shortest that any height of the gimbal gives."""
        return least_drop_time_s(self.inertia_kg_m2, self.mass_kg)

    def below_for_m(self, time_s: float) -> float:
        """How far below the gimbal the CG must be for a time."""
        away = below_for_drop_m(self.inertia_kg_m2, self.mass_kg, time_s)
        return math.sqrt(max(away**2 - self.across_m**2, 0.0))


def drop(carried: Carried, support: Support, way: Way = USUAL) -> Drop:
    """The sled of a way of carrying, dropped one way."""
    axis, across = (1, 0) if way == "pitch" else (0, 1)
    off = carried.mass.cg_m - support.datum_m
    inertia = float(carried.mass.inertia_kg_m2[axis, axis])
    return Drop(way, carried.mass.mass_kg, inertia, abs(float(off[across])), -float(off[2]))
