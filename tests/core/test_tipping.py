"""How things stand on a table: tip angles, and the faces they lie on."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.mechanics.hull import hull
from equilix.mechanics.tipping import faces_to_lie_on, standing

FRONT, BACK, LEFT, RIGHT = (np.array(way) for way in ((1.0, 0.0), (-1.0, 0.0), (0.0, 1.0), (0.0, -1.0)))


def block(length: float, width: float, height: float) -> np.ndarray:
    """The corners of a box that stands around the origin."""
    return np.array([(x * length / 2, y * width / 2, z) for x in (-1, 1) for y in (-1, 1) for z in (0.0, height)])


class Standing(unittest.TestCase):
    """A uniform block tips when the diagonal through its CG is upright: tan θ = half base over half height."""

    def test_block(self) -> None:
        """A 100 × 60 × 200 mm block tips at atan(30/100) over its long edge, atan(50/100) over its short one."""
        here = standing(block(0.1, 0.06, 0.2), np.array((0, 0, 0.1)))
        self.assertAlmostEqual(here.least_rad, math.atan2(0.03, 0.1), delta=1e-9)
        self.assertAlmostEqual(here.towards_rad(FRONT), math.atan2(0.05, 0.1), delta=1e-9)
        self.assertAlmostEqual(here.towards_rad(LEFT), math.atan2(0.03, 0.1), delta=1e-9)
        self.assertTrue(here.stands)
        self.assertTrue(all(edge.reached for edge in here.edges))

    def test_off_centre(self) -> None:
        """The CG 40 mm forward: 10 mm to the front edge, 90 mm to the rear one."""
        here = standing(block(0.1, 0.06, 0.2), np.array((0.04, 0, 0.1)))
        self.assertAlmostEqual(here.towards_rad(FRONT), math.atan2(0.01, 0.1), delta=1e-9)
        self.assertAlmostEqual(here.towards_rad(BACK), math.atan2(0.09, 0.1), delta=1e-9)

    def test_outside_it_does_not_stand(self) -> None:
        """A CG past the edge: it tips at once, and no direction says otherwise."""
        here = standing(block(0.1, 0.06, 0.2), np.array((0.06, 0, 0.1)))
        self.assertFalse(here.stands)
        self.assertLessEqual(here.towards_rad(BACK), 0.0)

    def test_foot_of_the_perpendicular(self) -> None:
        """A long edge seen past its end does not give the tip angle in its own direction."""
        feet = np.array([(0, 0, 0), (0.3, 0, 0), (0.3, 0.1, 0), (0.28, 0.1, 0), (0.05, 0.1, 0.2)])
        here = standing(feet, np.array((0.295, 0.09, 0.1)))
        self.assertFalse(all(edge.reached for edge in here.edges))

    @given(seed=st.integers(0, 10_000))
    @settings(max_examples=40, deadline=None)
    def test_least_is_the_least_over_all_directions(self, seed: int) -> None:
        """Scanning every degree finds nothing below the least, and comes within a thousandth of it."""
        rng = np.random.default_rng(seed)
        feet = np.column_stack((rng.uniform(-0.2, 0.2, (8, 2)), np.zeros(8)))
        inside = hull(feet[:, :2]).mean(axis=0)
        here = standing(np.vstack((feet, (0, 0, 0.3))), np.array((*inside, 0.15)))
        scan = [here.towards_rad(np.array((math.cos(a), math.sin(a)))) for a in np.linspace(0, 2 * math.pi, 721)]
        self.assertGreaterEqual(min(scan), here.least_rad - 1e-9)
        self.assertAlmostEqual(min(scan), here.least_rad, delta=2e-3)

    def test_standing_on_a_point(self) -> None:
        """A single foot holds nothing."""
        self.assertFalse(standing(np.array([(0, 0, 0), (0.1, 0, 0.2), (-0.1, 0, 0.2)]), np.array((0, 0, 0.15))).stands)


class Lying(unittest.TestCase):
    """The faces of the convex outline over which the CG stands."""

    def test_a_block_lies_on_all_six(self) -> None:
        """Six ways, the level one first, each with its own tip angle."""
        found = faces_to_lie_on(block(0.1, 0.06, 0.2), np.array((0, 0, 0.1)))
        self.assertEqual(len(found), 6)
        self.assertAlmostEqual(found[0].leaning_rad, 0.0, delta=1e-9)
        self.assertAlmostEqual(found[0].least_tip_rad, math.atan2(0.03, 0.1), delta=1e-6)
        self.assertAlmostEqual(found[-1].leaning_rad, math.pi, delta=1e-6)

    def test_a_loaded_block_rights_itself(self) -> None:
        """With the CG low down in one corner some faces drop out."""
        found = faces_to_lie_on(block(0.1, 0.1, 0.4), np.array((0.0, 0.0, 0.02)))
        self.assertGreater(found[0].least_tip_rad, 1.1)
        self.assertLess(len(found), 7)

    def test_the_head_stays_where_it_is(self) -> None:
        """Off the tripod the evening's rig stands on its long plate; the clamp of the head stays behind."""
        made = lighthouse()
        analysis = analyse(made, made.setups_by_id["evening"])
        assert analysis.on_table is not None
        self.assertIn("head-clamp", {part.kind for part in analysis.assembly.parts})
        kinds = {part.kind for lying in analysis.lying for part in analysis.touching(lying)}
        self.assertNotIn("head-clamp", kinds)
        self.assertTrue(analysis.on_table.stands)
        self.assertEqual([part.id for part in analysis.touching(analysis.lying[0])], ["tripod-plate"])

    def test_every_scene(self) -> None:
        """Every rig of the demo lies in some way, and with its CG inside what it lies on."""
        made = lighthouse()
        for setup in made.setups:
            with self.subTest(setup.name):
                analysis = analyse(made, setup)
                self.assertTrue(analysis.lying)
                self.assertTrue(all(each.least_tip_rad > 0 for each in analysis.lying))


if __name__ == "__main__":
    unittest.main()
