"""Random hands on the window: mouse, keys, typing, commands, in every workspace and scene."""

from __future__ import annotations

import contextlib
import random
import sys
import tempfile
import traceback
from collections.abc import Callable, Iterator
from pathlib import Path
from types import TracebackType

from PySide6.QtCore import QMimeData, QPoint, QPointF, QSize, Qt, QTimer, QtMsgType, qInstallMessageHandler
from PySide6.QtGui import (
    QDrag,
    QDragEnterEvent,
    QDragLeaveEvent,
    QDragMoveEvent,
    QDropEvent,
    QInputMethodEvent,
    QWheelEvent,
)
from PySide6.QtTest import QTest
from PySide6.QtWidgets import (
    QAbstractButton,
    QApplication,
    QComboBox,
    QFileDialog,
    QLineEdit,
    QMenu,
    QMessageBox,
    QWidget,
)

from equilix.analysis import analyse
from equilix.ui.stage.targets import PART_MIME
from equilix.ui.stage.view import RigView
from equilix.ui.window import Window
from equilix.ui.workspaces.table import BY_KEY
from tests.core.random_edits import random_edit

TYPED = (
    "45 mm in front",
    "1e9999999",
    "",
    "2 lb 10 oz",
    "drops nose-down",
    "abc",
    "-3",
    "12°",
    "<b>",
    "0",
    "🎥",
    "9" * 300,
)
KEYS = (
    Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_PageUp, Qt.Key.Key_PageDown,
    Qt.Key.Key_BracketLeft, Qt.Key.Key_BracketRight, Qt.Key.Key_Escape, Qt.Key.Key_Return, Qt.Key.Key_Tab,
    Qt.Key.Key_Backtab, Qt.Key.Key_Space, Qt.Key.Key_Plus, Qt.Key.Key_Minus, Qt.Key.Key_F, Qt.Key.Key_Delete,
)  # fmt: skip
SIZES = (QSize(1024, 640), QSize(1280, 800), QSize(1600, 1000))
LEFT, NO_KEYS = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
HARMLESS = ("This plugin does not support",)
"""What the offscreen platform says of itself."""


class Trouble(Exception):
    """Something was raised inside Qt, or Qt warned."""


@contextlib.contextmanager
def watched() -> Iterator[list[str]]:
    """Collect every exception that Qt swallows and every line that it says."""
    found: list[str] = []

    def hook(kind: type[BaseException], error: BaseException, trace: TracebackType | None) -> None:
        found.append("".join(traceback.format_exception(kind, error, trace)))

    def said(kind: QtMsgType, _context: object, text: str) -> None:
        if kind == QtMsgType.QtFatalMsg:  # the process ends here, so this is the last that is heard of it
            print(text, file=sys.stderr, flush=True)
        if not text.startswith(HARMLESS):
            found.append(f"Qt: {text}")

    before, sys.excepthook = sys.excepthook, hook
    qInstallMessageHandler(said)
    try:
        yield found
    finally:
        sys.excepthook = before
        qInstallMessageHandler(None)


class Player:
    """Plays on one window. Every step is one thing that a hand can do; a drag takes several steps."""

    def __init__(self, window: Window, rng: random.Random) -> None:
        self.window, self.rng, self.session = window, rng, window.session
        self.held: QWidget | None = None
        self.at = QPoint()
        self.dragged = False

    def play(self, steps: int) -> None:
        """So many gestures. Raises :class:`Trouble` with what was done last."""
        done: list[str] = []
        with (
            watched() as found,
            _no_real_drags(),
            _answered(),
            tempfile.TemporaryDirectory() as folder,
            contextlib.chdir(folder),
        ):
            for _ in range(steps):
                _keep_at(Path(folder))
                step = self._choose()
                done = [*done[-8:], step.__name__]
                step()
                QApplication.processEvents()
                if found:
                    raise Trouble(f"after {done}:\n{found[0]}")
            self._put_down()
            QApplication.processEvents()
            if found:
                raise Trouble(f"after {done}:\n{found[0]}")
        setup = self.session.document.setup_named(None)
        assert setup is not None
        shown = self.session.analysis
        if shown.setup is not setup or analyse(self.session.document, setup).mass.mass_kg != shown.mass.mass_kg:
            raise Trouble("the window shows one rig and holds another")

    def _choose(self) -> Callable[[], None]:
        if self.held is not None:
            return self.rng.choice((self.move, self.move, self.move, self.release, self.release, self.command, self.key,
                                    self.edit, self.page, self.scene))  # fmt: skip
        return self.rng.choice(
            (self.press, self.press, self.press, self.press, self.click, self.click, self.double_click, self.wheel,
             self.key, self.key, self.type, self.command, self.command, self.page, self.scene, self.edit, self.combo,
             self.menu, self.size, self.plan, self.from_the_mat, self.hover)
        )  # fmt: skip

    # what there is

    def _views(self) -> list[RigView]:
        stage = self.window.stage
        return [view for view in (stage.side, stage.plan, stage.front) if view.isVisible()]

    def _somewhere(self) -> QWidget:
        widgets = [w for w in self.window.findChildren(QWidget) if w.isVisible() and w.width() > 3 and w.height() > 3]
        return self.rng.choice([*widgets, *self._views() * 8])

    def _point(self, widget: QWidget) -> QPoint:
        if isinstance(widget, RigView) and widget.drawn and self.rng.random() < 0.8:
            drawn = self.rng.choice(widget.drawn)
            box = drawn.outline.whole.boundingRect()
            return widget.to_px(drawn.x_mm + box.center().x(), drawn.y_mm + box.center().y()).toPoint()
        return QPoint(self.rng.randrange(widget.width()), self.rng.randrange(widget.height()))

    # gestures

    def press(self) -> None:
        """Press and hold the left button."""
        self.held = self._somewhere() if self.rng.random() < 0.3 else self.rng.choice(self._views() or [self.window])
        self.at = self._point(self.held)
        QTest.mousePress(self.held, LEFT, NO_KEYS, self.at)

    def move(self) -> None:
        """Move with the button down."""
        from tests.ui.window_test import move_mouse

        if self.held is not None and self._alive(self.held):
            self.at += QPoint(self.rng.randrange(-60, 61), self.rng.randrange(-60, 61))
            move_mouse(self.held, self.at)

    def release(self) -> None:
        """Let the button go."""
        held, self.held = self.held, None
        if held is not None and self._alive(held):
            QTest.mouseRelease(held, LEFT, NO_KEYS, self.at)

    def _put_down(self) -> None:
        self.release()
        for widget in QApplication.topLevelWidgets():
            if widget is not self.window and widget.isVisible():
                widget.close()

    @staticmethod
    def _alive(widget: QWidget) -> bool:
        import shiboken6

        return bool(shiboken6.isValid(widget))

    def hover(self) -> None:
        """Move without a button."""
        widget = self._somewhere()
        QTest.mouseMove(widget, self._point(widget))

    def click(self) -> None:
        """Click on anything but what ends the program."""
        widget = self._somewhere()
        if not (isinstance(widget, QAbstractButton) and "lose it" in widget.text()):
            QTest.mouseClick(widget, LEFT, NO_KEYS, self._point(widget))

    def double_click(self) -> None:
        """Double-click on a view or anything."""
        widget = self._somewhere()
        QTest.mouseDClick(widget, LEFT, NO_KEYS, self._point(widget))

    def wheel(self) -> None:
        """Turn the wheel over a view."""
        for view in self._views()[:1]:
            at, turn = QPointF(self._point(view)), QPoint(0, self.rng.choice((-2400, -120, 120, 2400)))
            none = Qt.MouseButton.NoButton
            event = QWheelEvent(at, at, QPoint(), turn, none, NO_KEYS, Qt.ScrollPhase.NoScrollPhase, False)
            QApplication.sendEvent(view, event)

    def key(self) -> None:
        """Press a key where the focus is."""
        target = QApplication.focusWidget() or self.window.stage.side
        QTest.keyClick(target, self.rng.choice(KEYS), self.rng.choice((NO_KEYS, Qt.KeyboardModifier.ShiftModifier)))

    def type(self) -> None:
        """Type into a field and press Enter, or leave it unfinished."""
        fields = [field for field in self.window.findChildren(QLineEdit) if field.isVisible() and field.isEnabled()]
        if fields:
            field = self.rng.choice(fields)
            field.setFocus()
            field.selectAll()
            text = self.rng.choice(TYPED)
            if text.isascii():
                QTest.keyClicks(field, text)
            else:  # what has no key of its own comes from an input method
                committed = QInputMethodEvent()
                committed.setCommitString(text)
                QApplication.sendEvent(field, committed)
            if self._alive(field) and self.rng.random() < 0.7:
                QTest.keyClick(field, Qt.Key.Key_Return)

    def command(self) -> None:
        """Any command but quitting and file dialogs."""
        keys = [key for key in self.window.commands.actions if key not in ("quit", "open", "save-as", "save")]
        action = self.window.commands[self.rng.choice(keys)]
        if action.isEnabled():
            action.trigger()

    def page(self) -> None:
        """Another workspace, and one of its tabs."""
        title = self.rng.choice(list(BY_KEY))
        self.window.show_page(title)
        tabs = getattr(self.window.page, "tabs", None)
        if tabs is not None:
            self.window.page.choose(self.rng.choice(list(tabs.buttons)))  # type: ignore[attr-defined]

    def scene(self) -> None:
        """Another setup, or the demo anew where only little is left."""
        if len(self.session.document.setups) < 4 or self.rng.random() < 0.15:
            self.window.files.open_demo()
        key = self.rng.choice(self.session.document.setups).id
        self.session.open_setup(key)

    def edit(self) -> None:
        """Any edit, as another part of the program would make it."""
        name, change = random_edit(self.rng, self.session.document)
        self.session.edit(name, change, self.rng.choice((None, None, "a gesture of the test")))

    def combo(self) -> None:
        """Choose from a list."""
        boxes = [box for box in self.window.findChildren(QComboBox) if box.isVisible() and box.count()]
        if boxes:
            box = self.rng.choice(boxes)
            index = self.rng.randrange(box.count())
            box.setCurrentIndex(index)
            box.activated.emit(index)

    def menu(self) -> None:
        """Open a switch of the header and take one of its choices, or leave it."""
        header = self.window.header
        word = self.rng.choice((header.setup, header.way, header.operator, header.lens))
        if word.isVisible():
            menu: QMenu = word.menu()
            actions = [action for action in menu.actions() if not action.isSeparator()]
            if actions and self.rng.random() < 0.8:
                self.rng.choice(actions).trigger()
            menu.deleteLater()
        if self.rng.random() < 0.7:
            for panel in QApplication.topLevelWidgets():
                if panel is not self.window and panel.isVisible():
                    panel.close()

    def size(self) -> None:
        """Another size of the window."""
        self.window.resize(self.rng.choice(SIZES))

    def plan(self) -> None:
        """Carry out or look at a plan that has been found."""
        if self.session.answers.plans:
            plan = self.rng.choice(self.session.answers.plans)
            self.rng.choice((self.session.apply_plan, self.session.view.show_ghost))(plan)

    def from_the_mat(self) -> None:
        """A part comes from the mat over a view, and is dropped or goes away again."""
        parts = self.session.document.parts
        views = self._views()
        if not parts or not views:
            return
        view, data = self.rng.choice(views), QMimeData()
        name = self.rng.choice((self.rng.choice(parts).id, self.rng.choice(parts).id, "nowhere"))
        data.setData(PART_MIME, name.encode())
        copy, at = Qt.DropAction.CopyAction, self._point(view)
        QApplication.sendEvent(view, QDragEnterEvent(at, copy, data, LEFT, NO_KEYS))
        QApplication.sendEvent(view, QDragMoveEvent(at, copy, data, LEFT, NO_KEYS))
        QApplication.processEvents()
        if self.rng.random() < 0.3:
            self.edit()
            QApplication.processEvents()
        if self.rng.random() < 0.6:
            QApplication.sendEvent(view, QDropEvent(QPointF(at), copy, data, LEFT, NO_KEYS))
        else:
            QApplication.sendEvent(view, QDragLeaveEvent())


def _keep_at(folder: Path) -> None:
    """Whatever folder a dialog has been led to, files are written and read in this one alone."""
    for dialog in QApplication.topLevelWidgets():
        if isinstance(dialog, QFileDialog) and Path(dialog.directory().absolutePath()) != folder:
            assert dialog.testOption(QFileDialog.Option.ReadOnly)  # what random keys could delete is somebody's
            dialog.setDirectory(str(folder))


@contextlib.contextmanager
def _answered() -> Iterator[None]:
    """A question of the toolkit's own, such as whether a file is to be written over, waits for an answer: no.

    To be put away is no answer: the toolkit takes it for a yes.
    """

    def answer() -> None:
        asked = QApplication.activeModalWidget()
        if isinstance(asked, QMessageBox):
            no = asked.button(QMessageBox.StandardButton.No)
            (no or asked.buttons()[-1]).click()

    clock = QTimer(interval=20)
    clock.timeout.connect(answer)
    clock.start()
    try:
        yield
    finally:
        clock.stop()


@contextlib.contextmanager
def _no_real_drags() -> Iterator[None]:
    """A real drag waits for a real mouse; its events are sent by :meth:`Player.from_the_mat`."""
    real = QDrag.exec
    QDrag.exec = lambda *_: Qt.DropAction.IgnoreAction  # type: ignore[method-assign]
    try:
        yield
    finally:
        QDrag.exec = real  # type: ignore[method-assign]
