"""How the joints of an arm turn when a place on it is pulled: the nearest it comes, with the least turning."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.kit.pivots import Pivot, links

Array = NDArray[np.float64]

ROUNDS: Final = 60
HALVINGS: Final = 8
DAMPING_M2: Final = 4e-4
"""Square of the length under which a lever no longer counts: what keeps a stretched arm from jerking."""
NEAR_M: Final = 1e-4
MOST_RAD: Final = 0.35
"""What a joint turns at most in one round."""


def pulled(
    pivots: Sequence[Pivot], turned_rad: Sequence[float], grabbed_m: Array, beyond: int, goal_m: Array, seen: Array
) -> tuple[float, ...]:
    """The angles ``(len(pivots),)``, rad, that bring a place of an arm as near to a goal as its joints let it.

    ``grabbed_m``: the place ``(3,)`` in the arm's frame as it is now, beyond so many pivots; ``goal_m`` ``(3,)`` in the
    same frame; ``seen`` ``(k, 3)``: the directions in which it matters where it comes (the two of a drawing, or three).
    Damped least squares about the angles of each round (Wampler 1986, from memory), each joint held in its range.
    """
    angles = np.array([turned_rad[n] if n < len(turned_rad) else 0.0 for n in range(len(pivots))], dtype=float)
    if beyond == 0:
        return tuple(angles.tolist())
    first = links(pivots, angles.tolist())
    local = first.rotations[beyond].T @ (grabbed_m - first.shifts_m[beyond])
    low = np.array([pivot.from_rad for pivot in pivots[:beyond]])
    high = np.array([pivot.to_rad for pivot in pivots[:beyond]])

    def missed(turned: Array) -> tuple[Array, float]:
        now = links(pivots, turned.tolist())
        miss: Array = seen @ (goal_m - now.rotations[beyond] @ local - now.shifts_m[beyond])
        return miss, float(np.linalg.norm(miss))

    miss, off = missed(angles)
    for _ in range(ROUNDS):
        if off < NEAR_M:
            break
        step = _step(_slopes(pivots, angles, local, beyond, seen), miss, angles[:beyond] - low, high - angles[:beyond])
        for _ in range(HALVINGS):  # far from the goal the way is bent: a step that leads away is too long
            tried = angles.copy()
            tried[:beyond] = np.clip(angles[:beyond] + step, low, high)
            found, nearer = missed(tried)
            if nearer < off:
                break
            step = step / 2
        else:
            break
        gained, angles, miss, off = off - nearer, tried, found, nearer
        if gained < NEAR_M / 10:
            break
    return tuple(angles.tolist())


def _slopes(pivots: Sequence[Pivot], angles: Array, local: Array, beyond: int, seen: Array) -> Array:
    """How the place goes with each angle ``(k, beyond)``, m/rad: the axis across the lever from the joint to it."""
    now = links(pivots, angles.tolist())
    place = now.rotations[beyond] @ local + now.shifts_m[beyond]
    ways = []
    for n in range(beyond):
        centre = now.rotations[n] @ np.array(pivots[n].position_m) + now.shifts_m[n]
        ways.append(np.cross(now.rotations[n] @ pivots[n].axis_unit, place - centre))
    slopes: Array = seen @ np.array(ways).T
    return slopes


def _step(slopes: Array, miss: Array, below: Array, above: Array) -> Array:
    """The turns of one round ``(beyond,)``; a joint at its end gives way to the others."""
    free = np.ones(len(below), dtype=bool)
    step: Array = np.zeros(len(below))
    for _ in range(len(below)):
        active = np.where(free, slopes, 0.0)
        step = active.T @ np.linalg.solve(active @ active.T + DAMPING_M2 * np.eye(len(miss)), miss)
        stuck = free & (((below <= 0) & (step < 0)) | ((above <= 0) & (step > 0)))
        if not stuck.any():
            break
        free &= ~stuck
    step = np.where(free, step, 0.0)
    largest = float(np.abs(step).max())
    return step * (MOST_RAD / largest) if largest > MOST_RAD else step
