"""Projected part drawings as painter paths, remembered: a slid part keeps its outline and only moves."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Iterable
from functools import cached_property

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainterPath, QPolygonF

from equilix.kit.parts import Part
from equilix.kit.pivots import Configuration
from equilix.mechanics.hull import hull
from equilix.rig.kinematics import Assembly
from equilix.ui.stage.projection import Projection
from equilix.ui.stage.silhouettes import strokes
from equilix.ui.stage.strokes import Stroke, Style

Array = NDArray[np.float64]
FACING = 0.2
"""A line on a face is drawn where the face looks this much towards the viewer (cosine)."""
MOST_REMEMBERED = 2000


class Outline(Struct, frozen=True, dict=True):
    """A part seen from one direction, mm from the projection of the part's origin."""

    pieces: tuple[tuple[QPainterPath, Style, bool], ...]
    """Path, style, and whether it is filled."""
    whole: QPainterPath
    """Everything that is filled, for finding what the mouse is on."""

    @cached_property
    def bounds(self) -> QRectF:
        """What all pieces cover, lines too, mm."""
        found = QRectF()
        for path, _, _ in self.pieces:
            found = found.united(path.boundingRect().adjusted(-0.01, -0.01, 0.01, 0.01))
        return found


class Drawn(Struct, frozen=True):
    """An outline in its place: the placement, where its origin is on the paper in mm, and how near it is."""

    placement: str
    outline: Outline
    x_mm: float
    y_mm: float
    depth_m: float


def extent(drawn: Iterable[Drawn]) -> QRectF:
    """What a drawing covers, mm of the paper."""
    whole = QRectF()
    for each in drawn:
        whole = whole.united(each.outline.whole.boundingRect().translated(each.x_mm, each.y_mm))
    return whole


class OutlineBook:
    """Remembers outlines by part, orientation, how it is set, and direction of view."""

    def __init__(self) -> None:
        self._known: OrderedDict[tuple[object, ...], tuple[Part, Outline]] = OrderedDict()
        self._last: tuple[Assembly, list[bytes]] | None = None
        self._drawings: OrderedDict[tuple[int, Configuration], tuple[Part, list[Stroke]]] = OrderedDict()

    def outline(
        self, part: Part, rotation: Array, configuration: Configuration, view: Projection, turned: bytes | None = None
    ) -> Outline:
        """The outline of a part that is turned by ``rotation`` (3, 3); ``turned`` is its key where it is known."""
        key = (id(part), turned or np.round(rotation, 5).tobytes(), configuration, view.name)
        known = self._known.get(key)
        if known is not None and known[0] is part:  # an id may be given again after a part has gone
            self._known.move_to_end(key)
            return known[1]
        made = _project(self._drawing(part, configuration), rotation, view)
        self._known[key] = (part, made)
        if len(self._known) > MOST_REMEMBERED:
            self._known.popitem(last=False)
        return made

    def _drawing(self, part: Part, configuration: Configuration) -> list[Stroke]:
        """The drawing of a part in space; the three views ask for the same one after the other."""
        known = self._drawings.get((id(part), configuration))
        if known is None or known[0] is not part:
            known = self._drawings[id(part), configuration] = (part, strokes(part, configuration))
            if len(self._drawings) > MOST_REMEMBERED:
                self._drawings.popitem(last=False)
        return known[1]

    def _turned(self, assembly: Assembly) -> list[bytes]:
        """The keys of all orientations; the three views ask for the same assembly one after the other."""
        if self._last is None or self._last[0] is not assembly:
            self._last = (assembly, [row.tobytes() for row in np.round(assembly.rotations, 5)])
        return self._last[1]

    def draw(self, assembly: Assembly, view: Projection) -> list[Drawn]:
        """All parts of an assembly, farthest first."""
        if not assembly.ids:
            return []
        places = view.flat(assembly.positions_m).tolist()
        depths = view.depth(assembly.cgs_m).tolist()
        turned = self._turned(assembly)
        found = [
            Drawn(
                placement_id,
                self.outline(
                    part, assembly.rotations[row], assembly.setup.by_id[placement_id].configuration, view, turned[row]
                ),
                places[row][0],
                places[row][1],
                depths[row],
            )
            for row, (placement_id, part) in enumerate(zip(assembly.ids, assembly.parts, strict=True))
        ]  # fmt: skip
        return sorted(found, key=lambda drawn: round(drawn.depth_m, 3))


def _project(drawing: list[Stroke], rotation: Array, view: Projection) -> Outline:
    pieces: list[tuple[QPainterPath, Style, bool]] = []
    whole = QPainterPath()
    toward = np.array(view.toward)
    lines: QPainterPath | None = None
    line_style: Style = "fine"
    for stroke in drawing:
        if stroke.face is not None and float(toward @ (rotation @ np.array(stroke.face))) < FACING:
            continue
        if stroke.around is not None and abs(float(toward @ rotation @ np.array(stroke.around))) > 0.7:
            continue
        flat = view.flat(stroke.points_m @ rotation.T)
        if stroke.around is not None:
            flat = hull(flat)  # a ring seen from its edge is one line, not a line drawn to and fro
        if stroke.filled:
            lines = None
            path = _path(hull(flat), closed=True)
            pieces.append((path, stroke.style, True))
            whole.addPath(path)
        elif lines is not None and line_style == stroke.style:  # lines of one style are painted in one go
            lines.addPath(_path(flat, closed=False))
        else:
            lines, line_style = _path(flat, closed=False), stroke.style
            pieces.append((lines, stroke.style, False))
    whole.setFillRule(Qt.FillRule.WindingFill)
    return Outline(tuple(pieces), whole)


def _path(points: Array, *, closed: bool) -> QPainterPath:
    path = QPainterPath()
    path.addPolygon(QPolygonF([QPointF(float(x), float(y)) for x, y in points]))
    if closed:
        path.closeSubpath()
    return path
