"""The gimbal: hold torques against the cross product and a rigid-body engine, balance, power, room, cables."""

import math
import unittest

import mujoco
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.spatial.transform import Rotation

from equilix.analysis import Analysis, analyse
from equilix.carry.axes import axes_of, down_with_tip, stages_of
from equilix.carry.gimbal import crossings
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import carrying, kit, rigging
from equilix.mechanics.joints import Stage, gravity_torques_nm, power_w
from equilix.rig.setups import Pose
from equilix.rig.sweep import swing
from tests.core.builders import analysed, box, document, free
from tests.told import told

DOWN = np.array((0.0, 0.0, -1.0))
PAN, ROLL, TILT = np.eye(3)[[2, 0, 1]]


def stairs(made: Document | None = None) -> Analysis:
    """The demo's gimbal."""
    made = made or lighthouse()
    return analyse(made, made.setups_by_id["stairs"])


def random_chain(rng: np.random.Generator) -> tuple[Stage, ...]:
    """Pan, roll, tilt with random points, masses and CGs."""
    return tuple(
        Stage(axis, rng.uniform(-0.2, 0.2, 3), float(rng.uniform(0.2, 3.0)), rng.uniform(-0.3, 0.3, 3))
        for axis in (PAN, ROLL, TILT)
    )


class Statics(unittest.TestCase):
    """Torque of gravity about nested axes: a · Σ (r − p) × m g."""

    def test_one_axis_in_closed_form(self) -> None:
        """A mass dx in front of and dz above a tilt axis, tilted nose-down by φ: m g (dx cos φ + dz sin φ)."""
        stage = Stage(TILT, np.zeros(3), 2.0, np.array((0.03, 0.01, 0.02)))
        turns = np.linspace(-1.5, 1.5, 13)
        found = gravity_torques_nm((stage,), turns[:, None], DOWN)[:, 0]
        np.testing.assert_allclose(found, 2.0 * G * (0.03 * np.cos(turns) + 0.02 * np.sin(turns)), atol=1e-12)

    def test_cross_product_at_random_attitudes(self) -> None:
        """The same by SciPy's rotations, one part after the other."""
        rng = np.random.default_rng(3)
        for _ in range(40):
            stages, angles = random_chain(rng), rng.uniform(-2, 2, 3)
            down = down_with_tip(float(rng.uniform(-0.8, 0.8)), float(rng.uniform(0, 6.2)))
            found = gravity_torques_nm(stages, angles[None], down)[0]
            turned, moved, places = Rotation.identity(), np.zeros(3), []
            axes, points = [], []
            for stage, angle in zip(stages, angles, strict=True):
                axes.append(turned.apply(stage.axis))
                points.append(moved + turned.apply(stage.point_m))
                turned = turned * Rotation.from_rotvec(stage.axis * angle)
                moved = points[-1] - turned.apply(stage.point_m)
                places.append(moved + turned.apply(stage.cg_m))
            for k in range(3):
                pull = sum(
                    np.cross(places[i] - points[k], stages[i].mass_kg * G * down) for i in range(k, 3)
                )  # fmt: skip
                self.assertAlmostEqual(float(axes[k] @ pull), float(found[k]), delta=1e-9)

    def test_against_a_rigid_body_engine(self) -> None:
        """MuJoCo's bias force at rest is the torque that holds the chain still: opposite to gravity's."""
        rng = np.random.default_rng(7)
        for _ in range(12):
            stages, angles = random_chain(rng), rng.uniform(-1.5, 1.5, 3)
            bodies, close, origin = "", "", np.zeros(3)
            for k, stage in enumerate(stages):
                at, cg = stage.point_m - origin, stage.cg_m - stage.point_m
                origin = stage.point_m
                bodies += (
                    f"<body pos='{at[0]} {at[1]} {at[2]}'><joint name='j{k}' type='hinge' "
                    f"axis='{stage.axis[0]} {stage.axis[1]} {stage.axis[2]}'/>"
                    f"<inertial pos='{cg[0]} {cg[1]} {cg[2]}' mass='{stage.mass_kg}' diaginertia='.01 .01 .01'/>"
                )
                close += "</body>"
            down = down_with_tip(0.4, 1.0)
            pull = down * G
            model = mujoco.MjModel.from_xml_string(
                f"<mujoco><option gravity='{pull[0]} {pull[1]} {pull[2]}'/><worldbody>{bodies}{close}"
                "</worldbody></mujoco>"
            )
            data = mujoco.MjData(model)
            data.qpos[:] = angles
            mujoco.mj_forward(model, data)
            found = gravity_torques_nm(stages, angles[None], down)[0]
            np.testing.assert_allclose(-np.array(data.qfrc_bias), found, atol=1e-9)

    def test_pan_shows_only_when_tipped(self) -> None:
        """With the handle upright no weight turns the pan axis, however far off it is (common practice, no source)."""
        stage = Stage(PAN, np.zeros(3), 3.0, np.array((0.1, 0.05, 0.2)))
        upright, tipped = (
            float(gravity_torques_nm((stage,), np.zeros((1, 1)), down)[0, 0]) for down in (DOWN, down_with_tip(0.35))
        )
        self.assertAlmostEqual(upright, 0.0, delta=1e-12)
        self.assertAlmostEqual(tipped, -3.0 * G * 0.05 * math.sin(0.35), delta=1e-9)

    def test_power(self) -> None:
        """P = P₀ + Σ (τ/K_m)²: 0.3 N·m on a motor of 0.15 N·m/√W takes 4 W."""
        watts = power_w(6.0, np.array([[0.3, 0.0, 0.15]]), np.array((0.15, 0.15, 0.15)))
        self.assertAlmostEqual(float(watts[0]), 6.0 + 4.0 + 1.0, delta=1e-12)


class Rig(unittest.TestCase):
    """The demo's gimbal, as a tree of parts."""

    def test_axes(self) -> None:
        """Pan up, roll forward, tilt to the left, nested in that order; each carries the next."""
        axes = axes_of(stairs().assembly)
        self.assertEqual([axis.joint.name for axis in axes], ["pan", "roll", "tilt"])
        for axis, way in zip(axes, (PAN, ROLL, TILT), strict=True):
            np.testing.assert_allclose(axis.direction, way, atol=1e-9)
        self.assertTrue(set(axes[2].members) < set(axes[1].members) < set(axes[0].members))

    def test_stages_add_up(self) -> None:
        """The stages' own masses make what turns on the outermost axis."""
        analysis = stairs()
        axes = axes_of(analysis.assembly)
        total = sum(stage.mass_kg for stage in stages_of(analysis.assembly, axes))
        self.assertAlmostEqual(total, analysis.assembly.mass_properties(axes[0].members).mass_kg, delta=1e-12)

    def test_conditions_say_the_torque(self) -> None:
        """Level, the tilt motor holds what the fore-aft condition says, and the tolerance is 10 % of its rating."""
        analysis = stairs()
        fore = analysis.conditions[0]
        rating = analysis.drives.axes[2].joint.torque_nm
        weight = analysis.assembly.mass_properties(analysis.drives.axes[2].members).mass_kg * G
        self.assertAlmostEqual(-analysis.drives.level_nm()[2], fore.value_m * weight, delta=1e-9)
        self.assertAlmostEqual(fore.balance.tolerance_m * weight, 0.1 * rating, delta=1e-9)
        self.assertAlmostEqual(fore.balance.effort_per_m * fore.balance.tolerance_m, 0.1, delta=1e-12)

    def test_turned_attitude_is_the_same_rig(self) -> None:
        """Tilting the drawing by 30° moves the hold torque to where the attitude 0, 0, 30° had it."""
        made = lighthouse()
        before = stairs(made).drives.hold_nm(np.array([[0.0, 0.0, math.radians(30)]]), down_with_tip(0))[0]
        turned = rigging.turn(made, "stairs", "gimbal-cradle", math.radians(30))
        np.testing.assert_allclose(stairs(turned).drives.level_nm(), before, atol=1e-9)
        for old, new in zip(stairs(made).conditions[:2], stairs(turned).conditions[:2], strict=True):
            self.assertAlmostEqual(old.value_m, new.value_m, delta=1e-9)  # balance does not depend on where it points

    def test_underslung(self) -> None:
        """Turned over, the camera stays upright, the handle is above, and tilt and roll balance as before."""
        made = lighthouse()
        over = carrying.turn_gimbal_over(made, "stairs")
        up, under = stairs(made), stairs(over)
        body = under.assembly.index["body"]
        np.testing.assert_allclose(under.assembly.rotations[body], np.eye(3), atol=1e-6)
        self.assertLess(under.assembly.cgs_m[body, 2], under.assembly.cgs_m[under.assembly.index["gimbal"], 2])
        for name in ("tilt-fore-aft", "tilt-vertical"):
            was, now = (next(c for c in each.conditions if c.balance.key == name) for each in (up, under))
            self.assertAlmostEqual(was.value_m, now.value_m, delta=1e-6)
        self.assertEqual(carrying.turn_gimbal_over(over, "stairs").setups_by_id["stairs"].by_id["gimbal"].pose, Pose())

    def test_working_range_and_map(self) -> None:
        """The map's middle is the level attitude; the worst over the range is not below it."""
        drives = stairs().drives
        level = (np.abs(drives.level_nm()) / drives.ratings_nm).max()
        middle = drives.map_share(np.array((-0.2, 0.0, 0.2)), np.array((-0.1, 0.0, 0.1)))[1, 1]
        self.assertAlmostEqual(float(middle), float(level), delta=1e-12)
        self.assertTrue((np.abs(drives.working_nm).max(axis=0) >= np.abs(drives.level_nm()) - 1e-12).all())

    def test_balanced_runs_longer(self) -> None:
        """Carrying the guided balance out brings the power down towards that of the electronics alone."""
        from equilix.planner.schools import plans

        made = lighthouse()
        plan = next(iter(plans(made, "stairs")))
        before, after = ({f.key: f.value for f in each.figures} for each in (plan.before, plan.after))
        self.assertLess(after["power_w"], before["power_w"])
        self.assertGreater(after["run_time_s"], before["run_time_s"])
        self.assertLess(after["power_w"], 13.0)

    def test_too_heavy_is_said(self) -> None:
        """A payload over the maker's rating, with what it may be."""
        made = kit.change_part(lighthouse(), "small-body", mass_kg=4.5)
        figure = next(f for f in stairs(made).figures if f.key == "payload_kg")
        self.assertIn("more than its maker allows", told(figure.warning))

    def test_cables(self) -> None:
        """A cable from the handle to the camera crosses all three axes; one on the camera none."""
        made = carrying.add_cable(lighthouse(), "stairs", "short cable", "lens", "body")
        analysis = stairs(made)
        found = crossings(analysis.carried, analysis.drives)
        self.assertEqual({name: len(cables) for name, cables in found.items()}, {"pan": 2, "roll": 2, "tilt": 2})
        warning = told(next(f for f in analysis.figures if f.key == "tilt_cables").warning)
        self.assertIn("One cable at most", warning)

    def test_stiff_cables(self) -> None:
        """By hand: Σ N·m/rad times the farther end of the axis's range; above a tenth of the motor it is warned of."""
        made = lighthouse()
        setup = made.setups_by_id["stairs"]
        one = tuple(cable for cable in setup.cables if cable.id == "power")
        for stiffness, warned in ((0.01, False), (0.6, True)):
            cables = tuple(cable.changed(stiffness_nm_per_rad=stiffness) for cable in one)
            analysis = stairs(made.with_setup(setup.changed(cables=cables)))
            by_key = {figure.key: figure for figure in analysis.figures}
            for axis in analysis.drives.axes:
                far = max(abs(axis.joint.from_rad), abs(axis.joint.to_rad))
                key = axis.joint.name
                self.assertAlmostEqual(by_key[f"{key}_cable_nm"].value, stiffness * far, delta=1e-12)
                self.assertEqual(bool(by_key[f"{key}_cables"].warning), warned, key)


class Room(unittest.TestCase):
    """What the swinging load strikes."""

    def post(self, x: float) -> Document:
        """A 200 mm beam that turns about y at the origin, and a post behind it at x."""
        parts = [box("beam", 1.0, (0.2, 0.02, 0.02)), box("post", 1.0, (0.02, 0.02, 0.3))]
        return document(parts, [free("beam", "beam"), free("post", "post", x)])

    def test_radius(self) -> None:
        """The beam's corner is √(100² + 10²) = 100.5 mm from the axis: a post at 120 mm leaves 9.5 mm."""
        found = swing(analysed(self.post(-0.12)).assembly, TILT, np.zeros(3), ["beam"], -1.2, 1.2)
        assert found is not None
        self.assertIsNone(found.strikes_rad)
        self.assertAlmostEqual(found.radius_m, math.hypot(0.1, 0.01), delta=1e-12)
        self.assertAlmostEqual(found.room_m, 0.11 - math.hypot(0.1, 0.01), delta=1e-12)
        self.assertEqual((found.turning, found.standing), ("beam", "post"))

    @given(height=st.floats(0.03, 0.09))
    @settings(max_examples=30, deadline=None)
    def test_angle_at_which_it_strikes(self, height: float) -> None:
        """A thin bar above a thin beam is struck when the beam has risen to its near end: atan(height/reach)."""
        parts = [box("beam", 1.0, (0.2, 0.02, 0.0002)), box("bar", 1.0, (0.01, 0.02, 0.0002))]
        reach = math.sqrt(0.1**2 - height**2) - 0.006
        made = document(parts, [free("beam", "beam"), free("bar", "bar", reach, 0.0, height)])
        found = swing(analysed(made).assembly, TILT, np.zeros(3), ["beam"], -1.5, 1.5)
        assert found is not None and found.strikes_rad is not None
        self.assertAlmostEqual(abs(found.strikes_rad), math.atan2(height, reach + 0.005), delta=math.radians(1))
        self.assertLess(found.strikes_rad, 0)  # the front rises: nose-up is a negative turn about +y

    def test_the_same_about_the_opposite_axis(self) -> None:
        """About −y every angle has the other sign, and an uneven range is turned round with it."""
        parts = [box("beam", 1.0, (0.2, 0.02, 0.01)), box("bar", 1.0, (0.01, 0.02, 0.01))]
        made = document(parts, [free("beam", "beam"), free("bar", "bar", 0.08, 0.0, 0.05)])
        assembly = analysed(made).assembly
        one = swing(assembly, TILT, np.zeros(3), ["beam"], -1.5, 0.1)
        other = swing(assembly, -TILT, np.zeros(3), ["beam"], -0.1, 1.5)
        assert one is not None and other is not None and one.strikes_rad is not None and other.strikes_rad is not None
        self.assertAlmostEqual(one.strikes_rad, -other.strikes_rad, delta=1e-12)
        barred = swing(assembly, -TILT, np.zeros(3), ["beam"], -1.5, 0.1)
        self.assertTrue(barred is None or barred.strikes_rad is None)  # that way its front goes down

    def test_beside_is_not_in_the_way(self) -> None:
        """What stands outside the width of the load is not struck."""
        parts = [box("beam", 1.0, (0.2, 0.02, 0.02)), box("post", 1.0, (0.02, 0.02, 0.3))]
        made = document(parts, [free("beam", "beam"), free("post", "post", -0.08, 0.1)])
        self.assertIsNone(swing(analysed(made).assembly, TILT, np.zeros(3), ["beam"], -1.2, 1.2))

    def test_demo_says_which_part(self) -> None:
        """The lens strikes the pan arm when the gimbal tilts far, and both are named."""
        warning = told(next(f for f in stairs().figures if f.key == "tilt_room_m").warning)
        self.assertIn("24–70 zoom", warning)
        self.assertIn("gimbal pan arm", warning)


if __name__ == "__main__":
    unittest.main()
