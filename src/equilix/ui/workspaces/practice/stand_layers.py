"""What bears the rig while it is practised on: drawn from the attempt, as primitives on a sheet."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QPainterPath

from equilix.practice.attempt import Attempt
from equilix.result import Result
from equilix.rig.kinematics import Assembly
from equilix.ui.stage.layers import person
from equilix.ui.stage.layers.stand import tripod
from equilix.ui.stage.primitives import Centre, Dot, Line, Primitive, Shape, Text, tube
from equilix.ui.stage.projection import FRONT, SIDE
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.words.language import say
from equilix.words.quantities import angle
from equilix.words.telling import tell

Array = NDArray[np.float64]

Y = np.eye(3)[1]
DOCK_M: Final = 0.30
AXIS_M: Final = 0.14
CROSS_PX: Final = 11.0
TABLE_M: Final = 0.9


def still(attempt: Attempt, sheet: Sheet) -> Iterator[Primitive]:
    """What stays where it is: who carries the rig, the table."""
    trainer = attempt.trainer
    scene = Scene(Result(trainer.analysis))
    match trainer.stand:
        case "shoulder" if trainer.analysis.figure is not None:
            yield from person.without_arms(trainer.analysis.figure, sheet)
        case "hands":
            yield from person.body(scene, sheet)
        case "table":
            lower, _, _ = trainer.analysis.assembly.boxes_m
            level = float(lower[:, 2].min())
            left, right = (sheet.to_px(side * TABLE_M * 1000.0, -level * 1000.0) for side in (-1, 1))
            yield Line((QPointF(0, left.y()), QPointF(max(sheet.width, right.x()), left.y())), "body", 3.0)
        case _:
            pass


def under(attempt: Attempt, sheet: Sheet) -> Iterator[Primitive]:
    """What moves behind the rig: a line to its hook, the bearing of a sled, the head of a tripod."""
    trainer = attempt.trainer
    if trainer.stand == "sled":
        support = trainer.analysis.support
        assert support is not None  # a sled has a post
        if sheet.view is FRONT:
            yield tube([sheet.place_px(support.datum_m), sheet.place_px(support.datum_m + DOCK_M * Y)], sheet.px(0.016))
    elif trainer.stand == "line":
        yield from _line(attempt, sheet)
    elif trainer.stand == "head":
        yield from tripod(Scene(Result(trainer.analysis)), sheet, trainer.frames[-1].turn)


def _line(attempt: Attempt, sheet: Sheet) -> Iterator[Primitive]:
    trainer = attempt.trainer
    hook, eyelet = (sheet.place_px(each) for each in trainer.springs_m[0])
    yield Line((QPointF(0, hook.y()), QPointF(sheet.width, hook.y())), "rule", 2.0)
    yield Line((hook, eyelet), "ink", 1.6)
    yield Dot(hook, 5.0, "card", "ink", 1.4)


def over(attempt: Attempt, shown: Assembly, sheet: Sheet) -> Iterator[Primitive]:
    """What is before the rig, ``shown`` as it stands now: hands on the grips, a bearing, a hand that holds it."""
    trainer = attempt.trainer
    if trainer.stand == "hands":
        for _, grip in trainer.springs_m:
            yield Dot(sheet.place_px(grip), max(sheet.px(0.008), 4.0), "card", "body", 1.6)
    if trainer.stand == "sled" and sheet.view is SIDE:
        support = trainer.analysis.support
        assert support is not None  # a sled has a post
        yield Dot(sheet.place_px(support.datum_m), max(sheet.px(0.012), 4.0), "card", "ink", 1.6)
    if trainer.held or trainer.caught:
        yield from _held(shown, trainer.caught, sheet)


def _held(shown: Assembly, caught: bool, sheet: Sheet) -> Iterator[Primitive]:
    """A bracket about the rig: hands hold it, or have caught it."""
    flat = sheet.view.flat(shown.cgs_m) * sheet.scale
    middle = flat.mean(axis=0)
    at = sheet.to_px(middle[0] / sheet.scale, middle[1] / sheet.scale)
    reach = float(np.abs(flat - middle).max()) + 26.0
    for side in (-1.0, 1.0):
        path = QPainterPath()
        box = QRectF(at.x() - reach, at.y() - reach, 2 * reach, 2 * reach)
        start = -28.0 if side > 0 else 152.0
        path.arcMoveTo(box, start)
        path.arcTo(box, start, 56.0)
        yield Shape(path, edge="tip" if caught else "hold", width=2.4, dash="dash" if caught else "")
    word = say("caught") if caught else say("held")
    yield Text(at + QPointF(reach * 0.86, -reach * 0.48 - 8), word, "tip" if caught else "hold")


def axis(attempt: Attempt, key: str, sheet: Sheet) -> Iterator[Primitive]:
    """The axis that is chosen: a line, or a cross where one looks along it."""
    trainer = attempt.trainer
    each = trainer.turnable(key)
    frame = trainer.frames[each.link]
    at = trainer.in_world(frame.place_m(each.point_m))
    along = trainer.base @ (frame.turn @ each.axis) * AXIS_M
    start, middle, end = (sheet.place_px(place) for place in (at - along, at, at + along))
    if abs(end.x() - start.x()) + abs(end.y() - start.y()) > CROSS_PX:
        yield Line((start, end), "hold", 1.1, "dash-dot")
    else:
        yield Line((middle - QPointF(CROSS_PX, 0), middle + QPointF(CROSS_PX, 0)), "hold", 1.1)
        yield Line((middle - QPointF(0, CROSS_PX), middle + QPointF(0, CROSS_PX)), "hold", 1.1)


def numbers(attempt: Attempt, sheet: Sheet) -> list[Primitive]:
    """Angles at the joints, and the centre of gravity of all that moves."""
    trainer = attempt.trainer
    frames = trainer.frames
    found: list[Primitive] = []
    found.append(Centre(sheet.place_px(trainer.in_world(trainer.cg_m)), "tip"))
    for each in trainer.rigged.turnables:
        seen = abs(float(each.axis @ np.array(sheet.view.toward)))
        if seen > 0.5:
            at = sheet.place_px(trainer.in_world(frames[each.link].place_m(each.point_m)))
            said = f"{tell(each.name)} {angle(trainer.angle_rad(each))}"
            found.append(Text(at + QPointF(12, -12), said, "ink"))
    return found
