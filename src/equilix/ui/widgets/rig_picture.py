"""A rig as a small picture."""

from __future__ import annotations

from typing import Final

from PySide6.QtCore import QSize
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from equilix.rig.kinematics import Assembly
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.stage.projection import SIDE
from equilix.ui.stage.sprites import paint_outline
from equilix.ui.theme import Theme

HIGH_PX: Final = 104


class RigPicture(QWidget):
    """A rig from its right side, as large as the room allows."""

    def __init__(self, theme: Theme, high_px: int = HIGH_PX) -> None:
        super().__init__()
        self.theme = theme
        self.assembly: Assembly | None = None
        self.book = OutlineBook()
        self.setFixedHeight(high_px)

    def sizeHint(self) -> QSize:
        return QSize(280, self.height())

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        drawn = self.book.draw(self.assembly, SIDE) if self.assembly is not None else []
        if not drawn:
            return
        boxes = [d.outline.whole.boundingRect().translated(d.x_mm, d.y_mm) for d in drawn]
        whole = boxes[0]
        for box in boxes[1:]:
            whole = whole.united(box)
        scale = min((self.width() - 8) / max(whole.width(), 1), (self.height() - 8) / max(whole.height(), 1), 1.0)
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.translate(self.rect().center())
            painter.scale(scale, scale)
            painter.translate(-whole.center())
            for each in drawn:
                painter.translate(each.x_mm, each.y_mm)
                paint_outline(painter, each.outline, self.theme, fine=False)
                painter.translate(-each.x_mm, -each.y_mm)
