"""What hangs from one point: pitch and roll, and the conditions that come of them.

A free rig turns until its CG is under the point, ``d`` from it. Pitch is how far the lens then looks down,
``asin(d_x / |d|)``; roll is how far the horizon in the picture is off, ``atan2(−d_y, −d_z)``, left side up positive.
"""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import NDArray

from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Figure, Situation, Support, fore_aft, sideways
from equilix.facts import Sayable, angle, fact, length, run

Array = NDArray[np.float64]

LEAST_SHOWN_RAD = math.radians(0.05)
"""What hangs nearer to level than this is said to hang level."""
LEAST_DROP_M = 0.002
"""A CG that is hardly under the point, or over it, is taken to be this far under it, so that there is a tolerance."""


def drop_m(carried: Carried, support: Support) -> float:
    """How far the CG is under the hanging point, m; negative where it is above."""
    return float(support.datum_m[2] - carried.mass.cg_m[2])


def attitude_rad(carried: Carried, support: Support) -> tuple[float, float]:
    """Hang pitch (the lens looks down: positive) and roll (left side up positive)."""
    x, y, z = carried.mass.cg_m - support.datum_m
    far = math.hypot(x, y, z)
    return math.asin(x / far) if far > 0 else 0.0, math.atan2(-y, -z)


def hanging_balances(carried: Carried, support: Support, tolerance_rad: float, point: Sayable) -> tuple[Balance, ...]:
    """CG under the point, fore-aft and sideways, to within an angle.

    Where the CG is above the point the rig turns over: it has no edge to stay inside of.
    """
    drop = drop_m(carried, support)
    room = math.tan(tolerance_rad) * max(drop, LEAST_DROP_M)
    edge = math.inf if drop > 0 else 0.0

    def tilted(value: float) -> Sayable:
        off = math.atan2(abs(value), drop)
        return fact("hanging.hangs_level") if off < LEAST_SHOWN_RAD else fact("hanging.hangs_off_level", off=angle(off))

    return (
        fore_aft(
            support,
            room,
            edge,
            falls_ahead=fact("way.nose_down"),
            falls_behind=fact("way.nose_up"),
            datum_name=point,
            also=tilted,
        ),
        sideways(
            support,
            room,
            edge,
            falls_ahead=fact("hanging.left_side_down"),
            falls_behind=fact("hanging.right_side_down"),
            datum_name=point,
            also=tilted,
        ),
    )


def hanging_verdict(situation: Situation, point: Sayable, lead: Sayable) -> tuple[Sayable, Sayable]:
    """Hangs level, tilted, or turns over; the sentence of the angles begins with ``lead``."""
    carried = situation.carried
    pitch, roll = attitude_rad(carried, situation.support)
    drop = drop_m(carried, situation.support)
    if drop <= 0:
        return fact("hanging.verdict_turns_over"), fact(
            "hanging.centre_gravity_above_has_hang", drop=length(-drop), point=point
        )
    said = fact(
        "hanging.lens_looks_roll",
        lead=lead,
        pitch=_way(pitch, fact("way.down"), fact("way.up")),
        roll=_way(roll, fact("hanging.left_side_up"), fact("hanging.right_side_up")),
    )
    if situation.status == "rests":
        return fact("hanging.verdict_level"), said
    return fact("hanging.verdict_off", way=situation.worst.way), said


def _way(value: float, positive: Sayable, negative: Sayable) -> Sayable:
    return (
        run(angle(abs(value)), positive if value > 0 else negative)
        if abs(value) >= LEAST_SHOWN_RAD
        else fact("way.level")
    )


def hanging_figures(situation: Situation) -> tuple[Figure, ...]:
    """Pitch, roll and how far the CG is below."""
    pitch, roll = attitude_rad(situation.carried, situation.support)
    drop = drop_m(situation.carried, situation.support)
    warning = "" if drop > 0 else fact("hanging.turns_over_raise_point_or")
    return (
        Figure(
            "hang_pitch_rad",
            fact("figure.hang_pitch_rad"),
            pitch,
            "rad",
            _way(pitch, fact("way.down"), fact("way.up")),
            warning,
        ),
        Figure(
            "hang_roll_rad",
            fact("figure.hang_roll_rad"),
            roll,
            "rad",
            _way(roll, fact("hanging.left_side_up"), fact("hanging.right_side_up")),
        ),
        Figure("below_m", fact("figure.below_m"), drop, "m", length(drop)),
    )
