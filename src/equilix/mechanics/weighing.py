"""Mass and centre of gravity from scales: two supports level, and once more with the base tilted.

Frame: that of the rig; x along the line of the supports, z up from it. SI units; uncertainties are first order.
"""

from __future__ import annotations

import math

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

Array = NDArray[np.float64]

LEAST_TILT_RAD = math.radians(3.0)
"""Tilted by less the height cannot be told."""


class Weighed(Struct, frozen=True):
    """Mass, kg, and a coordinate of the centre of gravity, m, each with its standard uncertainty."""

    mass_kg: float
    mass_sd_kg: float
    place_m: float
    place_sd_m: float


def two_supports(
    readings_kg: tuple[float, float], places_m: tuple[float, float], reading_sd_kg: float = 0.0,
    place_sd_m: float = 0.0,
) -> Weighed:  # fmt: skip
    """Where something balances that rests level on two supports, one on a scale, or both.

    ``m = R_a + R_b``, ``x = (R_a a + R_b b)/m``. ``reading_sd_kg`` is that of each reading, ``place_sd_m`` that of each
    place. Raises ``ValueError`` where nothing rests on them, or both stand at one place.
    """
    first, second = readings_kg
    a, b = places_m
    mass = first + second
    if not (math.isfinite(mass) and mass > 0):
        raise ValueError("the two readings must sum to a mass above 0")
    if abs(a - b) < 1e-6:
        raise ValueError("the two supports must stand at different places")
    x = (first * a + second * b) / mass
    by_reading = math.hypot(a - x, b - x) / mass * reading_sd_kg
    by_place = math.hypot(first, second) / mass * place_sd_m
    return Weighed(mass, math.sqrt(2) * reading_sd_kg, x, math.hypot(by_reading, by_place))


def height_from_tilt(
    level: Weighed, tilted_kg: tuple[float, float], places_m: tuple[float, float], tilt_rad: float,
    reading_sd_kg: float = 0.0, place_sd_m: float = 0.0, tilt_sd_rad: float = 0.0,
) -> Weighed:  # fmt: skip
    """How high the centre of gravity is over the line of the supports, from the same supports with the base tilted.

    ``tilt_rad``: the base is turned by so much so that +x goes up; the scales still push straight up, at the same two
    places of the base. Along the ground the centre is then at ``x cos θ − z sin θ`` and the supports at ``a cos θ``,
    ``b cos θ``: ``z = (x − x') / tan θ`` with ``x'`` the balance of the tilted readings. All readings have
    ``reading_sd_kg``; an error of a support's place is the same in both weighings. Raises ``ValueError`` for a
    tilt that is too small, and where the two weighings differ by more than their doubt and a hundredth.
    """
    if not LEAST_TILT_RAD <= abs(tilt_rad) <= math.radians(60.0):
        raise ValueError("tilt the base by 3° to 60°: by less the height cannot be told")
    tilted = two_supports(tilted_kg, places_m, reading_sd_kg)
    if abs(tilted.mass_kg - level.mass_kg) > 0.01 * level.mass_kg + 3 * math.hypot(tilted.mass_sd_kg, level.mass_sd_kg):
        raise ValueError("the two weighings do not weigh the same: look for what touches or has slid")
    slope = math.tan(tilt_rad)
    z = (level.place_m - tilted.place_m) / slope
    a, b = places_m
    by_reading = math.hypot(
        two_supports(_shared(level, places_m), places_m, reading_sd_kg).place_sd_m, tilted.place_sd_m
    )
    by_place = math.sqrt(2) * abs((level.place_m - tilted.place_m) / (a - b)) * place_sd_m
    by_tilt = abs(z) * (1 + slope * slope) * tilt_sd_rad
    return Weighed(tilted.mass_kg, tilted.mass_sd_kg, z, math.hypot(by_reading, by_place, by_tilt) / abs(slope))


def _shared(weighed: Weighed, places_m: tuple[float, float]) -> tuple[float, float]:
    """The two readings that this mass and place give."""
    a, b = places_m
    first = weighed.mass_kg * (b - weighed.place_m) / (b - a)
    return first, weighed.mass_kg - first
