"""The catalogue of kinds: a new part needs only its kind, mass and three dimensions."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any, Final, Literal

from equilix.errors import Refused
from equilix.facts import fact, listed
from equilix.kit.kinds import (
    bases,
    bearers,
    cages,
    cameras,
    carrying,
    gimbals,
    handles,
    lens_support,
    other,
    power,
    sleds,
    sound,
    viewing,
)
from equilix.kit.kinds.kind import Kind
from equilix.kit.parts import Part
from equilix.kit.solids import Box

Family = Literal[
    "cameras",
    "cages",
    "lens_support",
    "viewing",
    "handles",
    "bases",
    "power",
    "sound",
    "gimbals",
    "sleds",
    "bearers",
    "carrying",
    "other",
]
FAMILIES: Final[dict[Family, tuple[Kind, ...]]] = {
    "cameras": cameras.KINDS,
    "cages": cages.KINDS,
    "lens_support": lens_support.KINDS,
    "viewing": viewing.KINDS,
    "handles": handles.KINDS,
    "bases": bases.KINDS,
    "power": power.KINDS,
    "sound": sound.KINDS,
    "gimbals": gimbals.KINDS,
    "sleds": sleds.KINDS,
    "bearers": bearers.KINDS,
    "carrying": carrying.KINDS,
    "other": other.KINDS,
}
"""What lies together on the mat, in the order in which it is laid out."""
KINDS: Final[dict[str, Kind]] = {kind.key: kind for kinds in FAMILIES.values() for kind in kinds}
"""In the order in which they are offered."""
_FAMILY_OF: Final[dict[str, Family]] = {kind.key: family for family, kinds in FAMILIES.items() for kind in kinds}
CAMERAS: Final = tuple(kind.key for kind in KINDS.values() if kind.camera)
"""The kinds that are the camera."""
LUMP: Final = "as-built"
"""The kind of what was weighed as one and is not told part by part."""
UNKNOWN: Final = KINDS["block"]
"""What a part is treated as whose kind this version does not know."""


def kind_of(part: Part) -> Kind:
    """The row of a part's kind; that of any other part where a document names one that is not known here."""
    return KINDS.get(part.kind, UNKNOWN)


def family_of(part: Part) -> Family:
    """With what a part lies on the mat."""
    return _FAMILY_OF[kind_of(part).key]


def make_part(
    part_id: str,
    name: str,
    kind: str,
    mass_kg: float,
    size_m: tuple[float, float, float] | None = None,
    **more: Any,
) -> Part:
    """A part of a kind with the kind's shape and mounting points at the given size.

    ``size_m``: length (x), width (y), height (z); the kind's usual size if absent. ``more``: any other field of
    the part. Raises :class:`Refused` for an unknown kind and ``ValidationError`` for bad numbers.
    """
    if kind not in KINDS:
        known = listed(KINDS)
        raise Refused(
            fact("catalogue.not_kind_part", kind=kind),
            fact("catalogue.allowed", known=known),
            fact("catalogue.take_block_anything_else"),
        )
    entry = KINDS[kind]
    # the size is asked first: a plate of a kilometre would be built with all its holes
    fields = entry.build(*Box(size_m=size_m or entry.size_m).size_m)
    return Part(id=part_id, name=name, kind=kind, mass_kg=mass_kg, **{**fields, **more})


def free_id(wanted: str, taken: Iterable[str]) -> str:
    """``wanted``, or ``wanted-2``, ``wanted-3`` … where it is taken."""
    used, number, found = set(taken), 1, wanted
    while found in used:
        number += 1
        found = f"{wanted}-{number}"
    return found
