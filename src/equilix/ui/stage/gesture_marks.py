"""What a gesture shows on the drawing: mounts that fit, the ring to turn by, the scale, the reading at the mouse."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPen

from equilix.kit.mounts import mount_name
from equilix.ui.stage.gestures import HANDLE_PX
from equilix.ui.stage.ruler import paint_ruler
from equilix.ui.theme import colour, font

if TYPE_CHECKING:
    from equilix.ui.stage.gestures import Gestures, Slide
    from equilix.ui.stage.view import RigView


def paint_gesture(painter: QPainter, gestures: Gestures) -> None:
    """Mounts that fit while a part is lifted, the turn handle, and the reading at the mouse."""
    theme = gestures.view.theme
    painter.setFont(font(11, bold=True))
    if gestures.lifted:
        for target in gestures.targets:
            near = target is gestures.nearest
            painter.setPen(QPen(colour(theme.hold), 2.2))
            painter.setBrush(colour(theme.hold if near else theme.card, 255 if near else 190))
            painter.drawEllipse(target.place, 9 if near else 6, 9 if near else 6)
        if gestures.nearest is not None:
            nearest = gestures.nearest
            name = gestures.name_of(nearest.parent)
            _paint_tag(painter, gestures.view, f"{name}: {mount_name(nearest.point.kind)}", nearest.place)
    elif gestures.held is None and (handle := gestures.turn_handle()) is not None:
        painter.setPen(QPen(colour(theme.hold), 1.2, Qt.PenStyle.DotLine))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawEllipse(handle[0], HANDLE_PX, HANDLE_PX)
        painter.setPen(QPen(colour(theme.hold), 2))
        painter.setBrush(colour(theme.card))
        painter.drawEllipse(handle[1], 6.5, 6.5)
    if gestures.held is not None and gestures.tag and not gestures.lifted:
        _paint_ruler(painter, gestures, gestures.held)
    if gestures.tag:
        _paint_tag(painter, gestures.view, gestures.tag, gestures.tag_at)


def _paint_ruler(painter: QPainter, gestures: Gestures, slide: Slide) -> None:
    assembly = gestures.session.analysis.assembly
    seat = assembly.seats[assembly.index[slide.placement]]
    if seat is not None and seat.track is not None:
        held = gestures.view.place_px(assembly.to_rig(slide.placement, seat.by.origin))
        now, zero = gestures.session.setup.by_id[slide.placement].slide_m, seat.track.scale_zero_m
        unit = gestures.session.document.display
        paint_ruler(painter, held, slide.way_px, now, slide.travel, zero, gestures.view.theme, unit)


def _paint_tag(painter: QPainter, view: RigView, text: str, at: QPointF) -> None:
    wide = painter.fontMetrics().horizontalAdvance(text) + 18
    x = min(max(at.x() + 14, 4.0), view.width() - wide - 4)
    box = QRectF(x, max(at.y() - 40, 4), wide, 26)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(colour(view.theme.ink))
    painter.drawRoundedRect(box, 3, 3)
    painter.setPen(colour(view.theme.card))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)
