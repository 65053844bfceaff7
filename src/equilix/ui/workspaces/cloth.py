"""The cloth: the kit laid out flat and to scale, as people do before a job."""

from __future__ import annotations

import numpy as np
from msgspec import Struct
from PySide6.QtCore import QMimeData, QPoint, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QDrag, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen, QPixmap, QResizeEvent
from PySide6.QtWidgets import QApplication, QWidget

from equilix.kit.parts import Part
from equilix.ui.stage.gestures import PART_MIME
from equilix.ui.stage.outlines import Outline, OutlineBook
from equilix.ui.stage.projection import SIDE
from equilix.ui.stage.sprites import paint_outline
from equilix.ui.theme import PREP_ROOM, Theme, colour, font
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import mass

PX_PER_MM = 0.62
LEAST_CELL_PX = 132
TEXT_PX = 40
GAP_PX = 8


class _Cell(Struct, frozen=True, dict=True):
    part: Part
    left: int
    """How many of it are not on the open rig."""
    box: QRectF
    outline: Outline


class Cloth(QWidget):
    """Parts side by side at one scale; drag one onto the rig, or choose it and press Enter."""

    chosen = Signal(str)
    mounted = Signal(str)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.theme: Theme = PREP_ROOM
        self.display: Display = "metric"
        self.book = OutlineBook()
        self.cells: list[_Cell] = []
        self.current: str | None = None
        self._parts: list[tuple[Part, int]] = []
        self._pressed: QPoint | None = None
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(say("The mat: all parts of the kit, to scale"))

    def lay_out(self, parts: list[tuple[Part, int]], display: Display) -> None:
        """Lay parts out, each with how many of it are left."""
        self._parts, self.display = parts, display
        self._flow()

    def _flow(self) -> None:
        self.cells = []
        x = y = float(GAP_PX)
        row_height, width = 0.0, max(self.width(), LEAST_CELL_PX + 2 * GAP_PX)
        row: list[tuple[Part, int, Outline, float, float]] = []

        def close_row() -> None:
            nonlocal y
            at = float(GAP_PX)
            for part, left, outline, wide, _high in row:
                self.cells.append(_Cell(part, left, QRectF(at, y, wide, row_height + TEXT_PX), outline))
                at += wide + GAP_PX
            y += row_height + TEXT_PX + GAP_PX

        for part, left in self._parts:
            outline = self.book.outline(part, np.eye(3), 0.0, SIDE)
            bounds = outline.whole.boundingRect()
            wide = max(bounds.width() * PX_PER_MM + 16, LEAST_CELL_PX)
            high = bounds.height() * PX_PER_MM + 14
            if row and x + wide > width - GAP_PX:
                close_row()
                row, x, row_height = [], float(GAP_PX), 0.0
            row.append((part, left, outline, min(wide, width - 2 * GAP_PX), high))
            x += wide + GAP_PX
            row_height = max(row_height, high)
        if row:
            close_row()
        self.setMinimumHeight(int(y) + 4)
        self.update()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._flow()

    def sizeHint(self) -> QSize:
        return QSize(300, self.minimumHeight())

    def cell_of(self, part_id: str | None) -> _Cell | None:
        """The cell of a part, where it is laid out."""
        return next((cell for cell in self.cells if cell.part.id == part_id), None)

    def choose(self, part_id: str | None) -> None:
        """Make a part the current one."""
        self.current = part_id
        self.update()
        if part_id is not None:
            self.chosen.emit(part_id)

    def paintEvent(self, event: QPaintEvent) -> None:
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            for cell in self.cells:
                if cell.box.intersects(QRectF(event.rect())):
                    self._paint_cell(painter, cell)

    def _paint_cell(self, painter: QPainter, cell: _Cell) -> None:
        t = self.theme
        on = cell.part.id == self.current
        painter.setPen(QPen(colour(t.hold if on else t.rule), 2 if on else 1))
        painter.setBrush(colour(t.card))
        painter.drawRect(cell.box.adjusted(1, 1, -1, -1))
        painter.save()
        painter.setClipRect(cell.box)
        painter.setOpacity(1.0 if cell.left > 0 else 0.38)
        bounds = cell.outline.whole.boundingRect()
        picture = cell.box.adjusted(0, 0, 0, -TEXT_PX)
        painter.translate(picture.center() - bounds.center() * PX_PER_MM)
        painter.scale(PX_PER_MM, PX_PER_MM)
        paint_outline(painter, cell.outline, t)
        painter.restore()
        painter.setFont(font(11))
        metrics = painter.fontMetrics()
        text = QRectF(cell.box.left() + 5, cell.box.bottom() - TEXT_PX + 1, cell.box.width() - 10, TEXT_PX - 4)
        painter.setPen(colour(t.ink))
        name = metrics.elidedText(cell.part.name, Qt.TextElideMode.ElideRight, int(text.width()))
        painter.drawText(text, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop, name)
        painter.setPen(colour(t.quiet))
        state = (
            say("wanted")
            if not cell.part.owned
            else say("in use")
            if cell.left < 1
            else f"×{cell.left}"
            if cell.left > 1
            else ""
        )
        said = mass(cell.part.mass_kg, self.display) + (f"  {state}" if state else "")
        painter.drawText(text, Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignBottom, said)

    def _at(self, point: QPointF) -> str | None:
        return next((cell.part.id for cell in self.cells if cell.box.contains(point)), None)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.setFocus()
        self._pressed = event.position().toPoint()
        self.choose(self._at(event.position()))

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        part_id = self._at(event.position())
        if part_id is not None:
            self.mounted.emit(part_id)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        far = self._pressed is not None and (
            (event.position().toPoint() - self._pressed).manhattanLength() >= QApplication.startDragDistance()
        )
        if far and event.buttons() & Qt.MouseButton.LeftButton and self.current is not None:
            self._pressed = None
            self._drag(self.current)

    def _drag(self, part_id: str) -> None:
        cell = self.cell_of(part_id)
        if cell is None:
            return
        drag, data = QDrag(self), QMimeData()
        data.setData(PART_MIME, part_id.encode())
        drag.setMimeData(data)
        picture = QPixmap(cell.box.size().toSize())
        picture.fill(Qt.GlobalColor.transparent)
        with QPainter(picture) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.translate(QPointF(picture.rect().center()) - cell.outline.whole.boundingRect().center() * PX_PER_MM)
            painter.scale(PX_PER_MM, PX_PER_MM)
            paint_outline(painter, cell.outline, self.theme)
        drag.setPixmap(picture)
        drag.setHotSpot(picture.rect().center())
        drag.exec(Qt.DropAction.CopyAction)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Right: 1, Qt.Key.Key_Down: 1, Qt.Key.Key_Left: -1, Qt.Key.Key_Up: -1}.get(
            Qt.Key(event.key())
        )
        ids = [cell.part.id for cell in self.cells]
        if step is not None and ids:
            now = ids.index(self.current) if self.current in ids else (-1 if step > 0 else 0)
            self.choose(ids[(now + step) % len(ids)])
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.current is not None:
            self.mounted.emit(self.current)
        else:
            super().keyPressEvent(event)
