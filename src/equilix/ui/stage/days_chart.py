"""What one region felt from day to day, beside what was predicted."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from datetime import date

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF, QSize
from PySide6.QtGui import QFontMetricsF
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.keys import MOST_SCORE
from equilix.notebook.notebook_words import day_words
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Dot, Line, Primitive, Text, margin_text
from equilix.ui.theme import font
from equilix.words.language import say
from equilix.words.telling import tell

LEFT_PX, RIGHT_PX, TOP_PX, LOW_PX = 30.0, 14.0, 36.0, 24.0
APART_PX = 9.0
"""Two outings of one day stand beside each other."""


BOLD = 1.1
"""So much wider than plain type bold type is at most."""


class Felt(Struct, frozen=True):
    """An outing: its day, what was felt (none: not asked), what was predicted (none: nothing is), 0 to 10."""

    day: date
    felt: int | None
    predicted: float | None
    shown: bool = False
    """It is the one that is looked at."""


class DaysChart(Chart):
    """A disc for what was felt, a dashed ring for what was predicted."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.rows: Sequence[Felt] = ()
        self.title = ""
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        self.setMinimumHeight(110)

    def sizeHint(self) -> QSize:
        return QSize(420, 150)

    def show_days(self, title: str, rows: Sequence[Felt]) -> None:
        """Show outings in the order of their days."""
        self.title, self.rows = title, rows
        self.setAccessibleName(title)
        said = (f"{tell(day_words(row.day))}: {row.felt}" for row in rows if row.felt is not None)
        self.setAccessibleDescription(", ".join(said))
        self.update()

    def places(self, bounds: QRectF) -> list[float]:
        """Of each outing how far along it stands, by its day, of one day beside each other."""
        box = bounds.adjusted(LEFT_PX, TOP_PX, -RIGHT_PX, -LOW_PX)
        first, last = self.rows[0].day, self.rows[-1].day
        room, often = box.width() - 4 * APART_PX, Counter(row.day for row in self.rows)
        seen: Counter[date] = Counter()
        found = []
        for row in self.rows:
            aside = APART_PX * (seen[row.day] - (often[row.day] - 1) / 2)
            seen[row.day] += 1
            along = room * ((row.day - first).days / max((last - first).days, 1))
            found.append(box.left() + 2 * APART_PX + along + aside)
        return found

    def high(self, score: float, bounds: QRectF) -> float:
        """How far down a score is."""
        low = bounds.bottom() - LOW_PX
        return low - (low - bounds.top() - TOP_PX) * score / MOST_SCORE

    def made(self, bounds: QRectF) -> Iterator[Primitive]:
        yield Text(QPointF(0.0, 15.0), self.title, "ink", fixed=True, bare=True)
        if not self.rows:
            return
        box = bounds.adjusted(LEFT_PX, TOP_PX, -RIGHT_PX, -LOW_PX)
        for score in (0, 5, 10):
            y = self.high(score, bounds)
            yield Line((QPointF(box.left(), y), QPointF(box.right(), y)), "rule", 1.0)
            yield margin_text(QPointF(box.left() - 8, y + 4), str(score), "right")
        rows = list(zip(self.rows, self.places(bounds), strict=True))
        felt = [QPointF(x, self.high(row.felt, bounds)) for row, x in rows if row.felt is not None]
        if len(felt) > 1:
            yield Line(tuple(felt), "tip", 1.4)
        for row, x in rows:
            if row.predicted is not None:
                yield Dot(QPointF(x, self.high(row.predicted, bounds)), 6.0, "", "ink", 1.4, "dash")
            if row.felt is not None:
                yield Dot(QPointF(x, self.high(row.felt, bounds)), 6.5 if row.shown else 4.0, "tip", "tip", 1.4)
        foot = box.bottom() + 18
        yield margin_text(QPointF(box.left(), foot), tell(day_words(self.rows[0].day)))
        if self.rows[-1].day != self.rows[0].day:
            yield margin_text(QPointF(box.right(), foot), tell(day_words(self.rows[-1].day)), "right")
        legend, metrics = say("dashed: predicted"), QFontMetricsF(font(as_is=True))
        if metrics.horizontalAdvance(self.title + legend) * BOLD < box.right() - 12.0:
            yield margin_text(QPointF(box.right(), 15.0), legend, "right")
