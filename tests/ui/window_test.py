"""The base of the window's tests: one application, a fresh window on the demo, and nothing left behind."""

from __future__ import annotations

import gc
import os
import tempfile
import threading
import unittest
from collections.abc import Callable, Iterable, Iterator
from pathlib import Path
from typing import ClassVar
from unittest import mock

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QEvent, QEventLoop, QPoint, QPointF, QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget

from equilix.demo import lighthouse
from equilix.document import Document
from equilix.rig.setups import Placement
from equilix.ui.session import Session, disk_work
from equilix.ui.theme import load_fonts
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.window import Window
from equilix.ui.workspaces.table import BY_KEY

from PySide6.QtCore import Qt  # isort: skip


class WindowTest(unittest.TestCase):
    """A window at 1280×800 on a document of its own. Fails where a thread, a timer or a widget is left behind."""

    application: ClassVar[QApplication]

    @classmethod
    def setUpClass(cls) -> None:
        existing = QApplication.instance()
        cls.application = existing if isinstance(existing, QApplication) else QApplication(["equilix"])
        load_fonts(cls.application)

    def document(self) -> Document:
        """What the window opens on."""
        return lighthouse()

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.folder = Path(kept.name)
        patch = mock.patch.dict(os.environ, {"EQUILIX_STATE": str(self.folder / "state"), "LC_ALL": "C.UTF-8"})
        patch.start()
        self.addCleanup(patch.stop)
        patient = mock.patch.object(
            disk_work, "QUICK_S", 60.0
        )  # what is asked of a disk is done when it has been asked
        patient.start()
        self.addCleanup(patient.stop)
        self.threads_before = threading.active_count()
        self.messages: list[tuple[str, bool]] = []
        self.session = Session(self.document())
        self.session.said.connect(lambda text, bad: self.messages.append((text, bad)))
        self.window = Window(self.session)
        self.window.show()
        self.settle()

    def tearDown(self) -> None:
        self.window.close_anyway()
        timers = [t for t in self.session.findChildren(QTimer) if t.isActive()]
        self.window.deleteLater()
        self.application.sendPostedEvents(None, QEvent.Type.DeferredDelete)
        self.application.processEvents()
        self.assertEqual(timers, [], "a timer of the session is left running")
        left = [w for w in self.application.topLevelWidgets() if w.isVisible()]
        self.assertEqual(left, [], "a window is left open")
        if self.application.allWidgets():  # in a circle, which is found when it is looked for
            gc.collect()
        kinds = sorted({type(each).__name__ for each in self.application.allWidgets()})
        self.assertEqual(kinds, [], "widgets are left behind: who made them gave them no parent")
        self.assertLessEqual(threading.active_count(), self.threads_before, "a thread is left behind")

    # what the tests speak in

    def settle(self) -> None:
        """Paint and handle what is waiting."""
        for _ in range(3):
            self.application.processEvents()

    def wait(self, until: Callable[[], bool]) -> None:
        """Let the program work, from event to event, until something is so; after two minutes it never will be."""
        late: list[bool] = []
        end = QTimer(singleShot=True, interval=120_000)
        end.timeout.connect(lambda: late.append(True))
        end.start()
        while not until():
            self.assertFalse(late, "it did not come to pass")
            self.application.processEvents(QEventLoop.ProcessEventsFlag.WaitForMoreEvents)
        end.stop()
        self.settle()

    def wait_for_plans(self) -> None:
        """Until the planner has finished."""
        self.wait(lambda: not self.session.answers.looking)

    def wait_for_all(self) -> None:
        """Until plans are found and the page has what it waits for; what was said of it stands in nobody's way."""
        self.wait(lambda: not (self.session.answers.looking or getattr(self.window.page, "waits", False)))
        self.window.message.hide()
        self.settle()

    def placement(self, key: str) -> Placement:
        """A placement of the open setup."""
        return self.session.setup.by_id[key]

    def middle_of(self, key: str, view: QWidget | None = None) -> QPoint:
        """A point of a view on which this part, and no other, is hit."""
        view = view or self.window.stage.side
        drawn = next(d for d in view.drawn if d.placement == key)
        bounds = drawn.outline.whole.boundingRect()
        for x in range(1, 20):
            for y in range(1, 20):
                at = view.to_px(drawn.x_mm + bounds.left() + bounds.width() * x / 20,
                                drawn.y_mm + bounds.top() + bounds.height() * y / 20)  # fmt: skip
                if view.hit(QPointF(at.toPoint())) == key:
                    return at.toPoint()
        raise AssertionError(f"{key} is nowhere to be hit")

    def drag(self, view: QWidget, start: QPoint, by: QPoint, steps: int = 6) -> None:
        """Press, move in steps, and release, as a hand does."""
        QTest.mousePress(view, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start)
        for step in range(1, steps + 1):
            move = start + QPoint(round(by.x() * step / steps), round(by.y() * step / steps))
            move_mouse(view, move)
            self.settle()
        QTest.mouseRelease(view, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, start + by)
        self.settle()

    def click(self, widget: QWidget) -> None:
        """Click the middle of a widget."""
        QTest.mouseClick(widget, Qt.MouseButton.LeftButton)
        self.settle()

    def enter(self, field: QuantityField, text: str) -> None:
        """Type into a field and press Enter."""
        field.line.setFocus()
        field.line.selectAll()
        QTest.keyClick(field.line, Qt.Key.Key_Delete)
        QTest.keyClicks(field.line, text)
        QTest.keyClick(field.line, Qt.Key.Key_Return)
        self.settle()

    def press(self, key: Qt.Key, widget: QWidget | None = None, shift: bool = False, control: bool = False) -> None:
        """Press a key."""
        modifiers = Qt.KeyboardModifier.NoModifier
        if shift:
            modifiers |= Qt.KeyboardModifier.ShiftModifier
        if control:
            modifiers |= Qt.KeyboardModifier.ControlModifier
        QTest.keyClick(widget or self.window.stage.side, key, modifiers)
        self.settle()


def every_tab(window: Window, keys: Iterable[str] = BY_KEY) -> Iterator[tuple[str, str]]:
    """Open one workspace and tab after the other; each by its key, the tab empty where there is none."""
    for key in keys:
        window.show_page(key)
        tabs = getattr(window.page, "tabs", None)
        for tab in list(tabs.buttons) if tabs is not None else [""]:
            if tab:
                window.page.choose(tab)  # type: ignore[attr-defined]
            yield key, tab


def move_mouse(view: QWidget, to: QPoint) -> None:
    """Move the mouse over a view with its left button down."""
    from PySide6.QtGui import QMouseEvent

    event = QMouseEvent(
        QEvent.Type.MouseMove, QPointF(to), QPointF(view.mapToGlobal(to)),
        Qt.MouseButton.NoButton, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier,
    )  # fmt: skip
    QApplication.sendEvent(view, event)
