"""How long each battery runs against the working day, battery after battery, as primitives."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF

from equilix.ui.stage.primitives import Line, Primitive, Text, Wash, trough

ROW_PX: Final = 46.0
BAR_PX: Final = 12.0
TO: Final = 0.57
"""The day ends here in the width; right of it stand how many batteries it takes, and the time of one."""
COUNT_PX: Final = 40.0
MOST: Final = 40
"""So many batteries are drawn at most: more would be a stripe."""


class Lasting(Struct, frozen=True):
    """A battery, how long it runs, as words too, and how many of it a day takes in words."""

    name: str
    run_s: float
    said: str
    pieces: str
    key: str = ""
    """Of where it comes from."""


def runs(lasting: Sequence[Lasting], day_s: float, bounds: QRectF) -> Iterator[Primitive]:
    """One battery after the other until the day is over: that on the rig full, those to be brought pale."""
    left, wide = bounds.left() + 1, TO * bounds.width()
    for number, each in enumerate(lasting):
        top = bounds.top() + (number + 1) * ROW_PX - 22
        room = QRectF(left, top, wide, BAR_PX)
        yield from trough(room)
        one = each.run_s / day_s * wide
        for piece in range(MOST if one > 0 else 0):
            start = left + piece * one
            if start >= room.right() - 0.5:
                break
            part = QRectF(start, top, min(one, room.right() - start), BAR_PX)
            yield Wash(part.adjusted(0, 0, -1 if part.width() > 3 else 0, 0), "hold" if piece == 0 else "hold_wash")
        yield Line((QPointF(room.right(), top - 3), QPointF(room.right(), top + BAR_PX + 3)), "quiet", 1.2)
        base = top + BAR_PX - 1
        yield Text(QPointF(bounds.left(), top - 6), each.name, "ink", False, fixed=True, bare=True)
        yield Text(QPointF(left + wide + COUNT_PX, base), each.pieces, "quiet", False, "right", fixed=True, bare=True)
        yield Text(QPointF(bounds.right() - 2, base), each.said, "ink", True, "right", fixed=True, bare=True)
