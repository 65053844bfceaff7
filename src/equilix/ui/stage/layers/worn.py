"""What is worn to bear a rig: the vest with its spring arm, the harness with its boom; to scale, on the body."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF
from PySide6.QtGui import QPainterPath

from equilix.analysis import Analysis
from equilix.body.figure import BodyFigure
from equilix.carry import harness
from equilix.kit.carriers import Harness, SpringArm
from equilix.ui.stage.contours import STATURE_M, smooth, trunk_depth_m
from equilix.ui.stage.primitives import Dot, Line, Primitive, Shape, polygon, tube
from equilix.ui.stage.projection import FRONT, PLAN, SIDE
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet

Array = NDArray[np.float64]

BELT: Final = (0.40, 0.47)
"""Upper and lower edge of a hip belt below the shoulder joints, m (of a stature of 1.75 m)."""
STRAP_M: Final = 0.05
OFF_BODY_M: Final = 0.012
"""How far what is worn stands off the body."""
SPACE_M: Final = 0.028
"""The two bars of a section of a spring arm, from each other."""
BAR_M, BOOM_M = 0.014, 0.022
PLATE_HALF_M: Final = 0.07
FRAME_HALF_M: Final = 0.13
"""Half breadths of the plate of a vest and the frame of a harness."""


def vest(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """The vest on the trunk, and the two sections of its arm."""
    figure, support = scene.analysis.figure, scene.analysis.support
    assert figure is not None and support is not None
    arm = scene.analysis.carried.borne_by(SpringArm)
    plates_m = 0.20 if arm is None else arm.plates_m
    plate = plate_m(figure)
    yield from _belt(figure, sheet)
    if sheet.view is not PLAN:
        yield from _straps(figure, sheet, plate)
    yield _plate(sheet, plate, plates_m)
    if arm is None:
        return
    start = plate + np.array((0.03, 0.0, -plates_m / 4))
    elbow = (start + support.datum_m) / 2 + np.array((0.02, -0.14, -0.03))
    for one, other in ((start, elbow), (elbow, support.datum_m)):
        yield from _section(sheet, one, other)
    for at in (start, elbow):
        yield Dot(sheet.place_px(at), max(sheet.px(0.018), 3.0), "card", "ink", 1.0)


def plate_m(figure: BodyFigure) -> Array:
    """The middle ``(3,)`` of the plate of a vest, on the chest."""
    middle = figure.stance.middle_m
    below = 0.27 * figure.operator.stature_m / STATURE_M
    return np.array((trunk_depth_m(figure, 0.27)[1] + 0.02, middle[1], middle[2] - below))


def worn_harness(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """The frame on the back with its belt and straps, the boom over the head, the line down to the rig."""
    figure, support = scene.analysis.figure, scene.analysis.support
    assert figure is not None and support is not None
    k = figure.operator.stature_m / STATURE_M
    end = boom_end(scene.analysis)
    middle = figure.stance.middle_m
    back = trunk_depth_m(figure, 0.14)[0] - 0.035
    top, foot = (np.array((back, middle[1], middle[2] + k * z)) for z in (0.12, -0.44))
    over = figure.top_m[2] + 0.07
    bow = [
        foot, top, np.array((back - 0.02, middle[1], middle[2] + 0.2 * k)),
        np.array((back + 0.05, end[1], over - 0.03)), np.array((back + 0.22, end[1], max(over, end[2]) + 0.02)), end,
    ]  # fmt: skip
    yield from _belt(figure, sheet)
    if sheet.view is FRONT:
        for side in (-1.0, 1.0):
            rail = [np.array((back, middle[1] + side * FRAME_HALF_M, z)) for z in (foot[2], top[2])]
            yield tube([sheet.place_px(point) for point in rail], sheet.px(BAR_M))
    if sheet.view is not PLAN:
        yield from _straps(figure, sheet, np.array((trunk_depth_m(figure, 0.25)[1], middle[1], middle[2] - 0.25 * k)))
    yield tube(_curve(sheet, bow), sheet.px(BOOM_M))
    yield Line((sheet.place_px(end), sheet.place_px(support.datum_m)), "hold", 1.8)
    if sheet.view is not PLAN:
        yield Dot(sheet.place_px(end), max(sheet.px(0.014), 2.5), "card", "ink", 1.0)
        yield Dot(
            sheet.place_px(support.datum_m + np.array((0.0, 0.0, 0.02))), max(sheet.px(0.014), 2.5), "", "ink", 1.3
        )


def boom_end(analysis: Analysis) -> Array:
    """Where the line of a harness hangs from its boom ``(3,)``."""
    assert analysis.support is not None
    top = np.array(analysis.support.datum_m)
    worn = analysis.carried.borne_by(Harness)
    top[2] += 0.15 if worn is None else harness.line_m(analysis.carried, analysis.support, worn)
    return top


def _curve(sheet: Sheet, points: Sequence[Array]) -> list[QPointF]:
    """A smooth line through places, on the sheet."""
    flat = np.array([sheet.place_px(point).toTuple() for point in points])
    return [QPointF(x, y) for x, y in smooth(flat).tolist()]


def _belt(figure: BodyFigure, sheet: Sheet) -> Iterator[Primitive]:
    """A band about the hips."""
    k = figure.operator.stature_m / STATURE_M
    middle = figure.stance.middle_m
    if sheet.view is PLAN:
        return
    edges = []
    for below in BELT:
        back, front = trunk_depth_m(figure, below)
        half = 0.165 * k * figure.build
        low, high = (
            (back - OFF_BODY_M, front + OFF_BODY_M) if sheet.view is SIDE else (middle[1] - half, middle[1] + half)
        )
        z = middle[2] - k * below
        edges.append([_across(sheet, low, z), _across(sheet, high, z)])
    (a, b), (d, c) = edges
    yield Shape(polygon(a, b, c, d), "card", "ink", 1.0)


def _across(sheet: Sheet, across: float, up: float) -> QPointF:
    """A point of the paper, m."""
    return sheet.to_px(across * 1000.0, -up * 1000.0)


def _straps(figure: BodyFigure, sheet: Sheet, down_to: Array) -> Iterator[Primitive]:
    """Over both shoulders, from the chest to the back."""
    k, middle = figure.operator.stature_m / STATURE_M, figure.stance.middle_m
    if sheet.view is SIDE:
        back = trunk_depth_m(figure, 0.10)[0] - OFF_BODY_M
        front = trunk_depth_m(figure, 0.10)[1] + OFF_BODY_M
        points = [
            np.array((down_to[0] - 0.005, 0.0, down_to[2])), np.array((front, 0.0, middle[2] - 0.09 * k)),
            np.array((middle[0] + 0.035, 0.0, middle[2] + 0.045 * k)),
            np.array((middle[0] - 0.06, 0.0, middle[2] + 0.06 * k)), np.array((back, 0.0, middle[2] - 0.10 * k)),
        ]  # fmt: skip
        yield tube(_curve(sheet, points), sheet.px(OFF_BODY_M * 1.6))
        return
    for side in (-1.0, 1.0):
        points = [
            np.array((0.0, middle[1] + side * 0.05, down_to[2])),
            np.array((0.0, middle[1] + side * 0.105 * k, middle[2] - 0.10 * k)),
            np.array((0.0, middle[1] + side * 0.115 * k, middle[2] + 0.03 * k)),
        ]
        yield tube(_curve(sheet, points), sheet.px(STRAP_M))


def _plate(sheet: Sheet, at: Array, plates_m: float) -> Primitive:
    """The plate on the chest that the arm is hung into."""
    across = 0.012 if sheet.view is SIDE else PLATE_HALF_M
    if sheet.view is PLAN:
        half = np.array((-0.012, PLATE_HALF_M, 0.0))
        corner, far = at + half, at - half
    else:
        side = np.array((across, 0.0, 0.0)) if sheet.view is SIDE else np.array((0.0, across, 0.0))
        up = np.array((0.0, 0.0, plates_m / 2 + 0.03))
        corner, far = at - side + up, at + side - up
    one, other = sheet.place_px(corner), sheet.place_px(far)
    path = QPainterPath()
    x, y = min(one.x(), other.x()), min(one.y(), other.y())
    path.addRoundedRect(x, y, abs(one.x() - other.x()), abs(one.y() - other.y()), 3, 3)
    return Shape(path, "card", "ink", 1.0)


def _section(sheet: Sheet, start: Array, end: Array) -> Iterator[Primitive]:
    """One section: two bars beside each other, a spring between them."""
    one, other = sheet.place_px(start), sheet.place_px(end)
    way = other - one
    size = math.hypot(way.x(), way.y())
    if size < 1.0:
        return
    off = QPointF(-way.y(), way.x()) / size * (sheet.px(SPACE_M) / 2)
    for sign in (-1.0, 1.0):
        yield tube([one + off * sign, other + off * sign], sheet.px(BAR_M))
