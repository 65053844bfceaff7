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


def turned(roll_rad: float, pitch_rad: float, yaw_rad: float) -> tuple[float, float, float, float]:
    """The quaternion, scalar last, of what is rolled to the right, pitched nose-up and turned to the left.

    Intrinsic z–y–x angles: first turned, then pitched, then rolled; nose-up is a turn about −y.
    """
    (sr, cr), (sp, cp), (sy, cy) = (
        (math.sin(a / 2), math.cos(a / 2)) for a in (roll_rad, -pitch_rad, yaw_rad)
    )  # fmt: skip
    return (
        sr * cp * cy - cr * sp * sy,
        cr * sp * cy + sr * cp * sy,
        cr * cp * sy - sr * sp * cy,
        cr * cp * cy + sr * sp * sy,
    )


def angles_of(rotation: Array) -> tuple[float, float, float]:
    """Roll to the right, pitch nose-up and turn to the left of a rotation ``(3, 3)``: :func:`turned` backwards, rad.

    Straight up or down, where roll and turn are one, all of it is told as turn.
    """
    up = min(max(float(rotation[2, 0]), -1.0), 1.0)
    if abs(up) > 1.0 - 1e-9:
        return 0.0, math.copysign(math.pi / 2, up), math.atan2(-float(rotation[0, 1]), float(rotation[1, 1]))
    return (
        math.atan2(float(rotation[2, 1]), float(rotation[2, 2])),
        math.asin(up),
        math.atan2(float(rotation[1, 0]), float(rotation[0, 0])),
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
