"""The balances of a way of carrying, worst first, each as a scale with its words beside it."""

from __future__ import annotations

from collections.abc import Sequence

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from equilix.carry.conditions import Condition
from equilix.ui.theme import Theme, font
from equilix.ui.widgets.columns import Columns
from equilix.ui.widgets.key_line import KeyLine
from equilix.ui.widgets.scale import Scale
from equilix.ui.widgets.tint import set_tip, show_text, text_label
from equilix.units import Display
from equilix.words.quantities import length
from equilix.words.telling import begun, tell


class ConditionRow(QWidget):
    """Name, scale and figure; the sentence under them where it is off, and where the mouse rests.

    A click or Enter asks where it comes from.
    """

    asked_about = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.key = ""
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        KeyLine(self)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 2, 0, 4)
        column.setSpacing(1)
        self.name, self.figure, self.sentence = text_label(), text_label(bold=True, wrap=False), text_label()
        self.scale = Scale()
        head = QHBoxLayout()
        head.addWidget(self.name, 1)
        head.addWidget(self.figure)
        column.addLayout(head)
        column.addWidget(self.scale)
        column.addWidget(self.sentence)

    def show_condition(self, condition: Condition, theme: Theme, display: Display) -> None:
        """Show another one."""
        name, sentence = begun(tell(condition.balance.key)), tell(condition.sentence, display)
        show_text(self.name, name, theme.ink)
        self.name.setFont(font(11, bold=not condition.ok))  # after its colour, which gives the type back that it found
        figure = f"{length(condition.value_m, display)} ± {length(condition.sd_m, display)}"
        show_text(self.figure, figure, theme.ink if condition.ok else theme.tip)
        show_text(self.sentence, "" if condition.ok else sentence, theme.quiet)
        set_tip(self, sentence)
        self.scale.show_condition(condition, theme)
        self.key = f"condition-{condition.balance.key}"
        self.setAccessibleName(f"{name}: {sentence}")

    def mousePressEvent(self, event: QMouseEvent) -> None:
        del event
        self.asked_about.emit(self.key)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.asked_about.emit(self.key)
        else:
            super().keyPressEvent(event)


class ConditionList(QWidget):
    """One row a condition; rows are filled anew, so that nothing blinks while a part is dragged."""

    asked_about = Signal(str)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.column = Columns(self, 2)
        self.rows: list[ConditionRow] = []

    def show_conditions(self, conditions: Sequence[Condition], theme: Theme, display: Display) -> None:
        """Show these: first what is off, by how many tolerances."""
        told = sorted(conditions, key=lambda each: (each.ok, -abs(each.value_m) / each.balance.tolerance_m))
        while len(self.rows) < len(told):
            self.rows.append(ConditionRow())
            self.rows[-1].asked_about.connect(self.asked_about)
            self.column.addWidget(self.rows[-1])
        for number, row in enumerate(self.rows):
            row.setVisible(number < len(told))
            if number < len(told):
                row.show_condition(told[number], theme, display)
