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
from equilix.units import Display, angle, length

Array = NDArray[np.float64]

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


def hanging_balances(carried: Carried, support: Support, tolerance_rad: float, point: str) -> tuple[Balance, ...]:
    """CG under the point, fore-aft and sideways, to within an angle.

    Where the CG is above the point the rig turns over: it has no edge to stay inside of.
    """
    drop = drop_m(carried, support)
    room = math.tan(tolerance_rad) * max(drop, LEAST_DROP_M)
    edge = math.inf if drop > 0 else 0.0

    def tilted(value: float, unit: Display) -> str:
        del unit
        said = angle(math.atan2(abs(value), drop))
        return "it hangs level" if said == "0°" else f"it hangs {said} off level"

    return (
        fore_aft(support, room, edge, falls_ahead="nose-down", falls_behind="nose-up", datum_name=point, also=tilted),
        sideways(
            support,
            room,
            edge,
            falls_ahead="left side down",
            falls_behind="right side down",
            datum_name=point,
            also=tilted,
        ),
    )


def hanging_verdict(situation: Situation, point: str, lead: str) -> tuple[str, str]:
    """Hangs level, tilted, or turns over; the sentence of the angles begins with ``lead``."""
    carried, unit = situation.carried, situation.carried.display
    pitch, roll = attitude_rad(carried, situation.support)
    drop = drop_m(carried, situation.support)
    if drop <= 0:
        return "Turns over.", (
            f"The centre of gravity is {length(-drop, unit)} above {point}; it has to hang below it."
        )
    said = f"{lead}, the lens looks {_way(pitch, 'down', 'up')}, roll {_way(roll, 'left side up', 'right side up')}."
    if situation.status == "rests":
        return "Hangs level.", said
    return f"Hangs {situation.worst.way}.", said


def _way(value: float, positive: str, negative: str) -> str:
    return f"{angle(abs(value))} {positive if value > 0 else negative}" if abs(value) > 0.0009 else "level"


def hanging_figures(situation: Situation) -> tuple[Figure, ...]:
    """Pitch, roll and how far the CG is below."""
    pitch, roll = attitude_rad(situation.carried, situation.support)
    drop = drop_m(situation.carried, situation.support)
    warning = "" if drop > 0 else "It turns over: raise the point, or put heavy things lower."
    return (
        Figure("hang_pitch_rad", "Let go, the lens looks", pitch, "rad", _way(pitch, "down", "up"), warning),
        Figure("hang_roll_rad", "Let go, roll", roll, "rad", _way(roll, "left side up", "right side up")),
        Figure("below_m", "Centre of gravity below it", drop, "m", length(drop, situation.carried.display)),
    )
