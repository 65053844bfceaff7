"""What bears a rig and is no part of it: vest, harness, tripod."""

from __future__ import annotations

import math
from typing import Final

from equilix.kit.carriers import Harness, SpringArm, TripodHead
from equilix.kit.kinds.kind import Kind
from equilix.kit.kinds.shaping import Fields
from equilix.kit.solids import Box, Cylinder


def vest_arm(length: float, width: float, height: float) -> Fields:
    """Vest with a spring arm."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "carrier": SpringArm(least_kg=3.0, most_kg=9.0, turns=(0.0, 12.0), lifts_kg=(3.0, 9.0)),
    }


def harness(length: float, width: float, height: float) -> Fields:
    """Backpack harness with hip belt, boom and line."""
    return {
        "solids": (Box(size_m=(length, width, height), centre_m=(0, 0, height / 2)),),
        "carrier": Harness(least_kg=2.0, most_kg=7.0, turns=(0.0, 10.0), lifts_kg=(2.0, 7.0)),
    }


def tripod(length: float, width: float, height: float) -> Fields:
    """Tripod with a fluid head."""
    del length, width
    return {
        "solids": tuple(
            Cylinder(axis="z", radius_m=0.016, length_m=height, centre_m=(0.07 * math.cos(a), 0.07 * math.sin(a), height / 2))
            for a in (0.0, 2 * math.pi / 3, 4 * math.pi / 3)
        ),
        "carrier": TripodHead(most_kg=10.0),
    }  # fmt: skip


KINDS: Final = (
    Kind("vest-arm", (0.300, 0.360, 0.480), 5.4, vest_arm, "any", "worn"),
    Kind("harness", (0.260, 0.340, 0.560), 3.1, harness, "any", "worn"),
    Kind("tripod", (0.200, 0.200, 0.800), 5.2, tripod, "any", "turned", 3),
)
