"""Posture, joint load and endurance against published values and closed forms."""

import math
import unittest

import numpy as np

from equilix.body.endurance import LONGEST_S, endurance_s, rohmert_min
from equilix.body.grip import squeeze_n
from equilix.body.load import Place, choose_grips, efforts, first_to_give_out, hands_for, own_moment
from equilix.body.operators import Operator, Strength, segments
from equilix.body.posture import arm_weights, reach, stance_under_pad
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.kit.parts import Grip
from equilix.mechanics.contact import hold

MAN = Operator(id="m", name="m", stature_m=1.76, mass_kg=78.0, sex="male")


class Segments_(unittest.TestCase):  # noqa: N801 - Segments is the class under test
    """Winter, *Biomechanics and Motor Control of Human Movement*, table 4.1 (from memory)."""

    def test_arm_masses_sum_to_the_total_arm(self) -> None:
        """Upper arm, forearm and hand are together the table's 'total arm': 5.0 % of the body."""
        body = segments(MAN)
        self.assertAlmostEqual(body.upper_arm_kg + body.forearm_kg + body.hand_kg, 0.050 * MAN.mass_kg, places=9)

    def test_lengths_scale_with_stature(self) -> None:
        """Upper arm 0.186 H, forearm 0.146 H, hand 0.108 H, shoulder height 0.818 H."""
        body = segments(MAN)
        for found, share in (
            (body.upper_arm_m, 0.186),
            (body.forearm_m, 0.146),
            (body.hand_m, 0.108),
            (body.shoulder_height_m, 0.818),
        ):
            self.assertAlmostEqual(found, share * 1.76, places=9)

    def test_limits(self) -> None:
        """1.20 to 2.20 m and 35 to 200 kg are people; beyond is refused."""
        Operator(id="a", name="a", stature_m=1.20, mass_kg=35.0)
        Operator(id="a", name="a", stature_m=2.20, mass_kg=200.0)
        for bad in ({"stature_m": 1.1}, {"stature_m": 2.3}, {"mass_kg": 30.0}, {"mass_kg": float("nan")}):
            with self.subTest(bad), self.assertRaises(ValueError):
                Operator(id="a", name="a", **bad)


class Posture(unittest.TestCase):
    """Two-link inverse kinematics."""

    def test_hand_arrives_and_links_keep_their_length(self) -> None:
        """For grips all around within reach the hand is on the grip and the links have their lengths."""
        rng, body = np.random.default_rng(3), segments(MAN)
        lower = body.forearm_m + 0.506 * body.hand_m
        for _ in range(100):
            way = rng.standard_normal(3)
            grip = way / np.linalg.norm(way) * rng.uniform(0.1, body.upper_arm_m + lower - 0.001)
            arm = reach(MAN, "left", np.zeros(3), grip)
            self.assertTrue(arm.reached)
            np.testing.assert_allclose(arm.hand_m, grip, atol=1e-9)
            self.assertAlmostEqual(np.linalg.norm(arm.elbow_m), body.upper_arm_m, places=9)
            self.assertAlmostEqual(np.linalg.norm(arm.hand_m - arm.elbow_m), lower, places=9)

    def test_right_angle_by_pythagoras(self) -> None:
        """A grip at the hypotenuse of upper arm and forearm bends the elbow by 90°."""
        body = segments(MAN)
        lower = body.forearm_m + 0.506 * body.hand_m
        arm = reach(MAN, "left", np.zeros(3), np.array((math.hypot(body.upper_arm_m, lower), 0, 0)))
        self.assertAlmostEqual(math.degrees(arm.elbow_angle_rad), 90.0, places=6)

    def test_elbow_is_at_its_lowest(self) -> None:
        """No turn of the elbow about the line from shoulder to hand brings it lower."""
        arm = reach(MAN, "left", np.zeros(3), np.array((0.35, -0.1, -0.1)))
        axis = arm.hand_m / np.linalg.norm(arm.hand_m)
        from scipy.spatial.transform import Rotation

        for angle in np.linspace(0.1, 6.2, 20):
            self.assertGreater(Rotation.from_rotvec(axis * angle).apply(arm.elbow_m)[2], arm.elbow_m[2])

    def test_out_of_reach_points_at_the_grip(self) -> None:
        """A grip 1 m away is not reached; the straight arm points at it."""
        arm = reach(MAN, "left", np.zeros(3), np.array((1.0, 0, 0)))
        self.assertFalse(arm.reached)
        self.assertGreater(arm.reach_used, 1.2)
        self.assertAlmostEqual(math.degrees(arm.elbow_angle_rad), 180.0, delta=0.1)
        self.assertAlmostEqual(float(arm.hand_m[1]), 0.0, places=9)

    def test_straight_down_is_defined(self) -> None:
        """A grip straight below the shoulder still gives an elbow, and the same link lengths."""
        arm = reach(MAN, "right", np.zeros(3), np.array((0.0, 0.0, -0.5)))
        self.assertLess(arm.elbow_m[0], 0)

    def test_pad_side_decides_where_the_body_is(self) -> None:
        """On the right shoulder the head is to the left of the pad, on the left shoulder to its right."""
        for side, sign in (("right", 1), ("left", -1)):
            stance = stance_under_pad(MAN.changed(shoulder=side), np.zeros(3))
            self.assertGreater(sign * stance.head_m[1], 0)
            self.assertLess(stance.shoulders_m["right"][1], stance.shoulders_m["left"][1])


class Endurance(unittest.TestCase):
    """Published curves."""

    def test_power_law_at_half_strength(self) -> None:
        """Frey-Law & Avin 2010, T = b0 f^b1 (from memory): shoulder 52.8 s, elbow 79.3 s, grip 102 s at 50 %."""
        self.assertAlmostEqual(endurance_s("shoulder", 0.5), 52.8, delta=0.1)
        self.assertAlmostEqual(endurance_s("elbow", 0.5), 79.3, delta=0.1)
        self.assertAlmostEqual(endurance_s("grip", 0.5), 102.4, delta=0.1)

    def test_rohmert(self) -> None:
        """Rohmert 1960 (from memory): full strength 0.1 min, half 1.1 min, a fifth 6.5 min."""
        self.assertAlmostEqual(rohmert_min(1.0), 0.1, places=9)
        self.assertAlmostEqual(rohmert_min(0.5), 1.1, places=9)
        self.assertAlmostEqual(rohmert_min(0.2), 6.5, places=9)
        for outside in (0.15, 0.0, 1.1):
            with self.subTest(outside), self.assertRaises(ValueError):
                rohmert_min(outside)

    def test_more_effort_never_lasts_longer(self) -> None:
        """Endurance falls with effort; from full strength on it is nothing, near none a working day."""
        for joint in ("shoulder", "elbow", "grip"):
            times = [endurance_s(joint, f) for f in np.linspace(0.0, 1.2, 60)]
            self.assertEqual(sorted(times, reverse=True), times)
            self.assertEqual(times[0], LONGEST_S)
            self.assertEqual(endurance_s(joint, 1.0), 0.0)

    def test_squeeze(self) -> None:
        """F/(2µ): 30 N along a smooth handle asks for 60 N of squeeze, along rubber 25 N; a contour halves it."""
        self.assertAlmostEqual(squeeze_n(30, 0, 0.034, "smooth", False), 60.0)
        self.assertAlmostEqual(squeeze_n(-30, 0, 0.034, "rubber", False), 25.0)
        self.assertAlmostEqual(squeeze_n(30, 0, 0.034, "smooth", True), 30.0)


class OutOfReach(unittest.TestCase):
    """A grip that is too far away."""

    def test_by_how_much(self) -> None:
        """The straight distance less the arm's own length, for a short and for a tall person."""
        for stature in (1.55, 1.90):
            person = MAN.changed(stature_m=stature)
            body = segments(person)
            arm_m = body.upper_arm_m + body.forearm_m + 0.506 * body.hand_m
            for grip in ((0.9, 0.0, -0.2), (0.2, 0.1, -0.1)):
                arm = reach(person, "left", np.zeros(3), np.array(grip))
                self.assertAlmostEqual(arm.missing_m, max(float(np.linalg.norm(grip)) - arm_m, 0.0), delta=1e-12)


class Load(unittest.TestCase):
    """Joint moments."""

    def test_arm_held_straight_ahead(self) -> None:
        """By hand: the moment that a level straight arm asks of its shoulder is Σ m g x."""
        body = segments(MAN)
        arm = reach(
            MAN, "left", np.zeros(3), np.array((body.upper_arm_m + body.forearm_m + 0.506 * body.hand_m - 1e-9, 0, 0))
        )
        masses, centres = arm_weights(body, arm)
        moment = own_moment(np.zeros(3), masses, centres)
        by_hand = G * (
            body.upper_arm_kg * 0.436 * body.upper_arm_m
            + body.forearm_kg * (body.upper_arm_m + 0.430 * body.forearm_m)
            + body.hand_kg * (body.upper_arm_m + body.forearm_m + 0.506 * body.hand_m)
        )
        self.assertAlmostEqual(-moment[1], by_hand, delta=0.01)
        self.assertGreater(by_hand, 8.0)

    def test_a_limb_without_strength_bears_nothing(self) -> None:
        """An injured right arm: the left alone is asked, and it is not an error."""
        hurt = MAN.changed(strength=Strength(shoulder_nm=0.0))
        places = [Place(Grip(name="g", position_m=(0, 0, 0)), "p", np.array((0.3, 0.2, -0.1)), np.array((0, 0, 1.0)))]
        hands, held = hands_for(hurt, stance_under_pad(hurt, np.zeros(3)), places)
        self.assertEqual(hands, ())
        self.assertEqual(len(held), 1)

    def test_leftmost_grip_goes_to_the_left_hand(self) -> None:
        """Of two free grips the left one goes left; one made for the right hand goes there."""

        def place(y: float, side: str = "either") -> Place:
            grip = Grip(name="g", position_m=(0, 0, 0), side=side)
            return Place(grip, "p", np.array((0.3, y, 0)), np.array((0, 0, 1.0)))

        chosen = choose_grips([place(-0.1), place(0.1)])
        self.assertAlmostEqual(chosen["left"].point_m[1], 0.1)
        self.assertAlmostEqual(chosen["right"].point_m[1], -0.1)
        chosen = choose_grips([place(0.05, "right"), place(0.0)])
        self.assertAlmostEqual(chosen["right"].point_m[1], 0.05)

    def test_chest_held_rig_lasts_as_the_formulas_say(self) -> None:
        """A 4.5 kg rig before the chest of a 1.76 m, 78 kg man: 5 to 10 minutes (common practice, no source).

        Two grips 240 mm apart, 0.25 m below the shoulders, 0.30 to 0.45 m in front: an independent trial of
        the same published formulas gave 13, 9, 7 and 5 minutes; the elbow's place makes up to 30 % of it.
        """
        stance = stance_under_pad(MAN, np.zeros(3))
        middle = (stance.shoulders_m["left"] + stance.shoulders_m["right"]) / 2
        found = []
        for x in (0.30, 0.35, 0.40, 0.45, 0.375):
            places = [
                Place(
                    Grip(name=n, position_m=(0, 0, 0), surface="rubber"),
                    "rig",
                    middle + np.array((x, y, -0.25)),
                    np.array((0, 0, 1.0)),
                )
                for n, y in (("a", 0.12), ("b", -0.12))
            ]
            hands, held = hands_for(MAN, stance, places)
            holding = hold(4.5, middle + np.array((x, 0, -0.2501)), (), hands)
            tired = first_to_give_out(efforts(MAN, hands, held, holding.contacts))
            assert tired is not None
            self.assertEqual(tired.joint, "shoulder")
            found.append(tired.endurance_s / 60)
        for minutes, expected in zip(found[:4], (13, 9, 7, 5), strict=True):
            self.assertAlmostEqual(minutes, expected, delta=0.3 * expected)
        self.assertTrue(5 <= found[4] <= 10, found)


if __name__ == "__main__":
    unittest.main()
