"""The cables of a rig on the drawing, along their way over it: power drawn full, signals dashed."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QPainter, QPainterPath, QPen

from equilix.ui.theme import colour

if TYPE_CHECKING:
    from equilix.ui.stage.view import RigView


CORNER_PX = 14.0
"""A cable goes round a corner no more tightly than this."""


def _rounded(line: list[QPointF]) -> QPainterPath:
    """A path through these points with its corners rounded."""
    path = QPainterPath(line[0])
    for before, corner, after in zip(line, line[1:], line[2:], strict=False):
        for towards, ends in ((before, False), (after, True)):
            way = towards - corner
            size = math.hypot(way.x(), way.y())
            cut = corner + way * (min(CORNER_PX, size / 2) / size if size > 0 else 0.0)
            if ends:
                path.quadTo(corner, cut)
            else:
                path.lineTo(cut)
    path.lineTo(line[-1])
    return path


def paint_cables(painter: QPainter, view: RigView) -> None:
    """Draw each cable from part to part by the mounting points; one that is too short for it straight and marked."""
    analysis, t = view.session.analysis, view.theme
    assembly = analysis.assembly
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for cable in analysis.setup.cables:
        if cable.start not in assembly.index or cable.end not in assembly.index:
            continue
        way = assembly.routes[cable.id]
        taut, across = cable.length_m < way.straight_m, not way.takes(cable.length_m)
        line = [view.place_px(each) for each in (way.points[[0, -1]] if across else way.points)]
        power = cable.output is not None
        style = Qt.PenStyle.SolidLine if power else Qt.PenStyle.DashLine
        painter.setPen(QPen(colour(t.tip if taut else t.hold), 2.6 if power else 1.6, style))
        painter.drawPath(_rounded(line))
        for point in (line[0], line[-1]):
            painter.drawEllipse(point, 3.0, 3.0)
