"""What happened on a day, in the document, in two copies of it, and in the notebook."""

import unittest

from equilix.day.course import course_of
from equilix.day.happened import happened
from equilix.day.into_notebook import keep, made_of, new_of
from equilix.demo.day import ISLAND
from equilix.edits import day_log, days
from equilix.errors import Refused
from equilix.store.conflicts import where_words
from equilix.store.merging import merged
from equilix.words.telling import tell
from tests.core.day_logs import OCTOBER, at
from tests.core.test_day import DEMO, RIGS, day, scene
from tests.told import refused


class Written(unittest.TestCase):
    """Into the document and out of it."""

    def test_edits(self) -> None:
        """Begun once; never before what happened last; put right, taken out, forgotten; each refused in words."""
        made = day_log.begin_day(DEMO, "island", OCTOBER, 500)
        made = day_log.log(made, "island", "start", 510, item="lamp-room")
        back = day_log.log(made, "island", "stop", 400)
        self.assertEqual(
            days.day_of(back, "island").log[-1].at_min, 510, "a clock that was set back turns nothing round"
        )
        right = day_log.change_event(back, "island", 2, at(515, "stop"))
        found = happened(days.day_of(right, "island")).of("lamp-room")
        assert found is not None
        self.assertEqual(found.takes, ((510, 515),))
        self.assertEqual(len(days.day_of(day_log.remove_event(right, "island", 2), "island").log), 2)
        copy, key = days.add_day(right, "again", "island")
        self.assertEqual(days.day_of(copy, key).log, ())
        for said, edit in (
            ("has begun already", lambda: day_log.begin_day(made, "island", OCTOBER, 500)),
            ("has not begun", lambda: day_log.log(DEMO, "island", "stop", 500)),
            ("There is no entry 9", lambda: day_log.remove_event(made, "island", 8)),
            ("There is no part", lambda: day_log.log(made, "island", "empty", 520, part="gone")),
            ("is called", lambda: day_log.log(made, "island", "start", 520, item="gone")),
            ("which battery", lambda: day_log.log(made, "island", "empty", 520)),
            ("9999", lambda: day_log.log(made, "island", "stop", 9999)),
        ):  # fmt: skip
            with self.subTest(said=said), refused(self, Refused, said):
                edit()

    def test_two_logs_put_together(self) -> None:
        """What each has written down of the same day happened, all of it; no conflict."""
        base = day_log.begin_day(DEMO, "island", OCTOBER, 500)
        mine = day_log.log(base, "island", "start", 510, item="lamp-room")
        theirs = days.change_item(
            day_log.log(base, "island", "hurts", 512, region="neck", score=3), "island", "lunch", take_min=30
        )
        found = merged(base, mine, theirs)
        self.assertEqual(found.conflicts, ())
        made = days.day_of(found.document, "island")
        self.assertEqual([each.kind for each in made.log], ["begin", "start", "hurts"])
        self.assertEqual(days.item_of(made, "lunch").take_min, 30)

    def test_another_lens_teaches_nothing(self) -> None:
        """A conversion to another lens stands in the notebook; the table of minutes between setups learns nothing."""
        lens = next(each.id for each in DEMO.lenses if RIGS.setup(scene("x", lens=each.id)) is not None
                    and each.id not in RIGS.lenses_on(DEMO.setups_by_id["lamp-room"]))  # fmt: skip
        log = [at(480, "start", "a"), at(482, "over", "a"), at(490, "ready", "b")]
        log += [at(491, "start", "b"), at(495, "over", "b")]
        made = course_of(day(scene("a"), scene("b", lens=lens), log=tuple(log)), RIGS)
        written = made_of(made, RIGS, OCTOBER)
        self.assertEqual([each.outing.conversion_min for each in written], [0.0, 8.0])
        self.assertEqual(keep(DEMO, written, RIGS).conversions, DEMO.conversions)

    def test_told_apart(self) -> None:
        """What both have changed of one thing on a day is a conflict, and is named."""
        mine, theirs = (days.change_item(DEMO, "island", "lunch", take_min=long) for long in (30.0, 20.0))
        (conflict,) = merged(DEMO, mine, theirs).conflicts
        self.assertEqual(conflict.path, ("days", "island", "items", "lunch", "take_min"))
        self.assertEqual(tell(where_words(conflict, (DEMO, mine, theirs))), "“The island”, “lunch”")

    def test_into_the_notebook(self) -> None:
        """Takes as they were, what hurt at its worst, conversions by the watch; nothing that has not happened."""
        document = day_log.begin_day(DEMO, "island", OCTOBER, 480)
        hurts = (
            (497.0, "shoulder", "right", 6),
            (498.0, "shoulder", "right", 4),
        )
        for minute, kind, told in (
            (488.0, "ready", {"item": "boat-landing"}), (490.0, "start", {"item": "boat-landing"}),
            (492.0, "stop", {}), (496.0, "start", {"item": "boat-landing"}),
            *((m, "hurts", {"region": r, "side": s, "score": n}) for m, r, s, n in hurts),
            (500.0, "over", {"item": "boat-landing"}), (512.0, "ready", {"item": "112-steps"}),
            (515.0, "start", {"item": "112-steps"}), (518.0, "stop", {}), (519.0, "over", {"item": "112-steps"}),
            (520.0, "over", {"item": "lamp-room"}),
        ):  # fmt: skip
            document = day_log.log(document, "island", kind, minute, **told)  # type: ignore[arg-type]
        early = day_log.log(document, "island", "start", 530, item="workshop")
        early = day_log.log(early, "island", "stop", 531)
        half = made_of(course_of(early.days[0], RIGS), RIGS, OCTOBER)
        self.assertEqual([each.item.id for each in half], ["boat-landing", "112-steps"], "not what is still being shot")
        made = course_of(document.days[0], RIGS)
        written = made_of(made, RIGS, OCTOBER, "The island")
        first, second = (each.outing for each in written)
        self.assertEqual((first.takes, first.take_min, first.rest_min), (2, 3.0, 4.0))
        assert first.felt is not None
        self.assertEqual([(each.key, each.score) for each in first.felt], [(("shoulder", "right"), 6)])
        self.assertEqual((second.takes, second.felt, second.came_from), (1, None, "Boat landing"))
        self.assertEqual(second.conversion_min, 12.0)
        self.assertEqual((first.came_from, first.conversion_min), ("", 0.0), "it was built, not converted")
        kept = keep(document, new_of(document, written), RIGS)
        timed = kept.conversions[-1]
        self.assertEqual((timed.start, timed.end, timed.took_min), ("boat-landing", "stairs", 12.0))
        self.assertAlmostEqual(timed.estimated_min * DEMO.own_pace, RIGS.minutes(ISLAND.items[0], ISLAND.items[1]))
        self.assertEqual(len(kept.conversions), len(document.conversions) + 1)
