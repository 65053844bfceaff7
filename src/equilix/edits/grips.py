"""Edits of where a part is held and where it lies: its grips, its shoulder pad."""

from __future__ import annotations

from typing import Any

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.rigging import refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.parts import Grip, Pad


def add_grip(document: Document, part_id: str) -> tuple[Document, int]:
    """One more grip, upright in the middle of the part; returns its number too."""
    part = part_of(document, part_id)
    x, y, z = part.body().cg_m.tolist()
    taken = {grip.name for grip in part.grips}
    name = next(each for each in ("grip", *(f"grip {k}" for k in range(2, len(taken) + 3))) if each not in taken)
    grip = Grip(name=name, position_m=(x, y, z))
    return change_part(document, part_id, grips=(*part.grips, grip)), len(part.grips)


def change_grip(document: Document, part_id: str, number: int, **updates: Any) -> Document:
    """Change fields of a grip."""
    part = part_of(document, part_id)
    old = _grip(document, part_id, number)
    try:
        new = old.changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, grips=(*part.grips[:number], new, *part.grips[number + 1 :]))


def remove_grip(document: Document, part_id: str, number: int) -> Document:
    """Take a grip away: the part is no longer held there."""
    part = part_of(document, part_id)
    _grip(document, part_id, number)
    return change_part(document, part_id, grips=(*part.grips[:number], *part.grips[number + 1 :]))


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


def _grip(document: Document, part_id: str, number: int) -> Grip:
    part = part_of(document, part_id)
    if not 0 <= number < len(part.grips):
        raise Refused(fact("grips.no_such", part=part.name, number=str(number + 1)), fact("grips.name_one"))
    return part.grips[number]
