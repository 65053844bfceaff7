"""What happens as the lens is tilted: the moment over the aim, or on a gimbal how hard its motors work, as a map."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from typing import Final

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QPainterPath

from equilix.analysis import AIM_LIMIT_RAD, Analysis
from equilix.ui.stage.primitives import Dot, Line, Primitive, Role, Shape, Text, Wash
from equilix.ui.stage.scene import Scene
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import angle, torque

Array = NDArray[np.float64]

ANGLES: Final = np.linspace(-AIM_LIMIT_RAD, AIM_LIMIT_RAD, 41)
TICKS_RAD: Final = tuple(math.radians(each) for each in (-60, -30, 0, 30, 60))
COLUMNS, ROWS = 9, 5
LIMITS: Final = (0.10, 0.50, 1.00)
"""Balanced; works; works hard; cannot hold."""
FILLS: Final[tuple[Role, ...]] = ("hold_wash", "card", "tip_wash", "tip")
INKS: Final[tuple[Role, ...]] = ("hold", "ink", "tip", "card")
LEAST_CELL_PX: Final = (26.0, 13.0)
"""In smaller cells no figure can be read."""


def title(analysis: Analysis) -> str:
    """What is shown: whether a tilt goes on by itself or comes back."""
    if analysis.support is None:
        return say("Lens ±60°")
    if analysis.drives.axes:
        return say("Motor %: tilt →, roll ↑")
    return say("±60°: top-heavy") if analysis.height_over_support_m > 0 else say("±60°: bottom-heavy")


def aim(scene: Scene, bounds: QRectF, read_rad: float | None = None) -> Iterator[Primitive]:
    """The chart in a box of the window; ``read_rad``: the tilt at which its line is read."""
    analysis = scene.analysis
    yield Text(QPointF(14, 18), title(analysis), "quiet", False, fixed=True, bare=True)
    if analysis.support is None:
        return
    if analysis.drives.axes:
        shown = analysis if scene.ghost is None else scene.ghost.after
        yield from _motors(shown, bounds.adjusted(12, 26, -12, -22))
    else:
        yield from _moments(scene, plot_area(bounds), read_rad)


def plot_area(bounds: QRectF) -> QRectF:
    """Where in the box the line of the moments stands."""
    return bounds.adjusted(16, 30, -16, -24)


def angle_at(x: float, bounds: QRectF) -> float:
    """The tilt at a place of the box, rad, no further than the line goes."""
    area = plot_area(bounds)
    share = (x - area.left()) / max(area.width(), 1.0)
    return (min(max(share, 0.0), 1.0) * 2.0 - 1.0) * AIM_LIMIT_RAD


def read_out(analysis: Analysis, at_rad: float, display: Display) -> str:
    """What the line says at a tilt: '20° down: 8.4 N·m'; nothing where there is no line."""
    if analysis.support is None or analysis.drives.axes:
        return ""
    moment = float(analysis.aim_curve(np.array((at_rad,)))[0])
    said = say("{angle} down") if at_rad < 0 else say("{angle} up")
    where = said.format(angle=angle(abs(at_rad)))
    return say("{place}: {moment}").format(place=where, moment=torque(moment, display))


def _ends(area: QRectF, words: tuple[str, str, str]) -> Iterator[Primitive]:
    """The words under the axis: at its left end, in its middle, at its right end."""
    foot = area.bottom() + 16
    yield Text(QPointF(area.left(), foot), words[0], "quiet", False, "left", fixed=True, bare=True)
    yield Text(QPointF(area.center().x(), foot), words[1], "quiet", False, "middle", fixed=True, bare=True)
    yield Text(QPointF(area.right(), foot), words[2], "quiet", False, "right", fixed=True, bare=True)


def _moments(scene: Scene, area: QRectF, read_rad: float | None) -> Iterator[Primitive]:
    """The rig now as a line, the plan that is looked at dashed, what does no harm as a band."""
    analysis = scene.analysis
    now = analysis.aim_curve(ANGLES)
    then = None if scene.ghost is None else scene.ghost.after.aim_curve(ANGLES)
    free = analysis.free_moment_nm
    most = max(float(np.abs(now).max()), 0.0 if then is None else float(np.abs(then).max()), free * 1.2)

    def at(angle: float, moment: float) -> QPointF:
        share = (angle + AIM_LIMIT_RAD) / (2 * AIM_LIMIT_RAD)
        return QPointF(area.left() + share * area.width(), area.center().y() - moment / most * area.height() / 2)

    yield Wash(QRectF(at(-AIM_LIMIT_RAD, free), at(AIM_LIMIT_RAD, -free)), "hold_wash")
    yield Line((at(-AIM_LIMIT_RAD, 0), at(AIM_LIMIT_RAD, 0)), "rule", 1.0)
    yield Line((at(0, most), at(0, -most)), "rule", 1.0)
    tone: Role = "hold" if scene.rests else "tip"
    yield Line(_curve(at, now), tone, 2.0, keeps_off=True)
    if then is not None:
        yield Line(_curve(at, then), "hold", 2.0, "dash", keeps_off=True)
    for tick in TICKS_RAD:
        foot = QPointF(at(tick, 0).x(), area.bottom())
        yield Line((foot, foot - QPointF(0, 5)), "quiet", 1.0)
    yield from _ends(area, (say("↓ down"), "0°", say("↑ up")))
    if read_rad is not None:
        place = at(read_rad, float(analysis.aim_curve(np.array((read_rad,)))[0]))
        yield Line((QPointF(place.x(), area.top()), QPointF(place.x(), area.bottom())), "quiet", 1.0)
        yield Dot(place, 4.0, "card", tone, 1.6, keeps_off=True)
        yield Text(
            QPointF(area.right(), area.bottom() - 6), read_out(analysis, read_rad, scene.display), "ink", anchor="right"
        )
        return
    level = float(now[len(now) // 2])
    yield Text(at(0.0, level) + QPointF(7, -5), torque(level, scene.display), tone, False)


def _curve(at: Callable[[float, float], QPointF], moments: Array) -> tuple[QPointF, ...]:
    return tuple(at(float(angle), float(moment)) for angle, moment in zip(ANGLES, moments, strict=True))


def ranges(analysis: Analysis) -> tuple[Array, Array]:
    """The tilts ``(9,)`` and rolls ``(5,)`` of the map, rad, from the attitude as drawn."""
    by_name = {axis.joint.name: axis.range_rad for axis in analysis.drives.axes}
    return (
        np.linspace(*by_name.get("tilt", (0.0, 0.0)), COLUMNS),
        np.linspace(*by_name.get("roll", (0.0, 0.0)), ROWS),
    )


def _motors(analysis: Analysis, area: QRectF) -> Iterator[Primitive]:
    """Cells with the share of the hardest worked motor in per cent; darker and marked where it works harder."""
    shares = analysis.drives.map_share(*ranges(analysis))
    wide, high = area.width() / COLUMNS, area.height() / ROWS
    told = wide >= LEAST_CELL_PX[0] and high >= LEAST_CELL_PX[1]
    for row in range(ROWS):
        for column in range(COLUMNS):
            share = float(shares[ROWS - 1 - row, column])
            level = level_of_work(share)
            cell = QRectF(area.left() + column * wide, area.top() + row * high, wide, high)
            yield Wash(cell.adjusted(0.5, 0.5, -0.5, -0.5), FILLS[level])
            if told:
                where = cell.center() + QPointF(0, 5)
                said = f"{min(share, 9.99) * 100:.0f}"
                yield Text(where, said, INKS[level], False, "middle", fixed=True, bare=True)
    frame = QPainterPath()
    frame.addRect(QRectF(area.left() + COLUMNS // 2 * wide, area.top() + ROWS // 2 * high, wide, high))
    yield Shape(frame, edge="ink", width=1.4)
    yield from _ends(area, (say("↑ up"), "0°", say("↓ down")))


def level_of_work(share: float) -> int:
    """How hard a motor works: 0 balanced, 1 works, 2 works hard, 3 cannot hold."""
    return sum(share >= limit for limit in LIMITS)
