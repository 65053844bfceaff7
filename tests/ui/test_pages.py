"""Build and Mat: exact entry, the kit, new parts, and beginning from nothing."""

import unittest

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLineEdit

from equilix.checks.findings import checks
from equilix.demo import lighthouse
from equilix.document import Document, empty
from equilix.edits import kit
from tests.ui.window_test import WindowTest


class Inspector(WindowTest):
    """Exact entry on the Build page."""

    def setUp(self) -> None:
        super().setUp()
        self.window.show_page("build")
        self.session.selection.select("bridge")
        self.settle()
        self.page = self.window.pages["build"]

    def type_into(self, line: QLineEdit, text: str) -> None:
        """Replace what stands in a field and press Enter."""
        line.setFocus()
        line.selectAll()
        QTest.keyClicks(line, text)
        QTest.keyClick(line, Qt.Key.Key_Return)
        self.settle()

    def test_slide_in_inches(self) -> None:
        """Any unit is understood."""
        self.type_into(self.page.motion.slide.line, "-1 1/2 in")
        self.assertAlmostEqual(self.placement("bridge").slide_m, -0.0381, places=6)

    def test_refused_entry_stays_and_says_why(self) -> None:
        """A slide off the track, and a word: the complaint stands below, what was typed stays, Escape restores."""
        before = self.session.document
        for text, why in (("900 mm", "Its track runs from"), ("far back", "Allowed is something like")):
            self.type_into(self.page.motion.slide.line, text)
            self.assertIn(why, self.page.motion.slide.complaint.text())
            self.assertEqual(self.page.motion.slide.line.text(), text)
            self.assertFalse(self.page.motion.slide.complaint.isHidden())
        self.assertIs(self.session.document, before)
        QTest.keyClick(self.page.motion.slide.line, Qt.Key.Key_Escape)
        self.assertTrue(self.page.motion.slide.complaint.isHidden())
        self.assertEqual(self.page.motion.slide.line.text(), "62 mm")

    def test_mass_and_how_it_is_known(self) -> None:
        """Weighing the zoom changes the reading and makes it surer."""
        self.session.selection.select("lens")
        self.settle()
        sd = self.session.analysis.cg_sd_m[0]
        self.type_into(self.page.mass.line, "1.4kg")
        self.page.how.setCurrentIndex(0)
        self.page.how.activated.emit(0)
        self.assertEqual(self.session.document.parts_by_id["zoom-28-80"].mass_kg, 1.4)
        self.assertLess(self.session.analysis.cg_sd_m[0], sd)
        self.type_into(self.page.mass.line, "0")
        self.assertIn("mass_kg was given as 0", self.page.mass.complaint.text())

    def test_remount_turn_extend_pin_exchange_take_off(self) -> None:
        """Every control of the form does its edit."""
        page = self.page
        self.session.selection.select("battery")
        self.settle()
        index = next(i for i in range(page.mount.count()) if page.mount.itemData(i)[0] == "body")
        page.mount.activated.emit(index)
        self.assertEqual(self.placement("battery").parent, "body")
        index = next(i for i in range(page.swap.count()) if page.swap.itemData(i) == "battery-146")
        page.swap.activated.emit(index)
        self.assertEqual(self.placement("battery").part, "battery-146")
        self.session.selection.select("left-handle")
        self.settle()
        self.type_into(page.motion.turn.line, "-30")
        self.type_into(page.motion.extension.line, "40")
        self.assertAlmostEqual(self.placement("left-handle").extension_m, 0.040, places=7)
        self.assertAlmostEqual(self.placement("left-handle").turn_rad, -0.5235988, places=6)
        page.pinned.click()
        self.assertTrue(self.placement("left-handle").pinned)
        page.needed.click()
        self.assertFalse(self.session.document.parts_by_id["left-handle"].needed)
        page.off.click()
        self.assertNotIn("left-handle", self.session.setup.by_id)

    def test_free_root(self) -> None:
        """The root has a place of its own that can be typed."""
        self.session.selection.select("base")
        self.settle()
        self.type_into(self.page.motion.position[0].line, "120 mm")
        pose = self.placement("base").pose
        assert pose is not None
        self.assertAlmostEqual(pose.position_m[0], 0.12)
        self.type_into(self.page.motion.position[0].line, "50 m")
        self.assertFalse(self.page.motion.position[0].complaint.isHidden())

    def test_tree_selects_both_ways(self) -> None:
        """The tree follows the selection, and selects."""
        tree = self.page.tree
        self.session.selection.select("lens")
        self.settle()
        self.assertEqual(tree.currentItem().text(0), "28–80 zoom")
        tree.setCurrentItem(tree.topLevelItem(0))
        self.assertEqual(self.session.selection.id, "base")
        self.session.selection.select(None)
        self.settle()
        self.assertIn("Click a part", self.page.about.text())


class Mat(WindowTest):
    """The kit, to scale, and new parts."""

    def setUp(self) -> None:
        super().setUp()
        self.press(Qt.Key.Key_F1, self.window)
        self.page = self.window.pages["mat"]

    def test_all_parts_lie_on_it(self) -> None:
        """Every part has its place, none over another; the totals are said."""
        cells = self.page.cloth.cells
        self.assertEqual(len(cells), len(self.session.document.parts))
        for number, cell in enumerate(cells):
            self.assertFalse(any(cell.box.intersects(other.box) for other in cells[:number]), cell.part.name)
        self.assertIn("worth", self.page.total.text())

    def test_filter(self) -> None:
        """Typing narrows it down by name or kind."""
        QTest.keyClicks(self.page.filter, "battery")
        self.settle()
        self.assertTrue(all("battery" in c.part.name + c.part.kind for c in self.page.cloth.cells))
        self.assertGreater(len(self.page.cloth.cells), 3)

    def test_choose_and_mount_by_keyboard(self) -> None:
        """Arrows choose, Enter mounts on the first place that fits; a part that fits nowhere is said."""
        cloth = self.page.cloth
        cloth.setFocus()
        cloth.choose("microphone")
        self.press(Qt.Key.Key_Return, cloth)
        self.assertIn("microphone", self.session.setup.by_id)
        cloth.choose("quick-plate")
        self.press(Qt.Key.Key_Return, cloth)
        self.assertIn("fits nowhere", self.messages[-1][0])
        first = cloth.current
        self.press(Qt.Key.Key_Right, cloth)
        self.assertNotEqual(cloth.current, first)

    def test_mouse_chooses_and_double_click_mounts(self) -> None:
        """A click chooses and moves nothing, the button shows what is known of it, a double click mounts it."""
        cloth = self.page.cloth
        self.page.filter.setText("microphone")
        self.settle()
        cell = cloth.cell_of("microphone")
        assert cell is not None
        QTest.mouseClick(cloth, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, cell.box.center().toPoint())
        self.settle()
        self.assertTrue(self.page.form.isHidden())
        self.assertEqual(cloth.cell_of("microphone").box, cell.box)
        self.page.about.click()
        self.assertFalse(self.page.form.isHidden())
        self.assertEqual(self.page.form.name.text(), "short shotgun microphone")
        at = cloth.cell_of("microphone").box.center().toPoint()
        QTest.mouseDClick(cloth, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, at)
        self.assertIn("microphone", self.session.setup.by_id)

    def test_new_part(self) -> None:
        """Kind, mass and three dimensions are enough; what is wrong is said at its field."""
        form = self.page.form
        self.page.new.click()
        self.settle()
        form.name.setText("long 180 mm prime")
        form.kind.setCurrentIndex(form.kind.findData("lens"))
        form.mass.line.setText("a lot")
        form.sizes[0].line.setText("21 cm")
        form.add.click()
        self.assertIn("not a number", form.mass.complaint.text())
        self.assertEqual(form.mass.line.text(), "a lot")
        form.mass.line.setText("2 lb 10 oz")
        form.add.click()
        self.settle()
        part = self.session.document.parts_by_id["long-180-mm-prime"]
        self.assertAlmostEqual(part.mass_kg, 1.19068, places=5)
        self.assertAlmostEqual(2 * part.body().box_halves_m[:, 0].sum(), 0.21, places=6)
        self.assertEqual(self.page.cloth.current, "long-180-mm-prime")
        form.mass.complain("")
        self.page.new.click()
        form.mass.line.setText("1 kg")
        form.add.click()
        self.assertIn("name", form.nameless.text())

    def test_changing_a_part(self) -> None:
        """Name, price, pieces and the two marks are edits that can be undone; fewer than in use is refused."""
        form = self.page.form
        self.page.cloth.choose("battery-98")
        self.page.about.click()
        self.settle()
        form.name.setText("old 98 Wh battery")
        form.name.editingFinished.emit()
        form.quantity.setValue(3)
        form.owned.click()
        form.needed.click()
        part = self.session.document.parts_by_id["battery-98"]
        self.assertEqual((part.name, part.quantity, part.owned, part.needed), ("old 98 Wh battery", 3, False, False))
        for _ in range(4):
            self.session.undo()
        self.assertEqual(self.session.document.parts_by_id["battery-98"], lighthouse().parts_by_id["battery-98"])
        self.assertEqual(form.name.text(), "98 Wh wedge battery")

    def test_what_it_is_made_of(self) -> None:
        """Said once in the kit, it counts in every check; a word of the document's own stays."""
        form = self.page.form
        self.page.cloth.choose("bridge")
        self.page.about.click()
        index = form.material.findData("PLA")
        form.material.setCurrentIndex(index)
        form.material.activated.emit(index)
        found = {check.key for check in checks(self.session.analysis, {}) if check.level == "stop"}
        self.assertLessEqual({"plastic", "printed-load", "screw"}, found)
        self.session.undo()
        self.assertIsNone(form.material.currentData())
        self.session.edit("Own word", lambda d: kit.change_part(d, "bridge", material="magnesium"))
        self.assertEqual(form.material.currentText(), "magnesium")

    def test_out_of_the_kit(self) -> None:
        """A part in use stays and that is said; another goes and comes back by undo."""
        self.page.cloth.choose("base")
        self.page.remove.click()
        self.assertIn("is used in “Lamp room”", self.messages[-1][0])
        self.page.cloth.choose("prime-25")
        self.page.remove.click()
        self.assertNotIn("prime-25", self.session.document.parts_by_id)
        self.session.undo()
        self.assertIn("prime-25", self.session.document.parts_by_id)


class EmptyDocument(WindowTest):
    """From nothing."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def test_begins_with_words(self) -> None:
        """Empty states say what to do next; every page and view is painted."""
        self.assertIn("Nothing here yet", self.window.reading.verdict.text())
        for title in ("mat", "build", "balance"):
            self.window.show_page(title)
            self.settle()
            self.window.grab()
        self.assertIn("New part", self.window.pages["mat"].total.text())
        self.assertIn("nothing on this rig", self.window.pages["balance"].cannot.text())


if __name__ == "__main__":
    unittest.main()
