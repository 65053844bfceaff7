"""What the rig asks of each part of the body, as a share of its strength: a bar each, as primitives."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF

from equilix.body.endurance import EASY, HARD
from equilix.ui.stage.layers.person import joint_mark
from equilix.ui.stage.primitives import Line, Primitive, Role, Text, Wash, trough
from equilix.words.quantities import percent

ROW_PX, TALL_PX = 26.0, 46.0
"""Of a row, and of one whose name stands over its bar."""
BAR_PX: Final = 10.0
FROM, TO = 0.37, 0.55
"""Where the troughs stand in the width, one under the other."""
MARK_PX: Final = 10.0
"""Half of the mark, which stays inside its room."""
SHARE_PX: Final = 43.0
"""From there to the end of the shares; the times end at the edge."""


class Asked(Struct, frozen=True):
    """A part of the body, the share of its strength that is asked of it, and how long it gives that."""

    name: str
    share: float
    lasts: str
    key: str = ""
    """Of where it comes from."""


def strength(asked: Sequence[Asked], bounds: QRectF, *, above: bool = False) -> Iterator[Primitive]:
    """Name, trough with its bar and the end of what is easy, share and time; the mark is that of the drawing.

    ``above``: the names are long and stand over their bars.
    """
    start = 0.03 if above else FROM
    left, wide = bounds.left() + start * bounds.width(), (TO - start) * bounds.width()
    for number, each in enumerate(asked):
        middle = bounds.top() + ((number + 1) * TALL_PX - 14 if above else (number + 0.5) * ROW_PX)
        tone: Role = "hold" if each.share < EASY else "tip"
        room = QRectF(left, middle - BAR_PX / 2, wide, BAR_PX)
        used = QRectF(room.topLeft(), room.bottomRight())
        used.setWidth(wide * min(each.share, 1.0))
        yield from trough(room)
        yield Wash(used, "hold_wash" if each.share < EASY else "tip_wash" if each.share < HARD else "tip")
        easy = left + EASY * wide
        yield Line((QPointF(easy, room.top() - 3), QPointF(easy, room.bottom() + 3)), "quiet", 1.0)
        yield joint_mark(QPointF(min(used.right(), room.right() - MARK_PX), middle), each.share)
        base = middle + 5
        off = each.share >= EASY
        yield Text(QPointF(bounds.left(), base - 21 if above else base), each.name, "ink", off, fixed=True, bare=True)
        share = QPointF(left + wide + SHARE_PX, base)
        yield Text(share, percent(each.share), tone if off else "ink", off, "right", fixed=True, bare=True)
        yield Text(QPointF(bounds.right() - 2, base), each.lasts, "ink", off, "right", fixed=True, bare=True)
