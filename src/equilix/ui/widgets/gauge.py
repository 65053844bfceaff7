"""How much of what is allowed is used: a bar in a trough, which ends where no more is allowed."""

from __future__ import annotations

from typing import Final

from PySide6.QtCore import QRectF
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from equilix.checks.rules import Level
from equilix.ui.theme import PREP_ROOM, Theme, colour

HEIGHT: Final = 11


class Gauge(QWidget):
    """A share of what is allowed, by its level: quiet, marked, or full and dark where it is too much."""

    def __init__(self) -> None:
        super().__init__()
        self.share = 0.0
        self.level: Level = "fine"
        self.theme: Theme = PREP_ROOM
        self.setFixedHeight(HEIGHT)

    def show_share(self, share: float, level: Level, theme: Theme) -> None:
        """Show another one."""
        self.share, self.level, self.theme = share, level, theme
        self.update()

    def bar(self) -> QRectF:
        """What is used, on the widget; never longer than the trough."""
        trough = self.trough()
        return QRectF(trough.left(), trough.top(), trough.width() * min(max(self.share, 0.0), 1.0), trough.height())

    def trough(self) -> QRectF:
        """What is allowed, on the widget."""
        return QRectF(self.rect()).adjusted(0.5, 0.5, -0.5, -0.5)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        t, trough = self.theme, self.trough()
        fill, edge = {"stop": (t.tip, t.tip), "mind": (t.tip_wash, t.tip), "fine": (t.sand, t.quiet)}[self.level]
        with QPainter(self) as painter:
            painter.fillRect(trough, colour(t.card))
            painter.setPen(QPen(colour(t.rule), 1))
            painter.drawRect(trough)
            painter.fillRect(self.bar(), colour(fill))
            painter.setPen(QPen(colour(edge), 1))
            painter.drawRect(self.bar())
