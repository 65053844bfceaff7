"""Conflicts of two copies, each with both sides to choose from, one by one."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QListWidget, QListWidgetItem, QPushButton, QWidget

from equilix.document import Document
from equilix.errors import EquilixError
from equilix.store.conflicts import value_words, where_words
from equilix.store.merging import Merged, Side, merged
from equilix.ui.widgets.panel import Panel
from equilix.ui.widgets.tint import plain_label
from equilix.words.language import say
from equilix.words.telling import tell

LIST_PX = (600, 230)


class MergePanel(Panel):
    """A line for each; Enter or a double click takes the other side."""

    def __init__(
        self, parent: QWidget, copies: tuple[Document, Document, Document], found: Merged,
        take: Callable[[Document], EquilixError | None],
    ) -> None:  # fmt: skip
        super().__init__(parent, say("Put them together so"))
        self.copies, self.found, self.accept = copies, found, take
        self.choices: dict[str, Side] = {}
        note = plain_label(say("Both have changed these. Each line says what is taken: Enter takes the other one."))
        note.setWordWrap(True)
        self.form.addRow(note)
        self.lines = QListWidget()
        self.lines.setAccessibleName(say("What both have changed"))
        self.lines.setMinimumSize(*LIST_PX)
        self.lines.setWordWrap(True)
        self.lines.itemActivated.connect(self._turn)
        self.form.addRow(self.lines)
        self.all_theirs = QPushButton(say("Take theirs everywhere"))
        self.all_theirs.clicked.connect(self._everywhere)
        self.form.addRow(self.all_theirs)
        self.finish()
        self._fill()

    def _fill(self) -> None:
        row = self.lines.currentRow()
        self.lines.clear()
        base, mine, theirs = self.copies
        for each in self.found.conflicts:
            display = mine.display
            where = tell(where_words(each, (mine, theirs, base)), display)
            own, other = (tell(value_words(each, value), display) for value in (each.mine, each.theirs))
            taken, left = (own, other) if each.taken == "mine" else (other, own)
            said = (
                say("{where}: mine, {taken}; theirs is {left}")
                if each.taken == "mine"
                else say("{where}: theirs, {taken}; mine is {left}")
            )
            item = QListWidgetItem(said.format(where=where, taken=taken, left=left))
            item.setData(Qt.ItemDataRole.UserRole, each.key)
            self.lines.addItem(item)
        self.lines.setCurrentRow(max(row, 0))

    def _turn(self, item: QListWidgetItem) -> None:
        key = str(item.data(Qt.ItemDataRole.UserRole))
        taken = next(each.taken for each in self.found.conflicts if each.key == key)
        self._choose({**self.choices, key: "theirs" if taken == "mine" else "mine"})

    def _everywhere(self) -> None:
        self._choose({each.key: "theirs" for each in self.found.conflicts})

    def _choose(self, choices: dict[str, Side]) -> None:
        try:
            self.found = merged(*self.copies, choices)
        except EquilixError as error:
            self.refuse(tell(error.said))
            return
        self.choices = choices
        self._fill()

    def take(self) -> None:
        """Take what has been chosen."""
        self.close_unless(self.accept(self.found.document), self.copies[1].display)
