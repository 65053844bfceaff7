"""Paints primitives: the only place of a drawing that touches a painter."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from functools import cache
from typing import Final

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPainterPath, QPen, QPolygonF

from equilix.ui.stage.labels import POINTS, Placed
from equilix.ui.stage.primitives import Arrow, Centre, Dash, Dot, Line, Primitive, Role, Shape, Tag, Text, Wash
from equilix.ui.theme import Theme, colour, font

DASHES: Final[dict[Dash, Qt.PenStyle]] = {
    "": Qt.PenStyle.SolidLine,
    "dash": Qt.PenStyle.DashLine,
    "dot": Qt.PenStyle.DotLine,
    "dash-dot": Qt.PenStyle.DashDotLine,
}
CENTRE_PX: Final = 9.0
BEHIND: Final = 205
"""How much the paper behind a text hides of the drawing."""


@cache
def cosmetic_pen(value: str, width_px: float, alpha: int = 255) -> QPen:
    """A pen of so many pixels whatever the scale. Remembered and shared: not to be changed."""
    pen = QPen(colour(value, alpha), width_px)
    pen.setCosmetic(True)
    pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    return pen


def paint(painter: QPainter, primitives: Iterable[Primitive], theme: Theme, bounds: QRectF) -> None:
    """Paint all but the texts, in their order."""
    for each in primitives:
        match each:
            case Line():
                _line(painter, each, theme)
            case Shape():
                _pen(painter, theme, each.edge, each.width, each.dash, each.edge_alpha)
                _brush(painter, theme, each.fill, each.fill_alpha)
                painter.drawPath(each.path)
            case Wash():
                painter.fillRect(each.box, colour(getattr(theme, each.role), each.alpha))
            case Dot():
                _pen(painter, theme, each.edge, each.width, each.dash)
                _brush(painter, theme, each.fill, each.fill_alpha)
                painter.drawEllipse(each.at, each.radius, each.radius)
            case Arrow():
                _arrow(painter, each, theme)
            case Centre():
                _centre(painter, each, theme)
            case Tag():
                _tag(painter, each, theme, bounds)
            case Text():
                pass  # where texts stand is found for all of them together


def paint_texts(painter: QPainter, placed: Sequence[Placed], theme: Theme, grow: float = 1.0) -> None:
    """Paint texts in their places, as large as they were placed, most with a wash of paper behind them."""
    for each in placed:
        painter.setFont(font(POINTS * grow, bold=each.text.bold, as_is=True))
        if not each.text.bare:
            painter.fillRect(each.box, colour(theme.paper, BEHIND))
        painter.setPen(colour(getattr(theme, each.text.role)))
        painter.drawText(each.baseline, each.text.text)


def _pen(painter: QPainter, theme: Theme, role: Role, width: float, dash: Dash, alpha: int = 255) -> None:
    if role:
        painter.setPen(QPen(colour(getattr(theme, role), alpha), width, DASHES[dash]))
    else:
        painter.setPen(Qt.PenStyle.NoPen)


def _brush(painter: QPainter, theme: Theme, role: Role, alpha: int) -> None:
    if role:
        painter.setBrush(colour(getattr(theme, role), alpha))
    else:
        painter.setBrush(Qt.BrushStyle.NoBrush)


def _line(painter: QPainter, line: Line, theme: Theme) -> None:
    pen = QPen(colour(getattr(theme, line.role), line.alpha), line.width, DASHES[line.dash])
    if line.round:
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    elif not line.dash:
        pen.setCapStyle(Qt.PenCapStyle.FlatCap)
    painter.setPen(pen)
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.drawPolyline(QPolygonF(line.points))


def _arrow(painter: QPainter, arrow: Arrow, theme: Theme) -> None:
    way = arrow.end - arrow.start
    size = math.hypot(way.x(), way.y())
    if size < 1.5:
        return
    along = way / size
    across = QPointF(-along.y(), along.x())
    head = min(10.0, size * 0.8)
    neck = arrow.end - along * head
    value = colour(getattr(theme, arrow.role))
    painter.setPen(QPen(value, arrow.width, Qt.PenStyle.SolidLine, Qt.PenCapStyle.FlatCap))
    painter.drawLine(arrow.start, neck)
    tip = QPainterPath(arrow.end)
    tip.lineTo(neck + across * head * 0.55)
    tip.lineTo(neck - across * head * 0.55)
    tip.closeSubpath()
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(value)
    painter.drawPath(tip)


def _centre(painter: QPainter, centre: Centre, theme: Theme) -> None:
    box = QRectF(centre.at.x() - CENTRE_PX, centre.at.y() - CENTRE_PX, 2 * CENTRE_PX, 2 * CENTRE_PX)
    value = colour(getattr(theme, centre.role))
    painter.setPen(QPen(value, 1.8))
    painter.setBrush(colour(theme.card))
    painter.drawEllipse(box)
    painter.setBrush(value)
    for start in (0, 180):
        painter.drawPie(box, start * 16, 90 * 16)


def _tag(painter: QPainter, tag: Tag, theme: Theme, bounds: QRectF) -> None:
    painter.setFont(font(POINTS, bold=True))
    wide = painter.fontMetrics().horizontalAdvance(tag.text) + 18
    x = min(max(tag.at.x() + 14, bounds.left() + 4.0), bounds.right() - wide - 4)
    box = QRectF(x, max(tag.at.y() - 40, bounds.top() + 4), wide, 26)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(colour(theme.ink))
    painter.drawRoundedRect(box, 3, 3)
    painter.setPen(colour(theme.card))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, tag.text)
