"""The beam strip under the side view, in its horizontal scale."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import Qt
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.stage.labels import place
from equilix.ui.stage.layers.beam import HEIGHT_PX, beam
from equilix.ui.stage.painting import paint, paint_texts
from equilix.ui.stage.view import RigView
from equilix.ui.theme import PREP_ROOM, Theme, colour


class BeamStrip(QWidget):
    """Weights on a beam over the support, the plumb line, and the two opposed moments."""

    def __init__(self, session: Session, side: RigView, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session, self.side = session, side
        self.theme: Theme = PREP_ROOM
        self.setFixedHeight(HEIGHT_PX)
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)
        self.setAccessibleName("Beam: the weights of the rig and the moments forward and back")
        session.changed.connect(self.update)
        session.selection.changed.connect(self.update)
        side.zoomed.connect(self.update)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        scene, sheet = self.side.scene, replace(self.side.sheet, height=float(self.height()))
        made = list(beam(scene, sheet))
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), colour(self.theme.paper))
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            paint(painter, made, self.theme, sheet.bounds)
            paint_texts(painter, place(made, sheet.bounds), self.theme)
