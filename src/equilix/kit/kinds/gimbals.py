"""A gimbal is four parts, each turning on the one before: base, pan arm, roll arm, cradle.

The part that turns has the track, so that it is slid relative to its axis.
"""

from __future__ import annotations

import math
from typing import Final

from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import AHEAD, BACK, LEFT, RIGHT, UP, Fields, along, foot, top
from equilix.kit.mounts import Joint, MountPoint, Track
from equilix.kit.parts import Anchor, Drive, Grip
from equilix.kit.solids import Box, Cylinder

ADJUST_M = 0.025
"""Half of the 50 mm that an adjustment of a gimbal generously has (common practice, no source)."""


def gimbal_base(length: float, width: float, height: float) -> Fields:
    """What is held of a gimbal: the handle with the pan motor on top, and a rosette on each side for handles."""
    del length
    motor = height * 0.2
    return {
        "solids": (
            Cylinder(axis="z", radius_m=width * 0.35, length_m=height - motor, centre_m=(0, 0, (height - motor) / 2), weight=0.6),
            Cylinder(axis="z", radius_m=width / 2, length_m=motor, centre_m=(0, 0, height - motor / 2), weight=0.4),
        ),
        "hangs_by": (foot("screw38"),),
        "offers": (
            top(
                "gimbal-pan", "pan motor", 0, height, turns=True,
                joint=Joint(name="pan", torque_nm=1.6, from_rad=-math.pi, to_rad=math.pi),
            ),
            MountPoint(name="left rosette", kind="rosette", position_m=(0, width / 2, height * 0.72), direction=LEFT, turns=True),
            MountPoint(name="right rosette", kind="rosette", position_m=(0, -width / 2, height * 0.72), direction=RIGHT, turns=True),
        ),
        "grips": (
            Grip(name="upper", position_m=(0, 0, height * 0.55), axis=UP, side="right"),
            Grip(name="lower", position_m=(0, 0, height * 0.12), axis=UP, side="left"),
        ),
        "drive": Drive(payload_kg=4.5),
        "anchors": (Anchor(kind="head", position_m=(0, 0, 0)),),
    }  # fmt: skip


def gimbal_pan_arm(length: float, width: float, height: float) -> Fields:
    """From the pan motor back by ``length`` and up by ``height`` to the roll motor; slides fore-aft on the pan motor."""
    return {
        "solids": (
            Box(size_m=(length, width, 0.016), centre_m=(-length / 2 + 0.015, 0, 0.008), weight=0.35),
            Box(size_m=(0.018, width, height), centre_m=(-length, 0, height / 2), weight=0.3),
            Cylinder(axis="x", radius_m=0.026, length_m=0.03, centre_m=(-length - 0.015, 0, height), weight=0.35),
        ),
        "hangs_by": (foot("gimbal-pan", "pan motor", track=along(ADJUST_M, scale_zero_m=ADJUST_M)),),
        "offers": (
            MountPoint(
                name="roll motor", kind="gimbal-roll", position_m=(-length, 0, height), direction=AHEAD, reference=UP,
                turns=True, joint=Joint(name="roll", torque_nm=1.2, from_rad=-0.6, to_rad=0.6),
            ),
        ),
    }  # fmt: skip


def gimbal_roll_arm(length: float, width: float, height: float) -> Fields:
    """From the roll motor to the right by ``width`` and forward by ``length`` to the tilt motor; slides sideways."""
    half = ADJUST_M
    return {
        "solids": (
            Box(size_m=(0.016, width, height), centre_m=(0.012, -width / 2, 0), weight=0.4),
            Box(size_m=(length, 0.014, height), centre_m=(length / 2, -width, 0), weight=0.3),
            Cylinder(axis="y", radius_m=0.026, length_m=0.028, centre_m=(length, -width - 0.014, 0), weight=0.3),
        ),
        "hangs_by": (
            MountPoint(
                name="roll motor", kind="gimbal-roll", position_m=(0, 0, 0), direction=BACK, reference=UP,
                track=Track(axis=LEFT, from_m=-half, to_m=half, scale_zero_m=half),
            ),
        ),
        "offers": (
            MountPoint(
                name="tilt motor", kind="gimbal-tilt", position_m=(length, -width, 0), direction=LEFT,
                turns=True, joint=Joint(name="tilt", torque_nm=0.8, from_rad=-1.2, to_rad=1.2),
            ),
        ),
    }  # fmt: skip


def gimbal_cradle(length: float, width: float, height: float) -> Fields:
    """On the tilt motor: a side plate that slides up and down, and a floor with a dovetail for the camera plate."""
    half, floor = ADJUST_M, -height * 0.62
    return {
        "solids": (
            Box(size_m=(length * 0.4, 0.010, height), centre_m=(0, -width + 0.013, floor + height / 2), weight=0.45),
            Box(size_m=(length, width * 1.2, 0.010), centre_m=(0, -width * 0.4 + 0.010, floor - 0.005), weight=0.55),
        ),
        "hangs_by": (
            MountPoint(
                name="tilt motor", kind="gimbal-tilt", position_m=(0, -width, 0), direction=RIGHT,
                track=Track(axis=UP, from_m=-half, to_m=half, scale_zero_m=half),
            ),
        ),
        "offers": (top("dovetail", "dovetail", 0, floor, track=along(0.05, scale_zero_m=0.05)),),
    }  # fmt: skip


KINDS: Final = (
    Kind("gimbal-base", (0.060, 0.060, 0.200), 0.85, gimbal_base, "core", "turned", 2),
    Kind(
        "gimbal-pan-arm",
        (0.160, 0.030, 0.150),
        0.40,
        gimbal_pan_arm,
        "axes",
        "turned",
        3,
    ),
    Kind(
        "gimbal-roll-arm",
        (0.160, 0.120, 0.026),
        0.35,
        gimbal_roll_arm,
        "axes",
        "turned",
        3,
    ),
    Kind("gimbal-cradle", (0.120, 0.120, 0.100), 0.25, gimbal_cradle, "axes"),
)
