"""A day as entries of the notebook: what was carried, how long, with which rig, what hurt; conversions by the watch."""

from __future__ import annotations

import itertools
from collections import Counter
from collections.abc import Iterator, Sequence
from datetime import date
from typing import Any

from msgspec import Struct

from equilix.body.outings import MOST_MIN, Charged, Felt, Outing
from equilix.day.course import Course
from equilix.day.happened import Times
from equilix.day.rigs import Rigs
from equilix.day.schedule import Span
from equilix.document import MOST_TIMED, Document
from equilix.edits.outings import keep_outings
from equilix.edits.timing import log_conversion
from equilix.keys import RegionKey
from equilix.notebook.entry import outing_today
from equilix.rig.days import Item


class Made(Struct, frozen=True):
    """An outing, of which item it is, and what stood there before."""

    outing: Outing
    item: Item
    before: Item | None


def made_of(course: Course, rigs: Rigs, on: date, place: str = "") -> tuple[Made, ...]:
    """An outing for each scene in which somebody carried something, in their order.

    Of a day that has begun what has happened: takes as they were, what hurt, conversions by the watch; a scene that is
    still being shot is written when it is over. Of another day what was planned, as if it had been so; how long
    conversions took is not told then.
    """
    return tuple(_made(course, rigs, on, place))


def new_of(document: Document, made: Sequence[Made]) -> tuple[Made, ...]:
    """Those that the notebook does not have yet: of the same day nobody carried the same rig as often and as long."""
    there = Counter(_same(each) for each in document.outings)
    found = []
    for each in made:
        if there[_same(each.outing)]:
            there[_same(each.outing)] -= 1
        else:
            found.append(each)
    return tuple(found)


def keep(document: Document, new: Sequence[Made], rigs: Rigs) -> Document:
    """Write them down; and how long conversions took, held against the table of minutes, so that estimates learn of it.

    A conversion to another lens alone is no conversion of setups and is not learnt from. Raises
    :class:`~equilix.errors.Refused` where the notebook is full.
    """
    document = keep_outings(document, [each.outing for each in new])
    for each in new:
        if each.before is None or each.outing.conversion_min <= 0 or len(document.conversions) >= MOST_TIMED:
            continue
        start, end = each.before.setup or "", each.item.setup or ""
        estimated = rigs.minutes(each.before, each.item) / rigs.document.own_pace
        if start != end and estimated > 0:
            document = log_conversion(document, start, end, each.outing.conversion_min, estimated)
    return document


def _same(outing: Outing) -> tuple[object, ...]:
    return outing.day, outing.setup, outing.operator, outing.takes, outing.take_min


def _made(course: Course, rigs: Rigs, on: date, place: str) -> Iterator[Made]:
    known, before, name = rigs.document.operators_by_id, None, ""
    begun = course.told.begun
    for span in course.spans:
        analysis = rigs.carried(span) if span.item.kind == "scene" else None
        takes = [stop - start for start, stop in span.takes[: span.shot] if stop > start]
        if analysis is None or (begun and (not takes or span.ahead)):
            continue
        who = analysis.operator.id if analysis.operator.id in known else None
        bare = outing_today(analysis, on, who)
        asked = {"takes": span.item.takes, "take_min": span.item.take_min, "rest_min": span.item.gap_min}
        if begun:
            asked = _shot(span.takes[: span.shot], takes)
        outing = bare.changed(
            **asked, place=place, batteries=_charged(course, span, bare), note=span.item.note,
            felt=_felt(course, span.item.id), came_from=name if span.conversion_min > 0 else "",
            conversion_min=round(span.conversion_min, 3) if begun and name else 0.0,
        )  # fmt: skip
        yield Made(outing, span.item, before)
        before, name = span.item, analysis.setup.name[:200]


def _shot(takes: tuple[Times, ...], lasted: list[float]) -> dict[str, Any]:
    """How often, how long and with how much rest, on average."""
    gaps = [begin - end for (_, end), (begin, _) in itertools.pairwise(takes)]
    return {
        "takes": len(lasted), "take_min": round(sum(lasted) / len(lasted), 3),
        "rest_min": round(min(sum(gaps) / len(gaps), MOST_MIN), 3) if gaps else 0.0,
    }  # fmt: skip


def _felt(course: Course, item: str) -> tuple[Felt, ...] | None:
    """What hurt during a scene, each region at its worst; none where nothing was said."""
    worst: dict[RegionKey, int] = {}
    for each in course.told.hurts:
        if each.item == item:
            worst[each.key] = max(worst.get(each.key, 0), each.score)
    felt = tuple(Felt(region=region, side=side, score=score) for (region, side), score in worst.items())
    return felt or None


def _charged(course: Course, span: Span, bare: Outing) -> tuple[Charged, ...]:
    """How often each battery was charged for a scene: by what it took out of all of its pieces."""
    taken: dict[str, float] = {}
    for piece in course.charge.pieces:
        for burn in piece.burns:
            if burn.span is span:
                taken[piece.part.id] = taken.get(piece.part.id, 0.0) + max(burn.start - burn.end, 0.0)
    rounded = {part: round(share, 3) for part, share in taken.items()}
    return tuple(each.changed(times=rounded[each.part]) for each in bare.batteries if rounded.get(each.part))
