"""How far parts can slide before they touch, from the enclosing boxes of their solids, and what takes the same room.

Boxes that already touch or overlap are mated parts and do not stop a slide. Only ways along an axis of the rig
frame are judged; a slanted way is limited by its track alone. What takes the same room is judged by the outlines.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.facts import Sayable, fact
from equilix.kit.polyhedra import Polyhedron
from equilix.kit.solids import Box
from equilix.mechanics.separation import overlap_m
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]

MATED_M = 0.0005
"""Boxes closer than this are taken to be mounted on each other, m."""


class Gap(Struct, frozen=True):
    """The free way between two groups of parts along an axis: ``front`` lies further along than ``rear``."""

    rear: frozenset[str]
    front: frozenset[str]
    axis: int
    gap_m: float
    rear_id: str
    front_id: str


def gaps(assembly: Assembly, movers: dict[str, Array]) -> list[Gap]:
    """The least gap between each two groups of parts that different movers carry, along each way used.

    ``movers``: placement that slides → its unit way ``(3,)``. A group is the set of movers that carry a part,
    so that what moves together has no gap. Parts in ``rear`` and ``front`` are named by that set.
    """
    lower, upper, rows = assembly.boxes_m
    carried: list[set[str]] = [set() for _ in assembly.ids]
    for mover in movers:
        for placement_id in assembly.setup.subtree(mover):
            carried[assembly.index[placement_id]].add(mover)
    groups = [frozenset(each) for each in carried]
    distinct = list(dict.fromkeys(groups))
    group_of_box = np.array([distinct.index(group) for group in groups])[rows]
    axes = {axis for axis in (_axis_of(way) for way in movers.values()) if axis is not None}
    found: list[Gap] = []
    for axis in sorted(axes):
        found.extend(_gaps_along(axis, lower, upper, rows, group_of_box, distinct, assembly.ids))
    return found


def _axis_of(way: Array) -> int | None:
    axis = int(np.argmax(np.abs(way)))
    return axis if abs(way[axis]) > 1 - 1e-6 else None


def _gaps_along(
    axis: int,
    lower: Array,
    upper: Array,
    rows: NDArray[np.intp],
    group_of_box: NDArray[np.intp],
    distinct: list[frozenset[str]],
    ids: tuple[str, ...],
) -> list[Gap]:
    others = [k for k in range(3) if k != axis]
    # [i, j]: box i lies behind box j, their cross-sections overlap, and they belong to different groups
    meets = np.ones((len(rows), len(rows)), dtype=bool)
    for k in others:
        overlap = np.minimum(upper[:, None, k], upper[None, :, k]) - np.maximum(lower[:, None, k], lower[None, :, k])
        meets &= overlap > MATED_M
    way = lower[None, :, axis] - upper[:, None, axis]
    meets &= (way > -MATED_M) & (group_of_box[:, None] != group_of_box[None, :])
    nearest: dict[tuple[int, int], tuple[float, int, int]] = {}
    for i, j in zip(*np.nonzero(meets), strict=True):
        key = (int(group_of_box[i]), int(group_of_box[j]))
        gap = max(float(way[i, j]), 0.0)
        if key not in nearest or gap < nearest[key][0]:
            nearest[key] = (gap, int(rows[i]), int(rows[j]))
    return [Gap(distinct[a], distinct[b], axis, gap, ids[i], ids[j]) for (a, b), (gap, i, j) in nearest.items()]


class Travel(Struct, frozen=True):
    """How far a placement can be slid from where it is: slide range, m, and what stops it at each end."""

    from_m: float
    to_m: float
    stop_from: Sayable
    stop_to: Sayable


TRACK_END: Final[Sayable] = fact("clearance.end_track")


def free_travel(assembly: Assembly, placement_id: str) -> Travel | None:
    """The slides that a placement can take with all else standing still; None without a track."""
    seat = assembly.seats[assembly.index[placement_id]]
    way = assembly.slide_direction(placement_id)
    if seat is None or seat.track is None or way is None:
        return None
    slide = assembly.setup.by_id[placement_id].slide_m
    low, high = seat.track.from_m, seat.track.to_m
    stop_low: Sayable = TRACK_END
    stop_high: Sayable = TRACK_END
    for gap in gaps(assembly, {placement_id: way}):
        forward = bool(gap.rear) == (way[gap.axis] > 0)  # the mover closes this gap by a growing slide
        neighbour = gap.front_id if gap.rear else gap.rear_id
        name = assembly.parts[assembly.index[neighbour]].name
        if forward and slide + gap.gap_m < high:
            high, stop_high = slide + gap.gap_m, name
        if not forward and slide - gap.gap_m > low:
            low, stop_low = slide - gap.gap_m, name
    return Travel(min(low, slide), max(high, slide), stop_low, stop_high)


def slider_of(assembly: Assembly, placement_id: str) -> str | None:
    """The placement itself or the nearest one below it that sits on a track with any travel."""
    current: str | None = placement_id
    while current is not None:
        seat = assembly.seats[assembly.index[current]]
        if seat is None:
            return None
        if seat.track is not None and seat.track.to_m - seat.track.from_m > 1e-6:
            return current
        current = seat.parent
    return None


STRIKES_M = 0.002
"""Parts whose outlines are deeper than this in each other strike."""


def new_strikes(before: Assembly, after: Assembly) -> list[tuple[str, str]]:
    """Pairs of placements whose outlines overlap after and did not before.

    Only pairs of which one has come, gone or moved are looked at: the others are as they were.
    """
    moved = _moved(before, after)
    known = {frozenset(pair) for pair in overlaps(before, moved)}  # an adapter put between changes their order
    return sorted(pair for pair in overlaps(after, moved) if frozenset(pair) not in known)


def _moved(before: Assembly, after: Assembly) -> frozenset[str]:
    found = set(before.ids) ^ set(after.ids)
    for each in before.index.keys() & after.index.keys():
        a, b = before.index[each], after.index[each]
        if (
            before.parts[a] is not after.parts[b]
            or before.setup.by_id[each].configuration != after.setup.by_id[each].configuration
            or np.abs(before.positions_m[a] - after.positions_m[b]).max() > 1e-9
            or np.abs(before.rotations[a] - after.rotations[b]).max() > 1e-9
        ):
            found.add(each)
    return frozenset(found)


def overlaps(assembly: Assembly, of: frozenset[str] | None = None) -> Iterator[tuple[str, str]]:
    """Pairs of placements whose outlines overlap though neither is mounted on the other, each pair once.

    ``of``: only pairs with one of these. Found one by one, so that whoever needs a few need not wait for all.
    """
    lower, upper, rows = assembly.boxes_m
    looked_at: set[tuple[str, str]] = set()
    for i, j in _near(lower, upper):
        a, b = sorted((int(rows[i]), int(rows[j])))
        pair = assembly.ids[a], assembly.ids[b]
        if a == b or pair in looked_at or (of is not None and not of.intersection(pair)):
            continue
        if not _mated(assembly, a, b) and _strike(assembly.outline(int(i)), assembly.outline(int(j))):
            looked_at.add(pair)
            yield pair


def _near(lower: Array, upper: Array) -> Iterator[tuple[int, int]]:
    """Pairs of boxes that share room; swept along x, so that only neighbours are compared."""
    order = np.argsort(lower[:, 0], kind="stable")
    starts = lower[order, 0]
    for place, i in enumerate(order):
        end = int(np.searchsorted(starts, upper[i, 0] - STRIKES_M))
        others = order[place + 1 : end]
        depth = np.minimum(upper[others], upper[i]) - np.maximum(lower[others], lower[i])
        for j in others[np.all(depth > STRIKES_M, axis=1)]:
            yield int(i), int(j)


def in_room(assembly: Assembly, row: int, room: Box) -> list[int]:
    """Rows of the other parts that stand in a room that a part keeps free, in their order; it bends with the part."""
    middle = assembly.place_m(row, room.centre_m, extends=room.extends, beyond=room.beyond)
    turn = np.column_stack([assembly.way(row, each, beyond=room.beyond) for each in np.eye(3)])
    return _in(assembly, row, _turned(room.outline, turn, middle))


def in_outline(assembly: Assembly, row: int, outline: Polyhedron, middle_m: Array) -> list[int]:
    """Rows of the other parts that stand in a convex space, given about its middle ``(3,)`` in the frame of a part."""
    return _in(assembly, row, _turned(outline, assembly.rotations[row], assembly.to_rig(assembly.ids[row], middle_m)))


def _turned(outline: Polyhedron, turn: Array, middle_m: Array) -> Polyhedron:
    return Polyhedron(outline.corners_m @ turn.T + middle_m, outline.normals @ turn.T, outline.edges @ turn.T)


def _in(assembly: Assembly, row: int, here: Polyhedron) -> list[int]:
    """Rows of the other parts in a convex space of the rig frame."""
    lower, upper, rows = assembly.boxes_m
    low, high = here.corners_m.min(axis=0), here.corners_m.max(axis=0)
    near = np.all(np.minimum(upper, high) - np.maximum(lower, low) > MATED_M, axis=1) & (rows != row)
    hits = [int(rows[k]) for k in np.nonzero(near)[0] if _strike(assembly.outline(int(k)), here, MATED_M)]
    return list(dict.fromkeys(hits))


def _strike(first: Polyhedron, second: Polyhedron, deeper_m: float = STRIKES_M) -> bool:
    depth = overlap_m(
        (first.corners_m, second.corners_m),
        (first.normals, second.normals),
        (first.edges, second.edges),
        enough_m=deeper_m,
    )
    return depth > deeper_m


def _mated(assembly: Assembly, a: int, b: int) -> bool:
    """Whether one of two parts is mounted on the other, or strapped to it: they touch as they should."""
    by_id, ids = assembly.setup.by_id, assembly.ids
    return by_id[ids[a]].parent == ids[b] or by_id[ids[b]].parent == ids[a]
