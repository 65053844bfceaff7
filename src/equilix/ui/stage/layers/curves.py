"""Where the weight goes, as primitives."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from PySide6.QtCore import QPointF, QRectF

from equilix.ui.stage.primitives import Primitive, Role, Text, Wash
from equilix.units import Display
from equilix.words.quantities import force

FLOW_PX: Final = 18.0
FILLS: Final[tuple[Role, ...]] = ("hold_wash", "sand", "tip_wash", "glass")
"""Of the parts of a flow, one after the other."""


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
