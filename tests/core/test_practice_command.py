"""`equilix practice`: the course, a rig let go from the terminal, what it counts; and what it refuses."""

import contextlib
import csv
import io
import json
import tempfile
import unittest
from pathlib import Path

from equilix.__main__ import main
from equilix.demo import lighthouse
from equilix.store.parsing import open_document
from equilix.store.saving import save


class PracticeCommand(unittest.TestCase):
    """The command line does what the window does."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)
        self.file = self.folder / "kit.eqx"
        save(lighthouse().changed(practised=()), self.file)

    def run_it(self, *options: str) -> tuple[int, str, str]:
        """Exit code, what it said, what it complained of."""
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main(["practice", str(self.file), *options])
        return code, out.getvalue(), err.getvalue()

    def told(self, *options: str) -> dict[str, object]:
        """Its JSON."""
        code, out, err = self.run_it(*options, "--json")
        self.assertEqual((code, err), (0, ""))
        found = json.loads(out)
        self.assertEqual(found["practice_version"], 1)
        return dict(found)

    def test_the_course(self) -> None:
        """Twelve lines, and the best of what was practised."""
        code, out, _ = self.run_it()
        self.assertEqual(code, 0)
        self.assertEqual(len(out.strip().splitlines()), 12)
        self.assertEqual(len(self.told()["course"]), 12)  # type: ignore[arg-type]

    def test_let_go_and_counted(self) -> None:
        """The tilt of the fifth step falls to its stop; slid right it stays, counts a hundred, and is kept."""
        found = self.told("--exercise", "tilt", "--lock", "pan", "--lock", "roll", "--seconds", "2")
        self.assertGreater(found["angles_deg"]["tilt"], 60.0)  # type: ignore[index]
        kept = self.folder / "kept.eqx"
        found = self.told(
            "--exercise", "tilt", "--slide", "gimbal-plate=-48mm", "--seconds", "2", "--count", "--save", str(kept)
        )
        self.assertEqual(found["angles_deg"]["tilt"], 0.0)  # type: ignore[index]
        self.assertEqual(found["counted"]["points"], 100)  # type: ignore[index]
        attempts = open_document(kept).practised
        self.assertEqual([(each.exercise, each.points) for each in attempts], [("tilt", 100)])
        self.file = kept
        _, out, _ = self.run_it()
        self.assertIn("Gimbal: the first axis: 100", out)
        code, _, _ = self.run_it("--remove", attempts[0].id, "--save", str(self.folder / "less.eqx"))
        self.assertEqual((code, open_document(self.folder / "less.eqx").practised), (0, ()))

    def test_the_motors_of_an_own_gimbal_come_on(self) -> None:
        """As in the window: three of them on the gimbal, none on a rig that has no motors."""
        for options, motors in (
            (("--setup", "stairs"), 3),
            (("--setup", "workshop"), 0),
        ):
            with self.subTest(options):
                counted = self.told(*options, "--count")["counted"]
                self.assertEqual(len(counted["motors"]), motors)  # type: ignore[index]

    def test_kept_under_who_carries_it(self) -> None:
        """As in the window: the operator of the rig that is carried, not the first of the document."""
        document = open_document(self.file)
        other = document.operators[1].id
        setup = next(each for each in document.setups if each.id == "stairs")
        save(document.with_setup(setup.changed(operator=other)), self.file)
        for options in (("--setup", "stairs"), ("--exercise", "tilt", "--setup", "stairs")):
            with self.subTest(options):
                kept = self.folder / "kept.eqx"
                self.run_it(*options, "--count", "--save", str(kept))
                self.assertEqual([each.operator for each in open_document(kept).practised], [other])

    def test_a_table_of_how_it_moved(self) -> None:
        """A row a picture, a column a joint, seconds and degrees."""
        table = self.folder / "moved.csv"
        self.run_it("--setup", "stairs", "--tip", "20deg", "--aim", "tilt=10deg", "--push", "pan", "--seconds", "1",
                    "--csv", str(table))  # fmt: skip
        rows = list(csv.reader(io.StringIO(table.read_text())))
        self.assertEqual(rows[0], ["s", "pan", "roll", "tilt"])
        self.assertEqual(len(rows), 62)
        self.assertEqual(rows[1], ["0.0", "0.0", "0.0", "10.0"])

    def test_own_rig_on_a_table(self) -> None:
        """What the engine says does not stand goes over."""
        found = self.told("--setup", "workshop", "--stand", "table", "--seconds", "3")
        self.assertGreater(abs(found["angles_deg"]["nod"]), 20.0)  # type: ignore[index]

    def test_words(self) -> None:
        """A hint and what it meant, in the units that are asked for."""
        _, out, _ = self.run_it("--exercise", "order", "--hint", "--count", "--units", "us")
        self.assertIn("Motors off", out)
        self.assertIn("0.95 in", out)
        self.assertIn("tilt: the motor gives 67% level", out)

    def test_refusals(self) -> None:
        """Said in one line, with what to do; the file stays as it is."""
        before = self.file.read_bytes()
        for options, words in (
            (("--exercise", "nowhere"), "There are"), (("--setup", "lamp-room", "--stand", "gimbal"), "no joint"),
            (("--exercise", "tilt", "--slide", "lens=3mm"), "cannot be slid"),
            (("--exercise", "tilt", "--slide", "gimbal-plate=far"), "number"),
            (("--exercise", "tilt", "--seconds", "1e9"), "600"),
            (("--exercise", "tilt", "--aim", "nose=3deg"), "turns"),
            (("--setup", "stairs", "--stand", "table", "--count"), "nothing to count"),
            (("--exercise", "pad", "--tip", "20deg"), "handle"), (("--remove", "nothing"), "no attempt"),
            (("--exercise", "tilt", "--seconds", "nan"), "600"),
        ):  # fmt: skip
            code, _, err = self.run_it(*options)
            with self.subTest(options):
                self.assertEqual(code, 1)
                self.assertIn(words, err)
        self.assertEqual(self.file.read_bytes(), before)
