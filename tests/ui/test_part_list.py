"""Parts from a list, in the window: from an empty document, with keyboard and clipboard only."""

from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest

from equilix.document import Document, empty
from equilix.ui.theme import enlarge
from equilix.ui.workspaces.mat import MatPage
from equilix.ui.workspaces.part_list import PART, PartListPage
from tests.ui.screen_lint import findings
from tests.ui.window_test import WindowTest

LIST = """24–70 zoom 950 g 88×125
2 x wedge battery 98 Wh 790 g
on-camera mic 1,250 g
thingamajig 210 g"""


class FromAList(WindowTest):
    """Reached from the mat."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def setUp(self) -> None:
        super().setUp()
        self.window.show_page("mat")
        page = self.window.page
        assert isinstance(page, MatPage)
        self.assertIn("From a list", page.total.text())
        page.list.click()
        self.settle()

    @property
    def page(self) -> PartListPage:
        """The page of the list."""
        found = self.window.page
        assert isinstance(found, PartListPage)
        return found

    def paste(self, text: str) -> None:
        """With the keys."""
        QGuiApplication.clipboard().setText(text)
        QTest.keyClick(self.page.text, Qt.Key.Key_A, Qt.KeyboardModifier.ControlModifier)
        QTest.keyClick(self.page.text, Qt.Key.Key_V, Qt.KeyboardModifier.ControlModifier)
        self.settle()

    def row(self, number: int) -> list[str]:
        """What stands in a row of the preview."""
        table = self.page.table
        items = (table.item(number, column) for column in range(table.columnCount()))
        return [item.text() for item in items if item is not None and item.text()]

    def test_pasted_and_taken(self) -> None:
        """Three of four become parts in one edit; the fourth is mended where it stands, and taken too."""
        self.assertFalse(self.page.take.isEnabled())
        self.paste(LIST)
        self.assertEqual(self.row(0), ["1", "24–70 zoom", "Lens", "950 g", "125 × 88 × 88 mm"])
        self.assertEqual(self.row(1), ["2", "2 × wedge battery", "Wedge battery", "790 g", "usual"])
        self.assertIn("may be thousands", self.row(2)[1])
        self.assertEqual(self.row(3)[2], "◆ Other part")
        self.assertIn("3 of 4 lines can be taken", self.page.told.text())
        self.page.take.click()
        self.settle()
        self.assertEqual(
            [part.name for part in self.session.document.parts], ["24–70 zoom", "wedge battery", "thingamajig"]
        )
        self.assertEqual(self.page.text.toPlainText(), "on-camera mic 1,250 g")
        self.assertIn("3 parts", self.messages[-1][0])
        self.paste("on-camera mic 250 g")
        self.page.take.click()
        self.settle()
        self.assertEqual(len(self.session.document.parts), 4)
        self.session.undo()
        self.session.undo()
        self.assertEqual(self.session.document.parts, ())
        for _ in range(2):
            QTest.keyClick(self.page.text, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
        self.settle()
        self.assertIn("on-camera mic 1,250 g", self.page.text.toPlainText(), "the text goes back too")

    def test_how_the_masses_are_known(self) -> None:
        """Weighed on a scale: said once for all of them."""
        self.paste("mic 120 g")
        self.page.how.setCurrentIndex(1)
        self.page.how.activated.emit(1)
        self.page.take.click()
        self.settle()
        self.assertEqual(self.session.document.parts[0].mass_how, "weighed")

    def test_too_much(self) -> None:
        """A thousand lines are refused whole, and stay."""
        self.paste("mic 120 g\n" * 1000)
        self.assertIn("more than can be read at once", self.page.told.text())
        self.assertFalse(self.page.take.isEnabled())
        self.assertEqual(self.page.table.rowCount(), 0)
        self.assertEqual(self.page.text.document().blockCount(), 1001)

    def test_back_to_the_mat_and_found_by_a_trade_word(self) -> None:
        """What is left in the text is there the next time; the mat finds a battery by what people call it."""
        self.paste(LIST)
        self.page.take.click()
        self.page.leave.click()
        self.settle()
        mat = self.window.page
        assert isinstance(mat, MatPage)
        QTest.keyClicks(mat.filter, "brick")
        self.settle()
        self.assertEqual(mat.table.model().rowCount(), 1)
        mat.filter.clear()
        mat.list.click()
        self.settle()
        self.assertEqual(self.page.text.toPlainText(), "on-camera mic 1,250 g")

    def test_on_every_size(self) -> None:
        """Nothing is cut off, nor pale, with a list in it."""
        self.paste(LIST + "\n" + "a very long name of a part that somebody has written down " * 4 + "90 g")
        for size in ((1024, 640), (1280, 800)):
            self.window.resize(*size)
            self.settle()
            self.assertEqual(findings(self.window, look=True), [], size)
            self.assertGreater(self.page.table.columnWidth(PART), 60, size)


class FromAListLarger(FromAList):
    """With text at 150 %."""

    def setUp(self) -> None:
        enlarge(1.5)
        self.addCleanup(enlarge, 1.0)
        super().setUp()


if __name__ == "__main__":
    import unittest

    unittest.main()
