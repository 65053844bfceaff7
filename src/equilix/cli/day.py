"""`equilix day FILE`: a shooting day worked out, and what goes wrong; from and to tables and calendars."""

from __future__ import annotations

import argparse
import json
import math
from datetime import date
from pathlib import Path
from typing import Any, Final

from equilix.cli.writing import write_new
from equilix.day.course import Course, Rigs, course_of
from equilix.day.day_words import clock, headline, item_words, long_words, mark_words, minute_words
from equilix.day.into_notebook import new_outings, outings_of
from equilix.day.proposal_words import gain_words
from equilix.day.proposals import Proposal, proposals
from equilix.day.taking import with_line
from equilix.document import Document
from equilix.edits.days import add_day, add_items, change_day
from equilix.edits.outings import keep_outings
from equilix.errors import Refused
from equilix.exchange.calendar import as_calendar, read_calendar
from equilix.exchange.day_table import as_table, problem_words, read_table
from equilix.facts import fact, listed
from equilix.rig.days import Day
from equilix.store.parsing import open_document
from equilix.store.saving import save
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import begun, tell

DAY_VERSION: Final = 1
CALENDAR: Final = ".ics"


def add_to(commands: Any) -> None:
    """The command's own parser."""
    said = say("a shooting day: when everything is, how operators tire and batteries burn down, what goes wrong")
    day = commands.add_parser("day", help=said, description=said)
    day.add_argument("file", type=Path)
    day.add_argument("--day", metavar="NAME", help=say("name or id; the first one where absent"))
    day.add_argument("--new", metavar="NAME", help=say("begin another day"))
    said = say("put something in, as “3 × 4 min lamp room, tall, after lunch”; repeated")
    day.add_argument("--add", metavar="LINE", action="append", default=[], help=said)
    day.add_argument("--at", metavar="CLOCK", help=say("how everything stands then, as 14:06"))
    said = say("take a table (.csv) or a calendar (.ics) over")
    day.add_argument("--import", dest="table", metavar="FILE", type=Path, help=said)
    day.add_argument("--csv", metavar="FILE", type=Path, help=say("write the day there as a table"))
    day.add_argument("--ics", metavar="FILE", type=Path, help=say("write the day there as a calendar"))
    day.add_argument("--on", metavar="DAY", help=say("its date, as 2026-10-14"))
    day.add_argument("--mend", action="store_true", help=say("how it could be mended, the best way first"))
    day.add_argument("--do", metavar="NUMBER", type=int, help=say("mend it in the way of that number, from 1"))
    day.add_argument("--note", action="store_true", help=say("write what was carried into the notebook"))
    day.add_argument("--save", metavar="FILE", type=Path, help=say("write the document there"))
    day.add_argument("--json", action="store_true", help=say("versioned JSON, see docs/report.md"))
    units = say("of all texts; those of the document where absent")
    day.add_argument("--units", choices=("metric", "us"), help=units)


def run(options: argparse.Namespace) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display: Display = options.units or document.display
    document, key = _edited(document, options, display)
    day = next(each for each in document.days if each.id == key)
    rigs = Rigs(document)
    course = course_of(day, rigs)
    ways = tuple(proposals(course, rigs)) if options.mend or options.do is not None else ()
    if options.do is not None:
        if not 1 <= options.do <= len(ways):
            raise Refused(fact("day.no_way", number=options.do), fact("day.ways_are", count=len(ways)))
        course = ways[options.do - 1].course
        fields = {name: getattr(course.day, name) for name in Day.FIELDS if name != "id"}
        document = change_day(document, key, **fields)
        day, ways = course.day, ()
    if options.note:
        new = new_outings(document, outings_of(course, rigs, _date(day), day.name))
        document = keep_outings(document, new)
        print(tell(fact("day.noted", count=len(new)), display))
    if options.csv is not None:
        write_new(options.csv, as_table(document, day).encode())
    if options.ics is not None:
        named = [(span, begun(tell(item_words(span.item, document), display))) for span in course.spans]
        write_new(options.ics, as_calendar(day, named, _date(day)))
    if options.save is not None:
        save(document, options.save)
    if options.json:
        found = _json(course, document, display) | {"proposals": [_way_json(each, display) for each in ways]}
        print(json.dumps(found, indent=1, ensure_ascii=False))
    elif options.at is not None:
        print(tell(minute_words(course, _clock(options.at), document), display))
    else:
        _print(course, document, display)
        for number, way in enumerate(ways, start=1):
            print(f"{number}  {begun(tell(way.said, display))}: {tell(gain_words(way), display)}")


def _way_json(way: Proposal, display: Display) -> dict[str, Any]:
    return {
        "way": way.way, "item": way.item, "mended": way.mended, "later_min": way.later_min, "rest_min": way.rest_min,
        "converting_min": way.converting_min, "said": tell(way.said, display), "gains": tell(gain_words(way), display),
    }  # fmt: skip


def _date(day: Day) -> date:
    return date.fromisoformat(day.on) if day.on else date.today()


def _clock(text: str) -> float:
    hours, _, minutes = text.partition(":")
    if not (hours.isdecimal() and minutes.isdecimal() and int(minutes) < 60):
        raise Refused(fact("day.no_clock", text=text), fact("day.write_clock"))
    return int(hours) * 60.0 + int(minutes)


def _edited(document: Document, options: argparse.Namespace, display: Display) -> tuple[Document, str]:
    """The document with what the command line puts into a day, and the day's id. Raises :class:`Refused`."""
    if options.new is not None:
        document, key = add_day(document, options.new)
    else:
        key = _chosen(document, options.day).id
    if options.on is not None:
        document = change_day(document, key, on=options.on)
    if options.table is not None:
        day = next(each for each in document.days if each.id == key)
        calendar = options.table.suffix.lower() == CALENDAR
        found, unread = read_calendar(options.table, _date(day)) if calendar else read_table(document, options.table)
        document = add_items(document, key, found)
        print(tell(fact("day.taken_over", count=len(found)), display))
        if unread:
            print(f"▲ {tell(problem_words(unread), display)}")
    for line in options.add:
        document = with_line(document, key, "", line, "")
    return document, key


def _chosen(document: Document, name: str | None) -> Day:
    wanted = None if name is None else name.casefold()
    found = next((each for each in document.days if wanted in (None, each.id, each.name.casefold())), None)
    if found is None:
        there = listed(each.name for each in document.days) or fact("common.none")
        raise Refused(fact("day.no_day", day=name or ""), fact("day.there_are", there=there))
    return found


def _print(course: Course, document: Document, display: Display) -> None:
    for span in course.spans:
        times = f"{tell(clock(span.start_min), display)}–{tell(clock(span.end_min), display)}"
        what = begun(tell(item_words(span.item, document), display))
        long = "" if span.item.kind == "deadline" else f": {tell(long_words(span.item), display)}"
        print(f"{times}  {what}{long}")
    print(f"{begun(tell(headline(course, document), display))}.")
    for mark in course.marks:
        print(f"  ▲ {begun(tell(mark_words(mark, document), display))}")


def _json(course: Course, document: Document, display: Display) -> dict[str, Any]:
    return {
        "day_version": DAY_VERSION, "id": course.day.id, "name": course.day.name, "on": course.day.on,
        "spans": [
            {"item": each.item.id, "kind": each.item.kind, "start_min": each.start_min, "end_min": each.end_min,
             "late_min": each.late_min, "conversion_min": each.conversion_min, "takes": each.takes,
             "what": tell(item_words(each.item, document), display)}
            for each in course.spans
        ],
        "bands": [
            {"operator": each.operator, "joint": each.joint, "side": each.side, "most": each.most,
             "minutes": each.minutes.tolist(), "shares": each.shares.tolist()}
            for each in course.bands
        ],
        "batteries": [
            {"part": each.part.id, "number": each.number,
             "died_min": each.died_min if math.isfinite(each.died_min) else None,
             "burns": [[burn.start_min, burn.end_min, burn.start, burn.end] for burn in each.burns]}
            for each in course.charge.pieces
        ],
        "marks": [
            {"kind": each.kind, "minute": each.minute, "item": each.span.item.id, "take": each.take,
             "by_min": each.by_min, "words": tell(mark_words(each, document), display)}
            for each in course.marks
        ],
        "headline": tell(headline(course, document), display),
    }  # fmt: skip
