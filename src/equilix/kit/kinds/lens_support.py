"""What is put on rods around a lens: support, focus, matte box."""

from __future__ import annotations

import math
from typing import Final

from equilix.kit import usual_electric, usual_signals
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import AHEAD, BACK, DOWN, LENS_AXIS_OVER_RODS_M, ROD_SPACING_M, Fields, facing, foot, top
from equilix.kit.mounts import MountPoint
from equilix.kit.pivots import Pivot
from equilix.kit.solids import Box, Cylinder
from equilix.kit.working import Control, Gear

CLAMP_M: Final = (0.060, 0.130)
"""Diameters of lens fronts that the clamp of a matte box takes, with its rings (common practice, no source)."""


def matte_box(length: float, width: float, height: float) -> Fields:
    """Matte box: tray and hood, clamped on the lens or standing on the rods."""
    tray = length * 0.3
    return {
        "solids": (
            Box(size_m=(tray, width * 0.7, height * 0.8), centre_m=(tray / 2, 0, 0), weight=0.6),
            Box(size_m=(length - tray, width, height), centre_m=((length + tray) / 2, 0, 0), weight=0.4),
        ),
        "hangs_by": (
            facing("front", "clamp", 0, 0, BACK, takes_m=CLAMP_M),
            MountPoint(
                name="rod foot", kind="rods15", position_m=(tray / 2, 0, -LENS_AXIS_OVER_RODS_M), direction=DOWN
            ),
        ),
        "offers": tuple(
            top("tray", name, share * tray, -height * 0.4) for name, share in (("filter stage", 0.3), ("front filter stage", 0.7))
        ),
    }  # fmt: skip


def filter_tray(length: float, width: float, height: float) -> Fields:
    """Filter in its tray, which is pushed down into a matte box."""
    rim = min(width, height) * 0.06
    return {
        "solids": (
            Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),
            Box(size_m=(length * 1.6, width * 0.3, rim), centre_m=(0, 0, height + rim / 2)),
        ),
        "hangs_by": (foot("tray", "frame"),),
    }


def _swing(y: float) -> Pivot:
    """What works the lens is swung in towards it about the rod that it is clamped on."""
    return Pivot(name="swing", position_m=(0, y, 0), axis=AHEAD, from_rad=-SWING_RAD, to_rad=SWING_RAD)


SWING_RAD: Final = math.radians(60)


def follow_focus(length: float, width: float, height: float) -> Fields:
    """Follow focus: a gearbox on the rods with its knob on the left."""
    knob = width * 0.35
    return {
        "solids": (
            Box(size_m=(length, width - knob, height), centre_m=(0, width * 0.1, height * 0.36), beyond=1),
            Cylinder(axis="y", radius_m=min(height, length) * 0.45, length_m=knob, centre_m=(0, width * 0.6, height * 0.45), beyond=1),
        ),
        "pivots": (_swing(ROD_SPACING_M / 2),),
        "gears": (Gear(position_m=(length * 0.3, width * 0.52, height * 0.86), diameter_m=0.032, drives=True, beyond=1),),
        "controls": (Control(name="focus wheel", position_m=(0, width * 0.775, height * 0.45), finger="index", beyond=1),),
        "hangs_by": (foot("rods15", "rod clamp"),),
    }  # fmt: skip


def motor(length: float, width: float, height: float) -> Fields:
    """Focus motor on the rods: a small drum along x."""
    return {
        "electric": usual_electric.MOTOR,
        "sockets": usual_signals.MOTOR,
        "solids": (
            Cylinder(axis="x", radius_m=height * 0.4, length_m=length, centre_m=(0, width / 2, height * 0.6), beyond=1),
            Box(size_m=(length * 0.5, width, height * 0.3), centre_m=(0, 0, height * 0.1)),
        ),
        "pivots": (_swing(ROD_SPACING_M / 2),),
        "gears": (Gear(position_m=(length / 2 - 0.006, width / 2, height * 0.6), diameter_m=height * 0.7, drives=True, beyond=1),),
        "hangs_by": (foot("rods15", "rod clamp"),),
    }  # fmt: skip


def lens_support(length: float, width: float, height: float) -> Fields:
    """Lens support: a bridge on the rods with a post up to the barrel."""
    return {
        "solids": (
            Box(size_m=(length, width, 0.022), centre_m=(0, 0, 0)),
            Box(size_m=(length * 0.6, 0.022, max(height - 0.011, 0.005)), centre_m=(0, 0, 0.011 + (height - 0.011) / 2)),
        ),
        "hangs_by": (foot("rods15", "rod clamp"),),
    }  # fmt: skip


KINDS: Final = (
    Kind("matte-box", (0.110, 0.160, 0.130), 0.5, matte_box, "front", "matte-box", 2, holds_lens=True),
    Kind("filter-tray", (0.006, 0.110, 0.110), 0.17, filter_tray, "front", "filter-tray", 2),
    Kind("follow-focus", (0.060, 0.110, 0.070), 0.4, follow_focus, "focus", "knobbed", 2, holds_lens=True),
    Kind("motor", (0.085, 0.040, 0.045), 0.17, motor, "focus", "knobbed", 2, holds_lens=True),
    Kind("lens-support", (0.030, 0.090, 0.050), 0.15, lens_support, "lens", holds_lens=True),
)
