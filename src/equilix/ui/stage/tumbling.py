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
from equilix.kit.pivots import Configuration
from equilix.rig.kinematics import Assembly
from equilix.ui.stage.outlines import FACING
from equilix.ui.stage.painting import cosmetic_pen
from equilix.ui.stage.sheet import Sheet
from equilix.ui.stage.silhouettes import strokes
from equilix.ui.stage.strokes import Style
from equilix.ui.theme import PREP_ROOM, Theme, colour

Array = NDArray[np.float64]

WAYS: Final = 32
_TURN: Final = np.arange(WAYS) * (2 * math.pi / WAYS)
LOOKS: Final = np.stack((np.cos(_TURN), np.sin(_TURN)))
"""The directions ``(2, WAYS)`` in which the outermost point is looked for."""
FINE_SCALE: Final = 0.6
"""Pixels per millimetre under which fine lines are left out: what moves, and is small, only shimmers with them."""
EDGE_PX: Final = 1.0
"""The widest line that is drawn as quickly as a hairline, a fifth of the time of wider ones."""
EDGE_ON: Final = 0.7
"""A ring is not drawn where one looks along its axis by more than this (cosine)."""


class _Piece(Struct, frozen=True):
    """One stroke: the rows of its points, its style, whether it is an outline, and the placement's row."""

    first: int
    last: int
    style: Style
    filled: bool
    outlined: bool
    part: int


class _Drawings(Struct, frozen=True):
    """All strokes of an assembly: their points ``(n, 3)`` in the frames of their parts, and whose each is ``(n,)``."""

    of: tuple[tuple[Part, Configuration], ...]
    points_m: Array
    owners: NDArray[np.intp]
    pieces: tuple[tuple[_Piece, ...], ...]
    """Of each part, in the order of painting."""
    faces: Array
    """Outward ``(s, 3)`` of what lies on a face; zeros elsewhere. By the strokes of all parts, one after the other."""
    arounds: Array
    stroke_owners: NDArray[np.intp]


Laid = tuple[QPolygonF, Style, bool]


class Tumbling:
    """Remembers the drawings of an assembly's parts; draws them wherever they have gone."""

    def __init__(self) -> None:
        self._known: _Drawings | None = None

    def draw(self, painter: QPainter, assembly: Assembly, sheet: Sheet, theme: Theme, lit: Sequence[str] = ()) -> None:
        """Draw all parts, farthest first; ``lit``: those with their edges marked."""
        depths = np.round(sheet.view.depth(assembly.part_cgs_m), 3)
        brushes = {
            "card": QBrush(colour(theme.card)), "sand": QBrush(colour(theme.sand)),
            "dark": QBrush(colour(theme.ink if theme is PREP_ROOM else theme.quiet)),
            "glass": QBrush(colour(theme.glass)),
        }  # fmt: skip
        pens = {
            "line": cosmetic_pen(theme.ink, EDGE_PX), "fine": cosmetic_pen(theme.ink, 0.8, 120),
            "bright": cosmetic_pen(theme.card, EDGE_PX),
        }  # fmt: skip
        edge, marked = cosmetic_pen(theme.ink, EDGE_PX), cosmetic_pen(theme.hold, 2.2)
        laid = self.laid(assembly, sheet, fine=sheet.scale >= FINE_SCALE)
        for row in np.argsort(depths, kind="stable").tolist():
            pen = marked if assembly.ids[row] in lit else edge
            for polygon, style, filled in laid[row]:
                if filled:
                    painter.setPen(pen)
                    painter.setBrush(brushes[style])
                    painter.drawPolygon(polygon)
                else:
                    painter.setPen(pens[style])
                    painter.setBrush(Qt.BrushStyle.NoBrush)
                    painter.drawPolyline(polygon)

    def laid(self, assembly: Assembly, sheet: Sheet, *, fine: bool) -> list[list[Laid]]:
        """What each part is made of on this sheet: polygons and lines, in pixels, in the order of painting."""
        drawings, view = self._drawings(assembly), sheet.view
        rotations = assembly.rotations
        toward = rotations.transpose(0, 2, 1) @ np.array(view.toward)  # the viewer, as each part sees him
        seen = toward[drawings.stroke_owners]
        facing = np.einsum("sk,sk->s", drawings.faces, seen)
        shown = (facing >= FACING) | ~drawings.faces.any(axis=1)
        shown &= np.abs(np.einsum("sk,sk->s", drawings.arounds, seen)) <= EDGE_ON
        origin, size = sheet.to_px(0.0, 0.0), 1000.0 * sheet.scale
        axes = np.stack((rotations[:, view.right], -rotations[:, view.up]), axis=1) * size
        places = np.stack((assembly.positions_m[:, view.right], -assembly.positions_m[:, view.up]), axis=1) * size
        flat = np.einsum("nij,nj->ni", axes[drawings.owners], drawings.points_m)
        flat += places[drawings.owners] + (origin.x(), origin.y())
        reach, visible = flat @ LOOKS, shown.tolist()
        changes = np.empty(WAYS, dtype=bool)
        found, k = [], -1
        for pieces in drawings.pieces:
            laid: list[Laid] = []
            for piece in pieces:
                k += 1
                if not visible[k] or not (fine or piece.filled or piece.style == "line"):
                    continue
                corners = flat[piece.first : piece.last]
                if piece.outlined:
                    outer = reach[piece.first : piece.last].argmax(axis=0)
                    changes[:-1] = outer[1:] != outer[:-1]
                    changes[-1] = outer[0] != outer[-1]
                    corners = corners[outer[changes]]
                if len(corners):
                    laid.append((QPolygonF([QPointF(x, y) for x, y in corners.tolist()]), piece.style, piece.filled))
            found.append(laid)
        return found

    def _drawings(self, assembly: Assembly) -> _Drawings:
        of = tuple(
            (part, assembly.setup.by_id[each].configuration)
            for each, part in zip(assembly.ids, assembly.parts, strict=True)
        )
        known = self._known
        if known is not None and len(known.of) == len(of) and all(
            a is b and (was is now or was == now) for (a, was), (b, now) in zip(known.of, of, strict=True)
        ):  # fmt: skip
            return known
        made = [strokes(part, configuration) for part, configuration in of]
        nothing, pieces, at = (0.0, 0.0, 0.0), [], 0
        for row, drawn in enumerate(made):
            mine = []
            for each in drawn:
                end = at + len(each.points_m)
                mine.append(_Piece(at, end, each.style, each.filled, each.filled or each.around is not None, row))
                at = end
            pieces.append(tuple(mine))
        everything = [each for drawn in made for each in drawn]
        self._known = _Drawings(
            of, np.concatenate([each.points_m for each in everything]),
            np.repeat(np.arange(len(made)), [sum(len(each.points_m) for each in drawn) for drawn in made]),
            tuple(pieces), np.array([each.face or nothing for each in everything]),
            np.array([each.around or nothing for each in everything]),
            np.repeat(np.arange(len(made)), [len(drawn) for drawn in made]),
        )  # fmt: skip
        return self._known
