"""A tripod under its head: legs with their sections, spreader and feet; pan base, tilt axis and pan bar; to scale."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.kit.carriers import TripodHead
from equilix.ui.stage.primitives import Dot, Line, Primitive, Shape, polygon, tube
from equilix.ui.stage.projection import PLAN, SIDE
from equilix.ui.stage.scene import Scene
from equilix.ui.stage.sheet import Sheet

Array = NDArray[np.float64]

LEGS_RAD: Final = (math.pi, math.pi / 3, -math.pi / 3)
"""One leg to the rear, two to the front."""
BOWL_BELOW_M: Final = 0.09
"""The bowl under the tilt axis."""
UPPER_M, LOWER_M, BAR_M = 0.034, 0.024, 0.014
JOINT: Final = 0.55
"""Where on a leg its lower section begins."""
SPREADER: Final = 0.62
PAN_BAR: Final = np.array((-0.36, 0.0, -0.16))
"""From the tilt axis to the end of the pan bar, m."""
USUAL: Final = (0.05, 0.55, 1.40)
"""Plate over the axis, foot radius and height of a tripod that is not named, m."""


def tripod(scene: Scene, sheet: Sheet, turn: Array | None = None) -> Iterator[Primitive]:
    """The tripod that bears the rig, or a usual one; its head turned ``(3, 3)`` from level."""
    turned = np.eye(3) if turn is None else turn
    support = scene.analysis.support
    assert support is not None
    head = scene.analysis.carried.borne_by(TripodHead)
    over, spread, tall = USUAL if head is None else (head.plate_over_axis_m, head.foot_radius_m, head.height_m)
    axis = support.datum_m - np.array((0.0, 0.0, over))
    bowl = axis - np.array((0.0, 0.0, BOWL_BELOW_M))
    feet = [
        np.array((bowl[0], bowl[1], support.datum_m[2] - tall))
        + spread * np.array((math.cos(each), math.sin(each), 0.0))
        for each in LEGS_RAD
    ]
    if sheet.view is PLAN:
        if head is not None:
            yield Shape(polygon(*(sheet.place_px(foot) for foot in feet)), edge="body", width=1.6, dash="dash")
        for foot in feet:
            yield tube([sheet.place_px(bowl), sheet.place_px(foot)], sheet.px(LOWER_M))
        return
    hubs = [bowl + SPREADER * (foot - bowl) for foot in feet]
    middle = sum(hubs, np.zeros(3)) / 3
    for hub in hubs:
        yield Line((sheet.place_px(hub), sheet.place_px(middle)), "ink", 1.1)
    for foot in feet:
        knee = bowl + JOINT * (foot - bowl)
        yield tube([sheet.place_px(knee), sheet.place_px(foot)], sheet.px(LOWER_M))
        yield tube([sheet.place_px(bowl), sheet.place_px(knee)], sheet.px(UPPER_M))
        yield Dot(sheet.place_px(foot), max(sheet.px(0.016), 2.0), "ink")
    yield _block(sheet, bowl, 0.055, 0.030)
    yield _block(sheet, axis - np.array((0.0, 0.0, 0.045)), 0.042, 0.022)
    up = np.array((0.0, 0.0, 1.0))
    yield _block(sheet, axis + turned @ up * (over / 2), 0.024, over / 2, turned)
    yield _block(sheet, axis + turned @ up * (over - 0.006), 0.055, 0.006, turned)
    bar = turned @ PAN_BAR
    if sheet.view is SIDE:
        yield tube([sheet.place_px(axis), sheet.place_px(axis + bar)], sheet.px(BAR_M))
        yield tube([sheet.place_px(axis + 0.72 * bar), sheet.place_px(axis + bar)], sheet.px(0.028), "ink")
        yield Dot(sheet.place_px(axis), sheet.px(0.034), "card", "ink", 1.0)
        yield Dot(sheet.place_px(axis), max(sheet.px(0.008), 1.5), "ink")
    else:
        yield _block(sheet, axis, 0.05, 0.034)


def _block(sheet: Sheet, at: Array, half_m: float, tall_m: float, turn: Array | None = None) -> Primitive:
    """A piece of the head, seen from the side or the front."""
    across = np.zeros(3)
    across[sheet.view.right] = half_m
    up = np.array((0.0, 0.0, tall_m))
    if turn is not None:
        across, up = turn @ across, turn @ up
    corners = (at - across + up, at + across + up, at + across - up, at - across - up)
    return Shape(polygon(*(sheet.place_px(each) for each in corners)), "card", "ink", 1.0)
