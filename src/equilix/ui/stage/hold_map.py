"""The hardest worked motor of a gimbal over tilt and roll, as a map of shares in per cent."""

from __future__ import annotations

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPen

from equilix.analysis import Analysis
from equilix.ui.theme import Theme, colour, font

COLUMNS, ROWS = 9, 5
_LIMITS = (0.10, 0.50, 1.00)
"""Balanced; works; works hard; cannot hold."""


def ranges(analysis: Analysis) -> tuple[np.ndarray, np.ndarray]:
    """The tilts ``(9,)`` and rolls ``(5,)`` of the map, rad, from the attitude as drawn."""
    by_name = {axis.joint.name: axis.range_rad for axis in analysis.drives.axes}
    return (
        np.linspace(*by_name.get("tilt", (0.0, 0.0)), COLUMNS),
        np.linspace(*by_name.get("roll", (0.0, 0.0)), ROWS),
    )


def paint_hold_map(painter: QPainter, area: QRectF, analysis: Analysis, theme: Theme) -> None:
    """Cells with their share in per cent; darker and marked where the motor works harder."""
    tilts, rolls = ranges(analysis)
    shares = analysis.drives.map_share(tilts, rolls)
    wide, high = area.width() / COLUMNS, area.height() / ROWS
    fills = (theme.hold_wash, theme.card, theme.tip_wash, theme.tip)
    inks = (theme.hold, theme.ink, theme.tip, theme.card)
    painter.setFont(font(11))
    for row in range(ROWS):
        for column in range(COLUMNS):
            share = float(shares[ROWS - 1 - row, column])
            level = sum(share >= limit for limit in _LIMITS)
            cell = QRectF(area.left() + column * wide, area.top() + row * high, wide, high)
            painter.fillRect(cell.adjusted(0.5, 0.5, -0.5, -0.5), colour(fills[level]))
            if wide >= 26 and high >= 13:
                painter.setPen(colour(inks[level]))
                painter.drawText(cell, Qt.AlignmentFlag.AlignCenter, f"{min(share, 9.99) * 100:.0f}")
    painter.setPen(QPen(colour(theme.ink), 1.4))
    painter.drawRect(QRectF(area.left() + COLUMNS // 2 * wide, area.top() + ROWS // 2 * high, wide, high))
    painter.setPen(colour(theme.quiet))
    foot = area.bottom() + 15
    painter.drawText(QPointF(area.left(), foot), "up")
    painter.drawText(QRectF(area.center().x() - 40, foot - 13, 80, 18), Qt.AlignmentFlag.AlignCenter, "level")
    painter.drawText(QRectF(area.right() - 80, foot - 13, 80, 18), Qt.AlignmentFlag.AlignRight, "down")
