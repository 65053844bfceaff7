"""A whole drawing: which layers lie under the rig and which over it, and how they come onto a painter.

The same scene goes onto a widget, a printed page or a moving picture: all that differs is the sheet.
"""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterable, Iterator, Sequence
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QBrush, QPainter, QPen

from equilix.ui.stage.labels import place
from equilix.ui.stage.layers import balance, bearers, findings, moves, person
from equilix.ui.stage.outlines import Drawn
from equilix.ui.stage.painting import cosmetic_pen, paint, paint_texts
from equilix.ui.stage.primitives import Line, Primitive, Text
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.ui.stage.sprites import SpriteBook
from equilix.ui.theme import Theme, colour, enlarged, grown
from equilix.words.language import say

Layer = Callable[[Scene, Sheet], Iterator[Primitive]]

UNDER: Final[tuple[Layer, ...]] = (person.body, balance.support, bearers.bearer)
OVER: Final[tuple[Layer, ...]] = (
    person.near_arm, balance.table, balance.plumb, balance.forces, balance.centres, person.joints, moves.cables,
    moves.axis, findings.findings,
)  # fmt: skip
EDGE_PX: Final = 2.0
"""Texts keep so far from the edge."""


class Rig(Struct, frozen=True):
    """The parts as they lie on the paper, those of the ghost, and the book of painted sprites."""

    drawn: Sequence[Drawn]
    ghost: Sequence[Drawn]
    sprites: SpriteBook
    seen: float = 1.0
    """How much of it is seen where something behind it counts."""


def primitives(scene: Scene, sheet: Sheet, more: Iterable[Primitive] = ()) -> tuple[list[Primitive], list[Primitive]]:
    """What lies under the rig and what over it; ``more`` lies over all of it."""
    under = [each for layer in UNDER for each in layer(scene, sheet)]
    over = [each for layer in OVER for each in layer(scene, sheet)]
    return [*_title(sheet), *under], [*over, *more]


def _title(sheet: Sheet) -> Iterator[Primitive]:
    yield Text(QPointF(14, grown(balance.TITLE_PX)), say(sheet.view.title), "quiet", bold=False, fixed=True, bare=True)


def focus(wide_px: float) -> Primitive:
    """The line under the title of the view that has the keys."""
    at = QPointF(14, grown(23.0))
    return Line((at, at + QPointF(wide_px, 0)), "hold", 2.5)


def draw(painter: QPainter, scene: Scene, sheet: Sheet, rig: Rig, theme: Theme, more: Iterable[Primitive] = ()) -> None:
    """Draw all of a scene: what lies under the rig, the ghost, the rig, what lies over it, and the texts."""
    under, over = primitives(scene, sheet, more)
    paint(painter, under, theme, sheet.bounds)
    _paint_ghost(painter, sheet, rig, theme)
    painter.save()
    painter.setOpacity(0.3 if scene.axis is not None else 0.55 if scene.ghost is not None else rig.seen)
    rig.sprites.paste(painter, list(rig.drawn), sheet.to_px(0, 0), sheet.scale, theme)
    _mark(painter, _carried(scene, rig.drawn), sheet, theme, {scene.selected, *scene.others})
    painter.restore()
    _mark(painter, moves.slid(scene, rig.drawn), sheet, theme, frozenset())
    paint(painter, over, theme, sheet.bounds)
    inside = sheet.bounds.adjusted(EDGE_PX, EDGE_PX, -EDGE_PX, -EDGE_PX)
    paint_texts(painter, place([*under, *over], inside, enlarged()), theme, enlarged())


def _carried(scene: Scene, drawn: Sequence[Drawn]) -> list[Drawn]:
    """The selected parts and what they carry."""
    setup = scene.analysis.setup
    chosen = [each for each in (scene.selected, *scene.others) if each is not None and each in setup.by_id]
    carried = {below for each in chosen for below in setup.subtree(each)}
    return [each for each in drawn if each.placement in carried]


def _to_paper(painter: QPainter, sheet: Sheet) -> None:
    painter.translate(sheet.to_px(0, 0))
    painter.scale(sheet.scale, sheet.scale)


def _mark(
    painter: QPainter, marked: Sequence[Drawn], sheet: Sheet, theme: Theme, selected: Collection[str | None]
) -> None:
    if not marked:
        return
    painter.save()
    _to_paper(painter, sheet)
    painter.setBrush(QBrush(colour(theme.hold, 26)))
    for each in marked:
        painter.setPen(cosmetic_pen(theme.hold, 2.4 if each.placement in selected else 1.2))
        painter.drawPath(each.outline.whole.translated(each.x_mm, each.y_mm))
    painter.restore()


def _paint_ghost(painter: QPainter, sheet: Sheet, rig: Rig, theme: Theme) -> None:
    """The rig as the plan that is looked at would make it, where it differs."""
    if not rig.ghost:
        return
    now = {each.placement: (round(each.x_mm, 2), round(each.y_mm, 2), each.outline) for each in rig.drawn}
    painter.save()
    _to_paper(painter, sheet)
    pen = QPen(colour(theme.hold), 1.6, Qt.PenStyle.DashLine)
    pen.setCosmetic(True)
    painter.setPen(pen)
    painter.setBrush(QBrush(colour(theme.hold_wash, 110)))
    for each in rig.ghost:
        if now.get(each.placement) != (round(each.x_mm, 2), round(each.y_mm, 2), each.outline):
            painter.translate(each.x_mm, each.y_mm)
            painter.drawPath(each.outline.whole.simplified())
            painter.translate(-each.x_mm, -each.y_mm)
    painter.restore()
