"""Coloured text on labels, set only when it changes: a style sheet is dear to set."""

from __future__ import annotations

from PySide6.QtWidgets import QLabel


def tint(label: QLabel, value: str) -> None:
    """Write a label's text in a colour of the theme."""
    if label.property("tint") != value:
        label.setProperty("tint", value)
        label.setStyleSheet(f"color: {value};")
