"""Edits of parts that came from a file of triangles: their shape, and what they weigh when they are printed."""

from __future__ import annotations

import math
from typing import Final

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.errors import Refused
from equilix.facts import fact, general, listed
from equilix.kit.materials import DENSITY_KG_M3
from equilix.kit.solids import Mesh

SHELL_SHARE: Final = 0.25
"""Of a printed part that is its solid shell, which infill does not thin (estimate: 1 mm walls of a small bracket)."""


def shape_from(document: Document, part_id: str, mesh: Mesh) -> Document:
    """Give a part the shape of a mesh in place of the solids that it has; its mounting points stay where they are."""
    part_of(document, part_id)
    return change_part(document, part_id, sized=True, solids=(mesh,))


def weigh_printed(document: Document, part_id: str, material: str, infill: float) -> Document:
    """Estimate a part's mass from its volume, what it is made of, and the share of it that is filled, 0 to 1."""
    part = part_of(document, part_id)
    if material not in DENSITY_KG_M3:
        known = listed(DENSITY_KG_M3)
        raise Refused(fact("meshes.no_density", material=material), fact("catalogue.allowed", known=known))
    if not (math.isfinite(infill) and 0.0 < infill <= 1.0):
        raise Refused(fact("meshes.no_infill", infill=general(infill * 100)), fact("meshes.infill_is"))
    volume = sum(solid.volume_m3 for solid in part.solids)
    filled = SHELL_SHARE + (1 - SHELL_SHARE) * infill
    mass = volume * filled * DENSITY_KG_M3[material]
    return change_part(document, part_id, mass_kg=mass, mass_how="estimated", mass_sd_kg=None, material=material)
