"""Edits of what happened on a day: a take begins or ends, something hurts, a battery was empty; put right later."""

from __future__ import annotations

from datetime import date
from typing import Any

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.days import change_day, day_of, item_of
from equilix.edits.kit import part_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, number
from equilix.rig.days import MOST_EVENTS, Day
from equilix.rig.events import Event, EventKind


def begin_day(document: Document, day_id: str, on: date, at_min: float) -> Document:
    """The day begins now; it is of this date. Refused where it has begun already."""
    day = day_of(document, day_id)
    if day.log:
        raise Refused(fact("log.has_begun", day=day.name), fact("log.copy_it"))
    return log(change_day(document, day_id, on=on.isoformat()), day_id, "begin", at_min)


def log(document: Document, day_id: str, kind: EventKind, at_min: float, **told: Any) -> Document:
    """Write down that something happens now; never before what happened last, whatever the clock says.

    ``told``: the other fields of an :class:`~equilix.rig.events.Event`. Raises :class:`Refused` where the day has not
    begun, an item or a battery is not there, or the log is full.
    """
    day = day_of(document, day_id)
    if kind != "begin" and not day.log:
        raise Refused(fact("log.not_begun", day=day.name), fact("log.begin_it"))
    at = max([at_min, *(each.at_min for each in day.log)])
    try:
        event = Event(kind=kind, at_min=at, **told)
    except ValidationError as error:
        raise refused_by(error) from error
    return add_event(document, day_id, event)


def add_event(document: Document, day_id: str, event: Event) -> Document:
    """Write down what happened, also what was forgotten then. Raises :class:`Refused`."""
    day = day_of(document, day_id)
    if len(day.log) >= MOST_EVENTS:
        raise Refused(fact("log.full", most=number(MOST_EVENTS)), fact("log.another_day"))
    return _with_log(document, day, (*day.log, _known(document, day, event)))


def change_event(document: Document, day_id: str, place: int, event: Event) -> Document:
    """Put right what was written down: the one of that place in the log, from 0."""
    day = day_of(document, day_id)
    _event_of(day, place)
    return _with_log(document, day, (*day.log[:place], _known(document, day, event), *day.log[place + 1 :]))


def remove_event(document: Document, day_id: str, place: int) -> Document:
    """Take something out of the log, by its place, from 0."""
    day = day_of(document, day_id)
    _event_of(day, place)
    return _with_log(document, day, (*day.log[:place], *day.log[place + 1 :]))


def _event_of(day: Day, place: int) -> Event:
    if not 0 <= place < len(day.log):
        raise Refused(fact("log.none_there", place=place + 1), fact("day.so_many", count=len(day.log)))
    return day.log[place]


def _known(document: Document, day: Day, event: Event) -> Event:
    """The entry, where what it is of is there."""
    if event.item is not None:
        item_of(day, event.item)
    if event.part is not None:
        part_of(document, event.part)
    return event


def _with_log(document: Document, day: Day, events: tuple[Event, ...]) -> Document:
    return change_day(document, day.id, log=events)
