"""A line at the left edge of what has the keys, for all that shows it in no other way (WCAG 2.4.7, from memory)."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QObject, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

WIDE_PX = 3


class KeyLine(QWidget):
    """Belongs to the widget that it stands in, and follows it."""

    def __init__(self, of: QWidget) -> None:
        super().__init__(of)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.hide()
        of.installEventFilter(self)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        of = self.parentWidget()
        if watched is of and of is not None:
            match event.type():
                case QEvent.Type.FocusIn | QEvent.Type.FocusOut:
                    self.setVisible(event.type() == QEvent.Type.FocusIn)
                    self._stand(of)
                case QEvent.Type.Resize:
                    self._stand(of)
        return super().eventFilter(watched, event)

    def _stand(self, of: QWidget) -> None:
        self.setGeometry(0, 2, WIDE_PX, of.height() - 4)
        self.raise_()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), self.palette().link())
