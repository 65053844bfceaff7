"""Who carries what: forces of a pad and of hands on a rig at rest, as a small convex quadratic programme.

The problem is statically indeterminate. Of all forces in equilibrium, with the pad only pushing and inside its
friction cone, the one with the least ``Σ (hand force / comfortable force)² + Σ (joint moment / strength)²``
is chosen. Solver: quadprog (Goldfarb & Idnani's dual active-set method).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
import quadprog
from numpy.typing import NDArray

from equilix.constants import STANDARD_GRAVITY_M_S2

Array = NDArray[np.float64]

PAD_FRICTION = 0.4
"""Friction between pad and clothing (common practice, no source)."""
_ROUNDING = 1e-9
"""A pad may seem to pull by this share of the weight: without it the solver takes a CG that stands to the last bit
over the hands, where the pad just bears nothing, for one that nothing can hold."""
_EVEN_PAD = 1e-4
"""Weight of 'share the pad load evenly': small, so that it decides only what nothing else decides."""


@dataclass(frozen=True, slots=True)
class Lever:
    """A joint behind a hand: where it is (3,), its strength in N·m, and the moment ``(3,)`` it bears unloaded."""

    name: str
    point_m: Array
    strength_nm: float
    own_moment_nm: Array


@dataclass(frozen=True, slots=True)
class Hand:
    """A hand on a grip: the point ``(3,)``, the force in N that it bears with comfort, the joints behind it."""

    name: str
    point_m: Array
    comfortable_n: float
    levers: tuple[Lever, ...]


@dataclass(frozen=True, slots=True)
class Contact:
    """A force ``(3,)`` in N that acts on the rig at a point ``(3,)`` in m."""

    name: str
    point_m: Array
    force_n: Array


@dataclass(frozen=True, slots=True)
class Holding:
    """The contacts that hold the rig; ``falls`` (and no contacts) where none can."""

    contacts: tuple[Contact, ...]
    falls: bool

    def force_of(self, name: str) -> Array:
        """Force ``(3,)`` of one contact, N; zero where it does not exist."""
        return next((contact.force_n for contact in self.contacts if contact.name == name), np.zeros(3))


def skew(vector: Array) -> Array:
    """Matrix ``(3, 3)`` with ``skew(a) @ b = a × b``."""
    x, y, z = vector
    return np.array(((0.0, -z, y), (z, 0.0, -x), (-y, x, 0.0)))


def hold(mass_kg: float, cg_m: Array, pad_corners_m: dict[str, Array], hands: tuple[Hand, ...]) -> Holding:
    """Contact forces on a rig of ``mass_kg`` with its CG at ``cg_m`` (3,), rig frame, lens level.

    A pad corner pushes upwards only and lies inside the cone of friction (an inscribed pyramid). Hands push and
    pull. Equilibrium holds to 1e-6 N and N·m.
    """
    names = [*pad_corners_m, *(hand.name for hand in hands)]
    points = [*pad_corners_m.values(), *(hand.point_m for hand in hands)]
    if not names:
        return Holding((), falls=True)
    weight = mass_kg * STANDARD_GRAVITY_M_S2
    count, pads = len(names), len(pad_corners_m)
    # unknowns in units of the weight, three for each contact; moments about the CG
    equilibrium = np.zeros((6, 3 * count))
    for k, point in enumerate(points):
        equilibrium[:3, 3 * k : 3 * k + 3] = np.eye(3)
        equilibrium[3:, 3 * k : 3 * k + 3] = skew(point - cg_m)
    wanted = np.array((0.0, 0.0, 1.0, 0.0, 0.0, 0.0))
    quadratic = np.zeros((3 * count, 3 * count))
    linear = np.zeros(3 * count)
    quadratic[: 3 * pads, : 3 * pads] = np.eye(3 * pads) * _EVEN_PAD
    for k, hand in enumerate(hands, start=pads):
        block = slice(3 * k, 3 * k + 3)
        quadratic[block, block] += np.eye(3) * (weight / hand.comfortable_n) ** 2
        for lever in hand.levers:
            arm = skew(hand.point_m - lever.point_m) * weight / lever.strength_nm
            quadratic[block, block] += arm.T @ arm
            linear[block] -= arm.T @ (lever.own_moment_nm / lever.strength_nm)
    friction = PAD_FRICTION / math.sqrt(2.0)
    push = np.zeros((5 * pads, 3 * count))
    for k in range(pads):
        push[5 * k : 5 * k + 5, 3 * k : 3 * k + 3] = (
            (0, 0, 1), (1, 0, friction), (-1, 0, friction), (0, 1, friction), (0, -1, friction)
        )  # fmt: skip
    rows = np.vstack((equilibrium, push)) if pads else equilibrium
    bounds = np.concatenate((wanted, np.full(5 * pads, -_ROUNDING)))
    try:
        solution = quadprog.solve_qp(2 * quadratic, 2 * linear, rows.T, bounds, 6)[0]
    except ValueError:  # quadprog's word for 'no forces can do it'
        return Holding((), falls=True)
    if np.abs(equilibrium @ solution - wanted).max() * weight > 1e-6:
        return Holding((), falls=True)
    forces = solution.reshape(count, 3) * weight
    return Holding(tuple(map(Contact, names, points, forces)), falls=False)
