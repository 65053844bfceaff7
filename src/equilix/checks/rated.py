"""Makers' ratings: of arms, harnesses, heads and gimbals; of rosettes, plates and clamps where they were entered."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

import numpy as np

from equilix.analysis import Analysis
from equilix.checks.rules import Check, Level, level_of
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import Sayable, apart, fact
from equilix.keys import hand_key


def _rated(share: float, warning: Sayable) -> Level:
    return "stop" if warning else level_of(share, mind_at=0.9)


def ratings(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """What the figures of the way of carrying say of the makers' ratings."""
    del rules
    bearer = analysis.carried.bearer
    for figure in analysis.figures:
        if figure.key == "rated_share":
            yield Check(
                "rating",
                analysis.assembly.ids[0],
                figure.label if bearer is None else fact("rated.load_on", part=bearer.name),
                figure.said,
                figure.value,
                figure.warning,
                fact("rated.makers_rating"),
                _rated(figure.value, figure.warning),
            )
        if figure.key == "payload_kg":
            part = next(p for p in analysis.assembly.parts if p.drive is not None)
            assert part.drive is not None  # it was just found by it
            share = figure.value / part.drive.payload_kg
            yield Check(
                "rating",
                analysis.assembly.ids[0],
                fact("rated.payload_gimbal"),
                figure.said,
                share,
                figure.warning,
                fact("rated.makers_rating"),
                level_of(share, mind_at=0.9),
            )


def clamps(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Rosettes, plates and clamps against their makers' ratings, where they were entered."""
    del rules
    assembly = analysis.assembly
    held = {each.placement: each.arm for each in analysis.arms if each.arm.reached}
    for row, placement_id in enumerate(assembly.ids):
        seat = assembly.seats[row]
        if seat is None:
            continue
        part = assembly.parts[row]
        stack = assembly.mass_properties(analysis.setup.subtree(placement_id))
        if seat.point.most_kg is not None:
            share = stack.mass_kg / seat.point.most_kg
            weighs, most = apart(stack.mass_kg, seat.point.most_kg, "mass")
            said = fact("rated.load_of_most", load=weighs, most=most)
            todo = fact("rated.take_stronger_one_or_less") if share > 1 else ""
            yield Check(
                "clamp",
                placement_id,
                fact("rated.under", part=part.name),
                said,
                share,
                todo,
                fact("rated.makers_rating"),
                level_of(share),
            )
        if seat.point.most_nm is not None:
            at, frame = assembly.point_pose(seat.parent, seat.point)
            pull = np.cross(stack.cg_m - at, (0.0, 0.0, -stack.mass_kg * STANDARD_GRAVITY_M_S2))
            arm = held.get(placement_id)
            if arm is not None:
                pull = pull + np.cross(arm.hand_m - at, analysis.holding.force_of(hand_key(arm.side)))
            turning = abs(float(pull @ frame[:, 2]))
            share = turning / seat.point.most_nm
            load, most = apart(turning, seat.point.most_nm, "torque")
            said = fact("rated.against_turning", load=load, most=most)
            todo = fact("rated.shorten_arm_or_take_larger") if share > 1 else ""
            yield Check(
                "clamp",
                placement_id,
                fact("rated.turning", part=part.name),
                said,
                share,
                todo,
                fact("rated.makers_rating"),
                level_of(share),
            )
