"""Predicted beside felt, a row for each region and way of carrying: a ring and a disc on one scale to 10."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QFontMetricsF
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.keys import MOST_SCORE
from equilix.notebook.compare import LEAST_OFF, Average
from equilix.notebook.notebook_words import region_words, way_words
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Dot, Line, Primitive, Text, margin_text
from equilix.ui.theme import font
from equilix.words.language import say
from equilix.words.quantities import fixed
from equilix.words.telling import begun, tell

ROW_PX, TOP_PX, RIGHT_PX = 26.0, 46.0, 20.0
MOST_LEFT: Final = 0.55
"""Of the width that names take at most."""


class FeltChart(Chart):
    """What is furthest off first; as many rows as there is room for."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.rows: Sequence[Average] = ()
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumHeight(110)
        self.setAccessibleName(say("Predicted and felt, by way of carrying and region"))

    def sizeHint(self) -> QSize:
        return QSize(420, 260)

    def show_averages(self, rows: Sequence[Average]) -> None:
        """Show means over outings."""
        self.rows = rows
        self.setAccessibleDescription("; ".join(map(_said, rows)))
        self.update()

    def made(self, bounds: QRectF) -> Iterator[Primitive]:
        title = say("Predicted (ring) and felt (disc), on average")
        yield Text(QPointF(0.0, 15.0), title, "ink", fixed=True, bare=True)
        if not self.rows:
            return
        room = max(int((bounds.height() - TOP_PX) // ROW_PX), 1)
        shown, metrics = self.rows[:room], QFontMetricsF(font(as_is=True))
        names = [_name(each) for each in shown]
        left = min(max(map(metrics.horizontalAdvance, names)) + 16.0, MOST_LEFT * bounds.width())
        wide = bounds.width() - left - RIGHT_PX
        for score in (0, 5, 10):
            x = left + wide * score / MOST_SCORE
            yield Line((QPointF(x, TOP_PX - 8), QPointF(x, TOP_PX + ROW_PX * len(shown))), "rule", 1.0)
            yield margin_text(QPointF(x, TOP_PX - 12), str(score), "middle")
        for number, (row, name) in enumerate(zip(shown, names, strict=True)):
            y = TOP_PX + ROW_PX * (number + 0.5)
            yield margin_text(QPointF(0.0, y + 4), _cut(name, metrics, left - 12.0))
            said, felt = (QPointF(left + wide * each / MOST_SCORE, y) for each in (row.predicted, row.felt))
            off = abs(row.off) >= LEAST_OFF
            yield Line((said, felt), "tip" if off else "quiet", 2.0)
            yield Dot(said, 6.0, "paper", "ink", 1.4, "dash")
            yield Dot(felt, 5.0, "tip" if off else "hold", "tip" if off else "hold", 1.4)


def _name(row: Average) -> str:
    return begun(f"{tell(region_words(row.region))}, {tell(way_words(row.way))}")


def _said(row: Average) -> str:
    return say("{name}: {predicted} predicted, {felt} felt").format(
        name=_name(row), predicted=fixed(row.predicted, 1), felt=fixed(row.felt, 1)
    )


def _cut(text: str, metrics: QFontMetricsF, room: float) -> str:

    return metrics.elidedText(text, Qt.TextElideMode.ElideRight, room)
