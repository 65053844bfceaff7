"""What hands and body take hold of."""

from __future__ import annotations

import math
from typing import Final

from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import (
    AHEAD,
    DOWN,
    GIRTH,
    LEFT,
    RIGHT,
    ROSETTE_TOOTH_RAD,
    UP,
    Fields,
    along,
    facing,
    foot,
    top,
)
from equilix.kit.mounts import MountPoint, Telescope
from equilix.kit.parts import Anchor, Grip
from equilix.kit.solids import Box, Cylinder, Tube
from equilix.kit.working import Control


def _girth(one: float, other: float) -> float:
    """The diameter of a round handle that is as far around as one of these two breadths with rounded edges."""
    return min(max(round(GIRTH * (one + other) / math.pi, 4), 0.005), 0.2)


def top_handle(length: float, width: float, height: float) -> Fields:
    """Top handle: a post at the rear end and a bar to hold, with places for accessories."""
    bar = height * 0.28
    return {
        "solids": (
            Box(size_m=(length, width, bar), centre_m=(length * 0.2, 0, height - bar / 2), weight=0.6),
            Box(size_m=(length * 0.22, width, height - bar), centre_m=(-length * 0.19, 0, (height - bar) / 2), weight=0.4),
        ),
        "hangs_by": (foot("screw14", track=along(0.03)), foot("rail", "rail clamp")),
        "offers": (
            top("shoe", "front shoe", length * 0.62, height),
            top("shoe", "rear shoe", -length * 0.2, height),
            facing("screw14", "front screw", length * 0.7, height - bar / 2, AHEAD),
        ),
        "grips": (
            Grip(name="top", position_m=(length * 0.2, 0, height - bar / 2), axis=AHEAD, surface="smooth", diameter_m=_girth(width, bar)),
        ),
    }  # fmt: skip


def grip_arm(length: float, width: float, height: float) -> Fields:
    """Handle on a toothed rosette: an arm hanging down by ``height`` to a grip, drawn out by up to 80 mm."""
    del length
    handle = min(0.105, height * 0.55)
    grip_z = -height + handle / 2
    return {
        "solids": (
            Cylinder(axis="y", radius_m=0.018, length_m=max(width, 0.02), centre_m=(0, 0, 0)),
            Tube(axis="z", radius_m=0.010, inner_radius_m=0.008, length_m=height - handle, centre_m=(0, 0, -(height - handle) / 2), weight=None),
            Cylinder(axis="z", radius_m=0.017, length_m=handle, centre_m=(0, 0, grip_z), extends=True),
        ),
        "hangs_by": (
            MountPoint(name="right face", kind="rosette", position_m=(0, -width / 2, 0), direction=RIGHT, turns=True, turn_step_rad=ROSETTE_TOOTH_RAD),
            MountPoint(name="left face", kind="rosette", position_m=(0, width / 2, 0), direction=LEFT, turns=True, turn_step_rad=ROSETTE_TOOTH_RAD),
        ),
        "telescope": Telescope(axis=DOWN, reach_m=0.08),
        "grips": (Grip(name="handle", position_m=(0, 0, grip_z), axis=UP, surface="rubber", contoured=True, extends=True),),
    }  # fmt: skip


def rosette_bar(length: float, width: float, height: float) -> Fields:
    """Rod clamp with a bar across and a toothed rosette at each end."""
    return {
        "solids": (
            Box(size_m=(length, 0.09, height), centre_m=(0, 0, 0), weight=0.6),
            Cylinder(axis="y", radius_m=0.008, length_m=width, centre_m=(0, 0, -height / 2), weight=0.4),
        ),
        "hangs_by": (foot("rods15", "rod clamp"),),
        "offers": (
            MountPoint(name="left rosette", kind="rosette", position_m=(0, width / 2, -height / 2), direction=LEFT, turns=True),
            MountPoint(name="right rosette", kind="rosette", position_m=(0, -width / 2, -height / 2), direction=RIGHT, turns=True),
        ),
    }  # fmt: skip


def side_grip(length: float, width: float, height: float) -> Fields:
    """Upright side handle on a rosette."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, -height / 2)),),
        "hangs_by": (
            MountPoint(name="right face", kind="rosette", position_m=(0, -width / 2, 0), direction=RIGHT, turns=True),
            MountPoint(name="left face", kind="rosette", position_m=(0, width / 2, 0), direction=LEFT, turns=True),
        ),
        "grips": (
            Grip(
                name="handle", position_m=(0, 0, -height / 2), axis=UP, surface="wood", diameter_m=_girth(length, width)
            ),
        ),
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


def rail_handle(length: float, width: float, height: float) -> Fields:
    """Side handle with a clamp for a rail or a thread: the hand closes about it beside the body."""
    clamp = 0.022
    return {
        "solids": (
            Box(size_m=(length * 0.6, clamp, height * 0.3), centre_m=(0, clamp / 2, 0), weight=0.3),
            Cylinder(axis="z", radius_m=width / 2, length_m=height, centre_m=(0, clamp + width / 2, 0), weight=0.7),
        ),
        "hangs_by": (
            MountPoint(name="rail clamp", kind="rail", position_m=(0, 0, 0), direction=RIGHT, turns=True),
            MountPoint(name="screw", kind="screw14", position_m=(0, 0, 0), direction=RIGHT, turns=True),
        ),
        "offers": (MountPoint(name="shoe", kind="shoe", position_m=(0, clamp + width / 2, height / 2), direction=UP),),
        "grips": (
            Grip(name="handle", position_m=(0, clamp + width / 2, 0), axis=UP, diameter_m=width, contoured=True),
        ),
    }


def control_grip(length: float, width: float, height: float) -> Fields:
    """The body's own grip with its buttons, taken off the body and hung on a rosette."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, -height / 2)),),
        "hangs_by": (
            MountPoint(name="right face", kind="rosette", position_m=(0, -width / 2, 0), direction=RIGHT, turns=True, turn_step_rad=ROSETTE_TOOTH_RAD),
            MountPoint(name="left face", kind="rosette", position_m=(0, width / 2, 0), direction=LEFT, turns=True, turn_step_rad=ROSETTE_TOOTH_RAD),
        ),
        "controls": (
            Control(name="record", position_m=(length * 0.3, 0, 0)),
            Control(name="wheel", position_m=(-length * 0.4, 0, -height * 0.1), finger="thumb"),
        ),
        "grips": (
            Grip(name="grip", position_m=(0, 0, -height / 2), axis=UP, diameter_m=_girth(length, width), contoured=True),
        ),
    }  # fmt: skip


def rosette_extension(length: float, width: float, height: float) -> Fields:
    """An arm with a rosette at each end, which brings a handle farther out or lower."""
    radius = height / 2
    return {
        "solids": (
            Cylinder(axis="y", radius_m=radius, length_m=width, centre_m=(0, 0, 0), weight=0.3),
            Box(size_m=(length, width * 0.6, height * 0.6), centre_m=(length / 2, 0, 0), weight=0.4),
            Cylinder(axis="y", radius_m=radius, length_m=width, centre_m=(length, 0, 0), weight=0.3),
        ),
        "hangs_by": (
            MountPoint(name="right face", kind="rosette", position_m=(0, -width / 2, 0), direction=RIGHT, turns=True, turn_step_rad=ROSETTE_TOOTH_RAD),
            MountPoint(name="left face", kind="rosette", position_m=(0, width / 2, 0), direction=LEFT, turns=True, turn_step_rad=ROSETTE_TOOTH_RAD),
        ),
        "offers": (
            MountPoint(name="left end", kind="rosette", position_m=(length, width / 2, 0), direction=LEFT, turns=True),
            MountPoint(name="right end", kind="rosette", position_m=(length, -width / 2, 0), direction=RIGHT, turns=True),
        ),
    }  # fmt: skip


def outrigger(length: float, width: float, height: float) -> Fields:
    """Outrigger handle: a bar out to the side with an upright grip at its end; ``width`` is how far it goes out."""
    radius = length / 2
    bar = max(width - length, 0.01)
    return {
        "solids": (
            Cylinder(axis="y", radius_m=radius * 0.5, length_m=bar, centre_m=(0, bar / 2, 0), weight=0.5),
            Cylinder(axis="z", radius_m=radius, length_m=height, centre_m=(0, bar + radius, 0), weight=0.5),
        ),
        "hangs_by": (
            MountPoint(name="rosette", kind="rosette", position_m=(0, 0, 0), direction=RIGHT, turns=True, turn_step_rad=ROSETTE_TOOTH_RAD),
            MountPoint(name="rail clamp", kind="rail", position_m=(0, 0, 0), direction=RIGHT, turns=True),
            MountPoint(name="screw", kind="screw14", position_m=(0, 0, 0), direction=RIGHT, turns=True),
        ),
        "grips": (Grip(name="handle", position_m=(0, bar + radius, 0), axis=UP, diameter_m=length),),
    }  # fmt: skip


KINDS: Final = (
    Kind("top-handle", (0.160, 0.030, 0.080), 0.3, top_handle, "handles", "top-handle", 2),
    Kind("grip-arm", (0.036, 0.024, 0.230), 0.35, grip_arm, "handles", "grip-arm", 3),
    Kind("rosette-bar", (0.040, 0.200, 0.030), 0.3, rosette_bar, "handles", "rosettes", 2),
    Kind("side-grip", (0.045, 0.040, 0.130), 0.3, side_grip, "handles", "side-grip"),
    Kind("rail-handle", (0.050, 0.034, 0.110), 0.16, rail_handle, "handles", "turned", 2),
    Kind("control-grip", (0.055, 0.045, 0.105), 0.2, control_grip, "handles", "side-grip"),
    Kind("rosette-extension", (0.120, 0.020, 0.036), 0.13, rosette_extension, "handles", "knobbed", 3),
    Kind("outrigger", (0.034, 0.200, 0.120), 0.26, outrigger, "handles", "turned", 2),
    Kind("brace", (0.030, 0.120, 0.080), 0.28, brace, "last", "belly-pad", 2),
)
