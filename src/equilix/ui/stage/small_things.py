"""Drawings of small things that would be plain boxes: by what one sees of them first, on their broadest side."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator

import numpy as np

from equilix.ui.stage.strokes import Placed, Stroke, fill, line, panel, ring


def coded(solids: list[Placed]) -> Iterator[Stroke]:
    """A time-code box: a window with four figures, and a socket."""
    box = solids[0]
    yield fill(box)
    yield panel(box, 2, 1, (-0.7, 0.25, -0.6, 0.6), "dark")
    for y in (-0.42, -0.14, 0.14, 0.42):
        yield line(box.at(-0.45, y, 1), box.at(0.0, y, 1), style="bright", face=(0, 0, 1))
    yield line(*ring(box.at(0.62, 0, 1), float(min(box.half[:2])) * 0.25, 2), style="line", face=(0, 0, 1))


def drive(solids: list[Placed]) -> Iterator[Stroke]:
    """A drive: a dark slab with cooling ribs along it and a plug at its end."""
    box = solids[0]
    yield fill(box, "dark")
    for y in (-0.6, -0.3, 0.0, 0.3, 0.6):
        yield line(box.at(-0.8, y, 1), box.at(0.55, y, 1), style="bright", face=(0, 0, 1))
    yield panel(box, 2, 1, (0.72, 0.95, -0.25, 0.25), "card")


def hand_unit(solids: list[Placed]) -> Iterator[Stroke]:
    """A hand unit: a large wheel, a small screen, an aerial."""
    box = solids[0]
    yield line(box.at(0.9, 0.6, 1), box.at(1.0, 0.6, 1) + np.array((0.05, 0.01, 0.0)), style="line")
    yield fill(box, "sand")
    yield panel(box, 2, 1, (0.25, 0.85, -0.6, 0.6), "dark")
    wheel = float(min(box.half[:2])) * 0.72
    for share in (1.0, 0.55):
        yield line(*ring(box.at(-0.35, 0, 1), wheel * share, 2), style="line", face=(0, 0, 1))
    for turn in np.linspace(0, 2 * math.pi, 18, endpoint=False):
        out = np.array((math.cos(turn), math.sin(turn), 0.0)) * wheel
        yield line(box.at(-0.35, 0, 1) + out * 0.85, box.at(-0.35, 0, 1) + out, face=(0, 0, 1))


def converter(solids: list[Placed]) -> Iterator[Stroke]:
    """A converter: one kind of wave on one side of a stroke, a straight line on the other, a socket at each end."""
    box = solids[0]
    yield fill(box)
    yield line(box.at(-0.45, -0.8, 1), box.at(0.45, 0.8, 1), style="line", face=(0, 0, 1))
    wave = [box.at(-0.75 + 0.5 * t, 0.4 + 0.25 * math.sin(2 * math.pi * t), 1) for t in np.linspace(0, 1, 13)]
    yield line(*wave, style="line", face=(0, 0, 1))
    for y in (-0.5, -0.3):
        yield line(box.at(0.25, y, 1), box.at(0.75, y, 1), style="line", face=(0, 0, 1))
    for side in (-1.0, 1.0):
        yield panel(box, 0, side, (-0.4, 0.4, -0.5, 0.5), "dark")


def shade(solids: list[Placed]) -> Iterator[Stroke]:
    """A flag: dark cloth on a light frame, with the hinge at its rear edge."""
    box = solids[0]
    yield fill(box)
    for side in (-1.0, 1.0):
        yield panel(box, 2, side, (-0.72, 0.94, -0.94, 0.94), "dark")
        for y in (-0.5, 0.5):
            yield panel(box, 2, side, (-0.98, -0.76, y - 0.12, y + 0.12), "sand")


def two_rails(solids: list[Placed]) -> Iterator[Stroke]:
    """An offset bracket: a dovetail at each side, and a way across between them."""
    box = solids[0]
    yield fill(box)
    for y in (-0.72, 0.72):
        for off in (-0.14, 0.14):
            yield line(box.at(-1, y + off, 1), box.at(1, y + off, 1), style="line", face=(0, 0, 1))
    for x in (-0.3, 0.3):
        yield line(box.at(x, -0.5, 1), box.at(x, 0.5, 1), face=(0, 0, 1))


def belly_pad(solids: list[Placed]) -> Iterator[Stroke]:
    """A body brace: its clamp, and a hollow pad."""
    clamp, pad = solids
    hollow = np.linspace(-1, 1, 13)
    for z in (-1.0, 1.0):
        rear = [pad.at(-1 + 0.9 * (1 - y * y), y, z) for y in hollow]
        for first, second in itertools.pairwise(rear):
            front = (pad.at(1, 0, 0)[0], first[1], first[2]), (pad.at(1, 0, 0)[0], second[1], second[2])
            yield Stroke(np.array((first, second, *front)), "dark")
    yield line(*(pad.at(-1 + 0.9 * (1 - y * y), y, 1) for y in hollow), style="bright", face=(0, 0, 1))
    yield fill(clamp)


def cradle(solids: list[Placed]) -> Iterator[Stroke]:
    """A gimbal's cradle: the plate of the motor, and a floor with the slot of the camera's screw."""
    wall, floor = solids
    yield fill(floor)
    for y in (-0.35, 0.35):
        yield line(floor.at(-1, y, 1), floor.at(1, y, 1), style="line", face=(0, 0, 1))
    for side in (-1.0, 1.0):
        yield line(floor.at(-0.6, side * 0.06, 1), floor.at(0.6, side * 0.06, 1), face=(0, 0, 1))
    yield fill(wall)
    for side in (-1.0, 1.0):
        yield line(*ring(wall.at(0, side, 0.45), float(wall.half[0]) * 0.6, 1), style="line", face=(0, side, 0))


def top_stage(solids: list[Placed]) -> Iterator[Stroke]:
    """A sled's top stage: a dovetail along it, and a knob at its side and its rear."""
    box = solids[0]
    knob = float(box.half[2]) * 0.9
    for at, axis in ((box.at(0, -1, 0), 1), (box.at(-1, 0, 0), 0)):
        out = np.eye(3)[axis] * 0.014
        yield Stroke(np.vstack((ring(at, knob, axis), ring(at - out, knob, axis))), "dark")
    yield fill(box)
    for y in (-0.5, 0.5):
        yield line(box.at(-1, y, 1), box.at(1, y, 1), style="line", face=(0, 0, 1))
    for x in (-0.6, 0.0, 0.6):
        yield line(*ring(box.at(x, 0, 1), 0.005, 2), face=(0, 0, 1))


def spar(solids: list[Placed]) -> Iterator[Stroke]:
    """A sled's bottom spar: a pair of rods between two end caps, and the clamp of the post in the middle."""
    box = solids[0]
    for y in (-0.8, 0.8):
        rod = (box.at(x, y + off, z) for x in (-1, 1) for off in (-0.2, 0.2) for z in (-0.6, 0.6))
        yield Stroke(np.array(list(rod)), "card")
    for x in (-0.97, 0.0, 0.97):
        wide = 0.03 if x else 0.09
        block = (box.at(x + side, y, z) for side in (-wide, wide) for y in (-1, 1) for z in (-1, 1))
        yield Stroke(np.array(list(block)), "dark" if x else "card")
    yield line(*ring(box.at(0, 0, 1), float(box.half[1]) * 0.5, 2), style="line", face=(0, 0, 1))


def clamp(solids: list[Placed]) -> Iterator[Stroke]:
    """A small clamp: the hole of its rod, the slot that closes on it, and its knob."""
    box = solids[0]
    knob = float(min(box.half)) * 0.7
    at = box.at(0, 1, 0)
    yield Stroke(np.vstack((ring(at, knob, 1), ring(at + np.array((0, 0.012, 0)), knob, 1))), "sand")
    yield fill(box)
    for axis in (0, 2):
        face = np.eye(3)[axis]
        for side in (-1.0, 1.0):
            where = box.at(*(side * face))
            hole = float(min(box.half[k] for k in range(3) if k != axis)) * 0.55
            yield line(
                *ring(where, hole, axis), style="line", face=(side * face[0], side * face[1], side * face[2])
            )  # fmt: skip
    yield line(box.at(0, 0.35, 1), box.at(0, 1, 1), style="line", face=(0, 0, 1))


def pane(solids: list[Placed]) -> Iterator[Stroke]:
    """A filter: glass in a rim."""
    box = solids[0]
    yield fill(box, "sand")
    for side in (-1.0, 1.0):
        yield panel(box, 0, side, (-0.86, 0.86, -0.86, 0.86), "glass")
        yield line(box.at(side, -0.4, 0.1), box.at(side, 0.1, 0.6), face=(side, 0, 0))


def contacts(solids: list[Placed]) -> Iterator[Stroke]:
    """A battery plate: its clamp, and the face with a wedge and contacts."""
    foot, plate = solids
    yield fill(foot)
    yield fill(plate)
    for side in (-1.0, 1.0):
        corners = ((-0.35, 0.7), (0.35, 0.7), (0.2, -0.5), (-0.2, -0.5), (-0.35, 0.7))
        yield line(*(plate.at(side, y, z) for y, z in corners), style="line", face=(side, 0, 0))
        for y in (-0.4, -0.15, 0.15, 0.4):
            yield line(
                plate.at(side, y - 0.06, -0.75), plate.at(side, y + 0.06, -0.75), style="line", face=(side, 0, 0)
            )


def plug_guard(solids: list[Placed]) -> Iterator[Stroke]:
    """A cable clamp: a block with two cables through it and a screw between."""
    box = solids[0]
    for x in (-0.45, 0.45):
        points = (box.at(x + off, y, z) for off in (-0.18, 0.18) for y in (-1.7, 1.7) for z in (-0.2, 0.2))
        yield Stroke(np.array(list(points)), "dark")
    yield fill(box)
    yield line(*ring(box.at(0, 0, 1), float(min(box.half[:2])) * 0.3, 2), style="line", face=(0, 0, 1))
    for x in (-0.45, 0.45):
        yield line(box.at(x, -1, 1), box.at(x, 1, 1), face=(0, 0, 1))


def rosettes(solids: list[Placed]) -> Iterator[Stroke]:
    """A clamp on rods with a bar across it, and a toothed rosette at each end of that."""
    clamp_box, bar = solids
    radius = ROSETTE_M
    yield fill(bar)
    yield fill(clamp_box)
    for y in (-0.6, 0.6):
        yield line(*ring(clamp_box.at(1, y, 0), 0.0075, 0), style="line", face=(1, 0, 0))
    for side in (-1.0, 1.0):
        middle = bar.at(0, side, 0)
        inner = middle - np.array((0, side * 0.008, 0))
        yield Stroke(np.vstack((ring(middle, radius, 1), ring(inner, radius, 1))), "sand")
        for turn in np.linspace(0, 2 * math.pi, 16, endpoint=False):
            out = np.array((math.cos(turn), 0, math.sin(turn))) * radius
            yield line(middle + out * 0.6, middle + out * 0.95, face=(0, side, 0))
        yield line(*ring(middle, radius * 0.35, 1), style="line", face=(0, side, 0))


ROSETTE_M = 0.0155
"""Radius of a usual rosette, of 31 mm (common practice, no source)."""
