"""What every edit goes through: a setup that holds together, or a refusal that teaches."""

from __future__ import annotations

from typing import Any

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.errors import Refused
from equilix.facts import Sayable, fact
from equilix.faults import setup_faults
from equilix.model import problem_of
from equilix.rig.setups import Placement, Setup


def replace(document: Document, setup: Setup, placement: Placement, **updates: Any) -> Document:
    """A placement with other fields in its setup. Raises :class:`Refused` where it does not hold together."""
    try:
        new = placement.changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    placements = tuple(new if old.id == placement.id else old for old in setup.placements)
    return checked(document, setup.changed(placements=placements))


def checked(document: Document, setup: Setup) -> Document:
    """The document with a setup, where nothing is wrong with it. Raises :class:`Refused`."""
    faults = setup_faults(setup, document.parts_by_id)
    if faults:
        fault = faults[0]
        raise Refused(fact("error.at", place=fault.place, problem=fault.problem), fault.todo)
    return document.with_setup(setup)


def refused_by(error: ValidationError) -> Refused:
    """The first complaint of a model, as a refusal that says what was given and what is allowed."""
    first = error.errors()[0]
    where: Sayable = ".".join(str(step) for step in first["loc"]) or fact("rigging.value")
    given = first.get("input")
    if isinstance(given, int | float | str | None):
        where = fact("rigging.was_given", where=where, given=repr(given))
    return Refused(where, problem_of(first))
