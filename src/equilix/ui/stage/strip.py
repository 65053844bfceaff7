"""A widget that shows primitives and nothing else: the beam under the side view, the chart beside the small views."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.stage.labels import place
from equilix.ui.stage.painting import paint, paint_texts
from equilix.ui.stage.primitives import Primitive
from equilix.ui.theme import PREP_ROOM, Theme, colour


class Strip(QWidget):
    """``made``: what is to be seen in a box of this size."""

    def __init__(self, session: Session, name: str, made: Callable[[QRectF], Iterable[Primitive]]) -> None:
        super().__init__()
        self.session, self.made = session, made
        self.theme: Theme = PREP_ROOM
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)
        self.setAccessibleName(name)
        for changed in (session.changed, session.selection.changed, session.view.ghost_changed):
            changed.connect(self.update)

    def primitives(self) -> list[Primitive]:
        """What is to be seen now."""
        return list(self.made(QRectF(self.rect())))

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        found, bounds = self.primitives(), QRectF(self.rect())
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), colour(self.theme.paper))
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            paint(painter, found, self.theme, bounds)
            paint_texts(painter, place(found, bounds), self.theme)
