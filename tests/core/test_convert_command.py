"""`equilix convert`."""

import io
import json
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path

from equilix.cli import run
from equilix.demo.lighthouse import lighthouse
from equilix.edits import kit
from equilix.store.saving import save


class OnTheCommandLine(unittest.TestCase):
    """In words and in JSON, refused in words."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.file = Path(kept.name) / "demo.equilix"
        save(kit.add_setup(lighthouse(), "Copy", like="gallery")[0], self.file)

    def said(self, *arguments: str) -> tuple[int, str, str]:
        """Exit code, output, complaints."""
        with redirect_stdout(io.StringIO()) as out, redirect_stderr(io.StringIO()) as err:
            code = run(["convert", str(self.file), *arguments])
        return code, out.getvalue(), err.getvalue()

    def test_in_words(self) -> None:
        """What it comes to, then every step with how the rig rests after it."""
        code, text, _ = self.said("112 steps", "causeway")
        self.assertEqual(code, 0)
        lines = text.splitlines()
        self.assertEqual(lines[:2], ["112 steps → Causeway", "13 steps, 7 min"])
        self.assertIn("8 clamps; tools: coin or hex key, cable ties", lines[2])
        self.assertIn("Nothing is shared", lines[3])
        self.assertTrue(lines[4].startswith("  1. Set the rig down"))
        self.assertIn("Tips to the right at 2.9°", lines[5])

    def test_in_json(self) -> None:
        """Figures and keys for other programs; texts in the units that are asked for."""
        found = json.loads(self.said("Lamp room", "workshop", "--json", "--units", "us")[1])
        self.assertEqual((found["convert_version"], found["from"], found["to"]), (1, "lamp-room", "workshop"))
        self.assertAlmostEqual(found["minutes"], sum(step["minutes"] for step in found["steps"]))
        whats = [step["what"] for step in found["steps"]]
        self.assertEqual((whats[0], whats[-1]), ("set-down", "let-go"))
        self.assertIn("loosen", whats)
        self.assertTrue(any("−0.79 in" in step["text"] for step in found["steps"]))
        self.assertEqual(found["second_pair"], sum(step["second_pair"] for step in found["steps"]))

    def test_refused(self) -> None:
        """To itself, or to what is not there; two that are built alike need nothing."""
        code, _, err = self.said("workshop", "Workshop")
        self.assertEqual(code, 1)
        self.assertIn("is both ends of the conversion", err)
        self.assertEqual(self.said("workshop", "nowhere")[0], 1)
        self.assertIn("Nothing is to be done", self.said("gallery", "copy")[1])


if __name__ == "__main__":
    unittest.main()
