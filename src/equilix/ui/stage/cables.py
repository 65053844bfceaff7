"""The cables of a rig on the drawing: power drawn full, signals dashed, each hanging by its slack."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QPainter, QPainterPath, QPen

from equilix.ui.stage.projection import PLAN
from equilix.ui.theme import colour

if TYPE_CHECKING:
    from equilix.ui.stage.view import RigView


def paint_cables(painter: QPainter, view: RigView) -> None:
    """Draw each cable between the middles of the two parts that it joins."""
    analysis, t = view.session.analysis, view.theme
    assembly = analysis.assembly
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for cable in analysis.setup.cables:
        if cable.start not in assembly.index or cable.end not in assembly.index:
            continue
        ends = [assembly.cgs_m[assembly.index[each]] for each in (cable.start, cable.end)]
        start, end = (view.place_px(each) for each in ends)
        way = float(np.linalg.norm(ends[0] - ends[1]))
        # a shallow cable of length s over a span l sags by sqrt(3 l (s - l) / 8)
        sag = math.sqrt(max(3 * way * (cable.length_m - way) / 8, 0.0)) * 1000 * view.scale
        taut = cable.length_m < way
        power = cable.output is not None
        style = Qt.PenStyle.SolidLine if power else Qt.PenStyle.DashLine
        painter.setPen(QPen(colour(t.tip if taut else t.hold), 2.6 if power else 1.6, style))
        path = QPainterPath(start)
        low = (start + end) / 2 + QPointF(0, 0 if view.view is PLAN else 2 * min(sag, 90.0))
        path.quadTo(low, end)
        painter.drawPath(path)
        for point in (start, end):
            painter.drawEllipse(point, 3.0, 3.0)
