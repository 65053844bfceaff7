"""How drawing and workspace share the window: side by side, or the workspace whole under a strip of the drawing."""

from __future__ import annotations

from typing import Final, Literal

from PySide6.QtCore import QRect, Qt, Signal
from PySide6.QtGui import QPainter
from PySide6.QtWidgets import QSplitter, QSplitterHandle, QWidget

from equilix.ui.stage.stage import Arrangement, Stage
from equilix.ui.theme import enlarged
from equilix.words.language import say

Use = Literal["beside", "build", "body", "whole", "alone"]
"""``beside``: a column beside the large drawing. ``build``: the same, with all views of the rig. ``body``: beside
the operator from head to foot. ``whole``: all of the width, under a strip of the live drawing. ``alone``: the
workspace draws a rig of its own, and the one of the document would only be mistaken for it."""
ARRANGEMENTS: Final[dict[Use, Arrangement]] = {
    "beside": "rig", "build": "build", "body": "body", "whole": "strip", "alone": "strip",
}  # fmt: skip
COLUMN_PX, STRIP_PX = 336, 210
"""The least width of the column, and the usual height of the folded drawing."""
DRAWING_PX = 420
"""The drawing is never narrower."""
LEAST_STRIP_PX, USUAL_STRIP_SHARE, MOST_STRIP_SHARE = 150, 0.3, 0.6
WIDE_PX = 1600
"""From this width of the window on the column has room for two columns of its own."""
MOST_WIDE_SHARE = 0.52
"""But no more of the width than this: with large text the drawing would have none left."""
STEP_PX = 48


def column_px() -> int:
    """The least width of the column: not quite as much wider as text is larger, so that the drawing keeps some room."""
    more = enlarged() - 1.0
    return round(COLUMN_PX * (1.0 + more * (0.85 + 0.3 * max(more - 0.5, 0.0))))


class Room(QSplitter):
    """The person drags the line between the two; where it was let go is kept for each use of the window."""

    shared = Signal()
    """The person has moved the line."""

    def __init__(self, drawing: QWidget, stage: Stage, work: QWidget) -> None:
        super().__init__()
        self.drawing, self.stage, self.work = drawing, stage, work
        self.use: Use = "beside"
        self.column_px: int | None = None
        self.strip_px: int | None = None
        """Where the person has put the line; None: where it is by itself."""
        self.setChildrenCollapsible(False)
        self.setHandleWidth(5)
        self.addWidget(drawing)
        self.addWidget(work)
        self.setStretchFactor(0, 1)
        self.setStretchFactor(1, 0)
        work.setMinimumWidth(column_px())
        self.splitterMoved.connect(self._moved)

    def show_use(self, use: Use) -> None:
        """Share the room as a workspace wants it."""
        if use != self.use:
            self.use = use
            self.stage.arrange(ARRANGEMENTS[use])
            self.setOrientation(Qt.Orientation.Vertical if use in ("whole", "alone") else Qt.Orientation.Horizontal)
        self.drawing.setVisible(use != "alone")
        self.share()

    def share(self) -> None:
        """Put the line where it belongs."""
        if self.use == "alone":
            return
        if self.use != "whole":
            whole = self.width() - self.handleWidth()
            usual = column_px()
            if self.window().width() >= WIDE_PX:
                usual = max(min(2 * usual, int(whole * MOST_WIDE_SHARE)), usual)
            column = max(min(self.column_px or usual, whole - DRAWING_PX), column_px())
            self.setSizes([max(whole - column, 1), column])
        else:
            whole = self.height() - self.handleWidth()
            head = self.drawing.height() - self.stage.height() if self.stage.isVisible() else 0
            usual = min(STRIP_PX, max(int(whole * USUAL_STRIP_SHARE), LEAST_STRIP_PX))
            strip = (self.strip_px or usual) + max(head, 0)
            self.setSizes([min(strip, int(whole * MOST_STRIP_SHARE)), max(whole - strip, 1)])

    def give(self, steps: int) -> None:
        """Give the workspace more room, or with a negative number the drawing, a step at a time."""
        if self.use == "alone":
            return
        sizes = self.sizes()
        self.setSizes([sizes[0] - steps * STEP_PX, sizes[1] + steps * STEP_PX])
        self._moved()

    def _moved(self, _at: int = 0, _index: int = 1) -> None:
        if self.use != "whole":
            self.column_px = self.sizes()[1]
        else:
            self.strip_px = max(self.stage.height(), LEAST_STRIP_PX)
        self.shared.emit()

    def resizeEvent(self, event: object) -> None:
        super().resizeEvent(event)  # type: ignore[arg-type]
        self.share()

    def put_back(self) -> None:
        """The line is where it would be by itself."""
        self.column_px = self.strip_px = None
        self.share()
        self.shared.emit()

    def createHandle(self) -> QSplitterHandle:
        return _Line(self)


class _Line(QSplitterHandle):
    """Wide enough to be taken hold of, drawn as thin as every other line."""

    def __init__(self, room: Room) -> None:
        super().__init__(room.orientation(), room)
        self.room = room
        self.setToolTip(say("Drag: more room for the drawing or for the workspace. Double click: as it was."))

    def mouseDoubleClickEvent(self, event: object) -> None:
        del event
        self.room.put_back()

    def paintEvent(self, event: object) -> None:
        del event
        across, middle = self.orientation() == Qt.Orientation.Horizontal, self.rect().center()
        line = QRect(middle.x(), 0, 1, self.height()) if across else QRect(0, middle.y(), self.width(), 1)
        with QPainter(self) as painter:
            painter.fillRect(line, self.palette().mid())
