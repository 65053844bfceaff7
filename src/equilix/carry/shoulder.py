"""On the shoulder: the centre of gravity must stand over the pad, fore-aft and sideways."""

from __future__ import annotations

import numpy as np

from equilix.carry.conditions import Balance, Support, Way
from equilix.rig.kinematics import Assembly

EDGE_MARGIN_M = 0.010
"""Nearer to the edge of the pad than this, the rig nods by itself (common practice, no source)."""


def shoulder_support(assembly: Assembly) -> Support | None:
    """The first pad of the rig, or None where there is none."""
    for placement_id, part in zip(assembly.ids, assembly.parts, strict=True):
        if part.pad is None:
            continue
        pad = part.pad
        corners = {
            f"pad {fore} {side}": assembly.to_rig(
                placement_id,
                np.array(pad.centre_m) + np.array((sx * pad.length_m / 2, sy * pad.width_m / 2, 0.0)),
            )
            for fore, sx in (("front", 1), ("rear", -1))
            for side, sy in (("left", 1), ("right", -1))
        }
        return Support(placement_id, pad, assembly.to_rig(placement_id, pad.centre_m), corners)
    return None


def shoulder_balances(assembly: Assembly, support: Support) -> tuple[Balance, ...]:
    """Fore-aft and sideways over the pad."""
    del assembly
    return (
        Balance(
            "fore-aft", np.array((1.0, 0.0, 0.0)), support.centre_m, support.placement,
            max(support.pad.length_m / 2 - EDGE_MARGIN_M, 0.001), support.pad.length_m / 2,
            "in front of", "behind", "forward", "backward",
        ),
        Balance(
            "sideways", np.array((0.0, 1.0, 0.0)), support.centre_m, support.placement,
            max(support.pad.width_m / 2 - EDGE_MARGIN_M, 0.001), support.pad.width_m / 2,
            "left of", "right of", "to the left", "to the right",
        ),
    )  # fmt: skip


SHOULDER = Way("shoulder", "on the shoulder", "a part with a shoulder pad", shoulder_support, shoulder_balances)
