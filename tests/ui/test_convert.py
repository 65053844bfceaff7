"""Conversions in the window: steps, drawing, the watch, the sheet, minutes between all setups."""

from __future__ import annotations

from itertools import pairwise

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest

from equilix.change.conversion.conversion import convert
from equilix.demo.lighthouse import lighthouse
from equilix.edits import kit
from equilix.ui.printing.conversion_sheet import draw_conversion
from equilix.ui.printing.paper import PAGES_MM, printed
from equilix.ui.workspaces.change.between import BetweenTab
from equilix.ui.workspaces.change.convert import ConvertTab
from equilix.ui.workspaces.change.page import ChangePage
from tests.ui.beginning import Beginning
from tests.ui.window_test import WindowTest


class Convert(WindowTest):
    """The list of steps and the one that is looked at."""

    def tab(self, start: str = "lamp-room", end: str = "workshop") -> ConvertTab:
        """The tab, with the steps between two setups."""
        self.press(Qt.Key.Key_F10)
        page = self.window.page
        assert isinstance(page, ChangePage)
        page.choose("convert")
        page.convert.ask(start, end)
        self.wait(lambda: not page.waits)
        return page.convert

    def test_steps(self) -> None:
        """As many lines as steps; what it comes to stands over them; the first is looked at."""
        tab = self.tab()
        assert tab.found is not None
        self.assertEqual(tab.steps.count(), len(tab.found.moves))
        self.assertEqual(tab.head.text(), "Lamp room → Workshop: 22 steps, 10 min.")
        self.assertIn("16 clamps; tools: cutter, coin or hex key; 3 steps want a second pair of hands", tab.more.text())
        self.assertEqual(tab.steps.currentRow(), 0)
        self.assertIn("Falls over to the back", tab.after.text())

    def test_step_by_step(self) -> None:
        """Down goes to the next; its rig is drawn as it is before what comes off, with that in the accent."""
        tab = self.tab()
        tab.steps.setFocus()
        for _ in range(8):
            self.press(Qt.Key.Key_Down, tab.steps)
        assert tab.found is not None
        move = tab.found.moves[8]
        self.assertEqual(set(tab.picture.meant), {"front-rods", "follow-focus", "lens-support"})
        self.assertIs(tab.picture.assembly, tab.pictures[8])
        assert tab.picture.assembly is not None
        self.assertIn("front-rods", tab.picture.assembly.ids)
        self.assertTrue(move.pair)
        self.assertIn("A second pair of hands.", tab.after.text())
        plain = tab.picture.grab().toImage()
        tab.picture.show_rig(tab.pictures[8])
        self.assertNotEqual(tab.picture.grab().toImage(), plain)

    def test_the_other_way(self) -> None:
        """Both ends change places; the same at both ends is no conversion."""
        tab = self.tab()
        self.click(tab.swap)
        self.wait(lambda: not tab.waits)
        self.assertTrue(tab.head.text().startswith("Workshop → Lamp room"))
        tab.ask("gallery", "gallery")
        self.assertEqual(tab.head.text(), "Choose two setups.")
        self.assertFalse(tab.both.isVisible())
        self.assertFalse(tab.save.isEnabled())

    def test_the_watch(self) -> None:
        """What it took is noted, and the estimate is at one's own pace from then on; forgotten, it is as before."""
        tab = self.tab("stairs", "causeway")
        self.enter(tab.took, "28")
        self.wait(lambda: not tab.waits)
        self.assertEqual(len(self.session.document.conversions), 1)
        self.assertIn("Last time by the watch: 28 min.", tab.more.text())
        self.assertIn("At your own pace, 2.", tab.more.text())
        self.enter(tab.took, "-3")
        self.assertIn("cannot have taken −3 minutes", tab.took.complaint.text())
        self.click(tab.forget)
        self.wait(lambda: not tab.waits)
        self.assertEqual(self.session.document.conversions, ())
        self.assertFalse(tab.forget.isEnabled())

    def test_minutes_by_fastening(self) -> None:
        """One's own in the panel; what is refused stays in its field."""
        tab = self.tab("evening", "gallery")
        assert tab.found is not None
        before = tab.found.minutes
        self.click(tab.table)
        assert tab.panel is not None
        field = tab.panel.fields["screw"]
        field.line.setText("0")
        field.line.setModified(True)
        self.click(tab.panel.done)
        self.assertIn("cannot take 0 minutes", field.complaint.text())
        field.line.setText("2.5")
        field.line.setModified(True)
        self.click(tab.panel.done)
        self.wait(lambda: not tab.waits)
        self.assertEqual(self.session.document.rules, {"minutes_screw": 2.5})
        self.assertAlmostEqual(tab.found.minutes, before + 4)

    def test_what_is_chosen_stays(self) -> None:
        """Through an edit of something else, and while another conversion is looked for."""
        tab = self.tab()
        tab.steps.setCurrentRow(5)
        self.session.edit("name", lambda d: kit.rename_setup(d, "evening", "Late"))
        self.wait(lambda: not tab.waits)
        self.assertEqual(tab.steps.currentRow(), 5)
        self.assertEqual((tab.start.currentData(), tab.end.currentData()), ("lamp-room", "workshop"))

    def test_the_sheet(self) -> None:
        """Saved from the tab; a page for every fifteen steps, each with its number."""
        tab = self.tab()
        self.click(tab.save)
        assert tab.dialog is not None
        out = self.folder / "sheet.pdf"
        tab.dialog.fileSelected.emit(str(out))
        tab.dialog.close()
        self.settle()
        from pypdf import PdfReader

        pages = PdfReader(out).pages
        self.assertEqual(len(pages), 2)
        text = " ".join(page.extract_text() for page in pages).replace("\t", " ")
        for number in range(1, 23):
            self.assertRegex(text, rf"(?m)\b{number}\b")

    def test_every_page_size(self) -> None:
        """From A6, with one step beside the other, to A4: every step is drawn."""
        document = lighthouse()
        found = convert(document, "stairs", "causeway")
        for page, least in (("a6", 4), ("a5", 2), ("letter", 1)):
            files = printed(lambda p: draw_conversion(p, document, found, "us"), "png", PAGES_MM[page]).files
            self.assertGreaterEqual(len(files), least, page)


class Between(WindowTest):
    """Minutes between all setups."""

    def tab(self) -> BetweenTab:
        """The tab, with its minutes."""
        self.press(Qt.Key.Key_F10)
        page = self.window.page
        assert isinstance(page, ChangePage)
        page.choose("between")
        self.wait(lambda: not page.waits)
        return page.between

    def test_a_table(self) -> None:
        """Seven by seven, nothing from a setup to itself; the day in the order of the setups."""
        tab = self.tab()
        self.assertEqual((tab.table.rowCount(), tab.table.columnCount()), (7, 7))
        item = tab.table.item(2, 3)
        assert item is not None
        self.assertEqual(item.text(), "6 min 50 s")
        empty = tab.table.item(2, 2)
        assert empty is not None
        self.assertEqual(empty.text(), "")
        self.assertRegex(tab.head.text(), r"All setups in their order: \d+ min of conversions.")

    def test_two_candidates(self) -> None:
        """The day with a quicker rig in the place of another one; one and the same is no choice."""
        tab = self.tab()
        tab.old.setCurrentIndex(tab.old.findData("lamp-room"))
        tab.new.setCurrentIndex(tab.new.findData("gallery"))
        tab.new.activated.emit(0)
        order = [s.id for s in self.session.document.setups if s.id != "gallery"]
        times = [tab.times[pair] for pair in pairwise(order)]
        self.assertIn(f"instead of {round(sum(times))} min", tab.instead.text())
        tab.new.setCurrentIndex(tab.new.findData("lamp-room"))
        tab.new.activated.emit(0)
        self.assertEqual(tab.instead.text(), "Choose two candidates for one scene.")

    def test_to_the_steps(self) -> None:
        """Enter on a cell leads to that conversion."""
        tab = self.tab()
        tab.table.setCurrentCell(0, 4)
        tab.table.setFocus()
        QTest.keyClick(tab.table, Qt.Key.Key_Return)
        self.settle()
        page = self.window.page
        assert isinstance(page, ChangePage)
        self.assertEqual(page.tabs.tab, "convert")
        self.wait(lambda: not page.waits)
        self.assertTrue(page.convert.head.text().startswith("Lamp room → Workshop"))


class FromNothing(Beginning):
    """One setup alone."""

    def test_says_what_to_do(self) -> None:
        """Another one is needed."""
        self.do_key(Qt.Key.Key_F10)
        page = self.page(ChangePage)
        for tab, head in (("convert", page.convert.head), ("between", page.between.head)):
            page.choose(tab)
            self.wait(lambda: not page.waits)
            self.assertIn("One setup alone needs no conversion", head.text())
