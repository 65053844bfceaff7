"""Screening, lifting and fatigue against their published examples and against each other."""

import itertools
import math
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from equilix.body.endurance import POWER_LAW, endurance_s, rohmert_min
from equilix.body.fatigue import PARAMETERS, fatigued_after, hold_s, rest_allowance
from equilix.body.lifting import Lift, frequency_factor
from equilix.body.screening import (
    Posture,
    lower_arm_score,
    neck_score,
    raised_arm_s,
    rula,
    table_a,
    table_b,
    table_c,
    trunk_score,
    upper_arm_score,
    wrist_score,
)

IN, LB = 0.0254, 0.45359237


class Lifting(unittest.TestCase):
    """Waters, Putz-Anderson & Garg, *Applications Manual for the Revised NIOSH Lifting Equation*, 1994."""

    def test_loading_punch_press_stock(self) -> None:
        """44 lb, H 23, V 15 to 64, D 49 in, fair, ≤ 0.2/min: RWL 16.3 lb, and 14.5 lb there (from memory).

        The manual works in US units and rounds every factor upwards to two digits; 6 % covers that.
        """
        origin = Lift(23 * IN, 15 * IN, 49 * IN, coupling="fair")
        there = Lift(23 * IN, 64 * IN, 49 * IN, coupling="fair")
        self.assertAlmostEqual(origin.recommended_kg / LB, 16.3, delta=0.06 * 16.3)
        self.assertAlmostEqual(there.recommended_kg / LB, 14.5, delta=0.06 * 14.5)
        self.assertAlmostEqual(origin.index(44 * LB), 2.7, delta=0.2)
        self.assertAlmostEqual(there.index(44 * LB), 3.0, delta=0.25)

    def test_loading_bags_into_a_hopper(self) -> None:
        """40 lb, H 18 in, V 15 in, D 21 in, asymmetry 45°, fair coupling: RWL 18.9 lb, index 2.1 (from memory)."""
        lift = Lift(18 * IN, 15 * IN, 21 * IN, 45, coupling="fair")
        self.assertAlmostEqual(lift.recommended_kg / LB, 18.9, delta=0.06 * 18.9)
        self.assertAlmostEqual(lift.index(40 * LB), 2.1, delta=0.15)

    def test_load_constant(self) -> None:
        """The best lift there is: 23 kg."""
        self.assertAlmostEqual(Lift(0.25, 0.75, 0.25, coupling="good").recommended_kg, 23.0, delta=1e-9)

    def test_single_factors(self) -> None:
        """25/H, 1 − 0.003|V − 75|, 0.82 + 4.5/D, 1 − 0.0032 A with centimetres and degrees."""
        base = 23.0
        self.assertAlmostEqual(Lift(0.50, 0.75, 0.25, coupling="good").recommended_kg, base * 0.5, delta=1e-9)
        self.assertAlmostEqual(Lift(0.25, 0.15, 0.25, coupling="good").recommended_kg, base * 0.82, delta=1e-9)
        self.assertAlmostEqual(Lift(0.25, 0.75, 0.90, coupling="good").recommended_kg, base * 0.87, delta=1e-9)
        self.assertAlmostEqual(Lift(0.25, 0.75, 0.25, 90, coupling="good").recommended_kg, base * 0.712, delta=1e-9)

    def test_limits(self) -> None:
        """Beyond arm's length, over 1.75 m, twisted past 135°: no load is recommended at all."""
        for lift in (Lift(0.64, 0.75), Lift(0.3, 1.8), Lift(0.3, 0.75, 0.25, 136)):
            self.assertEqual(lift.recommended_kg, 0.0)
            self.assertEqual(lift.index(1.0), math.inf)

    def test_frequency(self) -> None:
        """Rows of the table, between them in proportion, never more with more lifts or longer work."""
        self.assertEqual(frequency_factor(1, 1, high=False), 0.94)
        self.assertEqual(frequency_factor(1, 8, high=True), 0.75)
        self.assertEqual(frequency_factor(13, 1, high=True), 0.34)
        self.assertEqual(frequency_factor(13, 1, high=False), 0.0)
        self.assertAlmostEqual(frequency_factor(1.5, 1, high=False), 0.925, delta=1e-9)
        for hours, high in itertools.product((1, 2, 8), (False, True)):
            factors = [frequency_factor(n / 4, hours, high=high) for n in range(70)]
            self.assertTrue(all(a >= b - 1e-12 for a, b in itertools.pairwise(factors)))


class Rula(unittest.TestCase):
    """McAtamney & Corlett, *Applied Ergonomics* 24, 1993 (tables from memory)."""

    def test_best_and_worst(self) -> None:
        """Everything at its best is 1, at its worst 7."""
        best = Posture(0.0, math.radians(100), 0.0, static=False)
        self.assertEqual(rula(best).score, 1)
        worst = Posture(
            math.radians(120), math.pi, math.radians(-20), math.radians(70), math.radians(30), arm_abducted=True,
            across_midline=True, legs_even=False, load_kg=12,
        )  # fmt: skip
        self.assertEqual(rula(worst).score, 7)

    def test_cells(self) -> None:
        """Cells of the published tables (from memory)."""
        for found, expected in (
            (table_a(1, 1, 1, 1), 1), (table_a(2, 2, 2, 1), 3), (table_a(3, 2, 3, 2), 4), (table_a(4, 3, 2, 2), 5),
            (table_a(6, 3, 4, 2), 9), (table_b(1, 1, 1), 1), (table_b(2, 3, 1), 4), (table_b(3, 4, 2), 6),
            (table_b(6, 6, 2), 9), (table_c(1, 1), 1), (table_c(3, 4), 4), (table_c(5, 5), 6), (table_c(8, 7), 7),
            (table_c(12, 9), 7),
        ):  # fmt: skip
            self.assertEqual(found, expected)

    def test_tables_never_fall(self) -> None:
        """A worse posture of one joint never gives a better score, in any table."""
        for u, low, w, t in itertools.product(range(1, 7), range(1, 4), range(1, 5), (1, 2)):
            here = table_a(u, low, w, t)
            if u < 6:
                self.assertLessEqual(here, table_a(u + 1, low, w, t))
            if low < 3:
                self.assertLessEqual(here, table_a(u, low + 1, w, t))
            if w < 4:
                self.assertLessEqual(here, table_a(u, low, w + 1, t))
        for n, t, legs in itertools.product(range(1, 6), range(1, 6), (1, 2)):
            self.assertLessEqual(table_b(n, t, legs), table_b(n + 1, t, legs))
            self.assertLessEqual(table_b(n, t, legs), table_b(n, t + 1, legs))
        for a, b in itertools.product(range(1, 8), range(1, 7)):
            self.assertLessEqual(table_c(a, b), table_c(a + 1, b))
            self.assertLessEqual(table_c(a, b), table_c(a, b + 1))

    def test_ranges_of_joints(self) -> None:
        """Where the scores change: upper arm 20/45/90°, elbow 60–100°, wrist 15°, neck 10/20°, trunk 0/20/60°."""
        deg = math.radians
        self.assertEqual([upper_arm_score(deg(d)) for d in (10, 30, 60, 100)], [1, 2, 3, 4])
        self.assertEqual(upper_arm_score(deg(30), supported=True), 1)
        self.assertEqual([lower_arm_score(deg(d)) for d in (100, 90, 60, 150)], [1, 1, 2, 2])
        self.assertEqual([wrist_score(deg(d)) for d in (0, 10, -20)], [1, 2, 3])
        self.assertEqual([neck_score(deg(d)) for d in (5, 15, 30, -10)], [1, 2, 3, 4])
        self.assertEqual([trunk_score(deg(d)) for d in (0, 10, -10, 40, 70)], [1, 2, 2, 3, 4])

    def test_holding_times(self) -> None:
        """Raised upper arms: no limit to 20°, 3 min from there, 1 min at 60°, none above (ISO 11226; from memory)."""
        found = [raised_arm_s(math.radians(d)) for d in (10, 20.001, 40, 60, 70)]
        self.assertEqual(found[0], math.inf)
        for seconds, expected in zip(found[1:], (180, 120, 60, 0), strict=True):
            self.assertAlmostEqual(seconds, expected, delta=0.1)


class Fatigue(unittest.TestCase):
    """Three compartments: Xia & Frey-Law 2008, Looft 2018 (from memory)."""

    def test_agrees_with_the_power_law(self) -> None:
        """Two sets of values, published apart, agree for 20 to 50 % effort: within 36 %, the elbow within 47 %."""
        for group in PARAMETERS:
            for effort in (0.2, 0.3, 0.4, 0.5):
                with self.subTest(f"{group} {effort}"):
                    law = endurance_s(group, effort)
                    room = 0.47 if group == "elbow" else 0.36
                    self.assertAlmostEqual(hold_s(group, effort), law, delta=room * law)

    def test_against_the_equations(self) -> None:
        """The closed form is what SciPy integrates: M_A' = C − F M_A, M_F' = F M_A − R M_F, with M_A held."""
        fatigue, recovery = PARAMETERS["shoulder"]

        def rates(_t: float, y: list[float]) -> list[float]:
            return [fatigue * 0.35 - recovery * y[0]]

        seconds = 60.0
        found = solve_ivp(rates, (0, seconds), [0.0], rtol=1e-10, atol=1e-12).y[0][-1]
        self.assertAlmostEqual(fatigued_after("shoulder", [(seconds, 0.35)])[0], float(found), delta=1e-8)

    @given(work=st.floats(5, 60), rest=st.floats(5, 600))
    @settings(max_examples=40, deadline=None)
    def test_rest_recovers(self, work: float, rest: float) -> None:
        """Rest lowers fatigue, more rest more; never below nothing."""
        after, rested, longer = fatigued_after("elbow", [(work, 0.4), (rest, 0.0), (rest, 0.0)])
        self.assertTrue(0 <= longer <= rested <= after <= 1)

    def test_rest_recovers_many_times_faster(self) -> None:
        """At rest fatigue falls with 15 R, of the grip with 30 R (Looft 2018, from memory)."""
        for group, times in (("elbow", 15.0), ("grip", 30.0)):
            after, rested = fatigued_after(group, [(40, 0.4), (20, 0.0)])
            self.assertAlmostEqual(rested, after * math.exp(-times * PARAMETERS[group][1] * 20), delta=1e-12)

    def test_split_is_the_whole(self) -> None:
        """Two stretches of 30 s are one of 60 s."""
        whole = fatigued_after("trunk", [(60, 0.3)])[-1]
        self.assertAlmostEqual(fatigued_after("trunk", [(30, 0.3), (30, 0.3)])[-1], whole, delta=1e-12)

    def test_limits(self) -> None:
        """Full effort fails at once, none never; a very small one is never used up."""
        self.assertEqual(hold_s("grip", 1.0), 0.0)
        self.assertEqual(hold_s("grip", 0.0), math.inf)
        self.assertEqual(hold_s("knee", 0.05), math.inf)

    def test_rest_allowance(self) -> None:
        """Rohmert 1973: half the endurance at 30 % asks for 18 · 0.5^1.4 · 0.15^0.5 of the take (from memory)."""
        self.assertAlmostEqual(rest_allowance(60, 120, 0.30), 18 * 0.5**1.4 * math.sqrt(0.15), delta=1e-12)
        self.assertEqual(rest_allowance(60, 120, 0.15), 0.0)

    def test_rohmert_and_the_power_law_as_a_range(self) -> None:
        """For the joints of the arm the two curves tell the same story: within a factor of 4 at 20 to 60 %."""
        for group in ("elbow", "grip"):
            for effort in (0.2, 0.3, 0.4, 0.5, 0.6):
                ratio = endurance_s(group, effort) / (rohmert_min(effort) * 60)
                self.assertTrue(0.25 < ratio < 4, (group, effort, ratio))
        self.assertEqual(set(PARAMETERS), set(POWER_LAW) - {"wrist"})


if __name__ == "__main__":
    unittest.main()
