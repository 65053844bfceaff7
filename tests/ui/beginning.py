"""What tests of a beginning have in common: an empty document, and a person whose clicks and entries are counted."""

from __future__ import annotations

from typing import TypeVar

from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget

from equilix.document import Document, empty
from equilix.ui.workspaces.part_list import PartListPage
from tests.ui.window_test import WindowTest

Kind = TypeVar("Kind", bound=QWidget)


class Beginning(WindowTest):
    """What all of them need: a person whose clicks and entries are counted."""

    def document(self) -> Document:
        """Nothing at all."""
        return empty()

    def setUp(self) -> None:
        super().setUp()
        self.actions = 0
        self.window.commands["new"].trigger()
        self.settle()

    def page(self, kind: type[Kind]) -> Kind:
        """The open page."""
        found = self.window.page
        assert isinstance(found, kind)
        return found

    def do_click(self, widget: QWidget) -> None:
        """Click, counted."""
        self.actions += 1
        self.click(widget)

    def do_key(self, key: Qt.Key, *, control: bool = False) -> None:
        """Press a key where the keys go, counted."""
        self.actions += 1
        where = QApplication.focusWidget() or self.window
        modifier = Qt.KeyboardModifier.ControlModifier if control else Qt.KeyboardModifier.NoModifier
        QTest.keyClick(where, key, modifier)
        self.settle()

    def do_type(self, text: str) -> None:
        """Type a word or a figure where the keys go: one entry."""
        self.actions += 1
        where = QApplication.focusWidget()
        assert where is not None
        QTest.keyClicks(where, text)
        self.settle()

    def listed(self, text: str) -> None:
        """Parts of one's own from a list: the page, the lines pasted, and taken."""
        self.actions += 3
        self.window.show_page("list")
        page = self.page(PartListPage)
        QGuiApplication.clipboard().setText(text)
        QTest.keyClick(page.text, Qt.Key.Key_V, Qt.KeyboardModifier.ControlModifier)
        self.wait(lambda: not page.reading.running)
        page.take.click()
        self.settle()

    def choose(self, box: object, text: str) -> None:
        """Choose a line of a list: open it, and press it."""
        self.actions += 2
        rows = [box.itemText(row) for row in range(box.count())]  # type: ignore[attr-defined]
        row = next((k for k, each in enumerate(rows) if text in each), -1)
        self.assertGreaterEqual(row, 0, (text, rows))
        box.setCurrentIndex(row)  # type: ignore[attr-defined]
        box.activated.emit(row)  # type: ignore[attr-defined]
        self.settle()
