"""The workspace Change: the lens table and the tapes, by mouse and keys."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QMenu

from equilix.change.lens_table import Cell
from equilix.edits import kit
from equilix.ui.workspaces.change.lenses import LensesTab
from equilix.ui.workspaces.change.page import ChangePage
from equilix.ui.workspaces.change.tape import TapeTab
from tests.ui.beginning import Beginning
from tests.ui.window_test import WindowTest


class Change(WindowTest):
    """What both tabs share."""

    def page(self) -> ChangePage:
        """The workspace, opened with its key."""
        self.press(Qt.Key.Key_F10)
        page = self.window.page
        assert isinstance(page, ChangePage)
        return page

    def lenses(self) -> LensesTab:
        """The table with all its cells."""
        page = self.page()
        self.wait(lambda: not page.waits)
        return page.lenses


class Lenses(Change):
    """The lens table."""

    def test_every_cell_is_found(self) -> None:
        """Seven setups, eight lenses; the headline is that of the open setup, whose lens is chosen."""
        tab = self.lenses()
        self.assertEqual(len(tab.table.cells.cells), 56)
        self.assertEqual(tab.head.text(), "Lamp room: one mark of bridge plate serves all lenses.")
        cell = tab.table.current
        assert cell is not None
        self.assertEqual((cell.lens, cell.setup), ("zoom-28-80", "lamp-room"))
        self.assertTrue(tab.table.hasFocus())
        self.assertTrue(tab.about.text().startswith("● 28–80 zoom: Bridge plate on 64 mm"))

    def test_cells_come_one_by_one(self) -> None:
        """The first are there long before the last; until then the place is empty, and says so."""
        page = self.page()
        cells = page.lenses.table.cells
        self.assertIn("not found yet", cells.said(cells.index_of("prime-25", "evening")))
        self.wait(lambda: bool(cells.cells))
        self.assertLess(len(cells.cells), 56)
        self.assertEqual({key[1] for key in cells.cells}, {"lamp-room"})

    def test_by_keys_onto_the_rig(self) -> None:
        """Arrow keys choose a cell, its rig lies over the drawing, Enter puts it on; one undo takes it back."""
        tab = self.lenses()
        before = self.session.document
        self.press(Qt.Key.Key_Down, tab.table)
        cell = tab.table.current
        assert cell is not None
        self.assertEqual(cell.lens, "zoom-24-70")
        ghost = self.session.view.ghost
        assert ghost is not None
        assert cell.after is not None
        self.assertIs(ghost.after, cell.after)
        self.press(Qt.Key.Key_Return, tab.table)
        setup = self.session.setup
        self.assertEqual(setup.by_id["lens"].part, "zoom-24-70")
        self.assertNotIn("lens-support", setup.by_id)
        self.assertTrue(self.session.analysis.conditions[0].ok)
        self.assertTrue(self.messages[-1][0].startswith("Put 24–70 zoom on “Lamp room”: done."))
        self.wait(lambda: not tab.waits)
        self.assertIn("it stands so", tab.about.text())
        self.assertIsNone(self.session.view.ghost)
        self.session.undo()
        self.assertEqual(self.session.document, before)

    def test_on_another_setup(self) -> None:
        """Its rig is a small picture; put on, that setup is opened, with all axes of the gimbal on their marks."""
        tab = self.lenses()
        tab.table.choose("prime-50", "stairs")
        self.settle()
        self.assertTrue(tab.picture.isVisible())
        self.assertIsNone(self.session.view.ghost)
        self.assertEqual(tab.head.text(), "112 steps: 3 marks serve 6 of 8 lenses.")
        self.click(tab.on)
        self.assertEqual(self.session.setup.id, "stairs")
        self.assertEqual(self.session.analysis.status, "rests")
        self.session.undo()
        self.assertEqual(self.session.setup.by_id["lens"].part, "zoom-24-70")

    def test_only_what_changed_is_looked_at_anew(self) -> None:
        """After an edit of one setup the cells of the others stay; another mass in the kit drops them all."""
        tab = self.lenses()
        kept = tab.table.cells.cells["prime-25", "evening"]
        found: list[object] = []
        tab.job.found.connect(found.append)
        self.click(tab.on)
        self.wait(lambda: not tab.waits)
        self.assertEqual({each.setup for each in found if isinstance(each, Cell)}, {"lamp-room"})
        self.assertIs(tab.table.cells.cells["prime-25", "evening"], kept)
        self.session.edit("heavier", lambda d: kit.change_part(d, "boxy-body", mass_kg=3.0))
        self.assertEqual(len(tab.table.cells.cells), 0)
        self.wait(lambda: not tab.waits)
        self.assertEqual(len(tab.table.cells.cells), 56)
        self.assertIsNot(tab.table.cells.cells["prime-25", "evening"], kept)

    def test_what_is_chosen_stays_chosen(self) -> None:
        """While cells come, and through edits and another theme."""
        page = self.page()
        page.lenses.table.choose("macro-100", "workshop")
        self.wait(lambda: not page.waits)
        self.window.change_theme()
        self.session.edit("name", lambda d: kit.rename_setup(d, "workshop", "The workshop"))
        self.wait(lambda: not page.waits)
        cell = page.lenses.table.current
        assert cell is not None
        self.assertEqual((cell.lens, cell.setup), ("macro-100", "workshop"))

    def test_what_goes_with_a_lens(self) -> None:
        """A panel with the adapter and a tick for each thing; what is taken shows beside the row; undone as one."""
        tab = self.lenses()
        tab.table.choose("prime-25", "lamp-room")
        self.click(tab.along)
        panel = tab.panel
        assert panel is not None
        self.assertTrue(panel.ticks["matte-box"].isChecked())
        panel.ticks["matte-box"].click()
        panel.ticks["nd-filter"].click()
        panel.adapters["adapter"].click()
        self.click(panel.done)
        kept = self.session.document.lens_sets_by_lens["prime-25"]
        self.assertEqual(kept.parts, ("adapter", "nd-filter"))
        self.assertEqual(tab.table.with_words("prime-25"), "520 g + stills lens adapter + dark filter 0.9")
        self.wait(lambda: not tab.waits)
        self.click(tab.along)
        panel = tab.panel
        assert panel is not None
        self.click(panel.forget)
        self.assertNotIn("prime-25", self.session.document.lens_sets_by_lens)
        self.session.undo()
        self.session.undo()
        self.assertEqual(self.session.document.lens_sets_by_lens["prime-25"].parts, ("matte-box",))

    def test_what_is_slid_and_bare_lenses(self) -> None:
        """From the menu of the column: other rods have the marks then, and the primes go on without the box."""
        tab = self.lenses()
        tab.table.choose("prime-25", "workshop")
        self.click(tab.how)
        menu = next(each for each in QApplication.topLevelWidgets() if isinstance(each, QMenu) and each.isVisible())
        titles = [action.text() for action in menu.actions()]
        self.assertEqual(titles[1:4], ["What does most", "rod clamp with rosettes", "150 mm rods"])
        menu.actions()[3].trigger()
        menu.close()
        self.wait(lambda: not tab.waits)
        column = tab.table.cells.columns["workshop"]
        self.assertEqual(column.plate_name, "150 mm rods")
        menu = tab.how_menu()
        menu.actions()[-1].trigger()
        self.assertFalse(self.session.document.setups_by_id["workshop"].bare_lenses)
        menu.deleteLater()

    def test_a_double_click(self) -> None:
        """Puts it on."""
        tab = self.lenses()
        index = tab.table.cells.index_of("prime-35", "lamp-room")
        at = tab.table.visualRect(index).center()
        for click in (QTest.mouseClick, QTest.mouseDClick):
            click(tab.table.viewport(), Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, QPoint(at))
        self.settle()
        self.assertEqual(self.session.setup.by_id["lens"].part, "prime-35")

    def test_called_off(self) -> None:
        """Leaving the workspace ends the search; coming back takes it up; stopping it leaves what was found."""
        page = self.page()
        self.wait(lambda: bool(page.lenses.table.cells.cells))
        self.press(Qt.Key.Key_F3)
        self.assertFalse(page.waits)
        self.press(Qt.Key.Key_F10)
        self.wait(lambda: len(page.lenses.table.cells.cells) == 56)

    def test_drawn_in_every_state(self) -> None:
        """Found, short, without a mark, not found yet: every kind of cell is painted, light and dark, in inches."""
        small = self.session.document.parts_by_id["prime-25"]
        other = small.changed(hangs_by=tuple(p.changed(kind="other mount") for p in small.hangs_by))
        self.session.edit("mount", lambda d: d.changed(parts=tuple(other if p.id == small.id else p for p in d.parts)))
        page = self.page()
        first = page.lenses.table.grab().toImage()
        self.wait(lambda: not page.waits)
        self.assertNotEqual(page.lenses.table.grab().toImage(), first)
        page.lenses.table.choose("prime-25", "evening")
        self.assertIn("does not fit", page.lenses.about.text())
        self.assertFalse(page.lenses.on.isEnabled())
        self.window.change_units()
        self.window.change_theme()
        self.assertNotEqual(page.lenses.table.grab().toImage(), first)
        self.assertIn(" in", page.lenses.table.cells.said(page.lenses.table.cells.index_of("prime-50", "evening")))


class FromNothing(Beginning):
    """An empty document: the tabs say what to do first."""

    def test_no_lens(self) -> None:
        """Where lenses come from; nothing to choose, nothing to press."""
        self.do_key(Qt.Key.Key_F10)
        page = self.page(ChangePage)
        self.assertIn("No lens in the kit yet", page.lenses.none.text())
        self.assertFalse(page.lenses.table.isVisible())
        page.choose("tape")
        self.wait(lambda: not page.waits)
        self.assertIn("No track of this rig has marks of lenses", page.tape.said.text())
        self.assertFalse(page.tape.save.isEnabled())


class Tape(Change):
    """The tapes as pages."""

    def tape(self) -> TapeTab:
        """The tab, with the marks found."""
        page = self.page()
        page.choose("tape")
        self.wait(lambda: not page.waits)
        return page.tape

    def test_pages(self) -> None:
        """Those with marks; with all tracks there are more pages; a smaller page has more of them too."""
        tab = self.tape()
        self.assertEqual([each.placement for each in tab.shown], ["bridge"])
        low = tab.preview.height()
        tab.all.click()
        self.assertEqual(len(tab.shown), 9)
        self.assertGreater(tab.preview.height(), low)
        tab.page.setCurrentIndex(tab.page.findData("a6"))
        self.assertEqual(tab.preview.size_mm, (148.0, 105.0))

    def test_another_setup(self) -> None:
        """The tapes are those of the setup that is open."""
        tab = self.tape()
        self.session.open_setup("stairs")
        self.wait(lambda: not tab.waits)
        self.assertEqual(tab.head.text(), "Tape for “112 steps”, 1 : 1")
        self.assertEqual(len(tab.shown), 4)

    def test_saved(self) -> None:
        """To a PDF that is there then; a name without an ending is one; what cannot be written is said."""
        tab = self.tape()
        self.click(tab.save)
        assert tab.dialog is not None
        out = self.folder / "tape"
        tab.dialog.fileSelected.emit(str(out))
        tab.dialog.close()
        self.settle()
        self.assertTrue(out.with_suffix(".pdf").read_bytes().startswith(b"%PDF"))
        self.assertEqual(self.messages[-1], ("Written: tape.pdf", False))
        self.click(tab.save)
        tab.dialog.fileSelected.emit(str(Path("/nowhere/at/all/tape.svg")))
        tab.dialog.close()
        self.settle()
        self.assertTrue(self.messages[-1][1])
