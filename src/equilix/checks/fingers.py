"""Whether what is worked while holding is in reach of a finger of a hand that holds."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np

from equilix.analysis import Analysis
from equilix.body.operators import segments
from equilix.checks.rules import THUMB, Check
from equilix.facts import NOTHING, fact, length
from equilix.kit.working import Finger

REACH_SHARE: Final[dict[Finger, float]] = {"index": 0.45, "thumb": 0.40}
"""How far a finger reaches from the middle of the palm that keeps holding, as a share of the hand's length; for a hand
of 190 mm that is 86 and 76 mm (common practice, no source)."""


def fingers(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Every control of the rig against the nearest hand that holds; nothing where no hand does."""
    del rules
    assembly, hand_m = analysis.assembly, segments(analysis.operator).hand_m
    hands = analysis.arms
    if not hands:
        return
    for row, part in enumerate(assembly.parts):
        placement_id = assembly.ids[row]
        for control in part.controls:
            at = assembly.place_m(row, control.position_m, beyond=control.beyond)
            nearest = min(hands, key=lambda held: float(np.linalg.norm(held.arm.hand_m - at)))
            far = float(np.linalg.norm(nearest.arm.hand_m - at))
            reach = REACH_SHARE[control.finger] * hand_m
            out = far > reach
            key = "fingers.out_of_reach" if out else "fingers.in_reach"
            said = fact(
                key, far=length(far), hand=fact(f"way.{nearest.arm.side}"), finger=fact(f"fingers.{control.finger}"),
                reach=length(reach),
            )  # fmt: skip
            yield Check(
                "fingers", placement_id, fact("fingers.title", control=control.name, part=part.name), said, None,
                fact("fingers.bring_nearer") if out else NOTHING, THUMB, "mind" if out else "fine",
            )  # fmt: skip
