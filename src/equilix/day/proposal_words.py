"""What a way to mend a day is said to gain, and what it costs."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from equilix.day.day_words import clock
from equilix.day.proposals import Proposal
from equilix.day.rests import Point
from equilix.facts import NOTHING, Sayable, duration, fact, listed

LEAST_MIN = 0.5


def gain_words(proposal: Proposal) -> Sayable:
    """What it gains and costs, one after the other."""
    return listed(_gains(proposal))


def point_words(point: Point) -> Sayable:
    """A point of the curve of rest: how much, when the day ends, what is still carried past the limit."""
    return fact(
        "day.point", rest=duration(point.rest_min * 60), end=clock(point.end_min), past=duration(point.past_min * 60)
    )


def floor_words(points: Sequence[Point]) -> Sayable:
    """What rest alone cannot mend: takes that are too long for whoever is fresh."""
    left = min((each.past_min for each in points), default=0.0)
    return fact("day.rest_floor", past=duration(left * 60)) if left >= LEAST_MIN else NOTHING


def _gains(proposal: Proposal) -> Iterator[Sayable]:
    if not proposal.course.marks:
        yield fact("day.gain_all")
    elif proposal.mended > 0:
        yield fact("day.gain_marks", count=proposal.mended)
    elif proposal.way != "order":
        yield fact("day.gain_milder")
    for value, more, less in (
        (proposal.later_min, "later", "sooner"), (proposal.rest_min, "rest", "less_rest"),
        (proposal.converting_min, "converting", "less_converting"),
    ):  # fmt: skip
        if abs(value) >= LEAST_MIN:
            yield fact(f"day.gain_{more if value > 0 else less}", by=duration(abs(value) * 60))
