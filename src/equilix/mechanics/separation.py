"""Whether two convex solids share room, and how much: the separating-axis theorem.

Two convex polyhedra are apart if and only if their shadows are apart on some line that is square to a face of one of
them, or square to an edge of each (Gottschalk, Lin & Manocha 1996 for boxes). The least overlap of the shadows is how
far one of them must be moved to set them free.
"""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


def overlap_m(
    corners: tuple[Array, Array], normals: tuple[Array, Array], edges: tuple[Array, Array], enough_m: float = -np.inf
) -> float:
    """How deep two convex solids are in each other, m; negative where a line along a face or an edge sets them apart.

    ``corners`` ``(k, 3)``, ``normals`` ``(f, 3)`` and ``edges`` ``(e, 3)`` of the one and of the other, in one frame;
    directions are unit vectors. Where the faces alone bring it to ``enough_m`` or less, the edges are not asked.
    """
    faces = np.concatenate(normals)
    depth = float(_shadows_overlap(corners, faces).min())
    if depth <= enough_m:
        return depth
    crossed = np.cross(edges[0][:, None], edges[1][None]).reshape(-1, 3)
    size = np.linalg.norm(crossed, axis=1)
    crossed = crossed[size > 1e-6] / size[size > 1e-6, None]
    return min(depth, float(_shadows_overlap(corners, crossed).min())) if len(crossed) else depth


def _shadows_overlap(corners: tuple[Array, Array], lines: Array) -> Array:
    first, second = (each @ lines.T for each in corners)
    return np.asarray(np.minimum(first.max(0), second.max(0)) - np.maximum(first.min(0), second.min(0)))
