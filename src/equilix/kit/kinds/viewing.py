"""Screens, finders, and the arms that hold them."""

from __future__ import annotations

import math
from typing import Final

from equilix.kit import usual_electric, usual_signals
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import AHEAD, BACK, DOWN, LEFT, RIGHT, UP, Fields, facing, foot
from equilix.kit.mounts import MountPoint, Telescope
from equilix.kit.pivots import Pivot
from equilix.kit.solids import Box, Cylinder


def monitor(length: float, width: float, height: float) -> Fields:
    """Monitor, screen to the rear; can stand on its foot or hang from its top."""
    return {
        "electric": usual_electric.monitor(width * height),
        "sockets": usual_signals.SCREEN,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (
            foot("screw14", turns=True),
            MountPoint(name="head", kind="screw14", position_m=(0, 0, height), direction=UP, turns=True),
            MountPoint(name="side", kind="screw14", position_m=(0, -width / 2, height / 2), direction=RIGHT),
        ),
        "offers": (facing("hook-loop", "rim of the screen", -length / 2, height / 2, BACK),),
    }


def viewfinder(length: float, width: float, height: float) -> Fields:
    """Viewfinder: a tube with an eyecup at the rear."""
    del width
    return {
        "electric": usual_electric.VIEWFINDER,
        "sockets": usual_signals.FINDER,
        "solids": (
            Cylinder(axis="x", radius_m=height * 0.38, length_m=length * 0.75, centre_m=(length * 0.1, 0, height / 2)),
            Cylinder(axis="x", radius_m=height / 2, length_m=length * 0.25, centre_m=(-length * 0.375, 0, height / 2)),
        ),
        "hangs_by": (foot("screw14", turns=True), foot("rods15", "rod clamp")),
    }


def arm(length: float, width: float, height: float) -> Fields:
    """Accessory arm: two joints and a bar; ``height`` is its length from foot to head."""
    return {
        "solids": (Cylinder(axis="z", radius_m=max(width, length) / 2, length_m=height, centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14", turns=True), foot("shoe", "shoe foot"), foot("rods15", "rod clamp")),
        "offers": (
            MountPoint(name="head", kind="screw14", position_m=(0, 0, height), direction=UP, turns=True, extends=True),
        ),
    }


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


HALF_TURN: Final = math.radians(100)
"""How far a ball goes over to each side (common practice, no source)."""


def _ball(name: str, z: float, holds_nm: float) -> tuple[Pivot, ...]:
    """A ball as two pivots through one point: it tips fore and aft, then sideways. What it holds is an estimate."""
    return tuple(
        Pivot(
            name=f"{name}, {way}",
            position_m=(0.0, 0.0, z),
            axis=axis,
            from_rad=-HALF_TURN,
            to_rad=HALF_TURN,
            holds_nm=holds_nm,
        )
        for way, axis in (("fore and aft", LEFT), ("sideways", AHEAD))
    )


def friction_arm(length: float, width: float, height: float) -> Fields:
    """Friction arm: a ball at each end and an elbow between, all held by one knob; ``height`` is its length straight."""
    ball = min(width, length) * 0.5
    low, high, middle = ball * 1.6, height - ball * 1.6, height / 2
    bar = (middle - low) - ball * 0.6
    return {
        "solids": (
            Box(size_m=(length, width, ball), centre_m=(0, 0, ball / 2), weight=0.1),
            Cylinder(axis="z", radius_m=ball * 0.55, length_m=bar, centre_m=(0, 0, (low + middle) / 2), weight=0.25, beyond=2),
            Cylinder(axis="y", radius_m=ball, length_m=width * 1.3, centre_m=(0, 0, middle), weight=0.3, beyond=2),
            Cylinder(axis="z", radius_m=ball * 0.55, length_m=bar, centre_m=(0, 0, (high + middle) / 2), weight=0.25, beyond=3),
            Box(size_m=(length, width, ball), centre_m=(0, 0, height - ball / 2), weight=0.1, beyond=5),
        ),
        "pivots": (
            *_ball("foot", low, 3.0),
            Pivot(name="elbow", position_m=(0, 0, middle), axis=LEFT, from_rad=-2.9, to_rad=2.9, holds_nm=3.0),
            *_ball("head", high, 3.0),
        ),
        "hangs_by": (
            foot("screw14", turns=True), foot("shoe", "shoe foot", turns=True), foot("rods15", "rod clamp"),
            foot("rail", "rail clamp"),
        ),
        "offers": (
            MountPoint(name="head", kind="screw14", position_m=(0, 0, height), direction=UP, turns=True, beyond=5),
        ),
    }  # fmt: skip


def tilt_mount(length: float, width: float, height: float) -> Fields:
    """Tilting mount of a monitor: a foot and a joint that holds by friction."""
    return {
        "solids": (
            Box(size_m=(length, width, height * 0.4), centre_m=(0, 0, height * 0.2), weight=0.5),
            Cylinder(axis="y", radius_m=height * 0.3, length_m=width, centre_m=(0, 0, height * 0.7), weight=0.5, beyond=1),
        ),
        "pivots": (
            Pivot(name="tilt", position_m=(0, 0, height * 0.7), axis=LEFT, from_rad=-1.4, to_rad=1.4, holds_nm=1.2),
        ),
        "hangs_by": (foot("screw14", turns=True), foot("shoe", "shoe foot", turns=True), foot("rail", "rail clamp")),
        "offers": (MountPoint(name="head", kind="screw14", position_m=(0, 0, height), direction=UP, turns=True, beyond=1),),
    }  # fmt: skip


def monitor_cage(length: float, width: float, height: float) -> Fields:
    """Frame about a monitor, with threads on all sides."""
    rim, half = 0.008, width / 2
    return {
        "solids": (
            Box(size_m=(length, width, rim), centre_m=(0, 0, rim / 2)),
            Box(size_m=(length, rim, height - 2 * rim), centre_m=(0, half - rim / 2, height / 2)),
            Box(size_m=(length, rim, height - 2 * rim), centre_m=(0, -half + rim / 2, height / 2)),
            Box(size_m=(length, width, rim), centre_m=(0, 0, height - rim / 2)),
        ),
        "hangs_by": (
            foot("screw14", turns=True),
            MountPoint(name="top", kind="screw14", position_m=(0, 0, height), direction=UP, turns=True),
            MountPoint(name="right side", kind="screw14", position_m=(0, -half, height / 2), direction=RIGHT),
        ),
        "offers": (
            MountPoint(name="monitor", kind="screw14", position_m=(0, 0, rim), direction=UP),
            MountPoint(name="left rail", kind="rail", position_m=(0, half, height / 2), direction=(0.0, 1.0, 0.0)),
            MountPoint(name="shoe", kind="shoe", position_m=(0, half * 0.6, height), direction=UP),
        ),
    }


def sun_hood(length: float, width: float, height: float) -> Fields:
    """Hood of cloth about a screen; it is held to the screen's edge."""
    wall = 0.003
    return {
        "solids": (
            Box(size_m=(length, width, wall), centre_m=(-length / 2, 0, height / 2)),
            Box(size_m=(length, wall, height), centre_m=(-length / 2, width / 2, 0)),
            Box(size_m=(length, wall, height), centre_m=(-length / 2, -width / 2, 0)),
        ),
        "hangs_by": (facing("hook-loop", "rim", 0, 0, AHEAD),),
    }


def loupe(length: float, width: float, height: float) -> Fields:
    """Magnifier before a screen, with a soft cup for the eye."""
    cup = length * 0.3
    return {
        "solids": (
            Box(size_m=(length - cup, width, height), centre_m=(-(length - cup) / 2, 0, 0)),
            Cylinder(axis="x", radius_m=height * 0.35, length_m=cup, centre_m=(-length + cup / 2, 0, 0)),
        ),
        "hangs_by": (facing("hook-loop", "rim", 0, 0, AHEAD),),
    }


KINDS: Final = (
    Kind("monitor", (0.026, 0.150, 0.100), 0.4, monitor, "screens", "monitor"),
    Kind("viewfinder", (0.140, 0.060, 0.060), 0.35, viewfinder, "screens", "viewfinder", 2),
    Kind("tilt-mount", (0.030, 0.030, 0.045), 0.09, tilt_mount, "screens", "knobbed", 2),
    Kind("monitor-cage", (0.030, 0.170, 0.112), 0.14, monitor_cage, "screens", "holed", 4),
    Kind("sun-hood", (0.080, 0.150, 0.100), 0.06, sun_hood, "screens", "plain", 3),
    Kind("loupe", (0.110, 0.080, 0.060), 0.18, loupe, "screens", "viewfinder", 2),
    Kind("arm", (0.020, 0.020, 0.120), 0.18, arm, "screens", "arm"),
    Kind("friction-arm", (0.024, 0.024, 0.280), 0.32, friction_arm, "screens", "knobbed", 5),
    Kind("drop-arm", (0.200, 0.018, 0.140), 0.22, drop_arm, "screens", "turned", 3),
)
