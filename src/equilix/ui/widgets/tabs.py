"""A row of titles of which one is on."""

from __future__ import annotations

from collections.abc import Mapping
from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from equilix.ui.theme import font
from equilix.words.language import say


class Tabs(QWidget):
    """Buttons of which one is on, by key; says the key that was chosen."""

    chosen = Signal(str)

    def __init__(self, titles: Mapping[str, str], parent: QWidget | None = None, *, tight: bool = False) -> None:
        super().__init__(parent)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 4)
        row.setSpacing(0 if tight else 4)
        self.buttons: dict[str, QPushButton] = {}
        self.titles = titles
        for key, title in titles.items():
            button = QPushButton(title)
            button.setProperty("plain", True)
            button.setCursor(Qt.CursorShape.PointingHandCursor)
            button.clicked.connect(partial(self._clicked, key))
            self.buttons[key] = button
            row.addWidget(button)
        row.addStretch(1)
        self.tab = ""
        self.show_tab(next(iter(titles)))

    def _clicked(self, key: str, _checked: bool = False) -> None:
        self.chosen.emit(key)

    def show_tab(self, tab: str) -> None:
        """Turn one on, by its key. Raises KeyError where there is none of that key."""
        if tab not in self.titles:
            raise KeyError(tab)
        self.tab = tab
        for key, button in self.buttons.items():
            on, title = key == tab, self.titles[key]
            button.setText(f"▍{title}" if on else title)
            button.setFont(font(11, bold=on))
            button.setAccessibleName(say("{title}, open").format(title=title) if on else title)
