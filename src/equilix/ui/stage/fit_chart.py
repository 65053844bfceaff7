"""The bars of the Fit workspace: what is asked of each part of the body, and where the weight goes."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from PySide6.QtCore import QRectF
from PySide6.QtWidgets import QWidget

from equilix.ui.stage.chart import Chart
from equilix.ui.stage.layers import curves
from equilix.ui.stage.layers.curves import part_said
from equilix.ui.stage.layers.strength import ROW_PX, TALL_PX, Asked, strength
from equilix.ui.stage.primitives import Primitive
from equilix.ui.stage.row_chart import RowChart
from equilix.ui.theme import Theme, grown
from equilix.ui.widgets.tint import set_tip
from equilix.units import Display
from equilix.words.language import say

LEAST_N = 0.05
"""A smaller part of the weight has no part in the bar."""


class StrengthBars(RowChart):
    """What is asked of each part of the body: a bar each, what gives out first at the top."""

    def __init__(self, parent: QWidget | None = None, *, above: bool = False) -> None:
        super().__init__(parent)
        self.asked: Sequence[Asked] = ()
        self.above = above
        """The names stand over their bars."""

    def show_asked(self, asked: Sequence[Asked], said: str, theme: Theme) -> None:
        """Show these; ``said``: the same in words, with both curves."""
        self.asked, self.theme = asked, theme
        self.show_rows([each.key for each in asked], TALL_PX if self.above else ROW_PX)
        self.setAccessibleName(said)
        set_tip(self, said)
        self.update()

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        return strength(self.asked, bounds, above=self.above)


class FlowBar(Chart):
    """Where the weight of the rig goes: a bar in parts, each with its words."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.parts: Sequence[tuple[str, float]] = ()
        self.display: Display = "metric"
        self.setFixedHeight(round(grown(40)))

    def show_parts(self, parts: Sequence[tuple[str, float]], theme: Theme, display: Display) -> None:
        """Show shares in newtons, in the units of the display."""
        self.parts, self.theme, self.display = [part for part in parts if abs(part[1]) > LEAST_N], theme, display
        said = ", ".join(part_said(name, n, display) for name, n in self.parts)
        self.setAccessibleName(say("Where the weight goes: {parts}").format(parts=said))
        self.update()

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        return curves.flow(self.parts, self.display, bounds)
