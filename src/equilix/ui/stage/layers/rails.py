"""Rails to be looked at: where a step moves something, and what a plan costs among the others, as primitives."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF

from equilix.ui.stage.primitives import Dot, Line, Primitive, Role, Text, Wash
from equilix.words.steps import Rail

STEP_PX: Final = 20.0
"""Height of a step's rail."""
PRICE_PX: Final = 22.0
"""Height of a price's row."""
FIGURE_PX: Final = 62.0
"""Room for one figure at the right end of a step's rail."""
PRICE_FROM, PRICE_TO = 0.45, 0.67
"""Where the rails of prices stand in the width, on every card alike."""
DIAL_PX: Final = 8.5
"""Radius of the dial of a turn."""


class Priced(Struct, frozen=True):
    """A price on its rail: its name and figure, its burden, those of the other plans, that of the rig as it is."""

    label: str
    figure: str
    own: float
    others: Sequence[float]
    now: float | None


def step_rail(rail: Rail, figure: str, bounds: QRectF) -> Iterator[Primitive]:
    """The way with its ends, hollow where it stood, full where it stands then; the figure to set it to."""
    y = bounds.center().y()
    yield Text(QPointF(bounds.right() - 1, y + 4), figure, "hold", anchor="right", fixed=True, bare=True)
    room = max(FIGURE_PX * len(rail.then), 8.0 * len(figure))
    line = QRectF(bounds.left() + 6, bounds.top(), max(bounds.width() - room - 18, 30.0), bounds.height())
    if rail.turns:
        yield from _dial(rail, QPointF(line.left() + DIAL_PX, y))
        return
    whole = max(rail.high - rail.low, 1e-9)

    def x(value: float) -> float:
        return line.left() + min(max((value - rail.low) / whole, 0.0), 1.0) * line.width()

    yield Wash(QRectF(line.left(), y - 1, line.width(), 2), "rule")
    for end in (line.left(), line.right()):
        yield Line((QPointF(end, y - 4), QPointF(end, y + 4)), "quiet", 1.2)
    if rail.was is not None:
        first = x(rail.then[0])
        yield Line((QPointF(x(rail.was), y), QPointF(first, y)), "hold", 1.6)
        yield Dot(QPointF(x(rail.was), y), 4.0, "card", "tip", 1.6)
    for each in rail.then:
        yield Wash(QRectF(x(each) - 2, y - 7, 4, 14), "hold")


def _dial(rail: Rail, middle: QPointF) -> Iterator[Primitive]:
    """A turn as the hands of a dial: from the thin one to the thick one."""
    yield Dot(middle, DIAL_PX, "card", "rule", 1.2)
    hands: tuple[tuple[float, Role, float], ...] = ((rail.was or 0.0, "tip", 1.4), (rail.then[0], "hold", 3.0))
    for value, role, width in hands:
        tip = middle + QPointF(math.sin(value) * DIAL_PX, -math.cos(value) * DIAL_PX)
        yield Line((middle, tip), role, width)


def price_rails(prices: Sequence[Priced], bounds: QRectF) -> Iterator[Primitive]:
    """A row a price, the easier end on the left: this plan a full mark, the others ticks, the rig as it is hollow."""
    for number, each in enumerate(prices):
        y = bounds.top() + (number + 0.5) * PRICE_PX
        yield Text(QPointF(bounds.left() + 5, y + 4), each.label, "quiet", bold=False, fixed=True, bare=True)
        right = QPointF(bounds.right() - 1, y + 4)
        yield Text(right, each.figure, "ink", bold=False, anchor="right", fixed=True, bare=True)
        left, wide = bounds.left() + PRICE_FROM * bounds.width(), (PRICE_TO - PRICE_FROM) * bounds.width()
        left, wide = left + 5, wide - 10
        known = [each.own, *each.others, *(() if each.now is None else (each.now,))]
        low, high = min(known), max(known)

        def x(burden: float, low: float = low, high: float = high, left: float = left, wide: float = wide) -> float:
            return left + ((burden - low) / (high - low) if high > low else 0.5) * wide

        yield Wash(QRectF(left, y - 1, wide, 2), "rule")
        for other in each.others:
            yield Line((QPointF(x(other), y - 4), QPointF(x(other), y + 4)), "quiet", 1.4)
        if each.now is not None:
            yield Dot(QPointF(x(each.now), y), 4.0, "", "tip", 1.6)
        yield Wash(QRectF(x(each.own) - 2, y - 7, 4, 14), "hold")
