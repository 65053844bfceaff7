"""Bodies and what is between them and the lens, lenses, and what is screwed before them."""

from __future__ import annotations

from typing import Final

from equilix.kit import usual_electric, usual_signals
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import AHEAD, BACK, DOWN, FLANGE_DISTANCE_M, UP, Fields, facing, foot, top
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Anchor, Grip
from equilix.kit.solids import Box, Cylinder, Room, Tube
from equilix.kit.working import Control, Gear

GEAR_WALL_M, GEAR_SLACK_M = 0.005, 0.006
"""Thickness of a lens gear; how much thinner a barrel may be than its ring (common practice, no source)."""


TOOTH_M = 0.0016
"""From the tips of the teeth of a gear of module 0.8 to its pitch circle, on both sides."""


def body(length: float, width: float, height: float) -> Fields:
    """Camera body; the lens axis at half height."""
    half = length / 2
    return {
        "electric": usual_electric.BODY,
        "sockets": usual_signals.BODY,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw38"), foot("screw14", "small screw")),
        "offers": (
            facing("lens", "lens mount", half, height / 2, AHEAD),
            facing("wedge", "battery plate", -half, height / 2, BACK),
            top("screw14", "top", 0, height, turns=True),
            top("shoe", "rear shoe", -half + 0.02, height),
        ),
        "image_plane_m": (half - FLANGE_DISTANCE_M, 0.0, height),
        "anchors": (Anchor(kind="head", position_m=(0, 0, 0)),),
    }


def stills_body(length: float, width: float, height: float) -> Fields:
    """Small body with its own grip on the right, a shoe on top and its battery inside; the lens axis left of the grip."""
    half, axis = length / 2, width * 0.06
    return {
        "electric": usual_electric.STILLS_BODY,
        "sockets": usual_signals.STILLS_BODY,
        "solids": (
            Box(size_m=(length * 0.62, width, height * 0.9), centre_m=(0, 0, height * 0.45), weight=0.8),
            Box(size_m=(length, width * 0.22, height * 0.8), centre_m=(0, -width * 0.39, height * 0.4), weight=0.2),
        ),
        "hangs_by": (foot("screw14"),),
        "offers": (
            MountPoint(name="lens mount", kind="lens", position_m=(length * 0.31, axis, height * 0.5), direction=AHEAD, reference=UP),
            MountPoint(name="shoe", kind="shoe", position_m=(0, axis, height * 0.9), direction=UP),
            MountPoint(name="battery slot", kind="battery-slot", position_m=(0, -width * 0.39, 0), direction=DOWN),
        ),
        "grips": (
            Grip(name="own grip", position_m=(half * 0.6, -width * 0.42, height * 0.42), axis=UP, side="right", diameter_m=0.045, contoured=True),
        ),
        "controls": (
            Control(name="record", position_m=(half * 0.7, -width * 0.39, height * 0.8)),
            Control(name="wheel", position_m=(-half * 0.6, -width * 0.36, height * 0.75), finger="thumb"),
        ),
        "keeps_free": (
            Room(name="screen", size_m=(0.020, height * 0.8, height * 0.7), centre_m=(-half * 0.62, width / 2 + height * 0.4, height * 0.45)),
            Room(name="battery door", size_m=(length * 0.5, width * 0.2, 0.03), centre_m=(0, -width * 0.39, -0.015)),
        ),
        "image_plane_m": (length * 0.31 - FLANGE_DISTANCE_M, axis, height * 0.9),
        "anchors": (Anchor(kind="head", position_m=(0, 0, 0)),),
    }  # fmt: skip


def lens(length: float, width: float, height: float) -> Fields:
    """Lens: a slimmer rear barrel and a front group; the widest diameter is ``height``."""
    del width
    rear, radius = length * 0.62, height / 2
    return {
        "solids": (
            Cylinder(axis="x", radius_m=radius * 0.84, length_m=rear, centre_m=(rear / 2, 0, 0)),
            Cylinder(axis="x", radius_m=radius, length_m=length - rear, centre_m=((length + rear) / 2, 0, 0)),
        ),
        "hangs_by": (facing("lens", "mount", 0, 0, BACK),),
        "offers": (
            facing("front", "front ring", length, 0, AHEAD, size_m=height),
            facing("barrel", "focus ring", rear * 0.5, 0, AHEAD, size_m=round(2 * radius * 0.84, 4)),
        ),
    }


def adapter(length: float, width: float, height: float) -> Fields:
    """Lens adapter or filter stage between mount and lens."""
    del width
    return {
        "solids": (Cylinder(axis="x", radius_m=height / 2, length_m=length, centre_m=(length / 2, 0, 0)),),
        "hangs_by": (facing("lens", "mount", 0, 0, BACK),),
        "offers": (facing("lens", "lens mount", length, 0, AHEAD),),
    }


def filter_pane(length: float, width: float, height: float) -> Fields:
    """Filter on the lens's front ring."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(length / 2, 0, 0)),),
        "hangs_by": (facing("front", "clamp", 0, 0, BACK),),
        "offers": (facing("front", "front ring", length, 0, AHEAD),),
    }


def lens_gear(length: float, width: float, height: float) -> Fields:
    """Toothed ring about the barrel of a lens."""
    del width
    ring = Tube(axis="x", radius_m=height / 2, inner_radius_m=height / 2 - GEAR_WALL_M, length_m=length)
    inside = height - 2 * GEAR_WALL_M
    return {
        "solids": (ring,),
        "hangs_by": (facing("barrel", "ring", 0, 0, BACK, takes_m=(inside - GEAR_SLACK_M, inside)),),
        "gears": (Gear(position_m=(0, 0, 0), diameter_m=height - TOOTH_M, width_m=length),),
    }


def step_up_ring(length: float, width: float, height: float) -> Fields:
    """Ring in the lens's front thread, for larger filters."""
    del width
    ring = Tube(
        axis="x", radius_m=height / 2, inner_radius_m=height / 2 - 0.004, length_m=length, centre_m=(length / 2, 0, 0)
    )
    return {
        "solids": (ring,),
        "hangs_by": (facing("front", "thread", 0, 0, BACK),),
        "offers": (facing("front", "front ring", length, 0, AHEAD, size_m=height),),
    }  # fmt: skip


def flag(length: float, width: float, height: float) -> Fields:
    """Thin plate that shades the lens, on the top of a matte box or a handle."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(length / 2, 0, 0)),),
        "hangs_by": (foot("screw14", turns=True), facing("front", "clamp", 0, 0, BACK)),
    }


KINDS: Final = (
    Kind("body", (0.140, 0.115, 0.120), 2.0, body, "camera", "body", camera=True),
    Kind("stills-body", (0.085, 0.135, 0.100), 0.66, stills_body, "camera", "stills-body", 2, camera=True),
    Kind("lens", (0.130, 0.088, 0.088), 0.9, lens, "lens", "lens", 2),
    Kind("adapter", (0.026, 0.070, 0.070), 0.2, adapter, "lens"),
    Kind("lens-gear", (0.012, 0.086, 0.086), 0.04, lens_gear, "focus", "turned", holds_lens=False),
    Kind("step-up-ring", (0.006, 0.100, 0.100), 0.03, step_up_ring, "front", "turned"),
    Kind("flag", (0.130, 0.180, 0.004), 0.09, flag, "front", "shade"),
    Kind("filter", (0.010, 0.110, 0.110), 0.15, filter_pane, "front", "pane"),
)
