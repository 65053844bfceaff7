"""A chart of rows, each of which can be asked where its figures come from, with the mouse or the keys."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QWidget

from equilix.ui.stage.accessible import Piece, tell_chosen
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Line, Primitive
from equilix.ui.theme import grown


class RowChart(Chart):
    """``keys``: of the rows' origins, from the top; an empty one says nothing."""

    asked_about = Signal(str)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.keys: Sequence[str] = ()
        self.row_px = 1.0
        self.row = 0
        """Which row the keys are on."""
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def show_rows(self, keys: Sequence[str], row_px: float) -> None:
        """Show rows of this height."""
        self.keys, self.row_px = keys, row_px
        self.row = min(self.row, max(len(keys) - 1, 0))
        self.setFixedHeight(round(grown(row_px * len(keys))))
        self.update()

    def pieces(self) -> list[Piece]:
        """A row with all that stands in it, from left to right."""
        found, placed = [], self.placed()
        for row in range(len(self.keys)):
            top = row * self.row_px
            inside = [each for each in placed if top <= each.box.center().y() < top + self.row_px]
            said = [each.text.text for each in sorted(inside, key=lambda each: each.box.x())]
            box = self.on_widget(QRectF(0.0, top, self.paper.width(), self.row_px))
            found.append(Piece(" ".join(said[:1]), "row", box, " ".join(said[1:]), row == self.row and self.hasFocus()))
        return found

    def primitives(self) -> list[Primitive]:
        found = super().primitives()
        if self.hasFocus() and self.keys:
            top = self.row * self.row_px
            found.append(Line((QPointF(1, top + 3), QPointF(1, top + self.row_px - 3)), "hold", 2.5))
        return found

    def _ask(self, row: int) -> None:
        if 0 <= row < len(self.keys):
            self.row = row
            self.update()
            if self.keys[row]:
                self.asked_about.emit(self.keys[row])

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._ask(int(event.position().y() // grown(self.row_px)))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}.get(Qt.Key(event.key()))
        if step is not None and self.keys:
            self.row = min(max(self.row + step, 0), len(self.keys) - 1)
            self.update()
            tell_chosen(self)
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._ask(self.row)
        else:
            super().keyPressEvent(event)
