"""What was measured on a real part or rig, as it was read: raw, with the rig as it stood then."""

from __future__ import annotations

from typing import Annotated, Literal

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.kit.parts import Part
from equilix.kit.pivots import MOST_PIVOTS, Configuration
from equilix.kit.solids import Axis
from equilix.model import Angle, Coordinate, Identifier, Model, Position, field
from equilix.schema import Limits

Sort = Literal["mass", "support", "balance", "hang", "drop", "turning", "torque"]
"""What was read: a scale under all of it; one under one of two supports; where it balances on an edge; how it hangs;
how long it takes to drop, or to turn on two wires; the moment with which it turns about an axis."""
MOST_PIECES = 1000
Inertia = Annotated[float, Limits(ge=-1e3, le=1e3)]


LEAST_APART_M = 0.01


class Piece(Model):
    """A part where it was: the place of its origin and a quaternion, scalar last, in the frame of what was measured."""

    part: Identifier
    position_m: Position = (0.0, 0.0, 0.0)
    quaternion_xyzw: tuple[float, float, float, float] = (0.0, 0.0, 0.0, 1.0)
    extension_m: Annotated[float, Limits(ge=0.0, le=10.0)] = 0.0
    pivots_rad: Annotated[tuple[Angle, ...], Limits(max_length=MOST_PIVOTS)] = ()

    def set_on(self, part: Part) -> Configuration:
        """How far the part was drawn out and bent; as far as it can be, should it have been changed since."""
        reach = part.telescope.reach_m if part.telescope is not None else 0.0
        return Configuration(min(self.extension_m, reach), self.pivots_rad[: len(part.pivots)])


class Measured(Model):
    """One reading. Its value is in kg (mass, support), m (balance), rad (hang), s (drop, turning) or N·m (torque).

    Frame: that of the part, or of the rig (x forward, y left, z up). The parts stay where they were then, whatever
    becomes of the setup.
    """

    id: Identifier
    sort: Sort
    pieces: Annotated[tuple[Piece, ...], Limits(min_length=1, max_length=MOST_PIECES)]
    value: Annotated[float, Limits(ge=-1e4, le=1e4)]
    sd: Annotated[float, Limits(gt=0.0, le=1e3)] = field(description="Its standard uncertainty, in the same unit.")
    what: Annotated[str, Limits(max_length=200)] = field(default="", description="The part or rig, by its name then.")
    beside_kg: Annotated[float, Limits(ge=0.0, le=50.0)] = field(
        default=0.0, description="Cables and what else was measured with it and is no part."
    )
    beside_m: Position = (0.0, 0.0, 0.0)
    beside_kg_m2: tuple[Inertia, Inertia, Inertia, Inertia, Inertia, Inertia] = field(
        default=(0.0, 0.0, 0.0, 0.0, 0.0, 0.0),
        description="Its inertia about the origin of the frame: xx, yy, zz, xy, xz, yz.",
    )
    axis: Axis = field(
        default="x",
        description="Along which the supports stand or it balances; about which it hangs, drops or turns.",
    )
    point_m: Position = field(
        default=(0.0, 0.0, 0.0), description="It hangs, drops or turns about it; the height of the supports is its z."
    )
    at_m: Coordinate = field(default=0.0, description="Of a support: where the scale is, along the axis.")
    other_m: Coordinate = field(default=0.0, description="Where the other support is.")
    tilt_rad: Annotated[float, Limits(ge=-1.6, le=1.6)] = field(
        default=0.0, description="So far the far end was up, or the nose of what a motor holds."
    )
    wire_m: Annotated[float, Limits(ge=0.0, le=10.0)] = field(default=0.0, description="Length of each of two wires.")
    apart_m: Annotated[float, Limits(ge=0.0, le=10.0)] = field(default=0.0, description="From one wire to the other.")
    mark: Annotated[str, Limits(max_length=80)] = field(
        default="", description="From where a balance was measured, in words."
    )
    mark_m: Coordinate = field(default=0.0, description="Where that is, along the axis.")
    inwards: bool = field(default=False, description="Distances go back, right or down from it.")
    by: Annotated[str, Limits(max_length=80)] = field(default="", description="The instrument.")
    on: Annotated[str, Limits(max_length=40)] = field(default="", description="The day and time, as ISO 8601.")
    left_out: bool = field(default=False, description="It is kept, and not believed.")

    def check(self) -> None:
        """Two supports stand apart, wires are there, and what hangs, drops or is turned does so about x or y."""
        if self.sort == "support" and abs(self.at_m - self.other_m) < LEAST_APART_M:
            raise Invalid(fact("measuring.supports_apart"))
        if self.sort == "turning" and min(self.wire_m, self.apart_m) < LEAST_APART_M:
            raise Invalid(fact("measuring.wires"))
        if self.sort in ("hang", "drop", "torque") and self.axis == "z":
            raise Invalid(fact("measuring.not_about_z"))
        if self.sort in ("mass", "support", "drop", "turning") and self.value < 0:
            raise Invalid(fact("measuring.below_0"))


class Stated(Model):
    """What was said of a part before any reading corrected it."""

    part: Identifier
    mass_kg: Annotated[float, Limits(gt=0.0, le=200.0)]
    mass_sd_kg: Annotated[float, Limits(ge=0.0, le=50.0)]
    cg_m: Position
    cg_sd_m: tuple[Coordinate, Coordinate, Coordinate]
