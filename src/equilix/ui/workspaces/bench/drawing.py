"""The drawing of the bench: points are chosen, dragged and set on it, with the mouse or the keys."""

from __future__ import annotations

from collections.abc import Iterable

import numpy as np
from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QWidget

from equilix.kit.parts import Part
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.stage.primitives import Dot, Primitive, Tag
from equilix.ui.theme import enlarged
from equilix.ui.widgets.key_line import KeyLine
from equilix.ui.workspaces.bench.places import POINTS, Chosen, Sort
from equilix.ui.workspaces.bench.views import View, drawing, seen, touched, view_at, views
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import length

SNAP_M = 0.001
NUDGES = {
    Qt.Key.Key_Left: (-1.0, 0.0), Qt.Key.Key_Right: (1.0, 0.0), Qt.Key.Key_Up: (0.0, 1.0), Qt.Key.Key_Down: (0.0, -1.0),
}  # fmt: skip
"""To the right and up on the paper of the view that was touched last."""


class PartDrawing(Chart):
    """Shows one part. What is dragged is shown where it would go, and taken when it is let go; Esc lets it be."""

    picked = Signal(object)
    """Something is chosen, or nothing: a :class:`Chosen` or None."""
    moved = Signal(object, object)
    """It is to go to a place ``(3,)``."""
    set_here = Signal(object, object)
    """A new point is wanted at a place ``(3,)``, looking that way ``(3,)``."""
    set_nothing = Signal()
    """No new point is wanted after all."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.book = OutlineBook()
        self.part: Part | None = None
        self.display: Display = "metric"
        self.sorts: tuple[Sort, ...] = POINTS
        """What of the part is shown to be chosen and moved."""
        self.chosen: Chosen | None = None
        self.solid: int | None = None
        """The solid that is framed."""
        self.setting = False
        """The next click sets a new point."""
        self._view: str = "side"
        self._pressed: tuple[Chosen, View, QPointF] | None = None
        self._dragged_to: np.ndarray | None = None
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        self.setMinimumSize(120, 60)

    def show_part(self, part: Part | None, display: Display) -> None:
        """Show another part, or the same as it is now."""
        if part is not self.part:
            self._let_go()
        self.part, self.display = part, display
        self.setAccessibleName(
            say("The part in three views: {name}").format(name=part.name) if part is not None else say("No part")
        )
        self.update()

    def choose(self, chosen: Chosen | None) -> None:
        """Mark a point."""
        self.chosen = chosen
        self.update()

    def set_next(self, on: bool) -> None:
        """The next click on the part sets a new point, or not."""
        self.setting = on
        if on:
            self.setFocus(Qt.FocusReason.OtherFocusReason)  # Enter sets it in the middle
        self.setCursor(Qt.CursorShape.CrossCursor if on else Qt.CursorShape.ArrowCursor)

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        if self.part is None:
            return
        yield from drawing(self.part, self.book, bounds, self.sorts, self.chosen, self.solid)
        if self._pressed is not None and self._dragged_to is not None:
            view = self._pressed[1]
            at = view.px(self._dragged_to)
            yield Dot(at, 8.0, "tip_wash", "tip", 2.0)
            yield Tag(at + QPointF(14, -14), self._told(self._dragged_to, view))

    def _told(self, place_m: np.ndarray, view: View) -> str:
        x, y = place_m[view.projection.right], place_m[view.projection.up]
        return f"{length(float(x), self.display)}, {length(float(y), self.display)}"

    def _at(self, event: QMouseEvent) -> QPointF:
        return event.position() / enlarged()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if self.part is None or event.button() != Qt.MouseButton.LeftButton:
            return
        at = self._at(event)
        if self.setting:
            self._set_at(at)
            return
        found = touched(self.part, self.paper, at, self.sorts)
        self.picked.emit(None if found is None else found[0])
        if found is not None:
            self._view = found[1].projection.name
            self._pressed = (*found, at)

    def _set_at(self, at: QPointF) -> None:
        part = self.part
        view = None if part is None else view_at(part, self.paper, at)
        if part is not None and view is not None:
            toward, face_m = _face(part, view)
            self.set_here.emit(snapped(view.place_m(at, toward * face_m)), toward)

    def _set_in_the_middle(self) -> None:
        """Of the side that looks at one in the view that was worked in last."""
        assert self.part is not None  # asked for where there is one
        view = next(each for each in views(self.part, self.paper) if each.projection.name == self._view)
        toward, face_m = _face(self.part, view)
        middle_m = self.part.body().middle_m
        self.set_here.emit(snapped(middle_m + toward * (face_m - float(middle_m @ toward))), toward)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if self._pressed is None or self.part is None:
            return
        each, view, start = self._pressed
        at = self._at(event)
        if self._dragged_to is None and (at - start).manhattanLength() < 4:
            return
        origin = each.place_m(self.part)
        if origin is None:  # it has been taken away meanwhile
            return
        self._dragged_to = snapped(view.place_m(view.px(origin) + at - start, origin))
        self.update()

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        del event
        pressed, place = self._pressed, self._dragged_to
        self._let_go()
        if pressed is not None and place is not None:
            self.moved.emit(pressed[0], place)

    def let_be(self) -> bool:
        """Break off what is dragged or about to be set; False where nothing is."""
        if self._pressed is None and not self.setting:
            return False
        self._let_go()
        self.set_next(False)
        self.set_nothing.emit()
        return True

    def _let_go(self) -> None:
        self._pressed = self._dragged_to = None
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Space goes to the next point; the arrows move the chosen one by 1 mm, with Shift by 10; Esc lets go.

        Where a new one is to be set, Enter sets it.
        """
        key = Qt.Key(event.key())
        if key == Qt.Key.Key_Escape and self.let_be():
            return
        if self.setting and key in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.part is not None:
            self._set_in_the_middle()
        elif key == Qt.Key.Key_Space and self.part is not None:
            self.picked.emit(self._next())
        elif key in NUDGES and self.chosen is not None and self.part is not None:
            self._nudge(key, 0.010 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 0.001)
        else:
            super().keyPressEvent(event)

    def _next(self) -> Chosen | None:
        assert self.part is not None  # asked for where there is one
        known = list(
            dict.fromkeys(
                each for view in views(self.part, self.paper) for each, _ in seen(self.part, view, self.sorts)
            )
        )
        if not known:
            return None
        now = known.index(self.chosen) if self.chosen in known else -1
        return known[(now + 1) % len(known)]

    def _nudge(self, key: Qt.Key, step_m: float) -> None:
        assert self.part is not None
        assert self.chosen is not None
        view = next(each for each in views(self.part, self.paper) if each.projection.name == self._view)
        place = self.chosen.place_m(self.part)
        if place is None:
            return
        right, up = NUDGES[key]
        place[view.projection.right] += right * step_m
        place[view.projection.up] += up * step_m
        self.moved.emit(self.chosen, place)


def _face(part: Part, view: View) -> tuple[np.ndarray, float]:
    """The way that looks at one in a view ``(3,)``, and how far along it the part reaches, m."""
    toward, body = np.array(view.projection.toward, float), part.body()
    return toward, float(np.maximum(body.low_m * toward, body.high_m * toward).sum())


def snapped(place_m: np.ndarray) -> np.ndarray:
    """To the whole millimetre."""
    return np.round(place_m / SNAP_M) * SNAP_M + 0.0
