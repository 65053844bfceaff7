"""Edits of what a part needs room for: a screen that opens, a battery door, buttons, sockets, a fan."""

from __future__ import annotations

from typing import Any, Final

from equilix.document import Document
from equilix.edits.kit import part_of
from equilix.edits.pieces import add_piece, change_piece, remove_piece
from equilix.kit.solids import Room

USUAL_M: Final = 0.04
"""Edge of a new one."""


def add_room(document: Document, part_id: str, name: str = "") -> tuple[Document, int]:
    """One more room that is to stay free, beside the left side of the part; returns its number too."""
    body = part_of(document, part_id).body()
    at = (float(body.cg_m[0]), float(body.high_m[1]) + USUAL_M / 2, float(body.cg_m[2]))
    return add_piece(
        document, part_id, "keeps_free", Room, name=name, centre_m=at, size_m=(USUAL_M, USUAL_M, USUAL_M)
    )  # fmt: skip


def change_room(document: Document, part_id: str, number: int, **updates: Any) -> Document:
    """Change the name, the middle or the size of a room."""
    return change_piece(document, part_id, "keeps_free", number, **updates)


def remove_room(document: Document, part_id: str, number: int) -> Document:
    """Take a room away: nothing needs to stay free there."""
    return remove_piece(document, part_id, "keeps_free", number)
