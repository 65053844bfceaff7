"""Where all of the operator's body is, from the top of the head to the soles: standing, walking, kneeling or seated.

Frame: that of the rig (x forward, y to the left, z up), m. Head, trunk and arms are where the stance and the hands put
them; the legs go from the hips to the ground, with the lengths of their segments kept.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.body.operators import Operator, segments
from equilix.body.posture import (
    GRIP_IN_HAND,
    KNEE_ABOVE_HIP_M,
    KNEE_APART_M,
    SEAT_HIP,
    THIGH,
    Arm,
    Stance,
    knee_up,
    reach,
)
from equilix.keys import BodyPosture, Side

Array = NDArray[np.float64]

SHANK: Final = 0.246
"""Knee to ankle, of stature (Winter, figure 4.1: 0.285 − 0.039, from memory)."""
ANKLE: Final = 0.039
"""Ankle over the sole (Winter, figure 4.1, from memory)."""
FOOT: Final = 0.152
"""Length of the foot (Winter, figure 4.1, from memory)."""
HEEL: Final = 0.25
"""The part of the foot behind the ankle (estimate)."""
HIP_APART: Final = 0.05
"""Hip joint from the midline (estimate)."""
SEAT_BELOW_HIP: Final = 0.05
"""What someone sits on is so far below the hip joints (estimate)."""
KNEE_THICK: Final = 0.03
"""A knee on the ground is so far over it (estimate)."""
HANGS: Final = 0.98
"""Of its length that an idle arm uses."""
FEET: Final[Mapping[BodyPosture, tuple[float, float]]] = {"standing": (0.045, -0.045), "walking": (0.13, -0.13)}
"""The front and the rear foot from the hips, of stature (estimates: at ease, and a short step with a camera)."""
HEEL_UP: Final = 0.035
"""The rear heel of someone who walks, of stature (estimate)."""
ON_TOES_RAD: Final = math.radians(-75.0)
"""The sole of a foot on its toes behind a knee on the ground (estimate)."""
NORMAL_KG_M2: Final = 22.5
"""Mass over stature squared of a middling build: who is heavier is drawn broader."""


class Leg(Struct, frozen=True):
    """One leg; places ``(3,)``, m. ``heel_m`` and ``toe_m``: the ends of the sole."""

    side: Side
    hip_m: Array
    knee_m: Array
    ankle_m: Array
    heel_m: Array
    toe_m: Array


class BodyFigure(Struct, frozen=True):
    """The whole operator. ``build``: how broad, 1 for a middling build; ``seat_z``: the height of what is sat on, m."""

    operator: Operator
    stance: Stance
    posture: BodyPosture
    arms: tuple[Arm, ...]
    """Both, those that hold nothing hanging."""
    legs: tuple[Leg, ...]
    ground_z: float
    build: float
    seat_z: float | None = None

    @property
    def top_m(self) -> Array:
        """The top of the head ``(3,)``."""
        return self.stance.head_m + self.stance.head_half_m * (0.0, 0.0, 1.0)


def body_figure(operator: Operator, stance: Stance, arms: tuple[Arm, ...], posture: BodyPosture) -> BodyFigure:
    """The body in that posture, with these arms on what they hold."""
    h = operator.stature_m
    hip = stance.middle_m - np.array((0.0, 0.0, SEAT_HIP * h))
    build = math.sqrt(operator.mass_kg / (NORMAL_KG_M2 * h**2))
    both = _both_arms(operator, stance, arms)
    if posture == "seated":
        knee_z = hip[2] + KNEE_ABOVE_HIP_M - KNEE_THICK * h
        ground = float(knee_z - (SHANK + ANKLE) * h)
        legs = tuple(_seated_leg(h, hip, side, ground) for side in _SIDES)
        return BodyFigure(operator, stance, posture, both, legs, ground, build, float(hip[2] - SEAT_BELOW_HIP * h))
    if posture == "kneeling":
        up = knee_up(operator)
        ground = float(hip[2] - (THIGH + KNEE_THICK) * h)
        legs = tuple(_seated_leg(h, hip, side, ground) if side == up else _knelt_leg(h, hip, side) for side in _SIDES)
        return BodyFigure(operator, stance, posture, both, legs, ground, build)
    front = knee_up(operator)
    ahead, back = FEET[posture]
    lift = HEEL_UP if posture == "walking" else 0.0
    straight = (THIGH + SHANK) * 0.999
    ground = float(hip[2] - (math.sqrt(straight**2 - max(ahead, -back) ** 2) + ANKLE) * h)
    legs = tuple(
        _standing_leg(h, hip, side, ground, ahead if side == front else back, 0.0 if side == front else lift)
        for side in _SIDES
    )
    return BodyFigure(operator, stance, posture, both, legs, ground, build)


_SIDES: Final[tuple[Side, Side]] = ("left", "right")


def _outward(side: Side) -> float:
    return 1.0 if side == "left" else -1.0


def _both_arms(operator: Operator, stance: Stance, arms: tuple[Arm, ...]) -> tuple[Arm, ...]:
    posed, body = {arm.side: arm for arm in arms}, segments(operator)
    down = HANGS * (body.upper_arm_m + body.forearm_m + GRIP_IN_HAND * body.hand_m)
    return tuple(
        posed.get(side) or reach(operator, side, shoulder, shoulder + np.array((0.03, 0.03 * _outward(side), -down)))
        for side, shoulder in ((each, stance.shoulders_m[each]) for each in _SIDES)
    )


def _foot(h: float, ankle: Array, pitch_rad: float = 0.0) -> tuple[Array, Array]:
    """Heel and toe under an ankle; ``pitch_rad``: the toe up."""
    along = np.array((math.cos(pitch_rad), 0.0, math.sin(pitch_rad)))
    under = ankle + ANKLE * h * np.array((math.sin(pitch_rad), 0.0, -math.cos(pitch_rad)))
    return under - HEEL * FOOT * h * along, under + (1.0 - HEEL) * FOOT * h * along


def _standing_leg(h: float, hip: Array, side: Side, ground: float, ahead: float, lift: float) -> Leg:
    aside = np.array((0.0, HIP_APART * h * _outward(side), 0.0))
    top = hip + aside
    pitch = -math.asin(lift / (FOOT * (1.0 - HEEL)))
    ankle = np.array((hip[0] + ahead * h, top[1], ground + ANKLE * h + lift * h))
    knee = _knee(top, ankle, THIGH * h, SHANK * h)
    return Leg(side, top, knee, ankle, *_foot(h, ankle, pitch))


def _knee(hip: Array, ankle: Array, thigh_m: float, shank_m: float) -> Array:
    """The knee, forward of the line from hip to ankle, which lie in one fore-aft plane."""
    span = ankle - hip
    away = min(max(float(np.linalg.norm(span)), 1e-6), thigh_m + shank_m)
    along = span / max(float(np.linalg.norm(span)), 1e-6)
    foot = (thigh_m**2 - shank_m**2 + away**2) / (2 * away)
    off = math.sqrt(max(thigh_m**2 - foot**2, 0.0))
    found: Array = hip + along * foot + np.array((-along[2], 0.0, along[0])) * off
    return found


def _seated_leg(h: float, hip: Array, side: Side, ground: float) -> Leg:
    """The thigh forward, the shank upright."""
    top = hip + np.array((0.0, HIP_APART * h * _outward(side), 0.0))
    rise = ground + (ANKLE + SHANK) * h - top[2]
    aside = (KNEE_APART_M - HIP_APART * h) * _outward(side)
    knee = top + np.array((math.sqrt((THIGH * h) ** 2 - rise**2 - aside**2), aside, rise))
    ankle = knee - np.array((0.0, 0.0, SHANK * h))
    return Leg(side, top, knee, ankle, *_foot(h, ankle))


def _knelt_leg(h: float, hip: Array, side: Side) -> Leg:
    """The thigh upright on a knee on the ground, the shank behind, the foot on its toes."""
    top = hip + np.array((0.0, HIP_APART * h * _outward(side), 0.0))
    knee = top - np.array((0.0, 0.0, THIGH * h))
    on_toes = ANKLE * math.cos(ON_TOES_RAD) - (1.0 - HEEL) * FOOT * math.sin(ON_TOES_RAD)
    rise = (on_toes - KNEE_THICK) * h
    ankle = knee + np.array((-math.sqrt((SHANK * h) ** 2 - rise**2), 0.0, rise))
    return Leg(side, top, knee, ankle, *_foot(h, ankle, ON_TOES_RAD))
