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
from equilix.ui.stage.supports import figure_points, outer_points, paint_support
from equilix.ui.stage.view import RigView
from equilix.ui.theme import colour, font
from equilix.units import force, length
from equilix.words.names import SUPPORTS

BELOW_PAD_MM = 130.0
"""How much of the operator is in sight below the pad."""


class SideView(RigView):
    """Seen from the right: the lens looks to the right of the paper."""

    def __init__(self, session: Session, book: OutlineBook, parent: QWidget | None = None) -> None:
        super().__init__(session, book, SIDE, parent)
        self.setMinimumHeight(190)

    def extent_mm(self) -> QRectF:
        found = super().extent_mm()
        analysis = self.session.analysis
        support = analysis.support
        if support is None:
            return found
        x, y = self.view.flat_point(support.datum_m)
        if support.kind == "pad":
            found = found.united(QRectF(x - 130, y - 60, 260, 60 + BELOW_PAD_MM))
        figure = figure_points(analysis) if "figure" in self.session.view.overlays else iter(())
        for point in (*outer_points(analysis), *figure):
            px, py = self.view.flat_point(point)
            found = found.united(QRectF(px - 10, py - 10, 20, 20))
        for held in analysis.arms:
            px, py = self.view.flat_point(held.arm.hand_m)
            found = found.united(QRectF(px - 20, py - 40, 40, 90))
        return found

    def paint_under(self, painter: QPainter) -> None:
        """Band of the support, operator behind the rig, the far arm, and what bears the rig."""
        analysis, t = self.session.analysis, self.theme
        support = analysis.support
        if support is None:
            self._paint_hint(painter)
            return
        band = self.support_band()
        painter.fillRect(QRectF(band[0], 0, band[1] - band[0], self.height()), colour(t.hold_wash))
        painter.setFont(font(11))
        painter.setPen(colour(t.hold))
        middle = (band[0] + band[1]) / 2
        painter.drawText(QRectF(middle - 90, 4, 180, 18), Qt.AlignmentFlag.AlignCenter, SUPPORTS[support.kind])
        self._paint_figure(painter, analysis)
        for held in analysis.arms:
            if held.arm.shoulder_m[1] > support.datum_m[1]:
                self._paint_arm(painter, held.arm, 105)
        paint_support(painter, self, analysis, t)

    def support_band(self) -> tuple[float, float]:
        """Left and right edge on the widget, px, of where the CG may be: the pad, or the tolerance about the datum."""
        support, fore_aft = self.session.analysis.support, self.session.analysis.fore_aft
        assert support is not None
        if support.kind == "pad" or fore_aft is None:
            xs = [self.place_px(each.point_m).x() for each in support.bearings] or [self.place_px(support.datum_m).x()]
            return min(xs), max(xs)
        middle = self.place_px(fore_aft.balance.datum_m).x()
        half = max(fore_aft.balance.tolerance_m * 1000 * self.scale, 2.0)
        return middle - half, middle + half

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
        head, half = self.place_px(stance.head_m), stance.head_half_m * scale
        profile = QPainterPath()
        profile.addEllipse(head, float(half[0]), float(half[2]))
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
                if held.arm.shoulder_m[1] <= support.datum_m[1]:
                    self._paint_arm(painter, held.arm, 120)
        self._paint_plumb(painter, analysis)
        if support is not None:
            self._paint_forces(painter, analysis)
        value = t.hold if analysis.status == "rests" else t.tip
        centre_of_gravity(painter, self.place_px(analysis.weighed_cg_m), t, value)
        if self.session.view.ghost is not None:
            centre_of_gravity(painter, self.place_px(self.session.view.ghost.after.weighed_cg_m), t, t.hold)

    def _paint_plumb(self, painter: QPainter, analysis: Analysis) -> None:
        t = self.theme
        value = t.hold if analysis.status == "rests" else t.tip
        wash = t.hold_wash if analysis.status == "rests" else t.tip_wash
        x = self.place_px(analysis.weighed_cg_m).x()
        off = analysis.fore_aft
        haze = max((0.0 if off is None else off.sd_m) * 1000 * self.scale, 1.0)
        painter.fillRect(QRectF(x - haze, 24, 2 * haze, self.height()), colour(wash, 170))
        painter.setPen(QPen(colour(value), 1.6))
        painter.drawLine(QPointF(x, 24), QPointF(x, self.height()))
        if off is not None:
            text = f"{length(off.value_m, analysis.display)} ± {length(off.sd_m, analysis.display)}"
            band = self.support_band()
            word = 30.0 if analysis.support is not None and analysis.support.kind == "pad" else 64.0
            middle = (band[0] + band[1]) / 2
            beside = max(band[1], middle + word) + 8 if middle - word - 90 < x < middle + word + 30 else x + 2
            label(painter, QPointF(beside, 18), text, value, t)

    def _paint_forces(self, painter: QPainter, analysis: Analysis) -> None:
        t, bears = self.theme, analysis.holding.support
        if bears is not None and bears.force_n[2] > 0.5:
            total, foot = bears.force_n, self.place_px(bears.point_m)
            size = float(np.linalg.norm(total)) * PX_PER_N
            way = QPointF(total[0], -total[2]) / math.hypot(total[0], total[2])
            start = foot - way * min(size, max(self.height() - foot.y() - 24, 30))
            if analysis.support is not None and analysis.support.pulls:
                start, foot = foot, foot + way * min(size, max(foot.y() - 40, 30))
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
            if not contact.hand:
                continue
            size = contact.told_n  # as the sentence says it
            at = self.place_px(contact.point_m) + QPointF(26, 0)  # beside the grip, where it can be seen
            arrow(painter, at, at + QPointF(contact.force_n[0], -contact.force_n[2]) * PX_PER_N, t.hold)
            place = QPointF(at.x() + 12, min(at.y() + 14, self.height() - 28))
            while any(box.contains(place) for box in placed):
                place += QPointF(0, 18)
            placed.append(label(painter, place, f"{contact.hand} {force(size, analysis.display)}", t.hold, t))
