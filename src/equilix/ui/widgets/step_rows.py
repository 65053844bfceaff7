"""Steps to be done: a line each, and under it the rail or the dial on which one sees where it goes."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Final

from PySide6.QtCore import QRectF
from PySide6.QtGui import QFontMetricsF
from PySide6.QtWidgets import QLabel, QVBoxLayout, QWidget

from equilix.facts import Listed
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.layers.rails import STEP_PX, step_rail
from equilix.ui.stage.primitives import Primitive
from equilix.ui.theme import Theme, font, grown
from equilix.ui.widgets.tint import show_text, text_label
from equilix.units import Display
from equilix.words.steps import Rail, Told
from equilix.words.telling import tell

MARKS_SHARE: Final = 0.8
"""So much of the rail's width the marks take at most."""


class StepRail(Chart):
    """One rail; where it leads is told by the card or the row that it stands in."""

    ground = "card"

    def __init__(self) -> None:
        super().__init__()
        self.rail: Rail | None = None
        self.marks: tuple[str, ...] = ()
        self.setFixedHeight(round(grown(STEP_PX)))

    def show_rail(self, rail: Rail, theme: Theme, display: Display) -> None:
        """Show another one."""
        reads = rail.reads.pieces if isinstance(rail.reads, Listed) else (rail.reads,)
        self.rail, self.marks, self.theme = rail, tuple(tell(each, display) for each in reads), theme
        self.update()

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        return () if self.rail is None else step_rail(self.rail, shortened(self.marks, bounds.width()), bounds)


def shortened(marks: Sequence[str], wide_px: float) -> str:
    """Marks that stand beside each other; where there is no room for all of them the last ones, after an ellipsis."""
    metrics = QFontMetricsF(font(11, bold=True, as_is=True))
    left = 0
    while left + 1 < len(marks) and metrics.horizontalAdvance(_from(marks, left)) > MARKS_SHARE * wide_px:
        left += 1
    return _from(marks, left)


def _from(marks: Sequence[str], left: int) -> str:
    return ("… " if left else "") + ", ".join(marks[left:])


class StepRows(QWidget):
    """As many lines as there are steps; a line stays the same widget whatever it tells."""

    def __init__(self, *, bold: bool = False) -> None:
        super().__init__()
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(1)
        self.bold = bold
        self.lines = list[tuple[QLabel, StepRail]]()

    def show_steps(self, steps: Sequence[Told], theme: Theme, tone: str, display: Display) -> None:
        """Show these; a mark that no rail shows stands behind its step."""
        while len(self.lines) < len(steps):
            label, rail = text_label(bold=self.bold), StepRail()
            self.column.addWidget(label)
            self.column.addWidget(rail)
            self.lines.append((label, rail))
        for number, (label, rail) in enumerate(self.lines):
            step = steps[number] if number < len(steps) else None
            show_text(label, said(step, display) if step is not None else "", tone)
            rail.setVisible(step is not None and step.rail is not None)
            if step is not None and step.rail is not None:
                rail.show_rail(step.rail, theme, display)

    def text(self) -> str:
        """All that is told."""
        return "\n".join(label.text() for label, _ in self.lines if label.text())


def said(step: Told, display: Display) -> str:
    """A step in words, without the figure that its rail shows."""
    return f"{tell(step.text if step.rail is not None else step.said, display)}."
