"""A shooting day for other programs and for the terminal: all of it, how it could be mended, how it stands."""

from __future__ import annotations

import math
from typing import Any, Final

from equilix.day import standing_words
from equilix.day.course import Course
from equilix.day.day_words import headline, hours_words, item_words, mark_words, span_words, times_words
from equilix.day.log_words import event_words
from equilix.day.proposal_words import gain_words
from equilix.day.proposals import Proposal
from equilix.day.standing import Standing
from equilix.document import Document
from equilix.units import Display
from equilix.words.telling import begun, tell

DAY_VERSION: Final = 2


def day_report(course: Course, document: Document, display: Display) -> dict[str, Any]:
    """A day as plain JSON values; texts in the units of ``display``."""
    return {
        "day_version": DAY_VERSION, "id": course.day.id, "name": course.day.name, "on": course.day.on,
        "spans": [
            {"item": each.item.id, "kind": each.item.kind, "start_min": each.start_min, "end_min": each.end_min,
             "late_min": each.late_min, "conversion_min": each.conversion_min, "takes": each.takes,
             "shot": each.shot, "runs": each.runs, "what": tell(item_words(each.item, document), display)}
            for each in course.spans
        ],
        "bands": [
            {"operator": each.operator, "joint": each.joint, "side": each.side, "most": each.most,
             "minutes": each.curve[0].tolist(), "shares": each.curve[1].tolist()}
            for each in course.bands
        ],
        "batteries": [
            {"part": each.part.id, "number": each.number, "died_min": each.died,
             "burns": [[burn.start_min, burn.end_min, burn.start, burn.end] for burn in each.burns]}
            for each in course.charge.pieces
        ],
        "hours": [
            {"operator": each.who, "begin_min": each.begin_min, "end_min": each.end_min, "work_min": each.work_min,
             "rest_min": each.rest_min, "words": tell(hours_words(each, document), display)}
            for each in course.hours
        ],
        "log": [
            {"minute": each.at_min, "kind": each.kind, "item": each.item, "part": each.part, "region": each.region,
             "side": each.side, "score": each.score, "words": tell(event_words(document, course.day, each), display)}
            for each in course.day.log
        ],
        "marks": [
            {"kind": each.kind, "minute": each.minute, "item": each.span.item.id, "take": each.take,
             "by_min": each.by_min, "words": tell(mark_words(each, document), display)}
            for each in course.marks
        ],
        "headline": tell(headline(course, document), display),
    }  # fmt: skip


def day_text(course: Course, document: Document, display: Display) -> str:
    """A day for a person at a terminal."""
    lines = []
    for span in course.spans:
        what = begun(tell(item_words(span.item, document), display))
        long = "" if span.item.kind == "deadline" else f": {tell(span_words(span), display)}"
        lines.append(f"{tell(times_words(span), display)}  {what}{long}")
    lines += [f"{begun(tell(hours_words(each, document), display))}." for each in course.hours]
    lines.append(f"{begun(tell(headline(course, document), display))}.")
    lines += [f"  ▲ {begun(tell(mark_words(mark, document), display))}" for mark in course.marks]
    return "\n".join(lines)


def way_report(way: Proposal, display: Display) -> dict[str, Any]:
    """A way to mend a day as plain JSON values."""
    return {
        "way": way.way, "item": way.item, "mended": way.mended, "later_min": way.later_min, "rest_min": way.rest_min,
        "converting_min": way.converting_min, "said": tell(way.said, display), "gains": tell(gain_words(way), display),
    }  # fmt: skip


def standing_report(standing: Standing, document: Document, display: Display) -> dict[str, Any]:
    """How a day stands as plain JSON values; ``null`` where something never happens."""
    on, coming, swap, in_time = standing.on, standing.coming, standing.swap, standing.in_time
    return {
        "minute": standing.minute, "phase": standing.phase, "item": None if on is None else on.item.id,
        "take": standing.take, "since_min": standing.since_min, "ends_min": standing.ends_min,
        "joints": [
            {"operator": each.who, "joint": each.key[0], "side": each.key[1], "limit_min": _known(each.limit_min),
             "fails_min": _known(each.fails_min)}
            for each in standing.joints
        ],
        "empty": None if swap is None else {"part": swap.part.id, "number": swap.number, "minute": swap.minute},
        "next": None if coming is None else {
            "item": coming.item.id, "start_min": coming.start_min, "conversion_min": coming.conversion_min,
        },
        "spare_min": None if in_time is None else standing.spare_min,
        "words": standing_lines(standing, document, display),
    }  # fmt: skip


def _known(minutes: float) -> float | None:
    return minutes if math.isfinite(minutes) else None


def standing_lines(standing: Standing, document: Document, display: Display) -> list[str]:
    """How a day stands for a person at a terminal, line by line."""
    said = (
        standing_words.now_words(standing, document), standing_words.lasting_words(standing, document),
        standing_words.coming_words(standing, document), standing_words.step_words(standing),
        standing_words.swap_words(standing), standing_words.in_time_words(standing, document),
    )  # fmt: skip
    return [begun(tell(each, display)) for each in said if each]
