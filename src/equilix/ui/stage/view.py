"""A view of the rig from one direction: paints it to scale, zooms, pans, and lets parts be taken by the mouse."""

from __future__ import annotations

from typing import TYPE_CHECKING

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QBrush, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QResizeEvent, QWheelEvent
from PySide6.QtWidgets import QWidget

from equilix.rig.kinematics import Assembly
from equilix.ui.session import Session
from equilix.ui.stage.axis import paint_axis
from equilix.ui.stage.cables import paint_cables
from equilix.ui.stage.figure import paint_figure_marks
from equilix.ui.stage.gesture_marks import paint_gesture
from equilix.ui.stage.gestures import Gestures
from equilix.ui.stage.keys import Keys
from equilix.ui.stage.marks import cosmetic_pen
from equilix.ui.stage.outlines import Drawn, OutlineBook
from equilix.ui.stage.projection import Projection
from equilix.ui.stage.sprites import SpriteBook
from equilix.ui.theme import PREP_ROOM, Theme, colour, font

if TYPE_CHECKING:
    from equilix.guide.steps import Advice

Array = NDArray[np.float64]
CLOSEST, FARTHEST = 8.0, 0.08
"""Pixels per millimetre."""


class RigView(QWidget):
    """One direction of view. Subclasses add what belongs to it, under and over the rig."""

    zoomed = Signal()

    def __init__(self, session: Session, book: OutlineBook, view: Projection, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session, self.book, self.view = session, book, view
        self.theme: Theme = PREP_ROOM
        self.scale, self.middle_mm = 1.0, QPointF(0, 0)
        self.fitted = True
        self.drawn: list[Drawn] = []
        self.sprites = SpriteBook()
        self.gestures = Gestures(self, session)
        self.keys = Keys(self.gestures, session)
        self._pan_from: QPointF | None = None
        self._drawn_for: Assembly | None = None
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)  # the window behind need not be painted again
        self.setMouseTracking(True)
        self.setAcceptDrops(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(f"Rig, {view.title.lower()}")
        session.changed.connect(self.refresh)
        session.selection.changed.connect(self.update)
        session.view.ghost_changed.connect(self.update)
        session.view.marks_changed.connect(self._marks_changed)

    # geometry

    def refresh(self) -> None:
        """The session has changed: lay the drawing out anew and repaint."""
        self._lay_out()
        if self.fitted and self.session.history.gesture is None:  # the paper stands still while a part is moved
            self.fit()
        self.update()

    def _marks_changed(self) -> None:
        if self.fitted and self.session.history.gesture is None:  # the figure may want more room
            self.fit()
        self.update()

    def _lay_out(self) -> None:
        assembly = self.session.analysis.assembly
        if assembly is not self._drawn_for:
            self._drawn_for = assembly
            self.drawn = self.book.draw(assembly, self.view)

    def extent_mm(self) -> QRectF:
        """What has to be seen."""
        self._lay_out()
        found = QRectF()
        for drawn in self.drawn:
            found = found.united(drawn.outline.whole.boundingRect().translated(drawn.x_mm, drawn.y_mm))
        return found if not found.isEmpty() else QRectF(-150, -150, 300, 300)

    def drawing_area(self) -> QRectF:
        """Where on the widget the drawing goes."""
        return QRectF(self.rect()).adjusted(14, 26, -14, -12)

    def fit(self) -> None:
        """Show all of the rig."""
        extent, area = self.extent_mm(), self.drawing_area()
        if area.width() > 10 and area.height() > 10:
            scale = min(area.width() / extent.width(), area.height() / extent.height())
            self.scale = min(max(scale, FARTHEST), CLOSEST)
            offset = (area.center() - QPointF(self.rect().center())) / self.scale
            self.middle_mm = extent.center() - offset
        self.fitted = True
        self.zoomed.emit()
        self.update()

    def zoom(self, factor: float, at: QPointF | None = None) -> None:
        """Zoom by a factor about a point of the widget, or its middle."""
        at = at if at is not None else QPointF(self.rect().center())
        before = self.to_mm(at)
        self.scale = min(max(self.scale * factor, FARTHEST), CLOSEST)
        self.middle_mm += before - self.to_mm(at)
        self.fitted = False
        self.zoomed.emit()
        self.update()

    def to_mm(self, point: QPointF) -> QPointF:
        """A point of the widget on the paper, mm."""
        return (point - QPointF(self.rect().center())) / self.scale + self.middle_mm

    def to_px(self, x_mm: float, y_mm: float) -> QPointF:
        """A point of the paper (mm, y down) on the widget."""
        return QPointF(
            (x_mm - self.middle_mm.x()) * self.scale + (self.width() - 1) // 2,
            (y_mm - self.middle_mm.y()) * self.scale + (self.height() - 1) // 2,
        )

    def place_px(self, point_m: Array) -> QPointF:
        """A point ``(3,)`` of the rig frame on the widget."""
        return self.to_px(*self.view.flat_point(point_m))

    def hit(self, point: QPointF) -> str | None:
        """The placement under a point of the widget: the nearest to the viewer."""
        self._lay_out()
        mm = self.to_mm(point)
        for drawn in reversed(self.drawn):
            local = mm - QPointF(drawn.x_mm, drawn.y_mm)
            if drawn.outline.whole.contains(local):
                return drawn.placement
        return None

    # painting

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        self._lay_out()
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), colour(self.theme.paper))
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            self.paint_under(painter)
            self.paint_ghost(painter)
            self.paint_rig(painter, self.drawn, self.session.selection.id)
            self.paint_over(painter)
            if "figure" in self.session.view.overlays and self.session.analysis.stance is not None:
                paint_figure_marks(painter, self, self.session.result.fit, self.theme)
            if "cables" in self.session.view.overlays:
                paint_cables(painter, self)
            axis = self._axis()
            if axis is not None:
                paint_axis(painter, self, axis)
            paint_gesture(painter, self.gestures)
            painter.setPen(colour(self.theme.quiet))
            painter.setFont(font(11))
            painter.drawText(QPointF(14, 18), self.view.title)
            if self.hasFocus():
                painter.fillRect(
                    QRectF(14, 22, painter.fontMetrics().horizontalAdvance(self.view.title), 2.5),
                    colour(self.theme.hold),
                )

    def paint_under(self, painter: QPainter) -> None:
        """What lies behind the rig."""

    def paint_over(self, painter: QPainter) -> None:
        """What lies over the rig."""

    def paint_ghost(self, painter: QPainter) -> None:
        """The rig as the plan that is looked at would make it, where it differs."""
        ghost = self.session.view.ghost
        if ghost is None:
            return
        now = {d.placement: (round(d.x_mm, 2), round(d.y_mm, 2), d.outline) for d in self.drawn}
        painter.save()
        self._to_paper(painter)
        pen = QPen(colour(self.theme.hold), 1.6, Qt.PenStyle.DashLine)
        pen.setCosmetic(True)
        painter.setPen(pen)
        painter.setBrush(QBrush(colour(self.theme.hold_wash, 110)))
        for drawn in self.book.draw(ghost.after.assembly, self.view):
            if now.get(drawn.placement) != (round(drawn.x_mm, 2), round(drawn.y_mm, 2), drawn.outline):
                painter.translate(drawn.x_mm, drawn.y_mm)
                painter.drawPath(drawn.outline.whole.simplified())
                painter.translate(-drawn.x_mm, -drawn.y_mm)
        painter.restore()

    def _axis(self) -> Advice | None:
        """The step that is shown; none while a part is dragged, which makes it old."""
        return self.session.view.axis if self.session.history.gesture is None else None

    def _to_paper(self, painter: QPainter) -> None:
        origin = self.to_px(0, 0)
        painter.translate(origin)
        painter.scale(self.scale, self.scale)

    def paint_rig(self, painter: QPainter, drawn_parts: list[Drawn], selected: str | None) -> None:
        """The parts, farthest first, then the marks on the selected one and what it carries."""
        t = self.theme
        painter.save()
        painter.setOpacity(0.3 if self._axis() is not None else 0.55 if self.session.view.ghost is not None else 1.0)
        self.sprites.paste(painter, drawn_parts, self.to_px(0, 0), self.scale, t)
        if selected in self.session.setup.by_id:
            carried = set(self.session.setup.subtree(selected))
            self._to_paper(painter)
            painter.setBrush(QBrush(colour(t.hold, 26)))
            for drawn in drawn_parts:
                if drawn.placement in carried:
                    painter.setPen(cosmetic_pen(t.hold, 2.4 if drawn.placement == selected else 1.2))
                    painter.drawPath(drawn.outline.whole.translated(drawn.x_mm, drawn.y_mm))
        painter.restore()

    # mouse and keys

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        if event.button() == Qt.MouseButton.MiddleButton or (
            event.button() == Qt.MouseButton.LeftButton and not self.gestures.press(event.position())
        ):
            self._pan_from = event.position()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._pan_from is not None:
            self.middle_mm -= (event.position() - self._pan_from) / self.scale
            self._pan_from = event.position()
            self.fitted = False
            self.zoomed.emit()
            self.update()
        elif event.buttons() & Qt.MouseButton.LeftButton:
            self.gestures.move(event.position())
        else:
            self.gestures.hover(event.position())

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        self._pan_from = None
        if event.button() == Qt.MouseButton.LeftButton:
            self.gestures.release(event.position())

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        if self.hit(event.position()) is None:
            self.fit()
        else:  # the second of two quick grips at a part is a grip too
            self.mousePressEvent(event)

    def wheelEvent(self, event: QWheelEvent) -> None:
        self.zoom(1.0015 ** event.angleDelta().y(), event.position())

    def leaveEvent(self, event: object) -> None:
        del event
        self.gestures.hover(None)

    def hideEvent(self, event: object) -> None:
        del event
        if self.gestures.active:
            self.gestures.finish()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if not self.keys.press(event):
            super().keyPressEvent(event)

    def dragEnterEvent(self, event: object) -> None:
        self.gestures.drag_enter(event)

    def dragMoveEvent(self, event: object) -> None:
        self.gestures.drag_move(event)

    def dragLeaveEvent(self, event: object) -> None:
        del event
        self.gestures.drag_leave()

    def dropEvent(self, event: object) -> None:
        self.gestures.drop(event)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if self.fitted:
            self.fit()
