"""Edits of where a part is held and where it lies: its grips, its shoulder pad."""

from __future__ import annotations

from typing import Any

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.pieces import add_piece, change_piece, free_piece_name, remove_piece
from equilix.edits.sound import refused_by
from equilix.kit.parts import Grip, Pad


def add_grip(document: Document, part_id: str) -> tuple[Document, int]:
    """One more grip, upright in the middle of the part; returns its number too."""
    part = part_of(document, part_id)
    x, y, z = part.body().cg_m.tolist()
    name = free_piece_name(part, "grips", "grip")
    return add_piece(document, part_id, "grips", Grip, name=name, position_m=(x, y, z))


def change_grip(document: Document, part_id: str, number: int, **updates: Any) -> Document:
    """Change fields of a grip."""
    return change_piece(document, part_id, "grips", number, **updates)


def remove_grip(document: Document, part_id: str, number: int) -> Document:
    """Take a grip away: the part is no longer held there."""
    return remove_piece(document, part_id, "grips", number)


def change_pad(document: Document, part_id: str, **updates: Any) -> Document:
    """Change the shoulder pad of a part, or give it one, in the middle of its underside."""
    part = part_of(document, part_id)
    body = part.body()
    old = part.pad or Pad(centre_m=(float(body.cg_m[0]), float(body.cg_m[1]), float(body.low_m[2])))
    try:
        new = old.changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, pad=new)


def remove_pad(document: Document, part_id: str) -> Document:
    """Take the shoulder pad of a part away."""
    return change_part(document, part_id, pad=None)
