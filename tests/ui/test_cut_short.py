"""Every gesture can be cut short at any moment: it ends cleanly, nothing is half done, nothing raises."""

import unittest
from collections.abc import Callable
from typing import ClassVar
from unittest import mock

from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QPainter, QPixmap
from PySide6.QtTest import QTest

from equilix.store.parsing import parse
from equilix.store.saving import checked_bytes
from tests.ui.window_test import WindowTest, move_mouse

NO_KEYS = Qt.KeyboardModifier.NoModifier


class CutShort(WindowTest):
    """Something else happens in the middle of a drag."""

    INTERRUPTIONS: ClassVar[dict[str, Callable[["CutShort"], object]]] = {
        "Delete": lambda t: t.window.commands["take-off"].trigger(),
        "undo": lambda t: t.window.commands["undo"].trigger(),
        "New": lambda t: t.window.commands["new"].trigger(),
        "the demo": lambda t: t.window.commands["demo"].trigger(),
        "another setup": lambda t: t.session.open_setup("stairs"),
        "another page": lambda t: t.press(Qt.Key.Key_F2, t.window),
        "units": lambda t: t.press(Qt.Key.Key_F8, t.window),
        "Escape": lambda t: t.press(Qt.Key.Key_Escape),
        "arm’s length": lambda t: t.press(Qt.Key.Key_F11, t.window),
        "hidden": lambda t: (t.window.stage.side.hide(), t.window.stage.side.show()),
    }

    def hold(self, by: QPoint) -> QPoint:
        """Press on the camera and pull it; returns where the mouse is."""
        side, at = self.window.stage.side, self.middle_of("body")
        QTest.mousePress(side, Qt.MouseButton.LeftButton, NO_KEYS, at)
        for step in (1, 2):
            move_mouse(side, at + by * step / 2)
            self.settle()
        self.assertTrue(side.gestures.active)
        return at + by

    def test_in_the_middle_of_a_slide_and_of_a_lift(self) -> None:
        """Whatever comes in between, the mouse goes on moving, the window goes on painting, the document is sound."""
        for pull in (QPoint(-40, 0), QPoint(-10, -90)):
            for what, interrupt in self.INTERRUPTIONS.items():
                with self.subTest(what, pull=pull.toTuple()):
                    self.window.files.open_demo()
                    self.window.show_page("balance")
                    self.settle()
                    side, at = self.window.stage.side, self.hold(pull)
                    interrupt(self)
                    held = self.session.document
                    self.settle()
                    for view in (side, self.window.stage.plan, self.window.stage.front):
                        view.grab()
                    move_mouse(side, at + QPoint(-30, 0))
                    self.settle()
                    if what not in ("another page", "arm’s length"):  # there the drag may go on
                        self.assertIs(self.session.document, held, "the gesture has ended")
                        self.assertFalse(side.gestures.active)
                    QTest.mouseRelease(side, Qt.MouseButton.LeftButton, NO_KEYS, at)
                    self.settle()
                    self.assertFalse(side.gestures.active)
                    self.assertEqual(parse(checked_bytes(self.session.document)), self.session.document)
                    if self.window.pages.stack.isHidden():
                        self.press(Qt.Key.Key_F11, self.window)

    def test_what_was_slid_so_far_stays_as_one_entry(self) -> None:
        """After a page change the drag goes on; after Delete its way so far is one undo, the removal another."""
        start = self.session.document
        self.hold(QPoint(-40, 0))
        self.window.commands["take-off"].trigger()
        self.assertEqual(len(self.session.history.before), 2)
        self.session.undo()
        self.assertLess(self.placement("bridge").slide_m, start.setups[0].by_id["bridge"].slide_m)
        self.session.undo()
        self.assertEqual(self.session.document, start)

    def test_escape_takes_a_drag_back(self) -> None:
        """As if it had not begun: the rig, and nothing to undo or to do again."""
        start = self.session.document
        self.hold(QPoint(-40, 0))
        self.assertNotEqual(self.session.document, start)
        self.press(Qt.Key.Key_Escape)
        self.assertEqual(self.session.document, start)
        self.assertEqual((self.session.history.before, self.session.history.after), ((), ()))
        self.assertEqual(self.session.selection.id, "body")

    def test_a_turn_is_cut_short(self) -> None:
        """The ring of a handle is let go when the part is taken off."""
        side = self.window.stage.side
        self.session.selection.select("right-handle")
        handle = side.gestures.turn_handle()
        assert handle is not None
        QTest.mousePress(side, Qt.MouseButton.LeftButton, NO_KEYS, handle[1].toPoint())
        self.assertTrue(side.gestures.active)
        self.window.commands["take-off"].trigger()
        move_mouse(side, handle[1].toPoint() + QPoint(20, 20))
        self.settle()
        self.assertFalse(side.gestures.active)
        self.assertNotIn("right-handle", self.session.setup.by_id)

    def test_a_button_that_is_held_down(self) -> None:
        """“Take it off” pressed, the part taken off by a key meanwhile, then let go: nothing more happens."""
        self.window.show_page("build")
        self.session.selection.select("matte-box")
        self.settle()
        button = self.window.pages["build"].off
        QTest.mousePress(button, Qt.MouseButton.LeftButton)
        self.window.commands["take-off"].trigger()
        self.settle()
        before = self.session.document
        button.click()
        QTest.mouseRelease(button, Qt.MouseButton.LeftButton)
        self.settle()
        self.assertIs(self.session.document, before)

    def test_a_cable_is_not_led_from_what_is_gone(self) -> None:
        """A drag in the power diagram ends when its battery is taken off."""
        self.window.show_page("power")
        self.window.pages["power"].choose("wires")
        self.settle()
        diagram = self.window.pages["power"].diagram
        QTest.mousePress(diagram, Qt.MouseButton.LeftButton, NO_KEYS, diagram.box(0).center().toPoint())
        source = diagram.rows[0][0]
        self.session.selection.select(source)
        self.window.commands["take-off"].trigger()
        self.settle()
        before = self.session.document
        QTest.mouseRelease(diagram, Qt.MouseButton.LeftButton, NO_KEYS, diagram.box(1).center().toPoint())
        self.assertIs(self.session.document, before)


class Painting(WindowTest):
    """An exception in a paint handler leaves no painter open."""

    def test_the_painter_is_closed(self) -> None:
        """The error is raised, and the same widget can be painted again at once."""
        side = self.window.stage.side
        opened: list[QPainter] = []

        def broken(painter: QPainter, *_: object) -> None:
            opened.append(painter)
            raise ZeroDivisionError

        paper = QPixmap(side.size())
        with mock.patch("equilix.ui.stage.view.draw", broken), self.assertRaises(ZeroDivisionError):
            side.render(paper)
        self.assertFalse(opened[0].isActive())
        side.render(paper)


if __name__ == "__main__":
    unittest.main()
