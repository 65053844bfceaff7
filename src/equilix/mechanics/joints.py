"""Torque of gravity about nested axes: a chain of stages, each turning about an axis carried by the one before.

Frame: that of the base, x forward, y left, z up, at home (all angles 0). A stage's own part of the chain is what
it carries outside the next axis.
"""

from __future__ import annotations

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.constants import STANDARD_GRAVITY_M_S2

Array = NDArray[np.float64]


class Stage(Struct, frozen=True):
    """One axis at home: unit ``axis`` (3,), a ``point_m`` (3,) on it, and its own mass and CG ``(3,)``."""

    axis: Array
    point_m: Array
    mass_kg: float
    cg_m: Array


def turns_about(axis: Array, angles_rad: Array) -> Array:
    """Right-handed rotations ``(k, 3, 3)`` about one unit axis ``(3,)`` by angles ``(k,)`` (Rodrigues' formula)."""
    x, y, z = axis
    cross = np.array(((0.0, -z, y), (z, 0.0, -x), (-y, x, 0.0)))
    sines, cosines = np.sin(angles_rad)[:, None, None], np.cos(angles_rad)[:, None, None]
    return np.asarray(np.eye(3) + sines * cross + (1 - cosines) * (cross @ cross))


def gravity_torques_nm(stages: tuple[Stage, ...], angles_rad: Array, down: Array) -> Array:
    """Torque of gravity ``(k, s)`` in N·m about each of ``s`` axes at ``k`` attitudes, right-handed about the axis.

    ``angles_rad`` ``(k, s)`` from home, outermost axis first; ``down`` ``(3,)`` or ``(k, 3)`` the unit vector of
    gravity in the frame of the base. A motor that holds still gives the opposite. Everything inside an axis counts:
    ``a · Σ (r − p) × m g``.
    """
    count, size = len(angles_rad), len(stages)
    rotation = np.broadcast_to(np.eye(3), (count, 3, 3))
    moved = np.zeros((count, 3))
    axes, points, cgs = np.empty((size, count, 3)), np.empty((size, count, 3)), np.empty((size, count, 3))
    for k, stage in enumerate(stages):
        axes[k] = rotation @ stage.axis
        points[k] = moved + rotation @ stage.point_m
        rotation = rotation @ turns_about(stage.axis, angles_rad[:, k])
        moved = points[k] - rotation @ stage.point_m
        cgs[k] = moved + rotation @ stage.cg_m
    masses = np.array([stage.mass_kg for stage in stages])
    inside = np.cumsum(masses[::-1])[::-1]
    first = np.cumsum((masses[:, None, None] * cgs)[::-1], axis=0)[::-1]
    pulls = np.cross(first - inside[:, None, None] * points, np.broadcast_to(down, (count, 3)))
    torques: Array = np.einsum("ski,ski->ks", axes, pulls) * STANDARD_GRAVITY_M_S2
    return torques


def power_w(idle_w: float, torques_nm: Array, motor_constants: Array) -> Array:
    """Electrical power ``(k,)``: ``P₀ + Σ (τ/K_m)²``, with ``K_m`` ``(s,)`` in N·m/√W."""
    return np.asarray(idle_w + ((torques_nm / motor_constants) ** 2).sum(axis=-1))
