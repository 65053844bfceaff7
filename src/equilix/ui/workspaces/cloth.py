"""The cloth: the kit laid out flat and to scale, seen from above, what belongs together side by side.

What is on the open rig lies there as its shadow.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np
from msgspec import Struct
from PySide6.QtCore import QEvent, QMimeData, QPoint, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QDrag,
    QFontMetricsF,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QPen,
    QPixmap,
    QResizeEvent,
    QWheelEvent,
)
from PySide6.QtWidgets import QApplication, QWidget

from equilix.facts import fact
from equilix.kit.catalogue import FAMILIES, family_of
from equilix.kit.parts import Part
from equilix.kit.pivots import AT_REST
from equilix.ui.stage.accessible import Piece, tell_chosen
from equilix.ui.stage.outlines import Outline, OutlineBook
from equilix.ui.stage.projection import FRONT, PLAN, SIDE, Projection
from equilix.ui.stage.sprites import paint_outline
from equilix.ui.stage.targets import PART_MIME
from equilix.ui.theme import PREP_ROOM, Theme, colour, font, grown
from equilix.ui.widgets.key_line import KeyLine
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import mass
from equilix.words.telling import tell

USUAL_SCALE: Final = 0.42
"""Pixels per millimetre."""
LEAST_SCALE, MOST_SCALE = 0.2, 1.6
LEAST_CELL_PX: Final = 100.0
LINE_PX: Final = 16.0
TEXT_PX: Final = 3 * LINE_PX + 6
"""Under a part: its name in at most two lines, and its mass."""
GAP_PX, GROUP_GAP_PX, TITLE_PX = 8.0, 30.0, 26.0
FLATTER: Final = 0.9
"""From above, unless it lies flatter on another side by more than this."""
ZOOMS: Final = {Qt.Key.Key_Plus: 1.25, Qt.Key.Key_Equal: 1.25, Qt.Key.Key_Minus: 0.8}
RULER_MM: Final = 100.0
SHADOW_ALPHA: Final = 150


class Lying(Struct, frozen=True):
    """A part as it lies: ``left`` of it are not on the open rig."""

    part: Part
    left: int
    box: QRectF
    outline: Outline

    @property
    def picture(self) -> QRectF:
        """Where it is drawn; its words stand below."""
        return self.box.adjusted(0, 0, 0, -grown(TEXT_PX))


class Group(Struct, frozen=True):
    """What lies together, with its title."""

    title: str
    box: QRectF
    cells: tuple[Lying, ...]


class Cloth(QWidget):
    """Parts side by side at one scale; drag one onto the rig, or choose it and press Enter."""

    chosen = Signal(str)
    mounted = Signal(str)
    strapped = Signal(str)
    """Enter with Shift: onto the selected part, whatever fits."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.theme: Theme = PREP_ROOM
        self.display: Display = "metric"
        self.book = OutlineBook()
        self.groups: list[Group] = []
        self.current: str | None = None
        self.scale = USUAL_SCALE
        self._lying: list[tuple[Part, int, Outline]] = []
        self._pressed: QPoint | None = None
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        self.setAccessibleName(say("The mat: all parts of the kit, to scale"))

    @property
    def cells(self) -> list[Lying]:
        """All that lies there, in the order in which the arrow keys go."""
        return [cell for group in self.groups for cell in group.cells]

    def lay_out(self, parts: Sequence[tuple[Part, int]], display: Display) -> None:
        """Lay parts out, in the order of their families, each with how many of it are left."""
        self.display = display
        self._lying = [(part, left, lying_outline(self.book, part)) for part, left in parts]
        self._flow()

    def zoom(self, factor: float) -> None:
        """All of it larger or smaller."""
        self.scale = min(max(self.scale * factor, LEAST_SCALE), MOST_SCALE)
        self._flow()

    # laying out

    def _flow(self) -> None:
        """Groups beside each other as far as they fit, then a new row of groups."""
        width = max(float(self.width()), grown(LEAST_CELL_PX) + 2 * GAP_PX)
        room = width - 2 * GAP_PX
        groups = [list(each) for _, each in itertools.groupby(self._lying, key=lambda each: family_of(each[0]))]
        self.groups = []
        x, y, tallest = GAP_PX, GAP_PX, 0.0
        for group in groups:
            sizes = [self._size(outline) for _, _, outline in group]
            wanted = min(sum(size.width() for size in sizes) + GAP_PX * (len(sizes) - 1), room)
            if x > GAP_PX and x + wanted > width - GAP_PX:
                x, y, tallest = GAP_PX, y + tallest + GAP_PX, 0.0
            cells = tuple(self._cells(group, sizes, QPointF(x, y + grown(TITLE_PX)), wanted))
            high = max(cell.box.bottom() for cell in cells) - y
            self.groups.append(Group(tell(fact(f"family.{family_of(group[0][0])}")), QRectF(x, y, wanted, high), cells))
            x, tallest = x + wanted + GROUP_GAP_PX, max(tallest, high)
        self.setMinimumHeight(int(y + tallest + GAP_PX))
        self.update()

    def _size(self, outline: Outline) -> QSize:
        bounds = outline.whole.boundingRect()
        return QSize(
            round(max(bounds.width() * self.scale + 10, grown(LEAST_CELL_PX))), round(bounds.height() * self.scale + 10)
        )

    def _cells(
        self, group: Sequence[tuple[Part, int, Outline]], sizes: Sequence[QSize], start: QPointF, room: float
    ) -> Iterator[Lying]:
        """In rows; what stands in a row stands on one line, its words under it."""
        y, row = start.y(), list[int]()
        used = 0.0
        for number in range(len(group) + 1):
            wide = sizes[number].width() + GAP_PX if number < len(group) else 0.0
            if row and (number == len(group) or used + wide > room + GAP_PX + 0.5):
                high = max(sizes[each].height() for each in row) + grown(TEXT_PX)
                x = start.x()
                for each in row:
                    part, left, outline = group[each]
                    box = QRectF(x, y, min(sizes[each].width(), room), high)
                    yield Lying(part, left, box, outline)
                    x += sizes[each].width() + GAP_PX
                y, row, used = y + high + GAP_PX, [], 0.0
            if number < len(group):
                row.append(number)
                used += wide

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if event.size().width() != event.oldSize().width():  # its height follows from how it lies
            self._flow()

    def sizeHint(self) -> QSize:
        return QSize(300, self.minimumHeight())

    def cell_of(self, part_id: str | None) -> Lying | None:
        """Where a part lies; None where it does not."""
        return next((cell for cell in self.cells if cell.part.id == part_id), None)

    def choose(self, part_id: str | None) -> None:
        """Make a part the current one."""
        self.current = part_id
        self.update()
        tell_chosen(self)
        if part_id is not None:
            self.chosen.emit(part_id)

    # painting

    def pieces(self) -> list[Piece]:
        """Every part that lies there, with its mass and what else stands beside it."""
        return [
            Piece(cell.part.name, "part", cell.box, self._words(cell, 1e6)[1], cell.part.id == self.current)
            for cell in self.cells
        ]

    def paintEvent(self, event: QPaintEvent) -> None:
        seen = QRectF(event.rect())
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            for group in self.groups:
                if not group.box.intersects(seen):
                    continue
                painter.setFont(font(11, bold=True))
                painter.setPen(colour(self.theme.quiet))
                painter.drawText(group.box.topLeft() + QPointF(0, grown(15)), group.title)
                painter.setPen(QPen(colour(self.theme.rule), 1))
                line = group.box.top() + grown(20)
                painter.drawLine(QPointF(group.box.left(), line), QPointF(group.box.right(), line))
                for cell in group.cells:
                    self._paint_cell(painter, cell)
            self._paint_ruler(painter)

    def _paint_ruler(self, painter: QPainter) -> None:
        """How long 100 mm, or 4 in, are here."""
        if not self.groups:
            return
        us = self.display == "us"
        wide = (101.6 if us else RULER_MM) * self.scale
        said = say("4 in") if us else say("100 mm")
        right, y = self.width() - GAP_PX, GAP_PX + 10
        painter.setPen(QPen(colour(self.theme.quiet), 1.2))
        painter.drawLine(QPointF(right - wide, y), QPointF(right, y))
        for x in (right - wide, right):
            painter.drawLine(QPointF(x, y - 4), QPointF(x, y + 4))
        painter.setFont(font(11))
        text = QFontMetricsF(painter.font()).horizontalAdvance(said)
        painter.drawText(QPointF(right - wide - text - 8, y + 5), said)

    def _paint_cell(self, painter: QPainter, cell: Lying) -> None:
        t, on = self.theme, cell.part.id == self.current
        bounds = cell.outline.whole.boundingRect()
        painter.save()
        painter.translate(self._origin(cell) - bounds.center() * self.scale)
        painter.scale(self.scale, self.scale)
        if cell.left > 0:
            paint_outline(painter, cell.outline, t)
        else:
            painter.setPen(Qt.PenStyle.NoPen)
            painter.setBrush(colour(t.rule, SHADOW_ALPHA))
            painter.drawPath(cell.outline.whole)
        painter.restore()
        if on:
            painter.setPen(QPen(colour(t.hold), 2))
            painter.setBrush(colour(t.hold, 18))
            painter.drawRect(cell.box.adjusted(-3, -3, 3, 1))
        words = QRectF(cell.box.left(), cell.box.bottom() - grown(TEXT_PX) + 3, cell.box.width(), grown(TEXT_PX))
        name, said = self._words(cell, words.width())
        painter.setFont(font(11, bold=on))
        painter.setPen(colour(t.ink if cell.left > 0 else t.quiet))
        for number, line in enumerate(name):
            painter.drawText(words.topLeft() + QPointF(0, grown(12) + number * grown(LINE_PX)), line)
        painter.setFont(font(11))
        painter.setPen(colour(t.quiet))
        painter.drawText(words.topLeft() + QPointF(0, grown(12) + len(name) * grown(LINE_PX)), said)

    def _origin(self, cell: Lying) -> QPointF:
        """The middle of a part: at the left of its cell, on the line of its row."""
        bounds = cell.outline.whole.boundingRect()
        picture = cell.picture
        return QPointF(
            picture.left() + 2 + bounds.width() * self.scale / 2,
            picture.bottom() - 4 - bounds.height() * self.scale / 2,
        )

    def _words(self, cell: Lying, room: float) -> tuple[list[str], str]:
        """The name in one or two lines, then mass and whereabouts."""
        metrics = QFontMetricsF(font(11))
        lines = _wrapped(cell.part.name, metrics, room)
        state = ""
        if not cell.part.owned:
            state = say("wanted")
        elif cell.left < 1:
            state = say("on the rig")
        elif cell.left > 1:
            state = f"×{cell.left}"
        said = mass(cell.part.mass_kg, self.display)
        both = f"{said}, {state}" if state else said
        return lines, both if metrics.horizontalAdvance(both) <= room + GAP_PX else state or said

    # mouse and keys

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
        picture = QPixmap(cell.picture.size().toSize())
        picture.fill(Qt.GlobalColor.transparent)
        with QPainter(picture) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.translate(
                QPointF(picture.rect().center()) - cell.outline.whole.boundingRect().center() * self.scale
            )
            painter.scale(self.scale, self.scale)
            paint_outline(painter, cell.outline, self.theme)
        drag.setPixmap(picture)
        drag.setHotSpot(picture.rect().center())
        drag.exec(Qt.DropAction.CopyAction)

    def wheelEvent(self, event: QWheelEvent) -> None:
        if event.modifiers() & Qt.KeyboardModifier.ControlModifier:
            self.zoom(1.0015 ** event.angleDelta().y())
        else:
            event.ignore()

    def event(self, event: QEvent) -> bool:
        """Plus and minus are the cloth's while it has the keys, not the drawing's."""
        if event.type() == QEvent.Type.ShortcutOverride and isinstance(event, QKeyEvent) and event.key() in ZOOMS:
            event.accept()
            return True
        return super().event(event)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Right: 1, Qt.Key.Key_Down: 1, Qt.Key.Key_Left: -1, Qt.Key.Key_Up: -1}.get(
            Qt.Key(event.key())
        )
        ids = [cell.part.id for cell in self.cells]
        if step is not None and ids:
            now = ids.index(self.current) if self.current in ids else (-1 if step > 0 else 0)
            self.choose(ids[(now + step) % len(ids)])
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.current is not None:
            shift = bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier)
            (self.strapped if shift else self.mounted).emit(self.current)
        elif event.key() in ZOOMS:
            self.zoom(ZOOMS[Qt.Key(event.key())])
        else:
            super().keyPressEvent(event)


def family_rank(part: Part) -> int:
    """The place of a part's family among all."""
    return list(FAMILIES).index(family_of(part))


def lies_on(book: OutlineBook, part: Part) -> Projection:
    """From where a part is seen that lies on its broadest side."""
    areas = {}
    for view in (PLAN, SIDE, FRONT):
        bounds = book.outline(part, np.eye(3), AT_REST, view).whole.boundingRect()
        areas[view.name] = bounds.width() * bounds.height()
    best = max((SIDE, FRONT), key=lambda view: areas[view.name])
    return PLAN if areas[PLAN.name] >= FLATTER * areas[best.name] else best


def lying_outline(book: OutlineBook, part: Part) -> Outline:
    """A part as it is seen lying on its broadest side."""
    return book.outline(part, np.eye(3), AT_REST, lies_on(book, part))


def _wrapped(name: str, metrics: QFontMetricsF, room: float) -> list[str]:
    """A name in one or two lines, the second cut short where it must be."""
    words, first = name.split(), ""
    while words and (not first or metrics.horizontalAdvance(f"{first} {words[0]}") <= room):
        first = f"{first} {words.pop(0)}".strip()
    lines = [first, " ".join(words)] if words else [first]
    return [metrics.elidedText(line, Qt.TextElideMode.ElideRight, room) for line in lines]
