"""One free body of a worn vest or harness: hips, lower back, plates and lean come from it and close."""

import itertools
import math
import unittest

import mujoco
import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.body.whole import ON_UPPER_BODY, WORN, l5_point, upper_body
from equilix.carry.worn import Frame
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import carrying, kit
from equilix.fit.fit import Fit
from equilix.kit.carriers import Harness, SpringArm
from tests.told import told

RIGS = (("causeway", 4.0), ("causeway", None), ("boat-landing", 3.0), ("boat-landing", None))
"""Demo rigs on a vest and on a harness, with their spring set and made to float."""


def rig(key: str, setting: float | None, made: Document | None = None) -> Analysis:
    """One of them."""
    made = carrying.set_bearer(made or lighthouse(), key, setting)
    return analyse(made, made.setups_by_id[key])


def frame_of(analysis: Analysis) -> Frame:
    """What is worn under it."""
    found = Fit(analysis).worn
    assert found is not None
    return found


def figures(analysis: Analysis) -> dict[str, float]:
    """Its figures by key."""
    return {figure.key: figure.value for figure in analysis.figures}


def engine_back_nm(fit: Fit) -> float:
    """Forward moment that a hinge at L5/S1 must give to hold all that is above it, by a general physics engine.

    Body segments and what the frame lifts are masses on the hinged trunk; the hands' forces act where they do.
    """
    found, spine = fit.analysis, fit.spine
    assert found.stance is not None and spine is not None
    masses, centres = upper_body(found.operator, found.stance, fit.arms)
    lifted = [(push.point_m, -push.force_n[2] / G) for push in frame_of(found).weights]
    bodies = "".join(
        f"<body pos='{x} {y} {z}'><inertial pos='0 0 0' mass='{kg}' diaginertia='1e-9 1e-9 1e-9'/></body>"
        for (x, y, z), kg in [
            *zip(centres - spine.point_m, masses, strict=True),
            *((point - spine.point_m, kg) for point, kg in lifted),
        ]
    )
    model = mujoco.MjModel.from_xml_string(
        f"<mujoco><compiler boundmass='1e-12' boundinertia='1e-12'/><option gravity='0 0 {-G}'/><worldbody>"
        f"<body name='trunk'><joint type='hinge' axis='0 1 0'/>"
        f"<inertial pos='0 0 0' mass='1e-9' diaginertia='1e-9 1e-9 1e-9'/>{bodies}</body></worldbody></mujoco>"
    )
    data = mujoco.MjData(model)
    data.qpos[0] = fit.lean_rad
    mujoco.mj_kinematics(model, data)
    mujoco.mj_comPos(model, data)
    given = np.zeros(model.nv)
    turn = data.xmat[1].reshape(3, 3)
    for push in fit.pushes:
        if push.on in ON_UPPER_BODY:
            point = turn @ (push.point_m - spine.point_m)
            mujoco.mj_applyFT(model, data, push.force_n, push.moment_nm, point, 1, given)
    mujoco.mj_inverse(model, data)
    return float(data.qfrc_inverse[0] - given[0])


class FreeBody(unittest.TestCase):
    """Rig, frame, pelvis, trunk: every figure of them is the same free body."""

    def test_one_lever(self) -> None:
        """The rig hangs as far in front of L5/S1 as arm and boom say, in the figures as in the drawing."""
        for (key, setting), gap in zip(RIGS, (0.45 + 0.20, 0.45 + 0.20, 0.40, 0.40), strict=True):
            found = rig(key, setting)
            assert found.stance is not None and found.support is not None
            drawn = float((found.support.datum_m - l5_point(found.operator, found.stance))[0])
            self.assertAlmostEqual(drawn, gap, delta=1e-12, msg=key)
            arm = found.carried.borne_by(SpringArm)
            own = 0.0 if arm is None else arm.arm_kg * G * (arm.reach_m / 2 + 0.20)
            told = figures(found)
            self.assertAlmostEqual(frame_of(found).forward_nm, told["lift_n"] * gap + own, delta=1e-6)
            shown = told["trunk_moment_nm" if key == "causeway" else "boom_moment_nm"]
            self.assertAlmostEqual(shown, frame_of(found).forward_nm, delta=1e-9)

    def test_weight_is_borne_once(self) -> None:
        """What the hips bear is the lift and the gear; the spine bears the rest and its own, and nothing twice."""
        for key, setting in RIGS:
            found = rig(key, setting)
            fit = Fit(found)
            assert found.carried.bearer is not None and found.stance is not None and fit.spine is not None
            told = figures(found)
            self.assertAlmostEqual(told["hip_load_n"], told["lift_n"] + found.carried.bearer.mass_kg * G, delta=1e-9)
            self.assertAlmostEqual(fit.flow_n[WORN], told["lift_n"], delta=1e-9)
            self.assertAlmostEqual(sum(fit.flow_n.values()), found.weight_n, delta=1e-6)
            own = float(upper_body(found.operator, found.stance, fit.arms)[0].sum()) * G
            through = fit.spine.compression_n - fit.spine.size_nm / 0.05
            self.assertAlmostEqual(through, own + found.weight_n - told["lift_n"], delta=1e-6, msg=key)

    def test_plates_give_the_couple(self) -> None:
        """Two level pushes, a plate's height apart, give all of the moment that the arm has about the lower back."""
        found = rig("causeway", 4.0)
        arm = found.carried.borne_by(SpringArm)
        assert arm is not None
        told = figures(found)
        self.assertAlmostEqual(told["plates_n"] * arm.plates_m, told["trunk_moment_nm"], delta=1e-9)

    def test_lower_back_against_a_physics_engine(self) -> None:
        """The moment of the muscles at L5/S1, leaning back, as a general physics engine finds it."""
        for key, setting in RIGS:
            fit = Fit(rig(key, setting))
            assert fit.spine is not None
            self.assertAlmostEqual(float(fit.spine.moment_nm[1]), engine_back_nm(fit), delta=1e-6, msg=key)

    def test_lean_brings_all_of_it_over_the_feet(self) -> None:
        """Turned back by it about the ankles, body, gear and rig have no moment about them."""
        for key, setting in RIGS:
            found = rig(key, setting)
            assert found.carried.bearer is not None and found.support is not None and found.stance is not None
            person, carrier = found.operator, found.carried.bearer.carrier
            l5 = l5_point(person, found.stance)
            ground = float(found.stance.shoulders_m["left"][2]) - 0.818 * person.stature_m
            # a vest's rig hangs as it will, its CG under the gimbal; one on a harness is held level
            forward = (found.mass.cg_m if key == "boat-landing" else found.support.datum_m)[0]
            up = float(found.mass.cg_m[2]) - ground
            rows = [(found.mass.mass_kg, forward - l5[0], up), (person.mass_kg, 0.0, 0.55 * person.stature_m)]
            gear = found.carried.bearer.mass_kg
            if isinstance(carrier, SpringArm):
                height = float(found.support.datum_m[2]) - ground
                rows.append((carrier.arm_kg, carrier.reach_m / 2 + 0.20, height))
                gear -= carrier.arm_kg
            rows.append((gear, 0.0, 0.72 * person.stature_m))
            back = figures(found)["lean_back_rad"]
            left = sum(kg * (x * math.cos(back) - z * math.sin(back)) for kg, x, z in rows)
            self.assertAlmostEqual(left, 0.0, delta=1e-6, msg=key)
            self.assertTrue(0 < back < math.radians(10))
            self.assertAlmostEqual(Fit(found).lean_rad, -back, delta=1e-12)

    def test_the_back_is_one_effort(self) -> None:
        """The effort of the back is the moment at L5/S1, on the harness as on the vest."""
        for key, setting in RIGS:
            found = rig(key, setting)
            fit = Fit(found)
            trunk = next(effort for effort in found.efforts if effort.joint == "trunk")
            assert fit.spine is not None
            self.assertAlmostEqual(trunk.load, fit.spine.size_nm, delta=1e-9)
        warning = told(
            next(figure for figure in rig("causeway", 4.0).figures if figure.key == "trunk_moment_nm").warning
        )
        self.assertIn("doctor", warning)

    def test_longer_arm_and_boom_weigh_more(self) -> None:
        """Further in front is harder on the back and asks for more lean; under a vest the hips bear the same."""
        for key in ("causeway", "boat-landing"):
            found = []
            for length in (0.30, 0.38, 0.44):
                made = lighthouse()
                part = made.setups_by_id[key].borne_by or ""
                carrier = made.parts_by_id[part].carrier
                assert isinstance(carrier, SpringArm | Harness)
                name = "reach_m" if isinstance(carrier, SpringArm) else "boom_m"
                made = kit.change_part(made, part, carrier=carrier.changed(**{name: length}))
                told = rig(key, None, made)
                worn = frame_of(told)
                found.append((worn.forward_nm, worn.lean_rad, worn.hips_n))
            for before, after in itertools.pairwise(found):
                self.assertGreater(after[0], before[0])
                self.assertGreater(after[1], before[1])
                if key == "causeway":  # on a taut line that is held level, the hands' share changes with the gap
                    self.assertAlmostEqual(after[2], before[2], delta=1e-6)


if __name__ == "__main__":
    unittest.main()
