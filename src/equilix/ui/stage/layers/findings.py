"""Where on the rig something was found that is to be minded: a mark with its number in the list, on its part."""

from __future__ import annotations

from collections.abc import Iterator
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
EDGE_PX: Final = 18.0
"""A mark stands no nearer to the edge of the sheet."""
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
        at, apart = sheet.place_px(assembly.part_cgs_m[row]), grown(APART_PX)
        while any(abs(at.x() - x.x()) < apart and abs(at.y() - x.y()) < apart for x in taken):
            at += QPointF(apart, 0)
        taken.append(at)
        edge = grown(EDGE_PX)
        x, y = min(max(at.x(), edge), sheet.width - edge), min(max(at.y(), edge), sheet.height - edge)
        yield number, check, QPointF(x, y)


def _shape(check: Check, at: QPointF) -> QPainterPath:
    corners = ((0, -14), (14, 10), (-14, 10)) if check.level == "stop" else ((0, -14), (14, 0), (0, 14), (-14, 0))
    return polygon(*(at + QPointF(grown(x), grown(y)) for x, y in corners))
