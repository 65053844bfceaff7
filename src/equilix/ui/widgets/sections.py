"""Texts of several sections, in two columns where there is room for them."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QLabel, QWidget

from equilix.ui.theme import Theme
from equilix.ui.widgets.columns import Columns
from equilix.ui.widgets.key_line import KeyLine
from equilix.ui.widgets.tint import rich_label, show_text
from equilix.words.language import say


class Sections(QWidget):
    """One label a section; a label whose text stays the same is not touched."""

    linked = Signal(str)
    """A name that leads somewhere was chosen."""

    def __init__(self, parent: QWidget | None = None, *, selectable: bool = False) -> None:
        super().__init__(parent)
        links = Qt.TextInteractionFlag.LinksAccessibleByMouse | Qt.TextInteractionFlag.LinksAccessibleByKeyboard
        self._flags = (
            Qt.TextInteractionFlag.TextSelectableByMouse | links
            if selectable
            else Qt.TextInteractionFlag.NoTextInteraction
        )
        self.list = Columns(self, 0)
        self.labels: list[QLabel] = []

    def show_sections(self, sections: Sequence[str], theme: Theme) -> None:
        """Show these, as rich text; empty ones are left out."""
        told = [each for each in sections if each]
        while len(self.labels) < len(told):
            label = rich_label()
            label.setAlignment(Qt.AlignmentFlag.AlignTop)
            label.setTextInteractionFlags(self._flags)
            label.setAccessibleName(say("Figures in words"))
            label.setContentsMargins(8, 0, 0, 0)
            KeyLine(label)
            label.linkActivated.connect(self.linked)
            self.list.addWidget(label)
            self.labels.append(label)
        for number, label in enumerate(self.labels):
            label.setVisible(number < len(told))
            show_text(label, told[number] if number < len(told) else "", theme.ink)

    def text(self) -> str:
        """All of them."""
        return "".join(label.text() for label in self.labels)
