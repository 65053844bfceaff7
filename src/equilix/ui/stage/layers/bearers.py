"""What bears the rig, drawn to scale behind it: line and boom, arm and post, tripod, axes and swing of a gimbal."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from typing import Final, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QPainterPath

from equilix.analysis import Analysis
from equilix.carry.hanging import attitude_rad
from equilix.ui.stage.layers.stand import tripod
from equilix.ui.stage.layers.worn import boom_end, vest, worn_harness
from equilix.ui.stage.primitives import Dot, Line, Primitive, Role, Shape, Text
from equilix.ui.stage.projection import FRONT, PLAN, SIDE
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.words.language import say
from equilix.words.quantities import angle

Array = NDArray[np.float64]

LEAST_SHOWN_RAD: Final = 0.0087
"""Half a degree: a smaller hang angle is not drawn as one."""
LEG_IN_SIGHT_M: Final = 0.22


def bearer(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """What bears the rig, where the way of carrying has something to draw; the axes of a gimbal that rides on it."""
    if scene.analysis.support is None:
        return
    row = BEARERS[scene.analysis.way.name]
    yield from row.draw(scene, sheet)
    if row.draw is not _gimbal and row.shows_axes and scene.analysis.drives.axes:
        yield from _gimbal(scene, sheet)


def outer_points(analysis: Analysis) -> Iterator[Array]:
    """Points ``(3,)`` that the side view should have in sight besides the rig."""
    if analysis.support is None or analysis.stance is None or analysis.support.kind == "pad":
        return
    for held in analysis.arms:  # of an arm that hangs down its forearm is enough: the rig is what is looked at
        yield held.arm.elbow_m if analysis.way.one_hand else held.arm.shoulder_m
    yield from BEARERS[analysis.way.name].reaches(analysis)


def _line(sheet: Sheet, role: Role, width: float, *points: Array, **more: object) -> Line:
    return Line(tuple(sheet.place_px(point) for point in points), role, width, **more)  # type: ignore[arg-type]


def _harness(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    yield from worn_harness(scene, sheet)
    yield from _hang(scene, sheet)


def _hang(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """The plumb line under the point, the line to the CG, and the angle between them: how the rig will hang."""
    support = scene.analysis.support
    assert support is not None
    if sheet.view is PLAN:
        return
    pitch, roll = attitude_rad(scene.analysis.carried, support)
    value = pitch if sheet.view is SIDE else roll
    at, cg = sheet.place_px(support.datum_m), sheet.place_px(scene.analysis.mass.cg_m)
    reach = max(math.hypot(cg.x() - at.x(), cg.y() - at.y()), 40.0)
    yield Line((at, at + QPointF(0, reach * 1.25)), "quiet", 1.2, "dash")
    if abs(value) < LEAST_SHOWN_RAD:
        return
    tone: Role = "hold" if scene.rests else "tip"
    way = (cg - at) / max(math.hypot(cg.x() - at.x(), cg.y() - at.y()), 1.0)
    yield Line((at, at + way * reach * 1.25), tone)
    start = math.degrees(math.atan2(-way.y(), way.x()))
    span = (270.0 - start + 180.0) % 360.0 - 180.0
    box = QRectF(at.x() - reach, at.y() - reach, 2 * reach, 2 * reach)
    arc = QPainterPath()
    arc.arcMoveTo(box, start)
    arc.arcTo(box, start, span)
    yield Shape(arc, edge=tone)
    if sheet.view is SIDE:
        side = -1 if way.x() > 0 else 1
        where = at + QPointF(side * 8, reach * 1.15)
        yield Text(where, angle(abs(value)), tone, anchor="right" if side < 0 else "left")


def _vest(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    support = scene.analysis.support
    assert support is not None
    yield from vest(scene, sheet)
    at = sheet.place_px(support.datum_m)
    if sheet.view is PLAN:
        yield Dot(at, 7, edge="hold", width=1.4, dash="dash")
        return
    up = np.array((0.0, 0.0, 0.10))
    yield _line(sheet, "hold", 1.4, support.datum_m + up, support.datum_m - up, dash="dash")
    yield Line((at - QPointF(12, 0), at + QPointF(12, 0)), "hold", 2.2)
    yield from _hang(scene, sheet)


def _gimbal(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """Each axis as a line, or as a cross where one looks along it, with the circle that its load sweeps."""
    shown = {SIDE.name: "tilt", FRONT.name: "roll", PLAN.name: "pan"}[sheet.view.name]
    drives = scene.analysis.drives
    for axis, swing in zip(drives.axes, drives.swings, strict=True):
        at = sheet.place_px(axis.point_m)
        if axis.joint.name != shown:
            along = axis.direction * 0.22
            yield _line(sheet, "hold", 1.1, axis.point_m - along, axis.point_m + along, dash="dash-dot")
            continue
        yield Line((at - QPointF(11, 0), at + QPointF(11, 0)), "hold", 1.8)
        yield Line((at - QPointF(0, 11), at + QPointF(0, 11)), "hold", 1.8)
        if swing is not None and shown != "pan":
            radius, strikes = sheet.px(swing.radius_m), swing.strikes_rad is not None
            yield Dot(at, radius, edge="tip" if strikes else "hold", width=1.3, dash="dash")
            if sheet.view is SIDE and strikes:
                said = say("▲ strikes at {what}").format(what=angle(swing.strikes_rad or 0.0))
                yield Text(at + QPointF(radius * 0.75, radius * 0.8), said, "tip")


def _handheld(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """From above: the strip along the line of the hands inside which the wrists have peace, and how far off the CG."""
    support, twist = scene.analysis.support, scene.analysis.conditions[0]
    assert support is not None
    grips = support.grips or ()
    if sheet.view is not PLAN or len(grips) < 2:
        return
    left, right = (sheet.place_px(place.point_m) for place in grips)
    yield Line((left, right), "hold_wash", max(2 * sheet.px(twist.balance.tolerance_m), 3.0))
    cg = scene.analysis.mass.cg_m
    foot = sheet.place_px(cg - twist.balance.direction * twist.value_m)
    yield Line((foot, sheet.place_px(cg)), "hold" if twist.ok else "tip", 2.0)


def _nothing(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """The pad is part of the rig."""
    del scene, sheet
    yield from ()


def _no_more(analysis: Analysis) -> Iterator[Array]:
    del analysis
    yield from ()


def _right_shoulder(analysis: Analysis) -> Iterator[Array]:
    assert analysis.stance is not None
    yield analysis.stance.shoulders_m["right"]


def _boom(analysis: Analysis) -> Iterator[Array]:
    yield boom_end(analysis)


def _leg(analysis: Analysis) -> Iterator[Array]:
    assert analysis.support is not None
    yield analysis.support.datum_m + np.array((0.0, 0.0, -LEG_IN_SIGHT_M))


Small = Literal["chart", "plan", "front"]


class Bearer(Struct, frozen=True):
    """How a way of carrying is drawn, and what of it should be in sight."""

    draw: Callable[[Scene, Sheet], Iterator[Primitive]]
    reaches: Callable[[Analysis], Iterator[Array]] = _no_more
    shows_axes: bool = True
    """Whether the axes of a gimbal that rides along are drawn too."""
    small: tuple[Small, ...] = ("chart", "plan", "front")
    """The small views that matter for it: the front for roll and shares, the plan for the line of the hands and the
    post, the chart for what tilting asks."""


BEARERS: Final[dict[str, Bearer]] = {
    "shoulder": Bearer(_nothing, shows_axes=False, small=("chart", "front")),
    "handheld": Bearer(_handheld, small=("plan", "front")),
    "low": Bearer(_hang, small=("chart", "front")),
    "gimbal": Bearer(_gimbal),
    "vest": Bearer(_vest, _right_shoulder, small=("plan", "front")),
    "harness": Bearer(_harness, _boom, small=("plan", "front")),
    "tripod": Bearer(tripod, _leg, small=("chart", "plan")),
}
"""One row for each way of carrying."""
