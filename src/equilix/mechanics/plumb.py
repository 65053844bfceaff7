"""The centre of gravity of a thing that is hung up twice: where the two plumb lines cross.

Whatever hangs freely from a point has its centre of gravity straight below that point. Frame: that of the thing, seen
from its right side: x ahead, z up. SI units; uncertainties are first order.
"""

from __future__ import annotations

import math

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.errors import Invalid
from equilix.facts import fact

Array = NDArray[np.float64]

LEAST_CROSSING_RAD = math.radians(10.0)
"""Plumb lines that cross at a smaller angle do not tell where."""


class Crossing(Struct, frozen=True):
    """Where two plumb lines cross, ``(2,)``, m, and the standard uncertainty of each coordinate, ``(2,)``, m."""

    place_m: Array
    sd_m: Array


def hung_from_two(
    points_m: tuple[tuple[float, float], tuple[float, float]], nose_down_rad: tuple[float, float],
    tilt_sd_rad: float = math.radians(1.0), place_sd_m: float = 0.001,
) -> Crossing:  # fmt: skip
    """The centre of gravity of a thing that hung from two points, ``(x, z)`` each, with its nose so far down.

    Nose down by θ, gravity points along ``(sin θ, −cos θ)`` in the frame of the thing. Each line is uncertain by its
    distance times ``tilt_sd_rad``, and by ``place_sd_m``. Raises :class:`Invalid` where the points are one, where the
    lines are all but parallel, and where the centre would lie above a point that it hung from.
    """
    first, second = np.array(points_m[0], float), np.array(points_m[1], float)
    if not all(math.isfinite(tilt) for tilt in nose_down_rad):
        raise Invalid(fact("plumb.angles"))
    if float(np.hypot(*(first - second))) < 1e-4:
        raise Invalid(fact("plumb.two_points"))
    downs = np.array([(math.sin(tilt), -math.cos(tilt)) for tilt in nose_down_rad])
    if abs(float(downs[0, 0] * downs[1, 1] - downs[0, 1] * downs[1, 0])) < math.sin(LEAST_CROSSING_RAD):
        raise Invalid(fact("plumb.parallel"))
    across = np.column_stack((-downs[:, 1], downs[:, 0]))
    lines = np.array([across[0] @ first, across[1] @ second])
    place = np.linalg.solve(across, lines)
    below = np.array([downs[0] @ (place - first), downs[1] @ (place - second)])
    if float(below.min()) < -1e-6:
        raise Invalid(fact("plumb.above"))
    spread = np.linalg.inv(across) @ np.diag(np.hypot(below * tilt_sd_rad, place_sd_m))
    return Crossing(place, np.sqrt((spread**2).sum(axis=1)))
