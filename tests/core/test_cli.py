"""The command line and its JSON, and that other programs can check the engine by it."""

import contextlib
import io
import json
import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

import numpy as np

from equilix import __version__
from equilix.__main__ import build_parser
from equilix.analysis import analyse
from equilix.carry import WAYS
from equilix.cli import run
from equilix.demo import lighthouse
from equilix.edits import carrying, kit
from equilix.report import REPORT_VERSION, plan_text, report, report_text, schema_text
from equilix.store.parsing import open_document
from equilix.store.saving import save
from tests.core.builders import analysed
from tests.told import told

ROOT = Path(__file__).parents[2]


class Commands(unittest.TestCase):
    """Report, plan, check, schema."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.file = Path(kept.name) / "rig.equilix"
        save(lighthouse(), self.file)

    def call(self, *arguments: str) -> tuple[int, str, str]:
        """Exit code, output and complaints of a command."""
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = run([str(a) for a in arguments])
        return code, out.getvalue(), err.getvalue()

    def piped(self, command: str, **environment: str) -> tuple[int, bytes, bytes]:
        """What a shell gives back for a command line, with every part of a pipe counted."""
        found = subprocess.run(
            ["bash", "-o", "pipefail", "-c", command.format(python=sys.executable, file=self.file)],
            capture_output=True, env={**os.environ, **environment},
        )  # fmt: skip
        return found.returncode, found.stdout, found.stderr

    def test_into_a_closed_pipe(self) -> None:
        """Read along by a program that stops early: no traceback, and the exit code that shells know."""
        for what in ("report {file} --json", "schema", "guide {file}"):
            command = f"{{python}} -m equilix {what} | head -c 20"
            code, out, error = self.piped(command)
            with self.subTest(what):
                self.assertEqual((len(out), error), (20, b""))
                self.assertIn(code, (0, 141))

    def test_on_a_terminal_that_is_not_utf8(self) -> None:
        """What it cannot show is replaced; nothing is raised."""
        for encoding in ("ascii", "latin-1"):
            code, out, error = self.piped(
                "{python} -m equilix report {file}", PYTHONIOENCODING=encoding, PYTHONUTF8="0"
            )
            with self.subTest(encoding):
                self.assertEqual((code, error), (0, b""))
                self.assertIn(b"Falls forward", out)
                self.assertIn(b"?", out)

    def test_a_plan_prints_nothing_but_the_plan(self) -> None:
        """No line of the solver reaches the output or the errors, for any scene of the demo."""
        for setup in lighthouse().setups:
            code, out, error = self.piped(f"{{python}} -m equilix plan {{file}} --json --setup {setup.id}")
            with self.subTest(setup.name):
                self.assertEqual((code, error), (0, b""))
                self.assertIsInstance(json.loads(out), list)

    def test_report(self) -> None:
        """In words, with reading, hands, efforts and caution."""
        code, out, _ = self.call("report", self.file, "--setup", "lamp ROOM")
        self.assertEqual(code, 0)
        for word in ("Falls forward", "left hand", "shoulder", "How sure", "pain means stop"):
            self.assertIn(word, out)

    def test_report_tells_how_the_operator_is_placed(self) -> None:
        """The posture stands in the first line and in the JSON, where the times below it depend on it."""
        document = carrying.pose(lighthouse(), "lamp-room", "seated")
        found = analyse(document, document.setups_by_id["lamp-room"])
        self.assertEqual(report(found)["posture"], "seated")
        self.assertTrue(report_text(found).splitlines()[0].endswith(", seated"))
        standing = analysed(lighthouse())
        self.assertEqual(report(standing)["posture"], "standing")
        self.assertTrue(report_text(standing).splitlines()[0].endswith(", standing"))

    def test_report_json(self) -> None:
        """Everything the issue of the slice names is in it, in SI units."""
        code, out, _ = self.call("report", self.file, "--json")
        found = json.loads(out)
        self.assertEqual(code, 0)
        self.assertEqual(found["report_version"], REPORT_VERSION)
        analysis = analysed(lighthouse())
        self.assertAlmostEqual(found["mass_kg"], analysis.mass.mass_kg, places=12)
        np.testing.assert_allclose(found["cg_m"], analysis.mass.cg_m, atol=1e-12)
        np.testing.assert_allclose(found["cg_sd_m"], analysis.cg_sd_m, atol=1e-12)
        np.testing.assert_allclose(found["inertia_kg_m2"], analysis.mass.inertia_kg_m2, atol=1e-12)
        for condition in found["conditions"]:
            self.assertEqual({"name", "value", "sd", "unit", "tolerance", "ok", "sentence"}, set(condition))
        names = {contact["name"] for contact in found["contacts"]}
        self.assertEqual(
            names, {"left hand", "right hand", *(f"pad {f} {s}" for f in ("front", "rear") for s in ("left", "right"))}
        )

    def test_contacts_of_the_report_close(self) -> None:
        """From the JSON alone: forces sum to the weight, moments about the CG to nothing."""
        found = json.loads(self.call("report", self.file, "--json")[1])
        forces = np.array([c["force_n"] for c in found["contacts"]])
        points = np.array([c["point_m"] for c in found["contacts"]])
        np.testing.assert_allclose(forces.sum(axis=0), (0, 0, found["mass_kg"] * 9.80665), atol=1e-6)
        np.testing.assert_allclose(np.cross(points - found["cg_m"], forces).sum(axis=0), 0, atol=1e-6)

    def test_plan(self) -> None:
        """One answer a school, in words and as JSON."""
        code, out, _ = self.call("plan", self.file, "--setup", "Lamp room")
        self.assertEqual(code, 0)
        for title in (
            "Move what is there: nothing added",
            "Put power to work: +330 g",
            "Hang weight",
            "Leave things off",
            "Price: on the shoulder",
        ):
            self.assertIn(title, out)
        found = json.loads(self.call("plan", self.file, "--json")[1])
        self.assertEqual([p["school"] for p in found], ["move", "power", "weight", "strip"])
        for plan in found:
            self.assertTrue(plan["works"])
            for name, value in plan["promised_m"].items():
                self.assertAlmostEqual(value, plan["residual_m"][name], delta=1e-6)

    def test_refused_plan_in_words(self) -> None:
        """A school without an answer says why."""
        made = lighthouse()
        made = made.changed(parts=tuple(p for p in made.parts if p.kind != "counterweight"))
        from equilix.planner.schools import plan

        self.assertIn("Cannot be done: no counterweight", plan_text(plan("weight", made, analysed(made))))

    def test_nothing_to_plan(self) -> None:
        """An empty setup has nothing to plan, and that is no error."""
        save(kit.add_setup(lighthouse(), "Bare")[0], self.file)
        code, out, _ = self.call("plan", self.file)
        self.assertEqual(code, 0)
        self.assertIn("nothing to plan", out)
        code, out, _ = self.call("report", self.file, "--json")
        self.assertEqual(code, 0)
        self.assertIsNone(json.loads(out)["cg_m"])

    def test_attitudes_on_the_command_line(self) -> None:
        """Repeatable, also with a leading minus; not understood: exit code 2 and what is allowed."""
        code, out, _ = self.call(
            "report", self.file, "--setup", "112 steps", "--json", "--attitude", "-10,0,30", "--attitude", "0,5,0",
            "--base-tip", "20",
        )  # fmt: skip
        found = json.loads(out)["gimbal"]
        self.assertEqual(code, 0)
        self.assertEqual([a["pan_roll_tilt_deg"] for a in found["attitudes"]], [[-10, 0, 30], [0, 5, 0]])
        self.assertEqual(found["base_tip_deg"], 20)
        with self.assertRaises(SystemExit), contextlib.redirect_stderr(io.StringIO()) as err:
            run(["report", str(self.file), "--attitude", "30"])
        self.assertIn("PAN,ROLL,TILT", err.getvalue())

    def test_units(self) -> None:
        """The texts in the units that are asked for, the numbers in SI; what is saved keeps the document's own."""
        for command in ("report", "plan", "guide"):
            _, metric, _ = self.call(command, self.file)
            _, inches, _ = self.call(command, self.file, "--units", "us")
            for part in lighthouse().parts:
                inches = inches.replace(part.name, "")
            self.assertRegex(metric, r"\d mm\b", command)
            self.assertNotRegex(inches, r"\d (mm|kg|N)\b", command)
            self.assertRegex(inches, r"\d in\b", command)
        _, plain, _ = self.call("report", self.file, "--json")
        _, other, _ = self.call("report", self.file, "--json", "--units", "us")
        self.assertEqual(json.loads(plain)["mass_kg"], json.loads(other)["mass_kg"])
        out_file = self.file.with_name("seen.equilix")
        seen = ("--setup", "Workshop", "--seen", "off the line=1 in in front", "--save", out_file)
        self.assertEqual(self.call("guide", self.file, "--units", "us", *seen)[0], 0)
        self.assertEqual(open_document(out_file).display, "metric")
        with self.assertRaises(SystemExit), contextlib.redirect_stderr(io.StringIO()):
            run(["report", str(self.file), "--units", "stone"])

    def test_guide(self) -> None:
        """The steps in words; what was seen corrects the model, and the corrected document is written."""
        out_file = self.file.with_name("seen.equilix")
        code, out, _ = self.call(
            "guide", self.file, "--setup", "Workshop", "--seen", "off the line=25 mm in front", "--save", out_file
        )
        self.assertEqual(code, 0)
        self.assertIn("Suspect “28–80 zoom”", out)
        self.assertIn("1. Twist", out)
        self.assertNotEqual(open_document(out_file).parts_by_id["zoom-28-80"], lighthouse().parts_by_id["zoom-28-80"])
        code, out, _ = self.call("guide", self.file, "--setup", "Workshop", "--json")
        self.assertEqual([step["axis"] for step in json.loads(out)["steps"]], ["off the line", "along the line"])
        code, _, err = self.call("guide", self.file, "--seen", "yaw=stays")
        self.assertEqual(code, 1)
        self.assertIn("fore-aft", err)

    def test_every_scene_in_words(self) -> None:
        """Each setup reports, with its way of carrying."""
        for setup in lighthouse().setups:
            code, out, _ = self.call("report", self.file, "--setup", setup.name)
            self.assertEqual(code, 0)
            self.assertIn(f"carried {told(WAYS[setup.carry].phrase)}", out)

    def test_check(self) -> None:
        """A sound file is said to be sound, with keys it does not know; a broken one is refused with exit code 1."""
        self.assertRegex(self.call("check", self.file)[1], r": \d+ parts, \d+ setups, no errors")
        raw = json.loads(self.file.read_text("utf-8"))
        raw["parts"][0]["hue"] = 3
        self.file.write_text(json.dumps(raw), "utf-8")
        self.assertIn("“hue” is not known", self.call("check", self.file)[1])
        self.file.write_text("{", "utf-8")
        code, out, err = self.call("check", self.file)
        self.assertEqual((code, out), (1, ""))
        self.assertIn("line 1", err)

    def test_unknown_setup(self) -> None:
        """A setup that is not there is refused with those that are."""
        code, _, err = self.call("report", self.file, "--setup", "cellar")
        self.assertEqual(code, 1)
        self.assertIn("“Lamp room”", err)

    def test_schema_is_shipped_and_fresh(self) -> None:
        """The schema in the package is the one the model has today (make schema writes it)."""
        shipped = ROOT / "src" / "equilix" / "resources" / "document.schema.json"
        self.assertEqual(shipped.read_text("utf-8"), schema_text())
        self.assertEqual(self.call("schema")[1], schema_text())
        self.assertIn("Part", json.loads(schema_text())["$defs"])

    def test_lines(self) -> None:
        """Parts from a list: in words, as JSON, into a document; a list that is not there."""
        folder = self.file.parent
        (folder / "list.txt").write_text("24–70 zoom 950 g 88×125\nsomething\n2 x mic 120 g\n", "utf-8")
        code, out, _ = self.call("lines", folder / "list.txt", "--units", "us")
        self.assertEqual(code, 0)
        self.assertEqual(out.splitlines()[0], "1: 1 × 24–70 zoom, lens, 2 lb 1.5 oz")
        self.assertIn("2: something: No mass with a unit", out)
        code, out, _ = self.call(
            "lines", folder / "list.txt", "--json", "--into", self.file, "--save", folder / "more.equilix"
        )
        found = json.loads(out)
        self.assertEqual((code, found["lines_version"], len(found["lines"])), (0, 1, 3))
        self.assertEqual(found["lines"][0]["size_m"], [0.125, 0.088, 0.088])
        self.assertIn("problem", found["lines"][1])
        made = open_document(folder / "more.equilix")
        self.assertEqual(len(made.parts), len(lighthouse().parts) + 2)
        self.assertEqual(made.parts[-1].quantity, 2)
        self.assertEqual(self.call("lines", folder / "list.txt", "--save", folder / "new.equilix")[0], 0)
        self.assertEqual(len(open_document(folder / "new.equilix").parts), 2)
        code, out, _ = self.call("lines", self.file, "--save", folder / "kit.equilix")
        self.assertEqual((code, len(out.splitlines())), (0, len(lighthouse().parts)))
        self.assertEqual(open_document(folder / "kit.equilix").parts, lighthouse().parts)
        (folder / "no-text").write_bytes(b"\xff\xfe\x00")
        for name, words in (("gone", "cannot be read"), ("no-text", "no text that can be read")):
            code, _, error = self.call("lines", folder / name)
            self.assertEqual(code, 1)
            self.assertIn(words, error)

    def test_as_a_program(self) -> None:
        """``python -m equilix report`` works without a display and without loading Qt."""
        code = (
            "import sys; from equilix.__main__ import main; code = main(sys.argv[1:])\n"
            "print('PySide6' in sys.modules); sys.exit(code)"
        )
        bare = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "QT_QPA_PLATFORM")}
        found = subprocess.run(
            [sys.executable, "-c", code, "report", str(self.file)], capture_output=True, text=True, env=bare
        )
        self.assertEqual(found.returncode, 0, found.stderr)
        self.assertTrue(found.stdout.endswith("False\n"))

    def test_window_options(self) -> None:
        """The options of the window program, and its version."""
        self.assertTrue(build_parser().parse_args(["--demo"]).demo)
        with self.assertRaises(SystemExit), contextlib.redirect_stdout(io.StringIO()) as out:
            build_parser().parse_args(["--version"])
        self.assertIn(__version__, out.getvalue())
