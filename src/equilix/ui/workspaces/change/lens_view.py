"""How the lens table looks: the scale of every setup over its column, in every cell the mark on it."""

from __future__ import annotations

from typing import Final

from PySide6.QtCore import QPointF, QRect, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QKeyEvent, QPainter, QPen, QPolygonF
from PySide6.QtWidgets import (
    QAbstractItemView,
    QFrame,
    QHeaderView,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QTableView,
    QWidget,
)

from equilix.change.lens_table import Cell, Column
from equilix.change.marks import Mark
from equilix.ui.stage.ticks import figure, multiples, step_for, unit_m
from equilix.ui.theme import PREP_ROOM, Theme, colour, font, grown
from equilix.ui.workspaces.change.lens_model import Index, LensModel
from equilix.words.language import say
from equilix.words.quantities import length, mass
from equilix.words.telling import tell

ROW_PX: Final = 34
HEAD_PX: Final = 58
NAMES_PX: Final = 176
LEAST_COLUMN_PX: Final = 128
SIDE_PX: Final = 14
"""Room beside the scale, for what lies beyond its ends."""
LINE_PX: Final = 25
"""The scale's line under the upper edge of a cell."""


class Ruler:
    """A column's scale on its width: readings to pixels."""

    def __init__(self, column: Column, left: float, width: float) -> None:
        track = column.track
        assert track is not None  # asked for where something is slid
        self.zero_m = track.scale_zero_m
        self.low_m, self.high_m = track.from_m + self.zero_m, track.to_m + self.zero_m
        self.left, self.width = left + SIDE_PX, width - 2 * SIDE_PX

    def px(self, reads_m: float) -> float:
        """Where a reading stands; at the ends what is beyond them."""
        share = (reads_m - self.low_m) / max(self.high_m - self.low_m, 1e-6)
        return self.left + min(max(share, 0.0), 1.0) * self.width


class Cells(QStyledItemDelegate):
    """Draws a cell."""

    def __init__(self, view: LensTable) -> None:
        super().__init__(view)
        self.view = view

    def sizeHint(self, option: QStyleOptionViewItem, index: Index) -> QSize:
        del option, index
        return QSize(round(grown(LEAST_COLUMN_PX)), round(grown(ROW_PX)))

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        view, box = self.view, QRectF(option.rect)
        t, cell = view.theme, view.cells.cell_at(index)
        painter.save()
        painter.setClipRect(option.rect)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if index == view.currentIndex():
            painter.fillRect(box, colour(t.hold_wash, 150))
            if view.hasFocus():
                painter.setPen(QPen(colour(t.hold), 1.6))
                painter.drawRect(box.adjusted(1, 1, -1, -1))
        column = view.cells.columns.get(view.cells.document.setups[index.column()].id)
        if cell is None or column is None:
            painter.setPen(colour(t.quiet))
            painter.drawText(box, Qt.AlignmentFlag.AlignCenter, "…")
        elif cell.mark is None:
            self._words(painter, box, "▲ " + tell(cell.why_not, view.cells.document.display), t.tip)
        else:
            self._mark(painter, box, cell, cell.mark, Ruler(column, box.left(), box.width()))
        painter.restore()

    def _words(self, painter: QPainter, box: QRectF, said: str, tone: str) -> None:
        """A reason in two lines; all of it is read where the cell is chosen."""
        painter.setPen(colour(tone))
        painter.setFont(font(9))
        inside = box.adjusted(6, 1, -6, -1)
        flags = Qt.AlignmentFlag.AlignVCenter | Qt.TextFlag.TextWordWrap
        painter.drawText(inside, int(flags), said)

    def _mark(self, painter: QPainter, box: QRectF, cell: Cell, mark: Mark, ruler: Ruler) -> None:
        t, y = self.view.theme, box.top() + grown(LINE_PX)
        zero = ruler.zero_m
        painter.fillRect(QRectF(ruler.left, y - 2, ruler.width, 4), colour(t.sand))
        _stretch(painter, ruler, y, (mark.low_m + zero, mark.high_m + zero), 2, t.hold_wash)
        shared = self.view.shared_m(cell)
        if shared is not None:  # one mark for several lenses: a line through their rows
            at = ruler.px(shared)
            painter.setPen(QPen(colour(t.hold, 150), 1, Qt.PenStyle.DotLine))
            painter.drawLine(QPointF(at, box.top()), QPointF(at, box.bottom()))
        right = (max(mark.right_m[0], mark.low_m) + zero, min(mark.right_m[1], mark.high_m) + zero)
        _stretch(painter, ruler, y, right, 3, t.hold)
        painter.setFont(font(10, bold=True))
        display = self.view.cells.document.display
        if not cell.reached:
            self._short(painter, box, mark, y)
            return
        at = ruler.px(mark.reads_m)
        painter.fillRect(QRectF(at - 1.5, y - 8, 3, 16), colour(t.hold))
        said = length(mark.reads_m, display).partition(" ")[0]
        noted = bool(cell.others or cell.strikes)
        painter.setPen(colour(t.ink))
        wide = painter.fontMetrics().horizontalAdvance(said) + 2
        left = min(max(at - wide / 2, box.left() + 2), box.right() - wide - 2)
        painter.drawText(QRectF(left, box.top() + 1, wide, grown(16)), Qt.AlignmentFlag.AlignCenter, said)
        if noted:  # something else is still to be put right there
            painter.setPen(QPen(colour(t.tip), 1.6))
            painter.setFont(font(9, bold=True))
            beside = left + wide + 2 if left + wide + 16 < box.right() else left - 14
            painter.drawText(QRectF(beside, box.top() + 1, 14, grown(16)), Qt.AlignmentFlag.AlignCenter, "◆")

    def _short(self, painter: QPainter, box: QRectF, mark: Mark, y: float) -> None:
        """An arrow at the end that it would have to go beyond, and by how much."""
        t = self.view.theme
        ahead = mark.wanted_m > mark.slide_m
        tip, back = (box.right() - 3, box.right() - 12) if ahead else (box.left() + 3, box.left() + 12)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour(t.tip))
        painter.drawPolygon(QPolygonF([QPointF(tip, y), QPointF(back, y - 7), QPointF(back, y + 7)]))
        painter.setPen(colour(t.tip))
        by = length(abs(mark.short_m), self.view.cells.document.display)
        said = say("{by} short").format(by=by) if mark.short_m else say("not held")
        side = Qt.AlignmentFlag.AlignRight if ahead else Qt.AlignmentFlag.AlignLeft
        painter.drawText(box.adjusted(6, 1, -6, -box.height() + grown(17)), side | Qt.AlignmentFlag.AlignVCenter, said)


def _stretch(painter: QPainter, ruler: Ruler, y: float, reads_m: tuple[float, float], half: float, tone: str) -> None:
    low, high = ruler.px(reads_m[0]), ruler.px(reads_m[1])
    if reads_m[1] > reads_m[0]:
        painter.fillRect(QRectF(low, y - half, max(high - low, 1.0), 2 * half), colour(tone))


class Head(QHeaderView):
    """Over a column: the setup, what is slid on it, and its scale."""

    def __init__(self, view: LensTable) -> None:
        super().__init__(Qt.Orientation.Horizontal, view)
        self.view = view
        self.setSectionsClickable(True)
        self.setSectionResizeMode(QHeaderView.ResizeMode.Stretch)
        self.setMinimumSectionSize(round(grown(LEAST_COLUMN_PX)))

    def sizeHint(self) -> QSize:
        return QSize(super().sizeHint().width(), round(grown(HEAD_PX)))

    def paintSection(self, painter: QPainter, rect: QRect, logical: int) -> None:
        view, box = self.view, QRectF(rect)
        t, setup = view.theme, view.cells.document.setups[logical]
        column = view.cells.columns.get(setup.id)
        painter.save()
        painter.setClipRect(rect)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setFont(font(11, bold=True))
        painter.setPen(colour(t.hold if setup.id == view.cells.document.current else t.ink))
        self._line(painter, box, 2, setup.name)
        painter.setFont(font(9))
        painter.setPen(colour(t.quiet))
        if column is not None and column.plate is not None:
            self._line(painter, box, 19, column.plate_name)
            self._scale(painter, box, Ruler(column, box.left(), box.width()))
        painter.setPen(colour(t.rule))
        painter.drawLine(box.bottomLeft(), box.bottomRight())
        painter.restore()

    def _line(self, painter: QPainter, box: QRectF, top: float, said: str) -> None:
        wide = int(box.width()) - 12
        text = painter.fontMetrics().elidedText(said, Qt.TextElideMode.ElideRight, wide)
        at = QRectF(box.left() + 6, box.top() + grown(top), wide, grown(18))
        painter.drawText(at, Qt.AlignmentFlag.AlignHCenter | Qt.AlignmentFlag.AlignVCenter, text)

    def _scale(self, painter: QPainter, box: QRectF, ruler: Ruler) -> None:
        t, y, display = self.view.theme, box.bottom() - 3, self.view.cells.document.display
        painter.setPen(QPen(colour(t.quiet), 1))
        painter.drawLine(QPointF(ruler.left, y), QPointF(ruler.left + ruler.width, y))
        unit = unit_m(display)
        step = step_for(ruler.width * unit / max(ruler.high_m - ruler.low_m, 1e-6), grown(34))
        for count in multiples(ruler.low_m / unit, ruler.high_m / unit, step):
            at, said = ruler.px(count * step * unit), figure(count * step)
            painter.drawLine(QPointF(at, y), QPointF(at, y - 5))
            label = QRectF(at - 24, y - 6 - grown(13), 48, grown(13))
            if label.left() >= box.left() and label.right() <= box.right() + 12:
                painter.drawText(label, Qt.AlignmentFlag.AlignCenter, said)


class Names(QHeaderView):
    """Beside a row: the lens, its mass and what goes on with it."""

    def __init__(self, view: LensTable) -> None:
        super().__init__(Qt.Orientation.Vertical, view)
        self.view = view
        self.setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
        self.setDefaultSectionSize(round(grown(ROW_PX)))
        self.setSectionsClickable(True)

    def sizeHint(self) -> QSize:
        return QSize(round(grown(NAMES_PX)), super().sizeHint().height())

    def paintSection(self, painter: QPainter, rect: QRect, logical: int) -> None:
        view, box = self.view, QRectF(rect)
        t, lens = view.theme, view.cells.lens_at(logical)
        on_rig = view.on_rig(lens.id)
        painter.save()
        painter.setClipRect(rect)
        painter.setFont(font(11, bold=on_rig))
        painter.setPen(colour(t.ink))
        wide = int(box.width()) - 12
        metrics = painter.fontMetrics()
        name = metrics.elidedText(
            view.cells.headerData(logical, Qt.Orientation.Vertical), Qt.TextElideMode.ElideRight, wide
        )
        painter.drawText(QRectF(box.left() + 4, box.top() + 1, wide, grown(17)), Qt.AlignmentFlag.AlignVCenter, name)
        painter.setFont(font(9))
        painter.setPen(colour(t.quiet))
        said = painter.fontMetrics().elidedText(view.with_words(lens.id), Qt.TextElideMode.ElideRight, wide)
        below = QRectF(box.left() + 4, box.top() + grown(17), wide, grown(15))
        painter.drawText(below, Qt.AlignmentFlag.AlignVCenter, said)
        painter.restore()


class LensTable(QTableView):
    """Lenses down, setups across; ``chosen``: another cell; ``taken``: Enter or a double click on one."""

    chosen = Signal()
    taken = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.theme: Theme = PREP_ROOM
        self.cells = LensModel(self)
        self.setModel(self.cells)
        self.setItemDelegate(Cells(self))
        self.setHorizontalHeader(Head(self))
        self.setVerticalHeader(Names(self))
        self.setShowGrid(False)
        self.setFrameShape(QFrame.Shape.NoFrame)
        self.setProperty("cells", True)
        self.setTabKeyNavigation(False)
        self.setCornerButtonEnabled(False)
        self.setSelectionMode(QAbstractItemView.SelectionMode.NoSelection)
        self.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.setHorizontalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setAccessibleName(say("Marks of the lenses: a row for each lens, a column for each setup"))
        self.selectionModel().currentChanged.connect(lambda *_: self._moved())
        self.doubleClicked.connect(lambda *_: self.taken.emit())

    def _moved(self) -> None:
        self.viewport().update()
        self.chosen.emit()

    @property
    def current(self) -> Cell | None:
        """The chosen cell, where it has been found."""
        return self.cells.cell_at(self.currentIndex())

    def choose(self, lens_id: str, setup_id: str) -> None:
        """Choose a cell and bring it into sight."""
        index = self.cells.index_of(lens_id, setup_id)
        self.setCurrentIndex(index)
        self.scrollTo(index)

    def on_rig(self, lens_id: str) -> bool:
        """Whether a lens is on the open setup."""
        setup = self.cells.document.setup_named(None)
        return setup is not None and any(each.part == lens_id for each in setup.placements)

    def with_words(self, lens_id: str) -> str:
        """The mass of a lens and what goes on with it."""
        document = self.cells.document
        kept = document.lens_sets_by_lens.get(lens_id)
        pieces = [mass(document.parts_by_id[lens_id].mass_kg, document.display)]
        pieces += [] if kept is None else [document.parts_by_id[each].name for each in kept.parts]
        return " + ".join(pieces)

    def shared_m(self, cell: Cell) -> float | None:
        """The reading of the mark that a lens shares with others of its column; None where it has its own."""
        summary = self.cells.summaries.get(cell.setup)
        groups = () if summary is None else summary.right
        return next((each.reads_m for each in groups if cell.lens in each.lenses and len(each.lenses) > 1), None)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and self.current is not None:
            self.taken.emit()
        else:
            super().keyPressEvent(event)
