"""Shapes and mounting points of what rigs are carried with: gimbal, sled, eyelet, brackets, arms, harness, tripod.

Builders as in :mod:`equilix.kit.shapes`. A gimbal is four parts, each turning on the one before: base → pan arm
→ roll arm → cradle. The part that turns has the track, so that it is slid relative to its axis.
"""

from __future__ import annotations

import math

from equilix.kit import electrics
from equilix.kit.carriers import Harness, SpringArm, TripodHead
from equilix.kit.mounts import Joint, MountPoint, Telescope, Track
from equilix.kit.parts import Anchor, Drive, Grip
from equilix.kit.shapes import AHEAD, BACK, DOWN, LEFT, RIGHT, UP, Fields, along, foot, top
from equilix.kit.solids import Box, Cylinder, Tube

ADJUST_M = 0.025
"""Half of the 50 mm that an adjustment of a gimbal generously has (common practice, no source)."""
EYELET_PITCH_M = 0.008


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


def sled_post(length: float, width: float, height: float) -> Fields:
    """Post of a sled; the origin lies a third of it below its top. Its lower part draws out by 150 mm."""
    del length
    upper, lower = height / 3, height * 2 / 3
    return {
        "solids": (
            Tube(axis="z", radius_m=width / 2, inner_radius_m=width * 0.42, length_m=height * 0.8, centre_m=(0, 0, upper - height * 0.4)),
            Tube(axis="z", radius_m=width * 0.4, inner_radius_m=width * 0.33, length_m=height * 0.3, centre_m=(0, 0, -lower + height * 0.15), extends=True),
        ),
        "telescope": Telescope(axis=DOWN, reach_m=0.15),
        "offers": (
            top("post-top", "top of the post", 0, upper),
            MountPoint(name="foot of the post", kind="post-foot", position_m=(0, 0, -lower), direction=DOWN, extends=True),
            MountPoint(
                name="post", kind="post", position_m=(0, 0, 0), direction=LEFT,
                track=Track(axis=UP, from_m=-height * 0.2, to_m=height * 0.25, scale_zero_m=height * 0.2),
            ),
        ),
    }  # fmt: skip


def sled_gimbal(length: float, width: float, height: float) -> Fields:
    """The free-turning gimbal that is clamped on the post, with its handle."""
    return {
        "solids": (
            Tube(axis="z", radius_m=length / 2, inner_radius_m=length * 0.4, length_m=0.02, centre_m=(0, 0, 0), weight=0.7),
            Cylinder(axis="z", radius_m=width * 0.3, length_m=height, centre_m=(0, -length * 0.6, -height / 2), weight=0.3),
        ),
        "hangs_by": (MountPoint(name="clamp", kind="post", position_m=(0, 0, 0), direction=RIGHT),),
        "anchors": (Anchor(kind="post", position_m=(0, 0, 0)),),
        "grips": (Grip(name="handle", position_m=(0, -length * 0.6, -height / 2), axis=UP, side="right", diameter_m=min(max(0.6 * width, 0.005), 0.2)),),
    }  # fmt: skip


def sled_stage(length: float, width: float, height: float) -> Fields:
    """Top stage: carries the camera plate; slides sideways on the post, the plate fore-aft on it."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (
            foot("post-top", track=Track(axis=LEFT, from_m=-0.02, to_m=0.02, scale_zero_m=0.02)),
        ),
        "offers": (top("dovetail", "dovetail", 0, height, track=along(0.06, scale_zero_m=0.06)),),
    }  # fmt: skip


def sled_spar(length: float, width: float, height: float) -> Fields:
    """Bottom spar: a rod pair fore and aft under the post for battery and monitor."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, -height / 2)),),
        "hangs_by": (MountPoint(name="post", kind="post-foot", position_m=(0, 0, 0), direction=UP),),
        "offers": (
            top("rods15", "rails", 0, -height / 2, track=along(length / 2 - 0.01, scale_zero_m=length / 2)),
        ),
    }  # fmt: skip


def hanging_bar(length: float, width: float, height: float) -> Fields:
    """A bar on top of the rig, with holes each 8 mm for an eyelet."""
    half = math.floor((length / 2 - 0.01) / EYELET_PITCH_M) * EYELET_PITCH_M
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14", turns=True), foot("screw38", "large screw")),
        "offers": (
            top(
                "rail", "holes", 0, height,
                track=Track(axis=AHEAD, from_m=-half, to_m=half, pitch_m=EYELET_PITCH_M, scale_zero_m=half),
            ),
        ),
    }  # fmt: skip


def eyelet(length: float, width: float, height: float) -> Fields:
    """An eyelet: the line is hooked into it."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("rail", "clamp"), foot("screw14")),
        "anchors": (Anchor(kind="eyelet", position_m=(0, 0, height * 0.8)),),
    }


def offset_bracket(length: float, width: float, height: float) -> Fields:
    """Carries the camera sideways of the pad, so that a wide body clears the head."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("dovetail"),),
        "offers": (
            top(
                "dovetail", "dovetail", 0, height,
                track=Track(axis=LEFT, from_m=-width / 2 + 0.02, to_m=width / 2 - 0.02, scale_zero_m=width / 2 - 0.02),
            ),
        ),
    }  # fmt: skip


def drop_arm(length: float, width: float, height: float) -> Fields:
    """An arm that reaches out by ``length`` and hangs a screen ``height`` lower; drawn down by up to 100 mm."""
    rise, radius = 0.035, width / 2
    return {
        "solids": (
            Cylinder(axis="z", radius_m=radius, length_m=rise, centre_m=(0, 0, rise / 2), weight=0.25),
            Cylinder(axis="x", radius_m=radius * 0.8, length_m=length, centre_m=(length / 2, 0, rise), weight=0.45),
            Cylinder(axis="z", radius_m=radius * 0.7, length_m=height, centre_m=(length, 0, rise - height / 2), weight=0.3, extends=True),
        ),
        "hangs_by": (foot("screw14", turns=True), foot("shoe", "shoe foot", turns=True), foot("rods15", "rod clamp")),
        "telescope": Telescope(axis=DOWN, reach_m=0.10),
        "offers": (
            MountPoint(name="head", kind="screw14", position_m=(length, 0, rise - height), direction=DOWN, turns=True, extends=True),
        ),
    }  # fmt: skip


def converter(length: float, width: float, height: float) -> Fields:
    """A box that makes another voltage."""
    return {
        "electric": electrics.CONVERTER,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14"), foot("rods15", "rod clamp"), foot("shoe", "shoe foot")),
    }


def brace(length: float, width: float, height: float) -> Fields:
    """A pad on rods that is pressed against chest or belly."""
    return {
        "solids": (
            Box(size_m=(0.03, 0.09, 0.024), centre_m=(0, 0, 0), weight=0.4),
            Box(size_m=(length, width, height), centre_m=(-length / 2 - 0.015, 0, -height / 2), weight=0.6),
        ),
        "hangs_by": (foot("rods15", "rod clamp"),),
        "anchors": (Anchor(kind="brace", position_m=(-length - 0.015, 0, -height / 2)),),
    }


def head_clamp(length: float, width: float, height: float) -> Fields:
    """The clamp on a tripod head, with what tilts with it; a long plate slides in it."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "offers": (top("dovetail", "dovetail", 0, height, track=along(0.10, scale_zero_m=0.10)),),
        "anchors": (Anchor(kind="head", position_m=(0, 0, 0)),),
    }


def vest_arm(length: float, width: float, height: float) -> Fields:
    """Vest with a spring arm."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "carrier": SpringArm(least_kg=3.0, most_kg=9.0, turns=(0.0, 12.0), lifts_kg=(3.0, 9.0)),
    }


def harness(length: float, width: float, height: float) -> Fields:
    """Backpack harness with hip belt, boom and line."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "carrier": Harness(least_kg=2.0, most_kg=7.0, turns=(0.0, 10.0), lifts_kg=(2.0, 7.0)),
    }


def tripod(length: float, width: float, height: float) -> Fields:
    """Tripod with a fluid head."""
    del length, width
    return {
        "solids": tuple(
            Cylinder(axis="z", radius_m=0.016, length_m=height, centre_m=(0.07 * math.cos(a), 0.07 * math.sin(a), height / 2))
            for a in (0.0, 2 * math.pi / 3, 4 * math.pi / 3)
        ),
        "carrier": TripodHead(most_kg=10.0),
    }  # fmt: skip
