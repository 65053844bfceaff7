"""Strokes in space that drawings of parts are made of: fills, lines, rings, panels on a face."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.kit.solids import AXES, Box, Mesh, Solid

Array = NDArray[np.float64]
Style = Literal["card", "sand", "dark", "glass", "line", "fine", "bright"]
"""Fills: paper card, sand, dark (ink), glass; strokes only: line, fine, bright (on dark)."""


class Stroke(Struct, frozen=True):
    """Points ``(n, 3)`` whose convex outline is filled, or a line through them; ``face`` is the side it lies on."""

    points_m: Array
    style: Style
    filled: bool = True
    face: tuple[float, float, float] | None = None
    around: tuple[float, float, float] | None = None
    """A line around this axis: not drawn where one looks along it."""

    def moved(self, turn: Array, shift_m: Array) -> Stroke:
        """The same stroke turned ``(3, 3)`` and shifted ``(3,)``."""
        ways = [None if way is None else tuple((turn @ np.array(way)).tolist()) for way in (self.face, self.around)]
        return Stroke(self.points_m @ turn.T + shift_m, self.style, self.filled, *ways)


class Placed(Struct, frozen=True):
    """A solid with its centre ``(3,)``, part frame, m."""

    solid: Solid
    centre: Array

    @property
    def half(self) -> Array:
        return self.solid.half_m

    def at(self, x: float, y: float, z: float) -> Array:
        """The point at these shares of the half edges from the centre: (1, 1, 1) is a corner."""
        return np.asarray(self.centre + self.half * np.array((x, y, z)))


def corners(low: Array, high: Array) -> Array:
    """The eight corners ``(8, 3)`` between two."""
    return np.array([(x, y, z) for x in (low[0], high[0]) for y in (low[1], high[1]) for z in (low[2], high[2])])


def ring(centre: Array, radius: float, axis: int, count: int = 28) -> Array:
    """A circle ``(count, 3)`` about an axis (0 x, 1 y, 2 z)."""
    turn = np.linspace(0, 2 * math.pi, count)
    points = np.tile(centre, (count, 1))
    a, b = [k for k in range(3) if k != axis]
    points[:, a] += radius * np.cos(turn)
    points[:, b] += radius * np.sin(turn)
    return points


def outline(placed: Placed) -> Array:
    """The points whose convex outline is that of the solid."""
    solid = placed.solid
    if isinstance(solid, Mesh):
        return np.array(solid.corners) + placed.centre
    if isinstance(solid, Box):
        return corners(placed.centre - placed.half, placed.centre + placed.half)
    axis = AXES.index(solid.axis)
    step = np.zeros(3)
    step[axis] = solid.length_m / 2
    return np.vstack(
        (ring(placed.centre - step, solid.radius_m, axis), ring(placed.centre + step, solid.radius_m, axis))
    )


AXIS_OF = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))


def band(centre: Array, radius: float, axis: int, style: Style = "fine") -> Stroke:
    """A ring around a round thing, seen from the side only."""
    return Stroke(ring(centre, radius, axis), style, filled=False, around=AXIS_OF[axis])


def fill(placed: Placed, style: Style = "card") -> Stroke:
    """The solid, filled."""
    return Stroke(outline(placed), style)


def line(*points: Array, style: Style = "fine", face: tuple[float, float, float] | None = None) -> Stroke:
    """A line through points, on a face where one is named."""
    return Stroke(np.array(points), style, filled=False, face=face)


def panel(placed: Placed, axis: int, side: float, inset: tuple[float, float, float, float], style: Style) -> Stroke:
    """A rectangle on one face: shares of the half edges (from, to, from, to) along the two other axes."""
    a, b = [k for k in range(3) if k != axis]
    points = []
    for p, q in (
        (inset[0], inset[2]),
        (inset[1], inset[2]),
        (inset[1], inset[3]),
        (inset[0], inset[3]),
        (inset[0], inset[2]),
    ):
        share = np.zeros(3)
        share[axis], share[a], share[b] = side, p, q
        points.append(placed.at(*share))
    normal = [0.0, 0.0, 0.0]
    normal[axis] = side
    filled = style not in ("line", "fine", "bright")
    return Stroke(np.array(points), style, filled, (normal[0], normal[1], normal[2]))
