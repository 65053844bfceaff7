"""What has to come out during the day: lenses, batteries, filters. Whether anything stands in their way."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.checks.room import GO_THROUGH, SHAPES, TOUCHES_LENS, made_around
from equilix.checks.rules import Check, Level
from equilix.facts import NOTHING, Sayable, fact, listed
from equilix.kit.catalogue import kind_of
from equilix.kit.polyhedra import Polyhedron
from equilix.kit.solids import Box
from equilix.rig.clearance import in_outline
from equilix.rig.kinematics import Assembly
from equilix.rig.seats import Seat

Array = NDArray[np.float64]

UNLOCKED_M: Final = 0.015
"""So far a lens is drawn ahead before it is clear of its mount (common practice, no source)."""
LATCH_M: Final = 0.030
"""So far a battery is lifted along its plate before it is off (common practice, no source)."""
CLEAR_M: Final = 0.002
"""What lies beside it by less than this is what it is guided by."""
PLATES: Final = ("wedge", "small-wedge", "studs", "slide-on")


def taking_out(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Every lens, battery and filter of the rig."""
    del rules
    assembly = analysis.assembly
    for row, seat in enumerate(assembly.seats):
        if seat is None:
            continue
        way = _way_out(assembly, row, seat)
        if way is None:
            continue
        hits = _in_the_way(analysis, row, seat, way)
        names = list(dict.fromkeys(assembly.parts[hit].name for hit in hits))
        said: Sayable = fact("taking_out.comes_out")
        todo: Sayable = NOTHING
        if hits:
            said = fact("taking_out.in_its_way", parts=listed(names), number=len(names))
            todo = fact("taking_out.mount_elsewhere")
        part = assembly.parts[row]
        in_front = bool(hits) and all(kind_of(assembly.parts[hit]).stage == "front" for hit in hits)
        if in_front:  # a matte box is swung away first, as it always is
            todo = fact("taking_out.swing_away_first")
        level: Level = "mind" if hits and not in_front else "fine"
        yield Check(
            "out", assembly.ids[row], fact("taking_out.title", part=part.name), said, None, todo, SHAPES, level
        )  # fmt: skip


def _way_out(assembly: Assembly, row: int, seat: Seat) -> Array | None:
    """The way ``(3,)`` that it takes until it is clear, rig frame, m; None for what need not come out on the job."""
    part = assembly.parts[row]
    frame = assembly.point_pose(seat.parent, seat.point)[1]
    if seat.point.kind == "lens" and kind_of(part).key == "lens":
        return np.asarray(frame[:, 2] * UNLOCKED_M)
    if seat.point.kind in PLATES and part.energy_wh > 0:
        return np.asarray(frame[:, 0] * LATCH_M)
    body = assembly.bodies[row]
    if seat.point.kind in ("battery-slot", "tray"):
        size = np.abs(assembly.rotations[row].T @ frame[:, 2]) @ (body.high_m - body.low_m)
        return np.asarray(frame[:, 2] * float(size))
    return None


def _in_the_way(analysis: Analysis, row: int, seat: Seat, way: Array) -> list[int]:
    """Rows of what stands in its way, without what it is mounted on and what comes out with it."""
    assembly, setup = analysis.assembly, analysis.setup
    placement_id = assembly.ids[row]
    along = set(setup.subtree(placement_id)) | {seat.parent}
    lens = seat.point.kind == "lens"
    local = assembly.rotations[row].T @ way
    solids = zip(assembly.parts[row].solids, assembly.bodies[row].box_centres_m, strict=True)
    found: list[int] = []
    for solid, centre in solids:
        axis = int(np.argmax(np.abs(local)))
        half = np.maximum(solid.half_m - CLEAR_M, 1e-4)
        half[axis] += abs(float(local[axis])) / 2
        swept = Box(size_m=(2 * half[0], 2 * half[1], 2 * half[2])).outline
        if not isinstance(solid, Box):  # what is round keeps its outline, and is made longer
            stretch = np.ones(3)
            stretch[axis] = half[axis] / float(solid.half_m[axis])
            swept = Polyhedron(solid.outline.corners_m * stretch, solid.outline.normals, solid.outline.edges)
        found += in_outline(assembly, row, swept, centre + local / 2)
    return [
        hit
        for hit in dict.fromkeys(found)
        if assembly.ids[hit] not in along
        and assembly.parts[hit].kind not in GO_THROUGH
        and not made_around(assembly, assembly.index[seat.parent], hit)
        and not (lens and assembly.parts[hit].kind in TOUCHES_LENS)
    ]
