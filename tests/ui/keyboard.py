"""A person who has no mouse: every key goes into the window as the desktop would send it, and is counted."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QAccessible
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QComboBox, QMenu, QWidget

from equilix.document import Document, empty
from tests.ui.window_test import WindowTest

NONE = Qt.KeyboardModifier.NoModifier
SHIFT = Qt.KeyboardModifier.ShiftModifier
CONTROL = Qt.KeyboardModifier.ControlModifier
ROUND = 250
"""No page has so many places to stop at: Tab has come round."""

MANY = 12
"""From so many lines on one types how the line begins."""


class Keyboard(WindowTest):
    """What such a person does: press, type, go to what has a name, choose from a list."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def setUp(self) -> None:
        super().setUp()
        self.keys = 0

    @property
    def focus(self) -> QWidget:
        """What has the keys."""
        found = QApplication.focusWidget()
        assert found is not None
        return found

    @property
    def named(self) -> str:
        """What a screen reader calls it; a list, which it calls by what is chosen, by what it is for."""
        told = QAccessible.queryAccessibleInterface(self.focus)
        return told.text(QAccessible.Text.Description if isinstance(self.focus, QComboBox) else QAccessible.Text.Name)

    def key(self, key: Qt.Key | str, held: Qt.KeyboardModifier = NONE, times: int = 1) -> None:
        """Press a key, as often as is said."""
        for _ in range(times):
            self.keys += 1
            QTest.keyClick(self.window.windowHandle(), key, held)
            self.settle()

    def type(self, text: str) -> None:
        """Type over what stands there."""
        self.key(Qt.Key.Key_A, CONTROL)
        for letter in text:
            self.keys += 1
            QTest.keyClick(self.window.windowHandle(), letter)
        self.settle()

    def go(self, name: str, *, back: bool = False) -> QWidget:
        """Tab, or Shift+Tab, until what is called so has the keys."""
        met = [self.named]
        while not self.named.startswith(name):
            self.key(Qt.Key.Key_Backtab if back else Qt.Key.Key_Tab, SHIFT if back else NONE)
            self.assertLess(len(met), ROUND, (name, met))
            met.append(self.named)
        return self.focus

    def fill(self, name: str, text: str) -> None:
        """Go to a field and type into it."""
        self.go(name)
        self.type(text)

    def push(self, name: str, *, back: bool = False) -> None:
        """Go to a button and press it."""
        self.go(name, back=back)
        self.key(Qt.Key.Key_Space)

    def choose(self, name: str, text: str) -> None:
        """Go to a list, open it, type how the line begins where it is long, go to the one that is meant, take it."""
        box = self.go(name)
        assert isinstance(box, QComboBox)
        rows = [box.itemText(row) for row in range(box.count())]
        meant = text if text in rows else next((row for row in rows if text in row), None)
        assert meant is not None, (text, rows)
        self.key(Qt.Key.Key_Space)
        shown = box.view()
        for letter in meant.split()[0][:4] if len(rows) > MANY else "":
            self.key(letter)
        away = rows.index(meant) - shown.currentIndex().row()
        self.key(Qt.Key.Key_Down if away > 0 else Qt.Key.Key_Up, times=abs(away))
        self.assertEqual(shown.currentIndex().data(), meant)
        self.key(Qt.Key.Key_Return)

    def select(self, placement: str) -> None:
        """Step through the parts of the drawing to one."""
        self.go("Rig, from the right", back=True)
        self.key(Qt.Key.Key_Escape)
        for _ in self.session.setup.placements:
            self.key(Qt.Key.Key_PageDown)
            if self.session.selection.id == placement:
                return
        self.fail(f"{placement} is not stepped to")

    def take_from_menu(self, text: str) -> None:
        """Go down an open menu to what is called so, and take it."""
        menu = QApplication.activePopupWidget()
        assert isinstance(menu, QMenu)
        for _ in menu.actions():
            self.key(Qt.Key.Key_Down)
            if menu.activeAction().text().startswith(text):
                break
        else:
            self.fail((text, [action.text() for action in menu.actions()]))
        self.key(Qt.Key.Key_Return)
