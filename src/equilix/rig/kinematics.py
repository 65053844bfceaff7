"""Forward kinematics: where each part of a setup is, and along which way it can slide.

All poses are in the rig frame: x forward, y left, z up, metres; a rotation matrix maps part to rig.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import cached_property

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.kit.mounts import MountPoint
from equilix.kit.parts import Body, Part
from equilix.kit.pivots import Configuration
from equilix.kit.polyhedra import Polyhedron
from equilix.kit.readings import Reading
from equilix.mechanics.mass_properties import MassProperties, combine, rotated
from equilix.mechanics.rotations import about_axis, from_quaternion
from equilix.mechanics.uncertainty import Data
from equilix.rig.routes import Route, route
from equilix.rig.seats import Seat, seat_of
from equilix.rig.setups import Cable, Setup

Array = NDArray[np.float64]


class Assembly(Struct, frozen=True, dict=True):
    """A setup with every part in its place; arrays run over ``ids`` (parents before children)."""

    setup: Setup
    ids: tuple[str, ...]
    parts: tuple[Part, ...]
    bodies: tuple[Body, ...]
    seats: tuple[Seat | None, ...]
    rotations: Array
    positions_m: Array

    @cached_property
    def index(self) -> dict[str, int]:
        """Row of each placement."""
        return {placement_id: row for row, placement_id in enumerate(self.ids)}

    @cached_property
    def routes(self) -> dict[str, Route]:
        """The way of each cable along the rig, by its id."""
        return {cable.id: route(self, cable) for cable in self.setup.cables}

    @cached_property
    def part_cgs_m(self) -> Array:
        """Centres of gravity ``(n, 3)`` of the parts alone, rig frame."""
        local = np.array([body.cg_m for body in self.bodies])
        return np.asarray(self.positions_m + np.einsum("nij,nj->ni", self.rotations, local))

    @cached_property
    def _part_kg(self) -> Array:
        return np.array([body.mass_kg for body in self.bodies])

    @cached_property
    def _with_cables(self) -> tuple[Array, Array, Array]:
        return self.loaded(self.setup.cables)

    def loaded(self, cables: Sequence[Cable]) -> tuple[Array, Array, Array]:
        """Masses ``(n,)``, CGs ``(n, 3)`` and inertias ``(n, 3, 3)``, each part with the pieces of cables along it.

        A piece counts as a point in its middle, which goes along with the part.
        """
        masses, cgs = self._part_kg.copy(), self.part_cgs_m.copy()
        inertias = rotated(np.array([body.inertia_kg_m2 for body in self.bodies]), self.rotations)
        for cable in cables:
            for row, more, at in self.routes[cable.id].pieces(cable.weighs_kg):
                off, both = at - cgs[row], masses[row] + more
                inertias[row] += masses[row] * more / both * ((off @ off) * np.eye(3) - np.outer(off, off))
                cgs[row] += off * more / both
                masses[row] = both
        return masses, cgs, inertias

    @property
    def masses_kg(self) -> Array:
        """Masses ``(n,)`` of the parts, each with the pieces of cables that lie along it."""
        return self._with_cables[0]

    @cached_property
    def pieces(self) -> tuple[tuple[str, ...], NDArray[np.intp]]:
        """The ids of the parts, each once ``(k,)``, and for every row which of them it is ``(n,)``.

        Two pieces of one part have one datum for its mass and one for its CG, and so one error.
        """
        ids = tuple(dict.fromkeys(part.id for part in self.parts))
        number = {part_id: k for k, part_id in enumerate(ids)}
        return ids, np.array([number[part.id] for part in self.parts], dtype=np.intp)

    def gradient(self, by_mass: Array, by_place: Array) -> Array:
        """Slopes with the data ``(k, 4)`` of a value with these slopes of the rows ``(n,)`` and ``(n, 3)``."""
        ids, which = self.pieces
        found = np.zeros((len(ids), 4))
        if self.setup.cables:  # the data are those of the part alone; the slopes are those of it with its cables
            off = (self.part_cgs_m - self.cgs_m) / self.masses_kg[:, None]
            by_mass = by_mass + np.einsum("ni,ni->n", by_place, off)
            by_place = by_place * (self._part_kg / self.masses_kg)[:, None]
        np.add.at(found[:, 0], which, by_mass)
        np.add.at(found[:, 1:], which, np.einsum("nij,ni->nj", self.rotations, by_place))
        return found

    def data(self, readings: Sequence[Reading]) -> Data:
        """How surely the parts' masses and CGs are known, with the readings that tie them together."""
        ids, which = self.pieces
        rows = [int(np.argmax(which == k)) for k in range(len(ids))]
        number = {part_id: k for k, part_id in enumerate(ids)}
        slopes = np.zeros((len(readings), len(ids), 4))
        reading_var = np.array([reading.sd_m**2 for reading in readings])
        for r, reading in enumerate(readings):
            for term in reading.terms:
                if term.part in number:
                    slopes[r, number[term.part]] = (term.by_mass, *term.by_place)
        return Data(
            np.array([self.bodies[row].mass_sd_kg ** 2 for row in rows]),
            np.array([self.bodies[row].cg_cov_m2 for row in rows]).reshape(len(ids), 3, 3),
            slopes, reading_var,
        )  # fmt: skip

    @property
    def cgs_m(self) -> Array:
        """Centres of gravity ``(n, 3)`` of the parts with the pieces of cables along them, rig frame."""
        return self._with_cables[1]

    @property
    def inertias_kg_m2(self) -> Array:
        """Inertia tensors ``(n, 3, 3)`` about those, rig frame."""
        return self._with_cables[2]

    def mass_properties(self, ids: tuple[str, ...] | None = None) -> MassProperties:
        """Mass, CG and inertia of the whole, or of the placements named."""
        if ids is None:
            return combine(self.masses_kg, self.cgs_m, self.inertias_kg_m2)
        rows = [self.index[placement_id] for placement_id in ids]
        return combine(self.masses_kg[rows], self.cgs_m[rows], self.inertias_kg_m2[rows])

    def to_rig(self, placement_id: str, point_m: tuple[float, float, float] | Array) -> Array:
        """A point ``(3,)`` of the part's frame in the rig frame, m."""
        row = self.index[placement_id]
        where: Array = self.positions_m[row] + self.rotations[row] @ np.asarray(point_m, dtype=float)
        return where

    def place_m(self, row: int, point_m: Sequence[float], *, extends: bool = False, beyond: int = 0) -> Array:
        """Where what is fastened to a part is, rig frame ``(3,)``, m: its telescope and pivots set as they are.

        ``point_m`` is told in the part's frame, with everything pushed in and straight.
        """
        x, y, z = point_m
        place = self.parts[row].place((x, y, z), self._set(row), extends=extends, beyond=beyond)
        return self.to_rig(self.ids[row], place)

    def way(self, row: int, direction: Sequence[float] | Array, *, beyond: int = 0) -> Array:
        """A direction ``(3,)`` told with a part's pivots straight, rig frame; as long as it is given."""
        turn, told = self.parts[row].turn(self._set(row), beyond), np.asarray(direction, dtype=float)
        found: Array = self.rotations[row] @ (told if turn is None else turn @ told)
        return found

    def _set(self, row: int) -> Configuration:
        return self.setup.by_id[self.ids[row]].configuration

    def slide_direction(self, placement_id: str) -> Array | None:
        """Unit vector ``(3,)``, rig frame, in which a growing slide moves the placement; None without a track."""
        row = self.index[placement_id]
        seat = self.seats[row]
        if seat is None or seat.track is None:
            return None
        rotation = self.rotations[row] if seat.track_on_child else self.rotations[self.index[seat.parent]]
        way: Array = rotation @ seat.track.axis_unit
        return way

    def point_pose(self, placement_id: str, point: MountPoint) -> tuple[Array, Array]:
        """Origin ``(3,)`` and frame ``(3, 3)`` of an offered point in the rig frame."""
        row = self.index[placement_id]
        local, frame = _at(self.parts[row], point, self.setup.by_id[placement_id].configuration)
        return self.positions_m[row] + self.rotations[row] @ local, self.rotations[row] @ frame

    @cached_property
    def boxes_m(self) -> tuple[Array, Array, NDArray[np.intp]]:
        """Enclosing boxes of all solids: lower ``(k, 3)``, upper ``(k, 3)`` in the rig frame, and row ``(k,)``."""
        centres = np.concatenate([body.box_centres_m for body in self.bodies])
        halves = np.concatenate([body.box_halves_m for body in self.bodies])
        rows = np.repeat(np.arange(len(self.ids)), [len(body.box_centres_m) for body in self.bodies])
        middle = self.positions_m[rows] + np.einsum("kij,kj->ki", self.rotations[rows], centres)
        reach = np.einsum("kij,kj->ki", np.abs(self._box_rotations(rows)), halves)
        return middle - reach, middle + reach, rows

    def _box_rotations(self, rows: NDArray[np.intp]) -> Array:
        """How each solid is turned in the rig frame ``(k, 3, 3)``, in the order of :attr:`boxes_m`."""
        rotations: Array = self.rotations[rows]
        if all(body.box_turns is None for body in self.bodies):
            return rotations
        straight = np.eye(3)
        turns = [
            np.broadcast_to(straight, (len(body.box_centres_m), 3, 3)) if body.box_turns is None else body.box_turns
            for body in self.bodies
        ]
        return np.asarray(rotations @ np.concatenate(turns))

    def outline(self, box: int) -> Polyhedron:
        """Outline of one solid, by its row in :attr:`boxes_m`, in the rig frame."""
        known = self._outlines.get(box)
        if known is None:
            row = int(self.boxes_m[2][box])
            number = box - int(np.searchsorted(self.boxes_m[2], row))
            local, rotation = self.parts[row].solids[number].outline, self.rotations[row]
            body = self.bodies[row]
            middle = self.positions_m[row] + rotation @ body.box_centres_m[number]
            if body.box_turns is not None:
                rotation = rotation @ body.box_turns[number]
            known = self._outlines[box] = Polyhedron(
                local.corners_m @ rotation.T + middle, local.normals @ rotation.T, local.edges @ rotation.T
            )
        return known

    @cached_property
    def _outlines(self) -> dict[int, Polyhedron]:
        return {}

    @cached_property
    def corners_m(self) -> tuple[Array, NDArray[np.intp]]:
        """Corners ``(k, 3)`` of the outlines of all solids, rig frame, and the row ``(k,)`` of the part of each."""
        found, rows = [], []
        for row, (part, body) in enumerate(zip(self.parts, self.bodies, strict=True)):
            about = [solid.outline.corners_m for solid in part.solids]
            if body.box_turns is not None:
                about = [corners @ turn.T for corners, turn in zip(about, body.box_turns, strict=True)]
            local = np.concatenate([each + c for each, c in zip(about, body.box_centres_m, strict=True)])
            found.append(local @ self.rotations[row].T + self.positions_m[row])
            rows.append(np.full(len(local), row))
        return np.concatenate(found), np.concatenate(rows)


def payload_ids(assembly: Assembly) -> tuple[str, ...]:
    """The placements that a head carries: all but the head's own clamp, which stays with it.

    A clamp that holds nothing is told of itself, so that there is always something that has a CG.
    """
    found = tuple(
        each for each, part in zip(assembly.ids, assembly.parts, strict=True) if part.kind not in STAYS_WITH_THE_HEAD
    )
    return found or assembly.ids


STAYS_WITH_THE_HEAD = frozenset(("head-clamp",))


def _at(part: Part, point: MountPoint, configuration: Configuration) -> tuple[Array, Array]:
    """Where a mounting point is in the part's frame ``(3,)`` and how it stands ``(3, 3)``, the part set like that."""
    turn = part.turn(configuration, point.beyond)
    place = part.place(point.position_m, configuration, extends=point.extends, beyond=point.beyond)
    return place, point.frame if turn is None else turn @ point.frame


def _own(part: Part, by: MountPoint, configuration: Configuration) -> tuple[Array, Array | None]:
    """Where a part's own point is ``(3,)``, and how it is turned where it is ``(3, 3)``."""
    place = part.place(by.position_m, configuration, extends=by.extends, beyond=by.beyond)
    return place, part.turn(configuration, by.beyond)


def assemble(setup: Setup, parts: Mapping[str, Part]) -> Assembly:
    """Put every part of a setup in its place.

    Raises ``KeyError`` for an unknown part or mounting point and ``ValueError`` for a loop; a document that
    passed its checks raises neither.
    """
    ordered = setup.ordered
    index = {placement.id: row for row, placement in enumerate(ordered)}
    rotations = np.empty((len(ordered), 3, 3))
    positions = np.empty((len(ordered), 3))
    found_parts: list[Part] = []
    seats: list[Seat | None] = []
    for row, placement in enumerate(ordered):
        part = parts[placement.part]
        found_parts.append(part)
        seat = seat_of(placement, setup, parts)
        seats.append(seat)
        if seat is None:
            if placement.pose is None:
                rotations[row], positions[row] = np.eye(3), 0.0
            else:
                rotations[row] = from_quaternion(placement.pose.quaternion_xyzw)
                positions[row] = placement.pose.position_m
            if placement.parent is not None:  # strapped: the pose is in the frame of what carries it
                on = index[placement.parent]
                positions[row] = positions[on] + rotations[on] @ positions[row]
                rotations[row] = rotations[on] @ rotations[row]
            continue
        carrier = index[seat.parent]
        parent = setup.by_id[seat.parent]
        offered, frame = _at(found_parts[carrier], seat.point, parent.configuration)
        frame = rotations[carrier] @ frame
        if placement.turn_rad:
            frame = about_axis(frame[:, 2], placement.turn_rad) @ frame
        own, turn = _own(part, seat.by, placement.configuration)
        rotation = frame @ (seat.by.mating if turn is None else seat.by.mating @ turn.T)
        position = positions[carrier] + rotations[carrier] @ offered - rotation @ own
        if seat.track is not None and placement.slide_m:
            way = rotation if seat.track_on_child else rotations[carrier]
            position = position + way @ seat.track.axis_unit * placement.slide_m
        rotations[row], positions[row] = rotation, position
    for array in (rotations, positions):
        array.setflags(write=False)
    bodies = tuple(part.body(placement.configuration) for part, placement in zip(found_parts, ordered, strict=True))
    return Assembly(setup, tuple(p.id for p in ordered), tuple(found_parts), bodies, tuple(seats), rotations, positions)
