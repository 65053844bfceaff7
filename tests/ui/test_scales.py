"""Balances as scales: geometry of the drawing, order, words."""

import unittest

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel

from equilix.edits import rigging
from equilix.ui.widgets.card import BalanceBar
from tests.ui.window_test import WindowTest


class Scales(WindowTest):
    """The figures of the sled: five balances, three of them off."""

    def setUp(self) -> None:
        super().setUp()
        self.session.open_setup("causeway")
        self.wait_for_plans()
        self.press(Qt.Key.Key_F4)
        self.window.page.choose("figures")
        self.settle()
        self.list = self.window.page.figures.conditions

    def shown(self) -> list[str]:
        """The names of the rows that are seen, from above."""
        return [row.name.text() for row in self.list.rows if not row.isHidden()]

    def test_worst_first(self) -> None:
        """Off by ten, four and nearly three tolerances; then what is right, the nearer to its limit first."""
        self.assertEqual(self.shown(), ["Dynamic fore-aft", "Fore-aft", "Drop time", "Sideways", "Dynamic sideways"])
        bold = [row.name.font().bold() for row in self.list.rows]
        self.assertEqual(bold, [True, True, True, False, False])
        self.assertEqual([row.sentence.isHidden() for row in self.list.rows], [False, False, False, True, True])
        self.assertEqual(self.list.rows[1].figure.text(), "−4 mm ± 3 mm")
        self.assertIn("behind the post", self.list.rows[1].accessibleName())
        self.assertIn("the limit of 1 mm is finer than it is known", self.list.rows[3].toolTip())

    def test_true_to_scale(self) -> None:
        """Middle, tolerance and mark stand where their millimetres are, and all of the doubt is on the widget."""
        for row in self.list.rows:
            scale, c = row.scale, row.scale.condition
            assert c is not None
            per_m = (scale.place(0.001) - scale.place(0.0)) / 0.001
            self.assertAlmostEqual(scale.place(0.0), scale.width() / 2)
            self.assertAlmostEqual(scale.place(c.value_m), scale.width() / 2 + per_m * c.value_m, delta=1e-6)
            band = scale.band(c.balance.tolerance_m)
            self.assertAlmostEqual(band.width(), 2 * per_m * c.balance.tolerance_m, delta=1e-6)
            self.assertAlmostEqual(band.center().x(), scale.width() / 2, delta=1e-6)
            self.assertEqual(band.left() <= scale.place(c.value_m) <= band.right(), c.ok)
            for end in (c.value_m - 2 * c.sd_m, c.value_m + 2 * c.sd_m, -c.balance.tolerance_m, c.balance.tolerance_m):
                self.assertTrue(0 <= scale.place(end) <= scale.width())

    def test_follows_the_rig_and_the_units(self) -> None:
        """Another setup, other units, an edit and an empty rig: rows are filled anew and never left over."""
        self.window.change_units()
        self.assertEqual(self.list.rows[1].figure.text(), "−0.16 in ± 0.11 in")
        self.window.change_units()
        self.session.open_setup("workshop")
        self.settle()
        self.assertEqual(self.shown(), ["Off the line", "Along the line"])
        before = self.list.rows[0].figure.text()
        self.session.edit("Slide", lambda d: rigging.slide(d, "workshop", "rosette-bar", 0.03))
        self.settle()
        self.assertNotEqual(self.list.rows[0].figure.text(), before)
        for label in self.list.rows[0].findChildren(QLabel):
            self.assertEqual(label.textFormat(), Qt.TextFormat.PlainText)
        self.assertFalse(self.list.grab().isNull())


class Cards(WindowTest):
    """The bar on a card: before and after of what is worst."""

    def test_before_and_after(self) -> None:
        """Ahead on the right, in its place before; after it, within what it may be."""
        self.wait_for_plans()
        bar = next(bar for bar in self.window.findChildren(BalanceBar) if bar.isVisible())
        values = bar.values_m()
        assert values is not None
        edge, was, then = values
        worst = bar.plan.before.worst
        assert worst is not None
        self.assertEqual((edge, was), (worst.balance.edge_m, worst.value_m))
        middle, per_m = bar.width() / 2, (bar.place(edge) - bar.place(-edge)) / (2 * edge)
        self.assertGreater(bar.place(was), bar.place(edge))  # the demo falls forward
        self.assertAlmostEqual(bar.place(was), middle + was * per_m, delta=1e-6)
        self.assertTrue(bar.place(-edge) < bar.place(then) < bar.place(edge) < bar.place(was) < bar.width())


class Mat(WindowTest):
    """The kit by the keys."""

    def test_arrows_go_through_the_kit(self) -> None:
        """From the first on with right and down, back with left and up, round at the ends."""
        self.press(Qt.Key.Key_F1)
        self.settle()
        cloth = self.window.page.cloth
        ids = [cell.part.id for cell in cloth.cells]
        cloth.choose(ids[0])
        for key, wanted in (
            (Qt.Key.Key_Right, 1), (Qt.Key.Key_Down, 2), (Qt.Key.Key_Left, 1), (Qt.Key.Key_Up, 0),
            (Qt.Key.Key_Left, -1), (Qt.Key.Key_Right, 0),
        ):  # fmt: skip
            QTest.keyClick(cloth, key)
            self.assertEqual(cloth.current, ids[wanted])


if __name__ == "__main__":
    unittest.main()
