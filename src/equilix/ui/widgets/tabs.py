"""A row of words of which one is on."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from equilix.ui.theme import font


class Tabs(QWidget):
    """Buttons of which one is on; says which was chosen."""

    chosen = Signal(str)

    def __init__(self, words: Sequence[str], parent: QWidget | None = None) -> None:
        super().__init__(parent)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 4)
        row.setSpacing(4)
        self.buttons: dict[str, QPushButton] = {}
        for word in words:
            button = QPushButton(word)
            button.setProperty("plain", True)
            button.setCursor(Qt.CursorShape.PointingHandCursor)
            button.clicked.connect(lambda _checked=False, word=word: self.chosen.emit(word))
            self.buttons[word] = button
            row.addWidget(button)
        row.addStretch(1)
        self.tab = ""
        self.show_tab(words[0])

    def show_tab(self, tab: str) -> None:
        """Turn one on."""
        self.tab = tab
        for word, button in self.buttons.items():
            on = word == tab
            button.setText(f"▍{word}" if on else word)
            button.setFont(font(11, bold=on))
            button.setAccessibleName(f"{word}, open" if on else word)
