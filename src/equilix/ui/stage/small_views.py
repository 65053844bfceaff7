"""The two small views: from above, with the pad and the line between the grips, and from the front."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from equilix.keys import ContactKey
from equilix.ui.session import Session
from equilix.ui.stage.marks import centre_of_gravity
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.stage.projection import FRONT, PLAN, Projection
from equilix.ui.stage.supports import paint_support, paint_table
from equilix.ui.stage.view import RigView
from equilix.ui.theme import colour


class SmallView(RigView):
    """A view with the pad as a patch and the centre of gravity with its haze as an ellipse."""

    def __init__(self, session: Session, book: OutlineBook, view: Projection, parent: QWidget | None = None) -> None:
        super().__init__(session, book, view, parent)
        self.setMinimumSize(120, 110)

    def paint_under(self, painter: QPainter) -> None:
        analysis, t = self.session.analysis, self.theme
        if analysis.support is None:
            return
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour(t.hold_wash))
        if analysis.support.kind == "pad":
            corners = {each.key: self.place_px(each.point_m) for each in analysis.support.bearings}
            if self.view is PLAN:
                painter.drawPolygon(QPolygonF([corners[each] for each in _AROUND]))
            else:
                xs = [corner.x() for corner in corners.values()]
                painter.drawRect(QRectF(min(xs), 24, max(xs) - min(xs), self.height() - 24))
        else:
            paint_support(painter, self, analysis, t)
        if analysis.stance is not None:
            painter.setPen(QPen(colour(t.body), 1.6))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            half = analysis.stance.head_half_m * 1000 * self.scale
            painter.drawEllipse(
                self.place_px(analysis.stance.head_m), float(half[self.view.right]), float(half[self.view.up])
            )

    def paint_over(self, painter: QPainter) -> None:
        analysis, t = self.session.analysis, self.theme
        if not analysis.assembly.ids:
            return
        value = t.hold if analysis.status == "rests" else t.tip
        if self.view is PLAN and "table" in self.session.view.overlays:
            paint_table(painter, self, analysis, t)
        if self.view is PLAN:
            if len(analysis.arms) == 2:
                hands = [self.place_px(held.arm.hand_m) for held in analysis.arms]
                painter.setPen(QPen(colour(t.hold), 1.4, Qt.PenStyle.DashLine))
                painter.drawLine(*hands)
            sd = analysis.cg_sd_m * 1000 * self.scale
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(colour(t.tip_wash if analysis.status != "rests" else t.hold_wash, 190))
            painter.drawEllipse(
                self.place_px(analysis.weighed_cg_m), max(float(sd[0]), 2) + 9, max(float(sd[1]), 2) + 9
            )
        else:
            x = self.place_px(analysis.weighed_cg_m).x()
            painter.setPen(QPen(colour(value), 1.3))
            painter.drawLine(QPointF(x, 26), QPointF(x, self.height()))
        centre_of_gravity(painter, self.place_px(analysis.weighed_cg_m), t, value)


_AROUND = (
    ContactKey("pad", "left", "front"), ContactKey("pad", "right", "front"),
    ContactKey("pad", "right", "rear"), ContactKey("pad", "left", "rear"),
)  # fmt: skip


def plan_view(session: Session, book: OutlineBook) -> SmallView:
    """The view from above."""
    return SmallView(session, book, PLAN)


def front_view(session: Session, book: OutlineBook) -> SmallView:
    """The view from the front."""
    return SmallView(session, book, FRONT)
