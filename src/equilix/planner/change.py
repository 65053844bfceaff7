"""What every plan has in common: the rig before and after, the steps between, how long they take, what they do."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cached_property
from typing import Protocol

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.facts import Sayable, fact, percent
from equilix.result import Result


class Timed(Protocol):
    """A step that takes its time."""

    @property
    def minutes(self) -> float:
        """How long it takes (common practice, no source)."""


class Change(Protocol):
    """A plan, for the balance or for the body's sake."""

    @property
    def key(self) -> str:
        """What it is told apart by from the other plans for the rig."""

    @property
    def title(self) -> Sayable:
        """What it is called."""

    @property
    def steps(self) -> Sequence[Timed]:
        """What is done, in its order."""

    @property
    def before(self) -> Analysis:
        """The rig as it is."""

    @property
    def after(self) -> Analysis:
        """The rig when it is done."""

    @property
    def result_before(self) -> Result:
        """What follows from how the rig is, each worked out once."""

    @property
    def result_after(self) -> Result:
        """What follows from how it is when it is done, each worked out once."""


class Compared(Struct, frozen=True, dict=True):
    """The rig before and after, and what follows from each."""

    before: Analysis
    after: Analysis

    @cached_property
    def result_before(self) -> Result:
        """What follows from how the rig is, each worked out once."""
        return Result(self.before)

    @cached_property
    def result_after(self) -> Result:
        """What follows from how it is when it is done, each worked out once."""
        return Result(self.after)


def minutes(change: Change) -> float:
    """Time to do it: a minute a clamp, half a minute to take something off (common practice, no source)."""
    return sum(step.minutes for step in change.steps)


def steadiness(change: Change) -> float:
    """Rotational inertia about the pitch axis after over before: above 1 it shakes less and turns slower."""
    return float(change.after.mass.inertia_kg_m2[1, 1] / change.before.mass.inertia_kg_m2[1, 1])


def steady_words(change: Change) -> Sayable:
    """The same for people: '8 % steadier'."""
    by = round((steadiness(change) - 1) * 100)
    if not by:
        return fact("plan.now")
    return fact("plan.steadier" if by > 0 else "plan.livelier", by=percent(abs(by) / 100))


def added_kg(change: Change) -> float:
    """Mass added (negative: taken off), kg."""
    return change.after.mass.mass_kg - change.before.mass.mass_kg
