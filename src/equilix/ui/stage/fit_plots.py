"""The curves of the Fit workspace: endurance over what changes, steadiness against endurance."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

import numpy as np
from PySide6.QtCore import QPointF

from equilix.fit.curves import Curve
from equilix.ui.stage.plot import Plot
from equilix.ui.stage.primitives import Dot, Primitive, Role, Text
from equilix.ui.stage.ticks import unit_m, unit_word
from equilix.ui.theme import Theme
from equilix.units import KG_PER_LB, Display
from equilix.words.language import say
from equilix.words.quantities import angle, duration, fixed, length, mass
from equilix.words.telling import tell

MOST_MIN: Final = 60.0
"""Longer than an hour is drawn at the upper edge: what matters is what tires sooner."""
LEAST_MIN: Final = 1.0
"""The scale of time ends no earlier than this."""
NEAR_PX: Final = 64.0
"""A name stands so near to its point, or it is left out."""
Point = tuple[str, float, float]
"""A name, its steadiness over that of the rig as it is, and how long it lasts, s."""


def place_said(unit: str, x: float, display: Display) -> str:
    """A place along a curve: a mass, or a way or an angle with its sign."""
    if unit == "kg":
        return mass(x, display)
    said = angle(abs(x)) if unit == "°" else length(abs(x), display)
    return ("−" if x < 0 else "+") + said


def axis_of(unit: str, display: Display) -> tuple[float, str]:
    """What one of a curve's units is on the axis, and the word of the axis."""
    if unit == "kg":
        return (1.0 / KG_PER_LB, say("lb")) if display == "us" else (1.0, say("kg"))
    if unit == "°":
        return 180.0 / np.pi, "°"
    return 1.0 / unit_m(display), unit_word(display)


class CurvePlot(Plot):
    """One curve: minutes over what changes, with a line where it is now."""

    curve: Curve | None = None

    def show_curve(self, curve: Curve, theme: Theme, display: Display) -> None:
        """Show a curve."""
        self.curve = curve
        factor, unit = axis_of(curve.unit, display)
        self.begin(tell(curve.title), say("minutes over {unit}").format(unit=unit), theme)
        low, high = (place_said(curve.unit, float(x), display) for x in (curve.x.min(), curve.x.max()))
        worst, best = duration(float(curve.y_s.min())), duration(float(curve.y_s.max()))
        self.setAccessibleName(
            say("{curve}, {low} to {high}: lasts from {worst} to {best}").format(
                curve=tell(curve.title), low=low, high=high, worst=worst, best=best
            )
        )
        xs, ys = curve.x * factor, np.minimum(curve.y_s / 60.0, MOST_MIN)
        most = max(float(ys.max()), LEAST_MIN)
        self.scale((float(xs.min()), float(xs.max())), (0.0, most * 1.12))
        self.upright(min(max(curve.now, curve.x.min()), curve.x.max()) * factor, "hold")
        self.line(xs, ys, "ink")
        top = int(np.argmax(ys))
        lasts = duration(float(curve.y_s[top])) if ys[top] < MOST_MIN else say("an hour or more")
        self.over = (
            Dot(QPointF(float(xs[top]), float(ys[top])), 3.5, "ink", "ink"),
            Text(QPointF(float(xs[top]), float(ys[top])), lasts, "ink", bold=False, anchor="middle", in_row=True),
        )
        self.stops = xs.tolist()

        def read(x: float) -> tuple[float, str]:
            seconds = float(np.interp(x / factor, curve.x, curve.y_s))
            said = say("{place}: {lasts}").format(
                place=place_said(curve.unit, x / factor, display), lasts=duration(seconds)
            )
            return min(seconds / 60.0, MOST_MIN), said

        self.read = read


class SteadinessPlot(Plot):
    """Steadiness against endurance: the rig as it is, hollow, and the plans that work."""

    points: Sequence[Point] = ()

    def show_points(self, points: Sequence[Point], theme: Theme) -> None:
        """Show the points; the first is the rig as it is."""
        self.points = points
        self.begin(say("Steadier ↑, longer →"), say("steadiness over minutes"), theme)
        said = "; ".join(f"{name}, {fixed(steady, 2)}, {duration(lasts)}" for name, steady, lasts in points)
        self.setAccessibleName(say("Steadiness against endurance: {points}").format(points=said))
        minutes = [min(lasts / 60.0, MOST_MIN) for _, _, lasts in points]
        steady = [each for _, each, _ in points]
        if not points:
            return
        self.scale((0.0, max(*minutes, LEAST_MIN) * 1.12), (min(steady) - 0.03, max(steady) + 0.03))
        dots: list[Primitive] = []
        for number, (along, up) in enumerate(zip(minutes, steady, strict=True)):
            role: Role = "tip" if number == 0 else "hold"
            dots.append(Dot(QPointF(along, up), 5.0, "card" if number == 0 else role, role, 2.0, keeps_off=True))
        names: list[Primitive] = []
        # the rig as it is first, then from the lowest up: names that are pushed aside keep their order
        for number in sorted(range(len(points)), key=lambda k: (k > 0, steady[k])):
            left = minutes[number] < max(*minutes, LEAST_MIN) * 0.56
            at, tone = QPointF(minutes[number], steady[number]), "tip" if number == 0 else "hold"
            anchor = "left" if left else "right"
            names.append(
                Text(at, points[number][0], tone, bold=False, anchor=anchor, reach_px=NEAR_PX)  # type: ignore[arg-type]
            )
        self.over = (*dots, *names)
        order = sorted(range(len(points)), key=lambda k: minutes[k])
        self.stops = [minutes[k] for k in order]

        def read(x: float) -> tuple[float, str]:
            nearest = min(order, key=lambda k: abs(minutes[k] - x))
            name, up, lasts = points[nearest]
            return up, say("{name}: {steady} × as steady, {lasts}").format(
                name=name, steady=fixed(up, 2), lasts=duration(lasts)
            )

        self.read = read
