"""The three directions of view, of things in space on the paper. NumPy only."""

from __future__ import annotations

from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.words.wordings.wording import N_

Array = NDArray[np.float64]


class Projection(Struct, frozen=True):
    """A direction of view: which axis of the rig frame (0, 1, 2) points to the right and up on the paper.

    ``toward`` is the unit vector towards the viewer.
    """

    name: str
    title: str
    right: int
    up: int
    toward: tuple[float, float, float]

    def flat(self, points_m: Array) -> Array:
        """Points ``(n, 3)`` in m as ``(n, 2)`` on the paper in mm: right and down, as Qt counts."""
        found = np.empty((len(points_m), 2))
        np.multiply(points_m[:, self.right], 1000.0, out=found[:, 0])
        np.multiply(points_m[:, self.up], -1000.0, out=found[:, 1])
        return found

    def flat_point(self, point_m: Array) -> tuple[float, float]:
        """One point ``(3,)`` in m on the paper, mm."""
        return float(point_m[self.right]) * 1000.0, float(point_m[self.up]) * -1000.0

    def depth(self, points_m: Array) -> Array:
        """How near to the viewer ``(n,)``, m."""
        return np.asarray(points_m @ np.array(self.toward))


SIDE: Final = Projection("side", N_("From the right"), 0, 2, (0, -1, 0))
PLAN: Final = Projection("plan", N_("From above"), 0, 1, (0, 0, 1))
FRONT: Final = Projection("front", N_("From the front"), 1, 2, (1, 0, 0))
