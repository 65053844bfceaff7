"""How a day stands at a minute: what is on, how long it can go on, what is next."""

import math
import unittest

from equilix.day.course import course_of
from equilix.day.standing import Standing, standing_of
from equilix.day.standing_words import (
    coming_words,
    in_time_words,
    lasting_words,
    now_words,
    step_words,
    swap_words,
)
from equilix.document import Document
from equilix.edits import day_log, days
from equilix.facts import Sayable
from equilix.rig.days import Item
from equilix.rig.events import EventKind
from equilix.words.telling import tell
from tests.core.day_logs import OCTOBER, at, logged
from tests.core.test_day import DEMO, RIGS, day, scene


class Stands(unittest.TestCase):
    """Now, next, how long."""

    def told(self, document: Document, minute: float) -> tuple[Standing, list[str]]:
        """How a day stands, and all lines of it."""
        made = course_of(document.days[0], RIGS, minute, document.days)
        found = standing_of(made, RIGS, minute)
        words: list[Sayable] = [
            now_words(found, document), lasting_words(found, document), swap_words(found),
            coming_words(found, document), step_words(found), in_time_words(found, document),
        ]  # fmt: skip
        return found, [tell(each) for each in words]

    def test_through_a_day(self) -> None:
        """Before it, in a take, between two, converting, in a break, over: what is on and what is next."""
        steps: tuple[tuple[float, EventKind | None, str, str, str], ...] = (
            (495, None, "", "before", "The day begins with Boat landing at 8:15"),
            (495, "begin", "", "waiting", "Boat landing is next, at 8:15"),
            (496, "start", "boat-landing", "runs", "Boat landing, take 1 of 4"),
            (497, "stop", "", "pause", "Boat landing: take 2 of 4 is next"),
            (500, "over", "boat-landing", "converting", "Converting to 112 steps, ready by 8:23"),
            (505, "ready", "112-steps", "waiting", "112 steps is next, at 8:25"),
            (510, "start", "112-steps", "runs", "112 steps, take 1 of 5"),
            (520, "start", "lunch", "runs", "lunch"),
            (570, "end", "", "over", "The day ended at 9:30"),
        )
        document = DEMO
        for minute, kind, item, phase, said in steps:
            if kind == "begin":
                document = day_log.begin_day(document, "island", OCTOBER, minute)
            elif kind is not None:
                document = day_log.log(document, "island", kind, minute, item=item or None)
            found, words = self.told(document, minute)
            self.assertEqual((found.phase, words[0]), (phase, said))

    def test_the_watch(self) -> None:
        """How long a take or a pause has been, and in how many minutes it is over as planned."""
        plan = day(scene("a", takes=3, take_min=4, gap_min=2), scene("b", at_min=600), log=(at(480, "start", "a"),))
        steps: tuple[tuple[float, EventKind | None, float, float, int], ...] = (
            (481, None, 1, 3, 1), (486, None, 6, -2, 1), (486, "stop", 0, 2, 2), (487, None, 1, 1, 2),
            (490, "start", 0, 4, 2), (494, "stop", 0, 2, 3), (495.5, None, 1.5, 0.5, 3), (497, None, 3, 0, 3),
            (497, "over", 3, 103, 0), (500, None, 6, 100, 0),
        )  # fmt: skip
        document = DEMO.changed(days=(plan,))
        for minute, kind, since, ends, take in steps:
            if kind is not None:
                document = day_log.log(document, "d", kind, minute, item="a" if kind != "stop" else None)
            found, _ = self.told(document, minute)
            self.assertEqual((found.since_min, found.ends_min, found.take), (since, ends, take), (minute, kind))

    def test_how_long_it_lasts(self) -> None:
        """The weakest joint counts down; past its limit and its end the words change; the day marks the same minute."""
        document = logged(day(scene("a", "workshop", take_min=30, operator="slight"), log=(at(480, "begin"),)),
                          (480, "start", "a"))  # fmt: skip
        made = course_of(document.days[0], RIGS, 480)
        worst = made.worst
        assert worst is not None
        self.assertEqual(worst.kind, "gives-out")
        found, words = self.told(document, 480)
        weakest = found.joints[0]
        self.assertAlmostEqual(480 + weakest.fails_min, worst.minute)
        self.assertLess(weakest.limit_min, weakest.fails_min)
        self.assertIn("to the limit", words[1])
        later, words = self.told(document, 480 + (weakest.limit_min + weakest.fails_min) / 2)
        self.assertAlmostEqual(later.joints[0].fails_min, (weakest.fails_min - weakest.limit_min) / 2)
        self.assertIn("is past its limit", words[1])
        self.assertIn("put it down", self.told(document, worst.minute + 1)[1][1])
        alone = RIGS.carried(made.spans[0])
        assert alone is not None
        self.assertAlmostEqual(weakest.fails_min * 60, min(each.endurance_s for each in alone.efforts), places=3)

    def test_the_conversion_and_the_ferry(self) -> None:
        """First step of what is converted next, minutes to spare or missed, the next battery."""
        document = day_log.begin_day(DEMO, "island", OCTOBER, 495)
        document = day_log.log(document, "island", "start", 496, item="boat-landing")
        found, words = self.told(document, 497)
        self.assertRegex(words[3], r"^Then 112 steps, at 8:\d\d, after 6 min .* of converting$")
        self.assertTrue(words[4].startswith("First: Take the rig off the"))
        self.assertEqual(words[5], "ferry at 18:40 is missed by 7 min")
        self.assertAlmostEqual(found.spare_min, -7, delta=0.5)
        self.assertIn("is empty at 17:", words[2])
        sooner = days.change_item(document, "island", "evening", takes=2)
        found, words = self.told(sooner, 497)
        self.assertRegex(words[5], r"ferry at 18:40: \d+ min to spare")
        self.assertEqual(words[2], "No battery has to be changed any more")

    def test_the_next_battery(self) -> None:
        """The one that will be empty next, not one that was."""
        plan = day(scene("a", "evening", take_min=240), scene("b", "evening", take_min=240), begins_min=0,
                   log=(at(0, "begin"), at(0, "start", "a")))  # fmt: skip
        made = course_of(plan, RIGS)
        first, second = (each.minute for each in made.charge.changes[:2])
        for minute, expected in ((first - 1, first), (first + 1, second)):
            swap = standing_of(made, RIGS, minute).swap
            assert swap is not None
            self.assertEqual(swap.minute, expected)

    def test_nothing_tires(self) -> None:
        """Nobody carries in a break; on a tripod nothing gives out."""
        document = logged(day(scene("a", "evening"), log=(at(480, "begin"),)), (481, "start", "a"))
        words = self.told(document, 482)[1]
        self.assertIn(words[1], ("", "nothing gives out in this take"))
        found = self.told(
            logged(day(Item(id="m", kind="meal", take_min=30), log=(at(480, "begin"),)), (481, "start", "m")), 485
        )
        self.assertEqual((found[1][:3], found[0].joints), (["meal", "", ""], ()))
        self.assertTrue(math.isclose(found[0].since_min, 4))
