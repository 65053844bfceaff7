"""Export from the window, and drawings on the command line."""

from __future__ import annotations

import unittest
from pathlib import Path
from tempfile import TemporaryDirectory

from pypdf import PdfReader
from PySide6.QtWidgets import QFileDialog

from equilix.__main__ import main
from equilix.demo.lighthouse import lighthouse
from equilix.store.saving import save
from equilix.ui.exporting import SORTS
from tests.ui.window_test import WindowTest


class Export(WindowTest):
    """By the sort that is chosen in the dialog and the ending of the name."""

    def export(self, sort: int, name: str) -> Path:
        """Choose a sort and a name, as in the dialog."""
        self.window.commands["export"].trigger()
        dialog = self.window.files.dialog
        assert isinstance(dialog, QFileDialog)
        dialog.selectNameFilter(dialog.nameFilters()[sort])
        path = self.folder / name
        dialog.fileSelected.emit(str(path))
        dialog.close()
        self.settle()
        return path

    def test_every_sort(self) -> None:
        """A drawing, both tables, a spreadsheet, the rig, the selected part; each is said when it is there."""
        self.session.selection.select("matte-box")
        for sort, name, begins in (
            (0, "rig.pdf", b"%PDF"), (0, "rig.svg", b"<?xml"), (1, "kit.csv", b"name;kind;mass g"),
            (2, "setup.csv", b"setup;placement"), (3, "all.ods", b"PK"), (4, "rig.glb", b"glTF"), (5, "part.stl", b""),
        ):  # fmt: skip
            path = self.export(sort, name)
            self.assertTrue(path.read_bytes().startswith(begins), name)
            self.assertEqual(self.messages[-1], (f"Written: {name}", False))
        self.assertGreater((self.folder / "part.stl").stat().st_size, 84)
        self.assertEqual(len(SORTS), 6)

    def test_what_cannot_be(self) -> None:
        """A part in space without one that is selected; an ending that nobody knows; nothing is written."""
        path = self.export(5, "part.stl")
        self.assertFalse(path.exists())
        self.assertIn("select one on the rig", self.messages[-1][0])
        self.assertIn("no ending that is known", (self.export(0, "rig.doc"), self.messages[-1][0])[1])


class OnTheCommandLine(unittest.TestCase):
    """Drawings need the interface."""

    def test_a_drawing(self) -> None:
        """Three views on one page, with the scale and what the rig weighs."""
        with TemporaryDirectory() as kept:
            folder = Path(kept)
            save(lighthouse(), folder / "demo.equilix")
            out = folder / "rig.pdf"
            self.assertEqual(main(["export", str(folder / "demo.equilix"), "--out", str(out)]), 0)
            text = PdfReader(out).pages[0].extract_text().replace("\t", " ")
            self.assertIn("Lighthouse: Lamp room", text)
            self.assertIn("10.67 kg", text)
            self.assertRegex(text, r"1 : \d")
