"""How long a take runs, against how long it is planned and how long each joint lasts: a bar for each on one scale."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QFontMetricsF
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Line, Primitive, Role, Wash, margin_text, trough
from equilix.ui.theme import font
from equilix.words.language import say
from equilix.words.quantities import fixed

LEFT_PX, RIGHT_PX, FOOT_PX = 150.0, 24.0, 22.0
ROW_PX: Final = (22.0, 56.0)
LEAST_MIN: Final = 1.0
BEYOND: Final = 1.15
"""The scale goes so much beyond the last mark on it."""


class GaugeRow(Struct, frozen=True):
    """A bar from the begin of the take to ``end_min``, with a mark at ``limit_min``; infinite where there is none."""

    name: str
    end_min: float
    limit_min: float = math.inf


class TakeGauge(Chart):
    """``since_min``: how long the take runs. What is not reached for long goes beyond the edge."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.rows: Sequence[GaugeRow] = ()
        self.since_min = 0.0
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setAccessibleName(say("How long the take runs, and how long each joint lasts"))

    def sizeHint(self) -> QSize:
        return QSize(420, 130)

    def show_take(self, rows: Sequence[GaugeRow], since_min: float, said: str) -> None:
        """Show a take; ``said``: the same in words, for who cannot see it."""
        if (tuple(rows), since_min) != (tuple(self.rows), self.since_min):
            self.rows, self.since_min = tuple(rows), since_min
            self.setAccessibleDescription(said)
            self.update()

    @property
    def whole_min(self) -> float:
        """How long the scale is: the plan, the first thing that gives out, and what runs have room on it."""
        ends = [each.end_min for each in self.rows if math.isfinite(each.end_min)]
        return max(BEYOND * max([*ends[:2], self.since_min]), LEAST_MIN) if ends else LEAST_MIN

    def across(self, minute: float, bounds: QRectF) -> float:
        """Where a minute of the take is; what is beyond the scale at its end."""
        share = min(max(minute, 0.0) / self.whole_min, 1.0)
        return LEFT_PX + (bounds.width() - LEFT_PX - RIGHT_PX) * share

    def made(self, bounds: QRectF) -> Iterator[Primitive]:
        if not self.rows:
            return
        room = max(int((bounds.height() - FOOT_PX) // ROW_PX[0]), 1)
        shown = self.rows[:room]
        high = min(max((bounds.height() - FOOT_PX) / len(shown), ROW_PX[0]), ROW_PX[1])
        metrics = QFontMetricsF(font(as_is=True))
        low = high * len(shown)
        for number, row in enumerate(shown):
            box = QRectF(LEFT_PX, number * high + 5.0, bounds.width() - LEFT_PX - RIGHT_PX, high - 10.0)
            told = metrics.elidedText(row.name, Qt.TextElideMode.ElideRight, LEFT_PX - 10.0)
            yield margin_text(QPointF(0.0, box.center().y() + 5.0), told)
            yield from self._row(row, box, bounds)
        step = next((each for each in STEPS if self.whole_min / each <= MOST_TICKS), STEPS[-1])
        for number in range(int(self.whole_min / step) + 1):
            x = self.across(number * step, bounds)
            yield margin_text(QPointF(x, low + 15.0), fixed(number * step, 0 if step >= 1 else 1), "middle")
        yield margin_text(QPointF(0.0, low + 15.0), say("minutes"))
        x = self.across(self.since_min, bounds)
        if self.since_min > 0:
            yield Line((QPointF(x, 0.0), QPointF(x, low)), "ink", 2.0)

    def _row(self, row: GaugeRow, box: QRectF, bounds: QRectF) -> Iterator[Primitive]:
        end = self.across(row.end_min, bounds)
        yield from trough(QRectF(box.left(), box.top(), end - box.left(), box.height()))
        run = self.across(min(self.since_min, row.end_min), bounds)
        past = self.since_min > min(row.limit_min, row.end_min)
        tone: Role = "tip_wash" if past and row is not self.rows[0] else "hold_wash"
        if self.since_min > 0:
            yield Wash(QRectF(box.left(), box.top() + 1, max(run - box.left(), 1.0), box.height() - 2), tone)
        if math.isfinite(row.limit_min):
            x = self.across(row.limit_min, bounds)
            yield Line((QPointF(x, box.top() - 2), QPointF(x, box.bottom() + 2)), "tip", 2.0)
        if math.isfinite(row.end_min) and row.end_min <= self.whole_min:
            ends = QPointF(end, box.top() - 2), QPointF(end, box.bottom() + 2)
            yield Line(ends, "ink" if row is self.rows[0] else "tip", 2.4)


STEPS: Final = (0.5, 1, 2, 5, 10, 20, 30, 60, 120, 240)
MOST_TICKS: Final = 8
