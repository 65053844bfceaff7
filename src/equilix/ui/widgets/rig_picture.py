"""A rig as a small picture."""

from __future__ import annotations

from collections.abc import Collection
from typing import Final

from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from equilix.rig.kinematics import Assembly
from equilix.ui.stage.outlines import OutlineBook, extent
from equilix.ui.stage.painting import cosmetic_pen
from equilix.ui.stage.projection import SIDE
from equilix.ui.stage.sprites import paint_outline
from equilix.ui.theme import Theme, colour

HIGH_PX: Final = 104


class RigPicture(QWidget):
    """A rig from its right side, as large as the room allows; what is ``meant`` stands out."""

    def __init__(self, theme: Theme, high_px: int | None = HIGH_PX) -> None:
        super().__init__()
        self.theme = theme
        self.assembly: Assembly | None = None
        self.meant: Collection[str] = ()
        self.most = 1.0
        """Pixels for a millimetre, at most."""
        self.book = OutlineBook()
        if high_px is not None:
            self.setFixedHeight(high_px)

    def show_rig(self, assembly: Assembly | None, meant: Collection[str] = ()) -> None:
        """Show another one."""
        self.assembly, self.meant = assembly, meant
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(280, self.minimumHeight())

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        drawn = self.book.draw(self.assembly, SIDE) if self.assembly is not None else []
        if not drawn:
            return
        whole = extent(drawn)
        fits = min((self.width() - 8) / max(whole.width(), 1), (self.height() - 8) / max(whole.height(), 1))
        scale = min(fits, self.most)
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.translate(self.rect().center())
            painter.scale(scale, scale)
            painter.translate(-whole.center())
            for each in drawn:
                painter.translate(each.x_mm, each.y_mm)
                paint_outline(painter, each.outline, self.theme, fine=False)
                if each.placement in self.meant:
                    painter.setPen(cosmetic_pen(self.theme.tip, 2.2))
                    painter.setBrush(colour(self.theme.tip_wash, 110))
                    for path, _, filled in each.outline.pieces:
                        if filled:
                            painter.drawPath(path)
                    painter.setBrush(Qt.BrushStyle.NoBrush)
                painter.translate(-each.x_mm, -each.y_mm)
