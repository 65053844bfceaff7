"""The plain solids a part is made of: box, cylinder and tube, in the frame of the part.

What strikes and what stands is judged by their convex outlines: boxes as they are, round ones as prisms of
:data:`SIDES` sides, whose corners lie on the circle (at most 2 % of the radius inside it).
"""

from __future__ import annotations

import math
from functools import cached_property
from typing import Annotated, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.kit.pivots import Beyond
from equilix.model import Length, Position, Tagged, field
from equilix.schema import Limits, ToldBy

Array = NDArray[np.float64]
Axis = Literal["x", "y", "z"]
AXES = "xyz"
SIDES = 16


CORNERS = np.array([[(corner >> axis) & 1 for axis in range(3)] for corner in range(8)]) * 2.0 - 1.0
"""Signs ``(8, 3)`` of the corners of a box."""


class Polyhedron(Struct, frozen=True):
    """A convex solid about its centre: corners ``(k, 3)``, m, and unit directions of faces and edges ``(f, 3)``."""

    corners_m: Array
    normals: Array
    edges: Array


class _Solid(Tagged):
    TAG = "shape"

    centre_m: Position = (0.0, 0.0, 0.0)
    weight: Annotated[float, Limits(ge=0.0, le=1e6)] | None = field(
        default=None, description="Relative share of the part's mass; by volume where none of the solids has one."
    )
    extends: bool = field(default=False, description="Moves with the telescope of the part.")
    beyond: Beyond = field(default=0, description="How many pivots of the part lie between it and the foot.")


class Box(_Solid):
    """A box with its edges along the axes of the part; ``size_m`` is forward, left, up."""

    shape: Literal["box"] = "box"
    size_m: tuple[Length, Length, Length]

    @cached_property
    def volume_m3(self) -> float:
        """Volume, m³."""
        a, b, c = self.size_m
        return a * b * c

    @cached_property
    def gyration_m2(self) -> Array:
        """Inertia tensor over mass ``(3, 3)`` about the centre, m²: ``(b² + c²)/12`` and so on."""
        a, b, c = (edge * edge for edge in self.size_m)
        return np.diag(((b + c) / 12, (a + c) / 12, (a + b) / 12))

    @cached_property
    def half_m(self) -> Array:
        """Half edges of the enclosing box ``(3,)``, m."""
        return np.array(self.size_m) / 2

    @cached_property
    def outline(self) -> Polyhedron:
        """Its corners, faces and edges about the centre."""
        return Polyhedron(CORNERS * self.half_m, np.eye(3), np.eye(3))


class Tube(_Solid):
    """A round tube along one axis of the part."""

    shape: Literal["tube"] = "tube"
    axis: Axis = "x"
    radius_m: Length
    inner_radius_m: Length
    length_m: Length

    def check(self) -> None:
        """It has a wall."""
        if self.inner_radius_m >= self.radius_m:
            raise Invalid(fact("solids.inner_radius_tube_smaller"))

    @cached_property
    def volume_m3(self) -> float:
        """Volume of the wall, m³."""
        return math.pi * (self.radius_m**2 - self.inner_radius_m**2) * self.length_m

    @cached_property
    def gyration_m2(self) -> Array:
        """Inertia over mass ``(3, 3)``: ``(R² + r²)/2`` along the axis, ``(3(R² + r²) + L²)/12`` across, m²."""
        return _round_gyration(self.radius_m**2 + self.inner_radius_m**2, self.length_m, self.axis)

    @cached_property
    def half_m(self) -> Array:
        """Half edges of the enclosing box ``(3,)``, m."""
        return _round_half(self.radius_m, self.length_m, self.axis)

    @cached_property
    def outline(self) -> Polyhedron:
        """Its corners, faces and edges about the centre."""
        return _prism(self.radius_m, self.length_m, self.axis)


class Cylinder(_Solid):
    """A full cylinder along one axis of the part."""

    shape: Literal["cylinder"] = "cylinder"
    axis: Axis = "x"
    radius_m: Length
    length_m: Length

    @cached_property
    def volume_m3(self) -> float:
        """Volume, m³."""
        return math.pi * self.radius_m**2 * self.length_m

    @cached_property
    def gyration_m2(self) -> Array:
        """Inertia over mass ``(3, 3)``: ``R²/2`` along the axis, ``(3R² + L²)/12`` across, m²."""
        return _round_gyration(self.radius_m**2, self.length_m, self.axis)

    @cached_property
    def half_m(self) -> Array:
        """Half edges of the enclosing box ``(3,)``, m."""
        return _round_half(self.radius_m, self.length_m, self.axis)

    @cached_property
    def outline(self) -> Polyhedron:
        """Its corners, faces and edges about the centre."""
        return _prism(self.radius_m, self.length_m, self.axis)


class Room(Box):
    """A box that is to stay free: where a screen opens, a battery comes out, a fan blows, a button is pressed."""

    name: Annotated[str, Limits(max_length=60)] = field(default="", description="What needs the room.")


Solid = Annotated[Box | Cylinder | Tube, ToldBy("shape")]


def _round_gyration(radii_squared_m2: float, length_m: float, axis: Axis) -> Array:
    across = radii_squared_m2 / 4 + length_m**2 / 12
    diagonal = np.full(3, across)
    diagonal[AXES.index(axis)] = radii_squared_m2 / 2
    return np.diag(diagonal)


def _round_half(radius_m: float, length_m: float, axis: Axis) -> Array:
    half = np.full(3, radius_m)
    half[AXES.index(axis)] = length_m / 2
    return half


def _prism(radius_m: float, length_m: float, axis: Axis) -> Polyhedron:
    """A prism along an axis, with a corner on each of the other axes."""
    k = AXES.index(axis)
    along, a, b = np.eye(3)[[k, (k + 1) % 3, (k + 2) % 3]]
    turns = np.arange(SIDES) * 2 * math.pi / SIDES
    rim = np.outer(np.cos(turns), a) + np.outer(np.sin(turns), b)
    corners = np.concatenate((radius_m * rim - along * length_m / 2, radius_m * rim + along * length_m / 2))
    half = turns[: SIDES // 2] + math.pi / SIDES
    normals = np.outer(np.cos(half), a) + np.outer(np.sin(half), b)
    edges = np.outer(-np.sin(half), a) + np.outer(np.cos(half), b)
    return Polyhedron(corners, np.vstack((along, normals)), np.vstack((along, edges)))
