"""The rig that is practised on, as it moves: from the side, large, and from the front; taken hold of with the mouse."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPixmap, QResizeEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.practice.attempt import Attempt
from equilix.practice.swing_room import swing_room_m
from equilix.rig.kinematics import Assembly
from equilix.ui.stage.accessible import Piece
from equilix.ui.stage.labels import place
from equilix.ui.stage.painting import paint, paint_texts
from equilix.ui.stage.primitives import Primitive, Text
from equilix.ui.stage.projection import FRONT, SIDE, Projection
from equilix.ui.stage.sheet import Sheet
from equilix.ui.stage.tumbling import Tumbling
from equilix.ui.theme import PREP_ROOM, Theme, colour, enlarged, grown
from equilix.ui.widgets.key_line import KeyLine
from equilix.ui.workspaces.practice import stand_layers
from equilix.ui.workspaces.practice.grip import Grip
from equilix.words.language import say

Array = NDArray[np.float64]

SIDE_SHARE: Final = 0.62
"""Of the width, for the view from the side."""
ROOM_M: Final = 0.06
LEAST_HIGH_PX: Final = 190.0


class Picture(QWidget):
    """Paints an attempt as its trainer stands; ``numbers``: with angles and the centre of gravity."""

    pressed = Signal(QKeyEvent)
    moved = Signal()
    """Something was done with the mouse."""
    refused = Signal(object)
    """What a hand cannot do, as an error with its sentence."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.theme: Theme = PREP_ROOM
        self.attempt: Attempt | None = None
        self.numbers = self.over = False
        self.axis = ""
        """The key of what is turned, pushed, spun and locked."""
        self.chosen = ""
        """The key of the track that is chosen."""
        self.tumbling = Tumbling()
        self.grip = Grip(self)
        self.scales = {SIDE.name: 1.0, FRONT.name: 1.0}
        self.middles = {SIDE.name: QPointF(), FRONT.name: QPointF()}
        self._behind: QPixmap | None = None
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        self.setMouseTracking(True)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumHeight(round(grown(LEAST_HIGH_PX)))
        self.setAccessibleName(say("The rig, as it moves"))
        self.setAttribute(Qt.WidgetAttribute.WA_OpaquePaintEvent)

    def show_attempt(self, attempt: Attempt) -> None:
        """Show another one."""
        self.grip.forget()
        self.attempt = attempt
        self.tumbling = Tumbling()
        self.fit()

    def look_again(self) -> None:
        """Something changed that stands still: another theme, another size of type."""
        self._behind = None
        self.update()

    # where things are

    def box_of(self, view: Projection) -> QRectF:
        """Where a view is on the widget."""
        wide = round(self.width() * SIDE_SHARE)
        if view is SIDE:
            return QRectF(0, 0, wide, self.height())
        return QRectF(wide, 0, self.width() - wide, self.height())

    def view_at(self, at: QPointF) -> Projection:
        """The view under a point."""
        return SIDE if self.box_of(SIDE).contains(at) else FRONT

    def sheet_of(self, view: Projection) -> Sheet:
        """What a view is drawn on; its pixels count from the corner of its box."""
        box = self.box_of(view)
        return Sheet(view, box.width(), box.height(), self.scales[view.name], self.middles[view.name])

    def fit(self) -> None:
        """Give each view the scale at which the rig has room to swing."""
        if self.attempt is not None and self.width() > 10:
            low, high = swing_room_m(self.attempt.trainer)
            for view in (SIDE, FRONT):
                self._fit(view, low - ROOM_M / 2, high + ROOM_M / 2)
        self._behind = None
        self.update()

    def _fit(self, view: Projection, low: Array, high: Array) -> None:
        box = self.box_of(view)
        flat = view.flat(np.stack((low, high)))
        wide, tall = np.abs(flat[1] - flat[0]).tolist()
        head = grown(30.0)
        self.scales[view.name] = min((box.width() - 16) / wide, (box.height() - head - 8) / tall)
        middle = flat.mean(axis=0)
        self.middles[view.name] = QPointF(middle[0], middle[1] - head / 2 / self.scales[view.name])

    def placement_at(self, at: QPointF) -> tuple[str | None, Projection]:
        """What is under a point of the widget, the nearest to the viewer, and in which view."""
        view = self.view_at(at)
        if self.attempt is None:
            return None, view
        shown, sheet = self.attempt.trainer.picture(), self.sheet_of(view)
        local = at - self.box_of(view).topLeft()
        laid = self.tumbling.laid(shown, sheet, fine=False)
        for row in np.argsort(-np.round(view.depth(shown.part_cgs_m), 3), kind="stable").tolist():
            if any(
                filled and polygon.containsPoint(local, Qt.FillRule.WindingFill) for polygon, _, filled in laid[row]
            ):
                return shown.ids[row], view
        return None, view

    def pieces(self) -> list[Piece]:
        """What it is made of, as it stands in the view from the side, without a figure: those are to be seen by eye."""
        if self.attempt is None:
            return []
        shown, sheet = self.attempt.trainer.picture(), self.sheet_of(SIDE)
        laid = self.tumbling.laid(shown, sheet, fine=False)
        found = []
        for row, name in enumerate(part.name for part in shown.parts):
            box = QRectF()
            for polygon, _, _ in laid[row]:
                box = box.united(polygon.boundingRect())
            found.append(Piece(name, "part", box))
        return found

    # painting

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        with QPainter(self) as painter:
            painter.drawPixmap(0, 0, self._what_is_behind())
            if self.attempt is None:
                return
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            shown = self.attempt.trainer.picture()
            lit = self._lit()
            for view in (SIDE, FRONT):
                self._paint_view(painter, view, shown, lit)

    def _what_is_behind(self) -> QPixmap:
        """What never moves, painted anew where it was painted for another size or another screen."""
        behind = self._behind
        if (
            behind is None
            or behind.deviceIndependentSize().toSize() != self.size()
            or behind.devicePixelRatio() != self.devicePixelRatioF()
        ):
            behind = self._behind = self._paint_behind()
        return behind

    def _lit(self) -> tuple[str, ...]:
        """What goes along with the track that is chosen."""
        key = self.chosen
        assert self.attempt is not None  # who paints it has looked
        track = next((each for each in self.attempt.trainer.tracks if each.key == key), None)
        return (track.placement,) if track is not None and self.hasFocus() else ()

    def _paint_view(self, painter: QPainter, view: Projection, shown: Assembly, lit: tuple[str, ...]) -> None:
        assert self.attempt is not None  # who paints it has looked
        box, sheet = self.box_of(view), self.sheet_of(view)
        painter.save()
        painter.setClipRect(box)
        painter.translate(box.topLeft())
        paint(painter, stand_layers.under(self.attempt, sheet), self.theme, sheet.bounds)
        self.tumbling.draw(painter, shown, sheet, self.theme, lit)
        over = [*stand_layers.over(self.attempt, shown, sheet), *self.grip.primitives(sheet)]
        if self.axis and self.hasFocus() and not self.over:
            over += stand_layers.axis(self.attempt, self.axis, sheet)
        if self.numbers:
            over += stand_layers.numbers(self.attempt, sheet)
        paint(painter, over, self.theme, sheet.bounds)
        texts = place([*over, *self._title(view)], sheet.bounds.adjusted(2, 2, -2, -2), enlarged())
        paint_texts(painter, texts, self.theme, enlarged())
        painter.restore()

    def _title(self, view: Projection) -> Iterator[Primitive]:
        at = QPointF(14, grown(20.0))
        yield Text(
            at, say(view.title), "ink" if self.hasFocus() else "quiet", bold=self.hasFocus(), fixed=True, bare=True
        )

    def _paint_behind(self) -> QPixmap:
        """What never moves: paper, the line between the views, who or what bears the rig."""
        ratio = self.devicePixelRatioF()
        made = QPixmap(math.ceil(self.width() * ratio), math.ceil(self.height() * ratio))
        made.setDevicePixelRatio(ratio)
        made.fill(colour(self.theme.paper))
        if self.attempt is None:
            return made
        with QPainter(made) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            for view in (SIDE, FRONT):
                box, sheet = self.box_of(view), self.sheet_of(view)
                painter.save()
                painter.setClipRect(box)
                painter.translate(box.topLeft())
                paint(painter, stand_layers.still(self.attempt, sheet), self.theme, sheet.bounds)
                painter.restore()
            edge = self.box_of(FRONT).left()
            painter.fillRect(QRectF(edge, 12, 1, self.height() - 24), colour(self.theme.rule))
        return made

    # mouse and keys

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        if event.button() == Qt.MouseButton.LeftButton and not self.over:
            self.grip.press(event.position())

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if event.buttons() & Qt.MouseButton.LeftButton:
            self.grip.move(event.position())

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        if event.button() == Qt.MouseButton.LeftButton:
            self.grip.release()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        event.ignore()
        self.pressed.emit(event)
        if not event.isAccepted():
            super().keyPressEvent(event)

    def focusInEvent(self, event: object) -> None:
        super().focusInEvent(event)  # type: ignore[arg-type]
        self.update()

    def focusOutEvent(self, event: object) -> None:
        super().focusOutEvent(event)  # type: ignore[arg-type]
        self.update()

    def hideEvent(self, event: object) -> None:
        del event
        self.grip.release()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.fit()
