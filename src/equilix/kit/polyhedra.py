"""Convex outlines of solids: by them it is judged what strikes and what stands.

Boxes are as they are; round solids are prisms of :data:`SIDES` sides, whose corners lie on the circle (at most 2 % of
the radius inside it); what came from a file of triangles has its convex hull, with the directions of its largest faces.
"""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

Array = NDArray[np.float64]

SIDES: Final = 16
CORNERS: Final = np.array([[(corner >> axis) & 1 for axis in range(3)] for corner in range(8)]) * 2.0 - 1.0
"""Signs ``(8, 3)`` of the corners of a box."""

MOST_FACES: Final = 40
MOST_EDGES: Final = 24
"""Of a hull. With fewer directions than it has, it is judged a little too thick, never too thin."""


class Polyhedron(Struct, frozen=True):
    """A convex solid about its centre: corners ``(k, 3)``, m, and unit directions of faces and edges ``(f, 3)``."""

    corners_m: Array
    normals: Array
    edges: Array


def block(half_m: Array) -> Polyhedron:
    """A box with these half edges ``(3,)`` along the axes."""
    return Polyhedron(CORNERS * half_m, np.eye(3), np.eye(3))


def prism(radius_m: float, length_m: float, axis: int) -> Polyhedron:
    """A prism along an axis (0, 1 or 2), with a corner on each of the other axes."""
    along, a, b = np.eye(3)[[axis, (axis + 1) % 3, (axis + 2) % 3]]
    turns = np.arange(SIDES) * 2 * math.pi / SIDES
    rim = np.outer(np.cos(turns), a) + np.outer(np.sin(turns), b)
    corners = np.concatenate((radius_m * rim - along * length_m / 2, radius_m * rim + along * length_m / 2))
    half = turns[: SIDES // 2] + math.pi / SIDES
    normals = np.outer(np.cos(half), a) + np.outer(np.sin(half), b)
    edges = np.outer(-np.sin(half), a) + np.outer(np.cos(half), b)
    return Polyhedron(corners, np.vstack((along, normals)), np.vstack((along, edges)))


def hull(points_m: Array, half_m: Array) -> Polyhedron:
    """The convex hull of points ``(k, 3)``, m; the box of these half edges ``(3,)`` where they lie in one plane."""
    from scipy.spatial import ConvexHull, QhullError  # no rig without a part from a file waits for it

    try:
        found = ConvexHull(points_m)
    except QhullError:
        return block(half_m)
    triangles = points_m[found.simplices]
    square = np.cross(triangles[:, 1] - triangles[:, 0], triangles[:, 2] - triangles[:, 0])
    sides = np.concatenate([triangles[:, k] - triangles[:, k - 1] for k in range(3)])
    normals, edges = _ways(square, MOST_FACES), _ways(sides, MOST_EDGES)
    return Polyhedron(points_m[found.vertices], np.vstack((np.eye(3), normals)), edges)


def _ways(vectors: Array, most: int) -> Array:
    """The directions ``(n, 3)`` of vectors, each told once whichever way it points; those that sum up longest."""
    size = np.linalg.norm(vectors, axis=1)
    ways = vectors[size > 0] / size[size > 0, None]
    lead = np.take_along_axis(ways, np.argmax(np.abs(np.round(ways, 3)), axis=1)[:, None], axis=1)
    ways *= np.sign(lead)
    _, first, which = np.unique(np.round(ways, 3), axis=0, return_index=True, return_inverse=True)
    longest = np.argsort(-np.bincount(which.ravel(), weights=size[size > 0]), kind="stable")[:most]
    return np.asarray(ways[first[np.sort(longest)]])
