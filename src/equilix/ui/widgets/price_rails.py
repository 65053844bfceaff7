"""What a plan costs beside the other plans and the rig as it is: a rail a price, the easier end on the left."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING, Final

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from equilix.ui.theme import Theme, colour, font
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import tell

if TYPE_CHECKING:
    from equilix.planner.prices import Prices

ROW: Final = 22
ROWS: Final = 3
RAIL_FROM, RAIL_TO = 0.41, 0.64
"""Where the rails stand in the width, on every card alike."""


class PriceRails(QWidget):
    """The prices in which the plans differ most: this plan a full mark, the others ticks, the rig as it is hollow."""

    def __init__(self, theme: Theme, display: Display, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.theme, self.display = theme, display
        self.keys: tuple[str, ...] = ()
        self.own: Prices = {}
        self.others: Sequence[Prices] = ()
        self.now: Prices = {}
        self.setFixedHeight(ROW * ROWS)  # from the start: a plan that arrives later moves nothing under the mouse

    def show_prices(self, keys: tuple[str, ...], own: Prices, others: Sequence[Prices], now: Prices) -> None:
        """Show these prices of ``own`` among those of the ``others`` and of the rig as it is."""
        self.keys, self.own, self.others, self.now = keys, own, others, now
        self.setAccessibleName(". ".join(self.said()))
        self.update()

    def _figure(self, prices: Prices, key: str) -> str:
        return tell(prices[key].said, self.display)

    def said(self) -> list[str]:
        """Each price in words: 'Lasts 27 min, now 12 min'."""
        return [
            f"{tell(self.own[key].label)} {self._figure(self.own, key)}"
            + (say(", now {figure}").format(figure=self._figure(self.now, key)) if key in self.now else "")
            for key in self.keys
        ]

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        if not self.keys:
            return
        t = self.theme
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setFont(font(11))
            left, right = RAIL_FROM * self.width(), (1 - RAIL_TO) * self.width()
            for number, key in enumerate(self.keys):
                row = QRectF(0, number * ROW, self.width(), ROW)
                side = Qt.AlignmentFlag.AlignVCenter
                painter.setPen(colour(t.quiet))
                painter.drawText(row, side | Qt.AlignmentFlag.AlignLeft, tell(self.own[key].label))
                painter.setPen(colour(t.ink))
                painter.drawText(row, side | Qt.AlignmentFlag.AlignRight, self._figure(self.own, key))
                rail = row.adjusted(left, 0, -right, 0)
                self._rail(painter, rail.adjusted(5, 0, -5, 0), key)

    def _rail(self, painter: QPainter, rail: QRectF, key: str) -> None:
        t, own = self.theme, self.own[key].burden
        others = [each[key].burden for each in self.others if key in each]
        now = [self.now[key].burden] if key in self.now else []
        low, high = min([own, *others, *now]), max([own, *others, *now])
        y = rail.center().y()

        def x(burden: float) -> float:
            return rail.left() + (burden - low) / (high - low) * rail.width() if high > low else rail.center().x()

        painter.fillRect(QRectF(rail.left(), y - 1, rail.width(), 2), colour(t.rule))
        painter.setPen(QPen(colour(t.quiet), 1.4))
        for each in others:
            painter.drawLine(QPointF(x(each), y - 4), QPointF(x(each), y + 4))
        painter.setPen(QPen(colour(t.tip), 1.6))
        for each in now:
            painter.drawEllipse(QPointF(x(each), y), 4.0, 4.0)
        painter.fillRect(QRectF(x(own) - 2, y - 7, 4, 14), colour(t.hold))
