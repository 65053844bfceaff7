"""Where the keys are can be seen: what Tab comes to looks another way while it has them (WCAG 2.4.7, from memory)."""

from __future__ import annotations

import unittest

from PySide6.QtCore import QPoint, QRect, Qt
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QApplication, QScrollArea, QStackedWidget, QWidget

from equilix.document import Document, empty
from tests.ui.window_test import WindowTest, every_tab


class Seen(WindowTest):
    """Every workspace and tab, each sort of thing once by its name."""

    def picture(self, of: QWidget) -> QImage:
        """It, with what lies about it."""
        around = QRect(of.mapTo(self.window, QPoint(0, 0)), of.size()).adjusted(-4, -4, 4, 4)
        return self.window.grab(around).toImage()

    def unseen(self, met: set[tuple[str, str]]) -> list[str]:
        """What looks the same with and without the keys, of all that has not been met yet."""
        found = []
        for each in self.window.findChildren(QWidget):
            key = (type(each).__name__, each.accessibleName())
            there = each.isVisibleTo(self.window) and not each.visibleRegion().isEmpty() and each.isEnabled()
            tabbed = bool(each.focusPolicy() & Qt.FocusPolicy.TabFocus) and each.focusProxy() is None
            if not there or not tabbed or key in met or isinstance(each, QScrollArea | QStackedWidget):
                continue
            met.add(key)
            elsewhere = QApplication.focusWidget()
            if elsewhere is not None:
                elsewhere.clearFocus()
            self.settle()
            before = self.picture(each)
            each.setFocus(Qt.FocusReason.TabFocusReason)
            self.settle()
            if before == self.picture(each):
                found.append(f"{self.window.pages.open_key}: {key}")
        return found

    def test_wherever_tab_comes_to(self) -> None:
        """All of it, with a part selected."""
        met: set[tuple[str, str]] = set()
        found: list[str] = []
        for _ in every_tab(self.window):
            self.session.selection.select(next(iter(self.session.setup.by_id), None))
            self.wait_for_all()
            found += self.unseen(met)
        self.assertEqual(found, [])
        self.assertGreater(len(met), 80)

    def test_it_would_be_found(self) -> None:
        """Something that takes the keys and shows nothing of it."""
        plain = QWidget(self.window)
        plain.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        plain.setAccessibleName("plain")
        plain.setGeometry(100, 100, 60, 24)
        plain.show()
        self.assertIn(f"{self.window.pages.open_key}: {('QWidget', 'plain')}", self.unseen(set()))


class SeenOnNothing(Seen):
    """The same on an empty document."""

    def document(self) -> Document:
        return empty()

    def test_it_would_be_found(self) -> None:
        """Shown with the demo."""


if __name__ == "__main__":
    unittest.main()
