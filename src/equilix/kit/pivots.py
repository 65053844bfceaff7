"""Joints within a part: a friction arm, a screen that tilts on its foot; how they are set, and where that puts it."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cached_property
from typing import Annotated, Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.mechanics.rotations import about_axis, unit
from equilix.model import Angle, Direction, Identifier, Model, Position, field
from equilix.schema import Limits

Array = NDArray[np.float64]
MOST_PIVOTS: Final = 12
Beyond = Annotated[int, Limits(ge=0, le=MOST_PIVOTS)]
"""How many of the part's pivots lie between its foot and a solid, a point or a grip of it."""


class Pivot(Model):
    """A joint of a part, set by hand and locked: what lies beyond it turns about an axis through it.

    Pivots stand in their order from the foot outwards; place and axis are those of the part with all of them at 0.
    """

    name: Identifier
    position_m: Position
    axis: Direction = (0.0, 1.0, 0.0)
    from_rad: Angle = -1.5707963267948966
    to_rad: Angle = 1.5707963267948966
    holds_nm: Annotated[float, Limits(gt=0.0, le=200.0)] | None = field(
        default=None, description="Torque at which it creeps when it is locked."
    )

    def check(self) -> None:
        """Its range holds 0, where the part is described."""
        if not self.from_rad <= 0.0 <= self.to_rad:
            raise Invalid(fact("pivots.range_must_hold_zero"))
        unit(self.axis)

    @cached_property
    def axis_unit(self) -> Array:
        """What it turns about, right-handed ``(3,)``."""
        return unit(self.axis)

    def settle(self, turned_rad: float) -> float:
        """The nearest angle that it can be set to, rad."""
        return min(max(turned_rad, self.from_rad), self.to_rad)


class Configuration(Struct, frozen=True):
    """How a part is set: how far it is drawn out, and how far each of its pivots is turned (those left out: 0)."""

    extension_m: float = 0.0
    pivots_rad: tuple[float, ...] = ()


AT_REST: Final = Configuration()


class Links(Struct, frozen=True):
    """Where the pieces of a part are that its pivots part: rotations ``(k + 1, 3, 3)`` and shifts ``(k + 1, 3)``, m.

    What lies beyond ``n`` pivots is at ``rotations[n] @ point + shifts_m[n]`` of the part's frame.
    """

    rotations: Array
    shifts_m: Array

    def place(self, point_m: Array, beyond: int) -> Array:
        """Where a point ``(3,)`` beyond so many pivots is."""
        if not beyond:
            return point_m
        where: Array = self.rotations[beyond] @ point_m + self.shifts_m[beyond]
        return where


def links(pivots: Sequence[Pivot], turned_rad: Sequence[float]) -> Links:
    """The pieces of a part with its pivots turned so far: each turn about the pivot as the ones before have left it.

    With c the pivot at rest and Q its turn, ``T(n) p = T(n−1) (c + Q (p − c))``: rotations multiply, and the pivot
    stays where it is.
    """
    rotations, shifts = np.empty((len(pivots) + 1, 3, 3)), np.zeros((len(pivots) + 1, 3))
    rotations[0] = np.eye(3)
    for n, pivot in enumerate(pivots):
        rotations[n + 1], shifts[n + 1] = rotations[n], shifts[n]
        turned = turned_rad[n] if n < len(turned_rad) else 0.0
        if turned:
            centre, turn = np.array(pivot.position_m), about_axis(pivot.axis_unit, turned)
            shifts[n + 1] = shifts[n] + rotations[n] @ (centre - turn @ centre)
            rotations[n + 1] = rotations[n] @ turn
    return Links(rotations, shifts)
