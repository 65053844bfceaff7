"""Arm posture: two-link inverse kinematics from the shoulder joint to the grip, elbow at its lowest."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from equilix.body.operators import FOREARM_CG, HAND_CG, UPPER_ARM_CG, Operator, Segments, segments

Array = NDArray[np.float64]

GRIP_IN_HAND = 0.506
"""The middle of a closed fist, as a share of the hand's length: taken at the hand's centre of mass."""
PAD_ABOVE_JOINT_M = 0.045
"""Height of the pad's underside over the shoulder joint (estimate: the muscle between neck and shoulder)."""
PAD_FROM_MIDLINE = 0.45
"""Place of the pad between the body's midline (0) and the shoulder joint (1) (estimate)."""


@dataclass(frozen=True, slots=True)
class Arm:
    """One arm in the rig frame; points ``(3,)`` in m, angles in rad."""

    side: str
    shoulder_m: Array
    elbow_m: Array
    hand_m: Array
    elbow_angle_rad: float
    """Angle between upper arm and forearm: 180° is a straight arm."""
    elevation_rad: float
    """Angle of the upper arm from hanging straight down."""
    reach_used: float
    """Distance from shoulder to grip over the arm's length; above 1 the grip cannot be reached."""

    @property
    def reached(self) -> bool:
        """Whether the hand gets to the grip."""
        return self.reach_used <= 1.0 + 1e-9


@dataclass(frozen=True, slots=True)
class Stance:
    """Where the operator's trunk and head are in the rig frame, with the lens level; m."""

    shoulders_m: dict[str, Array]
    head_m: Array
    head_radius_m: float
    eye_m: Array


def stance_under_pad(operator: Operator, pad_centre_m: Array) -> Stance:
    """The upright operator with the pad's centre ``(3,)`` on the chosen shoulder."""
    body = segments(operator)
    to_right = 1.0 if operator.shoulder == "right" else -1.0
    joint_z = pad_centre_m[2] - PAD_ABOVE_JOINT_M
    midline_y = pad_centre_m[1] + to_right * PAD_FROM_MIDLINE * body.half_shoulder_width_m
    x = pad_centre_m[0]
    half = body.half_shoulder_width_m
    floor_z = joint_z - body.shoulder_height_m
    eye_z = floor_z + body.eye_height_m
    return Stance(
        {"right": np.array((x, midline_y - half, joint_z)), "left": np.array((x, midline_y + half, joint_z))},
        np.array((x + 0.02, midline_y, eye_z + 0.01)),
        0.064 * operator.stature_m,
        np.array((x + 0.10, midline_y, eye_z)),
    )


def reach(operator: Operator, side: str, shoulder_m: Array, grip_m: Array) -> Arm:
    """Bring a hand to a grip. Out of reach, the straight arm points at it and ``reach_used`` is above 1."""
    body = segments(operator)
    upper, lower = body.upper_arm_m, body.forearm_m + GRIP_IN_HAND * body.hand_m
    span = grip_m - shoulder_m
    distance = max(float(np.linalg.norm(span)), 1e-6)
    used = distance / (upper + lower)
    along = span / distance
    clamped = min(max(distance, abs(upper - lower) + 1e-6), upper + lower)
    # cosine law: foot of the elbow on the line from shoulder to hand, and its height over that line
    foot = (upper**2 - lower**2 + clamped**2) / (2 * clamped)
    height = math.sqrt(max(upper**2 - foot**2, 0.0))
    down = np.array((0.0, 0.0, -1.0))
    drop = down - (down @ along) * along
    size = float(np.linalg.norm(drop))
    if size < 1e-6:  # the hand straight below or above the shoulder: the elbow goes back
        drop, size = np.array((-1.0, 0.0, 0.0)), 1.0
    elbow = shoulder_m + along * foot + drop / size * height
    hand = shoulder_m + along * clamped
    bend = (upper**2 + lower**2 - clamped**2) / (2 * upper * lower)
    lifted = (elbow - shoulder_m) @ down / upper
    return Arm(
        side,
        shoulder_m,
        elbow,
        hand,
        math.acos(min(max(bend, -1.0), 1.0)),
        math.acos(min(max(float(lifted), -1.0), 1.0)),
        used,
    )


def arm_weights(body: Segments, arm: Arm) -> tuple[Array, Array]:
    """Masses ``(3,)``, kg, and centres ``(3, 3)``, m, of upper arm, forearm and hand."""
    wrist = arm.elbow_m + (arm.hand_m - arm.elbow_m) * (body.forearm_m / (body.forearm_m + GRIP_IN_HAND * body.hand_m))
    toward = arm.hand_m - wrist
    size = max(float(np.linalg.norm(toward)), 1e-9)
    masses = np.array((body.upper_arm_kg, body.forearm_kg, body.hand_kg))
    centres = np.array(
        (
            arm.shoulder_m + (arm.elbow_m - arm.shoulder_m) * UPPER_ARM_CG,
            arm.elbow_m + (wrist - arm.elbow_m) * FOREARM_CG,
            wrist + toward / size * HAND_CG * body.hand_m,
        )
    )
    return masses, centres
