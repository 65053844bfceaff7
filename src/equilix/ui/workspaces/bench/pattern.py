"""Points like the chosen one: a copy, a row or a grid of them, a ring."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from PySide6.QtWidgets import QSpinBox, QWidget

from equilix.errors import Refused
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.workspaces.bench.entry import Way, beside, button, form
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import tell

STEP_M: Final = 0.01
"""What is usual between the holes of a row."""


class Pattern(QWidget):
    """How many, how far apart; ``row`` takes the counts and the step, ``ring`` the count."""

    def __init__(self, row: Callable[[tuple[int, int], float], object], ring: Callable[[int], object]) -> None:
        super().__init__()
        self.across, self.down = (QSpinBox() for _ in range(2))
        for count, name in ((self.across, say("How many ahead")), (self.down, say("How many sideways"))):
            count.setRange(1, 100)
            count.setButtonSymbols(QSpinBox.ButtonSymbols.NoButtons)
            count.setAccessibleName(name)
        self.across.setValue(2)
        self.step = QuantityField(say("Distance between them"), "length")
        self.lay = button(say("Lay a row"), self._lay)
        self.circle = button(say("In a ring"), lambda: ring(self.across.value()))
        self._row = row
        fields = form()
        self.setLayout(fields)
        fields.addRow(say("How many"), _held(self.across, self.down))
        fields.addRow(say("Apart"), self.step)
        fields.addRow(_held(self.lay, self.circle))

    def fill(self, display: Display) -> None:
        """Show the usual step, unless one is being typed."""
        self.step.show_value(STEP_M, display)

    def _lay(self) -> None:
        try:
            step = self.step.value()
        except Refused as error:
            self.step.complain(tell(error.said, self.step.display))
            return
        self.step.complain("")
        self._row((self.across.value(), self.down.value()), step)


def across(direction: Way) -> tuple[Way, Way]:
    """The two ways across a direction in which a row and its columns go."""
    if direction[0]:
        return (0.0, 1.0, 0.0), (0.0, 0.0, 1.0)
    return ((1.0, 0.0, 0.0), (0.0, 0.0, 1.0)) if direction[1] else ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0))


def _held(*widgets: QWidget) -> QWidget:
    made = QWidget()
    row = beside(*widgets)
    row.setContentsMargins(0, 0, 0, 0)
    made.setLayout(row)
    return made
