"""A band that narrows from outing to outing: how long somebody lasts, beside most people."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Final

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.facts import fact
from equilix.notebook.refit import Band
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Dot, Line, Primitive, Shape, Text, margin_text, polygon
from equilix.words.language import say
from equilix.words.quantities import fixed, general
from equilix.words.telling import tell

LEFT_PX, RIGHT_PX, TOP_PX, LOW_PX = 56.0, 52.0, 38.0, 26.0
LINE_PX: Final = 21.0
"""Of a line of text: where three of them have no room, the middle one is told alone."""
TICKS: Final = (1.0, 2.0, 0.5, 4.0, 0.25)
"""Those that count most first: where there is little room the others are left out."""


class BandsChart(Chart):
    """From left to right: before the first outing, and after each. Times of most people, evenly in their ratios."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.bands: Sequence[tuple[int, Band]] = ()
        """After how many outings, which band."""
        self.title = ""
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.setMinimumHeight(120)

    def sizeHint(self) -> QSize:
        return QSize(420, 240)

    def show_bands(self, title: str, bands: Sequence[tuple[int, Band]]) -> None:
        """Show how one narrows."""
        self.title, self.bands = title, bands
        self.setAccessibleName(title)
        if bands:
            count, last = bands[-1]
            said = fact(
                "notebook.band",
                value=fixed(last.value, 2),
                low=fixed(last.low, 2),
                high=fixed(last.high, 2),
                count=count,
            )
            self.setAccessibleDescription(tell(said))
        self.update()

    def _scales(self, bounds: QRectF) -> tuple[QRectF, float, float]:
        """The box of the lines, and the lowest and highest value."""
        box = bounds.adjusted(LEFT_PX, TOP_PX, -RIGHT_PX, -LOW_PX)
        low = min(0.5, *(each.low for _, each in self.bands)) / 1.08
        high = max(2.0, *(each.high for _, each in self.bands)) * 1.08
        return box, low, high

    def at(self, number: float, value: float, bounds: QRectF) -> QPointF:
        """Where a value after so many outings stands."""
        box, low, high = self._scales(bounds)
        x = box.left() + box.width() * number / max(self.bands[-1][0], 1)
        return QPointF(x, box.bottom() - box.height() * math.log(value / low) / math.log(high / low))

    def made(self, bounds: QRectF) -> Iterator[Primitive]:
        yield Text(QPointF(0.0, 15.0), self.title, "ink", fixed=True, bare=True)
        if not self.bands:
            return
        box, low, high = self._scales(bounds)
        marked: list[float] = []
        for value in TICKS:
            y = self.at(0, value, bounds).y()
            if low < value < high and all(abs(y - other) > LINE_PX for other in marked):
                marked.append(y)
                yield Line((QPointF(box.left(), y), QPointF(box.right(), y)), "rule", 2.0 if value == 1.0 else 1.0)
                label = say("× {times}").format(times=general(value))
                yield margin_text(QPointF(box.left() - 8, y + 4), label, "right")
        count, last = self.bands[-1]
        if count:
            upper = [self.at(k, each.high, bounds) for k, each in self.bands]
            lower = [self.at(k, each.low, bounds) for k, each in self.bands]
            yield Shape(polygon(*upper, *reversed(lower)), "hold_wash")
            yield Line(tuple(self.at(k, each.value, bounds) for k, each in self.bands), "hold", 2.0)
        roomy = self.at(0, last.low, bounds).y() - self.at(0, last.high, bounds).y() > 2 * LINE_PX
        for value in (last.low, last.high) if roomy else ():
            end = self.at(count, value, bounds)
            yield Line((end - QPointF(5, 0), end + QPointF(5, 0)), "hold", 2.0)
            yield margin_text(end + QPointF(10, 4), fixed(value, 2))
        yield Line((self.at(count, last.low, bounds), self.at(count, last.high, bounds)), "hold", 1.4)
        at = self.at(count, last.value, bounds)
        yield Dot(at, 4.0, "card", "hold", 2.0)
        yield Text(at + QPointF(10, 4), fixed(last.value, 2), "ink", fixed=True, bare=True)
        foot = box.bottom() + 18
        yield margin_text(QPointF(box.left(), foot), say("before"))
        after = say("after {count}").format(count=count)
        yield margin_text(QPointF(box.right(), foot), after, "right")
