"""Edits of what was measured on the bench, and of the data of parts that readings correct."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from pydantic_core import ValidationError

from equilix.body.calibrate import strength_from_hold
from equilix.body.operators import MOST_HOLDS, Hold
from equilix.document import MOST_MEASURED, Document
from equilix.edits.kit import change_operator, change_part, part_of, stated_without
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, number
from equilix.kit.carriers import Harness, SpringArm
from equilix.kit.catalogue import free_id
from equilix.kit.measured import Measured, Stated
from equilix.kit.parts import Part
from equilix.kit.solids import AXES, Axis


def keep_measured(document: Document, measured: Sequence[Measured]) -> Document:
    """Keep readings, under ids that are free. Refused where a part of one is not in the kit, and for too many."""
    if len(document.measured) + len(measured) > MOST_MEASURED:
        raise Refused(fact("measuring.full", most=number(MOST_MEASURED)), fact("measuring.take_some_out"))
    ids = {each.id for each in document.measured} | {each.id for each in document.readings}
    kept: list[Measured] = []
    for each in measured:
        for piece in each.pieces:
            part_of(document, piece.part)
        kept.append(each.changed(id=free_id(each.id, ids)))
        ids.add(kept[-1].id)
    return document.changed(measured=(*document.measured, *kept))


def weigh_bearer(
    document: Document, part_id: str, turns: tuple[float, float], lifts_kg: tuple[float, float]
) -> Document:  # fmt: skip
    """What floated on a spring arm or a harness at two settings of its knob; a straight line between them."""
    part = part_of(document, part_id)
    if not isinstance(part.carrier, SpringArm | Harness):
        raise Refused(fact("measuring.no_spring", part=part.name), fact("measuring.choose_bearer"))
    try:
        carrier = part.carrier.changed(turns=turns, lifts_kg=lifts_kg)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, carrier=carrier)


def hold_test(document: Document, operator_id: str, mass_kg: float, held_s: float) -> Document:
    """An operator's strength as a hold at arm's length speaks for it; the hold is kept for the notebook."""
    operator = document.operators_by_id.get(operator_id)
    if operator is None:
        raise Refused(fact("kit_edits.no_operator", operator_id=operator_id), fact("kit_edits.name_one_document"))
    strength = strength_from_hold(operator, mass_kg, held_s)
    holds = (*operator.holds, Hold(mass_kg=mass_kg, held_s=held_s))[-MOST_HOLDS:]
    return change_operator(document, operator_id, strength=strength, holds=holds)


def measured_of(document: Document, measured_id: str) -> Measured:
    """The reading of that id. Raises :class:`Refused`."""
    found = next((each for each in document.measured if each.id == measured_id), None)
    if found is None:
        raise Refused(fact("measuring.no_reading", reading=measured_id), fact("measuring.name_one"))
    return found


def forget_measured(document: Document, measured_id: str) -> Document:
    """Take a reading out, as if it had never been taken. What it has corrected stays until all is fitted again."""
    old = measured_of(document, measured_id)
    return document.changed(
        measured=tuple(each for each in document.measured if each is not old),
        readings=tuple(each for each in document.readings if each.id != measured_id),
    )


def believe(document: Document, measured_id: str, left_out: bool) -> Document:
    """Keep a reading and do not believe it, or believe it again."""
    old = measured_of(document, measured_id)
    new = old.changed(left_out=left_out)
    return document.changed(measured=tuple(new if each is old else each for each in document.measured))


DOUBTED_MASS: Final = 0.5
DOUBTED_PLACE: Final = 0.5
MOST_SD_KG: Final = 50.0
"""Standard uncertainty of what is not believed any more: so much of the mass, and of the length along the axis."""


def use_gyration(document: Document, part_id: str, axis: Axis, gyration_m: float) -> Document:
    """A part's radius of gyration about an axis through its CG, as it was measured; 0: as its shape has it again."""
    part = part_of(document, part_id)
    radii = list(part.gyration_m or (0.0, 0.0, 0.0))
    radii[AXES.index(axis)] = gyration_m
    return change_part(document, part_id, gyration_m=(radii[0], radii[1], radii[2]) if any(radii) else None)


def doubt_stated(document: Document, part_id: str, column: int) -> Document:
    """Do not believe what is stated of a part any more: its mass (0) or its CG along x, y or z (1 to 3).

    It stays as a guess, so that readings alone tell what it is. The data stay until all is fitted again.
    """
    if column not in range(4):
        raise Refused(fact("measuring.no_datum", column=number(column)), fact("measuring.name_datum"))
    part = part_of(document, part_id)
    stated = _stated(document, part)
    body = part.body()
    if column == 0:
        new = stated.changed(mass_sd_kg=min(max(stated.mass_sd_kg, DOUBTED_MASS * stated.mass_kg), MOST_SD_KG))
    else:
        sds = list(stated.cg_sd_m)
        long = float(body.high_m[column - 1] - body.low_m[column - 1])
        sds[column - 1] = min(max(sds[column - 1], DOUBTED_PLACE * long), 1.0)
        new = stated.changed(cg_sd_m=(sds[0], sds[1], sds[2]))
    x, y, z = body.cg_m.tolist()
    kept = document.changed(stated=(*stated_without(document.stated, part_id), new))
    return correct_part(kept, part_id, body.mass_kg, (x, y, z))


def _stated(document: Document, part: Part) -> Stated:
    """What is stated of a part: as it was before readings corrected it."""
    body = part.body()
    long, wide, high = (float(each) ** 0.5 for each in body.cg_cov_m2.diagonal())
    x, y, z = body.cg_m.tolist()
    kept = next((each for each in document.stated if each.part == part.id), None)
    return kept or Stated(
        part=part.id, mass_kg=body.mass_kg, mass_sd_kg=body.mass_sd_kg, cg_m=(x, y, z), cg_sd_m=(long, wide, high)
    )


def correct_part(document: Document, part_id: str, mass_kg: float, cg_m: tuple[float, float, float]) -> Document:
    """Put a part at likelier values: what was stated of it is kept beside, with its uncertainties.

    What narrows the uncertainties are the readings. Those that the document has are not touched: who corrects puts
    them right.
    """
    stated = _stated(document, part_of(document, part_id))
    changed = change_part(
        document, part_id, mass_kg=mass_kg, mass_sd_kg=stated.mass_sd_kg, cg_m=cg_m, cg_sd_m=stated.cg_sd_m, balance=()
    )
    return changed.changed(stated=(*stated_without(document.stated, part_id), stated), readings=document.readings)
