"""Where on the rig something was found that is to be minded: a mark with its number in the list, on its part."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from typing import Final

from PySide6.QtCore import QPointF
from PySide6.QtGui import QPainterPath

from equilix.checks.rules import Check
from equilix.ui.stage.primitives import Primitive, Role, Shape, Text, polygon
from equilix.ui.stage.projection import SIDE
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.ui.theme import grown

APART_PX: Final = 31.0
"""Two marks of one part, or of two that stand behind each other, stand so far from each other."""
EDGE_PX, TOP_PX = 18.0, 46.0
"""A mark stands no nearer to the edge of the sheet; at the top it stays under what the view is called."""
ACROSS: Final = (0, 1, 2, 3, -1, -2, -3)
DOWN: Final = (0, 1, -1, 2, -2)
"""In which order places beside each other are tried, in marks."""
DOWN_PX: Final = 5.0
"""From the middle of a mark down to the line on which its number stands."""


def findings(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """▲ for what must be changed first, ◆ for what is to be minded; that which is chosen is filled."""
    for number, check, at in marks(scene, sheet):
        chosen = check.placement == scene.selected and scene.finding in ("", check.key)
        fill: Role = "tip_wash" if chosen else "card"
        yield Shape(_shape(check, at), fill=fill, edge="tip", width=1.8, keeps_off=True)
        yield Text(at + QPointF(0, grown(DOWN_PX)), str(number), "ink", anchor="middle", fixed=True, bare=True)


def marked(scene: Scene, sheet: Sheet, point: QPointF) -> Check | None:
    """The finding whose mark is at a point of the sheet."""
    for _, check, at in marks(scene, sheet):
        if _shape(check, at).boundingRect().contains(point):
            return check
    return None


def marks(scene: Scene, sheet: Sheet) -> Iterator[tuple[int, Check, QPointF]]:
    """In the side view: the number of each finding that has a place on the rig, itself, and where its mark stands.

    Those of the list that is open: of the check, of the power, or of the body.
    """
    if sheet.view is not SIDE:
        return
    found = scene.findings
    assembly, taken = scene.analysis.assembly, list[QPointF]()
    for number, check in enumerate(found, start=1):
        row = assembly.index.get(check.placement)
        if row is None or check.level == "fine":
            continue
        taken.append(_free(sheet.place_px(assembly.part_cgs_m[row]), taken, sheet))
        yield number, check, taken[-1]


def _free(wanted: QPointF, taken: Sequence[QPointF], sheet: Sheet) -> QPointF:
    """The nearest place on the sheet, in steps to the right, then to the left, then a row lower, where no mark is."""
    edge, apart = grown(EDGE_PX), grown(APART_PX)
    right, lowest = sheet.width - edge, sheet.height - edge
    x, y = min(max(wanted.x(), edge), right), min(max(wanted.y(), grown(TOP_PX)), lowest)
    for down, across in itertools.product(DOWN, ACROSS):
        at = QPointF(x + across * apart, y + down * apart)
        inside = edge <= at.x() <= right and grown(TOP_PX) <= at.y() <= lowest
        if inside and all(abs(at.x() - t.x()) >= apart or abs(at.y() - t.y()) >= apart for t in taken):
            return at
    return QPointF(x, y)


def _shape(check: Check, at: QPointF) -> QPainterPath:
    corners = ((0, -14), (14, 10), (-14, 10)) if check.level == "stop" else ((0, -14), (14, 0), (0, 14), (-14, 0))
    return polygon(*(at + QPointF(grown(x), grown(y)) for x, y in corners))
