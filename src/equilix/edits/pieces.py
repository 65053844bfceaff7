"""Edits of what a part has several of, each known by its number: grips, rooms, joints, controls, gears."""

from __future__ import annotations

from typing import Any, Literal

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.parts import Part

Pieces = Literal["grips", "keeps_free", "pivots", "controls", "gears", "sockets"]
"""The field of the part in which they stand."""


def add_piece(document: Document, part_id: str, field: Pieces, kind: type[Any], **fields: Any) -> tuple[Document, int]:
    """One more, at the end; returns its number too."""
    part = part_of(document, part_id)
    try:
        made = kind(**fields)
    except ValidationError as error:
        raise refused_by(error) from error
    found = getattr(part, field)
    return change_part(document, part_id, **{field: (*found, made)}), len(found)


def change_piece(document: Document, part_id: str, field: Pieces, number: int, **updates: Any) -> Document:
    """Change fields of one."""
    part = part_of(document, part_id)
    try:
        new = piece_of(part, field, number).changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    found = getattr(part, field)
    return change_part(document, part_id, **{field: (*found[:number], new, *found[number + 1 :])})


def remove_piece(document: Document, part_id: str, field: Pieces, number: int) -> Document:
    """Take one away."""
    part = part_of(document, part_id)
    piece_of(part, field, number)
    found = getattr(part, field)
    return change_part(document, part_id, **{field: (*found[:number], *found[number + 1 :])})


def piece_of(part: Part, field: Pieces, number: int) -> Any:
    """One of them. Raises :class:`Refused` where there is none of that number."""
    found = getattr(part, field)
    if not 0 <= number < len(found):
        raise Refused(fact(f"pieces.{field}", part=part.name, number=str(number + 1)), fact("pieces.name_one"))
    return found[number]


def free_piece_name(part: Part, field: Pieces, wanted: str) -> str:
    """``wanted``, or ``wanted 2`` … where another one has it."""
    taken = {piece.name for piece in getattr(part, field)}
    names = (wanted, *(f"{wanted} {k}" for k in range(2, len(taken) + 3)))
    return next(name for name in names if name not in taken)
