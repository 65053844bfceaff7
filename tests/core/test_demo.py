"""The demonstration, and what the house forbids anywhere."""

import ast
import re
import unittest
from importlib import metadata
from pathlib import Path

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.faults import document_faults
from equilix.kit.catalogue import FAMILIES, KINDS, family_of

ROOT = Path(__file__).parents[2]


class Demo(unittest.TestCase):
    """A rig that is visibly out of balance, of a kit of about 45 parts."""

    def test_kit(self) -> None:
        """About 45 parts besides what they are carried with; prices, some wanted, some optional, some not weighed."""
        parts = lighthouse().parts
        carried_with = [p for p in parts if p.kind.startswith(("gimbal", "sled")) or p.carrier is not None]
        self.assertTrue(40 <= len(parts) - len(carried_with) <= 60, len(parts) - len(carried_with))
        self.assertTrue(all(part.price is not None for part in parts))
        self.assertTrue(any(not part.owned for part in parts))
        self.assertTrue(any(not part.needed for part in parts))
        self.assertEqual({part.mass_how for part in parts}, {"weighed", "data sheet", "estimated"})

    def test_falls_forward(self) -> None:
        """The lamp-room rig is front-heavy by a hand's breadth, and a real weight."""
        made = lighthouse()
        analysis = analyse(made, made.setups[0])
        self.assertEqual(analysis.status, "falls")
        self.assertGreater(analysis.conditions[0].value_m, 0.08)
        self.assertTrue(7 < analysis.mass.mass_kg < 12)
        self.assertEqual(document_faults(made), ())

    def test_two_operators(self) -> None:
        """One tall and strong, one slight with a sore shoulder."""
        tall, slight = lighthouse().operators
        self.assertGreater(tall.stature_m, slight.stature_m)
        self.assertGreater(tall.strength_of("shoulder"), slight.strength_of("shoulder"))
        self.assertIn("sore", slight.note)

    def test_names_say_what_things_are(self) -> None:
        """Names are plain words and figures: no word with a capital inside, none that looks like a model."""
        for part in lighthouse().parts:
            self.assertNotRegex(part.name.replace("Wh", ""), r"[a-z][A-Z]|\b[A-Z]{2,}\d|\b[A-Z][a-z]+\b", part.name)

    def test_the_kit_has_of_every_family(self) -> None:
        """Something of every family is on the mat, and of 44 kinds: about 45 parts cannot be of all kinds there are."""
        self.assertEqual({family_of(part) for part in lighthouse().parts}, set(FAMILIES))
        used = {part.kind for part in lighthouse().parts}
        self.assertGreaterEqual(len(used), 44)
        self.assertLessEqual(used, set(KINDS))


class House(unittest.TestCase):
    """Rules that can be read off the tree."""

    def files(self, *patterns: str) -> list[Path]:
        """Files of the project that match."""
        return [path for pattern in patterns for path in ROOT.glob(pattern)]

    def test_nothing_is_called_safe(self) -> None:
        """No text of program, README or docs calls anything safe."""
        for path in self.files("src/**/*.py", "docs/*.md", "README.md", "CHANGELOG.md"):
            for line in path.read_text("utf-8").splitlines():
                self.assertNotRegex(line.lower(), r"\bsafe(ly|ty|r)?\b", f"{path.name}: {line}")

    def test_modules_stay_small(self) -> None:
        """None over 400 lines; the median under 150."""
        sizes = sorted((len(p.read_text("utf-8").splitlines()), p.name) for p in self.files("src/**/*.py"))
        self.assertLessEqual(sizes[-1][0], 400, sizes[-1])
        self.assertLess(sizes[len(sizes) // 2][0], 150)

    def test_docstrings_tell_of_what_there_is(self) -> None:
        """What a docstring explains by name is an argument, a field or a value that is written there."""
        told = 0
        for path in self.files("src/**/*.py"):
            text = path.read_text("utf-8")
            for node in ast.walk(ast.parse(text)):
                if not isinstance(node, ast.FunctionDef | ast.ClassDef):
                    continue
                there = _named_in(node)
                for name in re.findall(r"``(\w\w+)``(?: \([^)]*\))?:", ast.get_docstring(node) or ""):
                    told += 1
                    self.assertTrue(name in there or f'"{name}"' in text, f"{path.name}, {node.name}: {name}")
        self.assertGreater(told, 200)

    def test_only_the_interface_names_qt(self) -> None:
        """Outside ui/ nothing imports Qt."""
        for path in self.files("src/**/*.py"):
            if "ui" not in path.parts:
                self.assertIsNone(
                    re.search(r"^\s*(from|import) (PySide6|shiboken6|pyqtgraph)", path.read_text("utf-8"), re.MULTILINE)
                )

    def test_share_of_tests(self) -> None:
        """Tests are between a quarter and a third of the Python lines."""
        lines = {
            name: sum(len(p.read_text("utf-8").splitlines()) for p in self.files(f"{name}/**/*.py"))
            for name in ("src", "tests", "tools")
        }
        share = lines["tests"] / sum(lines.values())
        self.assertTrue(0.25 <= share <= 0.34, f"{share:.0%} of {lines}")

    def test_screenshots_are_linked(self) -> None:
        """Every picture in docs/screenshots is linked from the README, and there are fewer than 20."""
        readme = (ROOT / "README.md").read_text("utf-8")
        pictures = self.files("docs/screenshots/*.png")
        self.assertTrue(0 < len(pictures) < 20)
        for picture in pictures:
            self.assertIn(picture.name, readme)

    def test_truth_is_told(self) -> None:
        """The table of what the models were held against is there, with no case wrong, and names its references."""
        page = (ROOT / "docs" / "truth.md").read_text("utf-8")
        rows = [line for line in page.splitlines() if line.startswith("| ") and "| reference |" not in line]
        self.assertGreaterEqual(len(rows), 25)
        for line in rows:
            self.assertEqual(len(line.split("|")), 7, line)
            self.assertNotRegex(line, r"nan|\b[1-9]\d* wrong")

    def test_licences_at_run_time(self) -> None:
        """What the program needs to run is permissive or LGPL, and stands in the table of CONTRIBUTING."""
        told = (ROOT / "CONTRIBUTING.md").read_text("utf-8").lower()
        wanted, seen = ["numpy", "scipy", "highspy", "msgspec", "pydantic", "platformdirs", "daqp", "babel"], set[str]()
        wanted += ["trimesh", "lxml", "networkx", "odfdo", "pyserial", "icalendar"]
        while wanted:
            name = wanted.pop()
            if name in seen:
                continue
            seen.add(name)
            found = metadata.distribution(name)
            sorts = [each for each in found.metadata.get_all("Classifier") or [] if "License" in each]
            first = str(found.metadata.get("License") or "").split("\n")[0]  # what it bundles is told further down
            licence = " ".join((found.metadata.get("License-Expression") or "", first, *sorts))
            self.assertGreater(len(licence.strip()), 2, name)
            self.assertNotRegex(licence, r"(?<!L)GPL|General Public(?!.*Lesser)|Affero", name)
            self.assertIn(name, told)
            asked = [each for each in found.requires or [] if not re.search(r"extra ==|python_version <", each)]
            wanted += [re.split(r"[ ;<>=!\[(]", each)[0].lower().replace("_", "-") for each in asked]
        project = (ROOT / "pyproject.toml").read_text("utf-8")
        needed = re.findall(r'"([\w-]+)>=', project.split("dependencies = [")[1].split("]")[0])
        self.assertEqual({each.lower() for each in needed} - seen, set())

    def test_licence_of_the_type(self) -> None:
        """The fonts ship with their licence."""
        fonts = ROOT / "src" / "equilix" / "resources" / "fonts"
        self.assertTrue(list(fonts.glob("*.otf")))
        self.assertIn("OPEN FONT LICENSE", (fonts / "B612-LICENCE.txt").read_text("utf-8"))


def _named_in(node: ast.FunctionDef | ast.ClassDef) -> set[str]:
    """Arguments of a function; of a class its fields, its methods and what they take and set."""
    if isinstance(node, ast.FunctionDef):
        taken = node.args
        all_of = (*taken.posonlyargs, *taken.args, *taken.kwonlyargs, taken.vararg, taken.kwarg)
        return {each.arg for each in all_of if each is not None}
    found: set[str] = set()
    for inner in ast.walk(node):
        match inner:
            case ast.FunctionDef(name="__init__"):
                found |= _named_in(inner)
            case ast.FunctionDef(name=name) | ast.Name(id=name) | ast.Attribute(attr=name):
                found.add(name)
    return found


if __name__ == "__main__":
    unittest.main()
