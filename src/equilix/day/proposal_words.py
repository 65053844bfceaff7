"""What a way to mend a day is said to gain, and what it costs."""

from __future__ import annotations

from collections.abc import Iterator

from equilix.day.proposals import Proposal
from equilix.facts import Sayable, duration, fact, listed

LEAST_MIN = 0.5


def gain_words(proposal: Proposal) -> Sayable:
    """What it gains and costs, one after the other."""
    return listed(_gains(proposal))


def _gains(proposal: Proposal) -> Iterator[Sayable]:
    if not proposal.course.marks:
        yield fact("day.gain_all")
    elif proposal.mended > 0:
        yield fact("day.gain_marks", count=proposal.mended)
    for value, more, less in (
        (proposal.later_min, "later", "sooner"), (proposal.rest_min, "rest", "less_rest"),
        (proposal.converting_min, "converting", "less_converting"),
    ):  # fmt: skip
        if abs(value) >= LEAST_MIN:
            yield fact(f"day.gain_{more if value > 0 else less}", by=duration(abs(value) * 60))
