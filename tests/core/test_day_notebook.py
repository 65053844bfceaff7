"""A day that was shot, written into the notebook."""

import unittest
from datetime import date

from equilix.day.course import course_of
from equilix.day.into_notebook import keep, made_of, new_of
from equilix.notebook.compare import predicted
from equilix.rig.days import Day, Item
from tests.core.test_day import DEMO, RIGS


class IntoTheNotebook(unittest.TestCase):
    """What was carried."""

    def test_an_outing_for_each_scene(self) -> None:
        """As it was carried, by whom, how long; its share of each battery; conversions; once only."""
        made = course_of(DEMO.days[0], RIGS)
        written = made_of(made, RIGS, date(2026, 10, 14), "The island")
        found = [each.outing for each in written]
        scenes = [each for each in made.spans if each.item.kind == "scene"]
        self.assertEqual(len(found), len(scenes))
        for outing, span in zip(found, scenes, strict=True):
            item = span.item
            self.assertEqual(
                (outing.takes, outing.take_min, outing.rest_min), (item.takes, item.take_min, item.gap_min)
            )
            analysis = RIGS.carried(span)
            assert analysis is not None
            self.assertEqual((outing.operator, outing.way), (analysis.operator.id, analysis.way.name))
            self.assertEqual(outing.conversion_min, 0.0, "nobody has looked at the watch")
            self.assertEqual(bool(outing.came_from), span.conversion_min > 0)
        taken = sum(each.times for outing in found for each in outing.batteries)
        burnt = sum(b.start - b.end for piece in made.charge.pieces for b in piece.burns)
        self.assertAlmostEqual(taken, burnt, places=2)
        kept = keep(DEMO, new_of(DEMO, written), RIGS)
        self.assertEqual(len(kept.outings), len(DEMO.outings) + len(found))
        self.assertEqual(new_of(kept, written), ())
        self.assertEqual(kept.conversions, DEMO.conversions)
        self.assertTrue(predicted(found[2], DEMO.operators_by_id["tall"]))

    def test_nothing_left(self) -> None:
        """A battery that gave nothing, for it was empty, was charged for nothing."""
        scenes = [Item(id=key, setup="lamp-room", takes=20, take_min=200.0) for key in "ab"]
        made = course_of(Day(id="d", name="d", items=tuple(scenes)), RIGS)
        first, second = (each.outing for each in made_of(made, RIGS, date(2026, 10, 14)))
        self.assertTrue(first.batteries)
        self.assertEqual(second.batteries, ())
