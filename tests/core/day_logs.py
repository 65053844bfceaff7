"""Logs of days, for whoever tests what is worked out of them."""

from collections.abc import Iterator
from datetime import date

from equilix.day.course import Course
from equilix.document import Document
from equilix.edits import day_log
from equilix.rig.days import Day
from equilix.rig.events import Event, EventKind
from tests.core.test_day import DEMO

OCTOBER = date(2026, 10, 14)


def at(minute: float, kind: EventKind, item: str | None = None, **told: object) -> Event:
    """Something that happened."""
    return Event(at_min=minute, kind=kind, item=item, **told)  # type: ignore[arg-type]


def as_planned(course: Course) -> Iterator[Event]:
    """The log of a day on which everything goes as planned."""
    yield at(course.day.begins_min, "begin")
    for span in course.spans:
        if span.item.kind == "deadline":
            continue
        if span.conversion_min > 0:
            yield at(span.start_min, "ready", span.item.id)
        for start, stop in span.takes:
            yield at(start, "start", span.item.id)
            yield at(stop, "stop")
        yield at(span.end_min, "over", span.item.id)


def times(course: Course) -> list[tuple[str, list[tuple[float, float]]]]:
    """Every take of every item."""
    return [(each.item.id, [(round(a, 6), round(b, 6)) for a, b in each.takes]) for each in course.spans]


def logged(plan: Day, *events: tuple[float, EventKind] | tuple[float, EventKind, str]) -> Document:
    """A document with a day, and what happens on it besides."""
    document = DEMO.changed(days=(plan,))
    for event in events:
        told = {"item": event[2]} if len(event) > 2 else {}
        document = day_log.log(document, plan.id, event[1], event[0], **told)
    return document
