"""Where a plan aims: at the middle, on marks that can be set, with telescopes as with slides."""

import math
import unittest

from equilix.analysis import Analysis, analyse
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import powering, rigging
from equilix.kit.mounts import MountPoint, Telescope, Track
from equilix.planner.moves import find_moves
from equilix.planner.plan import DrawOut, SlideTo
from equilix.planner.programme import solve
from equilix.planner.schools import plan, plans
from equilix.rig.setups import Placement
from equilix.words.steps import told_lines
from tests.core.builders import analysed, box, document, padded, random_rig
from tests.told import told


class Target(unittest.TestCase):
    """Inside the target where that costs no mass and no clamp more."""

    def test_default_is_a_third_and_at_most_15_mm_on_the_shoulder(self) -> None:
        """A pad of 120 × 80 mm: 50 and 30 mm of tolerance, 15 and 10 mm of target."""
        fore_aft, sideways = (c.balance for c in analyse(lighthouse(), lighthouse().setups[0]).conditions)
        self.assertAlmostEqual(fore_aft.target_m, min(fore_aft.tolerance_m / 3, 0.015), delta=1e-12)
        self.assertAlmostEqual(sideways.target_m, sideways.tolerance_m / 3, delta=1e-12)

    def test_own_rules(self) -> None:
        """Both figures can be changed, and plans follow."""
        made = powering.set_rule(lighthouse(), "target_shoulder_m", 0.004)
        analysis = analyse(made, made.setups[0])
        self.assertAlmostEqual(analysis.conditions[0].balance.target_m, 0.004, delta=1e-12)
        after = plan("move", made, analysis).after
        self.assertLessEqual(abs(after.conditions[0].value_m), 0.0045)
        made = powering.set_rule(made, "target_share", 0.5)
        self.assertAlmostEqual(analyse(made, made.setups[0]).conditions[1].balance.target_share, 0.5, delta=1e-12)

    def test_the_lamp_room_ends_near_the_middle(self) -> None:
        """Not at the edge of what holds: within 15 mm, and a millimetre for the mark, with one thing touched."""
        found = plan("move", lighthouse(), analyse(lighthouse(), lighthouse().setups[0]))
        self.assertEqual(len(found.steps), 1)
        self.assertLessEqual(abs(found.after.conditions[0].value_m), 0.016)

    def test_no_more_is_touched_for_it(self) -> None:
        """Against the same programme without a target: never more mass, never more clamps."""
        for seed in range(12):
            made = random_rig(seed)
            analysis = analysed(made)
            wide = analysed(powering.set_rule(powering.set_rule(made, "target_share", 1.0), "target_shoulder_m", 1.0))
            ours, without = solve(analysis, find_moves(analysis)), solve(wide, find_moves(wide))
            assert ours is not None and without is not None
            self.assertLessEqual(len(ours.slides_m), len(without.slides_m))


class Marks(unittest.TestCase):
    """Every step lands where something can be clamped and read."""

    def assert_on_marks(self, before: Analysis, document: Document) -> None:
        """Slides end where the scale reads whole millimetres, or on a hole; draws on whole millimetres."""
        for found in plans(document, before.setup.id):
            for step in found.steps:
                if isinstance(step, SlideTo):
                    seat = before.assembly.seats[before.assembly.index[step.placement]]
                    assert seat is not None and seat.track is not None
                    track = seat.track
                    self.assertTrue(track.has(step.slide_m))
                    if not track.pitch_m:
                        reading = (track.scale_zero_m + step.slide_m) * 1000
                        self.assertAlmostEqual(reading, round(reading), delta=1e-3, msg=step.placement)
                elif isinstance(step, DrawOut):
                    self.assertAlmostEqual(step.extension_m * 1000, round(step.extension_m * 1000), delta=1e-3)

    def test_from_wherever_it_starts(self) -> None:
        """Slides that stand between two marks end on one."""
        for number, setup in enumerate(lighthouse().setups):
            made = lighthouse()
            for placement in setup.placements:
                analysis = analyse(made, made.setups_by_id[setup.id])
                seat = analysis.assembly.seats[analysis.assembly.index[placement.id]]
                if seat is not None and seat.track is not None and not seat.track.pitch_m:
                    odd = placement.slide_m + 0.00037 + 0.0001 * number
                    if seat.track.from_m < odd < seat.track.to_m:
                        made = rigging.slide(made, setup.id, placement.id, odd)
            with self.subTest(setup.name):
                self.assert_on_marks(analyse(made, made.setups_by_id[setup.id]), made)

    def test_a_part_that_is_right_stays_between_its_marks(self) -> None:
        """What need not be touched is not touched for the sake of a round figure."""
        made = rigging.slide(lighthouse(), "lamp-room", "battery-plate", 0.0550037)
        found = plan("move", made, analyse(made, made.setups[0]))
        self.assertEqual([step.placement for step in found.steps], ["bridge"])


class Telescopes(unittest.TestCase):
    """What draws out is a move like a slide."""

    def boom(self) -> Document:
        """A pad with a mast in front that draws out backward, and a load at its end; nothing slides."""
        end = MountPoint(name="end", kind="rail", position_m=(0.05, 0, 0.05), extends=True)
        socket = MountPoint(name="socket", kind="screw38", position_m=(0.05, 0, 0.02))
        foot = MountPoint(name="foot", kind="screw38", position_m=(0, 0, -0.05), direction=(0, 0, -1))
        clamp = MountPoint(name="clamp", kind="rail", position_m=(0, 0, -0.05), direction=(0, 0, -1))
        parts = [
            padded("base", 1.0).changed(offers=(socket,)),
            box("mast", 0.5, hangs_by=(foot,), offers=(end,), telescope=Telescope(axis=(-1, 0, 0), reach_m=0.3)),
            box("load", 3.0, hangs_by=(clamp,)),
        ]
        return document(parts, [
            Placement(id="base", part="base"),
            Placement(id="mast", part="mast", parent="base", point="socket", by="foot", extension_m=0.0004),
            Placement(id="load", part="load", parent="mast", point="end", by="clamp"),
        ])  # fmt: skip

    def test_drawn_out_by_the_law_of_the_lever(self) -> None:
        """3 kg that go back with the mast: within half a millimetre of Δ = −m x/m_s, less the target."""
        made = self.boom()
        before = analysed(made)
        found = plan("move", made, before)
        self.assertTrue(found.works, told(found.reason))
        step = found.steps[0]
        assert isinstance(step, DrawOut)
        self.assertIn("Draw the mast out", told(told_lines(found)[0].text))
        off, target = before.conditions[0].value_m, before.conditions[0].balance.target_m
        expected = before.mass.mass_kg * (off - target) / 3.0
        self.assertAlmostEqual(step.extension_m, 0.0004 + expected, delta=0.0011)
        self.assertTrue(found.after.conditions[0].ok)

    def test_a_gap_is_no_shorter_for_it(self) -> None:
        """A telescope that carries a grip is left to the fit: the hands move with it."""
        analysis = analyse(lighthouse(), lighthouse().setups_by_id["workshop"])
        self.assertFalse([move for move in find_moves(analysis) if move.draws and "handle" in move.placement])

    def test_tracks_and_telescopes_in_one_table(self) -> None:
        """The sled's post is a move of the causeway, from all in to all out."""
        analysis = analyse(lighthouse(), lighthouse().setups_by_id["causeway"])
        post = next(move for move in find_moves(analysis) if move.placement == "post")
        reach = analysis.assembly.parts[analysis.assembly.index["post"]].telescope
        assert reach is not None
        self.assertAlmostEqual(post.to_m(post.low), 0.0, delta=1e-9)
        self.assertAlmostEqual(post.to_m(post.high), math.floor(reach.reach_m * 1000 + 1e-6) / 1000, delta=1e-9)
        self.assertIsInstance(Track(from_m=0.0, to_m=0.1).settle(0.05), float)


if __name__ == "__main__":
    unittest.main()
