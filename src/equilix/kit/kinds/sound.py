"""Sound and signal."""

from __future__ import annotations

from typing import Final

from equilix.kit import usual_electric
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import AHEAD, Fields, facing, foot
from equilix.kit.solids import Box, Cylinder


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
        "electric": usual_electric.TRANSMITTER,
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "hangs_by": (
            foot("shoe", "shoe foot"),
            foot("screw14"),
            facing("wedge", "wedge", length / 2, height / 2, AHEAD),
        ),
    }


KINDS: Final = (
    Kind("microphone", (0.220, 0.030, 0.060), 0.2, microphone, "last", "microphone", 2),
    Kind("transmitter", (0.080, 0.070, 0.030), 0.25, transmitter, "last", "transmitter"),
)
