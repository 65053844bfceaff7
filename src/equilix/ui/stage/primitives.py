"""What a drawing is made of, before anything is painted: so that it can be asserted, moved and printed.

Places and sizes are in pixels of the sheet. A role is the name of a colour of the theme.
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainterPath, QPainterPathStroker

Role = Literal[
    "", "ink", "quiet", "hold", "tip", "hold_wash", "tip_wash", "body", "card", "paper", "rule", "sand", "glass",
    "flesh",
]  # fmt: skip
Dash = Literal["", "dash", "dot", "dash-dot"]
Anchor = Literal["left", "middle", "right"]


class Line(Struct, frozen=True):
    """A line through points; ``round``: with round ends and corners."""

    points: tuple[QPointF, ...]
    role: Role
    width: float = 1.6
    dash: Dash = ""
    alpha: int = 255
    round: bool = False
    keeps_off: bool = False
    """Texts stand beside it, not on it."""


class Shape(Struct, frozen=True):
    """An outline, filled, edged or both."""

    path: QPainterPath
    fill: Role = ""
    edge: Role = ""
    width: float = 1.6
    dash: Dash = ""
    fill_alpha: int = 255
    keeps_off: bool = False
    """Texts stand beside it, not on it."""
    edge_alpha: int = 255


class Wash(Struct, frozen=True):
    """A rectangle of one colour."""

    box: QRectF
    role: Role
    alpha: int = 255


class Dot(Struct, frozen=True):
    """A disc of a radius."""

    at: QPointF
    radius: float
    fill: Role = ""
    edge: Role = ""
    width: float = 1.6
    dash: Dash = ""
    fill_alpha: int = 255
    keeps_off: bool = False
    """Texts stand beside it, not on it."""


class Arrow(Struct, frozen=True):
    """A force, or a way: from where to where."""

    start: QPointF
    end: QPointF
    role: Role
    width: float = 3.0


class Centre(Struct, frozen=True):
    """A centre of gravity: the quartered disc that engineers draw."""

    at: QPointF
    role: Role


class Text(Struct, frozen=True):
    """A text that wants to stand at ``at`` (its baseline's end at the anchor), or as near to it as there is room.

    ``fixed``: it stands there and nowhere else, and others keep off it.
    """

    at: QPointF
    text: str
    role: Role
    bold: bool = True
    anchor: Anchor = "left"
    fixed: bool = False
    reach_px: float = 160.0
    """How far from there it may stand; farther off it is left out."""
    in_row: bool = False
    """It rather moves sideways, along a row of titles."""
    bare: bool = False
    """Without a wash of paper behind it: it stands where nothing is drawn."""


def margin_text(at: QPointF, text: str, anchor: Anchor = "left") -> Text:
    """A quiet text beside a chart, where nothing is drawn: the figures of its axes."""
    return Text(at, text, "quiet", bold=False, anchor=anchor, fixed=True, bare=True)


class Tag(Struct, frozen=True):
    """A reading in a box beside the mouse."""

    at: QPointF
    text: str


Primitive = Line | Shape | Wash | Dot | Arrow | Centre | Text | Tag


def ellipse(at: QPointF, x: float, y: float) -> QPainterPath:
    """An ellipse about a point."""
    path = QPainterPath()
    path.addEllipse(at, x, y)
    return path


def trough(box: QRectF) -> tuple[Wash, Wash]:
    """An empty bar with its edge."""
    return Wash(box, "rule"), Wash(box.adjusted(1, 1, -1, -1), "card")


def tube(points: Sequence[QPointF], width: float, fill: Role = "card") -> Shape:
    """A rod, a strap or a bar along a line, drawn as parts are."""
    line = QPainterPath(points[0])
    for point in points[1:]:
        line.lineTo(point)
    stroke = QPainterPathStroker()
    stroke.setWidth(max(width, 2.0))
    stroke.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    return Shape(stroke.createStroke(line).simplified(), fill, "ink", 1.0)


def polygon(*points: QPointF) -> QPainterPath:
    """A closed line through points."""
    path = QPainterPath(points[0])
    for point in points[1:]:
        path.lineTo(point)
    path.closeSubpath()
    return path
