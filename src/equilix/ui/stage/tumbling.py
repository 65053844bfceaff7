"""A rig that moves, drawn sixty times a second: the same drawings of parts, turned and laid on the paper as polygons.

A fill is the outline of its points. Where that has at most as many corners as there are ways to look it is exact; a
round one is a polygon of so many sides, which nobody sees while it moves.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QBrush, QPainter, QPolygonF

from equilix.kit.parts import Part
from equilix.rig.kinematics import Assembly
from equilix.ui.stage.outlines import FACING
from equilix.ui.stage.painting import cosmetic_pen
from equilix.ui.stage.sheet import Sheet
from equilix.ui.stage.silhouettes import strokes
from equilix.ui.stage.sprites import DETAIL_SCALE
from equilix.ui.stage.strokes import Stroke, Style
from equilix.ui.theme import PREP_ROOM, Theme, colour

Array = NDArray[np.float64]

WAYS: Final = 40
_TURN: Final = np.arange(WAYS) * (2 * math.pi / WAYS)
LOOKS: Final = np.stack((np.cos(_TURN), np.sin(_TURN)))
"""The directions ``(2, WAYS)`` in which the outermost point is looked for."""
EDGE_ON: Final = 0.7
"""A ring is not drawn where one looks along its axis by more than this (cosine)."""


class _Drawing(Struct, frozen=True):
    """The strokes of a part, their points in one array ``(n, 3)`` and where each begins."""

    strokes: tuple[Stroke, ...]
    points_m: Array
    starts: tuple[int, ...]
    faces: Array
    """Outward ``(s, 3)`` of what lies on a face; zeros elsewhere."""
    arounds: Array


class Tumbling:
    """Remembers the drawings of parts; draws an assembly wherever its parts have gone."""

    def __init__(self) -> None:
        self._known: dict[int, tuple[Part, object, _Drawing]] = {}

    def draw(self, painter: QPainter, assembly: Assembly, sheet: Sheet, theme: Theme, lit: Sequence[str] = ()) -> None:
        """Draw all parts, farthest first; ``lit``: those with their edges marked."""
        fine = sheet.scale >= DETAIL_SCALE
        depths = np.round(sheet.view.depth(assembly.cgs_m), 3)
        brushes = {
            "card": QBrush(colour(theme.card)), "sand": QBrush(colour(theme.sand)),
            "dark": QBrush(colour(theme.ink if theme is PREP_ROOM else theme.quiet)),
            "glass": QBrush(colour(theme.glass)),
        }  # fmt: skip
        pens = {
            "line": cosmetic_pen(theme.ink, 1.0), "fine": cosmetic_pen(theme.ink, 0.8, 120),
            "bright": cosmetic_pen(theme.card, 1.0),
        }  # fmt: skip
        edge, marked = cosmetic_pen(theme.ink, 1.1), cosmetic_pen(theme.hold, 2.2)
        for row in np.argsort(depths, kind="stable").tolist():
            pen = marked if assembly.ids[row] in lit else edge
            for polygon, style, filled in self.pieces(assembly, row, sheet, fine=fine):
                if filled:
                    painter.setPen(pen)
                    painter.setBrush(brushes[style])
                    painter.drawPolygon(polygon)
                else:
                    painter.setPen(pens[style])
                    painter.setBrush(Qt.BrushStyle.NoBrush)
                    painter.drawPolyline(polygon)

    def pieces(self, assembly: Assembly, row: int, sheet: Sheet, *, fine: bool) -> list[tuple[QPolygonF, Style, bool]]:
        """What one part is made of on this sheet: polygons and lines, in pixels, in the order of painting."""
        drawing = self._drawing(assembly, row)
        rotation, view = assembly.rotations[row], sheet.view
        toward = rotation.T @ np.array(view.toward)  # the viewer, as the part sees him
        facing, along = drawing.faces @ toward, np.abs(drawing.arounds @ toward)
        origin = sheet.place_px(assembly.positions_m[row])
        axes = np.stack((rotation[view.right], -rotation[view.up]))
        flat = drawing.points_m @ axes.T * (1000.0 * sheet.scale) + (origin.x(), origin.y())
        reach = flat @ LOOKS
        found: list[tuple[QPolygonF, Style, bool]] = []
        for k, stroke in enumerate(drawing.strokes):
            if (not fine and not stroke.filled and stroke.style != "line") or (
                stroke.face is not None and facing[k] < FACING
            ) or (stroke.around is not None and along[k] > EDGE_ON):  # fmt: skip
                continue
            first, last = drawing.starts[k], drawing.starts[k + 1]
            if stroke.filled or stroke.around is not None:
                outer = reach[first:last].argmax(axis=0)
                corners = flat[first + outer[np.append(outer[1:] != outer[:-1], True)]]
            else:
                corners = flat[first:last]
            polygon = QPolygonF([QPointF(x, y) for x, y in corners.tolist()])
            found.append((polygon, stroke.style, stroke.filled))
        return found

    def _drawing(self, assembly: Assembly, row: int) -> _Drawing:
        part, configuration = assembly.parts[row], assembly.setup.by_id[assembly.ids[row]].configuration
        known = self._known.get(row)
        if known is not None and known[0] is part and known[1] == configuration:
            return known[2]
        made = strokes(part, configuration)
        nothing = (0.0, 0.0, 0.0)
        drawing = _Drawing(
            tuple(made), np.concatenate([each.points_m for each in made]),
            (0, *np.cumsum([len(each.points_m) for each in made]).tolist()),
            np.array([each.face or nothing for each in made]), np.array([each.around or nothing for each in made]),
        )  # fmt: skip
        self._known[row] = (part, configuration, drawing)
        return drawing
