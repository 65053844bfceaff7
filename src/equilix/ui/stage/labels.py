"""Where the texts of a drawing stand: none on another, none on a symbol, none over the edge.

Each text goes to the free place nearest to the one it wants; what comes first in the drawing is placed first. A text
for which there is no place at all is left out rather than made unreadable.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Iterator
from functools import cache, lru_cache
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QFontMetricsF

from equilix.ui.stage.primitives import Arrow, Centre, Dot, Line, Primitive, Shape, Tag, Text
from equilix.ui.theme import font

POINTS: Final = 11
PAD_PX: Final = 3.0
"""Wash of paper at either end of a text."""
CENTRE_PX: Final = 10.0
HEAD_PX: Final = 6.0
"""Half of what a mark takes: a centre of gravity, the head of an arrow."""
SIDEWAYS: Final = 4
"""A text rather goes up or down than sideways, where it would be taken for a neighbour's."""
STEP_PX, FARTHEST_PX = 8.0, 160.0
"""How finely places are tried, and how far off at most."""


class Placed(Struct, frozen=True):
    """A text in its place: the box of its wash, and the left end of its baseline."""

    text: Text
    box: QRectF
    baseline: QPointF


def place(primitives: Iterable[Primitive], bounds: QRectF, grow: float = 1.0) -> list[Placed]:
    """The texts among these primitives, ``grow`` times as large as usual, in places inside ``bounds``."""
    all_of_them = list(primitives)
    texts = [each for each in all_of_them if isinstance(each, Text)]
    if not texts:
        return []
    taken = [box for each in all_of_them for box in _marks(each)]
    found: dict[int, Placed] = {}
    for number, text in sorted(enumerate(texts), key=lambda each: not each[1].fixed):
        placed = _first_free(text, *_size(text.text, text.bold, grow), taken, bounds)
        if placed is not None:
            taken.append(placed.box)
            found[number] = placed
    return [found[number] for number in sorted(found)]


def _marks(primitive: Primitive) -> Iterator[QRectF]:
    """What of a primitive no text may cover."""
    if isinstance(primitive, Centre):
        yield _about(primitive.at, CENTRE_PX)
    elif isinstance(primitive, Arrow):
        yield _about(primitive.end, HEAD_PX)
    elif isinstance(primitive, Dot) and primitive.keeps_off:
        yield _about(primitive.at, primitive.radius)
    elif isinstance(primitive, Line) and primitive.keeps_off:
        for start, end in itertools.pairwise(primitive.points):
            yield QRectF(start, end).normalized().adjusted(-1, -1, 1, 1)
    elif isinstance(primitive, Shape) and primitive.keeps_off:
        yield primitive.path.boundingRect()
    elif isinstance(primitive, Tag):
        yield QRectF(primitive.at.x(), primitive.at.y() - 40, 1, 26)


def _about(at: QPointF, half: float) -> QRectF:
    return QRectF(at.x() - half, at.y() - half, 2 * half, 2 * half)


@lru_cache(4000)
def _size(text: str, bold: bool, grow: float) -> tuple[QPointF, float]:
    """Width and height of a text with its wash, and how far its baseline is below its top."""
    metrics = QFontMetricsF(font(POINTS * grow, bold=bold, as_is=True))
    return QPointF(metrics.horizontalAdvance(text) + 2 * PAD_PX, metrics.height()), metrics.ascent()


def _first_free(text: Text, size: QPointF, ascent: float, taken: list[QRectF], bounds: QRectF) -> Placed | None:
    share = {"left": 0.0, "middle": 0.5, "right": 1.0}[text.anchor]
    wide = size.x() - 2 * PAD_PX

    def box_at(off: QPointF) -> QRectF:
        left = text.at.x() - share * wide - PAD_PX + off.x()
        return QRectF(left, text.at.y() - ascent + off.y(), size.x(), size.y())

    if text.fixed:
        return _placed(text, box_at(QPointF(0, 0)), ascent)
    inside = _inside(box_at(QPointF(0, 0)), bounds)
    if inside is None:
        return None
    for off in _offsets(text.in_row, text.reach_px):
        box = inside.translated(off)
        if bounds.contains(box) and not any(box.intersects(each) for each in taken):
            return _placed(text, box, ascent)
    return None


def _placed(text: Text, box: QRectF, ascent: float) -> Placed:
    return Placed(text, box, QPointF(box.left() + PAD_PX, box.top() + ascent))


def _inside(box: QRectF, bounds: QRectF) -> QRectF | None:
    """The box moved inside the bounds; None where it is larger than they are."""
    if box.width() > bounds.width() or box.height() > bounds.height():
        return None
    x = min(max(box.left(), bounds.left()), bounds.right() - box.width())
    y = min(max(box.top(), bounds.top()), bounds.bottom() - box.height())
    return QRectF(QPointF(x, y), box.size())


@cache
def _offsets(in_row: bool, reach_px: float) -> tuple[QPointF, ...]:
    """Nearest first, no farther off than so."""
    x_dear, y_dear = (1, SIDEWAYS**2) if in_row else (SIDEWAYS, 1)
    steps = range(-int(FARTHEST_PX / STEP_PX), int(FARTHEST_PX / STEP_PX) + 1)
    near = sorted((x_dear * x * x + y_dear * y * y, y, x) for x in steps for y in steps)
    inside = (reach_px / STEP_PX) ** 2
    return tuple(QPointF(x * STEP_PX, y * STEP_PX) for _, y, x in near if x * x + y * y <= inside)
