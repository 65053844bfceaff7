"""What follows a lens along the rods: its support, and what turns its focus."""

from __future__ import annotations

from typing import Final

import numpy as np

from equilix.document import Document
from equilix.edits import rigging
from equilix.mechanics.rotations import unit
from equilix.rig.clearance import free_travel
from equilix.rig.kinematics import Assembly, assemble

UNDER: Final = (0.35, 0.95)
"""Between these shares of its length a lens may stand on its support; from elsewhere that is slid to
:data:`BEST_UNDER` (common practice, no source: in front of the middle, behind the front ring)."""
BEST_UNDER: Final = 0.7
LEAST_M: Final = 0.0005


def follow_lens(document: Document, setup_id: str, lens: str) -> Document:
    """Slide supports under a lens, and driving gears beside its gear, as far as tracks and neighbours let them.

    Also those that plans leave alone: who swaps a lens moves them by hand.
    """
    setup = rigging.setup_of(document, setup_id)
    rigging.placement_of(setup, lens)
    for placement in setup.placements:
        part = document.parts_by_id[placement.part]
        drives = any(gear.drives for gear in part.gears)
        if placement.id == lens or not (part.kind == "lens-support" or drives):
            continue
        assembly = assemble(rigging.setup_of(document, setup_id), document.parts_by_id)
        by_m = _gear_off_m(assembly, placement.id, lens) if drives else _support_off_m(assembly, placement.id, lens)
        travel = free_travel(assembly, placement.id)
        if travel is None or abs(by_m) < LEAST_M:
            continue
        slide = assembly.setup.by_id[placement.id].slide_m
        to = min(max(slide + by_m, travel.from_m), travel.to_m)
        document = rigging.slide(document, setup_id, placement.id, round(to, 3))
    return document


def _support_off_m(assembly: Assembly, support: str, lens: str) -> float:
    """How far a support is to be slid to stand under the lens; 0 where it does."""
    row, way = assembly.index[lens], assembly.slide_direction(support)
    low, high = assembly.parts[row].body().low_m, assembly.parts[row].body().high_m
    ahead = assembly.rotations[row][:, 0]
    if way is None or abs(float(way @ ahead)) < 0.9:
        return 0.0
    at = float((assembly.positions_m[assembly.index[support]] - assembly.positions_m[row]) @ ahead)
    share = (at - low[0]) / (high[0] - low[0])
    if UNDER[0] <= share <= UNDER[1]:
        return 0.0
    return float((low[0] + BEST_UNDER * (high[0] - low[0]) - at) / (way @ ahead))


def _gear_off_m(assembly: Assembly, drive: str, lens: str) -> float:
    """How far what drives is to be slid to stand beside the gear of the lens; 0 where that has none."""
    way = assembly.slide_direction(drive)
    driven = [
        (
            assembly.place_m(row, gear.position_m, beyond=gear.beyond),
            assembly.way(row, unit(gear.axis), beyond=gear.beyond),
        )
        for row in (assembly.index[each] for each in assembly.setup.subtree(lens))
        for gear in assembly.parts[row].gears
        if not gear.drives
    ]
    if way is None or not driven:
        return 0.0
    row = assembly.index[drive]
    own = next(gear for gear in assembly.parts[row].gears if gear.drives)
    at = assembly.place_m(row, own.position_m, beyond=own.beyond)
    middle, axis = min(driven, key=lambda each: float(np.linalg.norm(each[0] - at)))
    along = float(way @ axis)
    return float((middle - at) @ axis / along) if abs(along) > 0.9 else 0.0
