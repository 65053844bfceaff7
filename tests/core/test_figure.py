"""The whole figure of an operator: lengths after Winter, feet on the ground, every posture, every demo rig."""

import math
import unittest

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.body.figure import FOOT, BodyFigure, Leg
from equilix.body.operators import Operator
from equilix.body.posture import THIGH, knees_m
from equilix.body.whole import l5_point
from equilix.carry import WAYS
from equilix.demo import lighthouse
from equilix.edits import carrying
from equilix.errors import Refused
from equilix.keys import BodyPosture
from equilix.store.parsing import parse
from equilix.store.writing import to_bytes
from tests.told import told

POSTURES: tuple[BodyPosture, ...] = ("standing", "walking", "kneeling", "seated")
ROOM = "lamp-room"


def placed(posture: BodyPosture, setup_id: str = ROOM) -> Analysis:
    """A demo rig on an operator in a posture."""
    document = carrying.pose(lighthouse(), setup_id, posture)
    return analyse(document, document.setups_by_id[setup_id])


def figure_in(posture: BodyPosture) -> BodyFigure:
    """The figure under the shoulder rig."""
    found = placed(posture).figure
    assert found is not None
    return found


def long(one: np.ndarray, other: np.ndarray) -> float:
    """Distance of two places, m."""
    return float(np.linalg.norm(one - other))


class Lengths(unittest.TestCase):
    """Winter, Biomechanics and Motor Control of Human Movement, figure 4.1 (from memory), of stature."""

    def test_legs(self) -> None:
        """Thigh 0.245, shank 0.246, foot 0.152: in every posture, on both sides."""
        for posture in POSTURES:
            figure = figure_in(posture)
            h = figure.operator.stature_m
            for leg in figure.legs:
                with self.subTest(posture=posture, side=leg.side):
                    self.assertAlmostEqual(long(leg.hip_m, leg.knee_m), THIGH * h, places=6)
                    self.assertAlmostEqual(long(leg.knee_m, leg.ankle_m), 0.246 * h, places=6)
                    self.assertAlmostEqual(long(leg.heel_m, leg.toe_m), FOOT * h, places=6)

    def test_standing_height(self) -> None:
        """From the ground to the top of the head it is the stature, to a centimetre."""
        for setup in lighthouse().setups:
            if "standing" in WAYS[setup.carry].postures:
                figure = placed("standing", setup.id).figure
                assert figure is not None
                tall = float(figure.top_m[2]) - figure.ground_z
                self.assertAlmostEqual(tall, figure.operator.stature_m, delta=0.015)

    def test_sitting_height(self) -> None:
        """From the seat to the top of the head 0.52 of stature."""
        figure = figure_in("seated")
        assert figure.seat_z is not None
        self.assertAlmostEqual((figure.top_m[2] - figure.seat_z) / figure.operator.stature_m, 0.52, delta=0.01)

    def test_hips_over_the_ground(self) -> None:
        """Standing 0.530 of stature; a step lowers them by two to four centimetres (common practice, no source)."""
        high = {each: figure_in(each).legs[0].hip_m[2] - figure_in(each).ground_z for each in ("standing", "walking")}
        self.assertAlmostEqual(high["standing"] / figure_in("standing").operator.stature_m, 0.530, delta=0.004)
        self.assertTrue(0.01 < high["standing"] - high["walking"] < 0.05)


class OnTheGround(unittest.TestCase):
    """Nothing hangs in the air or goes through the floor."""

    def lowest(self, leg: Leg) -> float:
        """The lowest of a foot and a knee."""
        return float(min(leg.heel_m[2], leg.toe_m[2]))

    def test_every_foot_touches(self) -> None:
        """Heel or toe of each foot is on the ground, in every posture."""
        for posture in POSTURES:
            figure = figure_in(posture)
            for leg in figure.legs:
                with self.subTest(posture=posture, side=leg.side):
                    self.assertAlmostEqual(self.lowest(leg), figure.ground_z, delta=0.012)

    def test_who_kneels(self) -> None:
        """One knee is on the ground, the other up on the side away from the rig; the thigh that is up is level."""
        figure = figure_in("kneeling")
        left, right = figure.legs
        self.assertEqual(figure.operator.shoulder, "right")
        self.assertLess(right.knee_m[2] - figure.ground_z, 0.08)
        self.assertAlmostEqual(left.knee_m[2], left.hip_m[2], delta=0.04)
        self.assertGreater(right.heel_m[2], right.toe_m[2])

    def test_who_walks(self) -> None:
        """One foot before the other, the rear heel up; knees bend forward only."""
        figure = figure_in("walking")
        left, right = figure.legs
        self.assertGreater(left.ankle_m[0], right.ankle_m[0] + 0.2)
        self.assertGreater(right.heel_m[2], figure.ground_z + 0.03)
        for leg in figure.legs:
            share = (leg.hip_m[2] - leg.knee_m[2]) / (leg.hip_m[2] - leg.ankle_m[2])
            on_line = leg.hip_m[0] + share * (leg.ankle_m[0] - leg.hip_m[0])
            self.assertGreaterEqual(leg.knee_m[0], on_line - 1e-9)

    def test_the_back_is_inside(self) -> None:
        """L5/S1 is over the hips and under the shoulders."""
        for posture in POSTURES:
            found = placed(posture)
            figure, stance = found.figure, found.stance
            assert figure is not None and stance is not None
            z = l5_point(found.operator, stance)[2]
            self.assertTrue(figure.legs[0].hip_m[2] < z < stance.shoulders_m["left"][2])

    def test_both_arms(self) -> None:
        """An arm that holds nothing hangs beside the body, nearly straight."""
        document = lighthouse()
        found = analyse(document, document.setups_by_id["causeway"]).figure
        assert found is not None
        idle = next(arm for arm in found.arms if arm.side == "left")
        self.assertLess(idle.elevation_rad, math.radians(20))
        self.assertLess(idle.hand_m[2], idle.shoulder_m[2] - 0.5)

    def test_who_is_heavier_is_drawn_broader(self) -> None:
        """By the root of the mass over stature squared: what a cross-section grows with."""
        document = lighthouse()
        setup = document.setups_by_id[ROOM]
        builds = []
        for mass in (60.0, 90.0):
            people = tuple(each.changed(mass_kg=mass) for each in document.operators)
            figure = analyse(document.changed(operators=people), setup).figure
            assert figure is not None
            builds.append(figure.build)
        self.assertAlmostEqual(builds[1] / builds[0], math.sqrt(1.5), places=9)


class Postures(unittest.TestCase):
    """How the operator is placed, as the document has it."""

    def test_only_as_the_way_allows(self) -> None:
        """Nobody sits with a vest; that is said with what is allowed, and what a file says otherwise is not meant."""
        with self.assertRaises(Refused) as refused:
            carrying.pose(lighthouse(), "causeway", "seated")
        self.assertIn("seated", told(refused.exception.said))
        self.assertIn("walking", told(refused.exception.said))
        document = lighthouse()
        odd = document.setups_by_id["causeway"].changed(posture="kneeling")
        self.assertEqual(analyse(document, odd).posture, "standing")

    def test_which_knees_can_take_a_fist(self) -> None:
        """Both of who sits, the one up of who kneels, none of who stands; an arm of the rig rests on no other."""
        person = Operator(id="x", name="x")
        for posture, sides in (("standing", set()), ("walking", set()), ("kneeling", {"left"})):
            stance = placed("standing").stance
            assert stance is not None
            self.assertEqual(set(knees_m(person, stance, posture)), sides)  # type: ignore[arg-type]
        self.assertLessEqual(set(placed("kneeling").rested), {"left"})

    def test_files_of_version_one(self) -> None:
        """``seated`` of version 1 becomes a posture, true or false; what is no truth value is kept and told of."""
        raw = to_bytes(lighthouse()).replace(b'"version": 2', b'"version": 1')
        for said, wanted in ((b"true", "seated"), (b"false", "standing")):
            old = raw.replace(b'"posture": "standing"', b'"seated": ' + said).replace(
                b'"posture": "walking"', b'"seated": ' + said
            ).replace(b'"posture": "kneeling"', b'"seated": ' + said)  # fmt: skip
            self.assertNotIn(b'"posture"', old)
            found = parse(old)
            self.assertEqual({setup.posture for setup in found.setups}, {wanted})
            self.assertEqual(found.version, 2)
            self.assertNotIn(b'"seated": ', to_bytes(found))
        self.assertEqual(parse(b'{"format": "equilix", "version": 1}').version, 2)


if __name__ == "__main__":
    unittest.main()
