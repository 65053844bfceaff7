"""What is put on rods around a lens: support, focus, matte box."""

from __future__ import annotations

from typing import Final

from equilix.kit import usual_electric
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import BACK, DOWN, LENS_AXIS_OVER_RODS_M, Fields, facing, foot
from equilix.kit.mounts import MountPoint
from equilix.kit.solids import Box, Cylinder

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
        "electric": usual_electric.MOTOR,
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


KINDS: Final = (
    Kind("matte-box", (0.110, 0.160, 0.130), 0.5, matte_box, "front", "matte-box", 2, holds_lens=True),
    Kind("follow-focus", (0.060, 0.110, 0.070), 0.4, follow_focus, "focus", "knobbed", 2, holds_lens=True),
    Kind("motor", (0.085, 0.040, 0.045), 0.17, motor, "focus", "knobbed", 2, holds_lens=True),
    Kind("lens-support", (0.030, 0.090, 0.050), 0.15, lens_support, "lens", holds_lens=True),
)
