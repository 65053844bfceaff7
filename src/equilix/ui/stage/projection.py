"""The three directions of view, and flat outlines of things in space. NumPy only."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Projection:
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


SIDE: Final = Projection("side", "From the right", 0, 2, (0, -1, 0))
PLAN: Final = Projection("plan", "From above", 0, 1, (0, 0, 1))
FRONT: Final = Projection("front", "From the front", 1, 2, (1, 0, 0))


def hull(points: Array) -> Array:
    """Convex hull ``(k, 2)`` of flat points ``(n, 2)``: Andrew's monotone chain.

    Written out because the general-purpose one costs a third of a second at start; a test holds it against SciPy.
    """
    unique = sorted(set(map(tuple, np.round(points, 4).tolist())))
    if len(unique) < 3:
        return np.array(unique)
    return np.array(_chain(unique)[:-1] + _chain(unique[::-1])[:-1])


def _chain(points: list[tuple[float, float]]) -> list[tuple[float, float]]:
    chain: list[tuple[float, float]] = []
    for p in points:
        while len(chain) > 1:
            (ax, ay), (bx, by) = chain[-2], chain[-1]
            if (bx - ax) * (p[1] - ay) - (by - ay) * (p[0] - ax) > 0:
                break
            chain.pop()
        chain.append(p)
    return chain
