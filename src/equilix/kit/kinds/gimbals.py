"""A gimbal is four parts, each turning on the one before: base, pan arm, roll arm, cradle.

The part that turns has the track, so that it is slid relative to its axis.
"""

from __future__ import annotations

import math
from typing import Final

from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import (
    AHEAD,
    BACK,
    DOWN,
    LEFT,
    RIGHT,
    UP,
    Fields,
    along,
    dovetail_foot,
    facing,
    foot,
    top,
)
from equilix.kit.mounts import Joint, MountPoint, Telescope, Track
from equilix.kit.parts import Anchor, Drive, Grip, Side
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


HANDS: Final[tuple[tuple[Side, int], ...]] = (("left", 1), ("right", -1))
"""The hands at the two ends of a bar, and on which side each is."""
COARSE_M: Final = 0.06
"""How far the coarse sideways adjuster of a wide frame draws out (common practice, no source)."""


def gimbal_wide_roll_arm(length: float, width: float, height: float) -> Fields:
    """Roll arm with a second, coarse sideways adjuster, and a plate for a battery on its back.

    The battery sits by the roll motor, where it turns with the least inertia about the pan axis.
    """
    made = gimbal_roll_arm(length, width, height)
    cross, *side = made["solids"]
    return {
        **made,
        "solids": (cross, *(solid.changed(extends=True) for solid in side)),
        "telescope": Telescope(axis=RIGHT, reach_m=COARSE_M),
        "offers": (
            *(point.changed(extends=True) for point in made["offers"]),
            facing("wedge", "battery", 0.0, 0.0, BACK),
        ),
    }


def gimbal_plate(length: float, width: float, height: float) -> Fields:
    """Extended plate of a gimbal: a long dovetail with the camera's screw on a track; gives more travel."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (dovetail_foot(length),),
        "offers": (
            top("screw38", "camera screw", 0, height, track=along(length / 2 - 0.02, scale_zero_m=length / 2)),
            top("screw14", "small camera screw", 0.02, height, track=along(length / 2 - 0.04, scale_zero_m=length / 2)),
        ),
    }


def gimbal_offset_plate(length: float, width: float, height: float) -> Fields:
    """Offset plate of a gimbal: the camera stands beside the dovetail, by so much as it can be slid across."""
    half = max(width / 2 - 0.02, 0.005)
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("dovetail"),),
        "offers": (
            top("screw38", "camera screw", 0, height, track=Track(axis=LEFT, from_m=-half, to_m=half, scale_zero_m=half)),
        ),
    }  # fmt: skip


def gimbal_bar(length: float, width: float, height: float) -> Fields:
    """Bar for two hands, with the gimbal screwed on its middle and a grip at each end."""
    radius, half = length / 2, width / 2
    return {
        "solids": (
            Cylinder(axis="y", radius_m=radius * 0.6, length_m=width, centre_m=(0, 0, 0), weight=0.5),
            *(
                Cylinder(axis="z", radius_m=radius, length_m=height, centre_m=(0, side * (half - radius), -height / 2), weight=0.25)
                for side in (1, -1)
            ),
        ),
        "offers": (
            top("screw38", "gimbal", 0, radius * 0.6, screws=2),
            MountPoint(name="gimbal below", kind="screw38", screws=2, position_m=(0, 0, -radius * 0.6), direction=DOWN),
        ),
        "grips": tuple(
            Grip(name=name, position_m=(0, side * (half - radius), -height / 2), axis=UP, side=name, diameter_m=length)
            for name, side in HANDS
        ),
        "anchors": (Anchor(kind="head", position_m=(0, 0, -radius * 0.6)),),
    }  # fmt: skip


def gimbal_ring(length: float, width: float, height: float) -> Fields:
    """Ring about a gimbal, held at its sides, with feet to put it down on; the gimbal hangs from its top or stands in it."""
    tube, half, foot_m = length / 2, width / 2, 0.02
    top_z = height / 2
    return {
        "solids": (
            Cylinder(axis="y", radius_m=tube, length_m=width, centre_m=(0, 0, top_z - tube), weight=0.25),
            Cylinder(axis="y", radius_m=tube, length_m=width, centre_m=(0, 0, -top_z + tube + foot_m), weight=0.25),
            *(
                Cylinder(axis="z", radius_m=tube, length_m=height - foot_m, centre_m=(0, side * (half - tube), foot_m / 2), weight=0.2)
                for side in (1, -1)
            ),
            *(
                Box(size_m=(0.12, 0.03, foot_m), centre_m=(0, side * half * 0.6, -top_z + foot_m / 2), weight=0.05)
                for side in (1, -1)
            ),
        ),
        "offers": (
            MountPoint(name="from the top", kind="screw38", screws=2, position_m=(0, 0, top_z - 2 * tube), direction=DOWN),
            top("screw38", "on the bottom", 0, -top_z + 2 * tube + foot_m, screws=2),
        ),
        "grips": tuple(
            Grip(name=name, position_m=(0, side * (half - tube), 0), axis=UP, side=name, diameter_m=length)
            for name, side in HANDS
        ),
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
    Kind("gimbal-cradle", (0.120, 0.120, 0.100), 0.25, gimbal_cradle, "axes", "cradle", 2),
    Kind("gimbal-wide-roll-arm", (0.160, 0.160, 0.026), 0.46, gimbal_wide_roll_arm, "axes", "turned", 3),
    Kind("gimbal-plate", (0.220, 0.060, 0.012), 0.20, gimbal_plate, "camera", "bridge"),
    Kind("gimbal-offset-plate", (0.090, 0.130, 0.012), 0.18, gimbal_offset_plate, "camera", "bridge"),
    Kind("gimbal-bar", (0.034, 0.480, 0.110), 0.62, gimbal_bar, "core", "turned", 3),
    Kind("gimbal-ring", (0.032, 0.480, 0.420), 0.95, gimbal_ring, "core", "turned", 6),
)
