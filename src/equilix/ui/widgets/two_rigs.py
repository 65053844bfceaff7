"""Two rigs over each other: the first in lines, the second as a wash."""

from __future__ import annotations

import numpy as np
from msgspec.structs import replace
from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QWidget

from equilix.analysis import Analysis
from equilix.ui.stage.outlines import Drawn, OutlineBook, extent
from equilix.ui.stage.projection import SIDE
from equilix.ui.stage.sprites import paint_outline
from equilix.ui.theme import Theme, colour


def meets_at(analysis: Analysis) -> np.ndarray:
    """Where two rigs are laid on each other ``(3,)``: the image-plane mark, or the centre of gravity without one."""
    mark = analysis.image_plane_m
    return analysis.mass.cg_m if mark is None else mark


class TwoRigs(QWidget):
    """Seen from the right, at one scale, camera on camera."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.theme = theme
        self.first: Analysis | None = None
        self.second: Analysis | None = None
        self.book = OutlineBook()

    def show_rigs(self, first: Analysis | None, second: Analysis | None) -> None:
        """Show two others."""
        self.first, self.second = first, second
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(320, self.minimumHeight())

    def _drawn(self, analysis: Analysis | None) -> list[Drawn]:
        if analysis is None or not analysis.assembly.ids:
            return []
        x, y = SIDE.flat_point(meets_at(analysis))
        return [
            replace(each, x_mm=each.x_mm - x, y_mm=each.y_mm - y) for each in self.book.draw(analysis.assembly, SIDE)
        ]

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        lines, wash = self._drawn(self.first), self._drawn(self.second)
        whole = extent((*lines, *wash))
        if whole.isEmpty():
            return
        scale = min((self.width() - 12) / whole.width(), (self.height() - 12) / whole.height(), 1.2)
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.translate(self.rect().center())
            painter.scale(scale, scale)
            painter.translate(-whole.center())
            for each in lines:
                painter.translate(each.x_mm, each.y_mm)
                paint_outline(painter, each.outline, self.theme, fine=False)
                painter.translate(-each.x_mm, -each.y_mm)
            edge = QPen(colour(self.theme.hold, 150), 1.2)
            edge.setCosmetic(True)
            edge.setStyle(Qt.PenStyle.DotLine)
            painter.setPen(edge)
            painter.setBrush(colour(self.theme.hold, 46))
            for each in wash:
                painter.drawPath(each.outline.whole.translated(each.x_mm, each.y_mm))
