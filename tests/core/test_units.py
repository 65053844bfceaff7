"""Entry as people speak it, and figures as they read them."""

import contextlib
import math
import re
import unittest

import pint
from hypothesis import given, settings
from hypothesis import strategies as st

from equilix import units
from equilix.analysis import analyse
from equilix.checks.findings import checks
from equilix.demo import lighthouse
from equilix.edits import rigging
from equilix.errors import Refused
from equilix.facts import apart, fact
from equilix.planner.fitting import fit_plans
from equilix.planner.schools import plans
from equilix.report import guide_text, plans_text, report_text
from equilix.result import Result
from equilix.words import quantities
from equilix.words.steps import told_lines
from tests.told import told


class Reading(unittest.TestCase):
    """What may be typed."""

    def test_masses(self) -> None:
        """Pounds and ounces: exactly 0.45359237 kg a pound (international yard and pound agreement, 1959)."""
        for text, kg in (
            ("1.2 kg", 1.2),
            ("850g", 0.85),
            ("1,5 kg", 1.5),
            ("2 lb 10 oz", 2.625 * 0.45359237),
            ("640", 0.64),
            ("½".replace("½", "1/2") + " kg", 0.5),
        ):
            with self.subTest(text):
                self.assertAlmostEqual(units.read(text, "mass"), kg, places=9)

    def test_lengths(self) -> None:
        """Inches with fractions: exactly 25.4 mm an inch (the same agreement)."""
        for text, m in (
            ("85mm", 0.085),
            ("8.5 cm", 0.085),
            ("3 1/4 in", 3.25 * 0.0254),
            ('2"', 0.0508),
            ("12", 0.012),
            ("−5 mm", -0.005),
            ("-1 1/2 in", -0.0381),
            ("1 ft 2 in", 14 * 0.0254),
        ):
            with self.subTest(text):
                self.assertAlmostEqual(units.read(text, "length"), m, places=9)

    def test_angles_power_energy_price(self) -> None:
        """Degrees, volts times amperes, watt-hours, money."""
        self.assertAlmostEqual(units.read("30°", "angle"), math.pi / 6, places=12)
        self.assertAlmostEqual(units.read("-12 deg", "angle"), math.radians(-12), places=12)
        self.assertAlmostEqual(units.read("12 V 2 A", "power"), 24.0, places=12)
        self.assertAlmostEqual(units.read("2A 12V", "power"), 24.0, places=12)
        self.assertAlmostEqual(units.read("98 Wh", "energy"), 98.0, places=9)
        self.assertAlmostEqual(units.read("49.90", "price"), 49.9, places=9)

    def test_bare_numbers_are_in_the_unit_shown(self) -> None:
        """Millimetres and grams in metric, inches and pounds in US."""
        self.assertAlmostEqual(units.read("2", "length", "us"), 0.0508, places=9)
        self.assertAlmostEqual(units.read("2", "mass", "us"), 2 * 0.45359237, places=9)

    def test_refusals_say_what_was_given_and_what_is_allowed(self) -> None:
        """Nonsense, wrong units, no number, division by nothing."""
        for text, quantity in (
            ("abc", "length"),
            ("5 kg", "length"),
            ("", "mass"),
            ("1/0 kg", "mass"),
            ("nan", "mass"),
            ("12 V", "power"),
            ("3 eggs", "mass"),
            ("5 kg", "price"),
            ("1e999 kg", "mass"),
            ("--5", "length"),
        ):
            with self.subTest(text), self.assertRaises(Refused) as caught:
                units.read(text, quantity)
            self.assertIn("llowed", told(caught.exception.said))

    def test_factors_agree_with_a_general_library(self) -> None:
        """Every unit that may be typed, against pint's tables (NIST SP 811, 2008)."""
        registry = pint.UnitRegistry()
        names = {
            "t": "tonne", "N·m": "N*m", "N·cm": "N*cm", "N·mm": "N*mm", "ft": "foot", "in": "inch",
            "lbf·in": "lbf*inch", "lbf·ft": "lbf*foot", "ozf·in": "ozf*inch", "Wh": "W*hour", "kWh": "kW*hour",
        }  # fmt: skip
        for quantity, si in (("mass", "kg"), ("length", "m"), ("angle", "rad"), ("power", "W"), ("energy", "W*hour"),
                             ("torque", "N*m"), ("force", "N")):  # fmt: skip
            for unit in units._FACTORS[quantity]:
                with self.subTest(f"{quantity} in {unit}"):
                    expected = registry.Quantity(3.5, names.get(unit, unit)).to(si).magnitude
                    self.assertAlmostEqual(units.read(f"3.5 {unit}", quantity) / expected, 1.0, places=12)

    def test_no_entry_is_computed_before_it_is_bounded(self) -> None:
        """An exponent of millions, thousands of digits, thousands of pieces: refused, with what is allowed."""
        for text in ("1e9999999", "1e-9999999 kg", "1e100", "9" * 5000, "1/" + "9" * 40, "1 " * 5000, "9" * 17 + "mm"):
            with self.subTest(text[:20]):
                with self.assertRaises(Refused) as caught:
                    units.read(text, "length")
                self.assertIn("llowed", told(caught.exception.said))
                self.assertLess(len(told(caught.exception.said)), 200)
        self.assertAlmostEqual(units.read("1e-3 kg", "mass"), 0.001, places=12)

    @settings(max_examples=200, deadline=None)
    @given(st.text(max_size=20))
    def test_anything_typed_is_a_number_or_a_refusal(self, text: str) -> None:
        """No text brings anything else."""
        with contextlib.suppress(Refused):
            self.assertTrue(math.isfinite(units.read(text, "length")))

    @settings(max_examples=60, deadline=None)
    @given(st.floats(0.001, 150.0))
    def test_shown_us_mass_reads_back(self, kg: float) -> None:
        """What is shown in pounds and ounces reads back to a twentieth of an ounce."""
        self.assertAlmostEqual(units.read(quantities.mass(kg, "us"), "mass", "us"), kg, delta=0.0015)


class Showing(unittest.TestCase):
    """What is shown."""

    def test_metric(self) -> None:
        """Grams below a kilogram, whole millimetres, newtons as coarse as they are sure."""
        self.assertEqual(quantities.mass(0.64), "640 g")
        self.assertEqual(quantities.mass(7.934), "7.93 kg")
        self.assertEqual(quantities.length(0.1254), "125 mm")
        self.assertEqual(quantities.length(-0.034), "−34 mm")
        self.assertEqual(quantities.length(-0.0001), "0 mm")
        self.assertEqual(quantities.force(4.14), "4.1 N")
        self.assertEqual(quantities.force(21.4), "21 N")
        self.assertEqual(quantities.torque(1.44), "1.4 N·m")
        self.assertEqual(quantities.angle(math.radians(6)), "6.0°")

    def test_us(self) -> None:
        """Pounds and ounces, inches, pounds-force."""
        self.assertEqual(quantities.mass(1.19068, "us"), "2 lb 10.0 oz")
        self.assertEqual(quantities.mass(0.1, "us"), "3.5 oz")
        self.assertEqual(quantities.length(0.0254, "us"), "1.00 in")
        self.assertEqual(quantities.force(4.44822, "us"), "1.0 lbf")
        self.assertEqual(quantities.torque(1.3558, "us"), "1.0 lbf·ft")  # 1 lbf·ft = 1.3558 N·m (NIST SP 811)
        self.assertEqual(quantities.inertia(0.0421401, "us"), "1.000 lb·ft²")  # NIST SP 811
        self.assertEqual(quantities.mass(-0.1, "us"), "−3.5 oz")

    def test_what_is_not_equal_does_not_look_it(self) -> None:
        """A value just over its limit is shown with one digit more; far from it, and equal to it, as usual."""

        def shown(value: float, limit: float) -> tuple[str, ...]:
            return tuple(told(each) for each in apart(value, limit, "torque"))

        self.assertEqual(shown(1.53, 1.5), ("1.53 N·m", "1.50 N·m"))
        self.assertEqual(shown(2.0, 1.5), ("2.0 N·m", "1.5 N·m"))
        self.assertEqual(shown(1.5, 1.5), ("1.500 N·m", "1.500 N·m"))

    def test_numbers_and_their_words(self) -> None:
        """One piece, two pieces, no piece."""
        said = [told(fact("document.count_pieces", count=number)) for number in (0, 1, 2)]
        self.assertEqual(said, ["0 pieces", "1 piece", "2 pieces"])

    def test_times_are_no_surer_than_they_are(self) -> None:
        """Two significant figures, the same on both sides of every change of the unit."""
        for seconds, text in (
            (0, "0 s"), (42, "42 s"), (99, "99 s"), (100, "1 min 40 s"), (125, "2 min"), (150, "2 min 30 s"),
            (594, "9 min 50 s"), (600, "10 min"), (26 * 60, "26 min"), (99 * 60, "99 min"), (100 * 60, "1 h 40"),
            (3 * 3600, "3 h"), (3.64 * 3600, "3 h 40"), (9.8 * 3600, "9 h 50"), (14.2 * 3600, "14 h"),
            (math.inf, "without end"),
        ):  # fmt: skip
            self.assertEqual(quantities.duration(seconds), text)


class NoLeaks(unittest.TestCase):
    """In US units nothing that people read is metric."""

    METRIC = re.compile(r"\d ?(mm|cm|m|kg|g|N|N·m|kPa|kg·m²)\b")
    OWN = re.compile(
        r"1[59] mm rod (pair|socket)|\d+ mm (rods|prime|plate)|long tripod plate, 230 mm|\d+ g counterweight"
    )
    """Names of parts, which stay as their owner wrote them."""

    def test_reports_plans_guides_orders(self) -> None:
        """Every text of the demo's rigs, and of what becomes of them."""
        made = lighthouse()
        for setup in made.setups:
            analysis = analyse(made, setup)
            found = list(plans(made, setup.id))
            orders = (*Result(analysis).build_order, *Result(analysis).strip_order)
            texts = [
                report_text(analysis, "us"), plans_text(found, "us"),
                guide_text(analysis, found[0] if found else None, (), "us"),
                *(f"{told(s.text, 'us')} {told(s.rests, 'us')}" for s in orders),
                *(f"{told(c.said, 'us')} {told(c.todo, 'us')}" for c in checks(analysis, {})),
                *(told(step.said, "us") for plan in fit_plans(made, setup.id) for step in told_lines(plan)),
            ]  # fmt: skip
            for text in texts:
                for line in self.OWN.sub("", text).splitlines():
                    self.assertNotRegex(line, self.METRIC, setup.id)

    def test_refusals(self) -> None:
        """What is refused is told in the units that are shown."""
        with self.assertRaises(Refused) as refused:
            rigging.slide(lighthouse(), "lamp-room", "bridge", 3.0)
        self.assertNotRegex(told(refused.exception.said, "us"), self.METRIC)
        self.assertIn("118.11 in", told(refused.exception.said, "us"))


if __name__ == "__main__":
    unittest.main()
