"""Default shapes and mounting points of the kinds of part, from three dimensions.

Each builder takes length (x), width (y) and height (z) in m and returns the fields of a
:class:`~equilix.kit.parts.Part` that follow from them. The part's origin is where it usually mounts.
"""

from __future__ import annotations

import math
from typing import Any, Final

from equilix.kit import electrics
from equilix.kit.mounts import MountPoint, Telescope, Track
from equilix.kit.parts import Anchor, Grip, Pad
from equilix.kit.solids import Box, Cylinder, Tube

Fields = dict[str, Any]

ROD_SPACING_M: Final = 0.060
ROD_DIAMETER_M: Final = 0.015
LENS_AXIS_OVER_RODS_M: Final = 0.085
"""Lightweight 15 mm rods: 60 mm apart, lens axis 85 mm over their plane (common practice; from memory)."""
FLANGE_DISTANCE_M: Final = 0.018
"""From the lens mount back to the image plane, on a body without a mirror (common practice, no source)."""
RODS_CLEAR_M: Final = 0.030
"""From the rods' plane to the foot of a battery plate, so that a battery hangs clear of the rods (estimate)."""
GIRTH: Final = 1.7
"""Around a handle, over the sum of its breadths: 2 without rounded edges (estimate)."""
ROSETTE_TOOTH_RAD: Final = math.radians(6)
"""Angle between the teeth of a rosette (common practice, no source)."""

UP, DOWN = (0.0, 0.0, 1.0), (0.0, 0.0, -1.0)
AHEAD, BACK = (1.0, 0.0, 0.0), (-1.0, 0.0, 0.0)
LEFT, RIGHT = (0.0, 1.0, 0.0), (0.0, -1.0, 0.0)


def foot(kind: str, name: str = "foot", **more: Any) -> MountPoint:
    """The usual way to be mounted: standing on the origin."""
    return MountPoint(name=name, kind=kind, position_m=(0.0, 0.0, 0.0), direction=DOWN, **more)


def top(kind: str, name: str, x: float, z: float, **more: Any) -> MountPoint:
    """A place on the upper side, in the middle plane."""
    return MountPoint(name=name, kind=kind, position_m=(x, 0.0, z), direction=UP, **more)


def facing(kind: str, name: str, x: float, z: float, direction: tuple[float, float, float]) -> MountPoint:
    """A place on the front or rear face, upright."""
    return MountPoint(name=name, kind=kind, position_m=(x, 0.0, z), direction=direction, reference=UP)


def along(half_m: float, **more: Any) -> Track:
    """A track along x, to both sides of the mounting point."""
    return Track(axis=AHEAD, from_m=-half_m, to_m=half_m, **more)


def block(length: float, width: float, height: float) -> Fields:
    """Anything that has no kind of its own: a box on a screw."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14"), foot("shoe", "shoe foot"), foot("rods15", "rod clamp")),
        "offers": (top("screw14", "top", 0, height, turns=True),),
    }


def body(length: float, width: float, height: float) -> Fields:
    """Camera body; the lens axis at half height."""
    half = length / 2
    return {
        "electric": electrics.BODY,
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
        "offers": (facing("front", "front ring", length, 0, AHEAD),),
    }


def matte_box(length: float, width: float, height: float) -> Fields:
    """Matte box: tray and hood, clamped on the lens or standing on the rods."""
    tray = length * 0.3
    return {
        "solids": (
            Box(size_m=(tray, width * 0.7, height * 0.8), centre_m=(tray / 2, 0, 0), weight=0.6),
            Box(size_m=(length - tray, width, height), centre_m=((length + tray) / 2, 0, 0), weight=0.4),
        ),
        "hangs_by": (
            facing("front", "clamp", 0, 0, BACK),
            MountPoint(
                name="rod foot", kind="rods15", position_m=(tray / 2, 0, -LENS_AXIS_OVER_RODS_M), direction=DOWN
            ),
        ),
    }


def follow_focus(length: float, width: float, height: float) -> Fields:
    """Follow focus: a gearbox on the rods with its knob on the left."""
    knob = width * 0.35
    return {
        "solids": (
            Box(size_m=(length, width - knob, height), centre_m=(0, width * 0.1, height * 0.36)),
            Cylinder(axis="y", radius_m=min(height, length) * 0.45, length_m=knob, centre_m=(0, width * 0.6, height * 0.45)),
        ),
        "hangs_by": (foot("rods15", "rod clamp"),),
    }  # fmt: skip


def motor(length: float, width: float, height: float) -> Fields:
    """Focus motor on the rods: a small drum along x."""
    return {
        "electric": electrics.MOTOR,
        "solids": (
            Cylinder(axis="x", radius_m=height * 0.4, length_m=length, centre_m=(0, width / 2, height * 0.6)),
            Box(size_m=(length * 0.5, width, height * 0.3), centre_m=(0, 0, height * 0.1)),
        ),
        "hangs_by": (foot("rods15", "rod clamp"),),
    }


def lens_support(length: float, width: float, height: float) -> Fields:
    """Lens support: a bridge on the rods with a post up to the barrel."""
    return {
        "solids": (
            Box(size_m=(length, width, 0.022), centre_m=(0, 0, 0)),
            Box(size_m=(length * 0.6, 0.022, max(height - 0.011, 0.005)), centre_m=(0, 0, 0.011 + (height - 0.011) / 2)),
        ),
        "hangs_by": (foot("rods15", "rod clamp"),),
    }  # fmt: skip


def monitor(length: float, width: float, height: float) -> Fields:
    """Monitor, screen to the rear; can stand on its foot or hang from its top."""
    return {
        "electric": electrics.monitor(width * height),
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
        "electric": electrics.VIEWFINDER,
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


def shoulder_base(length: float, width: float, height: float) -> Fields:
    """Shoulder base: a long dovetail plate over a pad, with rod sockets front and rear."""
    plate = 0.018
    pad_height = max(height - plate, 0.005)
    return {
        "solids": (
            Box(size_m=(length, width, plate), centre_m=(0, 0, plate / 2), weight=0.75),
            Box(size_m=(0.14, 0.09, pad_height), centre_m=(0, 0, -pad_height / 2), weight=0.25),
        ),
        "offers": (
            top("dovetail", "dovetail", 0, plate, track=along(length / 2 - 0.02, scale_zero_m=length / 2)),
            top("rod-socket15", "front socket", length / 2 - 0.02, plate / 2),
            top("rod-socket15", "rear socket", -length / 2 + 0.02, plate / 2),
        ),
        "pad": Pad(centre_m=(0, 0, -pad_height)),
        "anchors": (Anchor(kind="head", position_m=(0, 0, -pad_height)),),
    }


def bridge_plate(length: float, width: float, height: float) -> Fields:
    """Bridge plate: slides on a dovetail, carries the camera, holds the rods under the lens."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("dovetail"), foot("screw38", "screw")),
        "anchors": (Anchor(kind="head", position_m=(0, 0, 0)),),
        "offers": (
            top("screw38", "camera screw", 0, height),
            top("rod-socket15", "front socket", length / 2 - 0.015, height / 2),
        ),
    }


def rods(length: float, width: float, height: float) -> Fields:
    """A pair of 15 mm rods, 60 mm apart; they slide through the socket that holds them."""
    del width, height
    pair = tuple(
        Tube(axis="x", radius_m=ROD_DIAMETER_M / 2, inner_radius_m=ROD_DIAMETER_M / 2 - 0.0015, length_m=length, centre_m=(0, y, 0))
        for y in (ROD_SPACING_M / 2, -ROD_SPACING_M / 2)
    )  # fmt: skip
    return {
        "solids": pair,
        "hangs_by": (foot("rod-socket15", "socket end", track=along(length / 2 - 0.01, scale_zero_m=length / 2)),),
        "offers": (
            top("rods15", "rods", 0, 0, track=along(length / 2 - 0.01, scale_zero_m=length / 2)),
        ),
    }  # fmt: skip


def battery_plate(length: float, width: float, height: float) -> Fields:
    """Battery plate on rods, for a wedge battery at the rear, which hangs clear of the rods."""
    return {
        "electric": electrics.BATTERY_PLATE,
        "solids": (
            Box(size_m=(length, 0.09, 0.024), centre_m=(0, 0, 0), weight=0.4),
            Box(size_m=(length * 0.5, width, height), centre_m=(0, 0, height / 2 + RODS_CLEAR_M), weight=0.6),
        ),
        "hangs_by": (foot("rods15", "rod clamp"),),
        "offers": (facing("wedge", "battery", -length * 0.25, height / 2 + RODS_CLEAR_M, BACK),),
    }


def battery(length: float, width: float, height: float) -> Fields:
    """Wedge battery; its mounting face looks forward."""
    return {
        "electric": electrics.BATTERY,
        "solids": (Box(size_m=(length, width, height), centre_m=(-length / 2, 0, 0)),),
        "hangs_by": (facing("wedge", "wedge", 0, 0, AHEAD),),
    }


def small_battery(length: float, width: float, height: float) -> Fields:
    """Small camera battery, kept in a pocket or on a shoe plate."""
    return {
        "electric": electrics.SMALL_BATTERY,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("shoe", "shoe foot"),),
    }


def counterweight(length: float, width: float, height: float) -> Fields:
    """Weight in whole pieces, clamped under the rods."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, -height / 2 + 0.008)),),
        "hangs_by": (foot("rods15", "rod clamp"),),
    }


def microphone(length: float, width: float, height: float) -> Fields:
    """Shotgun microphone in its holder."""
    del width
    return {
        "solids": (
            Cylinder(axis="x", radius_m=height * 0.22, length_m=length, centre_m=(length * 0.15, 0, height * 0.75), weight=0.7),
            Box(size_m=(0.03, 0.024, height * 0.5), centre_m=(0, 0, height * 0.25), weight=0.3),
        ),
        "hangs_by": (foot("shoe", "shoe foot"), foot("screw14")),
    }  # fmt: skip


def transmitter(length: float, width: float, height: float) -> Fields:
    """Wireless transmitter or receiver: a box with two aerials."""
    return {
        "electric": electrics.TRANSMITTER,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (
            foot("shoe", "shoe foot"),
            foot("screw14"),
            facing("wedge", "wedge", length / 2, height / 2, AHEAD),
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
