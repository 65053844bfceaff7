"""Just one axis on the drawing: what slides, which way and how far."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING

import numpy as np
from PySide6.QtCore import QPointF
from PySide6.QtGui import QBrush, QPainter

from equilix.ui.stage.marks import arrow, cosmetic_pen, label
from equilix.ui.theme import colour
from equilix.units import length

if TYPE_CHECKING:
    from equilix.guide.steps import Advice
    from equilix.ui.stage.view import RigView

LEAST_ARROW_PX = 34.0


def paint_axis(painter: QPainter, view: RigView, advice: Advice) -> None:
    """Outline what the step slides, with an arrow of the way and its millimetres, where this view can show it."""
    t = view.theme
    for move in advice.moves:
        if move.placement not in view.session.setup.by_id:
            continue
        slid = set(view.session.setup.subtree(move.placement))
        origin = view.to_px(0, 0)
        painter.save()
        painter.translate(origin)
        painter.scale(view.scale, view.scale)
        painter.setBrush(QBrush(colour(t.hold, 30)))
        painter.setPen(cosmetic_pen(t.hold, 1.6))
        for drawn in view.drawn:
            if drawn.placement in slid:
                painter.drawPath(drawn.outline.whole.translated(drawn.x_mm, drawn.y_mm))
        painter.restore()
        way = QPointF(*view.view.flat_point(move.moved_m))
        size, whole = math.hypot(way.x(), way.y()), float(np.linalg.norm(move.moved_m)) * 1000
        if size < 0.5 * whole or size < 0.1:
            continue
        assembly = view.session.analysis.assembly
        at = view.place_px(assembly.cgs_m[assembly.index[move.placement]])
        shown = max(size * view.scale, LEAST_ARROW_PX)
        end = at + way / size * shown
        arrow(painter, at, end, t.hold, 5.0)
        label(painter, end + QPointF(8, -8), length(whole / 1000, view.session.document.display), t.hold, t)
