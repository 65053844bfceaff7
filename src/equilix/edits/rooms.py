"""Edits of what a part needs room for: a screen that opens, a battery door, buttons, sockets, a fan."""

from __future__ import annotations

from typing import Any, Final

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.rigging import refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.solids import Room

USUAL_M: Final = 0.04
"""Edge of a new one."""


def add_room(document: Document, part_id: str, name: str = "") -> tuple[Document, int]:
    """One more room that is to stay free, beside the left side of the part; returns its number too."""
    part = part_of(document, part_id)
    body = part.body()
    at = (float(body.cg_m[0]), float(body.high_m[1]) + USUAL_M / 2, float(body.cg_m[2]))
    try:
        room = Room(name=name, centre_m=at, size_m=(USUAL_M, USUAL_M, USUAL_M))
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, keeps_free=(*part.keeps_free, room)), len(part.keeps_free)


def change_room(document: Document, part_id: str, number: int, **updates: Any) -> Document:
    """Change the name, the middle or the size of a room."""
    part = part_of(document, part_id)
    try:
        new = _room(document, part_id, number).changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, keeps_free=(*part.keeps_free[:number], new, *part.keeps_free[number + 1 :]))


def remove_room(document: Document, part_id: str, number: int) -> Document:
    """Take a room away: nothing needs to stay free there."""
    part = part_of(document, part_id)
    _room(document, part_id, number)
    return change_part(document, part_id, keeps_free=(*part.keeps_free[:number], *part.keeps_free[number + 1 :]))


def _room(document: Document, part_id: str, number: int) -> Room:
    part = part_of(document, part_id)
    if not 0 <= number < len(part.keeps_free):
        raise Refused(fact("rooms.no_such", part=part.name, number=str(number + 1)), fact("rooms.name_one"))
    return part.keeps_free[number]
