"""The solids a part is made of: box, cylinder and tube, and what came from a file, in the frame of the part.

What strikes and what stands is judged by their convex outlines. What came from a file of triangles is drawn by its
convex outline with its sharp edges on it.
"""

from __future__ import annotations

import math
from functools import cached_property
from typing import Annotated, Final, Literal

import numpy as np
from numpy.typing import NDArray

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.kit.pivots import Beyond
from equilix.kit.polyhedra import Polyhedron, block, hull, prism
from equilix.model import Coordinate, Length, Position, Tagged, field
from equilix.schema import Limits, ToldBy

Array = NDArray[np.float64]
Axis = Literal["x", "y", "z"]
AXES = "xyz"

MIDDLE: Final = np.zeros(3)
MIDDLE.setflags(write=False)


class _Solid(Tagged):
    """What all solids have; ``balance`` is where one balances from its middle."""

    TAG = "shape"

    centre_m: Position = (0.0, 0.0, 0.0)
    weight: Annotated[float, Limits(ge=0.0, le=1e6)] | None = field(
        default=None, description="Relative share of the part's mass; by volume where none of the solids has one."
    )
    extends: bool = field(default=False, description="Moves with the telescope of the part.")
    beyond: Beyond = field(default=0, description="How many pivots of the part lie between it and the foot.")

    @property
    def balance(self) -> Array:
        """Its CG from its middle ``(3,)``, m."""
        return MIDDLE


class _Sized(_Solid):
    """What is told by the size of its enclosing box; ``size_m`` is forward, left, up."""

    size_m: tuple[Length, Length, Length]

    @cached_property
    def half_m(self) -> Array:
        """Half edges of the enclosing box ``(3,)``, m."""
        return np.array(self.size_m) / 2


class Box(_Sized):
    """A box with its edges along the axes of the part."""

    shape: Literal["box"] = "box"

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
    def outline(self) -> Polyhedron:
        """Its corners, faces and edges about the centre."""
        return block(self.half_m)


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
        return prism(self.radius_m, self.length_m, AXES.index(self.axis))


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
        return prism(self.radius_m, self.length_m, AXES.index(self.axis))


class Room(Box):
    """A box that is to stay free: where a screen opens, a battery comes out, a fan blows, a button is pressed."""

    name: Annotated[str, Limits(max_length=60)] = field(default="", description="What needs the room.")


MOST_CORNERS: Final = 200
MOST_EDGES: Final = 300
Spread = Annotated[float, Limits(ge=-100.0, le=100.0)]
Edge = tuple[Coordinate, Coordinate, Coordinate, Coordinate, Coordinate, Coordinate, float, float, float]
"""From, to, and the way out of the faces that meet there."""


class Mesh(_Sized):
    """All places are from the middle of its enclosing box, which is ``centre_m``; m, and m² for ``spread_m2``."""

    shape: Literal["mesh"] = "mesh"
    file: Annotated[str, Limits(max_length=120)] = field(default="", description="The file that it came from.")
    volume: Annotated[float, Limits(gt=0.0, le=10.0)] = field(description="Of the material, m³.")
    balance_m: Position = field(default=(0.0, 0.0, 0.0), description="Its centre of gravity.")
    spread_m2: tuple[Spread, Spread, Spread, Spread, Spread, Spread] = field(
        description="Second moments about it, over the volume: xx, yy, zz, xy, xz, yz."
    )
    corners: Annotated[tuple[Position, ...], Limits(min_length=4, max_length=MOST_CORNERS)] = field(
        description="Of its convex outline."
    )
    edges: Annotated[tuple[Edge, ...], Limits(max_length=MOST_EDGES)] = ()

    @property
    def volume_m3(self) -> float:
        """Volume, m³."""
        return self.volume

    @cached_property
    def balance(self) -> Array:
        """Its CG from its middle ``(3,)``, m."""
        return np.array(self.balance_m)

    @cached_property
    def gyration_m2(self) -> Array:
        """Inertia over mass ``(3, 3)`` about its CG: ``tr(C) I − C`` of the second moments C, m²."""
        xx, yy, zz, xy, xz, yz = self.spread_m2
        spread = np.array(((xx, xy, xz), (xy, yy, yz), (xz, yz, zz)))
        return np.asarray(np.trace(spread) * np.eye(3) - spread)

    @cached_property
    def outline(self) -> Polyhedron:
        """Its convex outline about the centre of its enclosing box."""
        return hull(np.array(self.corners), self.half_m)

    def stretched(self, factors: Array) -> dict[str, object]:
        """Its fields stretched along the axes of the part by ``factors`` ``(3,)``."""
        x, y, z = factors.tolist()
        spread = np.array(self.spread_m2) * (x * x, y * y, z * z, x * y, x * z, y * z)
        edges = np.array(self.edges).reshape(-1, 9) * (x, y, z, x, y, z, 1, 1, 1)
        return {
            "size_m": tuple((np.array(self.size_m) * factors).tolist()),
            "volume": self.volume * x * y * z,
            "balance_m": tuple((self.balance * factors).tolist()),
            "spread_m2": tuple(spread.tolist()),
            "corners": tuple(tuple(row) for row in (np.array(self.corners) * factors).tolist()),
            "edges": tuple(tuple(row) for row in edges.tolist()),
        }


Solid = Annotated[Box | Cylinder | Tube | Mesh, ToldBy("shape")]
"""What a part is made of."""


def _round_gyration(radii_squared_m2: float, length_m: float, axis: Axis) -> Array:
    across = radii_squared_m2 / 4 + length_m**2 / 12
    diagonal = np.full(3, across)
    diagonal[AXES.index(axis)] = radii_squared_m2 / 2
    return np.diag(diagonal)


def _round_half(radius_m: float, length_m: float, axis: Axis) -> Array:
    half = np.full(3, radius_m)
    half[AXES.index(axis)] = length_m / 2
    return half
