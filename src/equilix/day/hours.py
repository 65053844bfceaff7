"""The hours of people over the days of a job: how long they are at work, how long they rest, whether they are twice.

How long and how much is each one's own rule; the rules of the place and of the production decide.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from datetime import date

from msgspec import Struct

from equilix.body.operators import Operator
from equilix.day.happened import happened
from equilix.day.marks import Mark
from equilix.day.rigs import Rigs
from equilix.day.schedule import Span, schedule
from equilix.rig.days import Day
from equilix.rig.events import DAY_MIN

LEAST_MIN = 1.0


class Hours(Struct, frozen=True):
    """Somebody's day: from when to when, minutes of it; ``work_min``: of that without meals.

    ``rest_min``: since the day before, none where that is not known; ``before``: its name.
    """

    who: str
    begin_min: float
    end_min: float
    work_min: float
    rest_min: float | None = None
    before: str = ""


def begins(day: Day) -> float:
    """When a day begins, or has begun."""
    return happened(day).begun_min if day.log else day.begins_min


def ends(day: Day, spans: Sequence[Span]) -> float:
    """When the last thing of a day is over, or when it was said to be."""
    told = happened(day)
    if told.ended:
        return told.now_min
    return max((each.end_min for each in spans if each.item.kind != "deadline"), default=begins(day))


def carries(spans: Sequence[Span], rigs: Rigs) -> tuple[str, ...]:
    """Who carries something on a day, by their ids, in the order of their first scenes."""
    found = (rigs.setup(each.item) for each in spans if each.item.kind == "scene")
    known = rigs.document.operators_by_id
    return tuple(dict.fromkeys(each.operator for each in found if each is not None and each.operator in known))


def hours_of(day: Day, spans: Sequence[Span], others: Sequence[Day], rigs: Rigs) -> tuple[Hours, ...]:
    """The hours of everybody who carries something: the crew comes and goes together."""
    begin = begins(day)
    end = ends(day, spans)
    meals = sum(each.end_min - each.start_min for each in spans if each.item.kind == "meal")
    earlier = _day_before(day, others)
    planned = () if earlier is None else schedule(earlier, rigs.minutes)
    there = carries(planned, rigs)
    found = []
    for who in carries(spans, rigs):
        rest = None
        if earlier is not None and who in there:
            apart = (date.fromisoformat(day.on) - date.fromisoformat(earlier.on)).days * DAY_MIN
            rest = begin + apart - ends(earlier, planned)
        found.append(Hours(who, begin, end, end - begin - meals, rest, "" if earlier is None else earlier.name))
    return tuple(found)


def _day_before(day: Day, others: Sequence[Day]) -> Day | None:
    dated = [each for each in others if each.on and each.id != day.id and each.on < day.on]
    return max(dated, key=lambda each: each.on, default=None)


def own_rules(hours: Sequence[Hours], spans: Sequence[Span], rigs: Rigs) -> Iterator[Mark]:
    """Where somebody's own rule is not kept."""
    people = rigs.document.operators_by_id
    for each in hours:
        operator: Operator = people[each.who]
        if operator.work_h is not None and each.work_min > operator.work_h * 60 + LEAST_MIN:
            by = each.work_min - operator.work_h * 60
            yield Mark("long-day", max(each.end_min - by, each.begin_min), spans[-1], by_min=by, who=each.who)
        if operator.rest_h is None or each.rest_min is None:
            continue
        by = operator.rest_h * 60 - each.rest_min
        if by > LEAST_MIN:
            yield Mark("short-night", each.begin_min, spans[0], by_min=by, who=each.who, other=each.before)


def two_places(day: Day, spans: Sequence[Span], others: Sequence[Day], rigs: Rigs) -> Iterator[Mark]:
    """Where somebody carries on another day of the same date at the same time."""
    for other in others:
        if day.on and other.on == day.on and other.id != day.id:
            yield from _twice(spans, other, rigs)


def _twice(spans: Sequence[Span], other: Day, rigs: Rigs) -> Iterator[Mark]:
    """Of each operator the first scene that lies over one of theirs on another day of the same date."""
    seen: set[str] = set()
    pairs = itertools.product(_by_whom(spans, rigs), _by_whom(schedule(other, rigs.minutes), rigs))
    for (who, span), (whose, theirs) in pairs:
        over = min(span.end_min, theirs.end_min) - max(span.start_min, theirs.start_min)
        if who == whose and over > 0 and who not in seen:
            seen.add(who)
            minute = max(span.start_min, theirs.start_min)
            yield Mark("two-places", minute, span, by_min=over, who=who, other=other.name)


def _by_whom(spans: Sequence[Span], rigs: Rigs) -> list[tuple[str, Span]]:
    made = ((rigs.setup(each.item), each) for each in spans if each.item.kind == "scene")
    return [(setup.operator, each) for setup, each in made if setup is not None and setup.operator is not None]
