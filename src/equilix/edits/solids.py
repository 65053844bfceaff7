"""Edits of the solids that a part is made of: add, change, take away."""

from __future__ import annotations

from typing import Any, Final, Literal

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.parts import Part
from equilix.kit.solids import Box, Cylinder, Solid, Tube

Shape = Literal["box", "cylinder", "tube"]
SHAPES: Final[dict[Shape, type[Box] | type[Cylinder] | type[Tube]]] = {"box": Box, "cylinder": Cylinder, "tube": Tube}
USUAL_M: Final = 0.03
"""Edge or diameter of a new one."""


def add_solid(document: Document, part_id: str, shape: Shape, **fields: Any) -> tuple[Document, int]:
    """One more solid, in the part's frame; returns its number too. Where the others have weights it gets their mean."""
    part = part_of(document, part_id)
    weights = [solid.weight for solid in part.solids if solid.weight is not None]
    usual: dict[str, Any] = {"centre_m": (0.0, 0.0, 0.0), "weight": sum(weights) / len(weights) if weights else None}
    solid = _made(shape, {**usual, **_size_of(shape, USUAL_M, USUAL_M), **fields})
    return change_part(document, part_id, sized=True, solids=(*part.solids, solid)), len(part.solids)


def change_solid(document: Document, part_id: str, number: int, **updates: Any) -> Document:
    """Change fields of a solid; ``shape`` makes it another one of about the same size at the same place."""
    part = part_of(document, part_id)
    old = _solid(part, number)
    shape: Shape = updates.pop("shape", old.shape)
    try:
        new = old.changed(**updates) if shape == old.shape else _as(old, shape)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, sized=True, solids=(*part.solids[:number], new, *part.solids[number + 1 :]))


def remove_solid(document: Document, part_id: str, number: int) -> Document:
    """Take a solid away; the last one stays: nothing is made of nothing."""
    part = part_of(document, part_id)
    _solid(part, number)
    if len(part.solids) == 1:
        raise Refused(fact("solids.last_one", part=part.name), fact("solids.change_it_instead"))
    return change_part(document, part_id, sized=True, solids=(*part.solids[:number], *part.solids[number + 1 :]))


def _as(old: Solid, shape: Shape) -> Solid:
    a, b, c = (2 * float(each) for each in old.half_m)
    common: dict[str, Any] = {key: getattr(old, key) for key in ("centre_m", "weight", "extends", "beyond")}
    if shape == "box":
        return Box(size_m=(a, b, c), **common)
    axis = getattr(old, "axis", "x" if a >= max(b, c) else "y" if b >= c else "z")
    along = {"x": a, "y": b, "z": c}[axis]
    across = (a + b + c - along) / 2
    return _made(shape, {**common, **_size_of(shape, across, along), "axis": axis})


def _size_of(shape: Shape, across_m: float, along_m: float) -> dict[str, Any]:
    if shape == "box":
        return {"size_m": (along_m, across_m, across_m)}
    found: dict[str, Any] = {"radius_m": across_m / 2, "length_m": along_m}
    return found if shape == "cylinder" else {**found, "inner_radius_m": across_m * 0.4}


def _made(shape: Shape, fields: dict[str, Any]) -> Solid:
    try:
        return SHAPES[shape](**fields)
    except ValidationError as error:
        raise refused_by(error) from error


def _solid(part: Part, number: int) -> Solid:
    if not 0 <= number < len(part.solids):
        raise Refused(fact("solids.no_such", part=part.name, number=number + 1), fact("solids.name_one"))
    return part.solids[number]
