"""The header's sentence: underlined words are its switches."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PySide6.QtCore import QEvent, QPoint, QSize, Qt
from PySide6.QtGui import QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QAbstractButton, QApplication, QMenu, QSizePolicy, QWidget

from equilix.ui.theme import colour, font
from equilix.ui.widgets.tint import on_button, set_tip
from equilix.words.language import say

Choice = tuple[str, Callable[[], object]]


class WordButton(QAbstractButton):
    """A word that opens a list of what could stand in its place."""

    def __init__(self, what: str, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.what = what
        self.pulled: Callable[[], object] | None = None
        """What is done when it is pressed and dragged away: then nothing opens."""
        self._pressed: QPoint | None = None
        self.choices: Callable[[], Sequence[Choice | None]] = tuple
        self.setFont(font(13, bold=True))
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.clicked.connect(self.open_menu)

    def say(self, text: str) -> None:
        """Show another word."""
        if text == self.text():
            return
        self.setText(text)
        self.setAccessibleName(f"{self.what}: {text}")
        set_tip(self, say("Change the {what}").format(what=self.what))
        self.updateGeometry()
        self.update()

    def menu(self) -> QMenu:
        """The list as a menu."""
        menu = QMenu(self)
        menu.setFont(font())
        for choice in self.choices():
            if choice is None:
                menu.addSeparator()
            else:
                text, act = choice
                action = menu.addAction(on_button(text))
                action.triggered.connect(lambda _=False, act=act: act())
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        return menu

    def open_menu(self) -> None:
        """Open the list under the word."""
        self.menu().popup(self.mapToGlobal(QPoint(0, self.height())))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        super().mousePressEvent(event)
        self._pressed = event.position().toPoint() if self.isDown() else None

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        far = self._pressed is not None and (
            (event.position().toPoint() - self._pressed).manhattanLength() >= QApplication.startDragDistance()
        )
        if far and event.buttons() & Qt.MouseButton.LeftButton and self.pulled is not None:
            self._pressed = None
            self.setDown(False)
            self.pulled()
        else:
            super().mouseMoveEvent(event)

    def changeEvent(self, event: QEvent) -> None:
        super().changeEvent(event)
        if event.type() in (QEvent.Type.FontChange, QEvent.Type.StyleChange):
            self.updateGeometry()

    def sizeHint(self) -> QSize:
        metrics = self.fontMetrics()
        return QSize(metrics.horizontalAdvance(self.text()) + 12, metrics.height() + 12)

    def minimumSizeHint(self) -> QSize:
        return QSize(min(60, self.sizeHint().width()), self.sizeHint().height())

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        with QPainter(self) as painter:
            ink = self.palette().windowText().color()
            metrics = self.fontMetrics()
            text = metrics.elidedText(self.text(), Qt.TextElideMode.ElideRight, self.width() - 6)
            base = (self.height() + metrics.ascent() - metrics.descent()) // 2
            painter.setPen(ink)
            painter.drawText(QPoint(3, base), text)
            line = self.palette().link().color() if self.hasFocus() or self.underMouse() else ink
            painter.setPen(QPen(colour(line.name()), 3 if self.hasFocus() else 1.6))
            painter.drawLine(3, base + 5, 3 + metrics.horizontalAdvance(text), base + 5)
