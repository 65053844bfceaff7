"""Whatever has no kind of its own."""

from __future__ import annotations

from typing import Final

from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import Fields, foot, top
from equilix.kit.solids import Box


def block(length: float, width: float, height: float) -> Fields:
    """Anything that has no kind of its own: a box on a screw."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw14"), foot("shoe", "shoe foot"), foot("rods15", "rod clamp")),
        "offers": (top("screw14", "top", 0, height, turns=True),),
    }


def as_built(length: float, width: float, height: float) -> Fields:
    """What was weighed as one and is not told part by part: a box on a screw."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (foot("screw38"), foot("screw14", "small screw")),
        "offers": (top("screw14", "top", 0, height, turns=True),),
    }


KINDS: Final = (
    Kind("block", (0.080, 0.060, 0.040), 0.2, block, "any"),
    Kind("as-built", (0.400, 0.140, 0.140), 4.0, as_built, "camera", camera=True),
)
