"""The shoulder's conditions, the reading in words, and the aim curve."""

import math
import unittest

import numpy as np

from equilix.analysis import analyse
from equilix.body.operators import Strength
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.document import empty
from equilix.edits import kit, rigging
from equilix.keys import hand_key
from equilix.rig.setups import Placement
from equilix.words.reading import CAUTION, CAUTION_LONG, read_out, sureness, whereabouts
from tests.core.builders import PERSON, analysed, balanced_on_pad, box, document, free, padded
from tests.told import told


class Conditions(unittest.TestCase):
    """Fore-aft and sideways over the pad; 10 mm inside its edge (common practice, no source)."""

    def test_values_and_signs(self) -> None:
        """Positive is in front of, and left of, the middle of the pad."""
        analysis = analysed(balanced_on_pad(0.030, -0.012))
        fore, side = analysis.conditions
        self.assertAlmostEqual(fore.value_m, 0.030, delta=1e-9)
        self.assertAlmostEqual(side.value_m, -0.012, delta=1e-9)
        self.assertIn("in front of", told(fore.sentence))
        self.assertIn("right of", told(side.sentence))

    def test_tolerance_is_the_pad_less_10_mm(self) -> None:
        """A 120 × 80 mm pad leaves ±50 and ±30 mm; between that and the edge it wants to go, beyond it falls."""
        for x, status in (
            (0.0, "rests"),
            (0.0499, "rests"),
            (0.0501, "leans"),
            (0.0599, "leans"),
            (0.0601, "falls"),
            (-0.0601, "falls"),
        ):
            with self.subTest(x):
                self.assertEqual(analysed(balanced_on_pad(x)).status, status)
        for y, status in ((0.0299, "rests"), (0.0301, "leans"), (0.0401, "falls")):
            with self.subTest(y):
                self.assertEqual(analysed(balanced_on_pad(0.0, y)).status, status)

    def test_counterweight_formula(self) -> None:
        """m_c = m (x_cg − x_t)/(x_t − x_c): hung at x_c it brings the CG to x_t (law of the lever)."""
        mass, cg, target, at = 8.0, 0.11, 0.02, -0.35
        weight = mass * (cg - target) / (target - at)
        made = balanced_on_pad(cg, mass_kg=mass)
        made = made.changed(parts=(*made.parts, box("weight", weight)))
        setup = made.setups[0]
        made = made.with_setup(setup.changed(placements=(*setup.placements, free("w", "weight", at))))
        self.assertAlmostEqual(analysed(made).conditions[0].value_m, target, delta=1e-9)

    def test_slide_formula(self) -> None:
        """Δ = −m (x_cg − x_t)/m_s slides a subtree of mass m_s so that the CG comes to x_t; cables would give."""
        made = lighthouse()
        made = made.with_setup(made.setups[0].changed(cables=()))
        before = analyse(made, made.setups[0])
        sub = before.assembly.mass_properties(made.setups[0].subtree("bridge")).mass_kg
        delta = -before.mass.mass_kg * (before.conditions[0].value_m - 0.02) / sub
        moved = rigging.slide(made, "lamp-room", "bridge", made.setups[0].by_id["bridge"].slide_m + delta)
        self.assertAlmostEqual(analysed(moved).conditions[0].value_m, 0.02, delta=1e-6)

    def test_moments_of_the_parts_add_up(self) -> None:
        """Σ of the parts' forward moments is weight times the offset of the CG."""
        analysis = analysed(lighthouse())
        expected = analysis.weight_n * analysis.conditions[0].value_m
        self.assertAlmostEqual(float(analysis.moments_nm.sum()), expected, places=9)

    def test_image_plane_mark(self) -> None:
        """The CG is also given from the mark on the body: 18 mm behind the lens mount, on its top."""
        made = lighthouse()
        analysis = analysed(made)
        mark, mount = analysis.image_plane_m, analysis.assembly.to_rig("lens", (0, 0, 0))
        assert mark is not None
        self.assertAlmostEqual(mount[0] - mark[0], 0.018, places=9)
        self.assertIn("From the image-plane mark", told(whereabouts(analysis)))
        self.assertAlmostEqual(float(analysis.doubt_shares.sum()), 1.0, places=12)
        self.assertEqual(told(whereabouts(analysed(balanced_on_pad(0.0)))), "")

    def test_doubt_comes_from_the_unweighed_lens(self) -> None:
        """The demo's zoom is only estimated: it makes most of the haze, and weighing it makes the haze smaller."""
        made = lighthouse()
        before = analysed(made)
        assert before.suspect is not None
        self.assertEqual(before.suspect[0].id, "zoom-28-80")
        after = analysed(kit.change_part(made, "zoom-28-80", mass_how="weighed"))
        self.assertLess(after.cg_sd_m[0], before.cg_sd_m[0])
        said, todo = (told(each) for each in sureness(before))
        self.assertIn("28–80 zoom", said)
        self.assertIn("Weigh it", todo)


class AimCurve(unittest.TestCase):
    """Residual moment over the aim angle."""

    def test_closed_form(self) -> None:
        """M(θ) = m g (x cos θ − z sin θ), about the middle of the pad."""
        analysis = analysed(balanced_on_pad(0.04))
        assert analysis.support is not None
        x, _, z = analysis.mass.cg_m - analysis.support.datum_m
        for degrees in (-60, -20, 0, 35, 60):
            angle = math.radians(degrees)
            expected = 8.0 * G * (x * math.cos(angle) - z * math.sin(angle))
            self.assertAlmostEqual(float(analysis.aim_curve(np.array([angle]))[0]), expected, places=9)

    def test_same_as_turning_the_rig(self) -> None:
        """Turning the free parts about the pad's middle gives the moment of the curve."""
        analysis = analysed(balanced_on_pad(0.05))
        assert analysis.support is not None
        from scipy.spatial.transform import Rotation

        up = Rotation.from_rotvec((0, -0.5, 0))  # +y turns the front down, so the lens goes up by −y
        cg = up.apply(analysis.mass.cg_m - analysis.support.datum_m)
        self.assertAlmostEqual(float(analysis.aim_curve(np.array([0.5]))[0]), 8.0 * G * cg[0], places=9)

    def test_a_high_cg_falls_back_when_the_lens_looks_up(self) -> None:
        """Top-heavy: the curve falls with the aim."""
        curve = analysed(balanced_on_pad(0.0)).aim_curve(np.linspace(-1, 1, 21))
        self.assertTrue((np.diff(curve) < 0).all())


class Words(unittest.TestCase):
    """One sentence for what it would do, one for what it costs."""

    def test_each_way_to_fall_has_its_word(self) -> None:
        """Forward, backward, left, right."""
        for x, y, word in ((0.1, 0, "forward"), (-0.1, 0, "backward"), (0, 0.1, "left"), (0, -0.1, "right")):
            with self.subTest(word):
                self.assertIn(word, told(read_out(analysed(balanced_on_pad(x, y))).verdict))

    def test_balanced(self) -> None:
        """A balanced rig rests, and the hands only guide it."""
        reading = read_out(analysed(balanced_on_pad(0.01)))
        self.assertEqual(told(reading.verdict), "Rests level.")
        self.assertIn("only guide", told(reading.cost))

    def test_demo_falls_forward_and_the_hands_lift(self) -> None:
        """The demo says so in one sentence with the moment, the lift and the time."""
        text = told(read_out(analysed(lighthouse())).said)
        self.assertRegex(
            text, r"Falls forward\. \d+\.\d N·m past the edge .* Each hand lifts 5\.0 N to 5\.9 N; .* about \d+ min\."
        )

    def test_us_units(self) -> None:
        """The same in inches and pounds."""
        text = told(read_out(analysed(lighthouse())).said, "us")
        self.assertIn("lbf·ft", text)
        self.assertIn("lbf;", text)

    def test_nothing_and_no_pad(self) -> None:
        """An empty rig says how to begin; a rig without a pad says what it needs."""
        made, _ = kit.add_setup(empty(), "x")
        self.assertIn("mat", told(read_out(analysed(made)).said))
        bare = document([box("b", 1.0)], [Placement(id="b", part="b")])
        self.assertIn("shoulder pad", told(read_out(analysed(bare)).said))

    def test_no_hands_and_out_of_reach(self) -> None:
        """No grips, and grips too far away, are said in words; the rig is still analysed."""
        bare = read_out(analysed(balanced_on_pad(0.1, hands=False)))
        self.assertIn("needs a grip", told(bare.cost))
        base = padded("base", 1.0)
        far = base.changed(grips=tuple(g.changed(position_m=(1.5, g.position_m[1], 0)) for g in base.grips))
        made = document([far, box("load", 5.0)], [Placement(id="base", part="base"), free("load", "load", 0.3)])
        analysis = analysed(made)
        self.assertIn("out of reach", told(read_out(analysis).cost))
        self.assertTrue(analysis.holding.falls)

    def test_too_heavy_for_the_arms(self) -> None:
        """What is beyond an operator's strength is said, not given minutes."""
        made = balanced_on_pad(0.3, mass_kg=150.0)
        self.assertRegex(told(read_out(analysed(made)).cost), r"that is \d\d\d% of what the \w+ \w+ can hold")

    def test_one_arm(self) -> None:
        """With both arms injured nothing holds a front-heavy rig, and nothing raises."""
        hurt = PERSON.changed(strength=Strength(elbow_nm=0.0))
        made = balanced_on_pad(0.1)
        made = made.changed(operators=(hurt,))
        self.assertTrue(analysed(made).holding.falls)

    def test_never_the_word(self) -> None:
        """No sentence of the program calls anything safe; the caution stands with doctor and maker."""
        for x in (0.0, 0.055, 0.2):
            self.assertNotIn("safe", told(read_out(analysed(balanced_on_pad(x))).said).lower())
        for text in (told(CAUTION), told(CAUTION_LONG)):
            self.assertNotIn("safe", text.lower())
        for word in ("Pain means stop", "doctor", "maker", "rules"):
            self.assertIn(word, told(CAUTION_LONG))

    def test_the_slight_operator_tires_sooner(self) -> None:
        """The same rig on the other demo operator."""
        made = lighthouse()
        tall = analysed(made).first_to_give_out
        slight = analysed(kit.choose_operator(made, "lamp-room", "slight")).first_to_give_out
        assert tall is not None and slight is not None
        self.assertLess(slight.endurance_s, tall.endurance_s)

    def test_left_shouldered(self) -> None:
        """On the left shoulder of a symmetric rig the hands' forces are mirrored."""
        made = balanced_on_pad(0.12)
        left = made.changed(operators=(PERSON.changed(shoulder="left"),))
        a, b = analysed(made).holding, analysed(left).holding
        np.testing.assert_allclose(a.force_of(hand_key("left")), b.force_of(hand_key("right")) * (1, -1, 1), atol=1e-6)


if __name__ == "__main__":
    unittest.main()
