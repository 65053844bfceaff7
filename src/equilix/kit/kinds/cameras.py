"""Bodies and what is between them and the lens, lenses, and what is screwed before them."""

from __future__ import annotations

from typing import Final

from equilix.kit import usual_electric
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import AHEAD, BACK, FLANGE_DISTANCE_M, Fields, facing, foot, top
from equilix.kit.parts import Anchor
from equilix.kit.solids import Box, Cylinder


def body(length: float, width: float, height: float) -> Fields:
    """Camera body; the lens axis at half height."""
    half = length / 2
    return {
        "electric": usual_electric.BODY,
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


KINDS: Final = (
    Kind("body", (0.140, 0.115, 0.120), 2.0, body, "camera", "body"),
    Kind("lens", (0.130, 0.088, 0.088), 0.9, lens, "lens", "lens", 2),
    Kind("adapter", (0.026, 0.070, 0.070), 0.2, adapter, "lens"),
    Kind("filter", (0.010, 0.110, 0.110), 0.15, filter_pane, "front"),
)
