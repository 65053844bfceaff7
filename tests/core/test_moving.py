"""A linkage that moves, held against MuJoCo, against elliptic integrals, and against its own energy."""

import math
import unittest

import mujoco
import numpy as np
from scipy.special import ellipk

from equilix.mechanics.linkage import Link, rates, turned_by
from equilix.mechanics.loads import Bed, Push, Spring
from equilix.mechanics.moving import Moving, Runaway
from equilix.mechanics.rotations import about_axis

G = 9.80665
X, Y, Z = np.eye(3)


def hinge(axis, point, mass, cg, inertia, friction=0.0, drag=0.0, spring=0.0, ends=(-math.inf, math.inf)):
    """A link that turns about an axis."""
    return Link(
        "hinge", np.array(point, float), mass, np.array(cg, float), np.diag(inertia).astype(float), axis,
        (friction,), (drag,), ends, spring,
    )  # fmt: skip


def pendulum(**more):
    """A rod of 1.2 kg whose centre of gravity is 0.2 m under a lateral axis."""
    return hinge(Y, (0, 0, 0), 1.2, (0, 0, -0.2), (0.01, 0.012, 0.004), **more)


GIMBAL = (
    hinge(Z, (0, 0, 0.2), 0.4, (-0.06, 0.01, 0.25), (2e-3, 2e-3, 1e-3)),
    hinge(X, (-0.15, 0, 0.35), 0.3, (-0.05, -0.09, 0.34), (1e-3, 2e-3, 2e-3)),
    hinge(Y, (0.01, -0.1, 0.35), 2.6, (0.035, 0.012, 0.357), (6e-3, 1.1e-2, 9e-3)),
)
"""Pan, roll and tilt, each a little off."""


def bodies_of(links, joints):
    """The same links as nested bodies of MuJoCo, each joint told by a text."""
    text = ""
    for link, joint in zip(links, joints, strict=True):
        at = " ".join(map(str, link.cg_m))
        size = " ".join(map(str, np.diag(link.inertia_kg_m2)))
        text += f"<body>{joint}<inertial pos='{at}' mass='{link.mass_kg}' diaginertia='{size}'/>"
    return text + "</body>" * len(links)


def joint_of(link):
    """A hinge of MuJoCo."""
    way, at = (" ".join(map(str, each)) for each in (link.axis, link.point_m))
    return f"<joint type='hinge' axis='{way}' pos='{at}'/>"


def other(bodies, more="", step=0.0002):
    """MuJoCo's model of them."""
    return mujoco.MjModel.from_xml_string(
        f"<mujoco><option gravity='0 0 {-G}' timestep='{step}' integrator='RK4'/><worldbody>{bodies}</worldbody>"
        f"{more}</mujoco>"
    )


class AgainstMuJoCo(unittest.TestCase):
    """A general-purpose engine for rigid bodies moves the same things the same way."""

    def test_gimbal_falls_as_mujocos(self) -> None:
        """Three nested hinges, let go from a crooked attitude: the same angles to 0.001° for 1.5 s."""
        start = (0.3, -0.2, 0.5)
        model = other(bodies_of(GIMBAL, [joint_of(link) for link in GIMBAL]))
        data = mujoco.MjData(model)
        data.qpos[:] = start
        mine = Moving(GIMBAL)
        mine.pose.angles_rad[:] = start
        mine.pose.turns[:] = [about_axis(link.axis, each) for link, each in zip(GIMBAL, start, strict=True)]
        for _ in range(15):
            mine.run(0.1, 1 / 240)
            for _ in range(500):
                mujoco.mj_step(model, data)
            np.testing.assert_allclose(mine.pose.angles_rad, data.qpos, atol=math.radians(1e-3))
            np.testing.assert_allclose(mine.speeds, data.qvel, atol=1e-4)

    def test_sled_spins_and_swings_as_mujocos(self) -> None:
        """A body on a ball joint with products of inertia, spun about its post: the same turn to 1e-5 after 2 s."""
        inertia = np.array(((0.4, 0.01, 0.03), (0.01, 0.42, -0.02), (0.03, -0.02, 0.05)))
        cg = np.array((0.002, -0.001, -0.012))
        sled = Link("ball", np.zeros(3), 9.0, cg, inertia, Z, (0.0,) * 3, (0.0,) * 3)
        full = " ".join(str(inertia[a, b]) for a, b in ((0, 0), (1, 1), (2, 2), (0, 1), (0, 2), (1, 2)))
        model = other(
            f"<body><joint type='ball' pos='0 0 0'/><inertial pos='{' '.join(map(str, cg))}' mass='9'"
            f" fullinertia='{full}'/></body>"
        )
        data = mujoco.MjData(model)
        data.qvel[:] = (0.2, -0.1, math.pi)
        mine = Moving([sled])
        mine.speeds[:] = (0.2, -0.1, math.pi)
        mine.run(2.0, 1 / 240)
        for _ in range(10_000):
            mujoco.mj_step(model, data)
        matrix = np.zeros(9)
        mujoco.mju_quat2Mat(matrix, data.qpos)
        np.testing.assert_allclose(mine.pose.turns[0], matrix.reshape(3, 3), atol=1e-5)

    def test_camera_on_a_sprung_line_as_mujocos(self) -> None:
        """Hung by an eyelet from a line that gives: swing, nod and bounce agree to a hundredth of a millimetre."""
        cg, eyelet, hook = (0.03, 0.01, 0.0), np.array((0.0, 0.0, 0.12)), np.array((0.0, 0.0, 0.92))
        body = Link("free", np.array(cg), 4.0, np.array(cg), np.diag((0.02, 0.03, 0.025)), Z, (0.0,) * 6, (0.0,) * 6)
        line = Spring(0, eyelet, hook, 300.0, 6.0, rest_m=0.7)
        model = other(
            "<site name='hook' pos='0 0 0.92'/><body><freejoint/>"
            f"<inertial pos='{' '.join(map(str, cg))}' mass='4' diaginertia='0.02 0.03 0.025'/>"
            "<site name='eyelet' pos='0 0 0.12'/></body>",
            "<tendon><spatial stiffness='300' damping='6' springlength='0.7'><site site='hook'/><site site='eyelet'/>"
            "</spatial></tendon>",
        )
        data = mujoco.MjData(model)
        mine = Moving([body], [line])
        mine.speeds[:3] = (0.3, 0.1, 0.0)
        data.qvel[:3] = (0.3, 0.1, 0.0)
        for _ in range(20):
            mine.run(0.1, 1 / 480)
            for _ in range(500):
                mujoco.mj_step(model, data)
            np.testing.assert_allclose(mine.frames[0].cg_m, data.xipos[1], atol=1e-5)


class Pendulums(unittest.TestCase):
    """One hinge: what is known of it in closed form."""

    def test_period_is_the_elliptic_integral(self) -> None:
        """Let go at 120°: back there after ``4 K(sin² 60°) √(I/(m g h))`` (elliptic integral; SciPy), to 0.01 %."""
        moving = Moving([pendulum()])
        start = math.radians(120.0)
        moving.pose.angles_rad[0], moving.pose.turns[0] = start, about_axis(Y, start)
        about = 0.012 + 1.2 * 0.2**2
        period = 4 * ellipk(math.sin(start / 2) ** 2) * math.sqrt(about / (1.2 * G * 0.2))
        crossed, before = [], start
        while len(crossed) < 2:
            moving.step(1 / 240)
            angle = moving.pose.angles_rad[0]
            if before > 0 >= angle:
                crossed.append(moving.time_s - 1 / 240 * angle / (angle - before))
            before = angle
        self.assertAlmostEqual(crossed[1] - crossed[0], period, delta=1e-4 * period)

    def test_friction_takes_as_much_from_each_swing(self) -> None:
        """Coulomb's friction: small swings lose ``4 f/(m g h)`` of amplitude a period (textbook), then it stands."""
        moving = Moving([pendulum(friction=0.02)])
        moving.pose.angles_rad[0], moving.pose.turns[0] = 0.2, about_axis(Y, 0.2)
        tops, before = [], 0.0
        for _ in range(240 * 20):
            moving.step(1 / 240)
            speed = float(moving.speeds[0])
            if before < 0 <= speed or (before < 0 and speed == 0):
                tops.append(moving.pose.angles_rad[0])
            before = speed
        stiffness = 1.2 * G * 0.2
        self.assertAlmostEqual(-0.2 + 2 * 0.02 / stiffness, tops[0], delta=3e-4)
        self.assertAlmostEqual(tops[1] - tops[0], 4 * 0.02 / stiffness, delta=3e-4)
        self.assertTrue(moving.still)
        self.assertLessEqual(abs(stiffness * math.sin(moving.pose.angles_rad[0])), 0.02)

    def test_what_friction_holds_does_not_creep(self) -> None:
        """Held by less than its friction, a joint stands where it is to the last digit; by more, it goes."""
        for torque, stays in ((0.0199, True), (0.0201, False)):
            angle = math.asin(torque / (1.2 * G * 0.2))
            moving = Moving([pendulum(friction=0.02)])
            moving.pose.angles_rad[0], moving.pose.turns[0] = angle, about_axis(Y, angle)
            moving.run(5.0, 1 / 60)
            with self.subTest(torque):
                self.assertEqual(moving.pose.angles_rad[0] == angle, stays)
                self.assertTrue(stays or moving.pose.angles_rad[0] < angle)

    def test_counterbalance_holds_at_every_angle(self) -> None:
        """A spring of ``m g h`` at 90° against a weight over the axis: nothing moves, wherever it is let go."""
        over = hinge(Y, (0, 0, 0), 5.0, (0, 0, 0.08), (0.05, 0.06, 0.03), spring=5.0 * G * 0.08)
        for angle in (-1.0, 0.4, 1.3):
            moving = Moving([over])
            moving.pose.angles_rad[0], moving.pose.turns[0] = angle, about_axis(Y, angle)
            self.assertAlmostEqual(float(moving.accelerations()[0]), 0.0, places=9)

    def test_stops_are_not_passed(self) -> None:
        """It falls against its stop, bounces a little, and rests there."""
        moving = Moving([pendulum(ends=(-0.3, 2.0))])
        moving.pose.angles_rad[0], moving.pose.turns[0] = 1.2, about_axis(Y, 1.2)
        least = 0.0
        for _ in range(240 * 30):
            moving.step(1 / 240)
            least = min(least, moving.pose.angles_rad[0])
        self.assertGreaterEqual(least, -0.3 - 1e-9)
        leaning = Moving([hinge(Y, (0, 0, 0), 1.0, (0, 0, 0.1), (0.01,) * 3, ends=(-0.5, 0.5))])
        leaning.speeds[0] = 0.1
        leaning.run(10.0, 1 / 240)
        self.assertAlmostEqual(leaning.pose.angles_rad[0], 0.5, places=9)
        self.assertTrue(leaning.still)

    def test_a_lock_holds_anything(self) -> None:
        """A locked axis stands, and the next one turns as on a fixed base."""
        moving = Moving(GIMBAL)
        moving.locked[:2] = True
        moving.run(0.5, 1 / 240)
        self.assertEqual(moving.pose.angles_rad[:2], [0.0, 0.0])
        alone = Moving(GIMBAL[2:])
        alone.run(0.5, 1 / 240)
        self.assertAlmostEqual(moving.pose.angles_rad[2], alone.pose.angles_rad[0], places=9)


class Accounts(unittest.TestCase):
    """What moves, what is stored and what was lost add up to what was there and what was given, to 0.1 %."""

    def closes(self, moving: Moving, seconds: float, step: float, scale_j: float) -> None:
        """The account closes while it runs."""
        begun = moving.energy().balance
        for _ in range(20):
            moving.run(seconds / 20, step)
            self.assertAlmostEqual(moving.energy().balance, begun, delta=1e-3 * scale_j)

    def test_gimbal_with_friction_and_stops(self) -> None:
        """Three axes with friction, drag and stops that are met."""
        rubbed = [
            Link(
                each.joint, each.point_m, each.mass_kg, each.cg_m, each.inertia_kg_m2, each.axis, (0.03,), (0.004,),
                ends,
            )
            for each, ends in zip(GIMBAL, ((-3, 3), (-0.5, 0.5), (-1.0, 1.0)), strict=True)
        ]  # fmt: skip
        moving = Moving(rubbed)
        moving.speeds[:] = (2.0, -3.0, 4.0)
        self.closes(moving, 5.0, 1 / 240, moving.energy().moving)
        self.assertGreater(moving.lost_j, 0.1)

    def test_a_push_is_paid_for(self) -> None:
        """A finger's work is in the account; so is what a hand pulls."""
        moving = Moving([pendulum(friction=0.01)], [Push(0, np.array((0.0, 0.0, -0.3)), np.array((1.5, 0.0, 0.0)))])
        self.closes(moving, 2.0, 1 / 240, 0.5)
        self.assertGreater(moving.given_j, 0.01)
        pulled = Spring(0, np.array((0.0, 0.0, -0.3)), np.array((0.2, 0.0, -0.2)), 60.0, 2.0, most_n=5.0, gives=True)
        self.closes(Moving([pendulum(friction=0.01)], [pulled]), 2.0, 1 / 240, 0.5)

    def test_bed_and_line(self) -> None:
        """A block that is dropped on a bed, and one that is dropped into a slack line: what they lose is accounted."""
        feet = np.array([(x, y, -0.05) for x in (-0.1, 0.1) for y in (-0.05, 0.05)])
        block = Link("free", np.zeros(3), 3.0, np.zeros(3), np.diag((0.01, 0.02, 0.02)), Z, (0.0,) * 6, (0.0,) * 6)
        dropped = Moving([block], [Bed(0, feet, -0.06, 8000.0, 60.0, 0.4)])
        self.closes(dropped, 1.0, 1 / 960, 3.0 * G * 0.01)
        self.assertLess(np.abs(dropped.speeds).max(), 1e-4)
        self.assertAlmostEqual(dropped.frames[0].cg_m[2], -0.01 - 3.0 * G / 4 / 8000.0, delta=1e-5)
        line = Spring(0, np.array((0.0, 0.0, 0.1)), np.array((0.0, 0.0, 0.6)), 2000.0, 20.0, rest_m=0.6, slack=True)
        self.closes(Moving([block], [line]), 2.0, 1 / 960, 3.0 * G * 0.1)


class Beds(unittest.TestCase):
    """What lies on something level."""

    def block(self, tall: float) -> Moving:
        """A block 0.2 m long, its centre of gravity so far over the bed and 0.06 m ahead of the middle."""
        feet = np.array([(x, y, -tall) for x in (-0.1, 0.1) for y in (-0.05, 0.05)])
        cg = np.array((0.06, 0.0, 0.0))
        link = Link("free", cg, 3.0, cg, np.diag((0.01, 0.01, 0.01)), Z, (0.0,) * 6, (0.0,) * 6)
        return Moving([link], [Bed(0, feet, -tall, 2e4, 120.0, 0.5)])

    def test_tips_over_the_edge_only_past_it(self) -> None:
        """Tilted about its front edge by less than ``atan(0.04/0.12)`` it comes back, by more it goes over."""
        limit = math.atan2(0.04, 0.12)
        for share, over in ((0.9, False), (1.1, True)):
            moving = self.block(0.12)
            turn, edge = about_axis(Y, share * limit), np.array((0.1, 0.0, -0.12))
            moving.pose.turns[0] = turn
            cg = edge + turn @ (np.array((0.06, 0.0, 0.0)) - edge)
            moving.pose.shifts_m[0] = cg - np.array((0.06, 0.0, 0.0))
            moving.loads[0].held_m[:] = np.array((0.1, 0.0))
            moving.run(0.45, 1 / 960)
            with self.subTest(share):
                self.assertEqual(float(moving.frames[0].turn[0, 2]) > math.sin(limit), over)

    def test_slides_when_pushed_beyond_its_grip(self) -> None:
        """0.45 of its weight does not move it, 0.55 of it does, at ``(0.55 − 0.5) g``."""
        for share in (0.45, 0.55):
            moving = self.block(0.02)
            moving.run(0.3, 1 / 960)
            moving.loads.append(Push(0, np.array((0.06, 0.0, -0.02)), np.array((-share * 3.0 * G, 0.0, 0.0))))
            moving.run(0.3, 1 / 960)
            begun = float(moving.speeds[0])
            moving.run(0.2, 1 / 960)
            gained = (begun - float(moving.speeds[0])) / 0.2
            with self.subTest(share):
                self.assertAlmostEqual(gained, 0.0 if share < 0.5 else 0.05 * G, delta=0.02)

    def test_spun_on_its_feet_it_is_braked(self) -> None:
        """Four feet at a radius r, a quarter of the weight each: ``µ m g r`` brakes the spin; nothing else turns."""
        feet = np.array([(x, y, -0.02) for x in (-0.1, 0.1) for y in (-0.1, 0.1)])
        link = Link("free", np.zeros(3), 3.0, np.zeros(3), np.diag((0.02, 0.02, 0.03)), Z, (0.0,) * 6, (0.0,) * 6)
        moving = Moving([link], [Bed(0, feet, -0.02, 2e4, 120.0, 0.4)])
        moving.run(0.2, 1 / 960)
        moving.speeds[5] = 12.0
        moving.run(0.02, 1 / 960)  # until all feet slip
        begun = float(moving.speeds[5])
        moving.run(0.03, 1 / 960)
        braked = (begun - float(moving.speeds[5])) / 0.03
        wanted = 0.4 * 3.0 * G * math.hypot(0.1, 0.1) / 0.03
        self.assertAlmostEqual(braked, wanted, delta=0.04 * wanted)
        self.assertLess(float(np.abs(moving.speeds[:5]).max()), 0.02)

    def test_too_stiff_for_its_step_is_said(self) -> None:
        """A spring that no step of a sixtieth can follow: said before anything is infinite."""
        link = Link("free", np.zeros(3), 1.0, np.zeros(3), np.eye(3) * 1e-3, Z, (0.0,) * 6, (0.0,) * 6)
        moving = Moving([link], [Spring(0, np.array((0.1, 0.0, 0.0)), np.array((0.1, 0.0, 0.01)), 1e9, 0.0)])
        with self.assertRaises(Runaway):
            moving.run(1.0, 1 / 60)
        self.assertTrue(np.isfinite(moving.speeds).all())


class Turning(unittest.TestCase):
    """The small steps of a turn."""

    def test_rate_of_a_rotation_vector(self) -> None:
        """Its rate leads where the body turns to: against a difference of rotations, to the fourth order."""
        link = Link("ball", np.zeros(3), 1.0, np.zeros(3), np.eye(3), Z, (0.0,) * 3, (0.0,) * 3)
        by, speed, h = np.array((0.03, -0.02, 0.04)), np.array((0.7, -1.1, 0.4)), 1e-5
        onward = turned_by(by) @ turned_by(h * speed)
        np.testing.assert_allclose(turned_by(by + h * rates([link], by, speed)), onward, atol=1e-9)
