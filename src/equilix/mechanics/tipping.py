"""How a body stands on a table: support polygon, tip angles, and the faces it can lie on.

Frame: right-handed, z up. Lengths in m, angles in rad.
"""

from __future__ import annotations

import math

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.mechanics.hull import hull

Array = NDArray[np.float64]

TOUCHING_M = 0.001
"""Points within this height of the lowest one touch the table."""


class Edge(Struct, frozen=True):
    """An edge of the support polygon from ``start_m`` to ``end_m`` (2,) and the angle at which the body tips over it.

    Negative where the CG is already outside. ``reached``: the foot of the perpendicular from under the CG lies
    within the edge, so that this is the tip angle in the direction square to it.
    """

    start_m: Array
    end_m: Array
    outward: Array
    tip_rad: float
    reached: bool


class Standing(Struct, frozen=True):
    """A body on a table: the polygon ``(k, 2)`` anticlockwise, its edges, and the height of the CG over the table."""

    polygon_m: Array
    edges: tuple[Edge, ...]
    cg_m: Array
    cg_height_m: float

    def towards_rad(self, direction: Array) -> float:
        """Tip angle towards a unit ``direction`` (2,): how far the table can be tilted downhill that way.

        The point under the CG then moves along ``direction`` by ``height · tan θ`` until it leaves the polygon.
        """
        ways = [
            float((edge.start_m - self.cg_m) @ edge.outward) / float(edge.outward @ direction)
            for edge in self.edges
            if float(edge.outward @ direction) > 1e-9
        ]
        return math.atan2(min(ways), self.cg_height_m) if self.stands else min(self.least_rad, 0.0)

    @property
    def least_rad(self) -> float:
        """The least tip angle over all directions: over the nearest edge, ``atan(distance/height)``."""
        return min(edge.tip_rad for edge in self.edges)

    @property
    def stands(self) -> bool:
        """Whether the CG is over the polygon."""
        return self.least_rad > 0


def standing(points_m: Array, cg_m: Array) -> Standing:
    """How a body with these outer points ``(n, 3)`` and this CG ``(3,)`` stands as it is on its lowest points."""
    floor = float(points_m[:, 2].min())
    feet = points_m[points_m[:, 2] < floor + TOUCHING_M][:, :2]
    polygon = hull(feet)
    height = max(float(cg_m[2]) - floor, 1e-6)
    edges = tuple(_edge(start, end, cg_m[:2], height) for start, end in _pairs(polygon))
    return Standing(polygon, edges, np.asarray(cg_m[:2]), height)


def _pairs(polygon: Array) -> list[tuple[Array, Array]]:
    return list(zip(polygon, np.roll(polygon, -1, axis=0), strict=True))


def _edge(start: Array, end: Array, cg: Array, height: float) -> Edge:
    way = end - start
    size = float(np.hypot(*way))
    if size < 1e-9:  # it stands on a point: it tips at once
        return Edge(start, end, np.array((1.0, 0.0)), -1e-9, reached=True)
    outward = np.array((way[1], -way[0])) / size
    inside = float((start - cg) @ outward)
    along = float((cg - start) @ way) / size
    return Edge(start, end, outward, math.atan2(inside, height), 0.0 <= along <= size)


class Lying(Struct, frozen=True):
    """A face a body can lie on.

    ``down`` (3,) is its outward normal, ``touching`` the points on it; with how far it is turned from level, and the
    least tip angle there.
    """

    down: Array
    touching: NDArray[np.intp]
    leaning_rad: float
    least_tip_rad: float


def faces_to_lie_on(points_m: Array, cg_m: Array) -> list[Lying]:
    """The faces of the convex hull of ``points_m`` ``(n, 3)`` over which the CG stands, least leaning first."""
    from scipy.spatial import ConvexHull

    outer = ConvexHull(points_m)
    found = []
    for normal in _distinct(outer.equations[:, :3]):
        reach = points_m @ normal
        touching = np.nonzero(reach > reach.max() - TOUCHING_M)[0]
        helper = np.eye(3)[int(np.argmin(np.abs(normal)))]
        across = np.cross(normal, helper)
        across /= np.linalg.norm(across)
        frame = np.array((across, np.cross(-normal, across), -normal))
        here = standing(points_m[touching] @ frame.T, frame @ cg_m)
        if len(here.polygon_m) >= 3 and here.stands:
            found.append(Lying(normal, touching, math.acos(float(np.clip(-normal[2], -1, 1))), here.least_rad))
    return sorted(found, key=lambda lying: lying.leaning_rad)


def _distinct(normals: Array) -> Array:
    """Normals of facets that are not one plane, to a thousandth."""
    _, first = np.unique(np.round(normals, 3), axis=0, return_index=True)
    return np.asarray(normals[np.sort(first)])
