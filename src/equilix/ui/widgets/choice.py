"""A list to choose one from, whose text ends in an ellipsis where it has no room, and is told whole as a tooltip."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt
from PySide6.QtGui import QPaintEvent
from PySide6.QtWidgets import QComboBox, QSizePolicy, QStyle, QStyleOptionComboBox, QStylePainter, QWidget

from equilix.ui.widgets.tint import as_tip


class ChoiceBox(QComboBox):
    """No wider than its place: names of parts are as long as people make them."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.setMinimumContentsLength(8)
        self.currentTextChanged.connect(lambda text: self.setToolTip(as_tip(text)))

    def setAccessibleName(self, name: str) -> None:
        """Qt, on Linux, tells what is chosen as the name of a list: what the list is for is told as its description."""
        super().setAccessibleName(name)
        self.setAccessibleDescription(name)

    def offer(self, rows: Sequence[tuple[str, str]], usual: str) -> None:
        """Offer rows of titles and keys; what was chosen stays so where it is among them, else it is the usual one."""
        if [(self.itemText(row), self.itemData(row)) for row in range(self.count())] == list(rows):
            return
        chosen, keys = self.currentData(), [key for _, key in rows]
        self.clear()
        for title, key in rows:
            self.addItem(title, key)
        self.setCurrentIndex(keys.index(chosen if chosen in keys else usual))

    def show_choice(self, value: object, otherwise: str) -> None:
        """Show a value: the one of the list, or, where it is none of them, what it is called ``otherwise``."""
        self.setPlaceholderText(otherwise)
        rows = range(self.count())  # Qt itself knows a tuple again only where it is the same object
        self.setCurrentIndex(next((row for row in rows if self.itemData(row) == value), -1))

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        option = QStyleOptionComboBox()
        self.initStyleOption(option)
        room = self.style().subControlRect(
            QStyle.ComplexControl.CC_ComboBox, option, QStyle.SubControl.SC_ComboBoxEditField, self
        )
        option.currentText = option.fontMetrics.elidedText(
            option.currentText or self.placeholderText(), Qt.TextElideMode.ElideRight, room.width() - 4
        )
        painter = QStylePainter(self)
        painter.drawComplexControl(QStyle.ComplexControl.CC_ComboBox, option)
        painter.drawControl(QStyle.ControlElement.CE_ComboBoxLabel, option)
        painter.end()
