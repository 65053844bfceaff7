"""A widget that shows primitives and nothing else, whatever they are of."""

from __future__ import annotations

from collections.abc import Iterable

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from equilix.ui.stage.accessible import Piece
from equilix.ui.stage.labels import Placed, place
from equilix.ui.stage.painting import paint, paint_texts
from equilix.ui.stage.primitives import Primitive, Role
from equilix.ui.theme import PREP_ROOM, Theme, colour, enlarged


class Chart(QWidget):
    """What is to be seen is made anew for each size; texts find their places among it."""

    ground: Role = "paper"
    """What it lies on."""
    larger: float = 1.0
    """So many times as large as usual it is drawn, to be read from farther away."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.theme: Theme = PREP_ROOM
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        """What is to be seen in a box of this size: nothing, until a chart says what."""
        del bounds
        return ()

    def primitives(self) -> list[Primitive]:
        """What is to be seen now, on paper of :attr:`paper`'s size."""
        return list(self.made(self.paper))

    @property
    def paper(self) -> QRectF:
        """The widget as it would be with text of the usual size: it is drawn so, and enlarged as a whole."""
        scale = enlarged() * self.larger
        return QRectF(0.0, 0.0, self.width() / scale, self.height() / scale)

    def placed(self) -> list[Placed]:
        """The texts in their places."""
        return place(self.primitives(), self.paper)

    def pieces(self) -> list[Piece]:
        """Its texts where they stand; a chart that has more to tell says so."""
        return [Piece(each.text.text, "text", self.on_widget(each.box)) for each in self.placed()]

    def on_widget(self, box: QRectF) -> QRectF:
        """A box of the paper on the widget."""
        scale = enlarged() * self.larger
        return QRectF(box.x() * scale, box.y() * scale, box.width() * scale, box.height() * scale)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        found, bounds = self.primitives(), self.paper
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), colour(getattr(self.theme, self.ground)))
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.scale(enlarged() * self.larger, enlarged() * self.larger)
            paint(painter, found, self.theme, bounds)
            paint_texts(painter, place(found, bounds), self.theme)
