"""Marks on the drawing: the centre of gravity, arrows, small labels."""

from __future__ import annotations

import math
from functools import cache

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPainterPath, QPen

from equilix.ui.theme import Theme, colour, font

PX_PER_N = 1.2
"""All arrows of force share this scale."""


@cache
def cosmetic_pen(value: str, width_px: float, alpha: int = 255) -> QPen:
    """A pen of so many pixels whatever the scale. Remembered and shared: not to be changed."""
    pen = QPen(colour(value, alpha), width_px)
    pen.setCosmetic(True)
    pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    return pen


def centre_of_gravity(painter: QPainter, at: QPointF, theme: Theme, value: str) -> None:
    """The quartered disc that engineers draw."""
    radius = 9.0
    box = QRectF(at.x() - radius, at.y() - radius, 2 * radius, 2 * radius)
    painter.setPen(QPen(colour(value), 1.8))
    painter.setBrush(colour(theme.card))
    painter.drawEllipse(box)
    painter.setBrush(colour(value))
    for start in (0, 180):
        painter.drawPie(box, start * 16, 90 * 16)


def arrow(painter: QPainter, start: QPointF, end: QPointF, value: str, width: float = 3.0) -> None:
    """An arrow from start to end."""
    way = end - start
    size = math.hypot(way.x(), way.y())
    if size < 1.5:
        return
    along = way / size
    across = QPointF(-along.y(), along.x())
    head = min(10.0, size * 0.8)
    neck = end - along * head
    painter.setPen(QPen(colour(value), width, Qt.PenStyle.SolidLine, Qt.PenCapStyle.FlatCap))
    painter.drawLine(start, neck)
    tip = QPainterPath(end)
    tip.lineTo(neck + across * head * 0.55)
    tip.lineTo(neck - across * head * 0.55)
    tip.closeSubpath()
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(colour(value))
    painter.drawPath(tip)


def label(
    painter: QPainter, at: QPointF, text: str, value: str, theme: Theme, *, bold: bool = True, right: bool = False
) -> QRectF:
    """Text with a wash of paper behind it, its baseline's left (or right) end at a point; returns its box."""
    painter.setFont(font(11, bold=bold))
    metrics = painter.fontMetrics()
    wide = metrics.horizontalAdvance(text)
    x = at.x() - wide if right else at.x()
    box = QRectF(x - 3, at.y() - metrics.ascent(), wide + 6, metrics.height())
    painter.fillRect(box, colour(theme.paper, 205))
    painter.setPen(colour(value))
    painter.drawText(QPointF(x, at.y()), text)
    return box
