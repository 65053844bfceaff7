"""What is wrong with how a rig is held and looked at, as findings: each with its number and its place on the rig."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

from equilix.checks.rules import ORDER, THUMB, Check
from equilix.facts import duration as lasting
from equilix.facts import fact, length
from equilix.fit.fit import Fit

MOVE_IT: Final = fact("fit.move_it")
"""What to do: the plans for the body's sake."""


def findings(fit: Fit) -> tuple[Check, ...]:
    """What stops somebody from holding it so, then what tires; as it is found, from the hands to the eyes."""
    return tuple(sorted((*_arms(fit), *_eyes(fit)), key=lambda each: ORDER[each.level]))


def _arms(fit: Fit) -> Iterator[Check]:
    """A grip out of reach; an upper arm that is raised further than it can be held for long (ISO 11226)."""
    for held in fit.analysis.arms:
        side = fact(f"way.{held.arm.side}")
        if not held.arm.reached:
            said = fact("fit.out_of_reach", side=side, missing=length(held.arm.missing_m))
            yield Check(
                f"reach-{held.arm.side}", held.placement, said, said, None, MOVE_IT, fact("source.winter"), "stop"
            )
            continue
        limit = fit.raised_s.get(held.arm.side, math.inf)
        if not math.isinf(limit):
            said = (
                fact("fit.raised", side=side, limit=lasting(limit)) if limit else fact("fit.raised_too_high", side=side)
            )
            yield Check(
                f"raised-{held.arm.side}", held.placement, said, said, None, MOVE_IT, fact("source.iso_11226"),
                "mind" if limit else "stop",
            )  # fmt: skip


def _eyes(fit: Fit) -> Iterator[Check]:
    """What is wrong with the screen that is looked at, or with the eyepiece."""
    look = fit.gaze
    for number, complaint in enumerate(() if look is None else look.complaints):
        assert look is not None  # it has complaints
        said = fact("fit.looked_at", screen=look.name, complaint=complaint)
        yield Check(f"gaze-{number}", look.screen, said, said, None, MOVE_IT, THUMB, "mind")
