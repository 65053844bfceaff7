"""Edits of what a part is: another size, another kind. Every setup that uses it must still hold together."""

from __future__ import annotations

import numpy as np
from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, length
from equilix.kit.measuring import part_to_measure, size_of, stretched

LEAST_M, MOST_M = 0.001, 10.0
"""The sizes a part may have."""
OWN_OF_KIND = frozenset(
    ("solids", "hangs_by", "offers", "grips", "pad", "telescope", "anchors", "keeps_free", "image_plane_m", "carrier",
     "drive", "electric", "brings", "pivots", "controls", "gears", "inner_m", "sockets")
)  # fmt: skip
"""What a part has from its kind."""


def resize_part(document: Document, part_id: str, size_m: tuple[float, float, float]) -> Document:
    """Stretch a part to length, width and height ``size_m``, with its mounting points, tracks, grips and CG.

    What is round stays round: its radius follows the one of the two directions across that changes more.
    """
    if not all(LEAST_M <= each <= MOST_M for each in size_m):
        raise Refused(
            fact("shape.size_out_of_range"), fact("shape.sizes_allowed", least=length(LEAST_M), most=length(MOST_M))
        )
    old = part_of(document, part_id)
    try:
        made = stretched(old, np.array(size_m) / size_of(old))
    except ValidationError as error:  # a solid of it would become thinner than any can be
        raise refused_by(error) from error
    return change_part(document, part_id, sized=True, **made)


def change_kind(document: Document, part_id: str, kind: str) -> Document:
    """Make a part one of another kind, of the same size and mass, with that kind's shape and mounting points."""
    old = part_of(document, part_id)
    long, wide, high = size_of(old).tolist()
    try:
        made = part_to_measure(part_id, old.name, kind, old.mass_kg, (long, wide, high))
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(
        document,
        part_id,
        kind=kind,
        cg_m=None,
        gyration_m=None,
        balance=(),
        **{key: getattr(made, key) for key in OWN_OF_KIND},
    )
