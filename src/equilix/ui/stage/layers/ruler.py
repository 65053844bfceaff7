"""The engraved scale beside a part while it slides: ticks each 10 mm, figures where they have room, its free travel."""

from __future__ import annotations

import math
from collections.abc import Iterator

from PySide6.QtCore import QPointF

from equilix.rig.clearance import Travel
from equilix.ui.stage.primitives import Line, Primitive, Text
from equilix.ui.stage.ticks import figure, multiples, unit_m
from equilix.units import Display

LEAST_PX = 26.0
"""Figures stand at least this far apart."""
SHORTEST_PX = 50.0
"""A track that a metre of is shorter than this on the sheet is looked along."""


def ruler(
    at: QPointF, way_px: QPointF, now_m: float, travel: Travel, zero_m: float, display: Display
) -> Iterator[Primitive]:
    """The scale along a level or upright track.

    ``at``: where the sliding part is held on the sheet; ``way_px``: where a slide of one metre goes;
    ``now_m``: the slide now; ``zero_m``: what the scale reads at slide 0.
    """
    per_m = math.hypot(way_px.x(), way_px.y())
    if per_m < SHORTEST_PX:
        return
    along = way_px / per_m
    across = QPointF(-along.y(), along.x())
    if across.y() < 0 or (across.y() == 0 and across.x() < 0):
        across = -across
    tick_m = unit_m(display) * (0.1 if display == "us" else 10.0)
    start = at - along * (now_m - travel.from_m) * per_m
    end = at + along * (travel.to_m - now_m) * per_m
    yield Line((start, end), "hold", 2.0)
    for stop in (start, end):
        yield Line((stop - across * 7, stop + across * 7), "hold", 2.0)
    each = next(n for n in (5, 10, 20, 50, 100) if n * tick_m * per_m >= LEAST_PX or n == 100)
    for number in multiples(travel.from_m + zero_m, travel.to_m + zero_m, tick_m):
        tick = start + along * (number * tick_m - zero_m - travel.from_m) * per_m
        long = number % each == 0
        yield Line((tick, tick + across * (7 if long else 4)), "hold", 1.0)
        if long:
            value = number / 10 if display == "us" else number * 10.0
            yield Text(
                tick + across * 17 + QPointF(0, 5), figure(value), "hold", False, "middle", fixed=True, bare=True
            )
