"""What lines become, as a table: a part in a row, or why there is none; where they can be chosen, each with a tick."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final

from PySide6.QtCore import QAbstractTableModel, QModelIndex, QObject, QPersistentModelIndex, Qt, Signal
from PySide6.QtGui import QColor
from PySide6.QtWidgets import QAbstractItemView, QHeaderView, QTableView

from equilix.exchange.lines import Told
from equilix.exchange.setup_lines import Placed
from equilix.exchange.tables import Unread
from equilix.exchange.taking import Settled
from equilix.facts import fact
from equilix.kit.catalogue import kind_of
from equilix.kit.parts import Part
from equilix.ui.theme import PREP_ROOM, Theme
from equilix.ui.widgets.tint import as_tip
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import length, mass
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

HEADS: Final = (N_("Line"), N_("Part"), N_("Kind"), N_("Mass"), N_("Size"))
LINE, PART, KIND, MASS, SIZE = range(5)
MEASURED_ROWS: Final = 40
"""So many rows say how wide a column is; to ask all of them would take longer than to show them."""
RIGHT: Final = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
Index = QModelIndex | QPersistentModelIndex


class _Lines(QAbstractTableModel):
    """The lines; what a row says is worked out when it is looked at."""

    ticked = Signal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self.lines: Sequence[Settled] = ()
        self.display: Display = "metric"
        self.theme: Theme = PREP_ROOM
        self.chosen = False
        """Whether each can be chosen."""
        self.left: set[str] = set()
        """The ids of the parts that are not ticked."""
        self._cells: dict[int, tuple[str, ...]] = {}

    def show_lines(self, lines: Sequence[Settled], display: Display, theme: Theme, *, chosen: bool) -> None:
        """Show other lines."""
        self.beginResetModel()
        self.lines, self.display, self.theme, self.chosen, self._cells = lines, display, theme, chosen, {}
        self.endResetModel()

    def rowCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008
        return 0 if parent.isValid() else len(self.lines)

    def columnCount(self, parent: Index = QModelIndex()) -> int:  # noqa: B008
        return 0 if parent.isValid() else len(HEADS)

    def headerData(self, section: int, orientation: Qt.Orientation, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        wanted = role == Qt.ItemDataRole.DisplayRole and orientation is Qt.Orientation.Horizontal
        return say(HEADS[section]) if wanted else None

    def cells(self, row: int) -> tuple[str, ...]:
        """What stands in a row."""
        known = self._cells.get(row)
        if known is None:
            line = self.lines[row]
            match line:
                case Told(there=False):
                    said = _told(line.part, line.known, self.display)
                case Told():
                    said = (tell(fact("lines.there", part=line.part.name)), "", "", "")
                case Placed():
                    said = (tell(line.said), "", "", "")
                case Unread():
                    said = (f"▲ {tell(line.said, self.display)}", "", "", "")
            known = self._cells[row] = (str(line.number), *said)
        return known

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        row, column = index.row(), index.column()
        line = self.lines[row]
        match role:
            case Qt.ItemDataRole.DisplayRole:
                return self.cells(row)[column]
            case Qt.ItemDataRole.ToolTipRole:
                return as_tip(self._tip(row, column))
            case Qt.ItemDataRole.ForegroundRole:
                return QColor(self._ink(line))
            case Qt.ItemDataRole.TextAlignmentRole if column in (LINE, MASS):
                return RIGHT
            case Qt.ItemDataRole.CheckStateRole if self.chosen and column == LINE and isinstance(line, Told):
                return Qt.CheckState.Unchecked if line.part.id in self.left else Qt.CheckState.Checked
        return None

    def _tip(self, row: int, column: int) -> str:
        line = self.lines[row]
        if not isinstance(line, Told):
            return line.text
        if column == KIND and not line.known:
            return say("◆ No word tells of what kind it is.")
        return self.cells(row)[column]

    def _ink(self, line: Settled) -> str:
        match line:
            case Unread():
                return self.theme.tip
            case Told(there=True) | Placed(change="same"):
                return self.theme.quiet
        return self.theme.ink

    def flags(self, index: Index) -> Qt.ItemFlag:
        found = super().flags(index)
        return found | Qt.ItemFlag.ItemIsUserCheckable if self.chosen and index.column() == LINE else found

    def setData(self, index: Index, value: Any, role: int = Qt.ItemDataRole.EditRole) -> bool:
        line = self.lines[index.row()]
        if role != Qt.ItemDataRole.CheckStateRole or not isinstance(line, Told):
            return False
        on = Qt.CheckState(value) is Qt.CheckState.Checked
        (self.left.discard if on else self.left.add)(line.part.id)
        self.dataChanged.emit(index, index, [role])
        self.ticked.emit()
        return True


class LineTable(QTableView):
    """Shows lines; Space or a click ticks one where they can be chosen."""

    def __init__(self) -> None:
        super().__init__()
        self.lines = _Lines(self)
        self.setModel(self.lines)
        self.setAccessibleName(say("What the lines become"))
        self.setMinimumHeight(60)
        self.verticalHeader().hide()
        self.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.setTabKeyNavigation(False)
        self.setWordWrap(False)
        self.setShowGrid(False)
        heads = self.horizontalHeader()
        heads.setHighlightSections(False)
        heads.setResizeContentsPrecision(MEASURED_ROWS)
        heads.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        heads.setSectionResizeMode(PART, QHeaderView.ResizeMode.Stretch)

    def show_lines(self, lines: Sequence[Settled], display: Display, theme: Theme, *, chosen: bool = False) -> None:
        """Show other lines; ``chosen``: each can be chosen."""
        self.clearSpans()
        self.lines.show_lines(lines, display, theme, chosen=chosen)
        for row, line in enumerate(lines):
            if not isinstance(line, Told) or line.there:
                self.setSpan(row, PART, 1, len(HEADS) - PART)


def _told(part: Part, known: bool, display: Display) -> tuple[str, str, str, str]:
    """Pieces and name, kind, mass, size."""
    kind = begun(tell(kind_of(part).label))
    body = part.body()
    told = [length(float(each), display).partition(" ") for each in body.high_m - body.low_m]
    sizes = f"{' × '.join(size for size, _, _ in told)} {told[0][2]}"
    return (
        part.name if part.quantity == 1 else f"{part.quantity} × {part.name}",
        kind if known else f"◆ {kind}",
        mass(part.mass_kg, display),
        sizes if part.sized else say("usual"),
    )
