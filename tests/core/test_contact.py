"""Contact forces: equilibrium, symmetry, continuity, and a general-purpose optimiser as a second opinion."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import minimize

from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.edits import rigging
from equilix.keys import ContactKey, Side, hand_key
from equilix.mechanics.contact import Bearing, Hand, Lever, hold, skew
from tests.core.builders import analysed, balanced_on_pad


def corners(length: float = 0.12, width: float = 0.08) -> tuple[Bearing, ...]:
    """The corners of a pad around the origin."""
    return tuple(
        Bearing(
            ContactKey("pad", side, fore), np.array((sx * length / 2, sy * width / 2, 0.0)), np.array((0.0, 0.0, 1.0))
        )
        for fore, sx in (("front", 1), ("rear", -1))
        for side, sy in (("left", 1), ("right", -1))
    )


def plain_hand(side: Side, x: float, y: float, z: float = -0.1) -> Hand:
    """A hand without joints behind it."""
    return Hand(hand_key(side), np.array((x, y, z)), 60.0, ())


def residual(mass_kg: float, cg: np.ndarray, contacts: tuple) -> tuple[float, float]:
    """How far forces and moments are from equilibrium, N and N·m."""
    force = sum((c.force_n for c in contacts), np.zeros(3)) - (0, 0, mass_kg * G)
    moment = sum((np.cross(c.point_m - cg, c.force_n) for c in contacts), np.zeros(3))
    return float(np.abs(force).max()), float(np.abs(moment).max())


class Lever_(unittest.TestCase):  # noqa: N801 - Lever is the class under test
    """Archimedes, *On the Equilibrium of Planes*, book I, propositions 6 and 7: the law of the lever."""

    def test_two_supports_share_inversely_to_distance(self) -> None:
        """A weight at 1/4 of the way between two hands rests 3/4 on the nearer one."""
        hands = (plain_hand("left", 0.0, 0.2, 0.0), plain_hand("right", 0.0, -0.2, 0.0))
        held = hold(4.0, np.array((0.0, 0.1, -0.001)), (), hands)
        self.assertAlmostEqual(held.force_of(hand_key("left"))[2], 0.75 * 4.0 * G, places=4)
        self.assertAlmostEqual(held.force_of(hand_key("right"))[2], 0.25 * 4.0 * G, places=4)

    def test_a_cg_off_the_line_of_two_hands_cannot_be_held_by_points(self) -> None:
        """Two point hands bear no moment about the line between them: reported as falling, not as an error."""
        hands = (plain_hand("left", 0.0, 0.2, 0.0), plain_hand("right", 0.0, -0.2, 0.0))
        self.assertTrue(hold(4.0, np.array((0.1, 0.0, 0.0)), (), hands).falls)

    def test_nodding_about_the_front_edge(self) -> None:
        """A front-heavy rig on a frictionless-ish pad: the hands lift m g (x − edge)/a at the most, a from the edge."""
        x, edge, grip = 0.11, 0.06, 0.36
        hands = (plain_hand("left", grip, 0.15, 0.0), plain_hand("right", grip, -0.15, 0.0))
        held = hold(8.0, np.array((x, 0.0, 0.0)), corners(), hands)
        lift = held.force_of(hand_key("left"))[2] + held.force_of(hand_key("right"))[2]
        self.assertAlmostEqual(lift, 8.0 * G * (x - edge) / (grip - edge), places=5)


class Equilibrium(unittest.TestCase):
    """What must hold of every answer."""

    @settings(max_examples=60, deadline=None)
    @given(st.floats(-0.04, 0.3), st.floats(-0.06, 0.06), st.floats(0.0, 0.3), st.floats(1.0, 15.0))
    def test_closes_to_a_millionth(self, x: float, y: float, z: float, mass: float) -> None:
        """Forces close to 1e-6 N and moments to 1e-6 N·m; the pad pushes and stays inside its cone."""
        cg = np.array((x, y, z))
        levers = (Lever("shoulder", np.array((0.0, 0.3, 0.0)), 80.0, np.array((0.0, -5.0, 0.0))),)
        hands = (
            Hand(hand_key("left"), np.array((0.3, 0.15, -0.15)), 67.5, levers),
            plain_hand("right", 0.3, -0.15, -0.15),
        )
        held = hold(mass, cg, corners(), hands)
        self.assertFalse(held.falls)
        force, moment = residual(mass, cg, held.contacts)
        self.assertLess(force, 1e-6)
        self.assertLess(moment, 1e-6)
        for contact in held.contacts:
            if contact.key.kind == "pad":
                self.assertGreaterEqual(contact.force_n[2], -1e-6)
                self.assertLessEqual(np.hypot(*contact.force_n[:2]), 0.4 * contact.force_n[2] + 1e-6)

    def test_cg_just_over_the_hands(self) -> None:
        """Within a few bits of the line between the hands, on the pad's side, the rig is held, not said to fall."""
        levers = (Lever("shoulder", np.array((0.0, 0.3, 0.0)), 80.0, np.array((0.0, -5.0, 0.0))),)
        hands = (
            Hand(hand_key("left"), np.array((0.3, 0.15, -0.15)), 67.5, levers),
            plain_hand("right", 0.3, -0.15, -0.15),
        )
        for off in (0.0, 6e-17, 1e-15, 1e-12, 1e-9, 1e-6, 1e-3):
            for mass in (1.0, 2.0, 7.3, 15.0):
                cg = np.array((0.3 - off, 0.0, 0.0))
                held = hold(mass, cg, corners(), hands)
                self.assertFalse(held.falls, f"{off}, {mass} kg")
                self.assertLess(max(residual(mass, cg, held.contacts)), 1e-6)

    def test_symmetric_rig_symmetric_answer(self) -> None:
        """Left and right alike give mirrored hand forces."""
        hands = (plain_hand("left", 0.3, 0.15), plain_hand("right", 0.3, -0.15))
        held = hold(9.0, np.array((0.12, 0.0, 0.1)), corners(), hands)
        left, right = held.force_of(hand_key("left")), held.force_of(hand_key("right"))
        np.testing.assert_allclose(left, right * (1, -1, 1), atol=1e-6)

    def test_continuous_as_the_cg_moves(self) -> None:
        """A step of 0.1 mm never changes a hand's force by more than 0.5 N."""
        hands = (plain_hand("left", 0.3, 0.15), plain_hand("right", 0.3, -0.15))
        last = None
        for x in np.arange(-0.1, 0.2, 0.0001):
            now = hold(8.0, np.array((x, 0.01, 0.1)), corners(), hands).force_of(hand_key("left"))
            if last is not None:
                self.assertLess(np.abs(now - last).max(), 0.5, f"at x = {x:.4f}")
            last = now

    def test_over_the_pad_the_hands_bear_under_3_n(self) -> None:
        """With the CG over the pad each hand bears under 3 N, for real arms."""
        for x in (-0.03, 0.0, 0.03):
            analysis = analysed(balanced_on_pad(x))
            for side in ("left hand", "right hand"):
                self.assertLess(np.linalg.norm(analysis.holding.force_of(side)), 3.0)

    def test_no_hands_and_cg_outside_falls(self) -> None:
        """An impossible rig is reported as falling, not as an error."""
        self.assertTrue(hold(5.0, np.array((0.2, 0.0, 0.1)), corners(), ()).falls)
        self.assertFalse(hold(5.0, np.array((0.02, 0.01, 0.1)), corners(), ()).falls)
        self.assertTrue(hold(5.0, np.zeros(3), (), ()).falls)

    def test_pad_alone_shares_by_the_lever(self) -> None:
        """Without hands the front corners carry the share that the lever law gives them."""
        held = hold(6.0, np.array((0.03, 0.0, 0.0)), corners(), ())
        front = sum(held.force_of(ContactKey("pad", s, "front"))[2] for s in ("left", "right"))
        self.assertAlmostEqual(front, 6.0 * G * 0.75, places=5)

    def test_skew_is_the_cross_product(self) -> None:
        """skew(a) b = a × b."""
        a, b = np.array((1.0, -2.0, 0.5)), np.array((0.3, 0.7, -1.1))
        np.testing.assert_allclose(skew(a) @ b, np.cross(a, b), atol=1e-15)


class SecondOpinion(unittest.TestCase):
    """The same programme given to SciPy's general-purpose SLSQP."""

    def test_same_least_cost(self) -> None:
        """The cost that the solver reaches is not above SLSQP's, and the hand forces agree to 0.1 N."""
        cg, mass = np.array((0.13, 0.01, 0.1)), 8.0
        hands = (plain_hand("left", 0.32, 0.15), plain_hand("right", 0.28, -0.14))
        held = hold(mass, cg, corners(), hands)
        points = np.array([each.point_m for each in (*corners(), *hands)])

        def cost(u: np.ndarray) -> float:
            f = u.reshape(6, 3)
            return float((f[4:] ** 2).sum() / 60.0**2 + 1e-4 * (f[:4] ** 2).sum() / (mass * G) ** 2)

        def closes(u: np.ndarray) -> np.ndarray:
            f = u.reshape(6, 3)
            return np.concatenate((f.sum(axis=0) - (0, 0, mass * G), np.cross(points - cg, f).sum(axis=0)))

        mu = 0.4 / math.sqrt(2)

        def inside(u: np.ndarray) -> np.ndarray:
            f = u.reshape(6, 3)[:4]
            return np.concatenate((f[:, 2], mu * f[:, 2] - abs(f[:, 0]), mu * f[:, 2] - abs(f[:, 1])))

        start = np.tile((0.0, 0.0, mass * G / 6), 6)
        other = minimize(cost, start, constraints=({"type": "eq", "fun": closes}, {"type": "ineq", "fun": inside}),
                         method="SLSQP", options={"maxiter": 500, "ftol": 1e-12})  # fmt: skip
        ours = np.concatenate([c.force_n for c in held.contacts])
        self.assertLessEqual(cost(ours), cost(other.x) + 1e-6)
        np.testing.assert_allclose(ours.reshape(6, 3)[4:], other.x.reshape(6, 3)[4:], atol=0.1)


class Wrists(unittest.TestCase):
    """Hands that also bear moments."""

    def test_no_other_equilibrium_costs_less(self) -> None:
        """Along every direction that keeps the equilibrium, the cost of hands, wrists and joints only grows."""
        own = np.array((0.0, -6.0, 0.0))
        hands = tuple(
            Hand(
                f"{side} hand", np.array((0.02, y, -0.1)), 60.0,
                (Lever("shoulder", np.array((-0.35, y * 1.2, 0.15)), 80.0, own),), wrist_nm=12.0,
            )
            for side, y in (("left", 0.15), ("right", -0.13))
        )  # fmt: skip
        mass, cg = 5.0, np.array((0.05, 0.01, 0.0))
        held = hold(mass, cg, (), hands)
        found = np.concatenate([np.concatenate((c.force_n, c.moment_nm)) for c in held.contacts])

        def cost(u: np.ndarray) -> float:
            total = 0.0
            for hand, part in zip(hands, u.reshape(2, 6), strict=True):
                lever = hand.levers[0]
                joint = lever.own_moment_nm + np.cross(hand.point_m - lever.point_m, part[:3]) + part[3:]
                total += float((part[:3] ** 2).sum() / 60.0**2 + (part[3:] ** 2).sum() / 12.0**2)
                total += float((joint**2).sum() / 80.0**2)
            return total

        closes = np.hstack(
            [np.block([[np.eye(3), np.zeros((3, 3))], [skew(hand.point_m - cg), np.eye(3)]]) for hand in hands]
        )
        np.testing.assert_allclose(closes @ found, (0, 0, mass * G, 0, 0, 0), atol=1e-6)
        free = np.linalg.svd(closes)[2][6:]
        for direction in free:
            for step in (0.05, -0.05):
                self.assertGreater(cost(found + step * direction), cost(found))


class Drawn(unittest.TestCase):
    """Moving the camera along its slide moves the force that the hands give, the right way."""

    def test_sliding_back_unloads_the_hands(self) -> None:
        """Each 10 mm back, the hands lift less, until they only guide."""
        from equilix.demo import lighthouse

        made, last = lighthouse(), math.inf
        for mm in range(90, -60, -10):
            made = rigging.slide(made, "lamp-room", "bridge", mm / 1000)
            lift = sum(analysed(made).holding.force_of(hand_key(side))[2] for side in ("left", "right"))
            self.assertLessEqual(lift, last + 1e-9)
            last = lift
        self.assertLess(last, 1.0)


if __name__ == "__main__":
    unittest.main()
