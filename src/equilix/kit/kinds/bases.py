"""What a rig stands on and is built along: bases, plates, rods, brackets, bars, weights."""

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
    ROD_DIAMETER_M,
    ROD_SPACING_M,
    UP,
    Fields,
    along,
    dovetail_foot,
    facing,
    foot,
    top,
)
from equilix.kit.mounts import MountPoint, Track
from equilix.kit.parts import Anchor, Pad
from equilix.kit.solids import Box, Cylinder, Tube

EYELET_PITCH_M = 0.008


def shoulder_base(length: float, width: float, height: float) -> Fields:
    """Shoulder base: a long dovetail plate over a pad, with rod sockets front and rear."""
    plate = 0.018
    pad_height = max(height - plate, 0.005)
    return {
        "solids": (
            Box(size_m=(length, width, plate), centre_m=(0, 0, plate / 2), weight=0.75),
            Box(size_m=(0.14, 0.09, pad_height), centre_m=(0, 0, -pad_height / 2), weight=0.25),
        ),
        "hangs_by": (MountPoint(name="underside", kind="quick-plate", position_m=(0, 0, -pad_height), direction=DOWN),),
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
        "hangs_by": (dovetail_foot(length), foot("screw38", "screw")),
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


def offset_bracket(length: float, width: float, height: float) -> Fields:
    """Carries the camera sideways of the pad, so that a wide body clears the head."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("dovetail"), foot("screw38", "large screw")),
        "offers": (
            top(
                "dovetail", "dovetail", 0, height,
                track=Track(axis=LEFT, from_m=-width / 2 + 0.02, to_m=width / 2 - 0.02, scale_zero_m=width / 2 - 0.02),
            ),
        ),
    }  # fmt: skip


def head_clamp(length: float, width: float, height: float) -> Fields:
    """The clamp on a tripod head, with what tilts with it. How far a plate slides in it, the plate's length says."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "offers": (top("dovetail", "dovetail", 0, height),),
        "anchors": (Anchor(kind="head", position_m=(0, 0, 0)),),
    }


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


def receiver_plate(length: float, width: float, height: float) -> Fields:
    """What stays on the tripod: a quick-release shoulder plate clicks onto it."""
    return {
        "solids": (
            Box(size_m=(length, width, height * 0.5), centre_m=(0, 0, height * 0.25), weight=0.6),
            Box(size_m=(length, width * 0.4, height * 0.5), centre_m=(0, 0, height * 0.75), weight=0.4),
        ),
        "hangs_by": (foot("screw38"), foot("dovetail", "plate")),
        "offers": (top("quick-plate", "latch", 0, height),),
        "anchors": (Anchor(kind="head", position_m=(0, 0, 0)),),
    }


def quick_coupling(length: float, width: float, height: float) -> Fields:
    """Coupling of a line: its lower half stays on the rig, and is let go with one hand."""
    base = height * 0.3
    return {
        "solids": (
            Box(size_m=(length, width, base), centre_m=(0, 0, base / 2), weight=0.4),
            Cylinder(axis="z", radius_m=min(length, width) * 0.35, length_m=height - base, centre_m=(0, 0, (height + base) / 2), weight=0.6),
        ),
        "hangs_by": (foot("rail", "clamp"), foot("screw14"), foot("screw38", "large screw")),
        "anchors": (Anchor(kind="eyelet", position_m=(0, 0, height)),),
    }  # fmt: skip


def eyelet(length: float, width: float, height: float) -> Fields:
    """An eyelet: the line is hooked into it."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("rail", "clamp"), foot("screw14")),
        "anchors": (Anchor(kind="eyelet", position_m=(0, 0, height * 0.8)),),
    }


def counterweight(length: float, width: float, height: float) -> Fields:
    """Weight in whole pieces, clamped under the rods."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, -height / 2 + 0.008)),),
        "hangs_by": (foot("rods15", "rod clamp"),),
    }


def rod_pad(length: float, width: float, height: float) -> Fields:
    """Shoulder pad that slides on the rods."""
    clamp = 0.024
    return {
        "solids": (
            Box(size_m=(0.03, 0.09, clamp), centre_m=(0, 0, 0), weight=0.5),
            Box(size_m=(length, width, height), centre_m=(0, 0, -clamp / 2 - height / 2), weight=0.5),
        ),
        "hangs_by": (foot("rods15", "rod clamp"),),
        "pad": Pad(centre_m=(0, 0, -clamp / 2 - height), length_m=length, width_m=width),
    }


def shoulder_plate(length: float, width: float, height: float) -> Fields:
    """Shoulder plate with a pad under it, and rosettes for arms at both sides."""
    base, forward = shoulder_base(length, width, height), length / 2 - 0.02
    sides = tuple(
        MountPoint(name=name, kind="rosette", position_m=(forward, side * width / 2, 0.009), direction=way, turns=True)
        for name, side, way in (("left rosette", 1.0, LEFT), ("right rosette", -1.0, RIGHT))
    )
    return {**base, "offers": (*base["offers"], *sides)}


def single_rod(length: float, width: float, height: float) -> Fields:
    """One 15 mm rod, screwed on by its end or held in a clamp."""
    del width, height
    return {
        "solids": (Tube(axis="x", radius_m=ROD_DIAMETER_M / 2, inner_radius_m=ROD_DIAMETER_M / 2 - 0.0015, length_m=length, centre_m=(length / 2, 0, 0)),),
        "hangs_by": (
            facing("screw14", "screw end", 0, 0, BACK),
            MountPoint(name="held", kind="single-rod-socket", position_m=(0, 0, 0), direction=DOWN, track=Track(axis=AHEAD, from_m=0.0, to_m=length, scale_zero_m=0.0)),
        ),
        "offers": (
            MountPoint(name="rod", kind="single-rod", position_m=(0, 0, 0), direction=UP, turns=True, track=Track(axis=AHEAD, from_m=0.01, to_m=length - 0.01, scale_zero_m=0.0)),
        ),
    }  # fmt: skip


def rod_clamp(length: float, width: float, height: float) -> Fields:
    """Clamp from one rod to another, across it."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("single-rod", "rod"), foot("rods15", "rod pair"), foot("screw14", "screw")),
        "offers": (
            top("single-rod-socket", "socket", 0, height),
            MountPoint(name="left socket", kind="single-rod-socket", position_m=(0, width / 2, height / 2), direction=LEFT),
            MountPoint(name="right socket", kind="single-rod-socket", position_m=(0, -width / 2, height / 2), direction=RIGHT),
        ),
    }  # fmt: skip


KINDS: Final = (
    Kind("shoulder-base", (0.300, 0.090, 0.050), 1.0, shoulder_base, "core", "base", 2),
    Kind("bridge-plate", (0.120, 0.090, 0.030), 0.4, bridge_plate, "camera", "bridge"),
    Kind("rods", (0.300, 0.075, 0.015), 0.2, rods, "rods", "rods", 2),
    Kind("offset-bracket", (0.120, 0.180, 0.014), 0.42, offset_bracket, "camera", "two-rails"),
    Kind("rod-pad", (0.120, 0.090, 0.030), 0.24, rod_pad, "last", "base", 2),
    Kind("shoulder-plate", (0.200, 0.130, 0.045), 0.78, shoulder_plate, "core", "base", 2),
    Kind("single-rod", (0.200, 0.015, 0.015), 0.07, single_rod, "rods", "turned"),
    Kind("rod-clamp", (0.040, 0.030, 0.030), 0.09, rod_clamp, "rods", "small-clamp"),
    Kind("head-clamp", (0.110, 0.080, 0.030), 0.30, head_clamp, "core", "bridge"),
    Kind("hanging-bar", (0.240, 0.024, 0.010), 0.14, hanging_bar, "handles", "bridge"),
    Kind("receiver-plate", (0.110, 0.070, 0.028), 0.32, receiver_plate, "core", "bridge", 2),
    Kind("quick-coupling", (0.030, 0.030, 0.050), 0.11, quick_coupling, "handles", "turned", 2),
    Kind("eyelet", (0.020, 0.016, 0.028), 0.05, eyelet, "handles", "eyelet"),
    Kind("counterweight", (0.024, 0.090, 0.050), 0.5, counterweight, "last", "counterweight"),
)
