"""The kit as a table: sorted by any column, filtered, and changed in place."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from typing import Any, Final

from msgspec import Struct
from PySide6.QtCore import (
    QAbstractItemModel,
    QAbstractTableModel,
    QModelIndex,
    QObject,
    QPersistentModelIndex,
    QSortFilterProxyModel,
    Qt,
    QTimer,
    Signal,
)
from PySide6.QtGui import QAction, QKeyEvent
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHeaderView,
    QLineEdit,
    QMenu,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QTableView,
    QWidget,
)

from equilix.kit.catalogue import kind_of
from equilix.kit.measuring import size_of
from equilix.kit.parts import Part
from equilix.ui.theme import grown
from equilix.ui.workspaces.bench.belongings import STANDINGS
from equilix.units import Display, Quantity
from equilix.words.language import say
from equilix.words.quantities import general, length, mass
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

Index = QModelIndex | QPersistentModelIndex
SORTS: Final = Qt.ItemDataRole.UserRole
HOW: Final = {"weighed": N_("weighed"), "data sheet": N_("from a data sheet"), "estimated": N_("only estimated")}


class Line(Struct, frozen=True):
    """A part as the table has it."""

    part: Part
    on_rig: int
    display: Display


class Column(Struct, frozen=True):
    """``shows`` and ``sorts`` by; ``field`` of the part that is changed in place, read as ``quantity``."""

    key: str
    title: str
    shows: Callable[[Line], str]
    sorts: Callable[[Line], Any]
    field: str = ""
    quantity: Quantity | None = None
    number: bool = True
    usual: bool = True
    """Whether it is shown until somebody says otherwise."""


def _price(line: Line) -> str:
    return "" if line.part.price is None else general(line.part.price)


def _on_rig(line: Line) -> str:
    """How many of how many, where there are several."""
    if line.part.quantity == 1:
        return say("yes") if line.on_rig else ""
    return say("{used} of {there}").format(used=line.on_rig, there=line.part.quantity)


def _size(line: Line) -> str:
    return " × ".join(length(float(each), line.display) for each in size_of(line.part))


def _kind(line: Line) -> str:
    return tell(kind_of(line.part).label)


COLUMNS: Final[tuple[Column, ...]] = (
    Column("name", N_("Name"), lambda e: e.part.name, lambda e: e.part.name.casefold(), "name", number=False),
    Column("mass", N_("Mass"), lambda e: mass(e.part.mass_kg, e.display), lambda e: e.part.mass_kg, "mass_kg", "mass"),
    Column("on-rig", N_("On the rig"), _on_rig, lambda e: e.on_rig),
    Column("price", N_("Price"), _price, lambda e: e.part.price or 0.0, "price", "price"),
    Column("pieces", N_("Pieces"), lambda e: str(e.part.quantity), lambda e: e.part.quantity, "quantity", "number",
           usual=False),
    Column("kind", N_("Kind"), _kind, lambda e: _kind(e).casefold(), number=False, usual=False),
    Column("known", N_("Mass known by"), lambda e: say(HOW[e.part.mass_how]), lambda e: e.part.mass_how,
           number=False, usual=False),
    Column("size", N_("Length × width × height"), _size, lambda e: float(size_of(e.part).prod()), usual=False),
    Column("energy", N_("Energy"), lambda e: f"{general(e.part.energy_wh)} Wh" if e.part.energy_wh else "",
           lambda e: e.part.energy_wh, "energy_wh", "energy", usual=False),
    Column("owned", N_("Owned"), lambda e: say(STANDINGS[e.part.standing]), lambda e: e.part.owned,
           number=False, usual=False),
    Column("note", N_("Note"), lambda e: e.part.note, lambda e: e.part.note.casefold(), "note", number=False,
           usual=False),
)  # fmt: skip


class KitModel(QAbstractTableModel):
    """One row for each part."""

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.lines: Sequence[Line] = ()

    def show_lines(self, lines: Sequence[Line]) -> None:
        """Show these; where they are the same parts as before, what is chosen stays chosen."""
        if [line.part.id for line in lines] != [line.part.id for line in self.lines]:
            self.beginResetModel()
            self.lines = lines
            self.endResetModel()
        elif lines:
            self.lines = lines
            self.dataChanged.emit(self.index(0, 0), self.index(len(lines) - 1, len(COLUMNS) - 1))

    def rowCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008 - Qt's signature
        return 0 if parent.isValid() else len(self.lines)

    def columnCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008 - Qt's signature
        return 0 if parent.isValid() else len(COLUMNS)

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = 0) -> Any:
        if orientation == Qt.Orientation.Horizontal and role == Qt.ItemDataRole.DisplayRole:
            return say(COLUMNS[section].title)
        if role == Qt.ItemDataRole.TextAlignmentRole and not COLUMNS[section].number:
            return Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter
        return None

    def data(self, index: Index, role: int = 0) -> Any:
        line, column = self.lines[index.row()], COLUMNS[index.column()]
        match role:
            case Qt.ItemDataRole.DisplayRole | Qt.ItemDataRole.EditRole:
                return column.shows(line)
            case Qt.ItemDataRole.ToolTipRole:
                return column.shows(line)
            case Qt.ItemDataRole.TextAlignmentRole:
                side = Qt.AlignmentFlag.AlignRight if column.number else Qt.AlignmentFlag.AlignLeft
                return side | Qt.AlignmentFlag.AlignVCenter
            case Qt.ItemDataRole.AccessibleTextRole:
                return f"{say(column.title)}: {column.shows(line)}"
        return column.sorts(line) if role == SORTS else None

    def flags(self, index: Index) -> Qt.ItemFlag:
        usual = Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable
        return usual | Qt.ItemFlag.ItemIsEditable if COLUMNS[index.column()].field else usual


class _InPlace(QStyledItemDelegate):
    """A cell as a line to type into; what is refused stays in it, and is said."""

    def __init__(self, table: KitTable) -> None:
        super().__init__(table)
        self.table = table
        self.refused: tuple[QPersistentModelIndex, str] | None = None

    def createEditor(self, parent: QWidget, option: QStyleOptionViewItem, index: Index) -> QWidget:
        del option
        made = QLineEdit(parent)
        made.setFrame(False)
        made.setAccessibleName(say(COLUMNS[index.column()].title))
        return made

    def setEditorData(self, editor: QWidget, index: Index) -> None:
        assert isinstance(editor, QLineEdit)
        again = self.refused is not None and self.refused[0] == QPersistentModelIndex(index)
        editor.setText(self.refused[1] if again and self.refused is not None else str(index.data()))
        self.refused = None

    def setModelData(self, editor: QWidget, model: QAbstractItemModel, index: Index) -> None:
        del model
        assert isinstance(editor, QLineEdit)
        text, kept = editor.text(), QPersistentModelIndex(index)
        if text == str(index.data()):
            self.table.complained.emit("")
            return
        if not self.table.take(index, text):
            self.refused = (kept, text)
            QTimer.singleShot(0, self.table, lambda: self._again(kept))

    def _again(self, index: QPersistentModelIndex) -> None:
        if index.isValid() and self.table.isVisible():
            cell = self.table.sorted.index(index.row(), index.column())
            self.table.setCurrentIndex(cell)
            self.table.edit(cell)


class KitTable(QTableView):
    """A line for each part; ``chosen``: another one, ``mounted``: Enter on one, ``complained``: what is refused."""

    chosen = Signal(str)
    mounted = Signal(str)
    strapped = Signal(str)
    """Enter with Shift: onto the selected part, whatever fits."""
    complained = Signal(str)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.kit = KitModel(self)
        self.take_change: Callable[[str, Column, str], str] = lambda *_: ""
        """Takes what was typed into a cell; returns what is wrong with it, or nothing."""
        self.sorted = QSortFilterProxyModel(self)
        self.sorted.setSourceModel(self.kit)
        self.sorted.setSortRole(SORTS)
        self.setModel(self.sorted)
        self.setAccessibleName(say("The kit as a table"))
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.setEditTriggers(QAbstractItemView.EditTrigger.DoubleClicked | QAbstractItemView.EditTrigger.AnyKeyPressed)
        self.setItemDelegate(_InPlace(self))
        self.setShowGrid(False)
        self.setWordWrap(False)
        self.setTabKeyNavigation(False)
        self.verticalHeader().hide()
        self.verticalHeader().setDefaultSectionSize(26)
        head = self.horizontalHeader()
        head.setHighlightSections(False)
        head.setSectionsMovable(True)
        head.setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
        head.setMinimumSectionSize(round(grown(56)))
        head.setDefaultAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        self.setSortingEnabled(True)
        self.sortByColumn(-1, Qt.SortOrder.AscendingOrder)  # as it lies on the mat
        for number, column in enumerate(COLUMNS):
            self.setColumnHidden(number, not column.usual)
        self.selectionModel().currentRowChanged.connect(self._chosen)

    def show_lines(self, lines: Sequence[Line]) -> None:
        """Show these parts."""
        if list(lines) != self.kit.lines:
            self.kit.show_lines(lines)
            for number in range(1, len(COLUMNS)):  # the name has what is left
                if not self.isColumnHidden(number):
                    self.resizeColumnToContents(number)

    def choose(self, part_id: str | None) -> None:
        """Show a part as the chosen one, without saying so again."""
        if part_id == self.current:
            return
        rows = [row for row, line in enumerate(self.kit.lines) if line.part.id == part_id]
        blocked = self.blockSignals(True)
        if rows:
            index = self.sorted.mapFromSource(self.kit.index(rows[0], 0))
            self.setCurrentIndex(index)
            self.scrollTo(index)
        else:
            self.clearSelection()
            self.setCurrentIndex(QModelIndex())
        self.blockSignals(blocked)

    @property
    def current(self) -> str | None:
        """The part on the current line."""
        index = self.sorted.mapToSource(self.currentIndex())
        return self.kit.lines[index.row()].part.id if index.isValid() else None

    def take(self, index: Index, text: str) -> bool:
        """Give what was typed to whoever changes the document."""
        source = self.sorted.mapToSource(index)
        said = self.take_change(self.kit.lines[source.row()].part.id, COLUMNS[source.column()], text)
        self.complained.emit(said)
        return not said

    def menu(self) -> QMenu:
        """Which columns there are, and by which the table is sorted: by keyboard too."""
        made = QMenu(self)
        for number, column in enumerate(COLUMNS[1:], 1):
            shown = QAction(say(column.title), made, checkable=True, checked=not self.isColumnHidden(number))
            shown.toggled.connect(partial(self._show_column, number))
            made.addAction(shown)
        made.addSection(say("Sort by"))
        made.addAction(say("The order on the mat"), partial(self.sortByColumn, -1, Qt.SortOrder.AscendingOrder))
        for number, column in enumerate(COLUMNS):
            made.addAction(say(column.title), partial(self._sort, number))
        return made

    def _show_column(self, number: int, on: bool) -> None:
        self.setColumnHidden(number, not on)
        if on:
            self.resizeColumnToContents(number)

    def _sort(self, number: int) -> None:
        """By a column; by the same once more, the other way round."""
        head = self.horizontalHeader()
        again = head.sortIndicatorSection() == number and head.sortIndicatorOrder() == Qt.SortOrder.AscendingOrder
        self.sortByColumn(number, Qt.SortOrder.DescendingOrder if again else Qt.SortOrder.AscendingOrder)

    def _chosen(self, index: QModelIndex) -> None:
        if index.isValid() and not self.signalsBlocked():
            part_id = self.current
            if part_id is not None:
                self.chosen.emit(part_id)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        part_id = self.current
        enter = event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter)
        if enter and part_id is not None and self.state() != QAbstractItemView.State.EditingState:
            shift = bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier)
            (self.strapped if shift else self.mounted).emit(part_id)
        else:
            super().keyPressEvent(event)
