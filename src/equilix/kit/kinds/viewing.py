"""Screens, finders, and the arms that hold them."""

from __future__ import annotations

from typing import Final

from equilix.kit import usual_electric
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import DOWN, RIGHT, UP, Fields, foot
from equilix.kit.mounts import MountPoint, Telescope
from equilix.kit.solids import Box, Cylinder


def monitor(length: float, width: float, height: float) -> Fields:
    """Monitor, screen to the rear; can stand on its foot or hang from its top."""
    return {
        "electric": usual_electric.monitor(width * height),
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (
            foot("screw14", turns=True),
            MountPoint(name="head", kind="screw14", position_m=(0, 0, height), direction=UP, turns=True),
            MountPoint(name="side", kind="screw14", position_m=(0, -width / 2, height / 2), direction=RIGHT),
        ),
    }


def viewfinder(length: float, width: float, height: float) -> Fields:
    """Viewfinder: a tube with an eyecup at the rear."""
    del width
    return {
        "electric": usual_electric.VIEWFINDER,
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


KINDS: Final = (
    Kind("monitor", (0.026, 0.150, 0.100), 0.4, monitor, "screens", "monitor"),
    Kind("viewfinder", (0.140, 0.060, 0.060), 0.35, viewfinder, "screens", "viewfinder", 2),
    Kind("arm", (0.020, 0.020, 0.120), 0.18, arm, "screens", "arm"),
    Kind("drop-arm", (0.200, 0.018, 0.140), 0.22, drop_arm, "screens", "turned", 3),
)
