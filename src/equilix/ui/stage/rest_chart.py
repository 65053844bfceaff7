"""Rest against what it saves and what it costs: minutes carried past the limit, and the end of the day, over rest."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from typing import Final

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.day.day_words import clock
from equilix.day.rests import Point
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Anchor, Dot, Line, Primitive, Text, margin_text
from equilix.ui.theme import enlarged
from equilix.ui.widgets.announce import describe
from equilix.ui.widgets.key_line import KeyLine
from equilix.words.language import say
from equilix.words.quantities import fixed
from equilix.words.telling import tell

LEFT_PX, RIGHT_PX, TOP_PX, FOOT_PX = 34.0, 50.0, 32.0, 24.0
LEAST_MIN: Final = 1.0
Scale = Callable[[float], float]
"""From minutes to pixels."""


class RestChart(Chart):
    """``chosen``: a point of the curve, by its number; click, or left and right."""

    chosen = Signal(int)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.points: Sequence[Point] = ()
        self.planned: Point | None = None
        self.number: int | None = None
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        self.setAccessibleName(say("Rest, what it saves, and the end of the day"))

    def sizeHint(self) -> QSize:
        return QSize(360, round(132 * enlarged()))

    def show_points(self, points: Sequence[Point], planned: Point | None, number: int | None, said: str) -> None:
        """Show a curve, the day as it is planned, and which point is chosen; ``said``: that one in words."""
        self.points, self.planned, self.number = points, planned, number
        describe(self, said)
        self.update()

    def across(self, bounds: QRectF) -> Scale:
        """Where so much rest is."""
        return _scale([each.rest_min for each in self._all], LEFT_PX, bounds.width() - RIGHT_PX)

    def past(self, bounds: QRectF) -> Scale:
        """How high minutes past the limit are."""
        return _scale([0.0, *(each.past_min for each in self._all)], bounds.height() - FOOT_PX, TOP_PX)

    def end(self, bounds: QRectF) -> Scale:
        """How high an end of the day is."""
        return _scale([each.end_min for each in self._all], bounds.height() - FOOT_PX, TOP_PX)

    @property
    def _all(self) -> list[Point]:
        return [*self.points, *([] if self.planned is None else [self.planned])]

    def made(self, bounds: QRectF) -> Iterator[Primitive]:
        if not self.points:
            return
        across, past, end = self.across(bounds), self.past(bounds), self.end(bounds)
        yield from self._axes(bounds)
        if len(self.points) > 1:
            yield Line(tuple(QPointF(across(p.rest_min), end(p.end_min)) for p in self.points), "quiet", 1.4, "dash")
            yield Line(tuple(QPointF(across(p.rest_min), past(p.past_min)) for p in self.points), "hold", 1.8)
        for number, point in enumerate(self.points):
            radius = 5.5 if number == self.number else 2.6
            yield Dot(QPointF(across(point.rest_min), past(point.past_min)), radius, "hold", "hold", 1.0)
        if self.planned is not None:
            at = QPointF(across(self.planned.rest_min), past(self.planned.past_min))
            yield Dot(at, 5.0, "paper", "ink", 1.6)

    def _axes(self, bounds: QRectF) -> Iterator[Primitive]:
        across, past, end = self.across(bounds), self.past(bounds), self.end(bounds)
        low, right = bounds.height() - FOOT_PX, bounds.width() - RIGHT_PX
        yield Text(QPointF(0.0, 16.0), say("minutes past the limit"), "hold", bold=False, fixed=True, bare=True)
        yield margin_text(QPointF(bounds.width(), 16.0), say("the day ends"), "right")
        yield Line((QPointF(LEFT_PX, low), QPointF(right, low)), "rule", 1.0)
        for value in (0.0, max(each.past_min for each in self._all)):
            yield margin_text(QPointF(LEFT_PX - 6.0, past(value) + 4.0), fixed(value, 0), "right")
        ends = [each.end_min for each in self._all]
        for minute in sorted({min(ends), max(ends)}):
            yield margin_text(QPointF(right + 6.0, end(minute) + 4.0), tell(clock(minute)))
        rests = [each.rest_min for each in self._all]
        for value in {min(rests), max(rests)}:
            anchor: Anchor = "left" if value == min(rests) else "right"
            yield margin_text(QPointF(across(value), low + 17.0), fixed(value, 0), anchor)
        yield margin_text(QPointF((LEFT_PX + right) / 2, low + 17.0), say("minutes of rest"), "middle")

    def mousePressEvent(self, event: QMouseEvent) -> None:
        """Choose the point that is nearest."""
        if self.points:
            across = self.across(self.paper)
            x = event.position().x() / enlarged()
            self.chosen.emit(min(range(len(self.points)), key=lambda k: abs(across(self.points[k].rest_min) - x)))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Left and right go from point to point."""
        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()))
        if step is None or not self.points:
            super().keyPressEvent(event)
            return
        number = 0 if self.number is None else min(max(self.number + step, 0), len(self.points) - 1)
        self.chosen.emit(number)


def _scale(values: Sequence[float], start: float, stop: float) -> Scale:
    """From the least of some values to the most of them, over a minute at least."""
    least = min(values, default=0.0)
    wide = max([each - least for each in values] + [LEAST_MIN])
    return lambda value: start + (stop - start) * (value - least) / wide
