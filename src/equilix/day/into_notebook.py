"""A day that was shot, as entries of the notebook: what was carried, how long, with which rig; not yet what hurt."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from datetime import date

from equilix.body.outings import Charged, Outing
from equilix.day.course import Course, Rigs
from equilix.day.schedule import Span
from equilix.document import Document
from equilix.notebook.entry import outing_today


def outings_of(course: Course, rigs: Rigs, on: date, place: str = "") -> tuple[Outing, ...]:
    """An outing for each scene in which somebody carried something, in their order."""
    return tuple(_outings(course, rigs, on, place))


def new_outings(document: Document, made: tuple[Outing, ...]) -> tuple[Outing, ...]:
    """Those that the notebook does not have yet: of the same day nobody carried the same rig as often and as long."""
    there = Counter(_same(each) for each in document.outings)
    found = []
    for each in made:
        if there[_same(each)]:
            there[_same(each)] -= 1
        else:
            found.append(each)
    return tuple(found)


def _same(outing: Outing) -> tuple[object, ...]:
    return outing.day, outing.setup, outing.operator, outing.takes, outing.take_min


def _outings(course: Course, rigs: Rigs, on: date, place: str) -> Iterator[Outing]:
    known, before = rigs.document.operators_by_id, ""
    for span in course.spans:
        analysis = rigs.carried(span) if span.item.kind == "scene" else None
        if analysis is None:
            continue
        who = analysis.operator.id if analysis.operator.id in known else None
        bare = outing_today(analysis, on, who)
        yield bare.changed(
            place=place, takes=span.item.takes, take_min=span.item.take_min, rest_min=span.item.gap_min,
            batteries=_charged(course, span, bare), note=span.item.note,
            came_from=before if span.conversion_min > 0 else "", conversion_min=span.conversion_min,
        )  # fmt: skip
        before = analysis.setup.name[:200]


def _charged(course: Course, span: Span, bare: Outing) -> tuple[Charged, ...]:
    """How often each battery was charged for a scene: by what it took out of all of its pieces."""
    taken: dict[str, float] = {}
    for piece in course.charge.pieces:
        for burn in piece.burns:
            if burn.span is span:
                taken[piece.part.id] = taken.get(piece.part.id, 0.0) + max(burn.start - burn.end, 0.0)
    rounded = {part: round(share, 3) for part, share in taken.items()}
    return tuple(each.changed(times=rounded[each.part]) for each in bare.batteries if rounded.get(each.part))
