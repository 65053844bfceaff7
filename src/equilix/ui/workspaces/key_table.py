"""All commands with their keys, which can be changed: the sheet of shortcuts."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from typing import Final

from msgspec.structs import replace
from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent, QKeySequence
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from equilix.store.settings import Settings
from equilix.ui.commands import GROUPS, Command
from equilix.ui.keys_of_commands import as_usual, taken_by, with_keys
from equilix.ui.session.chosen import Chosen
from equilix.ui.theme import Theme, grown
from equilix.ui.widgets.tint import on_button, show_text, text_label
from equilix.words.language import say

ALONE: Final = (Qt.Key.Key_Shift, Qt.Key.Key_Control, Qt.Key.Key_Alt, Qt.Key.Key_Meta, Qt.Key.Key_AltGr)
KEPT: Final = (Qt.Key.Key_Tab, Qt.Key.Key_Backtab, Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space)
"""What every key of the keyboard's own use is for: to move on, and to press."""


class KeyButton(QPushButton):
    """Shows the keys of a command; pressed, it takes the next ones. Esc leaves them, Delete takes them away."""

    typed = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.waiting = False
        self.shown = ""
        self.clicked.connect(self._wait)

    def show_keys(self, text: str) -> None:
        """Show what the keys are now."""
        self.shown = text
        if not self.waiting:
            self.setText(on_button(text or "–"))

    def _wait(self) -> None:
        self.waiting = True
        self.setText(say("press them …"))

    def _done(self) -> None:
        self.waiting = False
        self.setText(on_button(self.shown or "–"))

    def event(self, event: object) -> bool:
        """While it waits no key is a command."""
        if self.waiting and isinstance(event, QKeyEvent) and event.type() == QKeyEvent.Type.ShortcutOverride:
            event.accept()
            return True
        return super().event(event)  # type: ignore[arg-type]

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key = Qt.Key(event.key())
        if not self.waiting or key in ALONE:
            super().keyPressEvent(event)
            return
        if key == Qt.Key.Key_Escape:
            self._done()
        elif key in (Qt.Key.Key_Delete, Qt.Key.Key_Backspace) and not event.modifiers():
            self._done()
            self.typed.emit("")
        elif key not in KEPT:
            self._done()
            self.typed.emit(QKeySequence(event.keyCombination()).toString())

    def focusOutEvent(self, event: object) -> None:
        if self.waiting:
            self._done()
        super().focusOutEvent(event)  # type: ignore[arg-type]


class KeyTable(QWidget):
    """A row for each command, under the title of its group; a line over them finds one by its words or its keys."""

    def __init__(self, chosen: Chosen, table: Sequence[Command]) -> None:
        super().__init__()
        self.chosen, self.table = chosen, table
        self.line = QLineEdit()
        self.line.setPlaceholderText(say("Find a command, or its keys"))
        self.line.setAccessibleName(say("Find a command, or its keys"))
        self.line.setClearButtonEnabled(True)
        self.line.textChanged.connect(lambda _text: self.refresh())
        self.all = QPushButton(say("All as usual"))
        self.all.clicked.connect(self._all_as_usual)
        self.said = text_label()
        self.said.hide()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        over = QHBoxLayout()
        over.addWidget(self.line, 1)
        over.addWidget(self.all)
        column.addLayout(over)
        column.addWidget(self.said)
        self.grid = QGridLayout()
        self.grid.setHorizontalSpacing(10)
        self.grid.setVerticalSpacing(2)
        self.grid.setColumnStretch(0, 3)
        self.grid.setColumnStretch(3, 2)
        column.addLayout(self.grid)
        self.theme: Theme | None = None
        self.heads = {group: text_label(bold=True) for group in GROUPS}
        self.rows: dict[str, tuple[QWidget, KeyButton, QPushButton]] = {}
        row = 0
        for group, title in GROUPS.items():
            self.heads[group].setText(say(title))
            self.grid.addWidget(self.heads[group], row, 0)
            row += 1
            for command in table:
                if command.group == group:
                    self._add(row, command)
                    row += 1

    def _add(self, row: int, command: Command) -> None:
        name, keys, usual = text_label(), KeyButton(), QPushButton(say("as usual"))
        name.setText(say(command.text))
        keys.setMinimumWidth(round(grown(130)))
        keys.typed.connect(partial(self.take, command))
        usual.setProperty("plain", True)
        usual.setAccessibleName(say("Usual keys of: {command}").format(command=say(command.text)))
        usual.clicked.connect(partial(self._as_usual, command))
        for column, widget in enumerate((name, keys, usual)):
            self.grid.addWidget(widget, row, column)
        self.rows[command.key] = name, keys, usual

    def _shown(self, command: Command) -> str:
        keys = command.keys_in(self.chosen.now)
        return ", ".join(QKeySequence(each).toString(QKeySequence.SequenceFormat.NativeText) for each in keys)

    def refresh(self) -> None:
        """Show the keys as they are now, of the commands that are meant."""
        wanted = self.line.text().strip().casefold()
        seen: set[str] = set()
        for command in self.table:
            name, keys, usual = self.rows[command.key]
            shown, text = self._shown(command), say(command.text)
            meant = wanted in f"{text} {shown}".casefold()
            if meant:
                seen.add(command.group)
            keys.show_keys(shown)
            keys.setAccessibleName(say("Keys of {command}: {keys}").format(command=text, keys=shown or say("none")))
            for widget in (name, keys):
                widget.setVisible(meant)
            usual.setVisible(meant and command.key in self.chosen.now.keys)
        for group, head in self.heads.items():
            head.setVisible(group in seen)
        self.all.setEnabled(bool(self.chosen.now.keys))

    def wear(self, theme: Theme) -> None:
        """Show in a theme."""
        self.theme = theme
        for head in self.heads.values():
            show_text(head, head.text(), theme.ink)

    def _say(self, text: str) -> None:
        assert self.theme is not None  # a page wears a theme before anyone presses anything
        show_text(self.said, text, self.theme.tip)

    def take(self, command: Command, keys: str) -> None:
        """Give a command other keys; who had them has them no more, and that is said."""
        other = taken_by(keys, self.table, self.chosen.now, command.key) if keys else None
        self._become(lambda now: with_keys(command, keys, self.table, now))
        self._say(
            ""
            if other is None
            else say("◆ {keys} was “{other}”, which has no such keys now.").format(
                keys=QKeySequence(keys).toString(QKeySequence.SequenceFormat.NativeText), other=say(other.text)
            )
        )

    def _as_usual(self, command: Command, _checked: bool = False) -> None:
        self._become(lambda now: as_usual(command, self.table, now))
        self._say("")

    def _all_as_usual(self) -> None:
        self._become(lambda now: replace(now, keys={}))
        self._say("")

    def _become(self, change: Callable[[Settings], Settings]) -> None:
        self.chosen.become(change(self.chosen.now))
        self.refresh()
