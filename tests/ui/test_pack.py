"""Cases in the window: columns to tick, the list that is saved, what cannot be packed."""

import tempfile
from pathlib import Path

from pypdf import PdfReader
from PySide6.QtCore import Qt

from equilix.demo import lighthouse
from equilix.edits import kit
from equilix.store.ticks import MOST_FILES, keep_ticked, ticked_in
from equilix.ui.printing.files import write_pages
from equilix.ui.printing.packing_sheet import draw_packing
from equilix.ui.printing.paper import PAGES_MM
from equilix.ui.workspaces.change.pack import GroupColumn, PackTab
from equilix.ui.workspaces.change.page import ChangePage
from tests.ui.beginning import Beginning
from tests.ui.window_test import WindowTest


def opened(test: WindowTest) -> PackTab:
    """The tab, with everything packed."""
    test.press(Qt.Key.Key_F10)
    page = test.window.page
    assert isinstance(page, ChangePage)
    page.choose("pack")
    test.wait(lambda: not page.waits)
    tab = page.made["pack"]
    assert isinstance(tab, PackTab)
    return tab


def shown(tab: PackTab) -> list[GroupColumn]:
    """The columns that are to be seen."""
    return [each for each in tab.groups if not each.isHidden()]


def lines(column: GroupColumn) -> list[str]:
    """What stands in a column."""
    return [column.list.item(row).text() for row in range(column.list.count())]


class Pack(WindowTest):
    """The demo's kit."""

    def test_a_column_for_each_case(self) -> None:
        """What comes off, then the cases, then what goes by itself; only the rig has fewer lines."""
        tab = opened(self)
        self.assertEqual(tab.head.text(), "All of it goes into 3 cases.")
        titles = [each.title.text() for each in shown(tab)]
        self.assertEqual((titles[0], titles[-1], len(titles)), ("Take off", "Goes by itself", 5))
        self.assertIn("10 parts on it", lines(shown(tab)[1])[0])
        self.assertIn("matte box", shown(tab)[1].list.item(0).toolTip())
        before = sum(len(lines(each)) for each in shown(tab))
        tab.what.setCurrentIndex(tab.what.findData("rig"))
        tab.what.activated.emit(tab.what.currentIndex())
        self.wait(lambda: not tab.waits)
        self.assertLess(sum(len(lines(each)) for each in shown(tab)), before)

    def test_ticks_last(self) -> None:
        """Ticked with the space bar; still so after another page, another setup, and an edit elsewhere."""
        tab = opened(self)
        column = shown(tab)[1]
        column.list.setFocus()
        column.list.setCurrentRow(2)
        self.press(Qt.Key.Key_Space, widget=column.list)
        name = lines(column)[2]
        self.assertEqual(column.list.item(2).checkState(), Qt.CheckState.Checked)
        self.session.edit("Open", lambda d: kit.open_setup(d, "stairs"))
        self.wait(lambda: not tab.waits)
        self.session.edit("Open", lambda d: kit.open_setup(d, "lamp-room"))
        self.wait(lambda: not tab.waits)
        column = shown(tab)[1]
        ticked = [row for row in range(column.list.count()) if column.list.item(row).checkState().value]
        self.assertEqual([lines(column)[row] for row in ticked], [name])
        column.list.setCurrentRow(ticked[0])
        self.press(Qt.Key.Key_Space, widget=column.list)
        self.assertEqual(self.session.desk.ticked, set())

    def test_ticks_outlast_the_program(self) -> None:
        """They are kept with the file of the document, and not shown with another one; all can be unticked."""
        tab = opened(self)
        item = shown(tab)[1].list.item(2)
        item.setCheckState(Qt.CheckState.Checked)
        ticks = set(self.session.desk.ticked)
        with tempfile.TemporaryDirectory() as kept:
            path = Path(kept) / "job.equilix"
            self.assertTrue(self.session.desk.save(path))
            self.assertEqual(ticked_in(path), ticks)
            self.assertTrue(self.session.desk.replace(lighthouse(), None))
            self.wait(lambda: not tab.waits)
            self.assertEqual(shown(tab)[1].list.item(2).checkState(), Qt.CheckState.Unchecked)
            self.assertFalse(tab.untick.isEnabled())
            self.assertTrue(self.session.desk.open(path))
            self.wait(lambda: not tab.waits)
            self.assertEqual(shown(tab)[1].list.item(2).checkState(), Qt.CheckState.Checked)
            tab.untick.click()
            self.assertEqual(shown(tab)[1].list.item(2).checkState(), Qt.CheckState.Unchecked)
            self.assertEqual((ticked_in(path), tab.untick.isEnabled()), (set(), False))

    def test_ticks_that_cannot_be_read(self) -> None:
        """Nothing is ticked then, and ticking writes them anew; fifty documents are remembered."""
        with tempfile.TemporaryDirectory() as kept:
            folder = Path(kept)
            for broken in ("{", "[]", '{"a": 3}', '{"a": [[1, 2], ["b"], "cd"]}'):
                (folder / "ticks.json").write_text(broken)
                self.assertEqual(ticked_in(folder / "a", folder), set())
            for number in range(MOST_FILES + 1):
                keep_ticked(folder / str(number), {("case 0", "lens")}, folder)
            self.assertEqual(ticked_in(folder / "0", folder), set())
            self.assertEqual(ticked_in(folder / "1", folder), {("case 0", "lens")})

    def test_it_follows_the_kit(self) -> None:
        """A case less; none at all is said, nothing can be saved then, and undo brings all of it back."""
        tab = opened(self)
        self.session.edit("Remove", lambda d: kit.remove_part(d, "case"))
        self.wait(lambda: not tab.waits)
        self.assertIn("do not go in", tab.head.text())
        self.session.edit("Remove", lambda d: kit.remove_part(d, "bag"))
        self.wait(lambda: not tab.waits)
        self.assertIn("There is no case or bag in the kit.", tab.head.text())
        self.assertEqual((shown(tab), tab.save.isEnabled(), tab.sure.text()), ([], False, ""))
        for _ in range(2):
            self.session.undo()
        self.wait(lambda: not tab.waits)
        self.assertEqual(len(shown(tab)), 5)
        self.assertTrue(tab.save.isEnabled())

    def test_cut_short(self) -> None:
        """Left while it is packed, it ends, and packs anew when it is opened again."""
        tab = opened(self)
        self.session.edit("Remove", lambda d: kit.remove_part(d, "case"))
        self.press(Qt.Key.Key_F3)
        self.assertFalse(tab.waits)
        self.assertIn("do not go in", opened(self).head.text())

    def test_the_list(self) -> None:
        """As many pages as it needs, with every part of the kit on them."""
        tab = opened(self)
        assert tab.found is not None
        found = tab.found
        with tempfile.TemporaryDirectory() as kept:
            path = Path(kept) / "list.pdf"
            write_pages(
                lambda paper: draw_packing(paper, "Lighthouse", found, "metric"), path, PAGES_MM["a5"], "Lighthouse"
            )
            pages = PdfReader(path).pages
            text = " ".join("\n".join(page.extract_text() for page in pages).split())
        self.assertGreater(len(pages), 1)
        for words in ("Take off", "22.99 kg", "matte box", "Eyelet", "Goes by itself", "3 × 500 g counterweight"):
            self.assertIn(words, text)
        tab.save.click()
        assert tab.dialog is not None
        tab.dialog.reject()


class FromNothing(Beginning):
    """A document without anything."""

    def test_said(self) -> None:
        """What is missing, and what to do."""
        tab = opened(self)
        self.assertIn("Add one to the kit, with the size of the room in it", tab.head.text())
