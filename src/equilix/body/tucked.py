"""An elbow against the body: where it goes, and whether it gets there."""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from equilix.body.operators import Operator, segments
from equilix.body.posture import GRIP_IN_HAND, Arm, Stance

Array = NDArray[np.float64]

TRUNK_HALF_DEPTH_M: Final = 0.11
"""From the middle of the trunk to its front (estimate)."""
TRUNK_HALF_BREADTH: Final = 0.11
"""From the midline to the side of the ribs, of stature (estimate)."""
TOUCHES_M: Final = 0.04
"""An elbow this near is laid against the body (estimate)."""
_SWIVEL = np.linspace(-math.pi, math.pi, 73)


def tuck(operator: Operator, stance: Stance, arm: Arm) -> tuple[Arm, float]:
    """The arm with its elbow as near to the trunk as its hand allows, and how far the elbow then is from it, m.

    With hand and shoulder where they are, the elbow can be anywhere on a circle about the line between them. The trunk
    is an upright elliptic cylinder under the shoulders.
    """
    body = segments(operator)
    upper, lower = body.upper_arm_m, body.forearm_m + GRIP_IN_HAND * body.hand_m
    span = arm.hand_m - arm.shoulder_m
    far = max(float(np.linalg.norm(span)), 1e-6)
    along = span / far
    foot = (upper**2 - lower**2 + far**2) / (2 * far)
    radius = math.sqrt(max(upper**2 - foot**2, 0.0))
    first = np.cross(along, (0.0, 0.0, 1.0))
    size = float(np.linalg.norm(first))
    first = first / size if size > 1e-6 else np.array((1.0, 0.0, 0.0))
    second = np.cross(along, first)
    elbows = arm.shoulder_m + along * foot + radius * (
        np.cos(_SWIVEL)[:, None] * first + np.sin(_SWIVEL)[:, None] * second
    )  # fmt: skip
    gaps = _gaps_m(operator, stance, elbows)
    gaps = np.where(elbows[:, 2] <= arm.shoulder_m[2], gaps, np.inf)  # an elbow over the shoulder leans on nothing
    best = int(np.argmin(gaps))
    if not math.isfinite(gaps[best]):
        return arm, math.inf
    elbow = elbows[best]
    raised = math.acos(min(max(float(arm.shoulder_m[2] - elbow[2]) / upper, -1.0), 1.0))
    return replace(arm, elbow_m=elbow, elevation_rad=raised), float(max(gaps[best], 0.0))


def _gaps_m(operator: Operator, stance: Stance, points: Array) -> Array:
    """How far points ``(n, 3)`` are outside the trunk, seen from above; infinite for those well inside it."""
    middle = stance.middle_m
    half = np.array((TRUNK_HALF_DEPTH_M, TRUNK_HALF_BREADTH * operator.stature_m))
    away = (points - middle)[:, :2]
    out = np.maximum(np.linalg.norm(away / half, axis=1), 1e-9)
    gap = np.linalg.norm(away, axis=1) * (1 - 1 / out)
    return np.asarray(np.where(gap < -0.03, np.inf, gap))
