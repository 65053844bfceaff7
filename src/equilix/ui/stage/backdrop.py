"""A photo behind the drawing: where it lies on the paper, and the points that are clicked on it."""

from __future__ import annotations

import math
from typing import Final

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QImage, QPainter, QPen, QPixmap

from equilix.rig.backdrops import Backdrop, Point
from equilix.ui.stage.sheet import Sheet
from equilix.ui.theme import Theme, colour

THROUGH: Final = 0.62
"""So much of the rig is seen where a photo lies behind it, so that a part can be laid on its likeness."""
CROSS_PX: Final = 9.0


class BackdropPainter:
    """Paints one photo; the last size that it was painted in is kept, as scaling costs more than painting."""

    def __init__(self) -> None:
        self._made: tuple[int, int] | None = None
        self._pixmap = QPixmap()

    def paint(self, painter: QPainter, sheet: Sheet, backdrop: Backdrop, image: QImage) -> None:
        """Lay it on the paper, dimmed."""
        wide = sheet.px(backdrop.width_m)
        high = wide * image.height() / image.width()
        room = 2.0 * max(sheet.width, sheet.height)
        source = self._scaled(image, round(wide)) if wide <= room else QPixmap.fromImage(image)
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
        painter.setOpacity(backdrop.opacity)
        painter.translate(self.middle(sheet, backdrop))
        painter.rotate(-math.degrees(backdrop.turn_rad))
        painter.drawPixmap(QRectF(-wide / 2, -high / 2, wide, high), source, QRectF(source.rect()))
        painter.restore()

    @staticmethod
    def middle(sheet: Sheet, backdrop: Backdrop) -> QPointF:
        """Where its middle lies on the widget."""
        right, up = backdrop.at_m
        return sheet.to_px(right * 1000.0, -up * 1000.0)

    def _scaled(self, image: QImage, wide_px: int) -> QPixmap:
        key = (image.cacheKey(), wide_px)
        if key != self._made:
            self._made = key
            small = image.scaledToWidth(max(wide_px, 1), Qt.TransformationMode.SmoothTransformation)
            self._pixmap = QPixmap.fromImage(small if wide_px < image.width() else image)
        return self._pixmap


def on_paper(sheet: Sheet, at: QPointF) -> Point:
    """A point of the widget on the paper: to the right and up, m."""
    mm = sheet.to_mm(at)
    return mm.x() / 1000.0, -mm.y() / 1000.0


def paint_clicked(painter: QPainter, sheet: Sheet, points: tuple[Point, ...], theme: Theme) -> None:
    """The points that have been clicked, each a cross, and the line between them."""
    places = [sheet.to_px(right * 1000.0, -up * 1000.0) for right, up in points]
    painter.setPen(QPen(colour(theme.tip), 2))
    for place in places:
        painter.drawLine(place - QPointF(CROSS_PX, 0), place + QPointF(CROSS_PX, 0))
        painter.drawLine(place - QPointF(0, CROSS_PX), place + QPointF(0, CROSS_PX))
    if len(places) == 2:
        painter.setPen(QPen(colour(theme.tip), 1, Qt.PenStyle.DashLine))
        painter.drawLine(places[0], places[1])
