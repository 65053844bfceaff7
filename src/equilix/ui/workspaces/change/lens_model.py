"""The lens table as Qt's tables read it: a row for each lens, a column for each setup, cells as they are found."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QObject, QPersistentModelIndex, Qt

from equilix.change.cell_words import cell_words, mark_words
from equilix.change.lens_table import Cell, Column
from equilix.change.summary import Summary
from equilix.document import Document, empty
from equilix.kit.parts import Part
from equilix.words.language import say
from equilix.words.telling import begun, tell

Index = QModelIndex | QPersistentModelIndex
ROOT = QModelIndex()


class LensModel(QAbstractTableModel):
    """Shows what has been found; what has not is empty."""

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.document: Document = empty()
        self.columns: dict[str, Column] = {}
        self.cells: dict[tuple[str, str], Cell] = {}
        self.summaries: dict[str, Summary] = {}

    def begin(self, document: Document) -> None:
        """Show another document; what was found of setups that are as they were still stands."""
        old = self.document
        same = [(each.id, each.name) for each in old.lenses] == [(each.id, each.name) for each in document.lenses]
        same = same and [s.id for s in old.setups] == [s.id for s in document.setups]
        alike, before = _alike(old, document), old.setups_by_id
        kept = {
            each.id for each in document.setups if alike and before.get(each.id) == each and each.id in self.summaries
        }
        if not same:
            self.beginResetModel()
        self.document = document
        self.columns = {key: each for key, each in self.columns.items() if key in kept}
        self.cells = {key: each for key, each in self.cells.items() if key[1] in kept}
        self.summaries = {key: each for key, each in self.summaries.items() if key in kept}
        if not same:
            self.endResetModel()
        else:
            self._changed()

    def _changed(self) -> None:
        if self.rowCount() and self.columnCount():
            self.dataChanged.emit(self.index(0, 0), self.index(self.rowCount() - 1, self.columnCount() - 1))
            self.headerDataChanged.emit(Qt.Orientation.Horizontal, 0, self.columnCount() - 1)

    @property
    def wanted(self) -> tuple[str, ...]:
        """The setups that nothing is known of yet."""
        return tuple(setup.id for setup in self.document.setups if setup.id not in self.summaries)

    def take(self, found: Column | Cell | Summary) -> None:
        """What has been found next."""
        if isinstance(found, Column):
            self.columns[found.setup.id] = found
            at = self._column_of(found.setup.id)
            self.headerDataChanged.emit(Qt.Orientation.Horizontal, at, at)
        elif isinstance(found, Cell):
            self.cells[found.lens, found.setup] = found
            index = self.index_of(found.lens, found.setup)
            self.dataChanged.emit(index, index)
        else:
            self.summaries[found.setup] = found
            at = self._column_of(found.setup)
            if self.rowCount():
                self.dataChanged.emit(self.index(0, at), self.index(self.rowCount() - 1, at))

    def _column_of(self, setup_id: str) -> int:
        return next(k for k, setup in enumerate(self.document.setups) if setup.id == setup_id)

    def index_of(self, lens_id: str, setup_id: str) -> QModelIndex:
        """Where a cell stands."""
        rows = [row for row, lens in enumerate(self.document.lenses) if lens.id == lens_id]
        return self.index(rows[0], self._column_of(setup_id)) if rows else QModelIndex()

    def lens_at(self, row: int) -> Part:
        """The lens of a row."""
        return self.document.lenses[row]

    def cell_at(self, index: Index) -> Cell | None:
        """What has been found for a place."""
        if not index.isValid():
            return None
        return self.cells.get((self.lens_at(index.row()).id, self.document.setups[index.column()].id))

    def rowCount(self, parent: Index = ROOT) -> int:
        return 0 if parent.isValid() else len(self.document.lenses)

    def columnCount(self, parent: Index = ROOT) -> int:
        return 0 if parent.isValid() else len(self.document.setups)

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = 0) -> Any:
        if role != Qt.ItemDataRole.DisplayRole:
            return None
        if orientation == Qt.Orientation.Horizontal:
            return self.document.setups[section].name
        return begun(self.lens_at(section).name)

    def data(self, index: Index, role: int = 0) -> Any:
        if role in (Qt.ItemDataRole.AccessibleTextRole, Qt.ItemDataRole.ToolTipRole):
            return self.said(index)
        return None

    def said(self, index: Index) -> str:
        """A cell in words."""
        cell, display = self.cell_at(index), self.document.display
        lens, setup = self.lens_at(index.row()).name, self.document.setups[index.column()].name
        if cell is None:
            return say("{lens} on “{setup}”: not found yet").format(lens=begun(lens), setup=setup)
        pieces = [] if cell.mark is None else [tell(mark_words(cell), display)]
        pieces += [tell(each, display) for each in cell_words(self.document, cell)]
        return say("{lens} on “{setup}”: {said}").format(lens=begun(lens), setup=setup, said="; ".join(pieces))


def _alike(old: Document, new: Document) -> bool:
    """Whether all that a column reads besides its setup is as it was."""
    return (
        old.parts == new.parts and old.lens_sets == new.lens_sets and old.operators == new.operators
        and old.readings == new.readings and old.rules == new.rules
    )  # fmt: skip
