"""The beam: every part as a weight at its own place, the support, the plumb line, and the two opposed moments."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QPainterPath

from equilix.ui.stage.layers.balance import band_px
from equilix.ui.stage.primitives import Line, Primitive, Role, Shape, Text, Wash, polygon
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.ui.stage.ticks import figure, multiples, step_for, unit_m, unit_word
from equilix.words.language import say
from equilix.words.quantities import torque

HEIGHT_PX: Final = 138
BEAM_PX: Final = 84.0
"""Height of the beam over which the weights stand."""
PX_PER_SQRT_KG: Final = 21.0
LEAST_WEIGHT_PX: Final = 4.0
LEAST_NAMED_PX: Final = 12.0
MOST_NAMES: Final = 8
"""So many of the heaviest parts are named, where there is room."""
NAME_PX, NAME_REACH_PX = 12.0, 26.0
"""The line of the names, and how far from over its weight a name may stand."""
FIGURES_APART_PX: Final = 58.0
NO_MATTER_NM: Final = 0.02
LEFT_PX, RIGHT_PX = 28.0, 54.0
"""Where no figures stand at either end of the axis."""
BAR_PX: Final = 15.0


def beam(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """In the horizontal scale of the side view over it; nothing where nothing bears the rig."""
    analysis = scene.analysis
    if not analysis.assembly.ids or analysis.support is None:
        return
    left, right = band_px(analysis, sheet)
    yield Wash(QRectF(left, 0, right - left, BEAM_PX), "hold_wash")
    yield from _plumb(scene, sheet)
    yield from _weights(scene, sheet)
    middle = sheet.place_px(analysis.support.datum_m).x()
    yield from _axis(scene, sheet, middle)
    yield from _moments(scene, sheet, middle)


def _plumb(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    x = sheet.place_px(scene.analysis.weighed_cg_m).x()
    off = scene.analysis.fore_aft
    haze = max(sheet.px(0.0 if off is None else off.sd_m), 1.0)
    yield Wash(QRectF(x - haze, 0, 2 * haze, BEAM_PX), "hold_wash" if scene.rests else "tip_wash", 170)
    yield Line((QPointF(x, 0), QPointF(x, BEAM_PX)), "hold" if scene.rests else "tip")


def weights(scene: Scene, sheet: Sheet) -> Iterator[tuple[int, QRectF]]:
    """The row of each part that is weighed, and its weight as it stands on the beam.

    Heaviest first, each on the lowest level where it finds room, as one would stack them.
    """
    analysis = scene.analysis
    if not analysis.assembly.ids or analysis.support is None:
        return
    stood: list[tuple[float, float, float]] = []
    masses: list[float] = analysis.assembly.masses_kg.tolist()
    for row in sorted((row for row in range(len(masses)) if analysis.weighed[row]), key=lambda row: -masses[row]):
        x = sheet.place_px(analysis.assembly.cgs_m[row]).x()
        size = max(PX_PER_SQRT_KG * math.sqrt(masses[row]), LEAST_WEIGHT_PX)
        left, right = x - size / 2, x + size / 2
        floor = min([top for a, b, top in stood if b > left and a < right], default=BEAM_PX)
        stood.append((left, right, floor - size))
        yield row, QRectF(left, floor - size, size, size)


def _weights(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    analysis = scene.analysis
    chosen = scene.selected if scene.selected in analysis.setup.by_id else None
    carried = set() if chosen is None else set(analysis.setup.subtree(chosen))
    moments: list[float] = analysis.moments_nm.tolist()
    names = 0
    for row, box in weights(scene, sheet):
        tone: Role = "quiet" if abs(moments[row]) < NO_MATTER_NM else "tip" if moments[row] > 0 else "hold"
        path = QPainterPath()
        path.addRect(box)
        fill: Role = "hold_wash" if analysis.assembly.ids[row] in carried else "card"
        yield Shape(path, fill, tone, 1.0, keeps_off=True)
        if names < MOST_NAMES and box.width() >= LEAST_NAMED_PX:
            names += 1
            name, at = analysis.assembly.parts[row].name, QPointF(box.center().x(), NAME_PX)
            yield Text(at, name, tone, bold=False, anchor="middle", reach_px=NAME_REACH_PX)


def _axis(scene: Scene, sheet: Sheet, middle: float) -> Iterator[Primitive]:
    """The beam itself, with how far it is from the support, fore and aft."""
    unit = scene.display
    yield Line((QPointF(8, BEAM_PX), QPointF(sheet.width - 8, BEAM_PX)), "ink", 1.8)
    per_unit = sheet.px(unit_m(unit))
    step = step_for(per_unit, FIGURES_APART_PX)
    for number in multiples(LEFT_PX - middle, sheet.width - RIGHT_PX - middle, step * per_unit):
        at = QPointF(middle + number * step * per_unit, BEAM_PX)
        yield Line((at, at + QPointF(0, 5)), "quiet", 1.0)
        if number:
            yield Text(at + QPointF(0, 18), figure(number * step), "quiet", False, "middle", fixed=True, bare=True)
    yield Text(QPointF(sheet.width - 5, BEAM_PX + 18), unit_word(unit), "quiet", False, "right", fixed=True, bare=True)
    corners = (QPointF(middle + x, BEAM_PX + y) for x, y in ((0, 1), (-11, 19), (11, 19)))
    yield Shape(polygon(*corners), fill="hold")


def _moments(scene: Scene, sheet: Sheet, middle: float) -> Iterator[Primitive]:
    """What pulls forward and what pulls back, as two bars in one scale."""
    analysis, unit = scene.analysis, scene.display
    room = min(middle - 150, sheet.width - middle - 170)
    per_nm = max(room, 40.0) / max(analysis.forward_nm, analysis.back_nm, 0.1)
    top, line = BEAM_PX + 28, BEAM_PX + 41
    forward, back = analysis.forward_nm * per_nm, analysis.back_nm * per_nm
    yield Wash(QRectF(middle, top, forward, BAR_PX), "tip")
    yield Wash(QRectF(middle - back, top, back, BAR_PX), "hold")
    yield Text(
        QPointF(middle + forward + 8, line),
        say("forward {forward}").format(forward=torque(analysis.forward_nm, unit)),
        "tip",
        False,
    )
    said = say("back {back}").format(back=torque(analysis.back_nm, unit))
    yield Text(QPointF(middle - back - 8, line), said, "hold", False, "right")
