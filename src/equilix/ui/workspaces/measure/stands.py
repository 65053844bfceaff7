"""What a rig stands on or hangs by on the bench, as primitives over the drawing of the rig. Pixels of the paper."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from typing import Final

from PySide6.QtCore import QPointF, QRectF

from equilix.bench.methods import Key
from equilix.ui.stage.primitives import Arrow, Dot, Line, Primitive, Shape, Wash, polygon

WEDGE_PX: Final = 16.0
PLATE_PX: Final = 9.0
REACH_PX: Final = 26.0
At = Callable[[float, float], QPointF]
"""A point of the drawing of the rig, mm of its own paper (y down), on the paper of the picture."""


def stands(
    method: Key, box: QRectF, at: At, *, under: Callable[[float], float] | None, places_mm: Sequence[float],
    point_mm: QPointF,
) -> Iterator[Primitive]:  # fmt: skip
    """``box``: the rig as it is laid, px; ``under``: its underside at a place, mm; none: it lies on the end of its box.

    ``places_mm``: where it rests, along its paper; ``point_mm``: about which it hangs, drops or turns.
    """
    match method:
        case "scale":
            yield from _plate(box.center().x(), box.bottom(), box.width() * 0.35)
            yield _ground(box, box.bottom() + PLATE_PX)
        case "supports" | "tilted" | "edge":
            tops = [QPointF(at(x, 0.0).x(), box.bottom()) if under is None else at(x, under(x)) for x in places_mm]
            low = max(box.bottom(), *(top.y() + WEDGE_PX for top in tops)) if tops else box.bottom()
            for top in tops:
                yield _wedge(top)
                if low > top.y() + WEDGE_PX + 1:
                    yield Line((QPointF(top.x(), top.y() + WEDGE_PX), QPointF(top.x(), low)), "ink", 1.6)
                if method != "edge":
                    yield from _plate(top.x(), low, WEDGE_PX * 1.4)
            yield _ground(box, low if method == "edge" else low + PLATE_PX)
        case "hang":
            hook = at(point_mm.x(), point_mm.y())
            ceiling = box.top() - REACH_PX
            yield Line((QPointF(hook.x(), ceiling), hook), "ink", 1.6)
            yield _ceiling(hook.x(), ceiling)
            yield Line((hook, QPointF(hook.x(), box.bottom() + REACH_PX / 2)), "hold", 1.2, "dash")
            yield Dot(hook, 4.0, "paper", "ink")
        case "wires":
            for side in (-0.25, 0.25):
                x = box.center().x() + side * box.width()
                yield Line((QPointF(x, box.top() - REACH_PX), QPointF(x, box.center().y())), "ink", 1.2)
            yield _ceiling(box.center().x(), box.top() - REACH_PX, box.width() * 0.36)
            yield from _turn(QPointF(box.center().x(), box.bottom() + REACH_PX / 2), box.width() * 0.2, 20, 160, 0.3)
        case "drop":
            hook = at(point_mm.x(), point_mm.y())
            radius = max(box.width(), box.height()) * 0.42
            yield Dot(hook, 5.0, "paper", "ink", 2.0)
            yield from _turn(hook, radius, 8, 82)
        case "motor":
            hook = at(point_mm.x(), point_mm.y())
            yield Dot(hook, 5.0, "paper", "ink", 2.0)
            yield from _turn(hook, max(box.width(), box.height()) * 0.3, -20, 40)


def _wedge(top: QPointF) -> Shape:
    half = WEDGE_PX * 0.55
    path = polygon(top, top + QPointF(half, WEDGE_PX), top + QPointF(-half, WEDGE_PX))
    return Shape(path, "hold_wash", "hold", 1.6)


def _plate(x: float, y: float, half: float) -> Iterator[Primitive]:
    yield Wash(QRectF(x - half, y, 2 * half, PLATE_PX), "hold")
    yield Wash(QRectF(x - half + 1.5, y + 1.5, 2 * half - 3, PLATE_PX - 3), "hold_wash")


def _ground(box: QRectF, y: float) -> Line:
    return Line((QPointF(box.left() - REACH_PX, y), QPointF(box.right() + REACH_PX, y)), "quiet", 1.2)


def _ceiling(x: float, y: float, half: float = REACH_PX) -> Line:
    return Line((QPointF(x - half, y), QPointF(x + half, y)), "quiet", 2.0)


def _turn(middle: QPointF, radius: float, start_deg: float, end_deg: float, flat: float = 1.0) -> Iterator[Primitive]:
    """An arc with an arrow at its end; degrees run clockwise on the paper from the right."""

    def on(deg: float) -> QPointF:
        angle = math.radians(deg)
        return middle + QPointF(radius * math.cos(angle), flat * radius * math.sin(angle))

    steps = [start_deg + (end_deg - start_deg) * k / 16 for k in range(17)]
    yield Line(tuple(on(deg) for deg in steps[:-1]), "tip", 1.8, round=True)
    yield Arrow(on(steps[-3]), on(steps[-1]), "tip", 1.8)
