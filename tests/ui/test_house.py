"""The house itself: no circle, no physics in the interface, and no library before it is needed."""

import ast
import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path

import grimp

HULL = "equilix.mechanics.hull"
"""Geometry: a silhouette is the hull of a solid on the paper."""
SOURCE = Path(__file__).parents[2] / "src" / "equilix"


def circles(graph: grimp.ImportGraph) -> list[list[str]]:
    """The sets of modules that import each other round about, imports for types alone included (Tarjan 1972)."""
    order: dict[str, int] = {}
    low: dict[str, int] = {}
    open_: list[str] = []
    found: list[list[str]] = []

    def visit(module: str) -> None:
        order[module] = low[module] = len(order)
        open_.append(module)
        for other in graph.find_modules_directly_imported_by(module):
            if other not in order:
                visit(other)
                low[module] = min(low[module], low[other])
            elif other in open_:
                low[module] = min(low[module], order[other])
        if low[module] == order[module]:
            circle = open_[open_.index(module) :]
            del open_[open_.index(module) :]
            if len(circle) > 1:
                found.append(sorted(circle))

    for module in sorted(graph.modules):
        if module not in order:
            visit(module)
    return found


class House(unittest.TestCase):
    """What the import rules alone do not say."""

    def test_no_circle(self) -> None:
        """No module imports itself round about, not even for the names of types; and the search finds one that does."""
        graph = grimp.build_graph("equilix", cache_dir=None)
        self.assertEqual(circles(graph), [])
        graph.add_import(importer="equilix.kit.solids", imported="equilix.kit.parts")
        self.assertIn(["equilix.kit.parts", "equilix.kit.solids"], [[*each] for each in circles(graph)])

    def test_the_interface_asks_no_mechanics(self) -> None:
        """Nothing under ui imports the mechanics, a constant of nature, or SciPy: what it shows has been worked out."""
        graph = grimp.build_graph("equilix", include_external_packages=True, cache_dir=None)
        wrong = [
            (module, other)
            for module in graph.modules
            if module.startswith("equilix.ui")
            for other in graph.find_modules_directly_imported_by(module)
            if other.startswith(("equilix.mechanics", "equilix.constants", "scipy")) and other != HULL
        ]
        self.assertEqual(wrong, [])

    def test_what_the_first_window_waits_for(self) -> None:
        """The libraries that few need are loaded when they are: the window with a rig in it needs none of them."""
        code = (
            "import sys; from PySide6.QtWidgets import QApplication; from equilix.ui.app import open_program\n"
            "app = QApplication([]); window = open_program(demo=True).window; window.show(); app.processEvents()\n"
            "print({'scipy', 'trimesh', 'lxml', 'networkx', 'pyqtgraph'} & set(sys.modules))"
        )
        with tempfile.TemporaryDirectory() as folder:
            bare = {**os.environ, "QT_QPA_PLATFORM": "offscreen", "EQUILIX_STATE": folder}
            found = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, env=bare)
        self.assertEqual(found.returncode, 0, found.stderr)
        self.assertTrue(found.stdout.endswith("set()\n"), found.stdout)

    def test_the_interface_adds_up_no_masses(self) -> None:
        """No sum, mean or product over arrays of masses, forces or moments is taken in ui/."""
        sums = {"sum", "mean", "cumsum", "dot", "average", "prod"}
        wrong = []
        for file in sorted((SOURCE / "ui").rglob("*.py")):
            for node in ast.walk(ast.parse(file.read_text("utf-8"))):
                if isinstance(node, ast.Call) and getattr(node.func, "attr", getattr(node.func, "id", "")) in sums:
                    said = ast.unparse(node)
                    if any(word in said for word in ("mass", "force", "moment", "_kg", "_nm", "_n)")):
                        wrong.append(f"{file.name}:{node.lineno}: {said}")
        self.assertEqual(wrong, [])


if __name__ == "__main__":
    unittest.main()
