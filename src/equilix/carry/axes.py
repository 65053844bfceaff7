"""The motor-driven axes of a rig: what turns on each, hold torques at any attitude, power, and what is struck.

Angles and torques are right-handed about the axes as they lie with the rig as drawn: pan about +z, roll about +x,
tilt about +y (nose down). Attitudes count from there.
"""

from __future__ import annotations

import math
from functools import cached_property
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.kit.mounts import Joint
from equilix.mechanics.joints import Stage, gravity_torques_nm, power_w
from equilix.mechanics.mass_properties import inertia_about
from equilix.mechanics.rotations import about_axis
from equilix.rig.kinematics import Assembly
from equilix.rig.sweep import Swing, swing

Array = NDArray[np.float64]

_POSITIVE: Final = {
    "pan": np.array((0.0, 0.0, 1.0)),
    "roll": np.array((1.0, 0.0, 0.0)),
    "tilt": np.array((0.0, 1.0, 0.0)),
}
WORST_TIP_RAD: Final = math.radians(20.0)
"""How far the handle is tipped in the working range that figures are given for (common practice, no source)."""


class Axis(Struct, frozen=True):
    """One axis as drawn: its motor, what it is carried by, the first thing that turns and all that does."""

    joint: Joint
    carrier: str
    child: str
    direction: Array
    point_m: Array
    members: tuple[str, ...]
    range_rad: tuple[float, float]
    """Working range, right-handed about ``direction``, from the attitude as drawn."""


def axes_of(assembly: Assembly) -> tuple[Axis, ...]:
    """The driven axes of a rig, outermost first."""
    found = []
    for row, placement_id in enumerate(assembly.ids):
        seat = assembly.seats[row]
        if seat is None or seat.point.joint is None:
            continue
        point, frame = assembly.point_pose(seat.parent, seat.point)
        joint, direction = seat.point.joint, frame[:, 2]
        low, high = joint.from_rad, joint.to_rad
        if float(direction @ _POSITIVE[joint.name]) < 0:
            direction, low, high = -direction, -high, -low
        found.append(
            Axis(joint, seat.parent, placement_id, direction, point, assembly.setup.subtree(placement_id), (low, high))
        )
    return tuple(found)


def stages_of(assembly: Assembly, axes: tuple[Axis, ...]) -> tuple[Stage, ...]:
    """The chain for :func:`~equilix.mechanics.joints.gravity_torques_nm`; each axis must turn inside the one before."""
    found = []
    for number, axis in enumerate(axes):
        inner = set(axes[number + 1].members) if number + 1 < len(axes) else set()
        own = assembly.mass_properties(tuple(each for each in axis.members if each not in inner))
        found.append(Stage(axis.direction, axis.point_m, own.mass_kg, own.cg_m))
    return tuple(found)


def down_with_tip(tip_rad: float, towards_rad: float = 0.0) -> Array:
    """Gravity's direction ``(3,)`` in a base tipped by ``tip_rad``: front down, or the side ``towards_rad`` left."""
    return np.array(
        (math.sin(tip_rad) * math.cos(towards_rad), math.sin(tip_rad) * math.sin(towards_rad), -math.cos(tip_rad))
    )


def down_when_turned(turned_rad: float, axis: Array) -> Array:
    """Gravity's direction ``(3,)`` in a base that is turned right-handed by so much about any axis ``(3,)`` of it."""
    return np.asarray(about_axis(axis / np.linalg.norm(axis), turned_rad).T @ (0.0, 0.0, -1.0))


class Drives(Struct, frozen=True, dict=True):
    """The axes of a rig with what their motors do. Made once for an analysis, and only where it is asked for."""

    assembly: Assembly
    axes: tuple[Axis, ...]

    @property
    def names(self) -> tuple[str, ...]:
        """Names of the axes, outermost first."""
        return tuple(axis.joint.name for axis in self.axes)

    def hold_nm(self, attitudes_rad: Array, down: Array) -> Array:
        """Torque ``(k, s)`` that each motor must give at attitudes ``(k, s)``, axes in the order of ``axes``."""
        return -gravity_torques_nm(stages_of(self.assembly, self.axes), attitudes_rad, down)

    @property
    def ratings_nm(self) -> Array:
        """Continuous ratings ``(s,)``."""
        return np.array([axis.joint.torque_nm for axis in self.axes])

    @property
    def motor_constants(self) -> Array:
        """K_m ``(s,)``, N·m/√W."""
        return np.array([axis.joint.motor_constant_nm_per_sqrt_w for axis in self.axes])

    def level_nm(self) -> Array:
        """Hold torque ``(s,)`` as drawn, handle upright."""
        held: Array = self.hold_nm(np.zeros((1, len(self.axes))), down_with_tip(0.0))[0]
        return held

    @cached_property
    def working_nm(self) -> Array:
        """Hold torques ``(k, s)`` over the working range.

        7 places of roll and tilt each, pan straight, with the handle upright and tipped by 20° to four sides.
        """
        grids = [np.linspace(*axis.range_rad, 7) if axis.joint.name != "pan" else np.zeros(1) for axis in self.axes]
        attitudes = np.stack(np.meshgrid(*grids, indexing="ij"), axis=-1).reshape(-1, len(self.axes))
        tips = [down_with_tip(0.0)] + [down_with_tip(WORST_TIP_RAD, side * math.pi / 2) for side in range(4)]
        return np.concatenate([self.hold_nm(attitudes, down) for down in tips])

    def map_share(self, tilts_rad: Array, rolls_rad: Array) -> Array:
        """The hardest worked motor's share of its rating ``(rolls, tilts)``, handle upright, at these attitudes."""
        order = self.names
        attitudes = np.zeros((len(rolls_rad), len(tilts_rad), len(order)))
        if "tilt" in order:
            attitudes[..., order.index("tilt")] = tilts_rad[None, :]
        if "roll" in order:
            attitudes[..., order.index("roll")] = rolls_rad[:, None]
        held = self.hold_nm(attitudes.reshape(-1, len(order)), down_with_tip(0.0))
        worst: Array = (np.abs(held) / self.ratings_nm).max(axis=1).reshape(attitudes.shape[:2])
        return worst

    def watts(self, idle_w: float) -> float:
        """Mean electrical power over the working range."""
        return float(power_w(idle_w, self.working_nm, self.motor_constants).mean())

    def inertias_kg_m2(self) -> Array:
        """Rotational inertia ``(s,)`` of what turns about each axis."""
        found = []
        for axis in self.axes:
            tensor = inertia_about(self.assembly.mass_properties(axis.members), axis.point_m)
            found.append(float(axis.direction @ tensor @ axis.direction))
        return np.array(found)

    @cached_property
    def swings(self) -> tuple[Swing | None, ...]:
        """What each axis's load meets when it turns through its range."""
        return tuple(
            swing(self.assembly, axis.direction, axis.point_m, axis.members, *axis.range_rad) for axis in self.axes
        )
