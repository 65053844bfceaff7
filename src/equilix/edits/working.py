"""Edits of what is worked with a finger and of what turns by teeth: controls and gears of a part."""

from __future__ import annotations

from typing import Any, Final

from equilix.document import Document
from equilix.edits.kit import part_of
from equilix.edits.pieces import add_piece, change_piece, free_piece_name, remove_piece
from equilix.kit.catalogue import kind_of
from equilix.kit.working import Control, Gear

DRIVING: Final = ("motor", "follow-focus")
"""Kinds whose gears turn others."""
USUAL_DIAMETER_M: Final = 0.03
"""Of the gear of a motor."""


def add_control(document: Document, part_id: str) -> tuple[Document, int]:
    """One more control, on top of the middle of the part; its number too."""
    part = part_of(document, part_id)
    body = part.body()
    at = (float(body.middle_m[0]), float(body.middle_m[1]), float(body.high_m[2]))
    name = free_piece_name(part, "controls", "record")
    return add_piece(document, part_id, "controls", Control, name=name, position_m=at)


def change_control(document: Document, part_id: str, number: int, **updates: Any) -> Document:
    """Change fields of a control."""
    return change_piece(document, part_id, "controls", number, **updates)


def remove_control(document: Document, part_id: str, number: int) -> Document:
    """Take a control away."""
    return remove_piece(document, part_id, "controls", number)


def add_gear(document: Document, part_id: str) -> tuple[Document, int]:
    """One more gear, about the middle of the part, as wide as it across where it is turned; its number too."""
    part = part_of(document, part_id)
    body, drives = part.body(), kind_of(part).key in DRIVING
    x, y, z = body.middle_m.tolist()
    across = float(min((body.high_m - body.low_m)[1:]))
    return add_piece(
        document, part_id, "gears", Gear, name=free_piece_name(part, "gears", "focus"), position_m=(x, y, z),
        diameter_m=USUAL_DIAMETER_M if drives else across, drives=drives,
    )  # fmt: skip


def change_gear(document: Document, part_id: str, number: int, **updates: Any) -> Document:
    """Change fields of a gear."""
    return change_piece(document, part_id, "gears", number, **updates)


def remove_gear(document: Document, part_id: str, number: int) -> Document:
    """Take a gear away."""
    return remove_piece(document, part_id, "gears", number)
