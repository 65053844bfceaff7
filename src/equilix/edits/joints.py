"""Edits of what moves within a part: its joints, what lies beyond each, and what draws out."""

from __future__ import annotations

from typing import Any, Final, Literal

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.pieces import add_piece, change_piece, piece_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.mounts import Telescope
from equilix.kit.parts import Part
from equilix.kit.pivots import Pivot
from equilix.rig.setups import Setup

Carried = Literal["solids", "offers", "hangs_by", "grips", "controls", "gears", "keeps_free"]
"""What of a part may lie beyond a joint; and, the first four, be drawn out."""
CARRIED: Final[tuple[Carried, ...]] = ("solids", "offers", "hangs_by", "grips", "controls", "gears", "keeps_free")
DRAWN: Final[tuple[Carried, ...]] = ("solids", "offers", "hangs_by", "grips")
USUAL_REACH_M: Final = 0.10


def add_pivot(document: Document, part_id: str) -> tuple[Document, int]:
    """One more joint at the far end, in the middle of the part; nothing lies beyond it yet. Its number too."""
    part = part_of(document, part_id)
    x, y, z = part.body().middle_m.tolist()
    name = f"joint {len(part.pivots) + 1}"
    return add_piece(document, part_id, "pivots", Pivot, name=name, position_m=(x, y, z))


def change_pivot(document: Document, part_id: str, number: int, **updates: Any) -> Document:
    """Change fields of a joint. Where a setup has it turned farther than it goes then, that is refused."""
    return change_piece(document, part_id, "pivots", number, **updates)


def remove_pivot(document: Document, part_id: str, number: int) -> Document:
    """Take a joint away: what lay beyond it stands as it does when the joint is at 0, in every setup."""
    part = part_of(document, part_id)
    piece_of(part, "pivots", number)
    fields: dict[str, Any] = {"pivots": (*part.pivots[:number], *part.pivots[number + 1 :])}
    for key in CARRIED:
        fields[key] = tuple(
            each.changed(beyond=each.beyond - 1) if each.beyond > number else each for each in getattr(part, key)
        )
    setups = tuple(_without_angle(setup, part_id, number) for setup in document.setups)
    return change_part(document.changed(setups=setups), part_id, **fields)


def _without_angle(setup: Setup, part_id: str, number: int) -> Setup:
    placements = tuple(
        each.changed(pivots_rad=(*each.pivots_rad[:number], *each.pivots_rad[number + 1 :]))
        if each.part == part_id and len(each.pivots_rad) > number else each
        for each in setup.placements
    )  # fmt: skip
    return setup if placements == setup.placements else setup.changed(placements=placements)


def set_beyond(document: Document, part_id: str, field: Carried, which: int, number: int, *, beyond: bool) -> Document:
    """Say whether a solid, a point or a grip lies beyond a joint; beyond one is beyond all that come before it."""
    part = part_of(document, part_id)
    piece_of(part, "pivots", number)
    old = _carried(part, field, which)
    far = max(old.beyond, number + 1) if beyond else min(old.beyond, number)
    return _with(document, part, field, which, beyond=far)


def set_drawn(document: Document, part_id: str, field: Carried, which: int, *, drawn: bool) -> Document:
    """Say whether a solid, a point or a grip is drawn out with the telescope. Refused where there is none."""
    part = part_of(document, part_id)
    if part.telescope is None:
        raise Refused(fact("joints.draws_out_nothing", part=part.name), fact("joints.say_how_far"))
    if field not in DRAWN:
        raise Refused(fact("joints.is_not_drawn_out", part=part.name), fact("joints.say_how_far"))
    return _with(document, part, field, which, extends=drawn)


def change_telescope(document: Document, part_id: str, **updates: Any) -> Document:
    """Change along what and how far a part is drawn out; one that was not gets it, upwards."""
    part = part_of(document, part_id)
    try:
        new = (part.telescope or Telescope(axis=(0.0, 0.0, 1.0), reach_m=USUAL_REACH_M)).changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, telescope=new)


def remove_telescope(document: Document, part_id: str) -> Document:
    """Say that nothing of a part draws out. Refused while a setup has it drawn out."""
    part = part_of(document, part_id)
    fields = {
        key: tuple(each.changed(extends=False) if each.extends else each for each in getattr(part, key))
        for key in DRAWN
    }
    return change_part(document, part_id, telescope=None, **fields)


def _carried(part: Part, field: Carried, which: int) -> Any:
    found = getattr(part, field)
    if not 0 <= which < len(found):
        raise Refused(fact("joints.no_such", part=part.name, number=str(which + 1)), fact("pieces.name_one"))
    return found[which]


def _with(document: Document, part: Part, field: Carried, which: int, **updates: Any) -> Document:
    new = _carried(part, field, which).changed(**updates)
    found = getattr(part, field)
    return change_part(document, part.id, **{field: (*found[:which], new, *found[which + 1 :])})
