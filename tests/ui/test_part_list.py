"""Parts from a list, in the window: from an empty document, with keyboard and clipboard only."""

import tempfile
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest

from equilix.demo import lighthouse
from equilix.document import VERSION, Document, empty
from equilix.exchange.csv_out import as_csv
from equilix.exchange.exporting import exported
from equilix.exchange.setup_rows import setup_rows
from equilix.store.saving import save
from equilix.ui.theme import enlarge
from equilix.ui.workspaces.line_table import KIND, PART
from equilix.ui.workspaces.mat import MatPage
from equilix.ui.workspaces.part_list import PartListPage
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
        self.assertIn("List …", page.total.text())
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
        self.read()

    def read(self) -> None:
        """Wait until what the lines become is known."""
        self.wait(lambda: not (self.page.reading.running or self.page.job.running))
        self.settle()

    @property
    def rows(self) -> int:
        """How many rows the preview has."""
        return self.page.table.lines.rowCount()

    def row(self, number: int) -> list[str]:
        """What stands in a row of the preview."""
        return [text for text in self.page.table.lines.cells(number) if text]

    def take(self) -> None:
        """Press the button, and see what is left."""
        self.page.take.click()
        self.settle()
        self.read()

    def test_pasted_and_taken(self) -> None:
        """Three of four become parts in one edit; the fourth is mended where it stands, and taken too."""
        self.assertFalse(self.page.take.isEnabled())
        self.paste(LIST)
        self.assertEqual(self.row(0), ["1", "24–70 zoom", "Lens", "950 g", "125 × 88 × 88 mm"])
        self.assertEqual(self.row(1), ["2", "2 × wedge battery", "Wedge battery", "790 g", "usual"])
        self.assertIn("may be thousands", self.row(2)[1])
        self.assertEqual(self.row(3)[2], "◆ Other part")
        model = self.page.table.model()
        tips = [model.index(row, KIND).data(Qt.ItemDataRole.ToolTipRole) for row in (0, 3)]
        self.assertNotIn("No word tells", tips[0])
        self.assertIn("No word tells of what kind it is", tips[1])
        self.assertIn("3 of 4 lines can be taken", self.page.told.text())
        self.take()
        self.assertEqual(
            [part.name for part in self.session.document.parts], ["24–70 zoom", "wedge battery", "thingamajig"]
        )
        self.assertEqual(self.page.text.toPlainText(), "on-camera mic 1,250 g")
        self.assertIn("3 parts", self.messages[-1][0])
        self.paste("on-camera mic 250 g")
        self.assertEqual(self.page.told.text(), "1 of 1 line can be taken.")
        self.take()
        self.assertIn("1 part is in the kit.", self.messages[-1][0])
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
        self.read()
        self.take()
        self.assertEqual(self.session.document.parts[0].mass_how, "weighed")

    def test_too_much(self) -> None:
        """More than a thousand lines are refused whole, and stay."""
        self.paste("mic 120 g\n" * 1001)
        self.assertIn("more than can be read at once", self.page.told.text())
        self.assertFalse(self.page.take.isEnabled())
        self.assertEqual(self.rows, 0)
        self.assertEqual(self.page.text.document().blockCount(), 1002)

    def test_a_long_list_is_shown_at_once(self) -> None:
        """Five hundred lines: what is in sight is worked out, the rest when it is scrolled to."""
        self.paste("\n".join(f"prime {k} {900 + k} g 88×125" for k in range(500)))
        self.assertEqual(self.rows, 500)
        self.assertIn("500 of 500", self.page.told.text())
        self.assertLess(len(self.page.table.lines._cells), 100)

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

    def other(self) -> Path:
        """Last year's job, in a file."""
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        path = Path(kept.name) / "last-year.equilix"
        save(lighthouse(), path)
        return path

    def open_other(self, path: Path) -> None:
        """As the dialog does when a file has been chosen."""
        self.page.load(path)
        self.wait(lambda: not self.page.job.running)
        self.read()

    def test_the_kit_of_last_year(self) -> None:
        """All of it but two that are unticked; what is there already is not offered again; the text is as it was."""
        self.paste(LIST)
        self.open_other(self.other())
        there = len(lighthouse().parts)
        self.assertIn(f"{there} of {there} parts", self.page.told.text())
        self.assertFalse(self.page.text.isVisible())
        for row in (0, 3):
            self.page.table.setCurrentIndex(self.page.table.lines.index(row, 0))
            QTest.keyClick(self.page.table, Qt.Key.Key_Space)
        left = [self.row(row)[1] for row in (0, 3)]
        self.window.resize(1280, 800)
        self.session.edit("Another name", lambda d: d.changed(name="This year"))
        self.read()
        self.take()
        self.assertEqual(len(self.session.document.parts), there - 2)
        self.assertEqual([self.row(row)[1] for row in range(self.rows)], left)
        self.assertFalse(self.page.take.isEnabled(), "they are unticked still")
        self.assertEqual(findings(self.window), [])
        self.session.undo()
        self.read()
        self.assertEqual((len(self.session.document.parts), self.rows), (0, there))
        self.page.lines_again.click()
        self.read()
        self.assertEqual(self.page.text.toPlainText(), LIST)
        self.assertIn("3 of 4 lines", self.page.told.text())

    def test_a_document_that_cannot_be_read(self) -> None:
        """Of a newer version, broken, gone: said; the lines stay."""
        self.paste(LIST)
        path = self.other()
        newer = path.read_text("utf-8").replace(f'"version": {VERSION}', '"version": 99', 1)
        for text, words in ((newer, "newer"), ("{", "▲"), (None, "▲")):
            if text is None:
                path.unlink()
            else:
                path.write_text(text, "utf-8")
            self.open_other(path)
            self.assertIn(words, self.page.told.text())
            self.assertEqual(self.page.text.toPlainText(), LIST)
            self.assertIsNone(self.page.other)

    def test_a_spreadsheet(self) -> None:
        """It takes the place of the text, with its preview; Undo brings back what stood there; broken: said."""
        self.paste(LIST)
        path, demo = self.other().with_suffix(".ods"), lighthouse()
        path.write_bytes(exported(demo, path, demo.setups[0]))
        self.open_other(path)
        self.assertIsNone(self.page.other)
        self.assertTrue(self.page.text.toPlainText().startswith("name\tkind\tmass g"))
        cables = sum(len(setup.cables) for setup in demo.setups)
        self.assertEqual(self.rows, len(demo.parts) + sum(len(each.placements) for each in demo.setups) + cables)
        self.take()
        self.assertEqual([each.name for each in self.session.document.setups][-7:], [each.name for each in demo.setups])
        self.session.undo()
        path.write_bytes(b"PK")
        self.open_other(path)
        self.assertIn("no spreadsheet that can be read", self.page.told.text())
        self.page.text.undo()  # what was left over when the lines had been taken
        self.page.text.undo()
        self.assertEqual(self.page.text.toPlainText(), LIST)

    def test_setups_from_a_table(self) -> None:
        """What is changed, what is there already and what cannot be taken; one action, one undo; the rest stays."""
        self.session.edit("the demo", lambda _: lighthouse())
        before = self.session.document
        setup = before.setups_by_id["lamp-room"]
        text = as_csv(setup_rows(before, [setup]))
        self.paste(text)
        self.assertEqual(self.row(0)[1], "“Lamp room”, long shoulder base with pad: as it is")
        self.assertFalse(self.page.take.isEnabled())
        self.paste(text.replace(";232;", ";200;") + "Lamp room;x;nothing;base;dovetail\n")
        self.assertEqual(self.row(1)[1], "“Lamp room”, bridge plate: changed")
        self.assertIn("▲ No part of the kit is called “nothing”", self.row(len(setup.placements))[1])
        self.assertIn(f"▲ Line {len(setup.placements) + 2} cannot.", self.page.told.text())
        self.assertEqual(self.page.take.text(), "Take them over")
        self.take()
        now = self.session.document.setups_by_id["lamp-room"].by_id["bridge"]
        self.assertAlmostEqual(now.slide_m, setup.by_id["bridge"].slide_m - 0.032)
        self.assertIn("1 line has been taken over.", self.page.told.text())
        self.assertEqual(self.page.text.toPlainText().splitlines()[1:], ["Lamp room;x;nothing;base;dovetail"])
        self.session.undo()
        self.assertEqual(self.session.document, before)

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
