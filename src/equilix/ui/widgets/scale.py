"""A condition as a small scale: where it wants to be, how far it may be off, where it is, and how sure that is."""

from __future__ import annotations

from typing import Final

from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from equilix.carry.conditions import Condition
from equilix.ui.theme import Theme, colour

HEIGHT: Final = 20
HALF_PX: Final = 5.5
"""Half of the mark."""
ROOM: Final = 2.5
"""The scale ends no nearer than so many tolerances from its middle."""
DOUBTS: Final = 2.0
"""And no nearer than so many standard uncertainties beyond the mark."""


class Scale(QWidget):
    """Behind on the left, ahead on the right. Right: a disc, off: a diamond, on the bar of one standard uncertainty."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setFixedHeight(HEIGHT)
        self.condition: Condition | None = None
        self.theme: Theme | None = None

    def show_condition(self, condition: Condition, theme: Theme) -> None:
        """Show another one."""
        self.condition, self.theme = condition, theme
        self.update()

    def place(self, value_m: float) -> float:
        """Where a value stands on the widget."""
        assert self.condition is not None
        c, half = self.condition, self.width() / 2
        ends = max(ROOM * c.balance.tolerance_m, abs(c.value_m) + DOUBTS * c.sd_m)
        return half + value_m / ends * (half - HALF_PX - 1)

    def band(self, half_m: float) -> QRectF:
        """From so much behind to so much ahead."""
        return QRectF(self.place(-half_m), HEIGHT / 2 - HALF_PX, self.place(half_m) - self.place(-half_m), 2 * HALF_PX)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        c, t = self.condition, self.theme
        if c is None or t is None:
            return
        middle, at = HEIGHT / 2, self.place(c.value_m)
        tone = t.hold if c.ok else t.tip
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.fillRect(QRectF(0, middle - 1, self.width(), 2), colour(t.rule))
            painter.fillRect(self.band(c.balance.tolerance_m), colour(t.hold_wash))
            painter.fillRect(self.band(c.balance.target_m), colour(t.hold, 70))
            painter.setPen(QPen(colour(t.hold), 1.4))
            painter.drawLine(QPointF(self.place(0), 1), QPointF(self.place(0), HEIGHT - 1))
            doubt = at - self.place(c.value_m - c.sd_m)
            painter.fillRect(QRectF(at - doubt, middle - 2, 2 * doubt, 4), colour(tone))
            painter.setPen(QPen(colour(tone), 1.8))
            painter.setBrush(colour(t.card))
            if c.ok:
                painter.drawEllipse(QPointF(at, middle), HALF_PX, HALF_PX)
            else:
                corners = ((0, -1), (1, 0), (0, 1), (-1, 0))
                painter.drawPolygon(QPolygonF([QPointF(at + x * HALF_PX, middle + y * HALF_PX) for x, y in corners]))
