"""Arm posture: two-link inverse kinematics from the shoulder joint to the grip, elbow at its lowest."""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.body.operators import FOREARM_CG, HAND_CG, UPPER_ARM_CG, Operator, Segments, segments
from equilix.keys import BodyPosture, Side

Array = NDArray[np.float64]

GRIP_IN_HAND = 0.506
"""The middle of a closed fist, as a share of the hand's length: taken at the hand's centre of mass."""
PAD_ABOVE_JOINT_M = 0.045
"""Height of the pad's underside over the shoulder joint (estimate: the muscle between neck and shoulder)."""
PAD_FROM_MIDLINE = 0.55
"""Place of the pad between the body's midline (0) and the shoulder joint (1) (estimate)."""


STRAIGHT_RAD: Final = math.radians(165.0)
HANGS_RAD: Final = math.radians(15.0)
"""An elbow this open, and an upper arm this near to hanging, are an arm that hangs (common practice, no source)."""


class Arm(Struct, frozen=True):
    """One arm in the rig frame; points ``(3,)`` in m, angles in rad."""

    side: Side
    shoulder_m: Array
    elbow_m: Array
    hand_m: Array
    elbow_angle_rad: float
    """Angle between upper arm and forearm: 180° is a straight arm."""
    elevation_rad: float
    """Angle of the upper arm from hanging straight down."""
    reach_used: float
    """Distance from shoulder to grip over the arm's length; above 1 the grip cannot be reached."""
    missing_m: float = 0.0
    """How far the hand stays from a grip that cannot be reached."""

    @property
    def hangs_straight(self) -> bool:
        """Whether it hangs like a rope: what pulls at the hand costs the elbow nothing."""
        return self.elbow_angle_rad >= STRAIGHT_RAD and self.elevation_rad <= HANGS_RAD

    @property
    def reached(self) -> bool:
        """Whether the hand gets to the grip."""
        return self.reach_used <= 1.0 + 1e-9


class Stance(Struct, frozen=True):
    """Where the operator's trunk and head are in the rig frame, with the lens level; m."""

    shoulders_m: dict[Side, Array]
    head_m: Array
    head_half_m: Array
    """Half length, breadth and height ``(3,)`` of the head."""
    eye_m: Array

    @property
    def middle_m(self) -> Array:
        """The middle between the shoulder joints ``(3,)``."""
        found: Array = (self.shoulders_m["left"] + self.shoulders_m["right"]) / 2
        return found


EYE_ASIDE_M: Final = 0.032
"""Half the distance between the eyes (estimate)."""
HEAD_HALF = np.array((0.055, 0.044, 0.064))
"""Half length, breadth and height of the head, of stature (from memory)."""
CHEST_DEPTH_M = 0.14
"""From the shoulder joints forward to the front of the chest (estimate)."""
CHEST_BELOW_M = 0.25
CHEST_AHEAD_M = 0.375
"""Where the middle of the hands is held before the chest, from the shoulder joints (common practice, no source)."""
HEIGHTS: Final[dict[str, tuple[float, float]]] = {
    "low": (0.52, 0.25),
    "chest": (CHEST_BELOW_M, CHEST_AHEAD_M),
    "eye": (0.02, 0.36),
    "overhead": (-0.40, 0.15),
}
"""How far the hands are below the shoulder joints, and in front of them (estimates; chest: common practice)."""
SEAT_HIP = 0.288
"""Shoulder joint over hip joint, of stature (Winter, figure 4.1: 0.818 − 0.530, from memory)."""
THIGH = 0.245
"""Hip to knee, of stature (Winter, figure 4.1, from memory)."""
KNEE_ABOVE_HIP_M = 0.06
"""Top of the knee over the hip joint of someone who sits (estimate)."""
KNEE_APART_M = 0.14
"""Knee from the midline of someone who sits (estimate)."""


def eye_of(operator: Operator, stance: Stance) -> Array:
    """The eye that is used ``(3,)``."""
    aside = EYE_ASIDE_M if operator.eye == "left" else -EYE_ASIDE_M
    found: Array = stance.eye_m + np.array((0.0, aside, 0.0))
    return found


def stance_at(operator: Operator, middle_m: Array, joints_z: float) -> Stance:
    """The upright operator with the shoulder joints at height ``joints_z``, their middle at x and y of ``middle_m``."""
    body = segments(operator)
    x, y = float(middle_m[0]), float(middle_m[1])
    half = body.half_shoulder_width_m
    eye_z = joints_z - body.shoulder_height_m + body.eye_height_m
    return Stance(
        {"right": np.array((x, y - half, joints_z)), "left": np.array((x, y + half, joints_z))},
        np.array((x + 0.02, y, eye_z + 0.01)),
        HEAD_HALF * operator.stature_m,
        np.array((x + 0.10, y, eye_z)),
    )


def stance_under_pad(operator: Operator, pad_centre_m: Array, shoulder: str | None = None) -> Stance:
    """The upright operator with the pad's centre ``(3,)`` on the chosen shoulder, their own where none is named."""
    to_right = 1.0 if (shoulder or operator.shoulder) == "right" else -1.0
    inward = np.array((0.0, to_right * PAD_FROM_MIDLINE * segments(operator).half_shoulder_width_m, 0.0))
    return stance_at(operator, pad_centre_m + inward, float(pad_centre_m[2]) - PAD_ABOVE_JOINT_M)


def stance_before_chest(operator: Operator, hands_m: Array, rear_m: float, height: str = "chest") -> Stance:
    """The operator who holds ``hands_m`` (3,), the middle between the grips, before the body at a ``HEIGHTS``.

    The chest stays behind ``rear_m``, the rearmost x of the rig, unless it is held overhead.
    """
    below, ahead = HEIGHTS[height]
    x = float(hands_m[0]) - ahead
    if below > 0:
        x = min(x, rear_m - CHEST_DEPTH_M)
    return stance_at(operator, np.array((x, hands_m[1], 0.0)), float(hands_m[2]) + below)


HANGING: Final = 0.997
"""Of its length that an arm uses which hangs with a load in its hand: just not locked (common practice, no source)."""


def stance_arm_down(operator: Operator, hand_m: Array, side: Side) -> Stance:
    """The operator with one arm hanging down, nearly straight, to ``hand_m`` (3,)."""
    body = segments(operator)
    arm = body.upper_arm_m + body.forearm_m + GRIP_IN_HAND * body.hand_m
    outward = body.half_shoulder_width_m * (1.0 if side == "right" else -1.0)
    middle = hand_m + np.array((-0.02, outward + (0.05 if side == "right" else -0.05), 0.0))
    return stance_at(operator, middle, float(hand_m[2]) + HANGING * arm)


def stance_at_eye(operator: Operator, ahead_m: float, point_m: Array, lens_z: float) -> Stance:
    """The operator whose eyes are level with the lens and whose shoulders are ``ahead_m`` behind ``point_m`` (3,)."""
    body = segments(operator)
    return stance_at(
        operator, point_m - np.array((ahead_m, 0.0, 0.0)), lens_z - body.eye_height_m + body.shoulder_height_m
    )


def knee_up(operator: Operator) -> Side:
    """The knee that someone who kneels has up, under the arm that is not under the rig (common practice, no source)."""
    return "left" if operator.shoulder == "right" else "right"


def knees_m(operator: Operator, stance: Stance, posture: BodyPosture) -> dict[Side, Array]:
    """Tops of the knees ``(3,)`` that a fist can rest on: both of who sits, the one up of who kneels."""
    sides: tuple[Side, ...] = {"seated": ("left", "right"), "kneeling": (knee_up(operator),)}.get(posture, ())
    knee = stance.middle_m + np.array(
        (THIGH * operator.stature_m, 0.0, KNEE_ABOVE_HIP_M - SEAT_HIP * operator.stature_m)
    )
    return {side: knee + np.array((0.0, KNEE_APART_M if side == "left" else -KNEE_APART_M, 0.0)) for side in sides}


def reach(operator: Operator, side: Side, shoulder_m: Array, grip_m: Array) -> Arm:
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
        max(distance - upper - lower, 0.0),
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
