"""One axis of the steps by hand: what slides, which way and how far. And the cables along their way over the rig."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

import numpy as np
from PySide6.QtCore import QPointF
from PySide6.QtGui import QPainterPath

from equilix.ui.stage.outlines import Drawn
from equilix.ui.stage.primitives import Arrow, Dot, Primitive, Role, Shape, Text
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.words.quantities import length

LEAST_ARROW_PX = 34.0
CORNER_PX = 14.0
"""A cable goes round a corner no more tightly than this."""


def axis(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """An arrow of the way with its millimetres, for each move that this view can show."""
    analysis = scene.analysis
    for move in scene.axis.moves if scene.axis is not None else ():
        if move.placement not in analysis.setup.by_id:
            continue
        way = QPointF(*sheet.view.flat_point(move.moved_m))
        size, whole = math.hypot(way.x(), way.y()), float(np.linalg.norm(move.moved_m)) * 1000
        if size < 0.5 * whole or size < 0.1:
            continue
        at = sheet.place_px(analysis.assembly.cgs_m[analysis.assembly.index[move.placement]])
        end = at + way / size * max(size * sheet.scale, LEAST_ARROW_PX)
        yield Arrow(at, end, "hold", 5.0)
        yield Text(end + QPointF(8, -8), length(whole / 1000, scene.display), "hold")


def slid(scene: Scene, drawn: Sequence[Drawn]) -> list[Drawn]:
    """The parts that go along with the moves of that axis."""
    setup = scene.analysis.setup
    moves = scene.axis.moves if scene.axis is not None else ()
    along = {each for move in moves if move.placement in setup.by_id for each in setup.subtree(move.placement)}
    return [each for each in drawn if each.placement in along]


def cables(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """Each cable from part to part by the mounting points, power drawn full, signals dashed.

    One that is too short for its way goes straight; one that is too short even for that is marked.
    """
    assembly = scene.analysis.assembly
    for cable in scene.analysis.setup.cables if "cables" in scene.overlays else ():
        if cable.start not in assembly.index or cable.end not in assembly.index:
            continue
        way = assembly.routes[cable.id]
        across = not way.takes(cable.length_m)
        line = [sheet.place_px(each) for each in (way.points[[0, -1]] if across else way.points)]
        power = cable.output is not None
        tone: Role = "tip" if cable.length_m < way.straight_m else "hold"
        yield Shape(_rounded(line), edge=tone, width=2.6 if power else 1.6, dash="" if power else "dash")
        for point in (line[0], line[-1]):
            yield Dot(point, 3.0, edge=tone)


def _rounded(line: list[QPointF]) -> QPainterPath:
    """A path through these points with its corners rounded."""
    path = QPainterPath(line[0])
    for before, corner, after in zip(line, line[1:], line[2:], strict=False):
        for towards, ends in ((before, False), (after, True)):
            way = towards - corner
            size = math.hypot(way.x(), way.y())
            cut = corner + way * (min(CORNER_PX, size / 2) / size if size > 0 else 0.0)
            if ends:
                path.quadTo(corner, cut)
            else:
                path.lineTo(cut)
    path.lineTo(line[-1])
    return path
