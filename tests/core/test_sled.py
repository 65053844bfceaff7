"""The sled: static, drop time, dynamic balance; the arm, the back, the hips."""

import math
import unittest
from unittest import mock

import mujoco
import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.carry.drop import drop
from equilix.carry.vest import products_kg_m2
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import carrying, kit, rigging
from equilix.guide.observing import read_seen
from equilix.keys import BalanceKey
from equilix.kit.carriers import SpringArm
from equilix.kit.parts import Anchor
from equilix.mechanics.mass_properties import inertia_about
from equilix.planner import schools
from equilix.planner.schools import plans
from equilix.rig.clearance import free_travel
from equilix.words.reading import read_out
from tests.core.builders import analysed, box, document, free
from tests.told import told


def causeway(made: Document | None = None) -> Analysis:
    """The demo's sled."""
    made = made or lighthouse()
    return analyse(made, made.setups_by_id["causeway"])


def dumbbell(x: float, z: float, own: float = 0.4) -> Document:
    """A post of 1 kg with 1 kg at (x, z) and 1 kg at (−x, −z), and 1 kg right below."""
    parts = [
        box("post", 1.0, (0.02, 0.02, own), anchors=(Anchor(kind="post", position_m=(0, 0, 0)),)),
        box("a", 1.0, (0.01, 0.01, 0.01)),
        box("b", 1.0, (0.01, 0.01, 0.01)),
        box("c", 1.0, (0.01, 0.01, 0.01)),
    ]
    placements = [free("post", "post"), free("a", "a", x, 0, z), free("b", "b", -x, 0, -z), free("c", "c", 0, 0, -0.05)]
    made = document(parts, placements)
    return made.with_setup(made.setups[0].changed(carry="vest"))


def dropped_in_engine(analysis: Analysis, axis: np.ndarray) -> float:
    """The time in s until the CG passes under a hinge, from level with it, integrated by a physics engine."""
    assert analysis.support is not None
    off = analysis.mass.cg_m - analysis.support.datum_m
    tensor = analysis.mass.inertia_kg_m2
    full = " ".join(f"{tensor[i, j]:.12g}" for i, j in ((0, 0), (1, 1), (2, 2), (0, 1), (0, 2), (1, 2)))
    model = mujoco.MjModel.from_xml_string(
        f"<mujoco><option gravity='0 0 {-G}' timestep='0.0002' integrator='RK4'/><worldbody><body>"
        f"<joint type='hinge' axis='{axis[0]} {axis[1]} {axis[2]}'/>"
        f"<inertial pos='{off[0]} {off[1]} {off[2]}' mass='{analysis.mass.mass_kg}' fullinertia='{full}'/>"
        "</body></worldbody></mujoco>"
    )
    data = mujoco.MjData(model)
    flat = off - (off @ axis) * axis  # turned about the axis until it lies level
    data.qpos[0] = -math.pi / 2 - math.atan2(float(np.cross(axis, (0, 0, -1.0)) @ flat), float(-flat[2]))
    rest = -math.atan2(float(np.cross(axis, (0, 0, -1.0)) @ flat), float(-flat[2]))
    while data.qpos[0] < rest:
        before, then = data.time, float(data.qpos[0])
        mujoco.mj_step(model, data)
    return float(before + (rest - then) / (data.qpos[0] - then) * (data.time - before))


class Products(unittest.TestCase):
    """Products of inertia carry the minus sign: I_xz = −∫ x z dm."""

    def test_two_points(self) -> None:
        """Two kilograms on a slanted line through the gimbal: −2 m x z, from the definition."""
        analysis = analysed(dumbbell(0.2, 0.3))
        assert analysis.support is not None
        ixz, iyz = products_kg_m2(analysis.carried, analysis.support)
        self.assertAlmostEqual(ixz, -2 * 0.2 * 0.3, delta=1e-12)
        self.assertAlmostEqual(iyz, 0.0, delta=1e-12)

    def test_rod_on_a_slant(self) -> None:
        """A thin rod of length L at angle θ to x: I_xz = −m L² sin θ cos θ / 12 (handbook, from memory)."""
        from equilix.rig.setups import Placement, Pose

        turn = math.radians(30)
        quaternion = (0.0, math.sin(-turn / 2), 0.0, math.cos(turn / 2))
        parts = [
            box("post", 1.0, (0.02, 0.02, 0.2), anchors=(Anchor(kind="post", position_m=(0, 0, 0)),)),
            box("rod", 0.6, (0.9, 0.0002, 0.0002)),
        ]
        rod = Placement(id="rod", part="rod", pose=Pose(position_m=(0, 0, 0), quaternion_xyzw=quaternion))
        made = document(parts, [free("post", "post"), rod])
        analysis = analysed(made.with_setup(made.setups[0].changed(carry="vest")))
        assert analysis.support is not None
        expected = -0.6 * 0.9**2 * math.sin(turn) * math.cos(turn) / 12
        self.assertAlmostEqual(products_kg_m2(analysis.carried, analysis.support)[0], expected, delta=1e-6)

    def test_condition_is_the_product_as_a_length(self) -> None:
        """Value = −I_xz/(m k), with k the radius of gyration about the axis square to it."""
        for made in (dumbbell(0.2, 0.3), lighthouse()):
            analysis = analysed(made) if made.setups[0].carry == "vest" else causeway(made)
            assert analysis.support is not None
            ixz, iyz = products_kg_m2(analysis.carried, analysis.support)
            inertia, mass = analysis.mass.inertia_kg_m2, analysis.mass.mass_kg
            for name, product, about in (("dynamic-fore-aft", ixz, 1), ("dynamic-sideways", iyz, 0)):
                scale = math.sqrt(inertia[about, about] / mass)
                condition = next(c for c in analysis.conditions if c.balance.key == name)
                self.assertAlmostEqual(condition.value_m, -product / (analysis.mass.mass_kg * scale), delta=1e-9)

    def test_wobble_moment(self) -> None:
        """Spun at ω the sled asks for ω² √(I_xz² + I_yz²): the moment of the centrifugal forces, part by part."""
        analysis = causeway()
        assert analysis.support is not None
        spin = math.pi
        r = analysis.assembly.cgs_m - analysis.support.datum_m
        outward = analysis.assembly.masses_kg[:, None] * r * (1, 1, 0) * spin**2
        by_parts = np.cross(r, outward).sum(axis=0)[:2]
        own = analysis.assembly.inertias_kg_m2.sum(axis=0)
        by_parts += spin**2 * np.array((own[1, 2], -own[0, 2]))
        wobble = next(f for f in analysis.figures if f.key == "wobble_nm").value
        self.assertAlmostEqual(float(np.linalg.norm(by_parts)), wobble, delta=1e-6)


class Balance(unittest.TestCase):
    """Static, drop time, dynamic."""

    def test_products_figure(self) -> None:
        """The products are those about the gimbal; the drop times have a test of their own."""
        analysis = causeway()
        figures = {f.key: f.value for f in analysis.figures}
        assert analysis.support is not None
        about = inertia_about(analysis.mass, analysis.support.datum_m)
        np.testing.assert_allclose(
            (figures["i_xz_kg_m2"], figures["i_yz_kg_m2"]), (about[0, 2], about[1, 2]), atol=1e-12
        )

    def test_each_way_of_dropping_against_a_physics_engine(self) -> None:
        """The demo's sled and random ones on a hinge about y, and about x, through the gimbal (MuJoCo, integrated).

        Let go with the CG level with the hinge, it passes its rest after the drop time of that way.
        """
        rng = np.random.default_rng(6)
        for number in range(5):
            made = lighthouse()
            if number:
                for key in ("arm-short", "battery-plate", "bridge"):
                    analysis = causeway(made)
                    travel = free_travel(analysis.assembly, key)
                    assert travel is not None
                    made = rigging.slide(made, "causeway", key, float(rng.uniform(travel.from_m, travel.to_m)))
            analysis = causeway(made)
            assert analysis.support is not None
            for way, axis in (("pitch", (0, 1, 0)), ("roll", (1, 0, 0))):
                dropped = drop(analysis.carried, analysis.support, way)
                with self.subTest(number=number, way=way):
                    found = dropped_in_engine(analysis, np.array(axis, dtype=float))
                    self.assertAlmostEqual(dropped.time_s / found, 1.0, delta=1e-3)
                    figure = next(f for f in analysis.figures if f.key == f"drop_time_{way}_s")
                    self.assertEqual(figure.value, dropped.time_s)

    def test_a_long_sled_drops_slower_the_long_way(self) -> None:
        """Battery and monitor far out fore and aft: dropped forward it takes longer than dropped sideways."""
        figures = {f.key: f.value for f in causeway().figures}
        self.assertGreater(figures["drop_time_pitch_s"], 1.02 * figures["drop_time_roll_s"])

    def test_which_way_it_was_dropped_is_said(self) -> None:
        """By the condition, and by what is typed: a time alone is of a drop forward, "sideways" of one sideways."""
        analysis = causeway()
        assert analysis.support is not None
        condition = next(c for c in analysis.conditions if c.balance.key == BalanceKey.DROP_TIME)
        self.assertIn("dropped forward", told(condition.sentence))
        for text, way in (("drop time 2.2 s", "pitch"), ("2.2 s sideways", "roll"), ("2.2 s to the left", "roll")):
            seen = read_seen(analysis, condition, text)
            below = float(analysis.support.datum_m[2] - condition.balance.datum_m[2]) - seen.value_m
            self.assertAlmostEqual(drop(analysis.carried, analysis.support, way).time_at_s(below), 2.2, delta=1e-9)

    def test_condition_holds_between_two_and_three_seconds(self) -> None:
        """Moving the gimbal along the post, the condition is met just where the drop time is 2 to 3 s."""
        made = lighthouse()
        for mm in range(-10, 40, 2):
            analysis = causeway(rigging.slide(made, "causeway", "sled-gimbal", mm / 1000))
            time = next(f for f in analysis.figures if f.key == "drop_time_pitch_s").value
            condition = next(c for c in analysis.conditions if c.balance.key == BalanceKey.DROP_TIME)
            if abs(time - 2.0) > 0.02 and abs(time - 3.0) > 0.02:
                self.assertEqual(condition.ok, 2.0 < time < 3.0, (mm, time, condition.value_m))

    def test_plan_makes_all_of_it_right(self) -> None:
        """One plan puts the CG on the post, the drop time between 2 and 3 s, and the products to rest."""
        plan = next(iter(plans(lighthouse(), "causeway")))
        self.assertTrue(plan.works)
        figures = {f.key: f.value for f in plan.after.figures}
        self.assertTrue(2.0 <= figures["drop_time_pitch_s"] <= 3.0)
        self.assertLess(abs(figures["off_post_x_m"]), 0.00101)
        before = next(f.value for f in plan.before.figures if f.key == "wobble_nm")
        self.assertLess(figures["wobble_nm"], before / 5)

    def test_far_off_it_takes_more_than_one_round(self) -> None:
        """Drop time and products are linear only nearby: from far off one plan misses, and the rounds get there."""
        made = lighthouse()
        for part, mass in (("prime-35", 1.473), ("boxy-body", 2.791), ("battery-146", 0.806), ("monitor-7", 0.7)):
            made = kit.change_part(made, part, mass_kg=mass)
        slides = {"sled-gimbal": -0.0790599, "arm-short": -0.0870887, "battery-plate": -0.0108145}
        for key, slide in slides.items():
            made = rigging.slide(made, "causeway", key, slide)
        made = rigging.extend(made, "causeway", "post", 0.12031209)
        with mock.patch.object(schools, "MOST_ROUNDS", 0):
            self.assertFalse(next(iter(plans(made, "causeway"))).works)
        self.assertTrue(next(iter(plans(made, "causeway"))).works)

    def test_top_heavy(self) -> None:
        """A gimbal clamped too low: it turns over, and no drop time is given."""
        made = rigging.slide(lighthouse(), "causeway", "sled-gimbal", -0.05)
        self.assertEqual(told(read_out(causeway(made)).verdict), "Turns over.")
        self.assertEqual(
            told(next(f for f in causeway(made).figures if f.key == "drop_time_pitch_s").said), "turns over"
        )
        self.assertEqual(causeway(made).status, "falls")

    def test_a_drop_time_that_no_height_reaches(self) -> None:
        """A huge sled: its shortest drop time is over 3 s, and that is said."""
        parts = [
            box("post", 1.0, (0.02, 0.02, 0.2), anchors=(Anchor(kind="post", position_m=(0, 0, 0)),)),
            box("top", 5.0, (0.1, 0.1, 0.1)),
            box("low", 5.0, (0.1, 0.1, 0.1)),
        ]
        made = document(parts, [free("post", "post"), free("top", "top", 0, 0, 9.9), free("low", "low", 0, 0, -9.92)])
        analysis = analysed(made.with_setup(made.setups[0].changed(carry="vest")))
        least = next(f.value for f in analysis.figures if f.key == "least_drop_time_pitch_s")
        self.assertGreater(least, 1.5)
        self.assertIn("Drop", told(analysis.figures[0].label))


class Arm(unittest.TestCase):
    """Lift, range, back and hips."""

    def test_two_point_calibration(self) -> None:
        """3 kg at 0 turns and 9 kg at 12: 6 kg floats at 6 turns, and what floats is what it lifts."""
        arm = SpringArm(most_kg=9.0, turns=(0.0, 12.0), lifts_kg=(3.0, 9.0))
        self.assertAlmostEqual(arm.turns_for(6.0), 6.0, delta=1e-12)
        self.assertAlmostEqual(arm.lift_kg(arm.turns_for(7.3)), 7.3, delta=1e-12)

    def test_what_is_left_for_the_hand(self) -> None:
        """Weight = lift + hand; set right, nothing is left."""
        analysis = causeway()
        figures = {f.key: f.value for f in analysis.figures}
        self.assertAlmostEqual(figures["lift_n"] + figures["left_for_hands_n"], analysis.weight_n, delta=1e-9)
        self.assertAlmostEqual(figures["lift_n"], 5.0 * G, delta=1e-9)
        held = sum(contact.force_n[2] for contact in analysis.holding.contacts)
        self.assertAlmostEqual(held, analysis.weight_n, delta=1e-6)
        made = carrying.set_bearer(lighthouse(), "causeway", figures["turns_wanted"])
        right = next(f for f in causeway(made).figures if f.key == "left_for_hands_n")
        self.assertAlmostEqual(right.value, 0.0, delta=1e-9)

    def test_over_the_range(self) -> None:
        """A camera too heavy for the arm: by how much, and what the nearest is."""
        made = kit.change_part(lighthouse(), "boxy-body", mass_kg=6.0)
        warning = told(next(f for f in causeway(made).figures if f.key == "rated_share").warning)
        self.assertIn("more than its maker allows", warning)
        self.assertIn("9.00 kg", warning)


if __name__ == "__main__":
    unittest.main()
