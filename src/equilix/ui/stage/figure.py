"""The operator's joints by share of strength, the eye line to the screen, the line of the lens."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, Final

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPen, QPolygonF

from equilix.body.posture import eye_of
from equilix.fit.fit import Fit
from equilix.keys import Joint
from equilix.ui.stage.marks import label
from equilix.ui.stage.projection import SIDE
from equilix.ui.theme import Theme, colour
from equilix.units import angle

if TYPE_CHECKING:
    from equilix.ui.stage.view import RigView

EASY, HARD = 0.15, 0.50
"""Under the first share no fatigue was found (Rohmert), over the second it lasts a minute or two."""


def joint_mark(painter: QPainter, at: QPointF, share: float, theme: Theme) -> None:
    """A disc for an easy joint, a diamond for a working one, a triangle for a hard one."""
    value = theme.hold if share < EASY else theme.tip
    painter.setPen(QPen(colour(value), 1.8))
    painter.setBrush(colour(theme.card))
    if share < EASY:
        painter.drawEllipse(at, 6.5, 6.5)
        return
    painter.setBrush(colour(theme.tip_wash if share < HARD else theme.tip))
    corners = ((0, -9), (9, 0), (0, 9), (-9, 0)) if share < HARD else ((0, -10), (10, 8), (-10, 8))
    painter.drawPolygon(QPolygonF([at + QPointF(x, y) for x, y in corners]))


_MARKED: Final[tuple[Joint, ...]] = ("shoulder", "elbow", "grip")


def paint_figure_marks(painter: QPainter, view: RigView, fit: Fit, theme: Theme) -> None:
    """Joints with their shares and angles, the back, the eye line and the line of the lens."""
    analysis = fit.analysis
    if analysis.stance is None:
        return
    _paint_gaze(painter, view, fit, theme)
    shares = {effort.key: effort.share for effort in analysis.efforts}
    taken: list[QRectF] = []
    for arm in fit.arms:
        places = {"shoulder": arm.shoulder_m, "elbow": arm.elbow_m, "grip": arm.hand_m}
        near = view.view is SIDE and arm.side == analysis.operator.shoulder
        for joint in _MARKED:
            share = shares.get((joint, arm.side))
            if share is None:
                continue
            at = view.place_px(places[joint])
            joint_mark(painter, at, share, theme)
            if near:
                bend = f", {angle(arm.elbow_angle_rad)}" if joint == "elbow" else ""
                _say(painter, at + QPointF(13, 4), f"{share:.0%}{bend}", theme, taken, hard=share >= EASY)
    if fit.spine is not None:
        at = view.place_px(fit.spine.point_m)
        trunk = fit.trunk_share
        joint_mark(painter, at, trunk, theme)
        if view.view is SIDE:
            _say(painter, at + QPointF(13, 4), f"back {trunk:.0%}", theme, taken, hard=trunk >= EASY)


def _say(painter: QPainter, at: QPointF, text: str, theme: Theme, taken: list[QRectF], *, hard: bool) -> None:
    while any(box.contains(at + QPointF(4, -4)) for box in taken):
        at = at + QPointF(0, 17)
    taken.append(label(painter, at, text, theme.tip if hard else theme.hold, theme))


def _paint_gaze(painter: QPainter, view: RigView, fit: Fit, theme: Theme) -> None:
    analysis, found = fit.analysis, fit.gaze
    assert analysis.stance is not None  # asked for where someone stands
    eye = eye_of(analysis.operator, analysis.stance)
    at = view.place_px(eye)
    painter.setPen(QPen(colour(theme.ink), 1.6))
    painter.setBrush(colour(theme.card))
    painter.drawEllipse(at, 4.0, 4.0)
    lens = next((r for r, part in enumerate(analysis.assembly.parts) if part.kind == "lens"), None)
    if lens is not None:
        front = analysis.assembly.cgs_m[lens]
        painter.setPen(QPen(colour(theme.quiet), 1.1, Qt.PenStyle.DashDotLine))
        painter.drawLine(view.place_px(front), view.place_px(front + np.array((0.35, 0.0, 0.0))))
    if found is None:
        return
    good = not found.complaints
    painter.setPen(QPen(colour(theme.hold if good else theme.tip), 1.8, Qt.PenStyle.DashLine))
    target = view.place_px(found.target_m)
    painter.drawLine(at, target)
    if view.view is SIDE:
        word = f"{'▲ ' if not good else ''}{angle(abs(found.up_rad))} {'up' if found.up_rad > 0 else 'down'}"
        way = target - at
        size = max(math.hypot(way.x(), way.y()), 1.0)
        label(painter, at + way / size * (size * 0.5) + QPointF(8, -6), word, theme.hold if good else theme.tip, theme)
