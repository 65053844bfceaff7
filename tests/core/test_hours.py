"""The hours of people over the days of a job, by their own rules."""

import unittest

from equilix.day.course import course_of
from equilix.day.rigs import Rigs
from equilix.rig.days import Item
from tests.core.day_logs import at
from tests.core.test_day import DEMO, RIGS, day, scene


class Hours(unittest.TestCase):
    """The hours of people, by their own rules."""

    def test_long_days_short_nights(self) -> None:
        """Without meals, from begin to end; from the end of the day before to the begin; both sides of each rule."""
        first = day(scene("a", operator="tall"), on="2026-10-13", begins_min=1320).changed(id="first", name="Monday")
        second = day(
            scene("a", operator="tall", take_min=100), Item(id="m", kind="meal", take_min=60),
            scene("b", operator="slight", take_min=20), on="2026-10-14", begins_min=480,
        )  # fmt: skip
        plain = course_of(second, RIGS, others=(first, second)).hours
        self.assertEqual(
            [(e.who, e.work_min, e.rest_min) for e in plain], [("tall", 120, 480 + 1440 - 1330), ("slight", 120, None)]
        )
        for work_h, rest_h, kinds in ((2.0, 9.8, []), (1.9, 9.0, ["long-day"]), (24.0, 10.0, ["short-night"])):
            people = tuple(
                each.changed(work_h=work_h, rest_h=rest_h) if each.id == "tall" else each for each in DEMO.operators
            )
            rigs = Rigs(DEMO.changed(operators=people))
            marks = course_of(second, rigs, others=(first, second)).marks
            self.assertEqual([m.kind for m in marks if m.kind in ("long-day", "short-night")], kinds)

    def test_when_it_was_over(self) -> None:
        """A day that was ended lasts until then, also what was packed after the last take."""
        log = [at(470, "begin"), at(480, "start", "a"), at(490, "over", "a")]
        plan = day(scene("a", operator="tall"), on="2026-10-14", log=tuple(log))
        for more, long in ((), 20), ((at(505, "end"),), 35):
            (hours,) = course_of(plan.changed(log=(*log, *more)), RIGS).hours
            self.assertEqual(hours.work_min, long)

    def test_the_day_before(self) -> None:
        """The last one of an earlier date; not another one of the same date, nor a later one."""
        plan = day(scene("a", operator="tall"), on="2026-10-14")
        others = [
            plan.changed(id=key, name=key, on=on, begins_min=begins)
            for key, on, begins in (("old", "2026-10-10", 480), ("last", "2026-10-13", 600), ("same", "2026-10-14", 60),
                                    ("next", "2026-10-15", 60), ("some day", "", 60))
        ]  # fmt: skip
        (hours,) = course_of(plan, RIGS, others=(plan, *others)).hours
        self.assertEqual((hours.before, hours.rest_min), ("last", 1440 + 480 - 610))

    def test_in_two_places(self) -> None:
        """On two days of the same date one operator carries at the same time; one after the other is no matter."""
        one = day(scene("a", operator="tall"), on="2026-10-14")
        for begins, kinds in ((485, ["two-places"]), (490, [])):
            other = day(scene("a", operator="tall"), on="2026-10-14", begins_min=begins).changed(id="other", name="B")
            marks = course_of(one, RIGS, others=(one, other)).marks
            self.assertEqual([each.kind for each in marks if each.kind == "two-places"], kinds)
        slight = other.changed(begins_min=485, items=(scene("a", operator="slight"),))
        self.assertNotIn("two-places", [each.kind for each in course_of(one, RIGS, others=(slight,)).marks])

    def test_too_cold(self) -> None:
        """Below what is known of batteries it is said, unless they are kept warm; at it not."""
        for celsius, warm, told in ((-21.0, False, True), (-20.0, False, False), (-21.0, True, False)):
            marks = course_of(day(scene("a", "evening", celsius=celsius), warm=warm), RIGS).marks
            self.assertEqual("too-cold" in [each.kind for each in marks], told)
