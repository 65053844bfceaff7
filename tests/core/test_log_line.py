"""Entries of the log as lines, there and back."""

import random
import unittest
from typing import get_args

from equilix.day.log_line import event_line, read_event
from equilix.day.log_words import event_words
from equilix.demo.day import ISLAND
from equilix.errors import Refused
from equilix.keys import REGIONS
from equilix.rig.clock import clock_text, minute_of
from equilix.rig.events import OF_ITEMS, Event, EventKind
from equilix.words.telling import tell
from tests.core.test_day import DEMO
from tests.told import refused


class Lines(unittest.TestCase):
    """``9:14 start lamp room``."""

    def test_there_and_back(self) -> None:
        """Every kind of entry, to the second (500 random ones)."""
        rng = random.Random(4)
        batteries = [each.id for each in DEMO.parts if each.energy_wh > 0]
        for _ in range(500):
            kind: EventKind = rng.choice(get_args(EventKind))
            told: dict[str, object] = {"at_min": rng.randrange(48 * 3600) / 60, "kind": kind}
            if kind in OF_ITEMS:
                told["item"] = rng.choice(ISLAND.items).id
            if kind == "hurts":
                told["region"], told["side"] = rng.choice(REGIONS)
                told["score"] = rng.randrange(11)
            if kind == "empty":
                told["part"] = rng.choice(batteries)
            event = Event(**told)  # type: ignore[arg-type]
            line = event_line(DEMO, ISLAND, event)
            again = read_event(DEMO, ISLAND, line)
            self.assertAlmostEqual(again.at_min, event.at_min, delta=1 / 60)
            self.assertEqual(again.changed(at_min=event.at_min), event, line)
            self.assertTrue(tell(event_words(DEMO, ISLAND, event)))

    def test_as_people_write(self) -> None:
        """By words of names, in capitals; what is meant by no one thing is refused with what there is."""
        self.assertEqual(read_event(DEMO, ISLAND, "9.14  Start LAMP").item, "lamp-room")
        self.assertEqual(read_event(DEMO, ISLAND, "9:14 empty 98 wedge").part, "battery-98")
        for line, words in (
            ("", "no time"), ("9:14", "nothing that is written down"), ("9:14 start", "is called"),
            ("9:14 empty thing", "no one battery"), ("9:14 empty", "no one battery"), ("49:00 stop", "no time"),
            ("9:14 hurts shoulder 4", "no region"), ("9:14 hurts neck x", "no region"), ("9:14 hurts neck 11", "11"),
        ):  # fmt: skip
            with self.subTest(line=line), refused(self, Refused, f"(?i){words}"):
                read_event(DEMO, ISLAND, line)

    def test_seconds(self) -> None:
        """As a watch shows them; what is no whole second stands behind a point; both are read, and nothing else."""
        for minute, text in ((496.0, "8:16"), (496 + 17 / 60, "8:16:17"), (496.5, "8:16:30"), (1502.0, "25:02"),
                             (496 + 59.9999999 / 60, "8:17"), (496 + 1 / 7, "8:16.142857143")):  # fmt: skip
            self.assertEqual(clock_text(minute), text)
        for text, minute in (("8:16:17", 496 + 17 / 60), ("8.16", 496.0), ("8:16.5", 496.5), (" 47:59 ", 2879.0)):
            self.assertEqual(minute_of(text), minute)
        for text in ("8:60", "8:16:60", "48:00", "8:1", "8", "8:16:5", "eight", ""):
            self.assertIsNone(minute_of(text), text)
        event = Event(at_min=496 + 17 / 60, kind="stop")
        self.assertEqual(event_line(DEMO, ISLAND, event), "8:16:17 stop")

    def test_two_of_one_name(self) -> None:
        """Scenes of the same rig go by their ids, so that the line says which."""
        twice = ISLAND.changed(items=(ISLAND.items[0], ISLAND.items[0].changed(id="again")))
        for item in ("boat-landing", "again"):
            event = Event(at_min=500, kind="start", item=item)
            self.assertEqual(read_event(DEMO, twice, event_line(DEMO, twice, event)), event)
