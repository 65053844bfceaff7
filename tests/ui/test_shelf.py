"""The shelf, by mouse and keys: found, taken, kept, and a whole rig of it."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from equilix.shelf.shelf import own_file
from equilix.ui.workspaces.build import BuildPage
from equilix.ui.workspaces.shelf import ShelfPage
from tests.ui.beginning import Beginning
from tests.ui.wanted import FROM_THE_SHELF


class FromTheShelf(Beginning):
    """The shelf."""

    def open(self) -> ShelfPage:
        """The shelf, opened with the keys, and read."""
        self.do_key(Qt.Key.Key_F, control=True)
        page = self.page(ShelfPage)
        self.wait(lambda: page.shelf is not None)
        return page

    def put_on(self, words: str, mount: str = "") -> None:
        """A part by its words onto the rig; where another place is meant, choose that in Build."""
        page = self.open()
        page.words.selectAll()
        self.do_type(words)
        self.do_key(Qt.Key.Key_Return)
        if mount:
            self.do_key(Qt.Key.Key_F2)
            self.choose(self.page(BuildPage).mount, mount)

    def test_the_shoulder_rig_in_under_150_actions(self) -> None:
        """Pad and battery on rods, offset bracket, rosette arms, a hung monitor: 15 parts, on the shoulder."""
        for words, mount in FROM_THE_SHELF:
            self.put_on(words, mount)
        self.assertEqual(len(self.session.setup.placements), 15)
        self.assertLess(self.actions, 150)
        self.assertIsNotNone(self.session.analysis.support)
        self.assertTrue(all(part.mass_how == "estimated" for part in self.session.document.parts))
        self.assertGreater(self.session.analysis.mass.mass_kg, 6.0)

    def test_found_and_taken(self) -> None:
        """The first that is meant is chosen and told; Enter takes it; undo takes it back; what is not there is said."""
        page = self.open()
        self.do_type("evf")
        self.assertIn("Viewfinder, light: viewfinder, 260 g ± 15 %", page.about.text())
        self.do_key(Qt.Key.Key_Down)
        self.assertTrue(page.cloth.hasFocus())
        self.do_key(Qt.Key.Key_Right)
        self.assertIn("Viewfinder, heavy", page.about.text())
        self.do_click(page.into_kit)
        self.assertEqual([part.name for part in self.session.document.parts], ["viewfinder, heavy"])
        self.assertEqual(self.session.setup.placements, ())
        self.session.undo()
        self.assertEqual(self.session.document.parts, ())
        page.words.setFocus()
        page.words.selectAll()
        self.do_type("thingamajig")
        self.assertIn("Nothing on the shelf", page.about.text())
        self.assertFalse(page.onto_rig.isEnabled())
        self.do_key(Qt.Key.Key_Return)
        self.assertEqual(self.session.document.parts, ())

    def test_strapped_to_what_is_selected(self) -> None:
        """With Shift, Enter in the shelf straps what no mount takes; in the table of the mat too."""
        self.put_on("boxy full frame")
        page = self.open()
        page.words.selectAll()
        self.do_type("evf")
        self.do_key(Qt.Key.Key_Down)
        QTest.keyClick(page.cloth, Qt.Key.Key_Return, Qt.KeyboardModifier.ShiftModifier)
        (body, finder) = self.session.setup.placements
        self.assertEqual((finder.parent, finder.strapped), (body.id, True))
        low, high, rows = self.session.analysis.assembly.boxes_m
        self.assertAlmostEqual(low[rows == 1][:, 2].min(), high[rows == 0][:, 2].max(), msg="it lies on top")
        self.session.undo()
        self.session.selection.select(None)
        self.window.show_page("mat")
        table = self.window.page.table  # type: ignore[attr-defined]
        table.choose(finder.part)
        QTest.keyClick(table, Qt.Key.Key_Return, Qt.KeyboardModifier.ShiftModifier)
        self.assertTrue(self.session.setup.placements[-1].strapped, "to what carries the rig, where none is selected")

    def test_many_are_told(self) -> None:
        """All of it is too much for the cloth: how many more there are is said."""
        page = self.open()
        self.assertIn("more: type a word", page.about.text())
        self.assertEqual(len(page.found), 60)

    def test_kept_for_the_next_job(self) -> None:
        """The kit goes onto one's own shelf and is found first from then on; a wrong line of it is said."""
        self.listed("my odd evf 410 g")
        page = self.open()
        self.do_click(page.own)
        self.wait(lambda: page.shelf is not None)
        page.words.setFocus()
        page.words.selectAll()
        self.do_type("evf")
        self.assertIn("My odd evf", page.about.text())
        self.assertIn("410 g ± 3 %", page.about.text(), "as surely as it was told: from a data sheet")
        self.assertIn("1 part of the kit is on your shelf", self.messages[-1][0])
        own_file().write_text("name;mass g\nbroken;\n")
        page.shelf = None
        page.refresh()
        self.wait(lambda: page.shelf is not None)
        self.assertIn("Line 2 of your shelf", page.wrong.text())
        own_file().write_bytes(b"\xff\xfe")
        page.shelf = None
        page.refresh()
        self.wait(lambda: page.shelf is not None)
        self.assertIn("no text", page.wrong.text())
        self.assertGreater(len(page.found), 0, "what ships is there all the same")
