"""The charts of the Fit workspace: a curve over what changes, steadiness against endurance, where the weight goes."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from PySide6.QtCore import QRectF
from PySide6.QtWidgets import QWidget

from equilix.fit.curves import Curve
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.layers import curves
from equilix.ui.stage.layers.curves import Point, end_said, part_said
from equilix.ui.stage.layers.strength import ROW_PX, TALL_PX, Asked, strength
from equilix.ui.stage.primitives import Primitive
from equilix.ui.theme import Theme
from equilix.ui.widgets.tint import set_tip
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import duration, fixed
from equilix.words.telling import tell

LEAST_N = 0.05
"""A smaller part of the weight has no part in the bar."""


class CurveChart(Chart):
    """One curve: minutes over what changes, with a line where it is now."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.curve: Curve | None = None
        self.display: Display = "metric"
        self.setFixedHeight(126)

    def show_curve(self, curve: Curve, theme: Theme, display: Display) -> None:
        """Show a curve."""
        self.curve, self.theme, self.display = curve, theme, display
        low, high = (end_said(curve.unit, float(x), display) for x in (curve.x.min(), curve.x.max()))
        worst, best = duration(float(curve.y_s.min())), duration(float(curve.y_s.max()))
        self.setAccessibleName(
            say("{curve}, {low} to {high}: lasts from {worst} to {best}").format(
                curve=tell(curve.title), low=low, high=high, worst=worst, best=best
            )
        )
        self.update()

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        return () if self.curve is None else curves.over(self.curve, self.display, bounds)


class SteadinessChart(Chart):
    """Steadiness against endurance: the rig as it is, and the plans that work."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.points: Sequence[Point] = ()
        self.setFixedHeight(138)

    def show_points(self, points: Sequence[Point], theme: Theme) -> None:
        """Show the points; the first is the rig as it is."""
        self.points, self.theme = points, theme
        said = "; ".join(f"{name}, {fixed(steady, 2)}, {duration(lasts)}" for name, steady, lasts in points)
        self.setAccessibleName(say("Steadiness against endurance: {points}").format(points=said))
        self.update()

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        return curves.steadiness(self.points, bounds)


class StrengthBars(Chart):
    """What is asked of each part of the body: a bar each, what gives out first at the top."""

    def __init__(self, parent: QWidget | None = None, *, above: bool = False) -> None:
        super().__init__(parent)
        self.asked: Sequence[Asked] = ()
        self.above = above
        """The names stand over their bars."""

    def show_asked(self, asked: Sequence[Asked], said: str, theme: Theme) -> None:
        """Show these; ``said``: the same in words, with both curves."""
        self.asked, self.theme = asked, theme
        self.setFixedHeight(round((TALL_PX if self.above else ROW_PX) * len(asked)))
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
        self.setFixedHeight(40)

    def show_parts(self, parts: Sequence[tuple[str, float]], theme: Theme, display: Display) -> None:
        """Show shares in newtons, in the units of the display."""
        self.parts, self.theme, self.display = [part for part in parts if abs(part[1]) > LEAST_N], theme, display
        said = ", ".join(part_said(name, n, display) for name, n in self.parts)
        self.setAccessibleName(say("Where the weight goes: {parts}").format(parts=said))
        self.update()

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        return curves.flow(self.parts, self.display, bounds)
