"""A day worked out: its spans, how its people tire, how its batteries burn down, and all that goes wrong, in order."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import cached_property

from msgspec import Struct

from equilix.day import marks
from equilix.day.charge import Charge, burn_down
from equilix.day.happened import Happened, happened
from equilix.day.hours import Hours, hours_of, own_rules, two_places
from equilix.day.marks import ORDER, Mark
from equilix.day.rigs import Rigs
from equilix.day.schedule import Span, schedule
from equilix.day.tiring import Band, bands, worse_side
from equilix.rig.days import Day


class Course(Struct, frozen=True, dict=True):
    """All of a day."""

    day: Day
    spans: tuple[Span, ...]
    bands: tuple[Band, ...]
    charge: Charge
    marks: tuple[Mark, ...]
    """What goes wrong from now on: what is past cannot be mended."""
    hours: tuple[Hours, ...]
    told: Happened
    """What has happened."""
    now_min: float
    """What is before it has happened; of a day that has not begun nothing has."""
    others: tuple[Day, ...]
    """The days of the same document."""

    @cached_property
    def worse(self) -> tuple[Band, ...]:
        """Of each joint of each operator the side that comes nearer to its limit."""
        return worse_side(self.bands)

    def draw(self) -> Course:
        """With the curves of its bands worked out, for whoever draws it and must not wait for them."""
        for each in self.worse:
            _ = each.curve
        return self

    @property
    def worst(self) -> Mark | None:
        """What is worst, and of that what comes first; none where nothing goes wrong."""
        return min(self.marks, key=lambda each: (ORDER.index(each.kind), each.minute), default=None)


def course_of(day: Day, rigs: Rigs, now_min: float | None = None, others: Sequence[Day] = ()) -> Course:
    """Work a day out. ``rigs`` may be used again for another day of the same document.

    ``now_min``: the minute that it is, for a day that has begun; else the last thing that happened is now.
    ``others``: the days among which it stands, itself or not.
    """
    told = happened(day)
    now = max(told.now_min, -math.inf if now_min is None else now_min) if told.begun else -math.inf
    spans = schedule(day, rigs.minutes, now_min)
    found = bands(spans, rigs.carried, day.reserve)
    charge = burn_down(day, spans, rigs.document.parts_by_id, rigs.powered)
    hours = hours_of(day, spans, others, rigs)
    wrong = [
        *marks.times(spans), *marks.rigs_missing(spans, rigs), *marks.too_cold(day, spans, rigs),
        *marks.windy(spans, rigs),
        *marks.empty(charge), *own_rules(hours, spans, rigs), *two_places(day, spans, others, rigs),
    ]  # fmt: skip
    coming = [each for each in wrong if each.minute >= now] + [*marks.tired(found)]
    ordered = tuple(sorted(coming, key=lambda each: each.minute))
    return Course(day, spans, found, charge, ordered, hours, told, now, tuple(others))
