"""`equilix day FILE`: a shooting day worked out, and what goes wrong; from and to tables and calendars."""

from __future__ import annotations

import argparse
import json
from datetime import date
from pathlib import Path
from typing import Any, Final

from equilix.cli.printer import MakePrinter, add_out, add_texts
from equilix.cli.writing import write_new
from equilix.day.course import Course, course_of
from equilix.day.day_words import item_words, minute_words
from equilix.day.into_notebook import keep, made_of, new_of
from equilix.day.line import read_clock
from equilix.day.log_line import read_event
from equilix.day.proposal_words import gain_words
from equilix.day.proposals import proposals
from equilix.day.rigs import Rigs
from equilix.day.standing import standing_of
from equilix.day.taking import with_line
from equilix.document import Document
from equilix.edits.day_log import add_event
from equilix.edits.days import add_day, add_items, change_day, day_of, make_day_so
from equilix.errors import Refused
from equilix.exchange.calendar import as_calendar, read_calendar
from equilix.exchange.day_table import as_table, read_table
from equilix.exchange.typed_table import problem_words
from equilix.facts import fact, listed
from equilix.report.day import day_report, day_text, standing_lines, standing_report, way_report
from equilix.rig.days import Day
from equilix.store.parsing import open_document
from equilix.store.saving import save
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import begun, tell

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
    said = say("write down what happened, as “9:14 start lamp room”; repeated")
    day.add_argument("--log", metavar="LINE", action="append", default=[], help=said)
    day.add_argument("--now", metavar="CLOCK", help=say("what is on then, how long it can go on, what comes next"))
    day.add_argument("--import", dest="table", metavar="FILE", type=Path, help=said)
    day.add_argument("--csv", metavar="FILE", type=Path, help=say("write the day there as a table"))
    day.add_argument("--ics", metavar="FILE", type=Path, help=say("write the day there as a calendar"))
    day.add_argument("--on", metavar="DAY", help=say("its date, as 2026-10-14"))
    day.add_argument("--mend", action="store_true", help=say("how it could be mended, the best way first"))
    day.add_argument("--do", metavar="NUMBER", type=int, help=say("mend it in the way of that number, from 1"))
    day.add_argument("--note", action="store_true", help=say("write what was carried into the notebook"))
    day.add_argument("--save", metavar="FILE", type=Path, help=say("write the document there"))
    said = say("what --out draws: the day, or its batteries")
    day.add_argument("--sheet", choices=("day", "batteries"), default="day", help=said)
    add_texts(day)
    add_out(day, "a4")


def run(options: argparse.Namespace, printer: MakePrinter) -> None:
    """Carry the command out."""
    document = open_document(options.file)
    display: Display = options.units or document.display
    document, key = _edited(document, options, display)
    day = next(each for each in document.days if each.id == key)
    rigs, now = Rigs(document), None if options.now is None else read_clock(options.now)
    course = course_of(day, rigs, now, document.days)
    ways = tuple(proposals(course, rigs)) if options.mend or options.do is not None else ()
    if options.do is not None:
        if not 1 <= options.do <= len(ways):
            raise Refused(fact("day.no_way", number=options.do), fact("day.so_many", count=len(ways)))
        course = ways[options.do - 1].course
        document = make_day_so(document, key, course.day)
        day, ways = course.day, ()
    if options.note:
        new = new_of(document, made_of(course, rigs, _date(day), day.name))
        document = keep(document, new, rigs)
        print(tell(fact("day.noted", count=len(new)), display))
    _write_files(options, course, rigs, display, printer)
    if options.save is not None:
        save(document, options.save)
    if options.json:
        found = day_report(course, document, display) | {"proposals": [way_report(each, display) for each in ways]}
        if now is not None:
            found["now"] = standing_report(standing_of(course, rigs, max(now, course.now_min)), document, display)
        print(json.dumps(found, indent=1, ensure_ascii=False))
    elif now is not None:
        print("\n".join(standing_lines(standing_of(course, rigs, max(now, course.now_min)), document, display)))
    elif options.at is not None:
        print(tell(minute_words(course, read_clock(options.at), document), display))
    else:
        print(day_text(course, document, display))
        for number, way in enumerate(ways, start=1):
            print(f"{number}  {begun(tell(way.said, display))}: {tell(gain_words(way), display)}")


def _write_files(
    options: argparse.Namespace, course: Course, rigs: Rigs, display: Display, printer: MakePrinter
) -> None:
    document, day = rigs.document, course.day
    if options.csv is not None:
        write_new(options.csv, as_table(document, day).encode())
    if options.ics is not None:
        named = [(span, begun(tell(item_words(span.item, document), display))) for span in course.spans]
        write_new(options.ics, as_calendar(day, named, _date(day)))
    if options.out is not None:
        printer().day(course, rigs, options.sheet, display, options.out, options.page)


def _date(day: Day) -> date:
    return date.fromisoformat(day.on) if day.on else date.today()


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
    for line in options.log:
        document = add_event(document, key, read_event(document, day_of(document, key), line))
    return document, key


def _chosen(document: Document, name: str | None) -> Day:
    wanted = None if name is None else name.casefold()
    found = next((each for each in document.days if wanted in (None, each.id, each.name.casefold())), None)
    if found is None:
        there = listed(each.name for each in document.days) or fact("common.none")
        raise Refused(fact("day.no_day", day=name or ""), fact("day.there_are", there=there))
    return found
