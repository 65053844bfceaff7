"""A view of the rig from one direction: paints it to scale, zooms, pans, and lets parts be taken by the mouse."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import (
    QFontMetricsF,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QResizeEvent,
    QTextOption,
    QWheelEvent,
)
from PySide6.QtWidgets import QWidget

from equilix.checks.rules import Check
from equilix.rig.backdrops import Backdrop
from equilix.rig.kinematics import Assembly
from equilix.ui.session import Session
from equilix.ui.session.view import Overlay
from equilix.ui.stage.accessible import Piece, tell_chosen
from equilix.ui.stage.backdrop import THROUGH, BackdropPainter, on_paper, paint_clicked
from equilix.ui.stage.drawing import Rig, draw, focus
from equilix.ui.stage.extent import extent_mm
from equilix.ui.stage.gestures import Gestures
from equilix.ui.stage.keys import Keys
from equilix.ui.stage.layers.findings import marked, marks
from equilix.ui.stage.layers.gesture import gesture
from equilix.ui.stage.outlines import Drawn, OutlineBook
from equilix.ui.stage.projection import SIDE, Projection
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.ui.stage.sprites import SpriteBook
from equilix.ui.theme import PREP_ROOM, Theme, colour, font, grown
from equilix.ui.widgets.tint import set_tip
from equilix.words.language import say
from equilix.words.quantities import mass
from equilix.words.wordings.wording import N_

Array = NDArray[np.float64]
LEAST_PX, SMALL_PX = 150, 120
FOUND: frozenset[Overlay] = frozenset(("checks", "wires", "fit"))
"""What is found on a rig is not looked for while the rig moves under the hand."""
EMPTY = N_(
    "An empty rig.\nDrag a part here from the mat, or choose one there and press Enter.\n"
    "A base with a shoulder pad is a good first part."
)
MARK_PX = 22.0
CLOSEST, FARTHEST = 8.0, 0.08
"""Pixels per millimetre."""


class RigView(QWidget):
    """One direction of view, on which parts are taken hold of."""

    zoomed = Signal()

    def __init__(self, session: Session, book: OutlineBook, view: Projection, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session, self.book, self.view = session, book, view
        self.theme: Theme = PREP_ROOM
        self.scale, self.middle_mm = 1.0, QPointF(0, 0)
        self.fitted = True
        self.drawn: list[Drawn] = []
        self.sprites = SpriteBook()
        self.behind = BackdropPainter()
        self.gestures = Gestures(self, session)
        self.keys = Keys(self.gestures, session)
        self._pan_from: QPointF | None = None
        self._drawn_for: Assembly | None = None
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)  # the window behind need not be painted again
        self.setMouseTracking(True)
        self.setAcceptDrops(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        if view is SIDE:
            self.setMinimumHeight(LEAST_PX)
        else:
            self.setMinimumSize(SMALL_PX, 110)
        self.setAccessibleName(say("Rig, {title}").format(title=say(view.title).lower()))
        session.changed.connect(self.refresh)
        session.selection.changed.connect(self._chosen)
        session.view.ghost_changed.connect(self.update)
        session.view.marks_changed.connect(self._marks_changed)
        session.pictures.come.connect(self.update)

    # geometry

    def refresh(self) -> None:
        """The session has changed: lay the drawing out anew and repaint."""
        self._lay_out()
        if self.fitted and self.session.history.gesture is None:  # the paper stands still while a part is moved
            self.fit()
        self.update()

    def _chosen(self) -> None:
        self.update()
        tell_chosen(self)

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
        return extent_mm(self.scene, self.drawn, self.view)

    def drawing_area(self) -> QRectF:
        """Where on the widget the drawing goes."""
        return QRectF(self.rect()).adjusted(14, grown(26), -14, -12)

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
        return self.sheet.to_mm(point)

    def to_px(self, x_mm: float, y_mm: float) -> QPointF:
        """A point of the paper (mm, y down) on the widget."""
        return self.sheet.to_px(x_mm, y_mm)

    def place_px(self, point_m: Array) -> QPointF:
        """A point ``(3,)`` of the rig frame on the widget."""
        return self.sheet.place_px(point_m)

    def hit(self, point: QPointF) -> str | None:
        """The placement under a point of the widget: the nearest to the viewer."""
        self._lay_out()
        found = self.finding_at(point)
        if found is not None:
            return found.placement
        mm = self.to_mm(point)
        for drawn in reversed(self.drawn):
            local = mm - QPointF(drawn.x_mm, drawn.y_mm)
            if drawn.outline.whole.contains(local):
                return drawn.placement
        return None

    def finding_at(self, point: QPointF) -> Check | None:
        """The finding whose mark is under a point of the widget."""
        return marked(self.scene, self.sheet, point)

    def pieces(self) -> list[Piece]:
        """Every part with its mass and what its scale reads, then the marks of what was found."""
        self._lay_out()
        session, sheet = self.session, self.sheet
        analysis, chosen = session.analysis, session.selection.all
        found = []
        for drawn in self.drawn:
            box = drawn.outline.whole.boundingRect().translated(drawn.x_mm, drawn.y_mm)
            corners = QRectF(sheet.to_px(box.left(), box.top()), sheet.to_px(box.right(), box.bottom()))
            row = analysis.assembly.index[drawn.placement]
            name = analysis.assembly.parts[row].name
            weighs = mass(float(analysis.assembly.masses_kg[row]), session.document.display)
            found.append(Piece(name, "part", corners, weighs, drawn.placement in chosen))
        for number, check, at in marks(self.scene, sheet):
            said = session.tell(check.title)
            around = QRectF(at.x() - MARK_PX / 2, at.y() - MARK_PX / 2, MARK_PX, MARK_PX)
            found.append(Piece(f"{number} {said}", "mark", around, session.tell(check.said)))
        return found

    def show_tip(self, text: str) -> None:
        """Show a text, as it is, where the mouse rests."""
        set_tip(self, text)

    # painting

    @property
    def scene(self) -> Scene:
        """What is to be seen now; a step by hand and findings only while nothing is dragged."""
        session, view = self.session, self.session.view
        still = session.history.gesture is None
        axis = view.axis if still else None
        overlays = view.overlays if still else view.overlays - FOUND
        chosen = session.selection
        return Scene(
            session.result, chosen.id, chosen.finding, view.ghost, axis, overlays, session.document.display,
            chosen.others,
        )  # fmt: skip

    @property
    def sheet(self) -> Sheet:
        """What it is drawn on."""
        return Sheet(self.view, float(self.width()), float(self.height()), self.scale, self.middle_mm)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        self._lay_out()
        scene, sheet = self.scene, self.sheet
        ghost = [] if scene.ghost is None else self.book.draw(scene.ghost.after.assembly, self.view)
        behind = self.backdrop
        image = self.session.pictures.image_of(behind) if behind is not None else None
        with QPainter(self) as painter:
            painter.fillRect(self.rect(), colour(self.theme.paper))
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            if behind is not None and image is not None:
                self.behind.paint(painter, sheet, behind, image)
            if not self.session.setup.placements:
                self._paint_hint(painter)
            more = [*gesture(self.gestures, sheet)]
            if self.hasFocus():
                more.append(focus(QFontMetricsF(font(11)).horizontalAdvance(say(self.view.title))))
            seen = THROUGH if image is not None else 1.0
            draw(painter, scene, sheet, Rig(self.drawn, ghost, self.sprites, seen), self.theme, more)
            view = self.session.view
            if view.picked and self.view.name == view.picked_on:
                paint_clicked(painter, sheet, view.picked, self.theme)

    def _paint_hint(self, painter: QPainter) -> None:
        """What to do where there is nothing to be seen yet; said by the large view alone."""
        if self.view is SIDE:
            painter.setFont(font(13))
            painter.setPen(colour(self.theme.quiet))
            room = QRectF(self.rect()).adjusted(8.0, 0.0, -8.0, 0.0)
            painter.drawText(room, say(EMPTY), QTextOption(Qt.AlignmentFlag.AlignCenter))  # it wraps by words

    # mouse and keys

    @property
    def backdrop(self) -> Backdrop | None:
        """The photo behind this view."""
        return next((each for each in self.session.setup.backdrops if each.view == self.view.name), None)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        if event.button() == Qt.MouseButton.LeftButton and self.session.view.picking == self.view.name:
            self.session.view.take_point(on_paper(self.sheet, event.position()))
            return
        if event.button() == Qt.MouseButton.MiddleButton or (
            event.button() == Qt.MouseButton.LeftButton
            and not self.gestures.press(
                event.position(), also=bool(event.modifiers() & Qt.KeyboardModifier.ControlModifier)
            )
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
            self.gestures.move(event.position(), lift=bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier))
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
