"""The three directions of view, and flat outlines of things in space. NumPy only."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


@dataclass(frozen=True, slots=True)
class Projection:
    """A direction of view: ``right`` and ``up`` on the paper and ``toward`` the viewer, rig-frame unit vectors."""

    name: str
    title: str
    right: tuple[float, float, float]
    up: tuple[float, float, float]
    toward: tuple[float, float, float]

    def flat(self, points_m: Array) -> Array:
        """Points ``(n, 3)`` in m as ``(n, 2)`` on the paper in mm: right and down, as Qt counts."""
        return np.column_stack((points_m @ np.array(self.right), -(points_m @ np.array(self.up)))) * 1000.0

    def depth(self, points_m: Array) -> Array:
        """How near to the viewer ``(n,)``, m."""
        return np.asarray(points_m @ np.array(self.toward))


SIDE: Final = Projection("side", "From the right", (1, 0, 0), (0, 0, 1), (0, -1, 0))
PLAN: Final = Projection("plan", "From above", (1, 0, 0), (0, 1, 0), (0, 0, 1))
FRONT: Final = Projection("front", "From the front", (0, 1, 0), (0, 0, 1), (1, 0, 0))


def hull(points: Array) -> Array:
    """Convex hull ``(k, 2)`` of flat points ``(n, 2)``: Andrew's monotone chain.

    Written out because the general-purpose one costs a third of a second at start; a test holds it against SciPy.
    """
    unique = sorted({(round(float(x), 4), round(float(y), 4)) for x, y in points})
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
