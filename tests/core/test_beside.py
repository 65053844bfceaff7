"""Two setups side by side."""

import io
import json
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path

from equilix.change.beside import Beside, Line, beside, parts_words
from equilix.change.conversion.conversion import minutes_between
from equilix.cli import run
from equilix.demo.lighthouse import lighthouse
from equilix.edits import kit, rigging
from equilix.store.saving import save
from tests.core.builders import scene
from tests.told import told


def lines(found: Beside) -> dict[str, Line]:
    """The figures, by key."""
    return {line.key: line for line in found.lines}


class SideBySide(unittest.TestCase):
    """Figures, parts, minutes."""

    def test_figures(self) -> None:
        """Each as its own analysis says; what is felt to be better is marked, less mass as well as more minutes."""
        document = lighthouse()
        found = lines(beside(document, "lamp-room", "workshop"))
        self.assertEqual((told(found["mass"].first), told(found["mass"].second)), ("10.67 kg", "6.57 kg"))
        self.assertEqual(found["mass"].better, 1)
        self.assertEqual(found["lasts"].better, -1)
        self.assertEqual(told(found["verdict"].first), "Falls forward.")
        inertias = [scene(key).mass.inertia_kg_m2[1, 1] for key in ("lamp-room", "workshop")]
        self.assertEqual(told(found["steady"].second), f"{inertias[1] / inertias[0]:.0%}")
        self.assertEqual((found["price"].better, told(found["price"].first)), (1, "7,322"))

    def test_alike(self) -> None:
        """A copy differs in nothing: no figure is better, and all pieces are in both."""
        document, _ = kit.add_setup(lighthouse(), "Copy", like="gallery")
        found = beside(document, "gallery", "copy")
        self.assertEqual({line.better for line in found.lines}, {0})
        self.assertEqual((found.only_first, found.only_second, found.shared), ((), (), 5))

    def test_parts(self) -> None:
        """What only one has, counted where there are several; minutes there and back."""
        document = lighthouse()
        for slide in (-0.16, -0.12):
            document = rigging.add(document, "lamp-room", "weight-500", "rear-rods", "rods", slide_m=slide)[0]
        found = beside(document, "lamp-room", "workshop")
        self.assertIn("2 × 500 g counterweight", [told(each) for each in found.only_first])
        self.assertEqual([told(each) for each in found.only_second], ["150 mm rods"])
        self.assertEqual(found.there_min, minutes_between(document, "lamp-room", "workshop"))
        said = told(parts_words(found))
        self.assertIn("Only Workshop: 150 mm rods. 8 pieces are in both.", said)

    def test_with_nothing(self) -> None:
        """A setup with nothing on it has no size and no figure that could be better than another's for nothing."""
        document, _ = kit.add_setup(lighthouse(), "Nothing")
        found = lines(beside(document, "gallery", "nothing"))
        self.assertEqual(told(found["size"].second), "")
        self.assertEqual(told(found["mass"].second), "0 g")


class OnTheCommandLine(unittest.TestCase):
    """`equilix compare`."""

    def test_in_words_and_json(self) -> None:
        """Both figures and who is better; a setup against itself and one that is not there are refused."""
        with tempfile.TemporaryDirectory() as kept:
            path = str(Path(kept) / "demo.equilix")
            save(lighthouse(), Path(path))

            def said(*arguments: str) -> tuple[int, str, str]:
                with redirect_stdout(io.StringIO()) as out, redirect_stderr(io.StringIO()) as err:
                    code = run(["compare", path, *arguments])
                return code, out.getvalue(), err.getvalue()

            code, text, _ = said("stairs", "lamp-room")
            self.assertEqual(code, 0)
            self.assertIn("  Mass: 4.48 kg · 10.67 kg ▼\n", text)
            found = json.loads(said("stairs", "Lamp room", "--json", "--units", "us")[1])
            figures = {each["figure"]: each for each in found["figures"]}
            self.assertEqual((figures["mass"]["second"], figures["mass"]["better"]), ("23 lb 8.2 oz", -1))
            self.assertGreater(found["there_minutes"], 1)
            same = said("lamp-room", "lamp-room")[2]
            self.assertIn("“Lamp room” cannot be held against itself. Name two setups.", same)
            self.assertIn("nowhere", said("stairs", "nowhere")[2])


if __name__ == "__main__":
    unittest.main()
