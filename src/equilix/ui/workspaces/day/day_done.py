"""A day worked out beside the interface, and how it stands; its rigs serve all tabs, and the next one too."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import date

from msgspec import Struct

from equilix.day.course import Course, course_of
from equilix.day.happened import happened
from equilix.day.rigs import Rigs
from equilix.day.standing import Standing, standing_of
from equilix.document import Document
from equilix.errors import Called
from equilix.rig.days import Day
from equilix.rig.events import DAY_MIN
from equilix.store.day_clock import DayClock


class Told(Struct, frozen=True):
    """A day worked out at a minute, and how it stands then."""

    rigs: Rigs
    course: Course
    standing: Standing


def minute_now(clock: DayClock, day: Day) -> float | None:
    """The minute now, of a day that is under way; none of one that has not begun, has ended or is another day's."""
    if not day.log or not day.on or happened(day).ended:
        return None
    minute = clock.minute(date.fromisoformat(day.on))
    return minute if 0 <= minute <= 2 * DAY_MIN else None


def work_out(document: Document, day: Day, rigs: Rigs, now: float | None, called_off: Called) -> Iterator[Course]:
    """Work a day out; ``now``: the minute that it is, of a day that is under way."""
    course = course_of(day, rigs, now, document.days).draw()
    if not called_off():
        yield course


def work_out_now(document: Document, day: Day, rigs: Rigs, now: float | None, called_off: Called) -> Iterator[Told]:
    """Work a day out as it stands; the first step of the next conversion takes longest."""
    course = course_of(day, rigs, now, document.days)
    if not called_off():
        yield told_now(course, rigs, now)


def told_now(course: Course, rigs: Rigs, now: float | None, *, at_once: bool = False) -> Told:
    """How it stands now, or when something happened last; ``at_once``: as far as that is known in a moment."""
    first = course.day.begins_min if now is None else now
    return Told(rigs, course, standing_of(course, rigs, max(first, course.now_min), at_once=at_once))
