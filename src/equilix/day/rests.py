"""Rest against the end of the day: where another minute between takes is worth most, from as little rest as can be.

How bad a day is for the bodies is told by the minutes that are carried past the limit: of every take that is still to
be shot, those in which its most tired joint has used up more than may be. Rest is put in step by step where a minute of
it saves most of them.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Final

from msgspec import Struct

from equilix.day.course import Course, course_of
from equilix.day.hours import ends
from equilix.day.rigs import Rigs
from equilix.day.schedule import schedule
from equilix.day.tiring import Band, bands
from equilix.errors import Called, Cancelled, never
from equilix.rig.days import Day, Item

LEAST_GAP_MIN: Final = 1.0
MOST_GAP_MIN: Final = 60.0
GROWS: Final = 0.25
"""Gaps grow by so much of themselves, and by a minute at least."""
LEAST_SAVED_MIN: Final = 0.05
"""Less is no gain."""
MOST_POINTS: Final = 60
MOST_TRIED: Final = 12
"""Scenes that are tried for each step."""


class Point(Struct, frozen=True):
    """A day with so much rest: minutes between takes in all, when it ends, minutes carried past the limit."""

    course: Course
    rest_min: float
    end_min: float
    past_min: float


def past_by_item(found: Sequence[Band]) -> dict[str, float]:
    """Minutes that are carried past the limit, by item, of takes that are still to be shot; no minute counts twice."""
    first: dict[tuple[str, float], tuple[float, float]] = {}
    for band in found:
        for asked in band.asked:
            if (asked.start_min, asked.end_min) not in asked.span.takes[: asked.span.shot]:
                key = asked.span.item.id, asked.start_min
                over, _ = first.get(key, (math.inf, 0.0))
                first[key] = min(over, asked.passes_min), asked.end_min
    past: dict[str, float] = {}
    for (item, _), (over, end) in first.items():
        past[item] = past.get(item, 0.0) + max(end - over, 0.0)
    return past


def rest_of(day: Day) -> float:
    """Minutes between takes that are planned, all together."""
    return sum((each.takes - 1) * each.gap_min for each in day.items if each.kind == "scene")


def trade_off(course: Course, rigs: Rigs, called_off: Called = never) -> Iterator[Point]:
    """From as little rest as can be to where more of it saves nothing: days, each later and easier than the one before.

    Raises ``Cancelled``.
    """
    search = _Search(course, rigs, called_off)
    day = search.with_least(course.day)
    now = search.past(day)
    yield search.point(day)
    for _ in range(MOST_POINTS):
        best: tuple[float, dict[str, float], Day] | None = None
        for item in search.worth_a_try(day, now):
            longer = item.gap_min + max(1.0, math.floor(item.gap_min * GROWS))
            if longer > MOST_GAP_MIN:
                continue
            tried = day.with_item(item.changed(gap_min=longer))
            past = search.past(tried)
            saved = sum(now.values()) - sum(past.values())
            worth = saved / ((longer - item.gap_min) * (item.takes - 1))
            if saved > LEAST_SAVED_MIN and (best is None or worth > best[0]):
                best = worth, past, tried
        if best is None:
            return
        _, now, day = best
        yield search.point(day)


def planned(course: Course) -> Point:
    """The day as it is."""
    return Point(course, rest_of(course.day), end_of(course), sum(past_by_item(course.bands).values()))


def end_of(course: Course) -> float:
    """When the last thing of a day is over."""
    return ends(course.day, course.spans)


class _Search:
    def __init__(self, course: Course, rigs: Rigs, called_off: Called) -> None:
        self.course, self.rigs, self.called_off = course, rigs, called_off
        self.open = {each.item.id for each in course.spans if len(each.takes) - each.shot > 1}

    def free(self, day: Day) -> list[Item]:
        """The scenes that have a gap still to come."""
        return [each for each in day.items if each.kind == "scene" and each.takes > 1 and each.id in self.open]

    def worth_a_try(self, day: Day, past: dict[str, float]) -> list[Item]:
        """Of those the ones in which most is carried past the limit: no others could save more in themselves."""
        return sorted(self.free(day), key=lambda each: -past.get(each.id, 0.0))[:MOST_TRIED]

    def with_least(self, day: Day) -> Day:
        """The day with as little rest as can be."""
        for each in self.free(day):
            day = day.with_item(each.changed(gap_min=min(each.gap_min, LEAST_GAP_MIN)))
        return day

    def past(self, day: Day) -> dict[str, float]:
        """Minutes past the limit, by item; nothing else of the day is worked out."""
        if self.called_off():
            raise Cancelled
        spans = schedule(day, self.rigs.minutes, self.course.now_min)
        return past_by_item(bands(spans, self.rigs.carried, day.reserve))

    def point(self, day: Day) -> Point:
        """The day worked out whole."""
        return planned(course_of(day, self.rigs, self.course.now_min, self.course.others))
