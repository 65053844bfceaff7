"""The moment about the support while the lens is tilted: top-heavy rigs fall further the further they tilt."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from equilix.analysis import AIM_LIMIT_RAD, Analysis
from equilix.ui.session import Session
from equilix.ui.stage.hold_map import paint_hold_map
from equilix.ui.theme import PREP_ROOM, Theme, colour, font
from equilix.units import torque

_ANGLES = np.linspace(-AIM_LIMIT_RAD, AIM_LIMIT_RAD, 41)


class AimChart(QWidget):
    """Moment over aim: the rig now as a line, the plan that is looked at dashed, what does no harm as a band."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.setMinimumSize(190, 110)
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)
        self.setAccessibleName("Chart: moment about the support while the lens is tilted")
        session.changed.connect(self.update)
        session.view.ghost_changed.connect(self.update)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        analysis, t = self.session.analysis, self.theme
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), colour(t.paper))
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setFont(font(11))
            painter.setPen(colour(t.quiet))
            painter.drawText(QPointF(14, 18), self.title())
            if analysis.support is None:
                pass
            elif analysis.drives.axes:
                shown = self.session.view.ghost.after if self.session.view.ghost is not None else analysis
                paint_hold_map(painter, QRectF(self.rect()).adjusted(12, 26, -12, -22), shown, t)
            else:
                self._paint_curves(painter, analysis)

    def title(self) -> str:
        """What the curve shows: whether a tilt goes on by itself or comes back."""
        analysis = self.session.analysis
        if analysis.support is None:
            return "Lens ±60°"
        if analysis.drives.axes:
            return "Motor %: tilt →, roll ↑"
        heavy = "top-heavy" if analysis.height_over_support_m > 0 else "bottom-heavy"
        return f"±60°: {heavy}"

    def _paint_curves(self, painter: QPainter, analysis: Analysis) -> None:
        t = self.theme
        area = QRectF(self.rect()).adjusted(16, 30, -16, -24)
        now = analysis.aim_curve(_ANGLES)
        then = self.session.view.ghost.after.aim_curve(_ANGLES) if self.session.view.ghost is not None else None
        pad_nm = analysis.free_moment_nm
        most = max(float(np.abs(now).max()), 0.0 if then is None else float(np.abs(then).max()), pad_nm * 1.2)
        level = area.center().y()

        def at(angle: float, moment: float) -> QPointF:
            share = (angle + AIM_LIMIT_RAD) / (2 * AIM_LIMIT_RAD)
            return QPointF(area.left() + share * area.width(), level - moment / most * area.height() / 2)

        band = QRectF(at(-AIM_LIMIT_RAD, pad_nm), at(AIM_LIMIT_RAD, -pad_nm))
        painter.fillRect(band, colour(t.hold_wash))
        painter.setPen(QPen(colour(t.rule), 1))
        painter.drawLine(at(-AIM_LIMIT_RAD, 0), at(AIM_LIMIT_RAD, 0))
        painter.drawLine(at(0, most), at(0, -most))
        value = t.hold if analysis.status == "rests" else t.tip
        painter.setPen(QPen(colour(value), 2))
        painter.drawPolyline(QPolygonF([at(float(a), float(m)) for a, m in zip(_ANGLES, now, strict=True)]))
        if then is not None:
            painter.setPen(QPen(colour(t.hold), 2, Qt.PenStyle.DashLine))
            painter.drawPolyline(QPolygonF([at(float(a), float(m)) for a, m in zip(_ANGLES, then, strict=True)]))
        painter.setPen(colour(t.quiet))
        foot = area.bottom() + 18
        painter.drawText(QPointF(area.left() - 6, foot), "down")
        painter.drawText(QRectF(area.center().x() - 40, foot - 14, 80, 18), Qt.AlignmentFlag.AlignCenter, "level")
        painter.drawText(QRectF(area.right() - 74, foot - 14, 80, 18), Qt.AlignmentFlag.AlignRight, "up")
        painter.setPen(colour(value))
        middle = at(0.0, float(now[len(now) // 2]))
        painter.drawText(middle + QPointF(7, -5), torque(float(now[len(now) // 2]), analysis.display))
