"""What is said of a day: its items, what goes wrong, how things stand at a minute."""

from __future__ import annotations

from collections.abc import Iterator

from equilix.day.course import Course
from equilix.day.hours import Hours
from equilix.day.marks import COLDEST_C, Mark
from equilix.day.rigs import Rigs
from equilix.day.schedule import Span
from equilix.day.wind import push_of
from equilix.document import Document
from equilix.facts import NOTHING, Sayable, duration, fact, force, listed, measured, percent
from equilix.mechanics.wind import beaufort
from equilix.rig.days import Item


def clock(minute: float) -> Sayable:
    """A time of the day; after midnight it goes on."""
    whole = round(minute)
    return fact("day.clock", hours=str(whole // 60), minutes=f"{whole % 60:02d}")


def item_words(item: Item, document: Document) -> Sayable:
    """What an item is called: by its own name, else its setup's, else its kind."""
    setup = document.setups_by_id.get(item.setup or "")
    return item.name or (setup.name if setup is not None else fact(f"day.kind_{item.kind}"))


def times_words(span: Span) -> Sayable:
    """From when to when; of what must be reached in time by when."""
    if span.item.kind == "deadline":
        return clock(span.start_min)
    return fact("day.from_to", begin=clock(span.start_min), stop=clock(span.end_min))


def span_words(span: Span) -> Sayable:
    """How often and how long; of what has begun how much of it is shot."""
    if span.item.kind == "scene" and span.begun:
        return fact("day.shot", shot=span.shot, of=len(span.takes))
    return long_words(span.item)


def long_words(item: Item) -> Sayable:
    """How often and how long it is planned."""
    takes = fact("day.line_takes", count=item.takes, take=duration(item.take_min * 60))
    gap = fact("day.line_gap", gap=duration(item.gap_min * 60)) if item.takes > 1 and item.gap_min > 0 else NOTHING
    return listed((takes, gap))


def mark_words(mark: Mark, document: Document) -> Sayable:
    """What goes wrong, as a sentence without its stop."""
    operator = document.operators_by_id.get(mark.who)
    band = mark.band
    return fact(
        f"day.mark_{mark.kind.replace('-', '_')}", what=item_words(mark.span.item, document), at=clock(mark.minute),
        by=duration(mark.by_min * 60), take=mark.take,
        joint=NOTHING if band is None else band.key,
        who=fact("notebook.nobody") if operator is None else operator.name,
        part=NOTHING if mark.part is None else mark.part.name, other=mark.other, coldest=measured(COLDEST_C, "°C"),
        push=force(mark.push_n), beaufort=beaufort(mark.span.item.wind_mps),
    )  # fmt: skip


def wind_words(span: Span, rigs: Rigs) -> Sayable:
    """How strong the wind of a scene is, and how hard it pushes at its rig; nothing where none was told."""
    speed = span.item.wind_mps
    return fact("day.wind", beaufort=beaufort(speed), push=force(push_of(span, rigs))) if speed else NOTHING


def headline(course: Course, document: Document) -> Sayable:
    """What is worst, and how much else there is."""
    worst = course.worst
    if worst is None:
        return fact("day.nothing_wrong")
    more = len(course.marks) - 1
    return listed((mark_words(worst, document), fact("day.and_more", count=more) if more else NOTHING))


def hours_words(hours: Hours, document: Document) -> Sayable:
    """Somebody's hours, and how long the night before was."""
    who = document.operators_by_id[hours.who].name
    told = fact("day.hours", who=who, work=clock(hours.work_min))
    if hours.rest_min is None:
        return told
    return listed((told, fact("day.rested", rest=clock(max(hours.rest_min, 0.0)), other=hours.before)))


def span_at(course: Course, minute: float) -> Span | None:
    """What is on at a minute; none between."""
    return next((each for each in course.spans if each.start_min <= minute < each.end_min), None)


def minute_words(course: Course, minute: float, document: Document) -> Sayable:
    """How everything stands at a minute."""
    return listed(_at(course, minute, document), "semicolon")


def _at(course: Course, minute: float, document: Document) -> Iterator[Sayable]:
    span = span_at(course, minute)
    coming = next(
        (each for each in course.spans if each.start_min - each.conversion_min <= minute < each.start_min), None
    )
    if span is not None:
        what = item_words(span.item, document)
    elif coming is not None and coming.conversion_min > 0:
        what = fact("day.conversion", time=duration(coming.conversion_min * 60))
    else:
        what = fact("day.nothing_then")
    yield fact("day.at_minute", at=clock(minute), what=what)
    for band in course.worse:
        share = band.at(minute)
        asked = next((each for each in band.asked if each.start_min <= minute <= each.end_min), None)
        if share < LEAST_TOLD and asked is None:
            continue
        operator = document.operators_by_id.get(band.operator)
        who = fact("notebook.nobody") if operator is None else operator.name
        told = fact("day.band_rest", joint=band.key, who=who, share=percent(share))
        if asked is not None:
            told = fact("day.band_at", joint=band.key, who=who, share=percent(share), limit=percent(asked.limit))
        yield told
    for piece in course.charge.pieces:
        yield fact("day.piece_at", part=piece.part.name, number=piece.number, share=percent(piece.at(minute)))


LEAST_TOLD = 0.05
