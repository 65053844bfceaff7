"""The chart of the Power workspace: how long the batteries run against the working day."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from PySide6.QtCore import QRectF
from PySide6.QtWidgets import QWidget

from equilix.ui.stage.layers.runs import ROW_PX, Lasting, runs
from equilix.ui.stage.primitives import Primitive
from equilix.ui.stage.row_chart import RowChart
from equilix.ui.theme import Theme


class RunBars(RowChart):
    """A bar for each battery of the rig."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.lasting: Sequence[Lasting] = ()
        self.day_s = 1.0

    def show_runs(self, lasting: Sequence[Lasting], day_s: float, theme: Theme) -> None:
        """Show these against a day of so many seconds."""
        self.lasting, self.day_s, self.theme = lasting, day_s, theme
        self.show_rows([each.key for each in lasting], ROW_PX)
        self.setAccessibleName("; ".join(f"{each.name}: {each.said}, {each.pieces}" for each in lasting))
        self.update()

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        return runs(self.lasting, self.day_s, bounds)
