"""Endurance as something changes, steadiness against endurance, and where the weight goes: as primitives."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np
from PySide6.QtCore import QPointF, QRectF

from equilix.fit.curves import Curve
from equilix.ui.stage.primitives import Dot, Line, Primitive, Role, Text, Wash
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import angle, duration, force, length, mass
from equilix.words.telling import tell

MOST_S: Final = 3600.0
"""Longer than an hour is drawn at the upper edge: what matters is what tires sooner."""
LEAST_S: Final = 60.0
"""The scale of time ends no earlier than this."""
NEAR_PX: Final = 64.0
"""A name stands so near to its point, or it is left out."""
FLOW_PX: Final = 18.0
FILLS: Final[tuple[Role, ...]] = ("hold_wash", "sand", "tip_wash", "glass")
"""Of the parts of a flow, one after the other."""
Point = tuple[str, float, float]
"""A name, its steadiness over that of the rig as it is, and how long it lasts, s."""


def end_said(unit: str, x: float, display: Display) -> str:
    """What one end of a curve is: a mass, or a way or an angle with its sign."""
    if unit == "kg":
        return mass(x, display)
    said = angle(abs(x)) if unit == "°" else length(abs(x), display)
    return ("−" if x < 0 else "+") + said


def _title(text: str) -> Text:
    return Text(QPointF(0, 15), text, "quiet", False, fixed=True, bare=True)


def over(curve: Curve, display: Display, bounds: QRectF) -> Iterator[Primitive]:
    """One curve: time over what changes, dashed where it is now, with its best in words."""
    area = bounds.adjusted(2, 44, -4, -21)
    shown = np.minimum(curve.y_s, MOST_S)
    most = max(float(shown.max()), LEAST_S)
    low, high = float(curve.x.min()), float(curve.x.max())

    def at(x: float, y: float) -> QPointF:
        along = (x - low) / max(high - low, 1e-9)
        return QPointF(area.left() + along * area.width(), area.bottom() - y / most * area.height())

    yield _title(tell(curve.title))
    yield Line((area.bottomLeft(), area.bottomRight()), "rule", 1.0)
    now = at(min(max(curve.now, low), high), 0)
    yield Line((now, QPointF(now.x(), area.top())), "hold", 1.2, "dash")
    points = tuple(at(float(x), float(y)) for x, y in zip(curve.x, shown, strict=True))
    yield Line(points, "ink", 2.0, keeps_off=True)
    best = int(np.argmax(shown))
    lasts = duration(float(curve.y_s[best])) if shown[best] < MOST_S else say("an hour or more")
    yield Text(QPointF(points[best].x(), area.top() - 8), lasts, "ink", False, "middle", in_row=True, bare=True)
    foot = area.bottom() + 15
    ends = end_said(curve.unit, low, display), end_said(curve.unit, high, display)
    yield Text(QPointF(bounds.left(), foot), ends[0], "quiet", False, fixed=True, bare=True)
    yield Text(QPointF(bounds.right() - 4, foot), ends[1], "quiet", False, "right", fixed=True, bare=True)


def steadiness(points: Sequence[Point], bounds: QRectF) -> Iterator[Primitive]:
    """Each point with its name beside it; the first, the rig as it is, is hollow."""
    yield _title(say("Steadier ↑, longer →"))
    if not points:
        return
    area = bounds.adjusted(12, 26, -12, -12)
    lasts = [min(time_s, MOST_S) for _, _, time_s in points]
    low, high = (pick(s for _, s, _ in points) + off for pick, off in ((min, -0.03), (max, 0.03)))
    most = max(max(lasts) * 1.1, LEAST_S)
    yield Line((area.topLeft(), area.bottomLeft(), area.bottomRight()), "rule", 1.0)
    places = [
        QPointF(area.left() + time_s / most * area.width(), area.bottom() - (s - low) / (high - low) * area.height())
        for (_, s, _), time_s in zip(points, lasts, strict=True)
    ]
    for number, at in enumerate(places):
        role: Role = "tip" if number == 0 else "hold"
        yield Dot(at, 5.0, "card" if number == 0 else role, role, 2.0, keeps_off=True)
    # the rig as it is first, then from the lowest up: names that are pushed aside keep their order
    for number in sorted(range(len(points)), key=lambda k: (k > 0, -places[k].y())):
        name, at = points[number][0], places[number]
        left = at.x() < area.center().x()
        beside = QPointF(at.x() + (9 if left else -9), at.y() + 4)
        yield Text(beside, name, "tip" if number == 0 else "hold", False, "left" if left else "right", reach_px=NEAR_PX)


def part_said(name: str, size_n: float, display: Display) -> str:
    """A part of a flow with its force."""
    return f"{name} {force(size_n, display)}"


def flow(parts: Sequence[tuple[str, float]], display: Display, bounds: QRectF) -> Iterator[Primitive]:
    """A bar in parts, each with its words under it."""
    total = sum(abs(n) for _, n in parts)
    x = bounds.left()
    for number, (name, n) in enumerate(parts):
        wide = abs(n) / total * bounds.width()
        yield Wash(QRectF(x, bounds.top(), max(wide - 2, 1.0), FLOW_PX), FILLS[number % len(FILLS)])
        yield Text(
            QPointF(x, bounds.top() + FLOW_PX + 15), part_said(name, n, display), "ink", False, in_row=True, bare=True
        )
        x += wide
