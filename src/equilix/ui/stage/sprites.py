"""Parts painted once per size and pasted many times: what makes a drag smooth.

A sprite is kept for each quarter of a pixel that an outline may be off the pixel grid, so that parts which slide
together keep their places to an eighth of a pixel.
"""

from __future__ import annotations

import math
from collections import OrderedDict

from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QBrush, QPainter, QPixmap

from equilix.ui.stage.outlines import Drawn, Outline
from equilix.ui.stage.painting import cosmetic_pen
from equilix.ui.theme import PREP_ROOM, Theme, colour

DETAIL_SCALE = 0.42
"""Pixels per millimetre under which fine lines would only be a grey haze, and are left out."""
STEPS = 4
"""Places within a pixel for which a sprite is kept, each way."""
MOST_PIXELS = 12_000_000
"""All sprites together; the least recently used go first."""
_MARGIN_PX = 3
_Kept = tuple[Outline, QPixmap, QPoint]


class SpriteBook:
    """Remembers painted outlines."""

    def __init__(self) -> None:
        self._kept: OrderedDict[tuple[object, ...], _Kept] = OrderedDict()
        self._pixels = 0

    def paste(self, painter: QPainter, drawn: list[Drawn], origin: QPointF, scale: float, theme: Theme) -> None:
        """Paint outlines in their places, ``origin`` being that of the paper, at ``scale`` pixels per millimetre."""
        ratio = painter.device().devicePixelRatioF()
        look = (scale, theme.name, ratio)
        left, top = origin.x() * STEPS, origin.y() * STEPS
        steps_per_mm = scale * STEPS
        for each in drawn:
            x, y = round(left + each.x_mm * steps_per_mm), round(top + each.y_mm * steps_per_mm)
            outline = each.outline
            key = (id(outline), x % STEPS, y % STEPS, look)
            kept = self._kept.get(key)
            if kept is None or kept[0] is not outline:  # an id may be given again after an outline has gone
                kept = self._keep(key, outline, scale, theme, ratio, (x % STEPS / STEPS, y % STEPS / STEPS))
            else:
                self._kept.move_to_end(key)
            painter.drawPixmap(kept[2].x() + x // STEPS, kept[2].y() + y // STEPS, kept[1])

    def _keep(
        self,
        key: tuple[object, ...],
        outline: Outline,
        scale: float,
        theme: Theme,
        ratio: float,
        part_of_pixel: tuple[float, float],
    ) -> _Kept:
        box = outline.bounds
        corner = QPoint(math.floor(box.left() * scale) - _MARGIN_PX, math.floor(box.top() * scale) - _MARGIN_PX)
        wide = math.ceil(box.right() * scale) - corner.x() + 2 * _MARGIN_PX
        high = math.ceil(box.bottom() * scale) - corner.y() + 2 * _MARGIN_PX
        sprite = QPixmap(math.ceil(wide * ratio), math.ceil(high * ratio))
        sprite.setDevicePixelRatio(ratio)
        sprite.fill(Qt.GlobalColor.transparent)
        with QPainter(sprite) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.translate(part_of_pixel[0] - corner.x(), part_of_pixel[1] - corner.y())
            painter.scale(scale, scale)
            paint_outline(painter, outline, theme, fine=scale >= DETAIL_SCALE)
        self._kept[key] = kept = (outline, sprite, corner)
        self._pixels += sprite.width() * sprite.height()
        while self._pixels > MOST_PIXELS and len(self._kept) > 1:
            old = self._kept.popitem(last=False)[1][1]
            self._pixels -= old.width() * old.height()
        return kept


def paint_outline(painter: QPainter, outline: Outline, theme: Theme, *, fine: bool = True) -> None:
    """Paint a part on a painter that is set to millimetres; ``fine``: with its fine lines."""
    pens = {
        "line": cosmetic_pen(theme.ink, 1.0),
        "fine": cosmetic_pen(theme.ink, 0.8, 120),
        "bright": cosmetic_pen(theme.card, 1.0),
    }
    fills = {
        "card": QBrush(colour(theme.card)), "sand": QBrush(colour(theme.sand)),
        "dark": QBrush(colour(theme.ink if theme is PREP_ROOM else theme.quiet)), "glass": QBrush(colour(theme.glass)),
    }  # fmt: skip
    edge, none = cosmetic_pen(theme.ink, 1.1), QBrush(Qt.BrushStyle.NoBrush)
    for path, style, filled in outline.pieces:
        if filled or fine or style == "line":
            painter.setPen(edge if filled else pens[style])
            painter.setBrush(fills[style] if filled else none)
            painter.drawPath(path)
