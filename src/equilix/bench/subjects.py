"""What is put on the bench: a part by itself, a whole rig, or some of what is on it, as it stands now."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final

import numpy as np
from msgspec import Struct
from pydantic_core import ValidationError

from equilix.bench.sorts import SORTS
from equilix.bench.whole import summed
from equilix.document import Document
from equilix.edits.kit import part_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.measured import Measured, Piece, Sort
from equilix.mechanics.mass_properties import rotated
from equilix.mechanics.rotations import angles_of, turned
from equilix.rig.kinematics import Assembly

LEAST_KG: Final = 1e-9


class Subject(Struct, frozen=True):
    """What is measured: its name, its pieces, and what is measured with them and is no part (cables)."""

    what: str
    pieces: tuple[Piece, ...]
    beside_kg: float = 0.0
    beside_m: tuple[float, float, float] = (0.0, 0.0, 0.0)
    beside_kg_m2: tuple[float, ...] = (0.0,) * 6

    @property
    def parts(self) -> tuple[str, ...]:
        """The ids of its parts, each once."""
        return tuple(dict.fromkeys(piece.part for piece in self.pieces))


def part_alone(document: Document, part_id: str) -> Subject:
    """A part of the kit, in its own frame, its telescope pushed in. Raises :class:`Refused`."""
    return Subject(part_of(document, part_id).name, (Piece(part=part_id),))


def as_built(assembly: Assembly, ids: Sequence[str] | None = None, what: str = "") -> Subject:
    """What stands in a setup, or some placements of it, in the rig frame. Refused where nothing does."""
    rows = list(range(len(assembly.ids))) if ids is None else [assembly.index[each] for each in ids]
    if not rows:
        raise Refused(fact("measuring.nothing"), fact("measuring.put_something"))
    pieces = []
    for row in rows:
        x, y, z = assembly.positions_m[row].tolist()
        how = assembly.setup.by_id[assembly.ids[row]]
        pieces.append(
            Piece(
                part=assembly.parts[row].id, position_m=(x, y, z),
                quaternion_xyzw=turned(*angles_of(assembly.rotations[row])),
                extension_m=how.extension_m, pivots_rad=how.pivots_rad,
            )
        )  # fmt: skip
    own = np.array([assembly.bodies[row].mass_kg for row in rows])
    inertias = rotated(np.array([assembly.bodies[row].inertia_kg_m2 for row in rows]), assembly.rotations[rows])
    alone = summed(own, assembly.part_cgs_m[rows], inertias)
    more = summed(assembly.masses_kg[rows], assembly.cgs_m[rows], assembly.inertias_kg_m2[rows]) - alone
    name = what or assembly.setup.name
    if more[0] < LEAST_KG:
        return Subject(name, tuple(pieces))
    a, b, c = (more[1:4] / more[0]).tolist()
    return Subject(name, tuple(pieces), float(more[0]), (a, b, c), tuple(more[4:].tolist()))


def reading(subject: Subject, sort: Sort, value: float = 0.0, sd: float | None = None, **more: Any) -> Measured:
    """A reading of a subject, as surely as one of its sort is usually read where nothing else is told.

    Raises :class:`Refused` for figures that no reading has.
    """
    told: dict[str, Any] = {
        "what": subject.what[:200], "beside_kg": subject.beside_kg, "beside_m": subject.beside_m,
        "beside_kg_m2": subject.beside_kg_m2, **more,
    }  # fmt: skip
    usual = SORTS[sort].usual_sd if sd is None else sd
    try:
        return Measured(id=sort, sort=sort, pieces=subject.pieces, value=value, sd=usual, **told)
    except ValidationError as error:  # a load of a ship, a support in the next room
        raise refused_by(error) from error
