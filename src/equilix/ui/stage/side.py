"""The large view from the right: rig, operator, pad, plumb line and forces."""

from __future__ import annotations

import math

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPainterPath, QPen
from PySide6.QtWidgets import QWidget

from equilix.analysis import Analysis
from equilix.body.posture import Arm
from equilix.ui.session import Session
from equilix.ui.stage.marks import PX_PER_N, arrow, centre_of_gravity, label
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.stage.projection import SIDE
from equilix.ui.stage.view import RigView
from equilix.ui.theme import colour, font
from equilix.units import force, length

BELOW_PAD_MM = 130.0
"""How much of the operator is in sight below the pad."""


class SideView(RigView):
    """Seen from the right: the lens looks to the right of the paper."""

    def __init__(self, session: Session, book: OutlineBook, parent: QWidget | None = None) -> None:
        super().__init__(session, book, SIDE, parent)
        self.setMinimumHeight(190)

    def extent_mm(self) -> QRectF:
        found = super().extent_mm()
        support = self.session.analysis.support
        if support is not None:
            x, y = self.view.flat(support.centre_m[None, :])[0]
            found = found.united(QRectF(float(x) - 130, float(y) - 60, 260, 60 + BELOW_PAD_MM))
        for held in self.session.analysis.arms:
            x, y = self.view.flat(held.arm.hand_m[None, :])[0]
            found = found.united(QRectF(float(x) - 20, float(y) - 40, 40, 90))
        return found

    def paint_under(self, painter: QPainter) -> None:
        """Pad band, operator behind the rig, the far arm."""
        analysis, t = self.session.analysis, self.theme
        support = analysis.support
        if support is None:
            self._paint_hint(painter)
            return
        band = self.pad_band()
        painter.fillRect(QRectF(band[0], 0, band[1] - band[0], self.height()), colour(t.hold_wash))
        painter.setFont(font(11))
        painter.setPen(colour(t.hold))
        painter.drawText(QRectF(band[0], 4, band[1] - band[0], 18), Qt.AlignmentFlag.AlignCenter, "pad")
        self._paint_figure(painter, analysis)
        for held in analysis.arms:
            if held.arm.shoulder_m[1] > support.centre_m[1]:
                self._paint_arm(painter, held.arm, 105)

    def pad_band(self) -> tuple[float, float]:
        """Left and right edge of the pad on the widget, px."""
        support = self.session.analysis.support
        assert support is not None
        xs = [self.place_px(corner).x() for corner in support.corners_m.values()]
        return min(xs), max(xs)

    def _paint_hint(self, painter: QPainter) -> None:
        if self.session.setup.placements:
            return
        painter.setFont(font(13))
        painter.setPen(colour(self.theme.quiet))
        painter.drawText(
            QRectF(self.rect()), Qt.AlignmentFlag.AlignCenter,
            "An empty rig.\nDrag a part here from the mat, or choose one there and press Enter.\n"
            "A base with a shoulder pad is a good first part.",
        )  # fmt: skip

    def _paint_figure(self, painter: QPainter, analysis: Analysis) -> None:
        stance = analysis.stance
        if stance is None:
            return
        t, scale = self.theme, self.scale * 1000
        pen = QPen(colour(t.body), 2.0)
        painter.setPen(pen)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        head, r = self.place_px(stance.head_m), stance.head_radius_m * scale
        profile = QPainterPath()
        profile.addEllipse(head, r * 0.80, r)
        painter.drawPath(profile)
        joint = self.place_px(stance.shoulders_m[analysis.operator.shoulder])
        top = joint.y() - 0.045 * scale
        trunk = QPainterPath(QPointF(joint.x() - 0.115 * scale, self.height() + 4.0))
        trunk.cubicTo(
            joint.x() - 0.13 * scale, top + 0.10 * scale, joint.x() - 0.11 * scale, top, joint.x() - 0.02 * scale, top
        )
        trunk.cubicTo(
            joint.x() + 0.09 * scale, top, joint.x() + 0.12 * scale, top + 0.10 * scale,
            joint.x() + 0.115 * scale, self.height() + 4.0,
        )  # fmt: skip
        painter.drawPath(trunk)

    def _paint_arm(self, painter: QPainter, arm: Arm, alpha: int) -> None:
        points = [self.place_px(p) for p in (arm.shoulder_m, arm.elbow_m, arm.hand_m)]
        path = QPainterPath(points[0])
        for point in points[1:]:
            path.lineTo(point)
        pen = QPen(colour(self.theme.body, alpha), max(0.05 * self.scale * 1000, 5.0))
        pen.setCapStyle(Qt.PenCapStyle.RoundCap)
        pen.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
        painter.setPen(pen)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPath(path)

    def paint_over(self, painter: QPainter) -> None:
        """The near arm, plumb line with its haze, forces."""
        analysis, t = self.session.analysis, self.theme
        support = analysis.support
        if not analysis.assembly.ids:
            return
        if support is not None:
            for held in analysis.arms:
                if held.arm.shoulder_m[1] <= support.centre_m[1]:
                    self._paint_arm(painter, held.arm, 120)
        self._paint_plumb(painter, analysis)
        if support is not None:
            self._paint_forces(painter, analysis)
        value = t.hold if analysis.status == "rests" else t.tip
        centre_of_gravity(painter, self.place_px(analysis.mass.cg_m), t, value)
        if self.session.ghost is not None:
            centre_of_gravity(painter, self.place_px(self.session.ghost.after.mass.cg_m), t, t.hold)

    def _paint_plumb(self, painter: QPainter, analysis: Analysis) -> None:
        t = self.theme
        value = t.hold if analysis.status == "rests" else t.tip
        wash = t.hold_wash if analysis.status == "rests" else t.tip_wash
        x = self.place_px(analysis.mass.cg_m).x()
        haze = max(float(analysis.cg_sd_m[0]) * 1000 * self.scale, 1.0)
        painter.fillRect(QRectF(x - haze, 24, 2 * haze, self.height()), colour(wash, 170))
        painter.setPen(QPen(colour(value), 1.6))
        painter.drawLine(QPointF(x, 24), QPointF(x, self.height()))
        if analysis.conditions:
            off = analysis.conditions[0]
            text = f"{length(off.value_m, analysis.display)} ± {length(off.sd_m, analysis.display)}"
            band = self.pad_band() if analysis.support is not None else (x, x)
            beside = band[1] + 8 if band[0] - 60 < x < band[1] else x + 2  # not over the word "pad"
            label(painter, QPointF(beside, 18), text, value, t)

    def _paint_forces(self, painter: QPainter, analysis: Analysis) -> None:
        t, pads = self.theme, [c for c in analysis.holding.contacts if c.name.startswith("pad")]
        total = sum((c.force_n for c in pads), np.zeros(3))
        if total[2] > 0.5:
            where = sum((c.point_m * c.force_n[2] for c in pads), np.zeros(3)) / total[2]
            foot = self.place_px(where)
            size = float(np.linalg.norm(total)) * PX_PER_N
            way = QPointF(total[0], -total[2]) / math.hypot(total[0], total[2])
            start = foot - way * min(size, max(self.height() - foot.y() - 24, 30))
            arrow(painter, start, foot + QPointF(0, 2), t.hold)
            label(
                painter,
                start + QPointF(-8, 4),
                force(float(np.linalg.norm(total)), analysis.display),
                t.hold,
                t,
                right=True,
            )
        placed: list[QRectF] = []
        for contact in analysis.holding.contacts:
            if not contact.name.endswith("hand"):
                continue
            size = float(np.linalg.norm(contact.force_n))
            at = self.place_px(contact.point_m) + QPointF(26, 0)  # beside the grip, where it can be seen
            arrow(painter, at, at + QPointF(contact.force_n[0], -contact.force_n[2]) * PX_PER_N, t.hold)
            side = contact.name.split()[0]
            place = QPointF(at.x() + 12, min(at.y() + 14, self.height() - 28))
            while any(box.contains(place) for box in placed):
                place += QPointF(0, 18)
            placed.append(label(painter, place, f"{side} {force(size, analysis.display)}", t.hold, t))
