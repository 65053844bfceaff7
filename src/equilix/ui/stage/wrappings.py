"""Drawings of what is drawn over a rig, slipped into something or carried by its handle: covers, trays, bags, cases."""

from __future__ import annotations

import math
from collections.abc import Iterator

import numpy as np

from equilix.ui.stage.strokes import Placed, Stroke, fill, line, panel, ring


def filter_tray(solids: list[Placed]) -> Iterator[Stroke]:
    """A frame with glass in it and a tab to draw it out by."""
    frame, tab = solids
    yield fill(frame, "sand")
    for side in (-1.0, 1.0):
        yield panel(frame, 0, side, (-0.84, 0.84, -0.84, 0.84), "glass")
    yield fill(tab, "dark")


def battery_with_lead(solids: list[Placed]) -> Iterator[Stroke]:
    """A battery that is none: its outline, a cross of its contacts, and the lead that comes out of it."""
    box, lead = solids
    yield fill(lead, "dark")
    yield fill(box)
    for side in (-1.0, 1.0):
        yield line(box.at(-0.7, side, -0.7), box.at(0.7, side, 0.7), face=(0, side, 0))
        yield line(box.at(-0.7, side, 0.7), box.at(0.7, side, -0.7), face=(0, side, 0))


def furry(solids: list[Placed]) -> Iterator[Stroke]:
    """A rounded cover with hairs that stand off it."""
    body = solids[0]
    reach = body.half * 1.12
    hairs = np.linspace(0, 2 * math.pi, 40, endpoint=False)
    for across in (1, 2):
        for number, turn in enumerate(hairs):
            out = np.zeros(3)
            out[0], out[across] = math.cos(turn), math.sin(turn)
            yield line(body.centre + out * body.half * 0.9, body.centre + out * reach * (1.0 if number % 2 else 0.94))
    for axis in (1, 2):
        oval = np.tile(body.centre, (28, 1))
        turns = np.linspace(0, 2 * math.pi, 28)
        oval[:, 0] += body.half[0] * np.cos(turns)
        oval[:, axis] += body.half[axis] * np.sin(turns)
        yield Stroke(oval, "sand")
    yield Stroke(ring(body.centre, float(body.half[1]), 0), "sand")


def cover(solids: list[Placed]) -> Iterator[Stroke]:
    """Cloth: panels with a hem, and folds that run down."""
    for placed in solids:
        yield fill(placed, "glass")
    for placed in solids[1:]:
        for side in (-1.0, 1.0):
            yield line(placed.at(-1, side, -0.88), placed.at(1, side, -0.88), face=(0, side, 0))
            for x in (-0.6, -0.15, 0.35, 0.75):
                yield line(placed.at(x, side, 0.9), placed.at(x + 0.06, side, -0.8), face=(0, side, 0))


def bag(solids: list[Placed]) -> Iterator[Stroke]:
    """A soft box with a strap over it, a seam about its lid and a pocket."""
    box = solids[0]
    for y in (-0.28, 0.28):
        strap = [box.at(0.5 * math.cos(t), y, 0.9 + 0.4 * math.sin(t)) for t in np.linspace(0, math.pi, 13)]
        yield line(*strap, style="line")
    yield fill(box, "sand")
    for side in (-1.0, 1.0):
        yield line(box.at(-1, side, 0.55), box.at(1, side, 0.55), style="line", face=(0, side, 0))
        yield panel(box, 1, side, (-0.6, 0.6, -0.7, 0.3), "fine")
        yield line(box.at(side, -1, 0.55), box.at(side, 1, 0.55), style="line", face=(side, 0, 0))
        yield panel(box, 2, 1, (side * 0.28 - 0.05, side * 0.28 + 0.05, -1.0, 1.0), "dark")
    yield panel(box, 2, 1, (-0.9, 0.9, -0.86, 0.86), "line")


def case(solids: list[Placed]) -> Iterator[Stroke]:
    """A hard shell with ribs, a lid and two latches."""
    box = solids[0]
    yield fill(box)
    for side in (-1.0, 1.0):
        yield line(box.at(-1, side, 0.3), box.at(1, side, 0.3), style="line", face=(0, side, 0))
        yield line(box.at(side, -1, 0.3), box.at(side, 1, 0.3), style="line", face=(side, 0, 0))
        for x in (-0.9, -0.3, 0.3, 0.9):
            yield line(box.at(x, side, -0.9), box.at(x, side, 0.2), face=(0, side, 0))
        for x in (-0.6, 0.6):
            yield panel(box, 1, side, (x - 0.08, x + 0.08, 0.1, 0.5), "dark")
    yield panel(box, 2, 1, (-0.92, 0.92, -0.9, 0.9), "line")
    for y in (-0.45, 0.0, 0.45):
        yield line(box.at(-0.8, y, 1), box.at(0.8, y, 1), face=(0, 0, 1))
    yield panel(box, 2, 1, (-0.22, 0.22, -1.0, -0.86), "dark")
