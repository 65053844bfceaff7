"""A part or a rig as one rigid body, and how that goes with the data of each of its parts.

Data ``(k, 4)``: of each part its mass, kg, and its CG in its own frame, m. The whole ``(10,)``: mass, first moment
``(3,)`` and inertia about the origin (xx, yy, zz, xy, xz, yz; with the minus sign off the diagonal), in the frame of
what was measured.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.kit.measured import Measured
from equilix.kit.parts import Part
from equilix.mechanics.mass_properties import MassProperties
from equilix.mechanics.rotations import from_quaternion

Array = NDArray[np.float64]

PAIRS: Final = ((0, 0), (1, 1), (2, 2), (0, 1), (0, 2), (1, 2))
"""Which numbers of an inertia tensor stand in a row of six."""


class Whole(Struct, frozen=True, dict=True):
    """Pieces ``n`` of parts ``k``: ``which`` part each is ``(n,)``, its place ``(n, 3)`` and rotation ``(n, 3, 3)``.

    ``gyration_m2`` ``(n, 3, 3)``: inertia of a piece about its own CG for each kilogram, turned into the frame.
    ``beside`` ``(10,)``: what else was measured with them, as a whole of its own.
    """

    which: NDArray[np.intp]
    places_m: Array
    rotations: Array
    gyration_m2: Array
    beside: Array

    def at(self, data: Array) -> Array:
        """The whole ``(10,)`` with these data ``(k, 4)``."""
        masses, cgs = self._pieces(data)
        return np.asarray(summed(masses, cgs, masses[:, None, None] * self.gyration_m2) + self.beside)

    def slopes(self, data: Array) -> Array:
        """How the whole goes with the data: ``(10, k, 4)``, exact."""
        masses, cgs = self._pieces(data)
        n = len(masses)
        found = np.zeros((10, n, 4))
        found[0, :, 0] = 1.0
        found[1:4, :, 0] = cgs.T
        found[1:4, :, 1:] = np.einsum("n,nij->inj", masses, self.rotations)
        squares = np.einsum("ni,ni->n", cgs, cgs)
        for row, (i, j) in enumerate(PAIRS, start=4):
            same = 1.0 if i == j else 0.0
            found[row, :, 0] = self.gyration_m2[:, i, j] + same * squares - cgs[:, i] * cgs[:, j]
            by_place = 2 * same * cgs
            by_place[:, i] -= cgs[:, j]
            by_place[:, j] -= cgs[:, i]
            found[row, :, 1:] = np.einsum("n,ni,nij->nj", masses, by_place, self.rotations)
        own = (self.which[:, None] == np.arange(len(data))).astype(float)
        return np.asarray(np.tensordot(found, own, axes=(1, 0)).transpose(0, 2, 1))

    def _pieces(self, data: Array) -> tuple[Array, Array]:
        own = data[self.which]
        return own[:, 0], self.places_m + np.einsum("nij,nj->ni", self.rotations, own[:, 1:])


def data_of(parts: Iterable[Part]) -> Array:
    """The data ``(k, 4)`` of parts as they are now, by themselves."""
    return np.array([(body.mass_kg, *body.cg_m) for body in (part.body() for part in parts)], float).reshape(-1, 4)


def summed(masses_kg: Array, cgs_m: Array, inertias_kg_m2: Array) -> Array:
    """The whole ``(10,)`` of bodies: masses ``(n,)``, CGs ``(n, 3)``, inertias ``(n, 3, 3)`` about those."""
    inertia = inertias_kg_m2.sum(axis=0) + _spread(masses_kg, cgs_m)
    return np.array([masses_kg.sum(), *(masses_kg @ cgs_m), *(inertia[pair] for pair in PAIRS)])


def _spread(masses: Array, places: Array) -> Array:
    """Inertia ``(3, 3)`` of points about the origin."""
    moments = places.T @ (places * masses[:, None])
    return np.asarray(np.eye(3) * np.trace(moments) - moments)


def whole_of(measured: Measured, parts: Mapping[str, Part], ids: Sequence[str]) -> Whole:
    """What was measured, its data in the order of ``ids``. Raises ``KeyError`` for a part that is not there.

    Drawn out or bent, a part has its CG elsewhere: so far from where it would be the piece counts.
    """
    number = {part_id: k for k, part_id in enumerate(ids)}
    rotations = np.array([from_quaternion(piece.quaternion_xyzw) for piece in measured.pieces])
    owners = [parts[piece.part] for piece in measured.pieces]
    bodies = [part.body(piece.set_on(part)) for part, piece in zip(owners, measured.pieces, strict=True)]
    moved = np.array([body.cg_m - part.body().cg_m for part, body in zip(owners, bodies, strict=True)])
    own = np.array([body.inertia_kg_m2 / body.mass_kg for body in bodies])
    places = np.array([piece.position_m for piece in measured.pieces], float)
    return Whole(
        np.array([number[piece.part] for piece in measured.pieces], dtype=np.intp),
        places + np.einsum("nij,nj->ni", rotations, moved),
        rotations,
        np.einsum("nij,njk,nlk->nil", rotations, own, rotations),
        np.array(
            (measured.beside_kg, *(measured.beside_kg * each for each in measured.beside_m), *measured.beside_kg_m2)
        ),
    )


def same_thing(measured: Measured) -> tuple[object, ...]:
    """Readings of which this is equal were taken of one thing, standing as it stood."""
    pieces = ((each.part, each.position_m, each.quaternion_xyzw, each.extension_m, each.pivots_rad)
              for each in measured.pieces)  # fmt: skip
    return (measured.beside_kg, measured.beside_m, measured.beside_kg_m2, *pieces)


def properties(whole: Array) -> MassProperties:
    """Mass, CG and inertia about the CG, of a whole ``(10,)``."""
    mass, cg = float(whole[0]), whole[1:4] / whole[0]
    inertia = np.zeros((3, 3))
    for value, (i, j) in zip(whole[4:], PAIRS, strict=True):
        inertia[i, j] = inertia[j, i] = value
    return MassProperties(mass, cg, inertia - _spread(np.array([mass]), cg[None]))
