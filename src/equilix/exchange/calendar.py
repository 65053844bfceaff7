"""A day as a calendar that other programs read (iCalendar, RFC 5545), and what a calendar says of a day.

Times are local and of no zone, as they stand on a call sheet. What only this program knows of an item goes along in a
property of its own, so that it comes back as it was.
"""

from __future__ import annotations

import json
from collections.abc import Sequence
from datetime import date, datetime, time, timedelta
from pathlib import Path
from typing import Any, Final

from equilix.day.schedule import Span
from equilix.edits.kit import slug
from equilix.errors import Refused
from equilix.exchange.lines import text_of
from equilix.exchange.typed_table import Unread
from equilix.facts import fact, listed
from equilix.model import serializer_of
from equilix.rig.days import MOST_MIN, Day, Item

OWN: Final = "X-EQUILIX-ITEM"
PRODUCT: Final = "-//Equilix//Day//EN"
MOST_TOLD: Final = 10


def as_calendar(day: Day, spans: Sequence[tuple[Span, str]], on: date) -> bytes:
    """The spans of a day with what they are called."""
    from icalendar import Calendar, Event

    made = Calendar()
    made.add("prodid", PRODUCT)
    made.add("version", "2.0")
    midnight = datetime.combine(on, time())
    for span, name in spans:
        event = Event()
        event.add("uid", f"{on.isoformat()}-{day.id}-{span.item.id}")
        event.add("dtstamp", midnight)
        event.add("summary", name)
        event.add("dtstart", midnight + timedelta(minutes=span.start_min))
        event.add("dtend", midnight + timedelta(minutes=span.end_min))
        event.add("categories", [span.item.kind])
        if span.item.note:
            event.add("description", span.item.note)
        plain = serializer_of(Item).to_python(span.item, mode="json")
        event.add(OWN, json.dumps(plain, ensure_ascii=False))
        made.add_component(event)
    return bytes(made.to_ical())


def read_calendar(path: Path, on: date) -> tuple[tuple[Item, ...], tuple[Unread, ...]]:
    """What a calendar says of a day, in the order of its times; what could not be taken.

    Of what recurs only what is written for that day is taken, and said. Zones are turned into the machine's own.
    Raises :class:`~equilix.errors.Refused` where it is no calendar, or has nothing of that day.
    """
    from icalendar import Calendar

    text = text_of(path)
    try:
        events = list(Calendar.from_ical(text).walk("VEVENT"))
    except (ValueError, KeyError, IndexError, TypeError) as error:
        raise Refused(fact("day.no_calendar", file=path.name), fact("day.is_calendar")) from error
    rows, unread, days = [], [], set()
    for event in events:
        name = str(event.get("summary", "")).strip() or "–"
        try:
            start, end = _times(event)
        except (ValueError, TypeError, AttributeError, OverflowError, KeyError):  # no time, or none that is one
            unread.append(Unread(name, fact("day.event_when")))
            continue
        days.add(start.date())
        if start.date() != on:
            continue
        if event.get("rrule") is not None:
            unread.append(Unread(name, fact("day.event_recurs")))
        item = _own(event) or _foreign(name, start, end, on)
        if item is None:
            unread.append(Unread(name, fact("day.event_long")))
        else:
            rows.append((start, item))
    if not rows:
        there = listed(each.isoformat() for each in sorted(days)[:MOST_TOLD]) or fact("common.none")
        raise Refused(
            fact("day.nothing_in_it", on=on.isoformat(), file=path.name), fact("day.other_days", there=there)
        )  # fmt: skip
    return tuple(item for _, item in sorted(rows, key=lambda row: row[0])), tuple(unread)


def _times(event: Any) -> tuple[datetime, datetime]:
    """From when to when, in local time of no zone. A whole day begins at midnight and takes no time."""
    start = event.decoded("dtstart")
    if not isinstance(start, datetime):
        begin = datetime.combine(start, time())
        return begin, begin
    end = event.decoded("dtend") if event.get("dtend") is not None else start
    if event.get("dtend") is None and event.get("duration") is not None:
        end = start + event.decoded("duration")
    return _local(start), _local(end)


def _local(when: datetime) -> datetime:
    return when if when.tzinfo is None else when.astimezone().replace(tzinfo=None)


def _own(event: Any) -> Item | None:
    """The item that this program wrote; none where another one did, or where it was changed beyond reading."""
    text = event.get(OWN)
    if text is None:
        return None
    try:
        return Item.read(json.loads(str(text)))
    except (ValueError, TypeError, RecursionError):
        return None


def _foreign(name: str, start: datetime, end: datetime, on: date) -> Item | None:
    """What another program wrote: something at a fixed time; none where it is longer than anything here may be."""
    at = (start - datetime.combine(on, time())).total_seconds() / 60
    long = (end - start).total_seconds() / 60
    if long > MOST_MIN or long < 0:
        return None
    if long < 1:
        return Item(id=slug(name), kind="deadline", name=name[:120], at_min=at)
    return Item(id=slug(name), kind="break", name=name[:120], at_min=at, take_min=long)
