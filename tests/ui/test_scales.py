"""Balances as scales: geometry of the drawing, order, words."""

import unittest

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel

from equilix.edits import rigging
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
        self.assertIn("inside the", self.list.rows[3].toolTip())

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


if __name__ == "__main__":
    unittest.main()
