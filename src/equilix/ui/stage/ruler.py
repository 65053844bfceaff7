"""The engraved scale beside a part while it slides: ticks each 10 mm, figures each 50 mm, its free travel marked."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPen

from equilix.rig.clearance import Travel
from equilix.ui.theme import Theme, colour, font
from equilix.units import M_PER_IN, Display

LEAST_PX = 26.0
"""Figures stand at least this far apart."""


def paint_ruler(
    painter: QPainter,
    at: QPointF,
    way_px: QPointF,
    now_m: float,
    travel: Travel,
    zero_m: float,
    theme: Theme,
    display: Display,
) -> None:
    """Paint the scale along a level or upright track.

    ``at``: where the sliding part is held on the widget; ``way_px``: where a slide of one metre goes;
    ``now_m``: the slide now; ``zero_m``: what the scale reads at slide 0.
    """
    per_m = math.hypot(way_px.x(), way_px.y())
    if per_m < 50:
        return
    along = way_px / per_m
    across = QPointF(-along.y(), along.x())
    if across.y() < 0 or (across.y() == 0 and across.x() < 0):
        across = -across
    unit_m = M_PER_IN / 10 if display == "us" else 0.010
    start = at - along * (now_m - travel.from_m) * per_m
    end = at + along * (travel.to_m - now_m) * per_m
    painter.setPen(QPen(colour(theme.hold), 2.0))
    painter.drawLine(start, end)
    for stop in (start, end):
        painter.drawLine(stop - across * 7, stop + across * 7)
    first = math.ceil((travel.from_m + zero_m) / unit_m - 1e-6)
    last = math.floor((travel.to_m + zero_m) / unit_m + 1e-6)
    each = next(n for n in (5, 10, 20, 50, 100) if n * unit_m * per_m >= LEAST_PX or n == 100)
    painter.setFont(font(11))
    for number in range(first, last + 1):
        tick = start + along * (number * unit_m - zero_m - travel.from_m) * per_m
        long = number % each == 0
        painter.setPen(QPen(colour(theme.hold), 1.0))
        painter.drawLine(tick, tick + across * (7 if long else 4))
        if long:
            text = f"{number / 10:g}" if display == "us" else f"{number * 10}"
            box = QRectF(-24, -9, 48, 18).translated(tick + across * 17)
            painter.setPen(colour(theme.hold))
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text.replace("-", "−"))
