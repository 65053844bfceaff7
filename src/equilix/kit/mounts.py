"""Mounting points, tracks and telescopes: where parts meet and how they may move there."""

from __future__ import annotations

from functools import cached_property
from typing import Annotated, Literal

import numpy as np
from numpy.typing import NDArray

from equilix.errors import Invalid
from equilix.facts import Sayable, fact, length
from equilix.kit.pivots import Beyond
from equilix.mechanics.rotations import unit
from equilix.model import Angle, Coordinate, Direction, Identifier, Length, Model, Position, field
from equilix.schema import Limits

Array = NDArray[np.float64]


def usual_reference(direction: tuple[float, float, float]) -> tuple[float, float, float]:
    """What stands across a direction along an axis: ahead, or up where it looks ahead or back."""
    return (1.0, 0.0, 0.0) if direction[0] == 0.0 else (0.0, 0.0, 1.0)


class Track(Model):
    """A straight way along which a mounted part slides; ``slide`` 0 is the mounting point itself."""

    axis: Direction = (1.0, 0.0, 0.0)
    from_m: Coordinate
    to_m: Coordinate
    pitch_m: Annotated[float, Limits(ge=0.0, le=1.0)] = field(
        default=0.0, description="Distance of the holes or teeth, counted from from_m; 0 where it slides freely."
    )
    scale_zero_m: Coordinate = field(default=0.0, description="What the engraved scale reads at slide 0.")

    def check(self) -> None:
        """Its end does not lie before its start."""
        if self.to_m < self.from_m:
            raise Invalid(fact("mounts.track_end_m_before"))
        unit(self.axis)

    @cached_property
    def axis_unit(self) -> Array:
        """Direction of growing slide ``(3,)``, in the frame of the part that has the track."""
        return unit(self.axis)

    def reads(self, slide_m: float) -> Sayable:
        """'scale reads 84 mm': where the engraved scale stands at a slide."""
        return fact("mounts.scale_reads", at=length(self.scale_zero_m + slide_m))

    def settle(self, slide_m: float) -> float:
        """The nearest place at which a part can be clamped, m: inside the ends and on a hole."""
        inside = min(max(slide_m, self.from_m), self.to_m)
        if self.pitch_m <= 0:
            return inside
        last = int((self.to_m - self.from_m) / self.pitch_m + 1e-9)
        return self.from_m + min(max(round((inside - self.from_m) / self.pitch_m), 0), last) * self.pitch_m

    def has(self, slide_m: float) -> bool:
        """Whether a part can be clamped there, to a tenth of a millimetre."""
        return abs(self.settle(slide_m) - slide_m) <= 1e-4


class Telescope(Model):
    """A part that can be drawn out: solids and points marked ``extends`` move along ``axis`` by 0…``reach_m``."""

    axis: Direction
    reach_m: Length

    @cached_property
    def axis_unit(self) -> Array:
        """Direction of growing extension ``(3,)``, part frame."""
        return unit(self.axis)


class Joint(Model):
    """A motor-driven axis: what is mounted on the point turns about the point's direction.

    The part that turns carries its own track, so that it is slid relative to the axis.
    """

    name: Literal["pan", "roll", "tilt"]
    torque_nm: Annotated[float, Limits(gt=0.0, le=100.0)] = field(description="Continuous rating of the motor.")
    motor_constant_nm_per_sqrt_w: Annotated[float, Limits(gt=0.0, le=10.0)] = 0.15
    from_rad: Angle = -1.2
    to_rad: Angle = 1.2

    def check(self) -> None:
        """Its range does not end before it begins."""
        if self.to_rad < self.from_rad:
            raise Invalid(fact("mounts.range_joint_end_rad"))


class MountPoint(Model):
    """One place of a part where another part can be mounted, or by which the part itself is mounted.

    What fits what is said by :mod:`equilix.kit.fits`. They meet origin on origin, ``direction`` against
    ``direction`` (each points out of its own part), ``reference`` along ``reference``; a turn is right-handed
    about the outward direction of the point that carries.
    """

    name: Identifier
    kind: Identifier
    position_m: Position
    direction: Direction = (0.0, 0.0, 1.0)
    reference: Direction = (1.0, 0.0, 0.0)
    track: Track | None = None
    turns: bool = field(default=False, description="The mounted part can be turned about the direction.")
    turn_step_rad: Annotated[float, Limits(ge=0.0, le=3.2)] = field(
        default=0.0, description="Angle between the teeth; 0 where it turns freely."
    )
    extends: bool = field(default=False, description="Moves with the telescope of the part.")
    beyond: Beyond = field(default=0, description="How many pivots of the part lie between it and the foot.")
    pin: bool = field(default=False, description="A locating pin beside the screw keeps it from turning.")
    screws: Annotated[int, Limits(ge=1, le=8)] = field(default=1, description="How many screws hold here.")
    most_kg: Annotated[float, Limits(gt=0.0, le=200.0)] | None = field(
        default=None, description="Maker's rating of load."
    )
    most_nm: Annotated[float, Limits(gt=0.0, le=500.0)] | None = field(
        default=None, description="Maker's rating against turning, of a rosette or a clamp."
    )
    size_m: Length | None = field(
        default=None, description="Of what is offered: the diameter or width that counts for what fits."
    )
    takes_m: tuple[Length, Length] | None = field(
        default=None, description="Of what the part hangs by: the smallest and the largest size that it takes."
    )
    flank_rad: Annotated[float, Limits(ge=0.0, le=1.6)] | None = field(
        default=None, description="How far the flanks of a dovetail lean from upright."
    )
    thread_m: Length | None = field(default=None, description="How long the screw holds in the thread.")
    insert_n: Annotated[float, Limits(gt=0.0, le=1e5)] | None = field(
        default=None, description="Maker's pull-out load of the threaded insert, in a printed part."
    )
    joint: Joint | None = field(default=None, description="What is mounted here turns on a motor.")

    def check(self) -> None:
        """Its reference stands across its direction; what it takes does not end before it begins."""
        if self.takes_m is not None and self.takes_m[1] < self.takes_m[0]:
            raise Invalid(fact("mounts.takes_end_before_start"))
        if abs(float(unit(self.direction) @ unit(self.reference))) > 1e-3:
            raise Invalid(fact("mounts.direction_reference_mounting_point"))

    @cached_property
    def frame(self) -> Array:
        """Columns reference, direction × reference, direction: a right-handed frame ``(3, 3)``."""
        normal, reference = unit(self.direction), unit(self.reference)
        reference = unit(reference - (reference @ normal) * normal)
        return np.column_stack((reference, np.cross(normal, reference), normal))

    @cached_property
    def mating(self) -> Array:
        """Maps the frame of a carrying point to the rotation of the part that meets it by this point ``(3, 3)``.

        Face to face: the normals are opposed, the references agree.
        """
        return np.asarray(np.diag((1.0, -1.0, -1.0)) @ self.frame.T)

    @cached_property
    def origin(self) -> Array:
        """The position ``(3,)``, m, part frame."""
        return np.array(self.position_m)
