"""Edits of the notebook: outings, what has been seen to since, and what they say of an operator."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from pydantic_core import ValidationError

from equilix.body.operators import MOST_STRENGTH, STRENGTH_FIELDS, StatedBody
from equilix.body.outings import Faulty, Outing, Trouble
from equilix.document import MOST_OUTINGS, Document
from equilix.edits.kit import change_operator
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, number
from equilix.keys import Joint
from equilix.kit.catalogue import free_id


def outing_of(document: Document, outing_id: str) -> Outing:
    """The outing of that id. Raises :class:`Refused`."""
    found = next((each for each in document.outings if each.id == outing_id), None)
    if found is None:
        raise Refused(fact("notebook.no_outing", outing=outing_id), fact("notebook.name_one"))
    return found


def keep_outings(document: Document, outings: Sequence[Outing]) -> Document:
    """Write outings down, under ids that are free. Refused for too many."""
    if len(document.outings) + len(outings) > MOST_OUTINGS:
        raise Refused(fact("notebook.full", most=number(MOST_OUTINGS)), fact("notebook.take_some_out"))
    ids = {each.id for each in document.outings}
    kept: list[Outing] = []
    for each in outings:
        kept.append(each.changed(id=free_id(each.id, ids)))
        ids.add(kept[-1].id)
    return document.changed(outings=(*document.outings, *kept))


def change_outing(document: Document, outing_id: str, **updates: Any) -> Document:
    """Put an outing right; not its id."""
    old = outing_of(document, outing_id)
    try:
        new = old.changed(**{**updates, "id": old.id})
    except ValidationError as error:
        raise refused_by(error) from error
    return document.changed(outings=tuple(new if each is old else each for each in document.outings))


def remove_outing(document: Document, outing_id: str) -> Document:
    """Take an outing out of the notebook."""
    old = outing_of(document, outing_id)
    return document.changed(outings=tuple(each for each in document.outings if each is not old))


def see_to(document: Document, part_id: str, how: Trouble) -> Document:
    """A part has been tightened, mended or replaced: nothing that was noted of it so is open any more."""

    def seen(faulty: Faulty) -> Faulty:
        return faulty.changed(seen_to=True) if (faulty.part, faulty.how) == (part_id, how) else faulty

    outings = tuple(
        each.changed(faulty=tuple(map(seen, each.faulty))) if each.faulty else each for each in document.outings
    )
    if outings == document.outings:
        raise Refused(fact("notebook.nothing_open"), fact("notebook.name_one"))
    return document.changed(outings=outings)


def without_notebook(document: Document) -> Document:
    """The document to be handed on: what its people felt and practised, and how strong they are found, stays with them.

    Strengths that were entered are data of the rig, and go along.
    """
    operators = tuple(
        each.changed(strength=each.stated.strength, endurance=each.stated.endurance, stated=None, holds=())
        if each.stated is not None
        else each.changed(holds=())
        if each.holds
        else each
        for each in document.operators
    )
    return document.changed(outings=(), practised=(), operators=operators)


def believe_notebook(
    document: Document, operator_id: str, strengths: Mapping[Joint, float], endurance: float
) -> Document:  # fmt: skip
    """Use what the notebook says of an operator. What was stated is kept beside, so that nothing counts twice.

    ``strengths``: N·m, of the grip N; a joint that is not named stays as it is.
    """
    operator = document.operators_by_id.get(operator_id)
    if operator is None:
        raise Refused(fact("kit_edits.no_operator", operator_id=operator_id), fact("kit_edits.name_one_document"))
    stated = operator.stated or StatedBody(strength=operator.strength, endurance=operator.endurance)
    try:
        told = {STRENGTH_FIELDS[key]: round(min(value, MOST_STRENGTH[key]), 1) for key, value in strengths.items()}
        strength = operator.strength.changed(**told)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_operator(document, operator_id, strength=strength, endurance=round(endurance, 3), stated=stated)


def forget_notebook(document: Document, operator_id: str) -> Document:
    """Go back to what was stated of an operator."""
    operator = document.operators_by_id.get(operator_id)
    if operator is None:
        raise Refused(fact("kit_edits.no_operator", operator_id=operator_id), fact("kit_edits.name_one_document"))
    if operator.stated is None:
        raise Refused(fact("notebook.not_corrected", name=operator.name), fact("notebook.correct_first"))
    stated = operator.stated
    return change_operator(document, operator_id, strength=stated.strength, endurance=stated.endurance, stated=None)
