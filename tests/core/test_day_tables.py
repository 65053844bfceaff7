"""Days out of lines, tables and calendars, and back; `equilix day`."""

import io
import json
import os
import tempfile
import time
import unittest
from contextlib import redirect_stderr, redirect_stdout
from datetime import date, datetime
from pathlib import Path
from unittest import mock

from icalendar import Calendar

from equilix.cli import run
from equilix.day.course import course_of
from equilix.day.line import line_of, read_item
from equilix.day.rigs import Rigs
from equilix.day.schedule import Span
from equilix.day.taking import with_line
from equilix.demo import lighthouse
from equilix.document import empty
from equilix.edits import days
from equilix.errors import Refused
from equilix.exchange.calendar import as_calendar, read_calendar
from equilix.exchange.day_table import as_table, read_table
from equilix.exchange.typed_table import problem_words
from equilix.rig.days import Day, Item
from equilix.store.parsing import open_document
from equilix.store.saving import save
from equilix.words.telling import tell
from tests.told import refused

DEMO = lighthouse()
ISLAND = DEMO.days[0]
ON = date(2026, 10, 14)


class InAFolder(unittest.TestCase):
    """With a folder of its own."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)

    def file(self, name: str, text: str | bytes) -> Path:
        """A file."""
        path = self.folder / name
        path.write_bytes(text if isinstance(text, bytes) else text.encode())
        return path


class Lines(unittest.TestCase):
    """As people say it."""

    def test_a_scene(self) -> None:
        """How often, how long, what, with which lens, by whom, when, in which air, where it goes."""
        read = read_item(
            DEMO, ISLAND, "3 x 4 min lamp room, 35 prime, slight, 2 min gap, at 14:10, -3 °C, walking, after lunch"
        )
        item = read.item
        self.assertEqual((item.takes, item.take_min, item.gap_min, item.at_min), (3, 4.0, 2.0, 850.0))
        self.assertEqual((item.setup, item.lens, item.operator), ("lamp-room", "prime-35", "slight"))
        self.assertEqual((item.celsius, item.walking), (-3.0, True))
        self.assertEqual(read.at, 4)

    def test_shorter(self) -> None:
        """Seconds and hours, a comma before decimals in one figure, other words for breaks, what must be reached."""
        for text, told in (
            ("90 s workshop", {"take_min": 1.5, "setup": "workshop"}),
            ("1.5 h lunch, mains", {"take_min": 90.0, "kind": "meal", "mains": True}),
            ("20 min to the landing", {"kind": "transport", "name": "to the landing"}),
            (
                "3 min lamp room, without matte, without video transm, eye high",
                {"without": ("matte-box", "transmitter"), "height": "eye"},
            ),
            ("3 min lamp room, wind 36 km/h", {"wind_mps": 10.0}),
            ("3 min lamp room, wind 8.5 m/s", {"wind_mps": 8.5}),
            ("2 × 3 m 112 steps", {"takes": 2, "take_min": 3.0, "setup": "stairs"}),
            ("ferry by 18:40", {"kind": "deadline", "at_min": 1120.0, "name": "ferry"}),
            ("5 min evening, 17.05, before ferry", {"setup": "evening", "at_min": 1025.0}),
        ):
            item = read_item(DEMO, ISLAND, text).item
            self.assertEqual({key: getattr(item, key) for key in told}, told, text)

    def test_written_again(self) -> None:
        """The line of each item of the demo, and of stranger ones, makes it again."""
        more = (
            Item(id="a", setup="stairs", lens="prime-35", operator="slight", name="Close-up", takes=2, take_min=1.5),
            Item(id="b", kind="break", name="Coffee", take_min=12.5, mains=True, at_min=605.0),
            Item(id="c", kind="transport", take_min=20.0), Item(id="d", kind="meal", take_min=20.0, gap_min=1.0),
            Item(id="e", kind="deadline", name="Sunset", at_min=1470.5),
            Item(id="f", setup="lamp-room", take_min=2, height="low", without=("matte-box", "transmitter"),
                 wind_mps=8.25),
        )  # fmt: skip
        for item in (*ISLAND.items, *more):
            line = line_of(DEMO, item)
            again = read_item(DEMO, ISLAND, line).item
            same = item.changed(id=again.id, note="")
            self.assertEqual(again, same, line)

    def test_in_the_place_of_one(self) -> None:
        """What is chosen becomes what the line says, keeps its note and its id, and goes where it is sent."""
        made = with_line(DEMO, "island", "boat-landing", "2 min boat landing, slight, after lunch", "")
        items = days.day_of(made, "island").items
        self.assertEqual([each.id for each in items[2:4]], ["lunch", "boat-landing"])
        old = ISLAND.items[0]
        self.assertEqual((items[3].takes, items[3].operator, items[3].note), (1, "slight", old.note))
        back = with_line(made, "island", "boat-landing", f"{line_of(DEMO, old)}, before 112", "")
        self.assertEqual(days.day_of(back, "island").items, ISLAND.items)
        fresh = with_line(empty(), "", "", "20 min break", "Day 1")
        self.assertEqual((fresh.days[0].name, len(fresh.days[0].items)), ("Day 1", 1))

    def test_not_understood(self) -> None:
        """The word that is not understood is named, with what could be meant."""
        for text, words in (
            ("", "does not begin with how long"), ("lamp room", "does not begin with how long"), ("3 min", "“”"),
            ("3 min cellar", "“cellar”. There are: Lamp room"),
            ("3 min lamp room, purple", "“purple” is not understood"),
            ("3 min lamp room, 28:75", "is no time of a day"), ("3 min lamp room, after dawn", "called “dawn”"),
            ("0 min lamp room", "takes some time"), ("10 h lamp room", "240"), ("3 min lamp room, prime", "“prime”"),
            ("3 min lamp room, without cheese", "No one part of the rig is meant by “cheese”"),
        ):  # fmt: skip
            with refused(self, Refused, words):
                read_item(DEMO, ISLAND, text)


class Tables(InAFolder):
    """CSV."""

    def test_there_and_back(self) -> None:
        """Every item as it was, but for ids; awkward texts and times too."""
        odd = Item(id="x", kind="break", name="=1+1", at_min=1502.5, take_min=1 / 3, mains=True, note='"a"; b')
        made = days.add_items(
            DEMO,
            "island",
            [
                odd,
                Item(
                    id="y",
                    setup="stairs",
                    lens="prime-35",
                    operator="slight",
                    take_min=2,
                    height="low",
                    without=("audio-receiver", "x"),
                ),
            ],
        )
        day = days.day_of(made, "island")
        told, unread = read_table(made, self.file("a.csv", as_table(made, day)))
        self.assertEqual(unread, ())
        for one, other in zip(told, day.items, strict=True):
            self.assertEqual(one.changed(id=other.id, take_min=other.take_min), other)
            self.assertAlmostEqual(one.take_min, other.take_min, places=11)

    def test_holes(self) -> None:
        """Rows that cannot be read are named, the others taken."""
        text = (
            "take min,setup,at,kind,operator\n5,Lamp room,,,\nlong,Lamp room,,,\n5,Cellar,,,\n5,Lamp room,25,,\n"
            "5,,,party,\n5,Lamp room,,,Nobody\n\n0,Lamp room,,,\n7,Causeway,9:30,,Slight operator\n"
        )
        takes = "take min,takes\n5,2\n5,2.5\n5,inf\n"
        told, unread = read_table(DEMO, self.file("a.csv", text))
        self.assertEqual([each.setup for each in told], ["lamp-room", "causeway"])
        self.assertEqual(told[1].at_min, 570.0)
        self.assertEqual([tell(each.row) for each in unread], [f"row {each}" for each in (3, 4, 5, 6, 7, 9)])
        self.assertIn("3: “long” is no number", tell(problem_words(unread)))
        told, unread = read_table(DEMO, self.file("c.csv", takes))
        self.assertEqual(
            ([each.takes for each in told], [tell(each.row) for each in unread]), ([2], ["row 3", "row 4"])
        )
        self.assertIn("3: takes: it is not a whole number", tell(problem_words(unread)))
        with refused(self, Refused, "no table of a day"):
            read_table(DEMO, self.file("b.csv", "x;y\n1;2\n"))


def event(name: str, *lines: str) -> str:
    """An event as another program might write it."""
    return "\r\n".join(("BEGIN:VEVENT", f"UID:{name}", f"SUMMARY:{name}", *lines, "END:VEVENT"))


def calendar(*events: str) -> str:
    """A calendar of them."""
    return "\r\n".join(("BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//x//y//EN", *events, "END:VCALENDAR", ""))


class Calendars(InAFolder):
    """Read back by a general library (icalendar), and what others write."""

    def spans(self, day: Day = ISLAND) -> list[tuple[Span, str]]:
        """The spans of a day of the demo with names."""
        return [(span, span.item.id) for span in course_of(day, Rigs(DEMO)).spans]

    def test_read_by_a_general_reader(self) -> None:
        """Every item is an event at its times, also over midnight and on the day when clocks change."""
        for on, begins in ((ON, 495.0), (ON, 1435.0), (date(2026, 10, 25), 110.0)):
            day = ISLAND.changed(begins_min=begins)
            rows = self.spans(day)
            events = Calendar.from_ical(as_calendar(day, rows, on)).walk("VEVENT")
            self.assertEqual(len(events), len(rows))
            for (span, name), each in zip(rows, events, strict=True):
                start, end = each.decoded("dtstart"), each.decoded("dtend")
                midnight = datetime.combine(on, datetime.min.time())
                self.assertIsNone(start.tzinfo)
                self.assertAlmostEqual((start - midnight).total_seconds() / 60, span.start_min, delta=0.02)
                self.assertAlmostEqual((end - midnight).total_seconds() / 60, span.end_min, delta=0.02)
                self.assertEqual(str(each["summary"]), name)

    def test_there_and_back(self) -> None:
        """What this program wrote comes back as it was."""
        path = self.file("a.ics", as_calendar(ISLAND, self.spans(), ON))
        told, unread = read_calendar(path, ON)
        self.assertEqual((told, unread), (ISLAND.items, ()))

    def test_what_others_write(self) -> None:
        """Zones, recurrences, whole days, durations, too long ones, broken ones: taken or named, in their order."""
        text = calendar(
            event("dinner", "DTSTART:20261014T190000", "DTEND:20261014T200000"),
            event("call", "DTSTART:20261014T080000", "DURATION:PT30M"),
            event("boat", "DTSTART;TZID=Pacific/Nowhere:20261014T120000", "DTEND;TZID=Pacific/Nowhere:20261014T123000"),
            event("weekly", "DTSTART:20261014T100000", "DTEND:20261014T101500", "RRULE:FREQ=WEEKLY"),
            event("other day", "DTSTART:20261015T100000", "DTEND:20261015T110000"),
            event("camp", "DTSTART:20261014T090000", "DTEND:20261014T200000"),
            event("holiday", "DTSTART;VALUE=DATE:20261014"),
            event("broken", "DTSTART:soon"),
        )
        told, unread = read_calendar(self.file("a.ics", text), ON)
        names = [(each.name, each.kind) for each in told]
        self.assertEqual(names[0], ("holiday", "deadline"))
        self.assertIn(("weekly", "break"), names)
        self.assertEqual(names[-1], ("dinner", "break"))
        self.assertEqual(next(each for each in told if each.name == "call").take_min, 30.0)
        self.assertLessEqual({"weekly", "camp"}, {each.row for each in unread})
        self.assertNotIn("other day", [name for name, _ in names])

    def test_zones(self) -> None:
        """What is written for another zone is at the machine's own time."""
        with mock.patch.dict(os.environ, {"TZ": "Etc/GMT-2"}):
            time.tzset()
            self.addCleanup(time.tzset)
            text = calendar(event("call", "DTSTART:20261014T100000Z", "DTEND:20261014T103000Z"))
            told, _ = read_calendar(self.file("a.ics", text), ON)
        self.assertEqual((told[0].at_min, told[0].take_min), (720.0, 30.0))

    def test_no_calendar(self) -> None:
        """Rubbish is no calendar; another day is said, with the days that are there; broken items have their times."""
        for text in ("hello", "", "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n"):
            with self.assertRaises(Refused):
                read_calendar(self.file("a.ics", text), ON)
        path = self.file("b.ics", as_calendar(ISLAND, self.spans(), ON))
        with refused(self, Refused, "There are: 2026-10-14"):
            read_calendar(path, date(2026, 1, 1))
        text = calendar(event("own", "DTSTART:20261014T100000", "DTEND:20261014T101500", "X-EQUILIX-ITEM:{broken"))
        self.assertEqual(read_calendar(self.file("c.ics", text), ON)[0][0].take_min, 15.0)


class OnTheCommandLine(InAFolder):
    """`equilix day`."""

    def setUp(self) -> None:
        super().setUp()
        self.path, self.out = self.folder / "demo.equilix", self.folder / "out.equilix"
        save(DEMO, self.path)

    def said(self, *arguments: str, code: int = 0) -> str:
        """What it prints, or complains of where it fails."""
        with redirect_stdout(io.StringIO()) as out, redirect_stderr(io.StringIO()) as err:
            self.assertEqual(run(["day", str(self.path), *arguments]), code, err.getvalue())
        return err.getvalue() if code else out.getvalue()

    def test_worked_out(self) -> None:
        """When everything is, what goes wrong, how it stands at a minute; in words and in JSON."""
        text = self.said()
        self.assertIn("11:00–12:22  Lamp room: 6 × 7 min, 8 min between", text)
        self.assertIn("\n18:40  Ferry\n", text)
        self.assertIn("Ferry is missed by 7 min, and 4 more.", text)
        self.assertIn("  ▲ 98 Wh wedge battery is empty at 17:36, in take 3 of Evening light", text)
        self.assertIn("At 11:30: Lamp room", self.said("--at", "11:30"))
        found = json.loads(self.said("--json"))
        self.assertEqual((found["day_version"], len(found["spans"])), (2, 9))
        self.assertEqual(sorted({mark["kind"] for mark in found["marks"]}), ["dies", "gives-out", "missed"])
        self.assertEqual(len(found["bands"][0]["minutes"]), len(found["bands"][0]["shares"]))

    def test_on_the_day(self) -> None:
        """What happened, written down and saved; how it stands then, in words and in JSON; refused in words."""
        lines = [each for line in ("8:15 begin", "8:20 start boat landing", "8:21 hurts right shoulder 6")
                 for each in ("--log", line)]  # fmt: skip
        text = self.said(*lines, "--now", "8:22", "--save", str(self.out))
        self.assertTrue(
            text.startswith("Boat landing, take 1 of 4\nRight shoulder of Slight operator is past its limit")
        )
        self.assertEqual([each.kind for each in open_document(self.out).days[0].log], ["begin", "start", "hurts"])
        found = json.loads(self.said(*lines, "--now", "8:22", "--json"))
        self.assertEqual(
            (found["now"]["phase"], found["now"]["item"], found["now"]["since_min"]), ("runs", "boat-landing", 2)
        )
        self.assertEqual([each["kind"] for each in found["log"]], ["begin", "start", "hurts"])
        self.assertIn("Boat landing: 1 of 4 shot", self.said(*lines, "--log", "8:23 stop"))
        self.assertIn("at work for", self.said())
        self.assertEqual(found["hours"][0]["rest_min"], 8 * 60 + 15 + 1440 - (19 * 60 + 55))
        for line, words in (("9:14 starts", "nothing that is written down"), ("soon", "no time"),
                            ("9:14 start cellar", "cellar")):  # fmt: skip
            self.assertIn(words, self.said("--log", line, code=1))

    def test_mended(self) -> None:
        """Ways with their numbers; one is done and saved; a number that is none is refused."""
        text = self.said("--mend")
        self.assertRegex(text, r"\n1  .*: nothing goes wrong any more")
        self.assertGreater(len(json.loads(self.said("--mend", "--json"))["proposals"]), 4)
        self.assertIn("Nothing goes wrong on this day.", self.said("--do", "1", "--save", str(self.out)))
        made = open_document(self.out)
        self.assertEqual(course_of(made.days[0], Rigs(made)).marks, ())
        self.assertIn("There is no way 99", self.said("--do", "99", code=1))

    def test_put_together(self) -> None:
        """A new day out of lines; saved; to a table and a calendar and back."""
        self.said(
            "--new", "Tomorrow", "--on", "2026-10-15", "--add", "3 × 2 min lamp room", "--add", "20 min break",
            "--add", "4 min workshop, before break", "--save", str(self.out),
        )  # fmt: skip
        made = open_document(self.out).days[-1]
        self.assertEqual([each.setup or each.kind for each in made.items], ["lamp-room", "workshop", "break"])
        table, ics = self.folder / "a.csv", self.folder / "a.ics"
        self.said("--csv", str(table), "--ics", str(ics))
        self.assertIn("is there", self.said("--csv", str(table), code=1))
        for file in (table, ics):
            said = self.said("--new", "Again", "--on", "2026-10-14", "--import", str(file))
            self.assertIn("9 things taken over", said)
        for arguments, words in (
            (("--day", "x"), "There are: The island"), (("--add", "soon"), "how long it is"),
            (("--at", "noon"), "no time"), (("--on", "soon"), "no day"),
        ):  # fmt: skip
            self.assertIn(words, self.said(*arguments, code=1))
