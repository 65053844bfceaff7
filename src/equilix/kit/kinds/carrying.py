"""Covers against wind and rain, and what the kit travels in."""

from __future__ import annotations

from typing import Final

from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import DOWN, Fields, top
from equilix.kit.mounts import MountPoint
from equilix.kit.solids import Box

CLOTH_M: Final = 0.003
WALL_M: Final = 0.012
LINING_M: Final = 0.025
"""Thickness of a rain cover, of the wall of a case, and of the lining of a bag (estimates)."""


def rain_cover(length: float, width: float, height: float) -> Fields:
    """Cloth over the rig: a roof and two sides, open before, behind and below."""
    side = max(height - CLOTH_M, CLOTH_M)
    return {
        "solids": (
            Box(size_m=(length, width, CLOTH_M), centre_m=(0, 0, -CLOTH_M / 2)),
            *(
                Box(size_m=(length, CLOTH_M, side), centre_m=(0, way * (width - CLOTH_M) / 2, -CLOTH_M - side / 2))
                for way in (1, -1)
            ),
        ),
        "hangs_by": (MountPoint(name="under the roof", kind="hook-loop", position_m=(0, 0, -CLOTH_M), direction=DOWN),),
    }


def bag(length: float, width: float, height: float) -> Fields:
    """Soft bag with a lining."""
    return _holds(length, width, height, LINING_M)


def case(length: float, width: float, height: float) -> Fields:
    """Hard case."""
    return _holds(length, width, height, WALL_M)


def _holds(length: float, width: float, height: float, wall: float) -> Fields:
    """A box with room in it; a part rides on its lid where somebody carries it so."""
    inner = tuple(max(size - 2 * wall, size * 0.5) for size in (length, width, height))
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "offers": (top("hook-loop", "lid", 0, height),),
        "inner_m": inner,
    }


KINDS: Final = (
    Kind("rain-cover", (0.420, 0.240, 0.280), 0.28, rain_cover, "last", "cover", 3),
    Kind("bag", (0.520, 0.340, 0.300), 2.6, bag, "any", "bag"),
    Kind("case", (0.560, 0.450, 0.260), 4.8, case, "any", "case"),
)
