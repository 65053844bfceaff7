"""What strikes what while a part of the rig turns about an axis, from the enclosing boxes of the parts.

The axis is taken along the nearest axis of the rig frame. Boxes that already overlap as drawn are mated parts.
"""

from __future__ import annotations

import math
from collections.abc import Collection

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.rig.clearance import MATED_M
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]


class Swing(Struct, frozen=True):
    """How freely something turns: the pair that comes nearest, as placements, and the room between them, m.

    Where it strikes, ``strikes_rad`` is the turn of least size at which it does, and ``room_m`` is 0 or less.
    ``radius_m``: the farthest corner of what turns from the axis.
    """

    turning: str
    standing: str
    room_m: float
    strikes_rad: float | None
    radius_m: float


def swing(
    assembly: Assembly, axis: Array, point_m: Array, members: Collection[str], from_rad: float, to_rad: float
) -> Swing | None:
    """What the members meet when they turn about an axis through ``point_m`` between two angles.

    None where nothing else stands in their width.
    Angles are right-handed about ``axis`` from where the parts are now.
    """
    lower, upper, rows = assembly.boxes_m
    k = int(np.argmax(np.abs(axis)))
    a, b = (k + 1) % 3, (k + 2) % 3  # right-handed about +k
    if axis[k] < 0:
        from_rad, to_rad = -to_rad, -from_rad
    turning = np.array([assembly.ids[row] in members for row in rows])
    inside, outside = np.nonzero(turning)[0], np.nonzero(~turning)[0]
    if not len(inside) or not len(outside):
        return None
    rect = np.stack((lower[:, (a, b)], upper[:, (a, b)]), axis=1) - point_m[[a, b]]
    corners = rect[:, (0, 1, 1, 0), 0], rect[:, (0, 0, 1, 1), 1]
    radius = np.hypot(*corners).max(axis=1)
    nearest = np.hypot(*np.maximum(np.maximum(rect[:, 0], -rect[:, 1]), 0.0).T)
    pairs = np.array(np.meshgrid(inside, outside, indexing="ij")).reshape(2, -1).T
    p, o = pairs[:, 0], pairs[:, 1]
    beside = np.minimum(upper[p, k], upper[o, k]) - np.maximum(lower[p, k], lower[o, k]) > MATED_M
    apart = np.any(np.minimum(rect[p, 1], rect[o, 1]) - np.maximum(rect[p, 0], rect[o, 0]) <= MATED_M, axis=1)
    pairs = pairs[beside & apart]
    if not len(pairs):
        return None
    room = nearest[pairs[:, 1]] - radius[pairs[:, 0]]
    doubtful = pairs[room < 0]
    found = _first_strike(rect, doubtful, from_rad, to_rad)
    farthest = float(radius[inside].max())
    if found is not None:
        pair, turn = found
        return Swing(
            assembly.ids[rows[pair[0]]], assembly.ids[rows[pair[1]]], float(min(room.min(), 0.0)),
            turn if axis[k] > 0 else -turn, farthest,
        )  # fmt: skip
    clear = pairs[room >= 0]
    if not len(clear):
        return None
    best = int(np.argmin(room[room >= 0]))
    return Swing(
        assembly.ids[rows[clear[best, 0]]],
        assembly.ids[rows[clear[best, 1]]],
        float(room[room >= 0][best]),
        None,
        farthest,
    )


def _first_strike(
    rect: Array, pairs: NDArray[np.intp], from_rad: float, to_rad: float
) -> tuple[NDArray[np.intp], float] | None:
    """The pair of rectangles that touch at the turn of least size; None where none do.

    They touch first where a corner of one comes onto an edge of the other: circles about the axis cut with edges.
    """
    if not len(pairs):
        return None
    mover, other = rect[pairs[:, 0]], rect[pairs[:, 1]]
    turns = np.concatenate((_onto_edges(mover, other), -_onto_edges(other, mover)), axis=1)
    turns = np.concatenate((turns, turns - 2 * math.pi, turns + 2 * math.pi), axis=1)
    turns[(turns < from_rad) | (turns > to_rad)] = np.nan
    size = np.where(np.isnan(turns), np.inf, np.abs(turns))
    pair, at = np.unravel_index(int(np.argmin(size)), size.shape)
    return (pairs[pair], float(turns[pair, at])) if np.isfinite(size[pair, at]) else None


def _onto_edges(turning: Array, still: Array) -> Array:
    """Turns ``(p, 32)`` that bring a corner of ``turning`` ``(p, 2, 2)`` onto an edge of ``still``; NaN for none."""
    found = []
    for i, j in ((0, 0), (0, 1), (1, 0), (1, 1)):
        corner = np.column_stack((turning[:, i, 0], turning[:, j, 1]))
        radius, start = np.hypot(corner[:, 0], corner[:, 1]), np.arctan2(corner[:, 1], corner[:, 0])
        for along in (0, 1):  # edges at a fixed x, then at a fixed y
            across = 1 - along
            for end in (0, 1):
                fixed = still[:, end, along]
                with np.errstate(invalid="ignore"):
                    reach = np.sqrt(radius**2 - fixed**2)
                for sign in (1.0, -1.0):
                    free = sign * reach
                    meets = (free >= still[:, 0, across]) & (free <= still[:, 1, across])
                    at = np.arctan2(free, fixed) if along == 0 else np.arctan2(fixed, free)
                    turn = np.remainder(at - start + math.pi, 2 * math.pi) - math.pi
                    found.append(np.where(meets, turn, np.nan))
    return np.stack(found, axis=1)
