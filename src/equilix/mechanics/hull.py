"""Convex outline of points in a plane."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


def hull(points: Array) -> Array:
    """Convex hull ``(k, 2)`` of flat points ``(n, 2)``, anticlockwise: Andrew's monotone chain.

    Points nearer to each other than a millionth are one. Written out because the general-purpose one costs a third
    of a second at start; a test holds it against SciPy.
    """
    unique = sorted(set(map(tuple, np.round(points, 6).tolist())))
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
