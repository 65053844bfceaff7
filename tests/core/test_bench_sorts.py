"""What scales, edges, strings and watches should say of a rigid body, against sources and other derivations."""

import math
import unittest

import numpy as np
from scipy.integrate import solve_ivp
from scipy.spatial.transform import Rotation

from equilix.analysis import analyse
from equilix.bench.sorts import predicted, slope
from equilix.bench.subjects import Subject, as_built, part_alone, reading
from equilix.bench.whole import properties, whole_of
from equilix.carry.drop import drop
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.demo import lighthouse
from equilix.kit.measured import Measured
from equilix.mechanics.plumb import hung_from_two
from equilix.mechanics.weighing import height_from_tilt, two_supports

DEMO = lighthouse()


def data_of(subject: Subject) -> np.ndarray:
    """The data of its parts ``(k, 4)``."""
    bodies = [DEMO.parts_by_id[each].body() for each in subject.parts]
    return np.array([[body.mass_kg, *body.cg_m] for body in bodies])


def said(measured: Measured, subject: Subject) -> float:
    """What a reading should say with the data as they are."""
    return predicted(measured, whole_of(measured, DEMO.parts_by_id, subject.parts).at(data_of(subject)))


class OneBody(unittest.TestCase):
    """The whole out of its parts."""

    def test_as_the_analysis_has_it(self) -> None:
        """Mass, CG and inertia of every setup, with its cables, drawn out and bent: to rounding."""
        for setup in DEMO.setups:
            analysis = analyse(DEMO, setup)
            subject = as_built(analysis.assembly)
            whole = whole_of(reading(subject, "mass"), DEMO.parts_by_id, subject.parts)
            found = properties(whole.at(data_of(subject)))
            self.assertAlmostEqual(found.mass_kg, analysis.mass.mass_kg, places=9)
            np.testing.assert_allclose(found.cg_m, analysis.mass.cg_m, atol=1e-9, err_msg=setup.name)
            np.testing.assert_allclose(found.inertia_kg_m2, analysis.mass.inertia_kg_m2, atol=1e-9, err_msg=setup.name)

    def test_some_of_what_is_on_it(self) -> None:
        """The placements that are named, as the analysis puts them together."""
        analysis = analyse(DEMO, DEMO.setups_by_id["lamp-room"])
        ids = ("body", "lens", "top-handle")
        subject = as_built(analysis.assembly, ids, "camera")
        self.assertEqual((subject.what, len(subject.pieces)), ("camera", 3))
        whole = whole_of(reading(subject, "mass"), DEMO.parts_by_id, subject.parts)
        wanted = analysis.assembly.mass_properties(ids)
        found = properties(whole.at(data_of(subject)))
        self.assertAlmostEqual(found.mass_kg, wanted.mass_kg)
        np.testing.assert_allclose(found.cg_m, wanted.cg_m, atol=1e-9)

    def test_slopes(self) -> None:
        """How each reading goes with each mass and CG: against differences of the whole way."""
        subject = as_built(analyse(DEMO, DEMO.setups_by_id["causeway"]).assembly)
        data, step = data_of(subject), 1e-6
        for measured in every_sort(subject):
            whole = whole_of(measured, DEMO.parts_by_id, subject.parts)
            found = np.einsum("w,wkc->kc", slope(measured, whole.at(data)), whole.slopes(data))
            for k in range(len(subject.parts)):
                for column in range(4):
                    more = np.zeros_like(data)
                    more[k, column] = step
                    wanted = predicted(measured, whole.at(data + more)) - predicted(measured, whole.at(data - more))
                    self.assertAlmostEqual(found[k, column], wanted / (2 * step), places=5, msg=measured.sort)


def every_sort(subject: Subject) -> tuple[Measured, ...]:
    """A reading of each sort."""
    high = (0.02, 0.01, 0.5)
    return (
        reading(subject, "mass"),
        reading(subject, "support", axis="x", at_m=0.3, other_m=-0.2),
        reading(subject, "support", axis="x", at_m=0.3, other_m=-0.2, tilt_rad=0.4, point_m=(0.0, 0.0, -0.1)),
        reading(subject, "support", axis="z", at_m=0.3, other_m=-0.2),
        *(reading(subject, "balance", axis=axis) for axis in ("x", "y", "z")),
        reading(subject, "hang", axis="y", point_m=high),
        reading(subject, "hang", axis="x", point_m=high),
        reading(subject, "drop", axis="y", point_m=high),
        reading(subject, "drop", axis="x", point_m=high),
        reading(subject, "turning", axis="z", wire_m=1.2, apart_m=0.3),
        reading(subject, "torque", axis="y", point_m=high, tilt_rad=0.3),
        reading(subject, "torque", axis="x", point_m=high, tilt_rad=-0.3),
    )


class AgainstSources(unittest.TestCase):
    """Each sort by itself."""

    def setUp(self) -> None:
        self.analysis = analyse(DEMO, DEMO.setups_by_id["causeway"])
        self.subject = as_built(self.analysis.assembly)
        self.mass, self.cg = self.analysis.mass.mass_kg, self.analysis.mass.cg_m

    def say(self, sort: str, **more: object) -> float:
        """What a reading should say of the rig of the causeway."""
        return said(reading(self.subject, sort, **more), self.subject)  # type: ignore[arg-type]

    def test_two_supports(self) -> None:
        """The beam on two supports: both readings give mass and balance back (mechanics/weighing.py)."""
        ends = (0.4, -0.3)
        both = [self.say("support", axis="x", at_m=a, other_m=b) for a, b in (ends, ends[::-1])]
        found = two_supports((both[0], both[1]), ends)
        self.assertAlmostEqual(found.mass_kg, self.mass)
        self.assertAlmostEqual(found.place_m, float(self.cg[0]))

    def test_on_its_side(self) -> None:
        """Supports across give the place sideways, and lying down the height."""
        for axis, k in (("y", 1), ("z", 2)):
            both = [self.say("support", axis=axis, at_m=a, other_m=-a) for a in (0.2, -0.2)]
            self.assertAlmostEqual(two_supports((both[0], both[1]), (0.2, -0.2)).place_m, float(self.cg[k]))

    def test_tilted(self) -> None:
        """CG height from the same supports tilted, and the axle-lift formula of ISO 10392:2011 (from memory).

        ``z = z_hub + ℓ (m_r' − m_r) / (m tan θ)``: the front end is lifted by θ, the rear axle takes m_r' instead of
        m_r, the wheelbase is ℓ.
        """
        front, rear, under, tilt = 0.4, -0.3, -0.15, math.radians(20)
        point = (0.0, 0.0, under)

        def both(by: float) -> tuple[float, float]:
            first = self.say("support", axis="x", at_m=front, other_m=rear, tilt_rad=by, point_m=point)
            return first, self.say("support", axis="x", at_m=rear, other_m=front, tilt_rad=by, point_m=point)

        level, tilted = both(0.0), both(tilt)
        found = height_from_tilt(two_supports(level, (front, rear)), tilted, (front, rear), tilt)
        self.assertAlmostEqual(under + found.place_m, float(self.cg[2]))
        axle_lift = under + (front - rear) * (tilted[1] - level[1]) / (self.mass * math.tan(tilt))
        self.assertAlmostEqual(axle_lift, float(self.cg[2]))
        self.assertGreater(tilted[1], level[1])  # what is high comes back when the nose goes up

    def test_two_hangs(self) -> None:
        """The plumb lines from two points cross in the CG (mechanics/plumb.py)."""
        points = ((0.1, 0.3), (-0.2, 0.25))
        tilts = [self.say("hang", axis="y", point_m=(x, 0.0, z)) for x, z in points]
        found = hung_from_two(points, (tilts[0], tilts[1]))
        np.testing.assert_allclose(found.place_m, self.cg[[0, 2]], atol=1e-9)
        self.assertGreater(self.say("hang", axis="y", point_m=(float(self.cg[0]) - 0.01, 0, 0.5)), 0.0)  # nose down

    def test_drop(self) -> None:
        """As the way of carrying has it, forward and sideways."""
        support = self.analysis.support
        assert support is not None
        point = tuple(support.datum_m.tolist())
        for axis, way in (("y", "pitch"), ("x", "roll")):
            wanted = drop(self.analysis.carried, support, way).time_s  # type: ignore[arg-type]
            self.assertAlmostEqual(self.say("drop", axis=axis, point_m=point), wanted, places=9)

    def test_two_wires(self) -> None:
        """A bifilar pendulum let swing: its energy integrated numerically gives the same period at small angles.

        Two wires L apart d: turned by θ the body rises by ``L − √(L² − d² sin² θ/2)``. And the textbook's formula
        ``I = m g d² T² / (16 π² L)`` gives the inertia back.
        """
        long, apart = 1.1, 0.35
        period = self.say("turning", axis="z", wire_m=long, apart_m=apart)
        inertia, weight = float(self.analysis.mass.inertia_kg_m2[2, 2]), self.mass * STANDARD_GRAVITY_M_S2
        self.assertAlmostEqual(weight * apart**2 * period**2 / (16 * math.pi**2 * long), inertia, places=9)

        def swing(_t: float, state: np.ndarray) -> list[float]:
            angle, rate = state
            under = math.sqrt(long**2 - (apart * math.sin(angle / 2)) ** 2)
            return [rate, -weight * apart**2 * math.sin(angle) / (4 * under) / inertia]

        def crosses(_t: float, state: np.ndarray) -> float:
            return float(state[0])

        crosses.direction = -1  # type: ignore[attr-defined]
        ran = solve_ivp(swing, (0, 3 * period), (0.02, 0.0), events=crosses, rtol=1e-9, atol=1e-12)
        first, second = ran.t_events[0][:2]
        self.assertAlmostEqual(second - first, period, delta=2e-4 * period)

    def test_motor(self) -> None:
        """The moment about the axis at any tilt: weight at the turned CG, by a general library's rotations."""
        point = np.array((0.03, -0.01, 0.2))
        for tilt in (-0.7, 0.0, 0.5):
            turned = Rotation.from_rotvec((0, -tilt, 0)).apply(self.cg - point)
            moment = np.cross(turned, (0, 0, -self.mass * STANDARD_GRAVITY_M_S2))
            found = self.say("torque", axis="y", point_m=tuple(point.tolist()), tilt_rad=tilt)
            self.assertAlmostEqual(found, float(moment[1]), places=9)
            turned = Rotation.from_rotvec((tilt, 0, 0)).apply(self.cg - point)
            moment = np.cross(turned, (0, 0, -self.mass * STANDARD_GRAVITY_M_S2))
            found = self.say("torque", axis="x", point_m=tuple(point.tolist()), tilt_rad=tilt)
            self.assertAlmostEqual(found, -float(moment[0]), places=9)

    def test_a_part_alone(self) -> None:
        """In its own frame: its mass, where it balances, how it hangs."""
        part = DEMO.parts_by_id["battery-98"]
        subject = part_alone(DEMO, part.id)
        self.assertEqual(said(reading(subject, "mass"), subject), part.mass_kg)
        self.assertAlmostEqual(said(reading(subject, "balance", axis="z"), subject), float(part.body().cg_m[2]))


if __name__ == "__main__":
    unittest.main()
