"""What the builders of shapes have in common: measures of the trade, directions, mounting points.

A builder takes length (x), width (y) and height (z) in m and returns the fields of a
:class:`~equilix.kit.parts.Part` that follow from them. The part's origin is where it usually mounts.
"""

from __future__ import annotations

import math
from typing import Any, Final

from equilix.kit.mounts import MountPoint, Track

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


def dovetail_foot(length_m: float) -> MountPoint:
    """Of a plate: where what carries it is a short clamp, it slides by its own length, less what must stay held.

    A plate of 230 mm goes 100 mm either way, a small one of 106 mm 38 mm (common practice, no source).
    """
    half = max(length_m / 2 - HELD_M, 0.005)
    return foot("dovetail", track=along(half, scale_zero_m=half))


HELD_M: Final = 0.015
"""So much of a plate's half stays in the clamp."""


def top(kind: str, name: str, x: float, z: float, **more: Any) -> MountPoint:
    """A place on the upper side, in the middle plane."""
    return MountPoint(name=name, kind=kind, position_m=(x, 0.0, z), direction=UP, **more)


def facing(kind: str, name: str, x: float, z: float, direction: tuple[float, float, float], **more: Any) -> MountPoint:
    """A place on the front or rear face, upright."""
    return MountPoint(name=name, kind=kind, position_m=(x, 0.0, z), direction=direction, reference=UP, **more)


def along(half_m: float, **more: Any) -> Track:
    """A track along x, to both sides of the mounting point."""
    return Track(axis=AHEAD, from_m=-half_m, to_m=half_m, **more)
