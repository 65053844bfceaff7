"""Rotation matrices, in the convention of ``scipy.spatial.transform.Rotation``.

Written out here because they stand in the hot path and SciPy's start-up would double the program's;
the tests hold them against SciPy.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]


def unit(vector: tuple[float, float, float] | Array) -> Array:
    """The vector ``(3,)`` at length 1. Raises ``ValueError`` where it has no direction."""
    array = np.asarray(vector, dtype=float)
    length = math.sqrt(float(array @ array))
    if length < 1e-9:
        raise ValueError("a direction of length 0 points nowhere")
    return array / length


def about_axis(axis: Array, angle_rad: float) -> Array:
    """Right-handed rotation ``(3, 3)`` about a unit axis ``(3,)`` (Rodrigues' formula)."""
    x, y, z = axis
    c, s = math.cos(angle_rad), math.sin(angle_rad)
    k = 1.0 - c
    return np.array(
        (
            (c + x * x * k, x * y * k - z * s, x * z * k + y * s),
            (y * x * k + z * s, c + y * y * k, y * z * k - x * s),
            (z * x * k - y * s, z * y * k + x * s, c + z * z * k),
        )
    )


def from_quaternion(xyzw: tuple[float, float, float, float]) -> Array:
    """Rotation matrix ``(3, 3)`` of a quaternion, scalar last, of any length but zero."""
    x, y, z, w = xyzw
    norm = math.sqrt(x * x + y * y + z * z + w * w)
    if norm < 1e-9:
        raise ValueError("a quaternion of length 0 is no rotation")
    x, y, z, w = x / norm, y / norm, z / norm, w / norm
    return np.array(
        (
            (1 - 2 * (y * y + z * z), 2 * (x * y - z * w), 2 * (x * z + y * w)),
            (2 * (x * y + z * w), 1 - 2 * (x * x + z * z), 2 * (y * z - x * w)),
            (2 * (x * z - y * w), 2 * (y * z + x * w), 1 - 2 * (x * x + y * y)),
        )
    )
