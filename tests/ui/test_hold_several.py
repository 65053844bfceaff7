"""Several parts held and moved together."""

from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits import rigging
from equilix.ui.workspaces.build import BuildPage
from tests.ui.window_test import WindowTest

CONTROL, NO_KEYS = Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.NoModifier


def with_arm() -> Document:
    """The evening's rig with its screen on the friction arm, bent back to the operator."""
    made = rigging.remove(lighthouse(), "evening", "friction-arm")
    made, arm = rigging.add(made, "evening", "friction-arm", "body", "top")
    made, _ = rigging.add(made, "evening", "monitor-5", arm, "head")
    made = rigging.bend(made, "evening", arm, {0: -0.7, 2: 1.1, 3: -0.4})
    return made.changed(current="evening")


class Several(WindowTest):
    """Several parts selected together."""

    def ctrl_click(self, key: str) -> None:
        """Click a part with Ctrl."""
        QTest.mouseClick(self.window.stage.side, Qt.MouseButton.LeftButton, CONTROL, self.middle_of(key))
        self.settle()

    def test_chosen_and_no_more(self) -> None:
        """With Ctrl one more, and one less; a click alone means one; Esc none."""
        QTest.mouseClick(self.window.stage.side, Qt.MouseButton.LeftButton, NO_KEYS, self.middle_of("battery"))
        self.ctrl_click("matte-box")
        self.assertEqual(self.session.selection.all, ("matte-box", "battery"))
        self.ctrl_click("battery")
        self.assertEqual(self.session.selection.all, ("matte-box",))
        self.ctrl_click("battery")
        QTest.mouseClick(self.window.stage.side, Qt.MouseButton.LeftButton, NO_KEYS, self.middle_of("battery"))
        self.settle()
        self.assertEqual(self.session.selection.all, ("battery",))
        self.press(Qt.Key.Key_Escape)
        self.assertEqual(self.session.selection.all, ())

    def test_dragged_together(self) -> None:
        """The camera and the battery plate slide back together, each on its own track; one undo."""
        side, start = self.window.stage.side, self.session.document
        self.session.selection.select("body", "", ("battery",))
        before = self.placement("bridge").slide_m, self.placement("battery-plate").slide_m
        self.drag(side, self.middle_of("body"), QPoint(-round(20 * side.scale), 0))
        after = self.placement("bridge").slide_m, self.placement("battery-plate").slide_m
        for was, now in zip(before, after, strict=True):
            self.assertAlmostEqual(now - was, -0.020, delta=0.002)
        self.assertEqual(self.session.selection.all, ("body", "battery"))
        self.assertEqual(len(self.session.history.before), 1)
        self.press(Qt.Key.Key_Right, shift=True)
        self.assertAlmostEqual(self.placement("bridge").slide_m, after[0] + 0.010)
        self.assertAlmostEqual(self.placement("battery-plate").slide_m, after[1] + 0.010)
        self.session.undo()
        self.session.undo()
        self.assertEqual(self.session.document, start)

    def test_each_once(self) -> None:
        """Two parts on one track are slid once, not twice."""
        self.session.selection.select("body", "", ("lens", "matte-box"))
        before = self.placement("bridge").slide_m
        self.press(Qt.Key.Key_Left, shift=True)
        self.assertAlmostEqual(self.placement("bridge").slide_m, before - 0.010)

    def test_what_is_carried_along_does_not_go_twice(self) -> None:
        """The camera is slid with its handle on it: the handle keeps its own place on the camera."""
        self.session.selection.select("body", "", ("top-handle",))
        before = self.placement("bridge").slide_m, self.placement("top-handle").slide_m
        self.press(Qt.Key.Key_Left, shift=True)
        self.assertAlmostEqual(self.placement("bridge").slide_m, before[0] - 0.010)
        self.assertEqual(self.placement("top-handle").slide_m, before[1])

    def test_in_build(self) -> None:
        """The tree takes several; the page says how many and what they weigh; the buttons act on all of them."""
        self.press(Qt.Key.Key_F2, self.window)
        page = self.window.page
        assert isinstance(page, BuildPage)
        tree = page.tree
        for key in ("left-handle", "right-handle"):
            tree._items[key].setSelected(True)
        self.settle()
        self.assertEqual(set(self.session.selection.all), {"left-handle", "right-handle"})
        self.assertEqual(page.name.text(), "2 parts selected")
        self.assertIn("720 g", page.about.text())
        self.assertFalse(page.form.isRowVisible(page.mass))
        before = {key: self.placement(key).point for key in ("left-handle", "right-handle")}
        self.click(page.mirror)
        self.assertEqual(self.placement("left-handle").point, before["right-handle"])
        self.assertEqual(self.placement("right-handle").point, before["left-handle"])
        self.assertIn("Mirror 2 parts", self.session.history.undo_label)
        self.click(page.off)
        self.assertNotIn("left-handle", self.session.setup.by_id)
        self.assertNotIn("right-handle", self.session.setup.by_id)
        self.assertEqual(self.session.selection.all, ())
        self.session.undo()
        self.assertIn("left-handle", self.session.setup.by_id)

    def test_by_keys(self) -> None:
        """Ctrl+D copies what there are more of; Delete takes all off; what cannot be copied is said."""
        self.session.selection.select("battery")
        self.press(Qt.Key.Key_D, self.window, control=True)
        copies = self.session.selection.all
        self.assertEqual(self.session.setup.by_id[copies[0]].part, "battery-98")
        self.assertNotEqual(copies, ("battery",))
        self.session.selection.select("battery", "", copies)
        self.press(Qt.Key.Key_Delete, self.window)
        self.assertNotIn("battery", self.session.setup.by_id)
        self.session.selection.select("body")
        before = self.session.document
        self.press(Qt.Key.Key_D, self.window, control=True)
        self.assertIs(self.session.document, before)
        self.assertIn("no more pieces", self.messages[-1][0])
