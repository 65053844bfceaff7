"""What a handle asks of the fingers."""

import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from equilix.analysis import Analysis, analyse
from equilix.body.grip import BEST_DIAMETER, BY_THICKNESS, FRICTION, fingers_n, squeeze_n, thickness_factor
from equilix.body.load import Effort
from equilix.body.operators import Operator, segments
from equilix.demo import lighthouse
from equilix.edits import kit
from equilix.errors import Refused
from equilix.keys import hand_key
from equilix.kit.parts import Grip

WORKSHOP_HANDLES = ("left-handle", "right-handle")


def held(setup: str, parts: tuple[str, ...], **grips: object) -> Analysis:
    """A demo rig with the grips of these parts made like this."""
    made = lighthouse()
    for part in parts:
        made = kit.change_grips(made, part, **grips)
    return analyse(made, made.setups_by_id[setup])


def grip_of(analysis: Analysis, side: str) -> Effort:
    """The effort of one hand's grip."""
    return next(e for e in analysis.efforts if e.key == ("grip", side))


class Thickness(unittest.TestCase):
    """Grip strength over the diameter of the handle."""

    def test_strongest_at_35_to_40_mm(self) -> None:
        """For men and women of mean stature (handbooks say 35–40 mm; Kong & Lowe 2005: 19.7 % of the hand)."""
        for stature in (1.62, 1.70, 1.76, 1.86):
            hand = segments(Operator(id="a", name="a", stature_m=stature)).hand_m
            diameters = np.linspace(0.015, 0.08, 131)
            best = float(diameters[np.argmax([thickness_factor(d, hand) for d in diameters])])
            self.assertTrue(0.034 <= best <= 0.040, (stature, best))

    def test_against_measured_strengths(self) -> None:
        """Edgren, Radwin & Irwin 2004, handles of 25.4 to 76.2 mm (from memory): the order of their strengths."""
        factors = [thickness_factor(d / 1000, 0.108 * 1.76) for d in (38.1, 50.8, 25.4, 63.5, 76.2)]
        self.assertEqual(factors, sorted(factors, reverse=True))
        self.assertTrue(all(0 < f <= 1 for f in factors))

    def test_falls_to_both_sides(self) -> None:
        """The table has one top, at the best diameter."""
        factors = [f for _, f in BY_THICKNESS]
        top = factors.index(1.0)
        self.assertEqual(factors[: top + 1], sorted(factors[: top + 1]))
        self.assertEqual(factors[top:], sorted(factors[top:], reverse=True))
        self.assertAlmostEqual(thickness_factor(BEST_DIAMETER * 0.19, 0.19), 1.0, delta=1e-12)


class Fingers(unittest.TestCase):
    """Load, couple and squeeze."""

    @given(along=st.floats(-80, 80), twist=st.floats(-2, 2), d=st.floats(0.02, 0.05))
    @settings(max_examples=60, deadline=None)
    def test_squeeze_against_coulomb(self, along: float, twist: float, d: float) -> None:
        """Two sides pressed with N each: friction along and around, summed as vectors, just reaches µ N on each."""
        n = squeeze_n(along, twist, d, "rubber", False)
        each = np.hypot(along / 2, twist / d)  # every side bears half the load, and half the twist at d/2
        self.assertAlmostEqual(float(each), FRICTION["rubber"] * n, delta=1e-9)

    def test_couple_by_the_law_of_the_lever(self) -> None:
        """1.3 N·m across the handle: the outer fingers and the palm push 66 mm apart (hand of 190 mm)."""
        grip = Grip(name="a", position_m=(0, 0, 0), axis=(1, 0, 0), diameter_m=0.037)
        with_couple = fingers_n(grip, np.array((1.0, 0, 0)), np.array((0, 0, 50.0)), np.array((0, 1.3, 0)), 0.19)
        without = fingers_n(grip, np.array((1.0, 0, 0)), np.array((0, 0, 50.0)), np.zeros(3), 0.19)
        self.assertAlmostEqual(without, 50.0, delta=1e-12)
        self.assertAlmostEqual((with_couple - without) * 0.75 * 0.46 * 0.19, 1.3, delta=1e-9)

    def test_thin_and_straight_against_thick_and_contoured(self) -> None:
        """Under a front-heavy rig: a few minutes against many times that (common practice, no source)."""
        for side in ("left", "right"):
            thin = grip_of(held("workshop", WORKSHOP_HANDLES, diameter_m=0.02, surface="smooth", contoured=False), side)
            thick = grip_of(
                held("workshop", WORKSHOP_HANDLES, diameter_m=0.036, surface="rubber", contoured=True), side
            )
            self.assertLess(thin.endurance_s, 4 * 60)
            self.assertGreater(thick.endurance_s, 8 * thin.endurance_s)

    def test_what_tips_costs_the_fingers(self) -> None:
        """Low by the handle: held level in front of its balance point the same weight tires the fingers sooner."""
        from equilix.planner.schools import plans

        before = held("gallery", ("top-handle",), diameter_m=0.03)
        made = next(iter(plans(lighthouse(), "gallery"))).apply(lighthouse())
        after = analyse(made, made.setups_by_id["gallery"])
        moment = float(np.linalg.norm(before.holding.moment_of(hand_key("right"))))
        x = before.mass.cg_m[0] - before.support.datum_m[0]
        self.assertAlmostEqual(moment, abs(x) * before.weight_n, delta=1e-6)
        self.assertGreater(grip_of(before, "right").load, grip_of(after, "right").load + 0.9 * moment / 0.066)


class Entering(unittest.TestCase):
    """Thickness is a field of the part."""

    def test_change_and_refuse(self) -> None:
        """All grips of a part at once; a handle of 2 m is refused, and so is a part without one."""
        made = kit.change_grips(lighthouse(), "gimbal", diameter_m=0.041)
        self.assertEqual({g.diameter_m for g in made.parts_by_id["gimbal"].grips}, {0.041})
        with self.assertRaises(Refused):
            kit.change_grips(made, "gimbal", diameter_m=2.0)
        with self.assertRaises(Refused):
            kit.change_grips(made, "boxy-body", diameter_m=0.03)


if __name__ == "__main__":
    unittest.main()
