"""Steps told and shown: the rail of a step is the track it goes along, as somebody at the rig sees it."""

import math
import unittest

import numpy as np

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.planner.fitting import fit_plans
from equilix.planner.plan import DrawOut, Hang, SlideTo, StandIn, TakeOff, TurnTo
from equilix.planner.schools import plans
from equilix.words.steps import Rail, Start, told, told_each, told_lines
from tests.told import told as words


def start(setup_id: str) -> Start:
    """A demo rig as a step finds it."""
    found = analyse(lighthouse(), lighthouse().setups_by_id[setup_id])
    return Start(found.assembly, found.carried.kit)


class Rails(unittest.TestCase):
    """Ends, where it stood, where it stands then."""

    def rail(self, step: SlideTo | DrawOut | TurnTo | Hang, here: Start) -> Rail:
        """Of one step."""
        found = told(step, here).rail
        assert found is not None
        return found

    def test_ahead_is_on_the_right(self) -> None:
        """Wherever a track points: what goes ahead or up goes right, and so does what goes to the operator's right."""
        seen = set()
        for setup in lighthouse().setups:
            here = start(setup.id)
            for placement in here.assembly.setup.placements:
                way = here.assembly.slide_direction(placement.id)
                if way is None:
                    continue
                axis = int(np.argmax(np.abs(way)))
                right = float(way[axis]) * (-1.0 if axis == 1 else 1.0) > 0
                rail = self.rail(SlideTo(placement.id, placement.slide_m + 0.001), here)
                assert rail.was is not None
                self.assertEqual(rail.then[0] > rail.was, right, (setup.id, placement.id))
                self.assertAlmostEqual(abs(rail.then[0] - rail.was), 0.001, places=9)
                seen.add((axis, right))
        self.assertLessEqual({(0, True), (1, False), (2, True)}, seen)

    def test_a_track_that_points_back(self) -> None:
        """Its ends change places, and its figures stay those of its scale."""
        made = lighthouse()
        base = made.parts_by_id["base"]
        point = base.offers[0]
        assert point.track is not None
        turned = point.changed(track=point.track.changed(axis=(-1.0, 0.0, 0.0), to_m=0.1))
        parts = tuple(base.changed(offers=(turned, *base.offers[1:])) if p is base else p for p in made.parts)
        made = made.changed(parts=parts)
        found = analyse(made, made.setups_by_id["lamp-room"])
        rail = self.rail(SlideTo("bridge", 0.08), Start(found.assembly, found.carried.kit))
        self.assertEqual((rail.low, rail.then), (-0.1, (-0.08,)))
        self.assertAlmostEqual(rail.high, 0.15)
        self.assertEqual(words(rail.reads), "250 mm")

    def test_ends_are_those_of_the_track(self) -> None:
        """The base's dovetail: from 150 mm behind to 150 mm ahead; the figure is what its scale reads."""
        here = start("lamp-room")
        rail = self.rail(SlideTo("bridge", -0.083), here)
        self.assertAlmostEqual(rail.low, -0.15)
        self.assertAlmostEqual(rail.high, 0.15)
        self.assertAlmostEqual(rail.then[0], -0.083)
        self.assertEqual(words(rail.reads), "87 mm")

    def test_a_telescope(self) -> None:
        """From pushed in to its reach."""
        rail = self.rail(DrawOut("left-handle", 0.04), start("lamp-room"))
        self.assertEqual((rail.low, rail.high, rail.was, rail.then), (0.0, 0.08, 0.0, (0.04,)))
        self.assertEqual(words(rail.reads), "40 mm")

    def test_a_turn(self) -> None:
        """A dial: from where it stands to where it is turned, and by how much."""
        here = start("lamp-room")
        was = here.assembly.setup.by_id["left-handle"].turn_rad
        rail = self.rail(TurnTo("left-handle", was + math.radians(12)), here)
        self.assertTrue(rail.turns)
        self.assertEqual((rail.was, rail.then), (was, (was + math.radians(12),)))
        self.assertEqual(words(rail.reads), "12°")

    def test_pieces_that_are_hung(self) -> None:
        """Three on one rail, which stood nowhere before; their figures are those of the scale."""
        plan = next(each for each in plans(lighthouse(), "lamp-room") if each.school == "weight")
        line = told_lines(plan)[0]
        assert line.rail is not None
        self.assertIsNone(line.rail.was)
        self.assertEqual(len(line.rail.then), len([each for each in plan.steps if isinstance(each, Hang)]))
        self.assertEqual(f"scale reads {words(line.rail.reads)}", words(line.mark))
        for each in line.rail.then:
            self.assertTrue(line.rail.low - 1e-9 <= each <= line.rail.high + 1e-9, each)

    def test_what_goes_along_nothing_has_none(self) -> None:
        """To swap, to leave off: words alone. All that moves along something has one."""
        for setup in lighthouse().setups:
            for plan in (*plans(lighthouse(), setup.id), *fit_plans(lighthouse(), setup.id)):
                for step, line in zip(plan.steps, told_each(plan.before, plan.steps), strict=True):
                    if isinstance(step, SlideTo | DrawOut | TurnTo):
                        self.assertIsNotNone(line.rail, step)
                    elif isinstance(step, StandIn | TakeOff):
                        self.assertIsNone(line.rail, step)


if __name__ == "__main__":
    unittest.main()
