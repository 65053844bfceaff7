"""A page as it will be printed, drawn small on the screen."""

from __future__ import annotations

from PySide6.QtCore import QRectF, QSize
from PySide6.QtGui import QImage, QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from equilix.ui.printing.paper import Draw, images
from equilix.ui.theme import Theme, colour, grown

GAP_PX = 8
MOST_PX = 820


class Preview(QWidget):
    """All pages one under the other, as wide as the room is."""

    def __init__(self, theme: Theme) -> None:
        super().__init__()
        self.theme = theme
        self.draw: Draw | None = None
        self.size_mm = (210.0, 297.0)
        self._pages: list[QImage] = []

    def show_pages(self, draw: Draw | None, size_mm: tuple[float, float]) -> None:
        """Show other pages."""
        self.draw, self.size_mm = draw, size_mm
        self._make()

    def _make(self) -> None:
        """Draw them at the width that there is: once, and not at every repaint."""
        self._pages = []
        wide = self._wide
        if self.draw is not None and wide > 40:
            self._pages = images(self.draw, wide / self.size_mm[0], self.size_mm)
        high = sum(page.height() + GAP_PX for page in self._pages) + GAP_PX
        self.setFixedHeight(max(high, 40))
        self.update()

    @property
    def _wide(self) -> float:
        """How wide a page is drawn: the room there is, but no wider than it is read easily."""
        return min(self.width() - 2 * GAP_PX, grown(MOST_PX))

    def resizeEvent(self, event: object) -> None:
        super().resizeEvent(event)  # type: ignore[arg-type]
        if not self._pages or self._pages[0].width() != round(self._wide):
            self._make()

    def sizeHint(self) -> QSize:
        return QSize(400, 300)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        y = float(GAP_PX)
        with QPainter(self) as painter:
            for page in self._pages:
                painter.drawImage(GAP_PX, round(y), page)
                painter.setPen(colour(self.theme.rule))
                painter.drawRect(QRectF(GAP_PX, y, page.width(), page.height()))
                y += page.height() + GAP_PX
