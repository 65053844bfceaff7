"""Find anything: every command, part, setup, lens, way of carrying, operator and page of the manual, by its name."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QFrame, QListWidget, QListWidgetItem, QVBoxLayout, QWidget
from PySide6.QtWidgets import QLineEdit as Line

from equilix.ui.theme import grown
from equilix.words.language import say

MOST_SHOWN: Final = 40
WIDE_PX, HIGH_PX = 560.0, 420.0
NUMBER: Final = Qt.ItemDataRole.UserRole


class Entry(Struct, frozen=True):
    """Something that can be found: its name, of what kind it is, its keys, and what happens when it is chosen."""

    name: str
    kind: str
    act: Callable[[], object]
    keys: str = ""

    @property
    def line(self) -> str:
        """As it stands in the list."""
        more = f"{self.kind}, {self.keys}" if self.keys else self.kind
        return f"{self.name}   ({more})"


def matching(entries: Sequence[Entry], typed: str) -> list[int]:
    """The numbers of those that are meant: every word typed stands in name or kind; what begins with it comes first."""
    words = typed.casefold().split()
    found: list[tuple[int, int]] = []
    for number, each in enumerate(entries):
        name, all_of_it = each.name.casefold(), f"{each.name} {each.kind}".casefold()
        if all(word in all_of_it for word in words):
            begins = bool(words) and name.startswith(words[0])
            inside = all(any(part.startswith(word) for part in all_of_it.split()) for word in words)
            found.append((0 if begins else 1 if inside else 2, number))
    return [number for _, number in sorted(found)]


class Finder(QFrame):
    """A line to type in, and under it what is meant. Arrows choose, Enter does it, Esc closes."""

    def __init__(self, parent: QWidget, entries: Sequence[Entry]) -> None:
        super().__init__(parent, Qt.WindowType.Popup)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setObjectName("finder")
        palette = self.palette()
        self.setStyleSheet(
            f"#finder {{ background: {palette.window().color().name()};"
            f" border: 1px solid {palette.mid().color().name()}; }}"
        )
        self.entries = entries
        self.shown = 0
        """How many stand in the list; what follows them is only said."""
        self.line = Line()
        self.line.setPlaceholderText(say("A command, a part, a setup, a lens … by any word of its name"))
        self.line.setAccessibleName(say("Find anything"))
        self.line.textChanged.connect(self._fill)
        self.line.returnPressed.connect(self.take)
        self.list = QListWidget()
        self.list.setAccessibleName(say("What is meant"))
        self.list.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.list.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.list.setTextElideMode(Qt.TextElideMode.ElideRight)
        self.list.itemClicked.connect(lambda _item: self.take())
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 12, 12, 12)
        column.addWidget(self.line)
        column.addWidget(self.list, 1)
        self.line.installEventFilter(self)
        self._fill("")

    def open_over(self, window: QWidget) -> None:
        """Show it at the top of a window, in its middle."""
        wide = round(min(grown(WIDE_PX), window.width() - 80))
        high = round(min(grown(HIGH_PX), window.height() - 120))
        self.resize(wide, high)
        self.move(window.mapToGlobal(QPoint((window.width() - wide) // 2, 60)))
        self.show()
        self.line.setFocus(Qt.FocusReason.PopupFocusReason)

    def _fill(self, typed: str) -> None:
        self.list.clear()
        numbers = matching(self.entries, typed)
        self.shown = min(len(numbers), MOST_SHOWN)
        for number in numbers[:MOST_SHOWN]:
            item = QListWidgetItem(self.entries[number].line)
            item.setData(NUMBER, number)
            self.list.addItem(item)
        if not numbers:
            item = QListWidgetItem(say("Nothing is called so. Try another word."))
            item.setFlags(Qt.ItemFlag.NoItemFlags)
            self.list.addItem(item)
        elif len(numbers) > MOST_SHOWN:
            item = QListWidgetItem(say("… and more: type another word."))
            item.setFlags(Qt.ItemFlag.NoItemFlags)
            self.list.addItem(item)
        self.list.setCurrentRow(0 if numbers else -1)

    def eventFilter(self, watched: object, event: object) -> bool:
        """Up and down go through the list while the line has the focus."""
        if isinstance(event, QKeyEvent) and event.type() == QKeyEvent.Type.KeyPress:
            steps = {
                Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1, Qt.Key.Key_PageUp: -8, Qt.Key.Key_PageDown: 8,
            }  # fmt: skip
            step = steps.get(Qt.Key(event.key()))
            if step is not None:
                self.list.setCurrentRow(min(max(self.list.currentRow() + step, 0), max(self.shown - 1, 0)))
                return True
        return super().eventFilter(watched, event)  # type: ignore[arg-type]

    def take(self) -> None:
        """Do what is chosen; nothing where nothing is."""
        item = self.list.currentItem()
        number = None if item is None else item.data(NUMBER)
        if number is None:
            return
        self.close()
        self.entries[number].act()
