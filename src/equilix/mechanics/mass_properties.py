"""Mass, centre of gravity and inertia of many bodies as one, with first-order uncertainty.

Frame: any right-handed one, the same for all. Inertia tensors are about the centre of gravity of what they
describe and carry the minus sign off the diagonal (``I_xy = −∫ x y dm``).
"""

from __future__ import annotations

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

Array = NDArray[np.float64]


class MassProperties(Struct, frozen=True):
    """What a rigid body is to mechanics: ``mass_kg``, ``cg_m`` (3,), ``inertia_kg_m2`` (3, 3) about the CG."""

    mass_kg: float
    cg_m: Array
    inertia_kg_m2: Array

    def principal(self) -> tuple[Array, Array]:
        """Principal moments ``(3,)``, kg·m², least first, and their axes as columns ``(3, 3)``."""
        moments, axes = np.linalg.eigh(self.inertia_kg_m2)
        return moments, axes

    def radii_of_gyration_m(self) -> Array:
        """Radii of gyration ``(3,)`` about the x, y and z axes through the CG, m."""
        return np.asarray(np.sqrt(np.diag(self.inertia_kg_m2) / self.mass_kg))


def combine(masses_kg: Array, cgs_m: Array, inertias_kg_m2: Array) -> MassProperties:
    """One body out of ``n``: masses ``(n,)``, CGs ``(n, 3)``, inertias ``(n, 3, 3)`` in one orientation.

    Parallel-axis (Steiner) theorem: ``I = Σ Iᵢ + mᵢ (dᵢ·dᵢ 1 − dᵢ dᵢᵀ)``.
    """
    mass = float(masses_kg.sum())
    cg = masses_kg @ cgs_m / mass
    offset = cgs_m - cg
    weighted = offset * masses_kg[:, None]
    spread = offset.T @ weighted
    inertia = inertias_kg_m2.sum(axis=0) + np.eye(3) * np.trace(spread) - spread
    return MassProperties(mass, cg, inertia)


def rotated(inertias_kg_m2: Array, rotations: Array) -> Array:
    """Inertia tensors ``(n, 3, 3)`` seen from a frame in which the bodies are turned by ``rotations``."""
    return np.asarray(rotations @ inertias_kg_m2 @ rotations.transpose(0, 2, 1))


def inertia_about(body: MassProperties, point_m: Array) -> Array:
    """Inertia tensor ``(3, 3)`` about a point ``(3,)`` instead of the CG, kg·m²."""
    d = np.asarray(point_m, dtype=float) - body.cg_m
    shifted: Array = body.inertia_kg_m2 + body.mass_kg * ((d @ d) * np.eye(3) - np.outer(d, d))
    return shifted
