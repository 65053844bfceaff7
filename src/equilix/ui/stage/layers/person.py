"""The operator behind and before the rig; joints by share of strength, and what the eyes do."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from typing import TYPE_CHECKING, Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QPainterPath, QPolygonF, QTransform

from equilix.body.endurance import EASY, HARD
from equilix.body.figure import BodyFigure
from equilix.body.posture import Arm, eye_of
from equilix.keys import EffortKey, Joint
from equilix.ui.stage.contours import Contour, Group, groups
from equilix.ui.stage.primitives import Dot, Line, Primitive, Role, Shape, Text, polygon
from equilix.ui.stage.projection import FRONT, PLAN, SIDE, Projection
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.words.language import say
from equilix.words.quantities import angle, percent

if TYPE_CHECKING:
    from equilix.fit.fit import Fit

Array = NDArray[np.float64]
MARKED: Final[tuple[Joint, ...]] = ("shoulder", "elbow", "grip")
NEAR_ALPHA: Final = 90
"""How much of the rig the nearer arm hides."""
FAR_ALPHA: Final = 120
"""How strongly the lines of the limbs on the far side are drawn."""
LINE_PX: Final = 1.0
"""Lines of the body: the widest that are drawn as quickly as hairlines, a fifth of the time of wider ones."""
SEAT_HALF_M: Final = 0.20


def body(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """The operator behind the rig, from head to foot, what is sat on, and in Fit the ground."""
    figure = _figure(scene)
    if figure is None:
        return
    if "figure" in scene.overlays and sheet.view is not PLAN:
        ground = sheet.to_px(0.0, -figure.ground_z * 1000.0).y()
        yield Line((QPointF(0.0, ground), QPointF(sheet.width, ground)), "rule", 1.4)
    if figure.seat_z is not None:
        yield from _seat(figure, sheet)
    for group in groups(figure, sheet.view):
        if not group.over:
            yield from _drawn(group, sheet)


def without_arms(figure: BodyFigure, sheet: Sheet) -> Iterator[Primitive]:
    """Somebody whose hands are not seen: they hover by what may fall."""
    for group in groups(figure, sheet.view):
        if group.name not in ("left", "right"):
            yield from _drawn(group, sheet)


def near_arm(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """From the side, the arm that is nearer, over the rig, which is seen through it."""
    figure = _figure(scene)
    if figure is not None and sheet.view is SIDE:
        for group in groups(figure, sheet.view):
            if group.over:
                yield from _drawn(group, sheet, NEAR_ALPHA)


def _figure(scene: Scene) -> BodyFigure | None:
    return None if scene.analysis.support is None else scene.analysis.figure


class _Piece(Struct, frozen=True):
    """A piece of the body as paths on the paper, mm, y down."""

    outline: QPainterPath
    edges: tuple[QPainterPath, ...]
    far: bool


_last: dict[tuple[str, str], tuple[tuple[Contour, ...], list[_Piece]]] = {}


def _paths(group: Group, view: Projection) -> list[_Piece]:
    """The contours as paths, made once for a group that keeps its shape: mapping a path onto a sheet costs nothing."""
    kept = _last.get((view.name, group.name))
    if kept is None or kept[0] is not group.pieces:
        kept = _last[view.name, group.name] = (group.pieces, [_piece(each) for each in group.pieces])
    return kept[1]


def _piece(contour: Contour) -> _Piece:
    return _Piece(_path(contour.outline), tuple(_path(edge) for edge in contour.edges), contour.far)


def _path(line_m: Array) -> QPainterPath:
    path = QPainterPath()
    path.addPolygon(QPolygonF([QPointF(x * 1000.0, y * -1000.0) for x, y in line_m.tolist()]))
    return path


def _drawn(group: Group, sheet: Sheet, alpha: int = 255) -> Iterator[Primitive]:
    x_m, y_m = group.moved_m.tolist()
    origin = sheet.to_px(x_m * 1000.0, y_m * -1000.0)
    onto = QTransform(sheet.scale, 0.0, 0.0, sheet.scale, origin.x(), origin.y())
    for piece in _paths(group, sheet.view):
        outline = onto.map(piece.outline)
        if not outline.controlPointRect().intersects(sheet.bounds):
            continue  # legs below the sheet
        yield Shape(outline, "flesh", fill_alpha=alpha)
        strong = FAR_ALPHA if piece.far else 255
        for edge in piece.edges:
            yield Shape(onto.map(edge), edge="body", width=LINE_PX, edge_alpha=strong)


def _seat(figure: BodyFigure, sheet: Sheet) -> Iterator[Primitive]:
    """A box to sit on, from the side and from the front."""
    if sheet.view is PLAN or figure.seat_z is None:
        return
    hips = (figure.legs[0].hip_m + figure.legs[1].hip_m) / 2
    across = float(hips[sheet.view.right]) - (0.05 if sheet.view is SIDE else 0.0)
    corners = ((across - SEAT_HALF_M, figure.seat_z), (across + SEAT_HALF_M, figure.ground_z))
    path = QPainterPath()
    path.addRect(QRectF(*(sheet.to_px(x * 1000.0, z * -1000.0) for x, z in corners)))
    yield Shape(path, "", "body", 1.6)


def joint_mark(at: QPointF, share: float) -> Primitive:
    """A disc for an easy joint, a diamond for a working one, a triangle for a hard one."""
    if share < EASY:
        return Dot(at, 6.5, "card", "hold", 1.8, keeps_off=True)
    corners = ((0, -9), (9, 0), (0, 9), (-9, 0)) if share < HARD else ((0, -10), (10, 8), (-10, 8))
    path = polygon(*(at + QPointF(x, y) for x, y in corners))
    return Shape(path, "tip_wash" if share < HARD else "tip", "tip", 1.8)


def joints(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """Every joint with its share of strength, the back, the eye line and the line of the lens."""
    if "figure" not in scene.overlays or scene.analysis.stance is None:
        return
    fit = scene.result.fit
    yield from _gaze(fit, sheet)
    shares = {effort.key: effort.share for effort in fit.analysis.efforts}
    yield from _muscles(fit, sheet, shares)
    for arm in fit.arms:
        for joint in MARKED:
            if (joint, arm.side) in shares:
                yield from _joint(fit, sheet, arm, joint, shares[joint, arm.side])
    if fit.spine is not None:
        at, trunk = sheet.place_px(fit.spine.point_m), fit.trunk_share
        yield joint_mark(at, trunk)
        if sheet.view is SIDE:
            yield Text(at + QPointF(13, 4), say("back {trunk}").format(trunk=percent(trunk)), _tone(trunk))


def _muscles(fit: Fit, sheet: Sheet, shares: Mapping[EffortKey, float]) -> Iterator[Primitive]:
    """What works hard, shaded where its muscles are: about the shoulder, along upper arm and forearm, at the back."""
    for arm in fit.arms:
        places: dict[Joint, tuple[Array, Array, float]] = {
            "shoulder": (arm.shoulder_m, arm.shoulder_m + 0.3 * (arm.elbow_m - arm.shoulder_m), 0.10),
            "elbow": (arm.shoulder_m + 0.4 * (arm.elbow_m - arm.shoulder_m), arm.elbow_m, 0.06),
            "grip": (arm.elbow_m, arm.elbow_m + 0.6 * (arm.hand_m - arm.elbow_m), 0.05),
        }
        for joint, (start, end, thick_m) in places.items():
            yield from _shaded(sheet, start, end, thick_m, shares.get((joint, arm.side), 0.0))
    if fit.spine is not None:
        up = fit.spine.point_m + np.array((-0.06, 0.0, 0.14))
        yield from _shaded(sheet, fit.spine.point_m - np.array((0.06, 0.0, 0.0)), up, 0.07, fit.trunk_share)


def _shaded(sheet: Sheet, start: Array, end: Array, thick_m: float, share: float) -> Iterator[Primitive]:
    if share >= EASY:
        alpha = 120 if share < HARD else 200
        width = sheet.px(thick_m)
        yield Line((sheet.place_px(start), sheet.place_px(end)), "tip_wash", width, alpha=alpha, round=True)


def _joint(fit: Fit, sheet: Sheet, arm: Arm, joint: Joint, share: float) -> Iterator[Primitive]:
    at = sheet.place_px({"shoulder": arm.shoulder_m, "elbow": arm.elbow_m, "grip": arm.hand_m}[joint])
    yield joint_mark(at, share)
    if sheet.view is SIDE and arm.side == fit.analysis.operator.shoulder:
        bend = f", {angle(arm.elbow_angle_rad)}" if joint == "elbow" else ""
        yield Text(at + QPointF(13, 4), f"{percent(share)}{bend}", _tone(share))
    elif sheet.view is FRONT:
        aside = 1.0 if arm.side == "left" else -1.0
        yield Text(at + QPointF(13 * aside, 4), percent(share), _tone(share), anchor="left" if aside > 0 else "right")


def _tone(share: float) -> Role:
    return "hold" if share < EASY else "tip"


def _gaze(fit: Fit, sheet: Sheet) -> Iterator[Primitive]:
    analysis, found = fit.analysis, fit.gaze
    assert analysis.stance is not None  # asked for where someone stands
    at = sheet.place_px(eye_of(analysis.operator, analysis.stance))
    lens = next((row for row, part in enumerate(analysis.assembly.parts) if part.kind == "lens"), None)
    if lens is not None:
        front = analysis.assembly.cgs_m[lens]
        ahead = sheet.place_px(front + np.array((0.35, 0.0, 0.0)))
        yield Line((sheet.place_px(front), ahead), "quiet", 1.1, "dash-dot")
    yield Dot(at, 4.0, "card", "ink")
    if found is None:
        return
    tone: Role = "hold" if not found.complaints else "tip"
    target = sheet.place_px(found.target_m)
    yield Line((at, target), tone, 1.8, "dash")
    if sheet.view is SIDE:
        way = target - at
        size = max(math.hypot(way.x(), way.y()), 1.0)
        said = say("{angle} up") if found.up_rad > 0 else say("{angle} down")
        word = said.format(angle=angle(abs(found.up_rad)))
        yield Text(at + way / size * (size * 0.5) + QPointF(8, -6), word, tone)
