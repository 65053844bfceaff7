"""What balances and what does not: the support, the plumb line with its doubt, the centre of gravity, the forces."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

import numpy as np
from PySide6.QtCore import QPointF, QRectF

from equilix.analysis import Analysis
from equilix.keys import ContactKey
from equilix.ui.stage.primitives import Arrow, Centre, Line, Primitive, Role, Shape, Text, Wash, ellipse, polygon
from equilix.ui.stage.projection import PLAN, SIDE
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet
from equilix.ui.theme import grown
from equilix.words.language import say
from equilix.words.names import SUPPORTS
from equilix.words.quantities import angle, force, length
from equilix.words.wordings.wording import N_

PX_PER_N: Final = 1.2
"""All arrows of force share this scale."""
TITLE_PX, HEAD_PX = 18.0, 24.0
"""The line of the titles, and where the drawing begins under it."""
BAND_ALPHA: Final = 38
"""The band of the support tints the body behind it."""
LEAST_FORCE_N: Final = 0.5
AROUND: Final = (
    ContactKey("pad", "left", "front"), ContactKey("pad", "right", "front"),
    ContactKey("pad", "right", "rear"), ContactKey("pad", "left", "rear"),
)  # fmt: skip


SIDES: Final = {"left": N_("left"), "right": N_("right")}


def band_px(analysis: Analysis, sheet: Sheet) -> tuple[float, float]:
    """From where to where, across the sheet, the CG may be: the pad, or the tolerance about the datum."""
    support, fore_aft = analysis.support, analysis.fore_aft
    assert support is not None  # asked for where something bears the rig
    if support.kind == "pad" or fore_aft is None:
        xs = [sheet.place_px(each.point_m).x() for each in support.bearings] or [sheet.place_px(support.datum_m).x()]
        return min(xs), max(xs)
    middle = sheet.place_px(fore_aft.balance.datum_m).x()
    half = max(sheet.px(fore_aft.balance.tolerance_m), 2.0)
    return middle - half, middle + half


def support(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """The band of the support from the side, the pad as a patch from above and a band from the front."""
    bears = scene.analysis.support
    if bears is None:
        return
    if sheet.view is SIDE:
        left, right = band_px(scene.analysis, sheet)
        yield Wash(QRectF(left, 0, right - left, _band_ends(scene, sheet)), "hold", BAND_ALPHA)
        yield Text(
            QPointF((left + right) / 2, grown(TITLE_PX)),
            say(SUPPORTS[bears.kind]),
            "hold",
            bold=False,
            anchor="middle",
            bare=True,
        )
    elif bears.kind == "pad":
        corners = {each.key: sheet.place_px(each.point_m) for each in bears.bearings}
        if sheet.view is PLAN:
            yield Shape(polygon(*(corners[each] for each in AROUND)), fill="hold", fill_alpha=BAND_ALPHA)
        else:
            xs = [corner.x() for corner in corners.values()]
            yield Wash(
                QRectF(min(xs), grown(HEAD_PX), max(xs) - min(xs), _band_ends(scene, sheet) - grown(HEAD_PX)),
                "hold",
                BAND_ALPHA,
            )


def _band_ends(scene: Scene, sheet: Sheet) -> float:
    """At the edge; on the whole operator at the support."""
    bears = scene.analysis.support
    if bears is None or "figure" not in scene.overlays:
        return sheet.height
    return sheet.place_px(bears.datum_m).y()


def plumb(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """Where the weight pulls, how surely that is known, and how far that is from where it should be."""
    analysis, tone = scene.analysis, _tone(scene)
    if not analysis.assembly.ids:
        return
    at = sheet.place_px(analysis.weighed_cg_m)
    if sheet.view is PLAN:
        yield from _hands(scene, sheet)
        sd = analysis.cg_sd_m * sheet.px(1.0)
        haze = ellipse(at, max(float(sd[0]), 2) + 9, max(float(sd[1]), 2) + 9)
        yield Shape(haze, fill="hold_wash" if scene.rests else "tip_wash", fill_alpha=190)
        return
    if sheet.view is SIDE:
        off = analysis.fore_aft
        haze_px = max(sheet.px(0.0 if off is None else off.sd_m), 1.0)
        wash: Role = "hold_wash" if scene.rests else "tip_wash"
        yield Wash(QRectF(at.x() - haze_px, grown(HEAD_PX), 2 * haze_px, sheet.height), wash, 170)
        if off is not None:
            said = f"{length(off.value_m, scene.display)} ± {length(off.sd_m, scene.display)}"
            yield Text(QPointF(at.x() + 2, grown(TITLE_PX)), said, tone, in_row=True)
    yield Line(
        (QPointF(at.x(), grown(HEAD_PX)), QPointF(at.x(), sheet.height)), tone, 1.6 if sheet.view is SIDE else 1.3
    )


def _hands(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """The line between the hands."""
    hands = [sheet.place_px(held.arm.hand_m) for held in scene.analysis.arms]
    if len(hands) == 2:
        yield Line((hands[0], hands[1]), "hold", 1.4, "dash")


def centres(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """The centre of gravity, and where a plan that is looked at would bring it."""
    if not scene.analysis.assembly.ids:
        return
    yield Centre(sheet.place_px(scene.analysis.weighed_cg_m), _tone(scene))
    if scene.ghost is not None and sheet.view is SIDE:
        yield Centre(sheet.place_px(scene.ghost.after.weighed_cg_m), "hold")


def forces(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """What bears the rig and what each hand does, as arrows in one scale, from the side."""
    analysis = scene.analysis
    if sheet.view is not SIDE or analysis.support is None or not analysis.assembly.ids:
        return
    bears, unit = analysis.holding.support, scene.display
    if bears is not None and bears.force_n[2] > LEAST_FORCE_N:
        total, foot = bears.force_n, sheet.place_px(bears.point_m)
        size_n = float(np.linalg.norm(total))
        way = QPointF(total[0], -total[2]) / math.hypot(total[0], total[2])
        start = foot - way * min(size_n * PX_PER_N, max(sheet.height - foot.y() - 24, 30))
        if analysis.support.pulls:
            start, foot = foot, foot + way * min(size_n * PX_PER_N, max(foot.y() - 40, 30))
        yield Arrow(start, foot + QPointF(0, 2), "hold")
        yield Text(start + QPointF(-8, 4), force(size_n, unit), "hold", anchor="right")
    for contact in analysis.holding.contacts:
        if contact.hand:
            at = sheet.place_px(contact.point_m) + QPointF(26, 0)  # beside the grip, where it can be seen
            yield Arrow(at, at + QPointF(contact.force_n[0], -contact.force_n[2]) * PX_PER_N, "hold")
            said = f"{say(SIDES[contact.hand])} {force(contact.told_n, unit)}"  # as the sentence says it
            yield Text(at + QPointF(12, 14), said, "hold")


def table(scene: Scene, sheet: Sheet) -> Iterator[Primitive]:
    """From above: what touches the table, the edge over which it tips first, and the tip angle over it."""
    if sheet.view is not PLAN or "table" not in scene.overlays:
        return
    found = scene.analysis.on_table
    if found is None or len(found.polygon_m) < 2:
        return
    corners = [sheet.place_px(np.array((x, y, 0.0))) for x, y in found.polygon_m]
    yield Shape(polygon(*corners), "hold", "hold", 1.6, "dash", fill_alpha=26)
    first = min(found.edges, key=lambda edge: edge.tip_rad)
    tone: Role = "hold" if found.stands else "tip"
    start, end = (sheet.place_px(np.array((*each, 0.0))) for each in (first.start_m, first.end_m))
    yield Line((start, end), tone, 3.0)
    said = say("tips at {tip}").format(tip=angle(first.tip_rad)) if found.stands else say("▲ tips over")
    yield Text((start + end) / 2 + QPointF(6, -4), said, tone)


def _tone(scene: Scene) -> Role:
    return "hold" if scene.rests else "tip"
