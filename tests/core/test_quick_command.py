"""`equilix quick`: in JSON and in words, saved, refused."""

import io
import json
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path

from equilix.analysis import analyse
from equilix.carry import WAYS
from equilix.cli import run
from equilix.document import empty
from equilix.quick.answer import answer
from equilix.quick.told import USUAL_STAYS, Told, on_a_finger
from equilix.report.quick import quick_report
from equilix.store.parsing import open_document


class OnTheCommandLine(unittest.TestCase):
    """`equilix quick`."""

    ISSUE = (
        "quick", "--carry", "shoulder", "--mass", "7.2 kg", "--balance", "85 mm", "--slide", "-120 mm to 40 mm",
        "--weight", "500 g at -300 mm",
    )  # fmt: skip

    def said(self, *arguments: str) -> tuple[int, str, str]:
        """Exit code, output, complaints."""
        with redirect_stdout(io.StringIO()) as out, redirect_stderr(io.StringIO()) as err:
            code = run(arguments)
        return code, out.getvalue(), err.getvalue()

    def test_json(self) -> None:
        """Figures in SI, texts in words; what was not told is named as usual."""
        code, out, _ = self.said(*self.ISSUE, "--json")
        found = json.loads(out)
        self.assertEqual((code, found["quick_version"], found["carry"]), (0, 1, "shoulder"))
        self.assertAlmostEqual(found["balance_m"], 0.085)
        self.assertTrue(found["reaches"])
        step = found["ways"][0]["steps"][0]
        self.assertEqual((step["what"], step["part"]), ("slide", "camera"))
        share = 1 - USUAL_STAYS["shoulder"][0]
        self.assertAlmostEqual(step["by_m"], round(-0.085 / share, 3))
        self.assertIn("Taken as usual", found["usual"][0])
        self.assertIn("maker", found["caution"])

    def test_in_words_and_saved(self) -> None:
        """In US units; the document is an ordinary one that can be opened."""
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "quick.equilix"
            code, out, err = self.said(*self.ISSUE, "--units", "us", "--save", str(file))
            self.assertEqual((code, err), (0, ""))
            self.assertIn("3.35 in", out)
            self.assertIn("● within", out)
            made = open_document(file)
            code, _, err = self.said(*self.ISSUE, "--save", str(file))
            self.assertEqual(code, 1)
            self.assertIn("is there already", err)
        self.assertAlmostEqual(analyse(made, made.setups[0]).mass.mass_kg, 7.2)
        self.assertEqual(len(made.readings), 2)

    def test_two_readings_and_a_minus_sign(self) -> None:
        """A value without a blank may begin with a minus sign as well."""
        code, out, err = self.said(
            "quick", "--carry", "low", "--reading", "4.1 kg at 180 mm", "--reading", "3.1 kg at -40 mm",
            "--slide=-120mm", "--height", "-150mm", "--battery", "790 g at -350 mm", "--json",
        )  # fmt: skip
        self.assertEqual((code, err), (0, ""))
        found = json.loads(out)
        self.assertAlmostEqual(found["mass_kg"], 7.2)
        self.assertEqual(found["usual"], [tell_usual(found)])

    def test_refusals(self) -> None:
        """Neither or both ways of weighing; what contradicts itself; nothing is printed as an answer."""
        for more, words in (
            ((), "missing"), (("--mass", "7 kg"), "missing"), (("--reading", "4 kg at 1 mm"), "tell no balance point"),
            (("--mass", "7 kg", "--balance", "0 mm", "--reading", "4 kg at 1 mm"), "Give both"),
            (("--mass", "7 kg", "--balance", "80 mm", "--stays", "9 kg"), "the whole 7.00 kg"),
            (("--mass", "7 m", "--balance", "80 mm"), "“m”"),
        ):  # fmt: skip
            code, out, err = self.said("quick", "--carry", "shoulder", *more)
            self.assertEqual((code, out), (1, ""))
            self.assertIn(words, err)

    def test_lumps_in_an_empty_document(self) -> None:
        """Every way of carrying makes a rig that can be analysed, and reported."""
        for carry in WAYS:
            found = answer(Told(carry, on_a_finger(5.0, -0.03), (0.0, 0.1)))
            report = quick_report(found, "metric")
            self.assertTrue(report["reading"])
            self.assertTrue(report["ways"][0]["balances"])
            self.assertGreater(report["ways"][0]["steps"][0]["by_m"], 0)
        self.assertEqual(empty().parts, ())


def tell_usual(found: dict[str, list[str]]) -> str:
    """The one usual thing: what stays; the height was told."""
    return next(each for each in found["usual"] if "stay" in each)
