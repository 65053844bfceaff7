"""Motors on, at the end: how hard each works, how long the battery lasts, and how much the picture shakes.

The handle is walked with; what hangs off an axis is thrown about it with every step. A motor follows like a spring
with a damper; what it must give to hold the balance is not left for that.
"""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.errors import Called, Cancelled
from equilix.facts import Sayable
from equilix.mechanics.moving import Moving
from equilix.practice.rigged import Rigged
from equilix.practice.stands import STANDS

Array = NDArray[np.float64]

PEAK: Final = 2.0
"""How much more than it can give for long a motor gives for a moment (common practice, no source)."""
BAND_HZ: Final = 4.0
DAMPING: Final = 0.7
"""How quickly a motor answers, and how it is damped (estimate)."""
STEPS_HZ: Final = 2.0
UP_M_S2, ACROSS_M_S2, AHEAD_M_S2 = 2.0, 0.8, 1.0
"""What a hand does to the handle at each step: up and down, across, ahead; the last at twice the step (estimate)."""
SETTLE_S, WATCH_S = 1.0, 2.0
STEP_S: Final = 1 / 240


class Motor(Struct, frozen=True):
    """One axis: the share of its rating that it gives level and at its worst over the range; the shake, rad."""

    name: str
    level: float
    worst: float
    shake_rad: float


class MotorsOn(Struct, frozen=True):
    """What each motor has to do; ``run_time``: what is said of how long the battery lasts, empty where nothing is."""

    motors: tuple[Motor, ...]
    run_time: Sayable


def motors_on(analysis: Analysis, called_off: Called = lambda: False) -> MotorsOn | None:
    """What the motors have to do; None without any. Raises :class:`Cancelled`."""
    made = STANDS["gimbal"].make(analysis)
    if made is None:
        return None
    drives = analysis.drives
    level, worst = np.abs(drives.level_nm()), np.abs(drives.working_nm).max(axis=0)
    ratings = drives.ratings_nm
    shakes = shake_rad(made, ratings, drives.level_nm(), called_off)
    rows = tuple(
        Motor(name, float(level[k] / ratings[k]), float(worst[k] / ratings[k]), float(shakes[k]))
        for k, name in enumerate(drives.names)
    )
    said = next((each.said for each in analysis.figures if each.key == "run_time_s"), "")
    return MotorsOn(rows, said)


def shake_rad(made: Rigged, ratings_nm: Array, level_nm: Array, called_off: Called) -> Array:
    """How much each axis ``(s,)`` shakes, rad, root mean square over two seconds of walking, motors on."""
    moving = Moving(made.links)
    moving.friction[:] = 0.0  # a motor that works overcomes it before it is seen
    own = np.diag(moving.mass())
    stiff = own * (2 * math.pi * BAND_HZ) ** 2
    damp = 2 * DAMPING * own * (2 * math.pi * BAND_HZ)
    most = np.maximum(PEAK * ratings_nm - np.abs(level_nm), 0.0)
    seen = []
    while moving.time_s < SETTLE_S + WATCH_S:
        if called_off():
            raise Cancelled
        angles = np.array(moving.pose.angles_rad)
        moving.torques = level_nm + np.clip(-stiff * angles - damp * moving.speeds, -most, most)
        wave = 2 * math.pi * STEPS_HZ * moving.time_s
        thrown = np.array((AHEAD_M_S2 * math.sin(2 * wave), ACROSS_M_S2 * math.sin(wave / 2), UP_M_S2 * math.sin(wave)))
        moving.gravity = np.array((0.0, 0.0, -STANDARD_GRAVITY_M_S2)) - thrown
        moving.step(STEP_S)
        if moving.time_s > SETTLE_S:
            seen.append(angles)
    told = np.array(seen)
    return np.asarray(np.sqrt(((told - told.mean(axis=0)) ** 2).mean(axis=0)))
