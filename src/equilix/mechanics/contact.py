"""Who carries what: forces of pads, a line and hands on a rig at rest, as a small convex quadratic programme.

The problem is statically indeterminate. Of all forces in equilibrium, with pads only pushing and inside their
friction cone, the one with the least ``Σ (hand force / comfortable force)² + Σ (joint moment / strength)²``
is chosen. Solver: DAQP (a dual active-set method; Arnström, Bemporad & Axehill 2022).
"""

from __future__ import annotations

import math

import daqp
import numpy as np
from msgspec import Struct, field
from numpy.typing import NDArray

from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.keys import ContactKey, Joint, Side

Array = NDArray[np.float64]

PAD_FRICTION = 0.4
"""Friction between pad and clothing (common practice, no source)."""
UPRIGHT = 0.7
"""A force with at least this share of it upright lifts, or pulls down (estimate)."""
_ROUNDING = 1e-9
"""A pad may seem to pull by this share of the weight: without it the solver takes a CG that stands to the last bit
over the hands, where the pad just bears nothing, for one that nothing can hold."""
_NO_BOUND, _EQUALITY, _OPTIMAL = 1e30, 5, 1
"""The solver's words: no bound on that side, a row that is an equation, an answer."""
_EVEN_PAD = 1e-4
"""Weight of 'share the pad load evenly': small, so that it decides only what nothing else decides."""


class Bearing(Struct, frozen=True):
    """A point ``(3,)`` where something pushes (a line: pulls) on the rig along a unit ``normal`` (3,), one way only.

    ``friction`` 0 leaves nothing across the normal, as in a line.
    """

    key: ContactKey
    point_m: Array
    normal: Array
    friction: float = PAD_FRICTION
    most_n: float = math.inf
    """What it bears at most along its normal."""


class Lever(Struct, frozen=True):
    """A joint behind a hand: where it is (3,), its strength in N·m, and the moment ``(3,)`` it bears unloaded."""

    joint: Joint
    point_m: Array
    strength_nm: float
    own_moment_nm: Array


class Hand(Struct, frozen=True):
    """A hand on a grip: the point ``(3,)``, the force in N that it bears with comfort, the joints behind it.

    ``pushes_up``: an open palm that cannot pull. ``wrist_nm``: what the wrist bears of a moment; None for a hand that
    only pushes and pulls.
    """

    key: ContactKey
    point_m: Array
    comfortable_n: float
    levers: tuple[Lever, ...]
    pushes_up: bool = False
    wrist_nm: float | None = None


class Contact(Struct, frozen=True):
    """A force ``(3,)``, N, that acts on the rig at a point ``(3,)``, m, and a moment ``(3,)``, N·m, from a wrist."""

    key: ContactKey
    point_m: Array
    force_n: Array
    moment_nm: Array = field(default_factory=lambda: np.zeros(3))

    @property
    def upright(self) -> bool:
        """Whether it lifts or pulls down, rather than holding from the side."""
        return bool(abs(self.force_n[2]) > UPRIGHT * np.linalg.norm(self.force_n))

    @property
    def told_n(self) -> float:
        """The force that is told of it, N: what it lifts or pulls down, else all of it."""
        return float(abs(self.force_n[2]) if self.upright else np.linalg.norm(self.force_n))

    @property
    def hand(self) -> Side:
        """Whose it is where a hand gives it, else empty."""
        return self.key.side if self.key.kind == "hand" else ""


class Bears(Struct, frozen=True):
    """What several contacts give together: the force ``(3,)``, N, and where it goes through ``(3,)``, m."""

    force_n: Array
    point_m: Array


class Holding(Struct, frozen=True):
    """The contacts that hold the rig; ``falls`` (and no contacts) where none can.

    ``weight_at_m`` ``(3,)``: where the weight acts in the state that is told; None where nothing was worked out.
    """

    contacts: tuple[Contact, ...]
    falls: bool
    weight_at_m: Array | None = None

    @property
    def support(self) -> Bears | None:
        """What all but the hands give, through the centre of its upward pressure; None where that lifts nothing."""
        rest = [contact for contact in self.contacts if not contact.hand]
        force = sum((contact.force_n for contact in rest), np.zeros(3))
        if force[2] <= 0.0:
            return None
        return Bears(force, sum((c.point_m * c.force_n[2] for c in rest), np.zeros(3)) / force[2])

    def moment_of(self, key: ContactKey) -> Array:
        """Moment ``(3,)`` that one contact gives besides its force, N·m; zero where it gives none."""
        return next((contact.moment_nm for contact in self.contacts if contact.key == key), np.zeros(3))

    def force_of(self, key: ContactKey) -> Array:
        """Force ``(3,)`` of one contact, N; zero where it does not exist."""
        return next((contact.force_n for contact in self.contacts if contact.key == key), np.zeros(3))


def skew(vector: Array) -> Array:
    """Matrix ``(3, 3)`` with ``skew(a) @ b = a × b``."""
    x, y, z = vector
    return np.array(((0.0, -z, y), (z, 0.0, -x), (-y, x, 0.0)))


def hold(
    mass_kg: float,
    cg_m: Array,
    bearings: tuple[Bearing, ...],
    hands: tuple[Hand, ...],
    given: tuple[Contact, ...] = (),
) -> Holding:
    """Contact forces on a rig of ``mass_kg`` with its CG at ``cg_m`` (3,), rig frame, lens level.

    A bearing pushes one way only and lies inside the cone of friction (an inscribed pyramid). Hands push and
    pull. ``given``: forces that are what they are, as of a spring that is set. Equilibrium holds to 1e-6 N and N·m.
    """
    touching: tuple[Bearing | Hand, ...] = (*bearings, *hands)
    keys, points = [each.key for each in touching], [each.point_m for each in touching]
    weight = mass_kg * STANDARD_GRAVITY_M_S2
    wanted = np.array((0.0, 0.0, 1.0, 0.0, 0.0, 0.0))  # in units of the weight; moments about the CG, m
    for each in given:
        wanted[:3] -= each.force_n / weight
        wanted[3:] -= (skew(each.point_m - cg_m) @ each.force_n + each.moment_nm) / weight
    if not keys:
        return Holding(given, falls=bool(np.abs(wanted).max() * weight > 1e-6 or not given), weight_at_m=cg_m)
    twisting = [k for k, hand in enumerate(hands, start=len(bearings)) if hand.wrist_nm is not None]
    count, pads = len(keys), len(bearings)
    size = 3 * (count + len(twisting))
    # unknowns in units of the weight, three for each contact, then three for each wrist (m); moments about the CG
    equilibrium = np.zeros((6, size))
    for k, point in enumerate(points):
        equilibrium[:3, 3 * k : 3 * k + 3] = np.eye(3)
        equilibrium[3:, 3 * k : 3 * k + 3] = skew(point - cg_m)
    equilibrium[3:, 3 * count :] = np.tile(np.eye(3), len(twisting))
    quadratic = np.zeros((size, size))
    linear = np.zeros(size)
    quadratic[: 3 * pads, : 3 * pads] = np.eye(3 * pads) * _EVEN_PAD
    for k, hand in enumerate(hands, start=pads):
        block = slice(3 * k, 3 * k + 3)
        quadratic[block, block] += np.eye(3) * (weight / hand.comfortable_n) ** 2
        wrist = None
        if hand.wrist_nm is not None:
            first = 3 * (count + twisting.index(k))
            wrist = slice(first, first + 3)
            quadratic[wrist, wrist] += np.eye(3) * (weight / hand.wrist_nm) ** 2
        for lever in hand.levers:
            bears = np.zeros((3, size))
            bears[:, block] = skew(hand.point_m - lever.point_m) * weight / lever.strength_nm
            if wrist is not None:
                bears[:, wrist] = np.eye(3) * weight / lever.strength_nm
            quadratic += bears.T @ bears
            linear -= bears.T @ (lever.own_moment_nm / lever.strength_nm)
    push = _one_sided(bearings, hands, size)
    limits, at_most = _limited(bearings, weight, size)
    rows = np.vstack((equilibrium, push, limits))
    bounds = np.concatenate((wanted, np.full(len(push), -_ROUNDING), at_most))
    none = np.full(len(bounds), _NO_BOUND)
    none[:6] = bounds[:6]
    equal = np.zeros(len(bounds), np.int32)
    equal[:6] = _EQUALITY
    solution, _, flag, _ = daqp.solve(
        2 * quadratic, -2 * linear, rows, none, bounds, equal, primal_tol=1e-12, dual_tol=1e-12
    )
    if flag != _OPTIMAL:  # no forces can do it
        return Holding((), falls=True)
    if np.abs(equilibrium @ solution - wanted).max() * abs(weight) > 1e-6:
        return Holding((), falls=True)
    forces = solution[: 3 * count].reshape(count, 3) * weight
    moments = np.zeros((count, 3))
    moments[twisting] = solution[3 * count :].reshape(-1, 3) * weight
    found = tuple(map(Contact, keys, points, forces, moments))
    return Holding((*given, *found), falls=False, weight_at_m=cg_m)


def _limited(bearings: tuple[Bearing, ...], weight_n: float, size: int) -> tuple[Array, Array]:
    """Rows and lower bounds, in units of the weight, of bearings that give way above a force."""
    rows, least = np.zeros((0, size)), []
    for k, bearing in enumerate(bearings):
        if math.isfinite(bearing.most_n):
            row = np.zeros((1, size))
            row[0, 3 * k : 3 * k + 3] = -bearing.normal
            rows = np.vstack((rows, row))
            least.append(-bearing.most_n / weight_n)
    return rows, np.array(least)


def _one_sided(bearings: tuple[Bearing, ...], hands: tuple[Hand, ...], size: int) -> Array:
    """Rows that must be positive: pushes along the normal, inside the pyramid of friction; palms that push up."""
    rows = []
    for k, bearing in enumerate(bearings):
        block = slice(3 * k, 3 * k + 3)
        friction = bearing.friction / math.sqrt(2.0)
        inward = [bearing.normal]
        for across in _across(bearing.normal):
            inward += [friction * bearing.normal + across, friction * bearing.normal - across]
        for each in inward:
            row = np.zeros(size)
            row[block] = each
            rows.append(row)
    for k, hand in enumerate(hands, start=len(bearings)):
        if hand.pushes_up:
            row = np.zeros(size)
            row[3 * k + 2] = 1.0
            rows.append(row)
    return np.array(rows).reshape(len(rows), size)


def _across(normal: Array) -> tuple[Array, Array]:
    """Two unit vectors square to ``normal`` and to each other."""
    first = np.zeros(3)
    first[int(np.argmin(np.abs(normal)))] = 1.0
    first = first - (first @ normal) * normal
    first /= math.sqrt(float(first @ first))
    return first, np.array(
        (
            normal[1] * first[2] - normal[2] * first[1],
            normal[2] * first[0] - normal[0] * first[2],
            normal[0] * first[1] - normal[1] * first[0],
        )
    )
