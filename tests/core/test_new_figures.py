"""Steps through springs, slopes of tubes, weighing on two supports, a spun sled, a base tipped about any direction."""

import contextlib
import io
import json
import math
import tempfile
import unittest
from pathlib import Path

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp
from scipy.spatial.transform import Rotation

from equilix.analysis import Analysis, analyse
from equilix.carry.axes import down_when_turned, down_with_tip
from equilix.cli import run
from equilix.constants import STANDARD_GRAVITY_M_S2 as G
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits.ratings import rate
from equilix.mechanics.beams import sags_m, slopes_rad, tube_area_moment_m4
from equilix.mechanics.vibration import STEP_M, answer, natural_hz, transmissibility
from equilix.mechanics.weighing import height_from_tilt, two_supports
from equilix.report import report
from equilix.store.saving import save
from tests.told import told


def figures(setup: str, made: Document | None = None) -> dict[str, float]:
    """The figures of a demo rig by key."""
    made = lighthouse() if made is None else made
    return {figure.key: figure.value for figure in analyse(made, made.setups_by_id[setup]).figures}


class Steps(unittest.TestCase):
    """One mass on a spring and a damper over a foot that goes up and down."""

    def test_against_the_integrated_motion(self) -> None:
        """Amplitude, stroke and lag of the settled motion of m ẍ = k (y − x) + c (ẏ − ẋ), by SciPy's integrator."""
        for mass, stiffness, damping, shake in (
            (7.5, 40.0, 0.25, 2.0),
            (6.0, 300.0, 0.15, 2.0),
            (5.0, 900.0, 0.3, 1.5),
        ):
            natural = math.sqrt(stiffness / mass)
            c, w = 2 * damping * mass * natural, 2 * math.pi * shake

            def moves(
                t: float, s: np.ndarray, m: float = mass, k: float = stiffness, c: float = c, w: float = w
            ) -> list[float]:
                return [s[1], (k * (math.sin(w * t) - s[0]) + c * (w * math.cos(w * t) - s[1])) / m]

            settled = 60 / (damping * natural)
            period = 1 / shake
            times = np.linspace(settled, settled + 4 * period, 4001)
            x = solve_ivp(moves, (0, times[-1]), (0, 0), t_eval=times, rtol=1e-9, atol=1e-11).y[0]
            found = answer(shake, natural_hz(stiffness, mass), damping)
            basis = np.column_stack((np.sin(w * times), np.cos(w * times)))
            (a, b), *_ = np.linalg.lstsq(basis, x, rcond=None)
            self.assertAlmostEqual(found.through, math.hypot(a, b), delta=1e-5)
            self.assertAlmostEqual(found.lag_rad, math.atan2(-b, a), delta=1e-4)
            self.assertAlmostEqual(found.stroke, math.hypot(a - 1, b), delta=1e-5)
            self.assertAlmostEqual(found.through, transmissibility(shake, natural_hz(stiffness, mass), damping))

    def test_taut_and_resonance(self) -> None:
        """A taut line goes along; an undamped spring at its own frequency has no answer that ends."""
        taut = answer(2.0, math.inf, 0.1)
        self.assertEqual((taut.through, taut.stroke, taut.lag_rad), (1.0, 0.0, 0.0))
        self.assertEqual(answer(1.0, 1.0, 0.0).through, math.inf)

    def test_vest_and_line(self) -> None:
        """An arm passes a tenth of a step and less of its overtones; a taut line all of it (common practice)."""
        vest, line = figures("causeway"), figures("boat-landing")
        self.assertLess(vest["transmissibility"], 0.2)
        self.assertLess(vest["transmissibility_2"], vest["transmissibility"])
        self.assertLess(vest["transmissibility_3"], vest["transmissibility_2"])
        self.assertEqual(line["transmissibility"], 1.0)
        self.assertLess(line["transmissibility_other"], 1.0)
        self.assertAlmostEqual(vest["reach_n"], 40.0 * 0.35, delta=1e-9)
        self.assertAlmostEqual(vest["stays_m"], 2.0 / 40.0, delta=1e-12)
        self.assertAlmostEqual(vest["stroke_m"], STEP_M, delta=0.1 * STEP_M)  # the camera stays, the hips go

    def test_a_sprung_line_typed_in(self) -> None:
        """Its figures are entered with the maker's: it stretches by W/k, and passes what the formula says."""
        made = rate(lighthouse(), "harness", {"carrier/stiffness_n_m": 300.0, "carrier/friction_n": 90.0})
        analysis = analyse(made, made.setups_by_id["boat-landing"])
        found = figures("boat-landing", made)
        self.assertAlmostEqual(found["sag_m"], analysis.weight_n / 300.0, delta=1e-12)
        through = transmissibility(2.0, natural_hz(300.0, analysis.mass.mass_kg), 0.15)
        self.assertAlmostEqual(found["transmissibility"], through, delta=1e-12)
        self.assertEqual(found["transmissibility_other"], 1.0)
        self.assertAlmostEqual(found["stays_m"], 0.125, delta=1e-12)  # friction holds it over all of its travel
        said = {f.key: told(f.said) for f in analysis.figures}
        self.assertIn("all of its travel", said["stays_m"])


class Slopes(unittest.TestCase):
    """Gere & Timoshenko, Mechanics of Materials, cantilevers under point loads."""

    AREA = tube_area_moment_m4(0.015, 0.012)

    def test_handbook(self) -> None:
        """FL²/2EI at the end under one load there; FL³/3EI over it is two thirds of the length."""
        slope = slopes_rad(np.array([10.0]), np.array([0.3]), 69e9, self.AREA)[0]
        self.assertAlmostEqual(slope, 10 * 0.3**2 / (2 * 69e9 * self.AREA), delta=1e-15)
        sag = sags_m(np.array([10.0]), np.array([0.3]), 69e9, self.AREA)[0]
        self.assertAlmostEqual(sag / slope, 2 / 3 * 0.3, delta=1e-12)

    def test_is_the_slope_of_the_sag(self) -> None:
        """Differences of the sag along the beam, with loads here and there."""
        forces, places = np.array([8.0, 3.0, 0.0, 0.0]), np.array([0.1, 0.35, 0.2, 0.2 + 1e-6])
        sags = sags_m(forces, places, 69e9, self.AREA)
        slope = slopes_rad(forces, places, 69e9, self.AREA)[2]
        self.assertAlmostEqual((sags[3] - sags[2]) / 1e-6, slope, delta=1e-7)

    def test_said_of_rods(self) -> None:
        """The check of the rods tells it, and it is small against the sag over the length."""
        checks = report(analyse(made := lighthouse(), made.setups[0]))["checks"]
        said = next(c["said"] for c in checks if c["key"] == "rods")
        self.assertRegex(said, r"its end dips 0\.\d\d°")


class Weighing(unittest.TestCase):
    """Two supports, level and tilted."""

    @given(
        x=st.floats(-0.3, 0.4), z=st.floats(0.02, 0.4), mass=st.floats(0.5, 25), tilt=st.floats(0.1, 0.8),
        a=st.floats(-0.5, -0.1), b=st.floats(0.1, 0.6),
    )  # fmt: skip
    @settings(max_examples=80, deadline=None)
    def test_against_equilibrium(self, x: float, z: float, mass: float, tilt: float, a: float, b: float) -> None:
        """Readings from the six equations of a rigid body that is turned in space: mass, place and height come back."""

        def readings(theta: float) -> tuple[float, float]:
            turn = Rotation.from_rotvec((0, -theta, 0))  # +x up
            at = [turn.apply((p, 0, 0)) for p in (a, b)]
            cg, weight = turn.apply((x, 0, z)), np.array((0, 0, -mass * G))
            rows = np.array([[1.0, 1.0], [np.cross(p, (0, 0, 1.0))[1] for p in at]])
            forces = np.linalg.solve(rows, [mass * G, -np.cross(cg, weight)[1]])
            return float(forces[0] / G), float(forces[1] / G)

        level = two_supports(readings(0.0), (a, b))
        self.assertAlmostEqual(level.mass_kg, mass, delta=1e-9)
        self.assertAlmostEqual(level.place_m, x, delta=1e-9)
        self.assertAlmostEqual(height_from_tilt(level, readings(tilt), (a, b), tilt).place_m, z, delta=1e-7)

    def test_uncertainty_against_monte_carlo(self) -> None:
        """5 g a reading, 1 mm a place, half a degree of tilt: standard deviations of 20,000 weighings."""
        rng = np.random.default_rng(4)
        x, z, mass, a, b, tilt = 0.08, 0.15, 6.0, -0.2, 0.3, math.radians(20)
        found = []
        for _ in range(20_000):
            places = (a + rng.normal(0, 0.001), b + rng.normal(0, 0.001))
            theta = tilt + rng.normal(0, math.radians(0.5))
            level = mass * (places[1] - x) / (places[1] - places[0])
            there = x - z * math.tan(theta)
            up = mass * (places[1] - there) / (places[1] - places[0])
            flat = two_supports((level + rng.normal(0, 0.005), mass - level + rng.normal(0, 0.005)), (a, b))
            high = height_from_tilt(flat, (up + rng.normal(0, 0.005), mass - up + rng.normal(0, 0.005)), (a, b), tilt)
            found.append((flat.place_m, high.place_m))
        told = two_supports((3.0, 3.0), (a, b), 0.005, 0.001)
        flat = two_supports((mass * (b - x) / (b - a), mass * (x - a) / (b - a)), (a, b), 0.005, 0.001)
        there = x - z * math.tan(tilt)
        high = height_from_tilt(
            flat,
            (mass * (b - there) / (b - a), mass * (there - a) / (b - a)),
            (a, b),
            tilt,
            0.005,
            0.001,
            math.radians(0.5),
        )
        self.assertAlmostEqual(flat.place_sd_m, float(np.std([f[0] for f in found])), delta=0.05 * flat.place_sd_m)
        self.assertAlmostEqual(high.place_sd_m, float(np.std([f[1] for f in found])), delta=0.05 * high.place_sd_m)
        self.assertGreater(told.place_sd_m, 0)

    def test_doubt_of_the_places_alone(self) -> None:
        """By hand: z = (x − x')/tan θ, each end's error counts with the difference of the shares on it."""
        level, tilted, tilt = two_supports((2.0, 3.0), (0.0, 0.5)), (2.6, 2.4), math.radians(20)
        found = height_from_tilt(level, tilted, (0.0, 0.5), tilt, place_sd_m=0.001)
        shares = np.array((2.0, 3.0)) / 5 - np.array((2.6, 2.4)) / 5
        self.assertAlmostEqual(found.place_sd_m, float(np.linalg.norm(shares)) * 0.001 / math.tan(tilt), delta=1e-12)

    def test_refusals(self) -> None:
        """Nothing on the scales, one place, no tilt, weighings that do not agree: said."""
        level = two_supports((2.0, 3.0), (0.0, 0.4))
        for wrong in (
            lambda: two_supports((0.0, 0.0), (0.0, 0.4)), lambda: two_supports((1.0, 1.0), (0.1, 0.1)),
            lambda: height_from_tilt(level, (2.0, 3.0), (0.0, 0.4), 0.01),
            lambda: height_from_tilt(level, (2.5, 3.0), (0.0, 0.4), 0.3),
        ):  # fmt: skip
            with self.assertRaises(ValueError):
                wrong()


class Spun(unittest.TestCase):
    """A sled spun about its post."""

    def test_bearing_and_static_moment(self) -> None:
        """Part by part: Σ m ω² r across the post, and Σ m g r."""
        analysis: Analysis = analyse(made := lighthouse(), made.setups_by_id["causeway"])
        off = (analysis.assembly.cgs_m - analysis.support.datum_m)[:, :2]
        pull = np.linalg.norm(analysis.assembly.masses_kg @ off) * math.pi**2
        self.assertAlmostEqual(figures("causeway")["bearing_n"], float(pull), delta=1e-9)
        self.assertAlmostEqual(figures("causeway")["static_nm"], float(pull) / math.pi**2 * G, delta=1e-9)


class TippedBase(unittest.TestCase):
    """About any direction."""

    @given(st.floats(-3, 3), st.tuples(st.floats(-1, 1), st.floats(-1, 1), st.floats(0.1, 1)))
    @settings(max_examples=60, deadline=None)
    def test_against_scipy(self, turned: float, axis: tuple[float, float, float]) -> None:
        """Gravity seen from the turned base."""
        way = np.array(axis) / np.linalg.norm(axis)
        expected = Rotation.from_rotvec(turned * way).inv().apply((0, 0, -1.0))
        np.testing.assert_allclose(down_when_turned(turned, np.array(axis)), expected, atol=1e-12)

    def test_front_down_is_the_usual_one(self) -> None:
        """About the axis to the left it is the tip that there was."""
        np.testing.assert_allclose(down_when_turned(0.3, np.array((0, 2.0, 0))), down_with_tip(0.3), atol=1e-12)

    def test_command_line(self) -> None:
        """Tipped left side up the pan axis works against what is off it; a direction that is none is refused."""
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "demo.equilix"
            save(lighthouse(), file)
            found = {}
            for axis in ("1,0,0", "-1,0,0", "0,1,0"):
                out = io.StringIO()
                with contextlib.redirect_stdout(out):
                    code = run([
                        "report", str(file), "--setup", "stairs", "--json", "--base-tip", "20", "--base-tip-axis", axis,
                    ])  # fmt: skip
                self.assertEqual(code, 0)
                gimbal = json.loads(out.getvalue())["gimbal"]
                self.assertEqual(gimbal["base_tip_axis"], [float(each) for each in axis.split(",")])
                found[axis] = gimbal["attitudes"][0]["hold_nm"]["pan"]
            self.assertAlmostEqual(found["1,0,0"], -found["-1,0,0"], delta=1e-9)
            self.assertNotAlmostEqual(found["1,0,0"], found["0,1,0"], delta=1e-3)
            for wrong in ("0,0,0", "up", "1,2"):
                with self.assertRaises(SystemExit), contextlib.redirect_stderr(io.StringIO()) as said:
                    run(["report", str(file), "--base-tip-axis", wrong])
                self.assertIn("is not a direction", said.getvalue())


if __name__ == "__main__":
    unittest.main()
