"""A rig that is put together, with who carries it and what bears it: what every way of carrying is asked about."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cached_property
from typing import TypeVar

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.body.load import Place
from equilix.body.operators import Operator
from equilix.carry.axes import Drives, axes_of
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.kit.carriers import Harness, SpringArm, TripodHead
from equilix.kit.parts import Part
from equilix.kit.readings import Reading
from equilix.mechanics.mass_properties import MassProperties
from equilix.rig.kinematics import Assembly
from equilix.rig.setups import Setup

Array = NDArray[np.float64]

CarrierKind = TypeVar("CarrierKind", SpringArm, Harness, TripodHead)


class Carried(Struct, frozen=True, dict=True):
    """What a way of carrying is asked about: a rig that is put together, by whom, and what bears it."""

    setup: Setup
    assembly: Assembly
    mass: MassProperties
    operator: Operator
    bearer: Part | None
    grips: tuple[Place, ...]
    kit: Mapping[str, Part]
    """The parts of the kit by id."""
    rules: Mapping[str, float]
    """Own values for rules of thumb, by key."""
    readings: tuple[Reading, ...] = ()
    """What was read off real rigs made of this kit."""

    @cached_property
    def drives(self) -> Drives:
        """Its motor-driven axes; none without a gimbal."""
        return Drives(self.assembly, axes_of(self.assembly))

    @property
    def weight_n(self) -> float:
        """Weight of the rig."""
        return self.mass.mass_kg * STANDARD_GRAVITY_M_S2

    def borne_by(self, kind: type[CarrierKind]) -> CarrierKind | None:
        """The arm, harness or head that bears it, where one of this kind is chosen."""
        found = self.bearer.carrier if self.bearer is not None else None
        return found if isinstance(found, kind) else None

    @property
    def rear_m(self) -> float:
        """The rearmost x of the rig."""
        return float(self.assembly.boxes_m[0][:, 0].min())

    def named(self, placement_id: str) -> str:
        """Name of the part of a placement."""
        return self.assembly.parts[self.assembly.index[placement_id]].name

    def anchor(self, kind: str) -> tuple[str, Array] | None:
        """The first anchor of a kind, nearest to the root: its placement and its point ``(3,)``, rig frame.

        What turns on a motor is not taken hold of from outside.
        """
        turning: set[str] = set()
        for placement_id, seat in zip(self.assembly.ids, self.assembly.seats, strict=True):
            if seat is not None and seat.point.joint is not None:
                turning.update(self.setup.subtree(placement_id))
        for placement_id, part in zip(self.assembly.ids, self.assembly.parts, strict=True):
            if placement_id in turning:
                continue
            for each in part.anchors:
                if each.kind == kind:
                    return placement_id, self.assembly.to_rig(placement_id, each.position_m)
        return None
