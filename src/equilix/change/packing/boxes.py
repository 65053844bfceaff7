"""Boxes into rooms: a plain heuristic, the largest first, the rest of a room cut by planes from wall to wall."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from itertools import permutations
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.errors import Called, going_on, never
from equilix.mechanics.rotations import Array

Size = tuple[float, float, float]
SLACK_M: Final = 1e-9
LEAST_M: Final = 0.005
"""A rest that is thinner takes nothing and is forgotten."""
ORDERS: Final[tuple[Callable[[Size], float], ...]] = (
    lambda size: -math.prod(size),
    lambda size: -max(size),
    lambda size: -sorted(size)[1] * max(size),
)
"""What goes in first: the most voluminous, the longest, the broadest. The order that leaves least outside is taken."""


class Parcel(Struct, frozen=True):
    """What is put in: size, m, mass, kg, whether it goes in before others, and rather into the smallest room."""

    size_m: Size
    mass_kg: float = 0.0
    first: bool = False
    small: bool = False


class Bay(Struct, frozen=True):
    """Where things are put: its size, m, and the mass that it is not to exceed while there is room elsewhere, kg."""

    size_m: Size
    most_kg: float = math.inf


class Placed(Struct, frozen=True):
    """One box in a room: its number among the boxes, the room's, its corner and its size as it is turned, m."""

    box: int
    room: int
    corner_m: Size
    size_m: Size


def fits_alone(size_m: Size, rooms_m: Sequence[Size]) -> bool:
    """Whether a box goes into one of the rooms, turned by right angles."""
    return lacks_m(size_m, rooms_m) <= SLACK_M


def lacks_m(size_m: Size, rooms_m: Sequence[Size]) -> float:
    """By how much a box is too large for the room that suits it best: what sticks out, added up, m; infinite if none.

    Longest side along the longest, and so on: no other way of turning by right angles sticks out less.
    """
    ours = sorted(size_m)
    return min(
        (sum(max(a - b, 0.0) for a, b in zip(ours, sorted(room), strict=True)) for room in rooms_m), default=math.inf
    )


def fill(parcels: Sequence[Parcel], bays: Sequence[Bay], called_off: Called = never) -> tuple[Placed, ...]:
    """Places for as many parcels as find one; those that are missing found none.

    What is returned overlaps nowhere and stands inside its room: that is sure. That there is no place for the others is
    not: this is a heuristic (guillotine cuts, best fit), and cases are packed better by hand.
    """
    best: tuple[Placed, ...] = ()
    for order in going_on(ORDERS, called_off):
        ranked = sorted(range(len(parcels)), key=lambda k: (not parcels[k].first, order(parcels[k].size_m)))
        found = _in_order(ranked, parcels, bays)
        if _worth(found, parcels) > _worth(best, parcels):
            best = found
        if len(best) == len(parcels):
            break
    return best


def _worth(placed: Sequence[Placed], parcels: Sequence[Parcel]) -> tuple[int, float]:
    """How many of the first are in, then the volume of all, in cubic millimetres."""
    return sum(parcels[each.box].first for each in placed), round(1e9 * sum(math.prod(each.size_m) for each in placed))


def _in_order(order: Sequence[int], parcels: Sequence[Parcel], bays: Sequence[Bay]) -> tuple[Placed, ...]:
    """One after the other; what finds no place where it is not too heavy goes where there is one."""
    corners, spaces = np.zeros((len(bays), 3)), np.array([each.size_m for each in bays], dtype=float).reshape(-1, 3)
    rooms, placed = np.arange(len(bays)), []
    left_kg = np.array([each.most_kg for each in bays])
    for box in order:
        light = left_kg[rooms] >= parcels[box].mass_kg
        found = _best_space(parcels[box], spaces, rooms, light)
        if found is None:
            found = _best_space(parcels[box], spaces, rooms, ~light)
        if found is None:
            continue
        row, turned = found
        left_kg[rooms[row]] -= parcels[box].mass_kg
        placed.append(Placed(box, int(rooms[row]), _size(corners[row]), _size(turned)))
        new_corners, new_spaces = _cut(corners[row], spaces[row], turned)
        keep = np.arange(len(spaces)) != row
        corners = np.concatenate([corners[keep], new_corners])
        spaces = np.concatenate([spaces[keep], new_spaces])
        rooms = np.concatenate([rooms[keep], np.full(len(new_spaces), rooms[row])])
    return tuple(placed)


def _size(values: Array) -> Size:
    x, y, z = (float(each) for each in values)
    return x, y, z


def _best_space(
    parcel: Parcel, spaces: Array, rooms: NDArray[np.intp], allowed: NDArray[np.bool_]
) -> tuple[int, Array] | None:
    """The space, in the first room that has one, in which a box leaves the narrowest rest; and the box as turned."""
    way = -1.0 if parcel.small else 1.0
    best: tuple[tuple[float, float, float], int, Array] | None = None
    for turned in {_size(np.array(each)) for each in permutations(parcel.size_m)}:
        rest = spaces - np.array(turned)
        for row in np.flatnonzero((rest >= -SLACK_M).all(axis=1) & allowed):
            ranks = np.sort(rest[row])
            rank = (way * float(rooms[row]), float(ranks[0]), float(ranks[1]))
            if best is None or (rank, turned) < (best[0], _size(best[2])):
                best = rank, int(row), np.array(turned)
    return None if best is None else best[1:]


def _cut(corner: Array, space: Array, box: Array) -> tuple[Array, Array]:
    """What is left of a space, in three boxes; of the six ways to cut it that with the largest single one."""
    best: tuple[float, Array, Array] | None = None
    for order in permutations(range(3)):
        corners, sizes, whole = [], [], space.copy()
        for axis in order:
            rest = whole.copy()
            rest[axis] = space[axis] - box[axis]
            at = corner.copy()
            at[axis] += box[axis]
            corners.append(at)
            sizes.append(rest)
            whole[axis] = box[axis]
        largest = max(float(np.prod(each)) for each in sizes)
        if best is None or largest > best[0]:
            best = largest, np.array(corners), np.array(sizes)
    assert best is not None  # there are six ways
    keep = (best[2] > LEAST_M).all(axis=1)
    return best[1][keep], best[2][keep]
