"""What hangs from one point: harness and top handle."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from equilix.analysis import Analysis, analyse
from equilix.carry.conditions import Figure
from equilix.carry.hanging import attitude_rad
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import carrying, kit, rigging
from equilix.keys import ContactKey, hand_key
from equilix.kit.carriers import Harness as Line
from equilix.kit.parts import Anchor, Grip
from equilix.mechanics.vibration import natural_hz, transmissibility
from equilix.planner.schools import plans
from equilix.words.reading import read_out
from tests.core.builders import analysed, assert_in_equilibrium, box, document, free
from tests.told import told


def hung(x: float, y: float, z: float, carry: str = "harness") -> Document:
    """A box of 4 kg with its CG at (x, y, z) from an eyelet, or from a top handle."""
    tip = {
        "anchors": (Anchor(kind="eyelet", position_m=(0, 0, 0)),),
        "grips": (Grip(name="top", position_m=(0, 0, 0), axis=(1, 0, 0)),),
    }
    made = document([box("tip", 0.0001, (0.01,) * 3, **tip), box("load", 4.0)],
                    [free("tip", "tip"), free("load", "load", x, y, z)])  # fmt: skip
    return made.with_setup(made.setups[0].changed(carry=carry))


def landing(made: Document | None = None) -> Analysis:
    """The demo's harness rig."""
    made = made or lighthouse()
    return analyse(made, made.setups_by_id["boat-landing"])


class Equilibrium(unittest.TestCase):
    """A set spring, a taut line: whatever state is told is in equilibrium, moments and all."""

    def test_every_scene_and_setting(self) -> None:
        """Springs set too weak, right, too strong, and not set: harness and vest; and the other scenes as they are."""
        for setup in lighthouse().setups:
            for setting in (None, 0.0, 3.0, 5.0, 7.7, 12.0) if setup.carry in ("harness", "vest") else (None,):
                made = carrying.set_bearer(lighthouse(), setup.id, setting) if setting is not None else lighthouse()
                analysis = analyse(made, made.setups_by_id[setup.id])
                with self.subTest(setup.name, setting=setting):
                    self.assertFalse(analysis.holding.falls)
                    assert_in_equilibrium(analysis)

    def test_held_level_the_wrists_pay_for_it(self) -> None:
        """Half the nose-up moment each, by hand: the line is 38 mm in front of the CG, and carries what it is set to.

        About the middle of the hands: m g (x_h − x_cg) − L (x_h − x_line) is shared by the two wrists, less what their
        pair of forces gives; as one condition, the sum of the moments about the lateral axis through the CG is zero.
        """
        analysis = landing()
        hands = [c for c in analysis.holding.contacts if c.hand]
        line = analysis.holding.force_of(ContactKey("line"))[2]
        self.assertAlmostEqual(line, analysis.carried.borne_by(Line).lift_kg(3.0) * G, delta=1e-9)
        cg, eyelet = analysis.mass.cg_m, analysis.support.datum_m
        by_wrists = sum(c.moment_nm[1] for c in hands)
        by_hands = sum(-(c.point_m - cg)[0] * c.force_n[2] + (c.point_m - cg)[2] * c.force_n[0] for c in hands)
        self.assertAlmostEqual(by_wrists + by_hands - (eyelet - cg)[0] * line, 0.0, delta=1e-6)
        said = read_out(analysis)
        self.assertIn("Let go, the lens looks 16° up", told(said.rest))
        self.assertIn("To hold it level each wrist gives 2.0 N·m", told(said.cost))

    def test_where_it_hangs_level_nothing_is_said_of_wrists(self) -> None:
        """With the eyelet over the CG and the spring set right the hands only guide it."""
        made = next(iter(plans(lighthouse(), "boat-landing"))).apply(lighthouse())
        made = carrying.set_bearer(made, "boat-landing", 7.7)
        self.assertNotIn("wrist gives", told(read_out(landing(made)).cost))
        self.assertIn("only guide it", told(read_out(landing(made)).cost))


class Attitude(unittest.TestCase):
    """A hanging body turns until its CG is under the point (Archimedes)."""

    @given(x=st.floats(-0.1, 0.1), y=st.floats(-0.1, 0.1), z=st.floats(-0.3, -0.02))
    @settings(max_examples=60, deadline=None)
    def test_the_angles_bring_the_cg_under_the_point(self, x: float, y: float, z: float) -> None:
        """Rolled about the lens and then pitched, as right-handed turns, the CG is straight under the point."""
        analysis = analysed(hung(x, y, z))
        assert analysis.support is not None
        cg = analysis.mass.cg_m - analysis.support.datum_m
        pitch, roll = attitude_rad(analysis.carried, analysis.support)
        hangs = Rotation.from_rotvec((0, pitch, 0)) * Rotation.from_rotvec((roll, 0, 0))
        np.testing.assert_allclose(hangs.apply(cg), (0, 0, -np.linalg.norm(cg)), atol=1e-9)
        self.assertAlmostEqual(hangs.apply((1.0, 0.0, 0.0))[2], -np.sin(pitch), delta=1e-9)  # the lens's elevation

    def test_signs_in_words(self) -> None:
        """CG in front: nose-down. CG on the left: the left side goes down."""
        self.assertEqual(told(read_out(analysed(hung(0.05, 0, -0.1))).verdict), "Hangs nose-down.")
        self.assertEqual(told(read_out(analysed(hung(-0.05, 0, -0.1))).verdict), "Hangs nose-up.")
        self.assertIn("left side down", told(read_out(analysed(hung(0, 0.05, -0.1))).verdict))

    def test_tolerances(self) -> None:
        """3° on the harness, 2° by the top handle (common practice, no source)."""
        for carry, degrees in (("harness", 3.0), ("low", 2.0)):
            for factor, status in ((0.98, "rests"), (1.02, "leans")):
                x = 0.1 * math.tan(math.radians(degrees * factor))
                self.assertEqual(analysed(hung(x, 0, -0.1, carry)).status, status, (carry, factor))

    def test_above_the_point_it_turns_over(self) -> None:
        """An eyelet below the centre of gravity: said, with how far, and still analysed."""
        analysis = analysed(hung(0.0001, 0, 0.03))
        self.assertEqual(analysis.status, "falls")
        reading = read_out(analysis)
        self.assertEqual(told(reading.verdict), "Turns over.")
        self.assertIn("30 mm above the eyelet", told(reading.rest))


class Harness(unittest.TestCase):
    """Line, hands, boom, hips, bounce."""

    def test_a_spring_that_is_set_wrong_is_said(self) -> None:
        """Up to 3 N are left to the hands without a word, more is warned of with the way and the turns (practice).

        The line gives so many newtons a turn, so that the turns that are missing follow from what is left.
        """
        wanted = 7.72
        per_turn = self.left(6.0) / (wanted - 6.0)
        for newtons, said in ((2.9, ""), (3.1, "further"), (-2.9, ""), (-3.1, "back")):
            setting = wanted - newtons / per_turn
            self.assertAlmostEqual(self.left(setting), newtons, delta=0.05)
            warning = told(self.figure(setting).warning)
            self.assertEqual(bool(warning), bool(said), newtons)
            self.assertIn(said, warning)

    @staticmethod
    def figure(setting: float) -> Figure:
        """What is left for the hands with the line set so."""
        made = carrying.set_bearer(lighthouse(), "boat-landing", setting)
        found = analyse(made, made.setups_by_id["boat-landing"]).figures
        return next(each for each in found if each.key == "left_for_hands_n")

    def left(self, setting: float) -> float:
        """The same in newtons."""
        return self.figure(setting).value

    def test_forces_close(self) -> None:
        """Line and hands together bear the weight, whatever the spring is set to."""
        made = lighthouse()
        for turns in (None, 0.0, 3.0, 9.0):
            analysis = landing(carrying.set_bearer(made, "boat-landing", turns))
            total = sum((c.force_n for c in analysis.holding.contacts), np.zeros(3))
            np.testing.assert_allclose(total, (0, 0, analysis.weight_n), atol=1e-6)

    def test_set_too_high_pulls_up(self) -> None:
        """Lift above the weight: the hands hold it down, and the sentence says so."""
        analysis = landing(carrying.set_bearer(lighthouse(), "boat-landing", 10.0))
        left = next(f for f in analysis.figures if f.key == "left_for_hands_n")
        self.assertLess(left.value, 0)
        self.assertIn("hold down", told(left.said))
        self.assertLess(analysis.holding.force_of(hand_key("left"))[2], 0)

    def test_setting_is_capped_at_the_rating(self) -> None:
        """A spring cannot lift more than its maker's most."""
        analysis = landing(carrying.set_bearer(lighthouse(), "boat-landing", 50.0))
        self.assertAlmostEqual(next(f for f in analysis.figures if f.key == "lift_n").value, 7.0 * G, delta=1e-9)

    def test_boom_and_hips(self) -> None:
        """Moment of the boom = line × arm; hips = line + the harness's own weight."""
        made = carrying.set_bearer(lighthouse(), "boat-landing", None)
        analysis = landing(made)
        figures = {f.key: f.value for f in analysis.figures}
        line = analysis.holding.force_of(ContactKey("line"))[2]
        self.assertAlmostEqual(figures["lift_n"], line, delta=1e-9)
        self.assertAlmostEqual(figures["boom_moment_nm"], line * 0.40, delta=1e-6)
        self.assertAlmostEqual(figures["hip_load_n"], line + 3.10 * G, delta=1e-9)

    def test_bounce_with_and_without_a_spring(self) -> None:
        """A taut line passes all of a step; a soft spring arm in it takes some out, a stiff one makes it worse."""
        made = lighthouse()
        taut = landing(made)
        self.assertEqual(next(f for f in taut.figures if f.key == "transmissibility").value, 1.0)
        for stiffness, better in ((150.0, True), (1200.0, False)):
            carrier = made.parts_by_id["harness"].carrier
            assert carrier is not None
            sprung = kit.change_part(made, "harness", carrier=carrier.changed(stiffness_n_m=stiffness))
            found = next(f for f in landing(sprung).figures if f.key == "transmissibility")
            mass = landing(sprung).mass.mass_kg
            self.assertAlmostEqual(found.value, transmissibility(2.0, natural_hz(stiffness, mass), 0.15), delta=1e-12)
            self.assertEqual(found.value < 1.0, better)
            self.assertEqual(bool(told(found.warning)), not better)

    def test_eyelet_moves_in_its_holes(self) -> None:
        """The plan slides the eyelet by whole holes of 8 mm over the CG."""
        from equilix.planner.schools import plans

        plan = next(iter(plans(lighthouse(), "boat-landing")))
        self.assertTrue(plan.works)
        slide = plan.steps[0].apply(lighthouse(), "boat-landing").setups_by_id["boat-landing"].by_id["eyelet"].slide_m
        self.assertAlmostEqual(slide / 0.008, round(slide / 0.008), delta=1e-6)


class ByTheHandle(unittest.TestCase):
    """Carried low."""

    def test_the_hand_bears_all(self) -> None:
        """One hand, the whole weight, straight up."""
        made = lighthouse()
        analysis = analyse(made, made.setups_by_id["gallery"])
        np.testing.assert_allclose(analysis.holding.force_of(hand_key("right")), (0, 0, analysis.weight_n), atol=1e-6)

    def test_the_fingers_give_out_on_a_smooth_handle(self) -> None:
        """A heavy camera by a top handle tires the fingers first (common practice, no source)."""
        made = lighthouse()
        tired = analyse(made, made.setups_by_id["gallery"]).first_to_give_out
        assert tired is not None
        self.assertEqual(tired.joint, "grip")

    def test_needs_a_level_handle(self) -> None:
        """Without one, it says what is needed."""
        made = rigging.remove(lighthouse(), "gallery", "top-handle")
        reading = read_out(analyse(made, made.setups_by_id["gallery"]))
        self.assertEqual(told(reading.verdict), "Nothing carries it.")
        self.assertIn("a top handle", told(reading.rest))


if __name__ == "__main__":
    unittest.main()
