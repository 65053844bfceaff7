"""How a day stands at a minute, for who is in the middle of it: what is on, how long it can go on, what is next."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

from msgspec import Struct

from equilix.day.charge import Change
from equilix.day.course import Course
from equilix.day.rigs import Rigs
from equilix.day.schedule import Span
from equilix.facts import NOTHING, Sayable
from equilix.keys import EffortKey

Phase = Literal["before", "runs", "pause", "shot", "converting", "waiting", "over"]
"""``pause``: between two takes; ``shot``: all takes that were planned are, and nothing else has begun."""


class Lasting(Struct, frozen=True):
    """How long a joint of somebody lasts: until it passes its limit, and until it gives out.

    Minutes from now, or from the begin of the next take. Below 0: since so long; infinite: it does not.
    """

    key: EffortKey
    who: str
    limit_min: float
    fails_min: float


class Standing(Struct, frozen=True):
    """All of it. ``on``: the item that is on; ``take``: which of its takes runs, or is next, from 1."""

    minute: float
    phase: Phase
    on: Span | None
    take: int
    since_min: float
    """How long the take runs, the pause lasts, or nothing has been on."""
    ends_min: float
    """In how many minutes the take is over as planned, or the next one begins; below 0 where it is past."""
    joints: tuple[Lasting, ...]
    """How long each lasts in the take, the weakest first."""
    swap: Change | None
    """The next battery that will be empty."""
    powered: bool
    """Whether any battery is used on this day."""
    coming: Span | None
    """What comes after what is on."""
    first_step: Sayable
    """Of the conversion to it."""
    in_time: Span | None
    """What must be reached next."""
    ended: bool

    @property
    def spare_min(self) -> float:
        """How long before that everything would be done; below 0 where it is missed."""
        in_time = self.in_time
        assert in_time is not None and in_time.item.at_min is not None  # who asks has looked
        return in_time.item.at_min - in_time.ready_min


def standing_of(course: Course, rigs: Rigs, minute: float, *, at_once: bool = False) -> Standing:
    """How a day stands. Of one that has not begun only what comes first is told.

    ``at_once``: without the first step of a conversion that has not been worked out before.
    """
    told, spans = course.told, course.spans
    on = next((each for each in spans if each.item.id == told.current and each.begun), None)
    ahead = [each for each in spans if not each.begun and told.of(each.item.id) is None]
    coming = next((each for each in ahead if each.item.kind != "deadline"), None)
    phase = _phase(course, on, coming)
    take, since, ends = _where(course, on, coming, minute)
    swap = next((each for each in course.charge.changes if each.minute >= minute), None)
    in_time = next((each for each in ahead if each.item.kind == "deadline"), None)
    return Standing(
        minute, phase, on, take, since, ends,
        tuple(_lasting(course, on if on is not None and on.ahead else coming, minute)), swap,
        bool(course.charge.pieces), coming,
        _first_step(course, rigs, on, coming, at_once), in_time, told.ended,
    )  # fmt: skip


def _phase(course: Course, on: Span | None, coming: Span | None) -> Phase:
    told = course.told
    if not told.begun:
        return "before"
    if on is not None:
        return "runs" if on.runs else "pause" if on.ahead else "shot"
    if coming is None:
        return "over"
    return "converting" if coming.conversion_min > 0 else "waiting"


def _where(course: Course, on: Span | None, coming: Span | None, minute: float) -> tuple[int, float, float]:
    """Which take, how long it or the pause has been, in how many minutes it ends."""
    told = course.told
    if on is not None and on.ahead:
        start = on.takes[on.shot][0]
        planned = start + on.item.take_min
        if on.runs:
            return on.shot + 1, minute - start, planned - minute
        return on.shot + 1, minute - on.takes[on.shot - 1][1], start - minute
    last = told.last_min if told.begun else minute
    return (0 if on is None else on.shot), minute - last, (0.0 if coming is None else coming.start_min - minute)


def _lasting(course: Course, span: Span | None, minute: float) -> Iterator[Lasting]:
    """Of the take that runs or is next, the weakest first; nothing where nobody carries anything."""
    if span is None or not span.ahead:
        return
    start = span.takes[span.shot][0]
    begin = minute if span.runs else start
    rows = [
        Lasting(band.key, band.operator, asked.passes_min - begin, asked.fails_min - begin)
        for band in course.bands for asked in band.asked
        if asked.span.item.id == span.item.id and asked.start_min == start
    ]  # fmt: skip
    yield from sorted(rows, key=lambda each: (each.fails_min, each.limit_min))


def _first_step(course: Course, rigs: Rigs, on: Span | None, coming: Span | None, at_once: bool) -> Sayable:
    if coming is None or coming.conversion_min <= 0:
        return NOTHING
    stands = course.told.stands if on is None else on.item.id
    before = next((each for each in course.day.items if each.id == stands), None)
    found = None if before is None else rigs.conversion(before, coming.item, at_once=at_once)
    return NOTHING if found is None or not found.moves else found.moves[0].text
