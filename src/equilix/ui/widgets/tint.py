"""Labels with coloured text; the colour is set only when it changes: a style sheet is dear to set."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel

from equilix.ui.theme import font


def tint(label: QLabel, value: str) -> None:
    """Write a label's text in a colour of the theme."""
    if label.property("tint") != value:
        label.setProperty("tint", value)
        label.setStyleSheet(f"color: {value};")


def tinted(text: str, value: str, *, bold: bool = False, wrap: bool = True) -> QLabel:
    """A label of plain text in a colour of the theme."""
    made = QLabel(text)
    made.setFont(font(11, bold=bold))
    made.setTextFormat(Qt.TextFormat.PlainText)
    made.setWordWrap(wrap)
    tint(made, value)
    return made
