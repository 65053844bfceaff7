"""A table of texts to be looked at and chosen from: rows and cells are reused, figures stand to the right."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QAbstractItemView, QHeaderView, QTableWidget, QTableWidgetItem

RIGHT: Final = Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
NOTHING: Final = "–"
"""Stands where a figure would."""


def text_table(name: str, heads: Sequence[str], stretched: int = 1) -> QTableWidget:
    """An empty one; one of its columns takes the width that is left."""
    made = QTableWidget(0, len(heads))
    made.setHorizontalHeaderLabels(list(heads))
    made.setAccessibleName(name)
    made.verticalHeader().hide()
    made.setShowGrid(False)
    made.setWordWrap(False)
    made.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
    made.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
    made.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
    made.setTabKeyNavigation(False)
    header = made.horizontalHeader()
    header.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
    header.setSectionResizeMode(stretched, QHeaderView.ResizeMode.Stretch)
    header.setHighlightSections(False)
    return made


def fill_texts(table: QTableWidget, rows: Sequence[Sequence[str]]) -> None:
    """Show these rows; what is chosen stays chosen."""
    table.setRowCount(len(rows))
    for row, texts in enumerate(rows):
        for column, text in enumerate(texts):
            item = table.item(row, column)
            if item is None:
                item = QTableWidgetItem()
                table.setItem(row, column, item)
            if item.text() != text:
                item.setText(text)
            figure = text == NOTHING or (text[:1].isdigit() and " " not in text)
            if figure:
                item.setTextAlignment(RIGHT)
