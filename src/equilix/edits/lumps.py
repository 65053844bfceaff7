"""Splitting up what was weighed as one: a part that was weighed with it is taken out of its mass and its balance."""

from __future__ import annotations

from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.document import MOST_READINGS, Document
from equilix.edits.kit import stated_without
from equilix.edits.rigging import placement_of, setup_of
from equilix.edits.sound import checked
from equilix.errors import Refused
from equilix.facts import fact, mass
from equilix.kit.catalogue import LUMP, free_id
from equilix.kit.lump_names import AS_BUILT, REST
from equilix.kit.measured import Measured, Piece
from equilix.kit.parts import Part
from equilix.kit.readings import Reading, Term
from equilix.mechanics.rotations import angles_of, from_quaternion, turned
from equilix.rig.kinematics import Assembly, assemble
from equilix.rig.setups import Setup

Array = NDArray[np.float64]

LEAST_LEFT_KG: Final = 0.001


def lump_under(setup: Setup, parts: dict[str, Part], placement_id: str) -> str | None:
    """The placement of what was weighed as one, and that this one is on; None where there is none, or it is counted."""
    for each in setup.carriers(placement_id)[1:]:
        if parts[setup.by_id[each].part].kind == LUMP:
            return each
    return None


def can_count_in(setup: Setup, parts: dict[str, Part], placement_id: str) -> str | None:
    """As :func:`lump_under`; None also for what has been counted in, and for what was itself weighed as one."""
    placement = setup.by_id[placement_id]
    if placement.counted_in or parts[placement.part].kind == LUMP:
        return None
    return lump_under(setup, parts, placement_id)


def count_in(document: Document, setup_id: str, placement_id: str) -> Document:
    """Take a placement, and what hangs on it, out of the mass and the balance of the lump that it is on.

    Mass and balance point of the whole stay: ``m' = m − Σ mᵢ``, ``m' r' = m r − Σ mᵢ rᵢ``. So does what has been read
    of the whole: each of its parts counts in the readings as the lump did at that place. A lump that another setup
    uses too stays as it is there. Raises :class:`Refused` where the part is heavier than the lump, or the rest would
    balance outside itself.
    """
    setup, parts = setup_of(document, setup_id), document.parts_by_id
    placement = placement_of(setup, placement_id)
    lump_id = can_count_in(setup, parts, placement_id)
    name = parts[placement.part].name
    if lump_id is None:
        raise Refused(fact("lumps.not_on_lump", part=name), fact("lumps.strap_first"))
    out = [each for each in setup.subtree(placement_id) if not setup.by_id[each].counted_in]
    found = assemble(setup, parts)
    lump = parts[setup.by_id[lump_id].part]
    body = found.bodies[found.index[lump_id]]
    rows = [found.index[each] for each in out]
    kgs = np.array([found.bodies[row].mass_kg for row in rows])
    places = np.array([_in_frame(found, lump_id, found.part_cgs_m[row]) for row in rows])
    left = body.mass_kg - float(kgs.sum())
    if left < LEAST_LEFT_KG:
        heavier = fact(
            "lumps.heavier_than_lump", part=name, part_kg=mass(float(kgs.sum())), lump=lump.name,
            lump_kg=mass(body.mass_kg),
        )  # fmt: skip
        raise Refused(heavier, fact("lumps.weigh_again"))
    cg = (body.mass_kg * body.cg_m - kgs @ places) / left
    if np.any(cg < body.low_m - 1e-9) or np.any(cg > body.high_m + 1e-9):
        raise Refused(fact("lumps.outside", part=name, lump=lump.name), fact("lumps.move_first", part=name))
    x, y, z = cg.tolist()
    rest = lump.changed(
        id=_own_id(document, lump), name=REST if lump.name == AS_BUILT else lump.name, mass_kg=left,
        mass_sd_kg=body.mass_sd_kg, cg_m=(x, y, z), balance=(),
    )  # fmt: skip
    kept = tuple(rest if part.id == rest.id else part for part in document.parts)
    read = [_read_anew(each, lump, rest, found, rows, places) for each in document.readings]
    if rest.id != lump.id:  # what was read of the lump holds for the other setup as well
        read = [*document.readings, *(each for each in read if each not in document.readings)]
        ids = set[str]()
        for number, each in enumerate(read):
            read[number] = each.changed(id=free_id(each.id, ids))
            ids.add(read[number].id)
    made = document.changed(
        parts=kept if rest.id in parts else (*kept, rest), readings=tuple(read[-MOST_READINGS:]),
        stated=stated_without(document.stated, rest.id),
    )  # fmt: skip
    if rest.id == lump.id:
        on = found.index[lump_id]
        made = made.changed(measured=tuple(_measured_anew(each, lump.id, found, on, rows) for each in made.measured))
    placements = tuple(
        each.changed(part=rest.id) if each.id == lump_id else each.changed(counted_in=True) if each.id in out else each
        for each in setup.placements
    )
    return checked(made, setup.changed(placements=placements))


def _in_frame(found: Assembly, placement_id: str, point_m: Array) -> Array:
    """A point ``(3,)`` of the rig in the frame of a placement."""
    row = found.index[placement_id]
    local: Array = found.rotations[row].T @ (point_m - found.positions_m[row])
    return local


def _own_id(document: Document, lump: Part) -> str:
    """The lump's id; a new one where another setup, or another place of this one, uses it too."""
    used = sum(each.part == lump.id for other in document.setups for each in other.placements)
    return lump.id if used == 1 else free_id(lump.id, document.parts_by_id)


def _measured_anew(measured: Measured, lump_id: str, found: Assembly, on: int, rows: list[int]) -> Measured:
    """What was measured with the lump in it, with what is counted out of it beside it, where that was."""
    pieces: list[Piece] = []
    for piece in measured.pieces:
        pieces.append(piece)
        if piece.part != lump_id:
            continue
        frame, at = from_quaternion(piece.quaternion_xyzw), np.array(piece.position_m)
        for row in rows:
            turn = frame @ found.rotations[on].T @ found.rotations[row]
            x, y, z = (at + frame @ _in_frame(found, found.ids[on], found.positions_m[row])).tolist()
            quaternion = turned(*angles_of(turn))
            pieces.append(Piece(part=found.parts[row].id, position_m=(x, y, z), quaternion_xyzw=quaternion))
    return measured.changed(pieces=tuple(pieces))


def _read_anew(
    reading: Reading, lump: Part, rest: Part, found: Assembly, rows: list[int], places: Array
) -> Reading:  # fmt: skip
    """A reading of the whole in terms of what the lump is made of now.

    A lump of mass m at r counts ``g = m d/M`` by its place and ``d·(r − x)/M`` by its mass; with ``d/M = g/m`` what is
    taken out of it counts ``mᵢ d/M`` and ``d·(rᵢ − x)/M``.
    """
    old = next((term for term in reading.terms if term.part == lump.id), None)
    if old is None:
        return reading
    slope, body = np.array(old.by_place) / lump.mass_kg, lump.body()
    terms = {term.part: (term.by_mass, np.array(term.by_place)) for term in reading.terms if term.part != lump.id}

    def count(part_id: str, by_mass: float, by_place: Array) -> None:
        before, there = terms.get(part_id, (0.0, np.zeros(3)))
        terms[part_id] = (before + by_mass, there + by_place)

    count(rest.id, old.by_mass + float(slope @ (rest.body().cg_m - body.cg_m)), slope * rest.mass_kg)
    on = next(row for row, part in enumerate(found.parts) if part.id == lump.id)
    for row, place in zip(rows, places, strict=True):
        turn = found.rotations[on].T @ found.rotations[row]
        by_mass = old.by_mass + float(slope @ (place - body.cg_m))
        count(found.parts[row].id, by_mass, turn.T @ slope * found.bodies[row].mass_kg)
    new = reading.changed(
        terms=tuple(
            Term(part=part_id, by_mass=by_mass, by_place=(float(g[0]), float(g[1]), float(g[2])))
            for part_id, (by_mass, g) in terms.items()
        )
    )
    if reading.says_m is None:
        return new
    now = {part.id: part for part in (*found.parts, lump)}
    then_off = reading.says_m - reading.sum_of(now)  # what was read was off from the data by so much, and still is
    return new.changed(says_m=then_off + new.sum_of({**now, rest.id: rest}))
