"""What bears the rig, drawn to scale behind it: line and boom, arm and post, tripod, axes and swing of a gimbal."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from typing import TYPE_CHECKING, Final

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPen, QPolygonF

from equilix.analysis import Analysis
from equilix.body.whole import l5_point
from equilix.carry import harness
from equilix.carry.hanging import attitude_rad
from equilix.kit.carriers import Harness, SpringArm, TripodHead
from equilix.ui.stage.marks import label
from equilix.ui.stage.projection import FRONT, PLAN, SIDE
from equilix.ui.theme import Theme, colour
from equilix.units import angle

if TYPE_CHECKING:
    from equilix.ui.stage.view import RigView

Array = NDArray[np.float64]

LEAST_SHOWN_RAD: Final = 0.0087
"""Half a degree: a smaller hang angle is not drawn as one."""


def outer_points(analysis: Analysis) -> Iterator[Array]:
    """Points ``(3,)`` that the side view should have in sight besides the rig."""
    if analysis.support is None or analysis.stance is None or analysis.support.kind == "pad":
        return
    for held in analysis.arms:
        yield held.arm.shoulder_m
    if analysis.setup.carry == "vest":
        yield analysis.stance.shoulders_m["right"]
    if analysis.setup.carry == "harness":
        yield _boom_end(analysis)
    if analysis.setup.carry == "tripod":
        yield analysis.support.datum_m + np.array((0.0, 0.0, -0.22))


def figure_points(analysis: Analysis) -> Iterator[Array]:
    """Points ``(3,)`` of the operator's figure: top of the head, elbows, lower back."""
    stance = analysis.stance
    if stance is None:
        return
    yield stance.head_m + stance.head_half_m * (0.0, 0.0, 1.0)
    yield l5_point(analysis.operator, stance) - np.array((0.12, 0.0, 0.05))
    for held in analysis.arms:
        yield held.arm.elbow_m


def paint_support(painter: QPainter, view: RigView, analysis: Analysis, theme: Theme) -> None:
    """Draw what bears the rig, where the way of carrying has something to draw."""
    draw = _DRAWINGS.get(analysis.setup.carry)
    if draw is not None and analysis.support is not None:
        painter.setBrush(Qt.BrushStyle.NoBrush)
        draw(painter, view, analysis, theme)
        if analysis.setup.carry != "gimbal" and analysis.drives.axes:
            _gimbal(painter, view, analysis, theme)


def paint_table(painter: QPainter, view: RigView, analysis: Analysis, theme: Theme) -> None:
    """From above: what touches the table, the edge over which it tips first, and the tip angle over it."""
    table = analysis.on_table
    if table is None or len(table.polygon_m) < 2:
        return
    corners = [view.place_px(np.array((x, y, 0.0))) for x, y in table.polygon_m]
    painter.setPen(QPen(colour(theme.hold), 1.6, Qt.PenStyle.DashLine))
    painter.setBrush(colour(theme.hold, 26))
    painter.drawPolygon(QPolygonF(corners))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    first = min(table.edges, key=lambda edge: edge.tip_rad)
    value = theme.hold if table.stands else theme.tip
    painter.setPen(QPen(colour(value), 3.0))
    ends = [view.place_px(np.array((*end, 0.0))) for end in (first.start_m, first.end_m)]
    painter.drawLine(*ends)
    said = f"tips at {angle(first.tip_rad)}" if table.stands else "▲ tips over"
    middle = (ends[0] + ends[1]) / 2
    near_edge = middle.x() > view.width() - 110
    label(painter, middle + QPointF(-6 if near_edge else 6, -4), said, value, theme, right=near_edge)


def _line(painter: QPainter, view: RigView, *points: Array) -> None:
    painter.drawPolyline(QPolygonF([view.place_px(point) for point in points]))


def _boom_end(analysis: Analysis) -> Array:
    assert analysis.support is not None
    top = np.array(analysis.support.datum_m)
    bearer = analysis.carried.borne_by(Harness)
    top[2] += 0.15 if bearer is None else harness.line_m(analysis.carried, analysis.support, bearer)
    return top


def _harness(painter: QPainter, view: RigView, analysis: Analysis, theme: Theme) -> None:
    support, stance = analysis.support, analysis.stance
    assert support is not None and stance is not None
    end = _boom_end(analysis)
    middle = (stance.shoulders_m["left"] + stance.shoulders_m["right"]) / 2
    back = middle + np.array((-0.17, 0.0, 0.0))
    painter.setPen(QPen(colour(theme.body), 4.0, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
    _line(
        painter,
        view,
        back + np.array((0, 0, -0.45)),
        back + np.array((0, 0, 0.2)),
        np.array((back[0] + 0.1, end[1], end[2])),
        end,
    )
    painter.setPen(QPen(colour(theme.hold), 1.8))
    _line(painter, view, end, support.datum_m)
    _hang(painter, view, analysis, theme)


def _hang(painter: QPainter, view: RigView, analysis: Analysis, theme: Theme) -> None:
    """The plumb line under the point, the line to the CG, and the angle between them: how the rig will hang."""
    support = analysis.support
    assert support is not None
    if view.view is PLAN:
        return
    pitch, roll = attitude_rad(analysis.carried, support)
    value = pitch if view.view is SIDE else roll
    at, cg = view.place_px(support.datum_m), view.place_px(analysis.mass.cg_m)
    reach = max(math.hypot(cg.x() - at.x(), cg.y() - at.y()), 40.0)
    painter.setPen(QPen(colour(theme.quiet), 1.2, Qt.PenStyle.DashLine))
    painter.drawLine(at, at + QPointF(0, reach * 1.25))
    if abs(value) < LEAST_SHOWN_RAD:
        return
    shown = theme.hold if analysis.status == "rests" else theme.tip
    painter.setPen(QPen(colour(shown), 1.6))
    way = (cg - at) / max(math.hypot(cg.x() - at.x(), cg.y() - at.y()), 1.0)
    painter.drawLine(at, at + way * reach * 1.25)
    start = math.degrees(math.atan2(-way.y(), way.x()))
    span = (270.0 - start + 180.0) % 360.0 - 180.0
    painter.drawArc(QRectF(at.x() - reach, at.y() - reach, 2 * reach, 2 * reach), round(start * 16), round(span * 16))
    if view.view is SIDE:
        side = -1 if way.x() > 0 else 1
        label(painter, at + QPointF(side * 8, reach * 1.15), angle(abs(value)), shown, theme, right=side < 0)


def _low(painter: QPainter, view: RigView, analysis: Analysis, theme: Theme) -> None:
    _hang(painter, view, analysis, theme)


def _vest(painter: QPainter, view: RigView, analysis: Analysis, theme: Theme) -> None:
    support, stance = analysis.support, analysis.stance
    assert support is not None and stance is not None
    arm = analysis.carried.borne_by(SpringArm)
    middle = (stance.shoulders_m["left"] + stance.shoulders_m["right"]) / 2
    plate = middle + np.array((0.13, 0.0, -0.30))
    painter.setPen(QPen(colour(theme.body), 4.0, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
    if arm is not None:
        belt = plate + np.array((-0.02, 0.0, -arm.plates_m / 2))
        _line(painter, view, plate + np.array((0.0, 0.0, arm.plates_m / 2)), plate, belt)
        elbow = (plate + support.datum_m) / 2 + np.array((0.0, -0.12, -0.05))
        painter.setPen(QPen(colour(theme.body), 9.0, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap))
        _line(painter, view, plate, elbow, support.datum_m)
    painter.setPen(QPen(colour(theme.hold), 1.4, Qt.PenStyle.DashLine))
    if view.view is PLAN:
        painter.drawEllipse(view.place_px(support.datum_m), 7, 7)
        return
    up = np.array((0.0, 0.0, 0.10))
    _line(painter, view, support.datum_m + up, support.datum_m - up)
    painter.setPen(QPen(colour(theme.hold), 2.2))
    at = view.place_px(support.datum_m)
    painter.drawLine(at - QPointF(12, 0), at + QPointF(12, 0))
    _hang(painter, view, analysis, theme)


def _tripod(painter: QPainter, view: RigView, analysis: Analysis, theme: Theme) -> None:
    support = analysis.support
    assert support is not None
    head = analysis.carried.borne_by(TripodHead)
    at = view.place_px(support.datum_m)
    if view.view is PLAN:
        if head is not None:
            painter.setPen(QPen(colour(theme.body), 2.0))
            feet = [
                support.datum_m + head.foot_radius_m * np.array((math.cos(a), math.sin(a), 0.0))
                for a in (math.pi, math.pi / 3, -math.pi / 3)
            ]
            painter.drawPolygon(QPolygonF([view.place_px(foot) for foot in feet]))
        return
    px = view.scale * 1000
    over = (0.05 if head is None else head.plate_over_axis_m) * px
    painter.setPen(QPen(colour(theme.body), 3.0))
    painter.drawEllipse(at + QPointF(0, over), 0.035 * px, 0.035 * px)
    crown = at + QPointF(0, over + 0.09 * px)
    painter.drawLine(at + QPointF(0, over + 0.035 * px), crown)
    spread, tall = (0.55, 1.2) if head is None else (head.foot_radius_m, head.height_m)
    for x in (-1.0, 0.5, 0.5) if view.view is SIDE else (-0.87, 0.0, 0.87):
        painter.drawLine(crown, crown + QPointF(x * spread * px, tall * px))


def _gimbal(painter: QPainter, view: RigView, analysis: Analysis, theme: Theme) -> None:
    """Each axis as a line, or as a cross where one looks along it, with the circle that its load sweeps."""
    shown = {SIDE.name: "tilt", FRONT.name: "roll", PLAN.name: "pan"}[view.view.name]
    for axis, swing in zip(analysis.drives.axes, analysis.drives.swings, strict=True):
        at = view.place_px(axis.point_m)
        if axis.joint.name != shown:
            painter.setPen(QPen(colour(theme.hold), 1.1, Qt.PenStyle.DashDotLine))
            _line(painter, view, axis.point_m - axis.direction * 0.22, axis.point_m + axis.direction * 0.22)
            continue
        painter.setPen(QPen(colour(theme.hold), 1.8))
        painter.drawLine(at - QPointF(11, 0), at + QPointF(11, 0))
        painter.drawLine(at - QPointF(0, 11), at + QPointF(0, 11))
        if swing is not None and shown != "pan":
            radius = swing.radius_m * 1000 * view.scale
            strikes = swing.strikes_rad is not None
            painter.setPen(QPen(colour(theme.tip if strikes else theme.hold), 1.3, Qt.PenStyle.DashLine))
            painter.drawEllipse(at, radius, radius)
            if view.view is SIDE and strikes:
                text = f"▲ strikes at {angle(swing.strikes_rad or 0.0)}"
                label(painter, at + QPointF(radius * 0.75, radius * 0.8), text, theme.tip, theme)


def _handheld(painter: QPainter, view: RigView, analysis: Analysis, theme: Theme) -> None:
    """From above: the strip along the line of the hands inside which the wrists have peace, and how far off the CG."""
    support, twist = analysis.support, analysis.conditions[0]
    assert support is not None
    if view.view is not PLAN or len(support.grips or ()) < 2:
        return
    left, right = (view.place_px(place[3]) for place in (support.grips or ()))
    half = twist.balance.tolerance_m * 1000 * view.scale
    painter.setPen(QPen(colour(theme.hold_wash), max(2 * half, 3.0), Qt.PenStyle.SolidLine, Qt.PenCapStyle.FlatCap))
    painter.drawLine(left, right)
    foot = view.place_px(analysis.mass.cg_m - twist.balance.direction * twist.value_m)
    painter.setPen(QPen(colour(theme.hold if twist.ok else theme.tip), 2.0))
    painter.drawLine(foot, view.place_px(analysis.mass.cg_m))


_DRAWINGS: Final[dict[str, Callable[[QPainter, RigView, Analysis, Theme], None]]] = {
    "handheld": _handheld,
    "low": _low,
    "gimbal": _gimbal,
    "vest": _vest,
    "harness": _harness,
    "tripod": _tripod,
}
