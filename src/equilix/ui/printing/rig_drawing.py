"""A rig as thin lines on paper, with what is meant in the accent."""

from __future__ import annotations

from collections.abc import Collection
from typing import Final

from PySide6.QtCore import Qt
from PySide6.QtGui import QBrush, QColor, QPainter, QPen

from equilix.rig.kinematics import Assembly
from equilix.ui.printing.paper import ACCENT, INK, Paper
from equilix.ui.stage.outlines import Drawn, OutlineBook, extent
from equilix.ui.stage.projection import SIDE, Projection

LINE_MM: Final = 0.18
FINE_MM: Final = 0.10
FINEST_SCALE: Final = 0.12
"""Under this scale fine lines are left out: they would run together."""
WHITE, GREY, PALE = "#ffffff", "#d8d8d8", "#f4e2d8"


def draw_rig(
    paper: Paper, book: OutlineBook, assembly: Assembly, box: tuple[float, float, float, float],
    accent: Collection[str] = (), view: Projection = SIDE, scale: float | None = None,
) -> float:  # fmt: skip
    """Draw a rig into a box (left, top, width, height; mm), as large as fits or at a scale; returns the scale."""
    drawn = book.draw(assembly, view)
    if not drawn:
        return 1.0
    left, top, wide, high = box
    whole = extent(drawn)
    fits = min(wide / max(whole.width(), 1.0), high / max(whole.height(), 1.0))
    scale = fits if scale is None else min(scale, fits)
    painter = paper.painter
    painter.save()
    painter.translate(paper.at(left + wide / 2, top + high / 2))
    painter.scale(paper.px_per_mm * scale, paper.px_per_mm * scale)
    painter.translate(-whole.center())
    for each in drawn:
        painter.translate(each.x_mm, each.y_mm)
        _outline(painter, each, scale, meant=each.placement in accent)
        painter.translate(-each.x_mm, -each.y_mm)
    painter.restore()
    return scale


def _outline(painter: QPainter, each: Drawn, scale: float, *, meant: bool) -> None:
    """Dark fills are grey on paper: ink is dear, and what is meant must be seen."""
    tone = ACCENT if meant else INK
    line = QPen(QColor(tone), (1.8 if meant else 1.0) * LINE_MM / scale)
    line.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    fine = QPen(QColor(tone), FINE_MM / scale)
    for path, style, filled in each.outline.pieces:
        if not filled and style != "line" and scale < FINEST_SCALE:
            continue
        painter.setPen(line if filled or style == "line" else fine)
        fill = PALE if meant else GREY if style == "dark" else WHITE
        painter.setBrush(QBrush(QColor(fill)) if filled else Qt.BrushStyle.NoBrush)
        painter.drawPath(path)
