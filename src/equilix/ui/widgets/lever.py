"""A rig as a lever on its support: where it balances, what slides and hangs, and where it balances then."""

from __future__ import annotations

from typing import Final

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.quick.answer import Answer, Hang, Way
from equilix.ui.theme import PREP_ROOM, Theme, colour, font, grown
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import length, mass

HIGH_PX, LEAST_HIGH_PX = 150, 110
MARGIN_PX: Final = 46
HANGING: Final = ("low", "harness", "vest")
"""The ways in which the support is over the beam."""
MARK_PX: Final = 7.0
WEIGHT_PX: Final = 20.0


class Lever(QWidget):
    """Seen from the right side, ahead on the right: the beam on its support, the balance point over it."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.answer: Answer | None = None
        self.way: Way | None = None
        self.display: Display = "metric"
        self.theme: Theme = PREP_ROOM
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setMinimumHeight(LEAST_HIGH_PX)
        self.setAccessibleName(say("The rig as a lever on its support"))

    def sizeHint(self) -> QSize:
        return QSize(400, round(grown(HIGH_PX)))

    def show_answer(self, answer: Answer | None, way: Way | None, display: Display, theme: Theme) -> None:
        """Show an answer, and one of its ways carried out."""
        self.answer, self.way, self.display, self.theme = answer, way, display, theme
        self.update()

    def span_m(self) -> tuple[float, float]:
        """From where to where along the rig is drawn."""
        if self.answer is None:
            return -0.4, 0.4
        told = self.answer.told
        places = [-0.25, 0.25, told.weighing.balance_m, *(told.ends_m or ())]
        places += [place for each in told.weights for place in (each.from_m, each.to_m)]
        places += [each.at_m + by for each in told.sliding for by in (0.0, each.from_m, each.to_m)]
        return min(places), max(places)

    def at(self, place_m: float) -> float:
        """Where a place stands on the widget, from the left."""
        low, high = self.span_m()
        return MARGIN_PX + (place_m - low) / (high - low) * max(self.width() - 2 * MARGIN_PX, 1)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        found, t = self.answer, self.theme
        low, high = self.span_m()
        beam = self.height() * 0.52
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setFont(font(10))
            painter.setPen(QPen(colour(t.ink), 3))
            painter.drawLine(QPointF(self.at(low), beam), QPointF(self.at(high), beam))
            self._support(painter, beam)
            if found is None:
                return
            self._things(painter, found, beam)
            self._mark(painter, found.condition.value_m, found.condition.sd_m, beam, found.right, filled=False)
            if self.way is not None:
                after = self.way.after
                self._mark(painter, after.value_m, after.sd_m, beam, self.way.within, filled=True)

    def _support(self, painter: QPainter, beam: float) -> None:
        t, x, tall = self.theme, self.at(0.0), self.height() * 0.20
        if self.answer is not None:
            balance = self.answer.condition.balance
            left, right = self.at(-balance.tolerance_m), self.at(balance.tolerance_m)
            painter.fillRect(QRectF(left, beam + 3, max(right - left, 2), 7), colour(t.hold_wash))
            left, right = self.at(-balance.target_m), self.at(balance.target_m)
            painter.fillRect(QRectF(left, beam + 3, max(right - left, 2), 7), colour(t.hold, 90))
        painter.setPen(QPen(colour(t.hold), 1.6))
        painter.setBrush(colour(t.card))
        hangs = self.answer is not None and self.answer.told.carry in HANGING
        foot, tall = (beam - 10, -tall) if hangs else (beam + 10, tall)
        half = abs(tall) * 0.6
        painter.drawPolygon(
            QPolygonF([QPointF(x, foot), QPointF(x - half, foot + tall), QPointF(x + half, foot + tall)])
        )

    def _things(self, painter: QPainter, found: Answer, beam: float) -> None:
        """What hangs or may hang below, what slides as far as it goes above."""
        t, told = self.theme, found.told
        hung = {step.which: step.at_m for step in self.way.steps if isinstance(step, Hang)} if self.way else {}
        for number, weight in enumerate(told.weights):
            place = hung.get(number, weight.from_m if abs(weight.from_m) > abs(weight.to_m) else weight.to_m)
            x, top = self.at(place), beam + 18
            painter.setPen(QPen(colour(t.ink if number in hung else t.quiet), 1.4, self._line(number in hung)))
            painter.setBrush(colour(t.body if number in hung else t.card))
            if weight.from_m != weight.to_m:
                painter.drawLine(QPointF(self.at(weight.from_m), beam + 8), QPointF(self.at(weight.to_m), beam + 8))
            painter.drawLine(QPointF(x, beam), QPointF(x, top))
            painter.drawRect(QRectF(x - WEIGHT_PX / 2, top, WEIGHT_PX, WEIGHT_PX))
            self._text(painter, x, top + WEIGHT_PX + 14, mass(weight.mass_kg, self.display), number in hung)
        for sliding in told.sliding:
            x = self.at(sliding.at_m)
            painter.setPen(QPen(colour(t.quiet), 1.4))
            painter.setBrush(colour(t.card))
            painter.drawRect(QRectF(x - WEIGHT_PX / 2, beam - WEIGHT_PX - 2, WEIGHT_PX, WEIGHT_PX))
            self._travel(painter, sliding.at_m, (sliding.from_m, sliding.to_m), beam - WEIGHT_PX - 8)
        if told.slide_m is not None:
            self._travel(painter, found.condition.value_m, told.slide_m, beam - self.height() * 0.30)

    def _line(self, firm: bool) -> Qt.PenStyle:
        return Qt.PenStyle.SolidLine if firm else Qt.PenStyle.DashLine

    def _travel(self, painter: QPainter, at_m: float, travel_m: tuple[float, float], y: float) -> None:
        """As far as it goes, with a stroke at both ends."""
        left, right = self.at(at_m + min(travel_m)), self.at(at_m + max(travel_m))
        painter.setPen(QPen(colour(self.theme.quiet), 1.4))
        painter.drawLine(QPointF(left, y), QPointF(right, y))
        for end in (left, right):
            painter.drawLine(QPointF(end, y - 4), QPointF(end, y + 4))

    def _mark(
        self, painter: QPainter, value_m: float, sd_m: float, beam: float, right: bool, *, filled: bool
    ) -> None:  # fmt: skip
        """Right: a disc; off: a diamond; as it is: hollow, afterwards: full. Its number stands over it."""
        tone = self.theme.hold if right else self.theme.tip
        x, doubt = self.at(value_m), self.at(value_m + sd_m) - self.at(value_m)
        painter.fillRect(QRectF(x - doubt, beam - 2, 2 * doubt, 4), colour(tone))
        painter.setPen(QPen(colour(tone), 2))
        painter.setBrush(colour(tone if filled else self.theme.card))
        if right:
            painter.drawEllipse(QPointF(x, beam), MARK_PX, MARK_PX)
        else:
            corners = ((0, -1), (1, 0), (0, 1), (-1, 0))
            painter.drawPolygon(QPolygonF([QPointF(x + MARK_PX * a, beam + MARK_PX * b) for a, b in corners]))
        if not filled:
            self._text(painter, x, beam - 16, length(value_m, self.display), True)

    def _text(self, painter: QPainter, x: float, y: float, text: str, firm: bool) -> None:
        painter.setPen(colour(self.theme.ink if firm else self.theme.quiet))
        wide = painter.fontMetrics().horizontalAdvance(text)
        painter.drawText(QPointF(min(max(x - wide / 2, 2), self.width() - wide - 2), y), text)
