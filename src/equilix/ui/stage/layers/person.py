"""The operator: head, trunk and arms, behind and before the rig; joints by share of strength, and what the eyes do."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import TYPE_CHECKING, Final

import numpy as np
from PySide6.QtCore import QPointF
from PySide6.QtGui import QPainterPath

from equilix.body.endurance import EASY, HARD
from equilix.body.posture import Arm, eye_of
from equilix.keys import Joint
from equilix.ui.stage.primitives import Dot, Line, Primitive, Role, Shape, Text, ellipse, polygon
from equilix.ui.stage.projection import SIDE
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.words.language import say
from equilix.words.quantities import angle, percent

if TYPE_CHECKING:
    from equilix.fit.fit import Fit

"""Under the first share no fatigue was found (Rohmert), over the second it lasts a minute or two."""
MARKED: Final[tuple[Joint, ...]] = ("shoulder", "elbow", "grip")
BELOW_PX = 4.0
"""The trunk goes on below the edge of the sheet."""


def body(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """Head and, from the side, trunk, with the arm that is farther away."""
    stance = scene.analysis.stance
    if stance is None or scene.analysis.support is None:
        return
    half = stance.head_half_m * sheet.px(1.0)
    head = ellipse(sheet.place_px(stance.head_m), float(half[sheet.view.right]), float(half[sheet.view.up]))
    yield Shape(head, edge="body", width=2.0 if sheet.view is SIDE else 1.6)
    if sheet.view is not SIDE:
        return
    joint, px = sheet.place_px(stance.shoulders_m[scene.analysis.operator.shoulder]), sheet.px(1.0)
    top, foot = joint.y() - 0.045 * px, sheet.height + BELOW_PX
    trunk = QPainterPath(QPointF(joint.x() - 0.115 * px, foot))
    trunk.cubicTo(joint.x() - 0.13 * px, top + 0.10 * px, joint.x() - 0.11 * px, top, joint.x() - 0.02 * px, top)
    trunk.cubicTo(joint.x() + 0.09 * px, top, joint.x() + 0.12 * px, top + 0.10 * px, joint.x() + 0.115 * px, foot)
    yield Shape(trunk, edge="body", width=2.0)
    yield from _arms(scene, sheet, near=False)


def near_arm(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """From the side, the arm that is nearer, over the rig."""
    if sheet.view is SIDE:
        yield from _arms(scene, sheet, near=True)


def _arms(scene: Scene, sheet: Sheet, *, near: bool) -> Iterator[Primitive]:
    support = scene.analysis.support
    if support is None:
        return
    for held in scene.analysis.arms:
        if bool(held.arm.shoulder_m[1] <= support.datum_m[1]) == near:
            points = tuple(sheet.place_px(each) for each in (held.arm.shoulder_m, held.arm.elbow_m, held.arm.hand_m))
            yield Line(points, "body", max(sheet.px(0.05), 5.0), alpha=120 if near else 105, round=True)


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
    for arm in fit.arms:
        for joint in MARKED:
            if (joint, arm.side) in shares:
                yield from _joint(fit, sheet, arm, joint, shares[joint, arm.side])
    if fit.spine is not None:
        at, trunk = sheet.place_px(fit.spine.point_m), fit.trunk_share
        yield joint_mark(at, trunk)
        if sheet.view is SIDE:
            yield Text(at + QPointF(13, 4), say("back {trunk}").format(trunk=percent(trunk)), _tone(trunk))


def _joint(fit: Fit, sheet: Sheet, arm: Arm, joint: Joint, share: float) -> Iterator[Primitive]:
    at = sheet.place_px({"shoulder": arm.shoulder_m, "elbow": arm.elbow_m, "grip": arm.hand_m}[joint])
    yield joint_mark(at, share)
    if sheet.view is SIDE and arm.side == fit.analysis.operator.shoulder:
        bend = f", {angle(arm.elbow_angle_rad)}" if joint == "elbow" else ""
        yield Text(at + QPointF(13, 4), f"{share:.0%}{bend}", _tone(share))


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
        word = ("▲ " if found.complaints else "") + said.format(angle=angle(abs(found.up_rad)))
        yield Text(at + way / size * (size * 0.5) + QPointF(8, -6), word, tone)
