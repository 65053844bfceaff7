"""What wanted parts would do, in the window."""

from __future__ import annotations

from PySide6.QtCore import Qt

from equilix.edits import kit
from equilix.ui.workspaces.change.buy import HEADS, BuyTab
from equilix.ui.workspaces.change.page import ChangePage
from tests.ui.beginning import Beginning
from tests.ui.window_test import WindowTest


class Buy(WindowTest):
    """The table and the best set."""

    def tab(self) -> BuyTab:
        """The tab, with all trials."""
        self.press(Qt.Key.Key_F10)
        page = self.window.page
        assert isinstance(page, ChangePage)
        page.choose("buy")
        self.wait(lambda: not page.waits)
        tab = page.made["buy"]
        assert isinstance(tab, BuyTab)
        return tab

    def cell(self, tab: BuyTab, row: int, key: str) -> str:
        """What stands in a cell."""
        item = tab.table.item(row, [each for each, _ in HEADS].index(key))
        assert item is not None
        return item.text()

    def test_a_row_for_each(self) -> None:
        """First the rig as it is; better and worse have a sign besides their colour."""
        tab = self.tab()
        self.assertEqual(tab.table.rowCount(), 1 + 5)
        self.assertEqual(self.cell(tab, 0, "part"), "As it is, on its best mark")
        rows = {self.cell(tab, row, "part").partition(":")[0]: row for row in range(tab.table.rowCount())}
        battery = rows["190 Wh wedge battery"]
        self.assertEqual(self.cell(tab, battery, "power"), "5 h 10 ▲")
        self.assertEqual(self.cell(tab, battery, "mass"), "11.50 kg ▼")
        self.assertIn("strikes bridge plate", self.cell(tab, rows["Offset bracket"], "part"))
        self.assertIn("Lamp room 7,322", tab.prices.text())

    def test_over_the_drawing(self) -> None:
        """The chosen trial is the ghost; the rig as it is and leaving have none, and nothing has been changed."""
        tab = self.tab()
        before = self.session.document
        tab.table.setCurrentCell(1, 0)
        ghost = self.session.view.ghost
        assert ghost is not None
        self.assertIn("light-base", [each.part for each in ghost.after.setup.placements])
        tab.table.setCurrentCell(0, 0)
        self.assertIsNone(self.session.view.ghost)
        tab.table.setCurrentCell(1, 0)
        self.press(Qt.Key.Key_F3)
        self.assertIsNone(self.session.view.ghost)
        self.assertIs(self.session.document, before)

    def test_for_the_money(self) -> None:
        """A budget finds the best set for the aim; what is no sum stays in its field; emptied, nothing is sought."""
        tab = self.tab()
        self.session.open_setup("gallery")
        tab.aim.setCurrentIndex(tab.aim.findData("power"))
        tab.aim.activated.emit(1)
        self.wait(lambda: not tab.waits)
        self.enter(tab.budget, "800")
        self.wait(lambda: not tab.waits)
        self.assertIn("For 800: 190 Wh wedge battery, 330 together, 4 h 30 → 8 h 40", tab.best.text())
        self.enter(tab.budget, "much")
        self.assertTrue(tab.budget.complaint.isVisible())
        self.assertEqual(tab.budget.line.text(), "much")
        self.enter(tab.budget, "")
        self.assertFalse(tab.best.isVisible())

    def test_nothing_wanted(self) -> None:
        """It is said where parts are marked."""
        tab = self.tab()
        for part in [part for part in self.session.document.parts if part.standing == "wanted"]:
            self.session.edit("off", lambda d, key=part.id: kit.remove_part(d, key))
        self.wait(lambda: not tab.waits)
        self.assertIn("No part of the kit is marked as wanted", tab.said.text())
        self.assertFalse(tab.table.isEnabled())


class FromNothing(Beginning):
    """An empty document."""

    def test_says_what_to_do(self) -> None:
        """Nothing is wanted yet."""
        self.do_key(Qt.Key.Key_F10)
        page = self.page(ChangePage)
        page.choose("buy")
        self.wait(lambda: not page.waits)
        tab = page.made["buy"]
        assert isinstance(tab, BuyTab)
        self.assertIn("No part of the kit is marked as wanted", tab.said.text())
