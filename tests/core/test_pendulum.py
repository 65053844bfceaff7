"""Drop time, sway and transmissibility against elliptic integrals, an integrated motion, and a vibration textbook."""

import math
import unittest

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp
from scipy.special import ellipk

from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.mechanics.pendulum import (
    QUARTER_TURN,
    below_for_drop_m,
    drop_time_s,
    least_drop_time_s,
    sway_hz,
)
from equilix.mechanics.vibration import natural_hz, transmissibility, tremor_rad


class DropTime(unittest.TestCase):
    """From horizontal to upright: a quarter of the period of a pendulum that swings to 90°."""

    def test_constant(self) -> None:
        """K(m = 1/2) as SciPy computes it, and Γ(1/4)²/(4√π) (Abramowitz & Stegun 17.3.5, 6.1.10; from memory)."""
        self.assertAlmostEqual(QUARTER_TURN, float(ellipk(0.5)), delta=1e-12)
        self.assertAlmostEqual(QUARTER_TURN, math.gamma(0.25) ** 2 / (4 * math.sqrt(math.pi)), delta=1e-12)

    def test_against_the_motion_itself(self) -> None:
        """The equation of motion, integrated by SciPy, reaches upright at the same time to 0.1 ms."""
        for inertia, mass, below in ((0.35, 6.0, 0.012), (0.1, 3.0, 0.05), (0.9, 9.0, 0.006)):
            about = inertia + mass * below**2

            def motion(_t: float, y: np.ndarray, k: float = mass * G * below / about) -> tuple[float, float]:
                return y[1], -k * math.sin(y[0])

            def upright(_t: float, y: np.ndarray) -> float:
                return float(y[0])

            upright.terminal = True  # type: ignore[attr-defined]
            found = solve_ivp(motion, (0, 30), (math.pi / 2, 0.0), events=upright, rtol=1e-10, atol=1e-12)
            self.assertAlmostEqual(drop_time_s(inertia, mass, below), float(found.t_events[0][0]), delta=1e-4)

    @given(inertia=st.floats(0.01, 2.0), mass=st.floats(1.0, 15.0), time=st.floats(0.2, 6.0))
    @settings(max_examples=60, deadline=None)
    def test_height_for_a_time(self, inertia: float, mass: float, time: float) -> None:
        """The height found gives the time wanted; a time that no height gives is answered by the shortest one."""
        least = least_drop_time_s(inertia, mass)
        found = drop_time_s(inertia, mass, below_for_drop_m(inertia, mass, time))
        self.assertAlmostEqual(found, max(time, least), delta=1e-6 * max(time, least) + 1e-6)

    def test_smaller_root(self) -> None:
        """Of the two heights that give a time, the one near the gimbal: below a radius of gyration."""
        inertia, mass = 0.5, 6.0
        below = below_for_drop_m(inertia, mass, 2.5)
        self.assertLess(below, math.sqrt(inertia / mass))
        other = inertia / mass / below  # Vieta: the product of the roots is the gyration squared
        self.assertAlmostEqual(drop_time_s(inertia, mass, other), 2.5, delta=1e-9)

    def test_top_heavy_never_drops(self) -> None:
        """A CG over the gimbal does not come back."""
        self.assertEqual(drop_time_s(0.3, 5.0, 0.0), math.inf)
        self.assertEqual(drop_time_s(0.3, 5.0, -0.01), math.inf)

    def test_seconds_pendulum(self) -> None:
        """A line of 0.994 m swings once in two seconds (the seconds pendulum, Huygens, *Horologium oscillatorium*)."""
        self.assertAlmostEqual(sway_hz(0.994), 0.5, delta=0.0002)


class Transmissibility(unittest.TestCase):
    """Rao, *Mechanical Vibrations*, displacement transmissibility of a base-excited system (from memory)."""

    def test_fixed_points(self) -> None:
        """1 at rest and at √2 fₙ whatever the damping; √(1 + 1/(4ζ²)) at resonance."""
        for damping in (0.05, 0.1, 0.3, 1.0):
            self.assertAlmostEqual(transmissibility(1e-9, 1.0, damping), 1.0, delta=1e-9)
            self.assertAlmostEqual(transmissibility(math.sqrt(2), 1.0, damping), 1.0, delta=1e-9)
            at_resonance = math.sqrt(1 + 1 / (4 * damping**2))
            self.assertAlmostEqual(transmissibility(1.0, 1.0, damping), at_resonance, delta=1e-9)

    def test_isolates_only_above_root_two(self) -> None:
        """Below √2 fₙ a spring makes it worse, above it better; damping helps below and harms above."""
        self.assertGreater(transmissibility(1.2, 1.0, 0.2), 1.0)
        self.assertLess(transmissibility(2.0, 1.0, 0.2), 1.0)
        self.assertLess(transmissibility(1.2, 1.0, 0.5), transmissibility(1.2, 1.0, 0.2))
        self.assertGreater(transmissibility(3.0, 1.0, 0.5), transmissibility(3.0, 1.0, 0.2))

    def test_against_the_complex_response(self) -> None:
        """|k + icω| / |k − mω² + icω| of the same oscillator."""
        mass, stiffness, damping = 6.0, 300.0, 0.15
        natural = natural_hz(stiffness, mass)
        critical = 2 * math.sqrt(stiffness * mass)
        for hz in (0.5, 1.0, 2.0, 5.0):
            w = 2 * math.pi * hz
            passed = complex(stiffness, damping * critical * w)
            expected = abs(passed) / abs(passed - mass * w * w)
            self.assertAlmostEqual(transmissibility(hz, natural, damping), expected, delta=1e-12)

    def test_taut_line_and_no_damping(self) -> None:
        """A taut line passes all; without damping the resonance has no bound."""
        self.assertEqual(transmissibility(2.0, math.inf, 0.1), 1.0)
        self.assertEqual(transmissibility(1.0, 1.0, 0.0), math.inf)

    def test_tremor(self) -> None:
        """Twice the inertia, half the angle; twice the frequency, a quarter: θ = τ/(I ω²)."""
        one = tremor_rad(0.1, 0.02, 10.0)
        self.assertAlmostEqual(one, 0.1 / (0.02 * (20 * math.pi) ** 2), delta=1e-15)
        self.assertAlmostEqual(tremor_rad(0.1, 0.04, 10.0), one / 2, delta=1e-15)
        self.assertAlmostEqual(tremor_rad(0.1, 0.02, 20.0), one / 4, delta=1e-15)


if __name__ == "__main__":
    unittest.main()
