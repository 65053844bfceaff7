"""A part alone in three views at one scale: its drawing, its mounting points, its grips, where it balances."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QPainterPath, QTransform

from equilix.edits.points import point_of
from equilix.kit.mount_kinds import mount_kind
from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Part
from equilix.kit.pivots import AT_REST
from equilix.kit.solids import Room
from equilix.ui.stage.outlines import OutlineBook
from equilix.ui.stage.primitives import Centre, Dot, Line, Primitive, Role, Shape, Text, polygon
from equilix.ui.stage.projection import FRONT, PLAN, SIDE, Projection
from equilix.ui.stage.strokes import Style
from equilix.ui.workspaces.bench.places import HANDS, MOVING, POINTS, Chosen, Sort, places_of
from equilix.words.language import say

Array = NDArray[np.float64]
Sizes = tuple[tuple[Projection, float, float], ...]
"""Each view: how long and how tall it is, mm."""
Rows = tuple[tuple[int, ...], ...]

TITLE_PX, GAP_PX, EDGE_PX, NAME_PX = 22.0, 26.0, 14.0, 112.0
MOST_SCALE: Final = 4.0
"""Pixels per millimetre; a small part is not drawn larger."""
MARK_PX: Final = 6.0
SHOWN: Final = (*POINTS, *HANDS, *MOVING)
"""What has to have room on the sheet besides the part, at all tabs alike."""
HAND_M: Final = 0.085
"""Breadth of a hand on a handle (estimate)."""
AXIS_M: Final = 0.03
"""How far to each side the axis of a joint is drawn."""
REACH_PX: Final = 10.0
"""So near to a mark one has touched it."""
SLID_ON: Final = ("dovetail", "rail", "on-rods", "shoe")
"""How mounts are made fast that are drawn as a bar."""
FILLS: Final[dict[Style, Role]] = {"card": "card", "sand": "sand", "dark": "ink", "glass": "glass"}


class View(Struct, frozen=True):
    """One direction: its room on the sheet, and where the part's origin stands in it, at the common scale."""

    projection: Projection
    box: QRectF
    origin: QPointF
    scale: float
    named: bool
    """Whether there is room for what it is called."""

    def px(self, point_m: Array) -> QPointF:
        """A place of the part ``(3,)`` on the sheet."""
        x, y = self.projection.flat_point(point_m)
        return self.origin + QPointF(x * self.scale, y * self.scale)

    def place_m(self, at: QPointF, like_m: Array) -> Array:
        """The place of the part under a point of the sheet; as far from the viewer as ``like_m``."""
        found = np.array(like_m, float)
        found[self.projection.right] = (at.x() - self.origin.x()) / self.scale / 1000
        found[self.projection.up] = -(at.y() - self.origin.y()) / self.scale / 1000
        return found


def views(part: Part, bounds: QRectF) -> tuple[View, ...]:
    """From the right, from the front and from above, all at one scale: in a row, or the third under the first.

    They stand in the way that draws the part larger; each has room for what it is called.
    """
    body = part.body()
    low, high = body.low_m, body.high_m
    for sort in SHOWN:
        for _, place in places_of(part, sort):
            low, high = np.minimum(low, place), np.maximum(high, place)
    for room in part.keeps_free:
        centre = np.array(room.centre_m)
        low, high = np.minimum(low, centre - room.half_m), np.maximum(high, centre + room.half_m)
    long, broad, tall = np.maximum((high - low) * 1000, 5.0).tolist()
    sizes = ((SIDE, long, tall), (FRONT, broad, tall), (PLAN, long, broad))
    scale, rows = max(((_scale(bounds, sizes, way), way) for way in WAYS), key=lambda each: each[0])
    flat_middle, found = (low + high) / 2, []
    named = bounds.width() >= EDGE_PX + max(len(row) for row in rows) * (NAME_PX + GAP_PX)
    top = bounds.top()
    for row in rows:
        left, tallest = bounds.left() + EDGE_PX, 0.0
        for projection, across, up in (sizes[number] for number in row):
            wide = max(across * scale + GAP_PX, NAME_PX if named else 0.0)
            box = QRectF(left, top + TITLE_PX, wide, up * scale + GAP_PX)
            flat = projection.flat_point(flat_middle)
            middle = QPointF(box.left() + (across * scale + GAP_PX) / 2, box.center().y())
            origin = middle - QPointF(flat[0] * scale, flat[1] * scale)
            found.append(View(projection, box, origin, scale, named and box.top() < bounds.bottom() - GAP_PX))
            left, tallest = box.right() + GAP_PX, max(tallest, box.height())
        top += TITLE_PX + tallest
    return tuple(found)


WAYS: Final[tuple[Rows, ...]] = (((0, 1, 2),), ((0, 1), (2,)))
"""How the three stand: in a row, or the third under the first."""


def _scale(bounds: QRectF, sizes: Sizes, rows: Rows) -> float:
    """The largest scale at which these rows of views have room."""
    scales = [MOST_SCALE]
    for row in rows:
        room = bounds.width() - 2 * EDGE_PX - 2 * GAP_PX * len(row)
        scales.append(max(room, 40.0) / sum(sizes[number][1] for number in row))
    room = bounds.height() - (TITLE_PX + GAP_PX) * len(rows) - EDGE_PX
    scales.append(max(room, 40.0) / sum(max(sizes[number][2] for number in row) for row in rows))
    return min(scales)


def drawing(
    part: Part, book: OutlineBook, bounds: QRectF, sorts: Sequence[Sort], chosen: Chosen | None = None,
    solid: int | None = None,
) -> Iterator[Primitive]:  # fmt: skip
    """All three views with their titles, what of these sorts can be seen from there, and the balance point."""
    for view in views(part, bounds):
        title = view.box.topLeft() + QPointF(0, -7)
        if view.named:
            yield Text(title, say(view.projection.title), "quiet", bold=False, fixed=True, bare=True)
        yield from _outline(part, book, view)
        if solid is not None and solid < len(part.solids):
            yield _frame(part, solid, view)
        yield from _balance(part, view)
        yield from _held(part, view)
        yield from (_stays_free(room, view) for room in part.keeps_free)
        for each, at in seen(part, view, sorts):
            if each.side in POINTS:
                point = point_of(part, each.point_side, each.name)
                yield from _mark(view, point, offered=each.side == "offers", chosen=each == chosen)
            else:
                yield from _spot(part, view, each, at, chosen=each == chosen)


def seen(part: Part, view: View, sorts: Sequence[Sort]) -> Iterator[tuple[Chosen, Array]]:
    """What of these sorts a part has, and where; of its points those that do not look away from the viewer."""
    toward = np.array(view.projection.toward)
    for sort in sorts:
        for name, at in places_of(part, sort):
            each = Chosen(sort, name)
            looks = point_of(part, each.point_side, name).direction if sort in POINTS else view.projection.toward
            if float(toward @ np.array(looks)) > -0.5:
                yield each, at


def touched(part: Part, bounds: QRectF, at: QPointF, sorts: Sequence[Sort]) -> tuple[Chosen, View] | None:
    """What of these sorts is nearest to a place of the sheet, and the view in which it was touched."""
    found = [
        (float(np.hypot(away.x(), away.y())), number, each, view)
        for view in views(part, bounds)
        for number, (each, place) in enumerate(seen(part, view, sorts))
        for away in (view.px(place) - at,)
    ]
    nearest = min(found, key=lambda each: (each[0], each[1]), default=None)
    return None if nearest is None or nearest[0] > REACH_PX else (nearest[2], nearest[3])


def view_at(part: Part, bounds: QRectF, at: QPointF) -> View | None:
    """The view in whose room a place of the sheet is."""
    return next((view for view in views(part, bounds) if view.box.contains(at)), None)


def _outline(part: Part, book: OutlineBook, view: View) -> Iterator[Primitive]:
    outline = book.outline(part, np.eye(3), AT_REST, view.projection)
    onto = QTransform.fromTranslate(view.origin.x(), view.origin.y()).scale(view.scale, view.scale)
    for path, style, filled in outline.pieces:
        drawn: QPainterPath = onto.map(path)
        if filled:
            yield Shape(drawn, FILLS.get(style, "card"), "ink", 1.2)
        else:
            yield Shape(drawn, "", "ink" if style == "line" else "quiet", 0.8)


def _frame(part: Part, number: int, view: View) -> Shape:
    """The box about the chosen solid."""
    solid = part.solids[number]
    centre = np.array(solid.centre_m)
    one, other = view.px(centre - solid.half_m), view.px(centre + solid.half_m)
    path = QPainterPath()
    path.addRect(QRectF(one, other).normalized())
    return Shape(path, "hold_wash", "hold", 2.0, fill_alpha=90)


def _mark(view: View, point: MountPoint, *, offered: bool, chosen: bool) -> Iterator[Primitive]:
    """By kind: a screw a disc, a rosette a toothed ring, what slides a bar, else a square; hollow what it hangs by."""
    at = view.px(point.origin)
    role: Role = "tip" if chosen else "hold"
    fill: Role = "tip_wash" if chosen else "hold_wash" if offered else "card"
    if point.track is not None:
        ends = [view.px(point.origin + point.track.axis_unit * each) for each in (point.track.from_m, point.track.to_m)]
        yield Line((ends[0], ends[1]), role, 2.0, alpha=150)
    way = view.px(point.origin + np.array(point.direction) * 0.012) - at
    if abs(way.x()) + abs(way.y()) > 1.0:
        yield Line((at, at + way), role, 1.6)
    size = MARK_PX + (1.5 if chosen else 0.0)
    handling = mount_kind(point.kind).handling
    if handling == "screwed":
        yield Dot(at, size, fill, role, 1.6, keeps_off=True)
        if offered:
            yield Dot(at, size * 0.4, role, role, 1.0)
    elif handling == "rosette":
        yield Dot(at, size + 2, fill, role, 1.6, "dot", keeps_off=True)
        yield Dot(at, size * 0.5, "card", role, 1.2)
    elif handling in SLID_ON:
        yield Shape(_box(at, size * 1.5, size * 0.8), fill, role, 1.6, keeps_off=True)
    else:
        yield Shape(_box(at, size, size), fill, role, 1.6, keeps_off=True)


def _spot(part: Part, view: View, each: Chosen, at_m: Array, *, chosen: bool) -> Iterator[Primitive]:
    """A joint a ring with its axis, a gear its pitch circle, a grip or a pad a square, a control a diamond."""
    at, role = view.px(at_m), "tip" if chosen else "hold"
    edge: Role = "tip" if chosen else "hold"
    number = each.number(part)
    if each.side == "pivots":
        along = view.px(at_m + part.pivots[number].axis_unit * AXIS_M) - at
        if abs(along.x()) + abs(along.y()) > 1.0:
            yield Line((at - along, at + along), edge, 1.4, dash="dash")
        yield Dot(at, MARK_PX + 3, "card", edge, 2.0, keeps_off=True)
        yield Dot(at, 2.0, edge, edge, 1.0)
    elif each.side == "gears":
        gear = part.gears[number]
        along_view = abs(float(np.array(view.projection.toward) @ np.array(gear.axis))) > 0.7
        if along_view:
            yield Dot(at, gear.diameter_m / 2 * 1000 * view.scale, "", edge, 1.4, "dot")
        yield Dot(at, MARK_PX, "tip_wash" if role == "tip" else "hold_wash", edge, 1.6, "dot", keeps_off=True)
    elif each.side == "controls":
        size = MARK_PX + 1
        corners = (at + QPointF(x * size, y * size) for x, y in ((0, -1), (1, 0), (0, 1), (-1, 0)))
        yield Shape(polygon(*corners), "tip_wash" if chosen else "card", edge, 1.6, keeps_off=True)
    else:
        yield Shape(_box(at, MARK_PX, MARK_PX), "tip_wash" if chosen else "card", edge, 1.6, keeps_off=True)


def _held(part: Part, view: View) -> Iterator[Primitive]:
    """Where hands and shoulder are: a broad line along each handle, a bar under the pad."""
    for grip in part.grips:
        middle, half = np.array(grip.position_m), np.array(grip.axis) * HAND_M / 2
        ends = view.px(middle - half), view.px(middle + half)
        yield Line(ends, "hold_wash", max(grip.diameter_m * 1000 * view.scale * 0.8, 3.0), alpha=130, round=True)
    if part.pad is not None:
        corner = np.array((part.pad.length_m / 2, part.pad.width_m / 2, 0.0))
        one, other = view.px(np.array(part.pad.centre_m) - corner), view.px(np.array(part.pad.centre_m) + corner)
        yield Line((one, other), "tip_wash", 5.0) if view.projection is not PLAN else _frame_of(one, other)


def _stays_free(room: Room, view: View) -> Shape:
    centre = np.array(room.centre_m)
    return _frame_of(view.px(centre - room.half_m), view.px(centre + room.half_m))


def _frame_of(one: QPointF, other: QPointF) -> Shape:
    path = QPainterPath()
    path.addRect(QRectF(one, other).normalized())
    return Shape(path, "", "tip", 1.2, "dash")


def _box(at: QPointF, half_x: float, half_y: float) -> QPainterPath:
    corners = ((-half_x, -half_y), (half_x, -half_y), (half_x, half_y), (-half_x, half_y))
    return polygon(*(at + QPointF(x, y) for x, y in corners))


def _balance(part: Part, view: View) -> Iterator[Primitive]:
    """The centre of gravity, with one standard uncertainty as a haze."""
    body = part.body()
    at, sd = view.px(body.cg_m), np.sqrt(np.diag(body.cg_cov_m2)) * 1000 * view.scale
    path = QPainterPath()
    path.addEllipse(at, max(float(sd[view.projection.right]), 1.0), max(float(sd[view.projection.up]), 1.0))
    yield Shape(path, "tip_wash", "", fill_alpha=130)
    yield Centre(at, "tip")
