"""What an attempt counts: how near to the best that could be had, in which order, in what time.

Points are our own: half of them for the balance, a quarter each for the order and the time in which it was reached; of
all that so much as it is balanced, and ten less for each hint.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from datetime import date
from typing import Final

from msgspec import Struct

from equilix.analysis import Analysis, analyse
from equilix.body.practised import MOST_SHARE, Practised
from equilix.carry.conditions import TARGET_SHARE, Condition
from equilix.document import Document
from equilix.errors import Called
from equilix.facts import NOTHING, Sayable, run
from equilix.guide.steps import steps_of
from equilix.planner.plan import Plan
from equilix.planner.schools import plan
from equilix.practice.exercises import Exercise, goals_of
from equilix.practice.sliding import Deed

MATTERS: Final = 0.25
"""A slide counts for the first condition that it shifts by so many of its tolerances."""
HINT_POINTS: Final = 10
LONG: Final = 4.0
"""After so many times the par nothing is left for time."""
INSIDE: Final = 1.0 + 1e-6
"""So many tolerances off is still inside, with room for what sums round off."""
FAIR_TRY: Final = 3
"""After so many slides it is said of a rig that it cannot be balanced with what slides."""


class Best(Struct, frozen=True):
    """What could be had with what slides: the plan, and what is then still farthest off, in tolerances."""

    plan: Plan
    off: float

    @property
    def can(self) -> bool:
        """Whether everything comes inside its tolerance."""
        return self.off <= INSIDE

    @property
    def why(self) -> Sayable:
        """What stands in the way, where something does."""
        return NOTHING if self.can else run(self.plan.reason, self.plan.remedy)


class Count(Struct, frozen=True):
    """An attempt as it counts: ``off`` and ``best`` in tolerances, shares from 0 to 1, points from 0 to 100."""

    off: float
    best: float
    near: float
    in_order: float
    in_time: float
    seconds: float
    hints: int
    timed: bool

    @property
    def points(self) -> int:
        """All together; what is not balanced counts nothing, however quick. Without a par order has time's share."""
        for_order, for_time = (0.25, 0.25) if self.timed else (0.5, 0.0)
        whole = self.near * (0.5 + for_order * self.in_order + for_time * self.in_time)
        return max(round(100 * whole) - HINT_POINTS * self.hints, 0)

    @property
    def right(self) -> bool:
        """Whether everything that was asked is inside its tolerance."""
        return self.off <= INSIDE


def best_of(document: Document, exercise: Exercise, called_off: Called = lambda: False) -> Best | None:
    """The plan that moves what is there, from where the rig stands; None where nothing is to be balanced.

    Raises :class:`~equilix.errors.Cancelled`.
    """
    analysis = analyse(document, document.setups_by_id[exercise.setup])
    if not analysis.conditions:
        return None
    found = plan("move", document, analysis, called_off)
    return Best(found, off_of(goals_of(exercise, found.after)))


def off_of(conditions: Sequence[Condition]) -> float:
    """What is farthest off, in tolerances; 0 where nothing is asked."""
    return max((abs(each.value_m) / each.balance.tolerance_m for each in conditions), default=0.0)


def count(
    exercise: Exercise, analysis: Analysis, deeds: Sequence[Deed], seconds: float, hints: int, best: Best | None
) -> Count:
    """How an attempt counts as the rig stands now."""
    off = off_of(goals_of(exercise, analysis))
    reach = 0.0 if best is None else best.off
    over = max(off - max(reach, TARGET_SHARE), 0.0)
    near = 0.5 ** (over / (1.0 - TARGET_SHARE))
    times = seconds / exercise.par_s if exercise.par_s else 1.0
    in_time = min(max(1.0 - math.log(max(times, 1.0)) / math.log(LONG), 0.0), 1.0)
    return Count(
        min(off, MOST_SHARE), min(reach, MOST_SHARE), near, order_of(exercise, analysis, deeds), in_time, seconds,
        hints, exercise.par_s > 0,
    )  # fmt: skip


def best_points(attempts: Sequence[Practised]) -> dict[str, int]:
    """The most points in each exercise that was ever counted, by its key."""
    found: dict[str, int] = {}
    for each in attempts:
        found[each.exercise] = max(each.points, found.get(each.exercise, 0))
    return found


def order_of(exercise: Exercise, analysis: Analysis, deeds: Sequence[Deed]) -> float:
    """The share of the slides that were made in their turn: with everything right that comes before what they are for.

    Slides that hardly matter to anything are not counted; 1 where nothing is left.
    """
    steps = [step.condition for step in steps_of(analysis)]
    rows = [each.balance.key for each in analysis.conditions]
    goals = {each.balance.key for each in goals_of(exercise, analysis)}
    in_turn = counted = 0
    for deed in deeds:
        values = {key: (deed.before[k], deed.after[k]) for k, key in enumerate(rows)}
        served = [key for key in steps if key in values and abs(values[key][1] - values[key][0]) >= MATTERS]
        if not served:
            continue
        counted += 1
        earlier = [key for key in steps[: steps.index(served[0])] if key in goals]
        in_turn += all(abs(values[key][0]) <= INSIDE for key in earlier)
    return in_turn / counted if counted else 1.0


def practised(exercise: Exercise, analysis: Analysis, counted: Count, day: date, operator: str | None) -> Practised:
    """The attempt as the notebook keeps it."""
    return Practised(
        id=f"{day.isoformat()}-{exercise.key}".replace("_", "-"), day=day.isoformat(), operator=operator,
        exercise=exercise.key, setup=analysis.setup.name[:200], seconds=min(counted.seconds, 86400.0),
        off=round(counted.off, 4), best=round(counted.best, 4), in_order=counted.in_order,
        hints=min(counted.hints, 1000), points=counted.points,
    )  # fmt: skip
