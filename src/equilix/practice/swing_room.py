"""How much paper a rig needs that will turn and fall: what it covers at all the attitudes that it may come to."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.mechanics.rotations import about_axis
from equilix.practice.stands import StandKey
from equilix.practice.trainer import Trainer

Array = NDArray[np.float64]

LIMITS_DEG: Final[dict[StandKey, tuple[float, float, bool]]] = {
    "gimbal": (35.0, 72.0, True), "sled": (60.0, 95.0, True), "shoulder": (40.0, 50.0, False),
    "hands": (35.0, 52.0, False), "line": (30.0, 65.0, False), "head": (15.0, 80.0, True), "table": (60.0, 75.0, False),
}  # fmt: skip
"""How far each leans and nods in sight, and whether it is turned round; what goes farther goes out of the picture."""
STEPS: Final = 7
TIPPED_RAD: Final = math.radians(20.0)


def swing_room_m(trainer: Trainer) -> tuple[Array, Array]:
    """The lowest and the highest corner ``(3,)`` of what has to be in sight, in the frame of the base."""
    corners, rows = trainer.analysis.assembly.corners_m
    lean, nod, round_ = LIMITS_DEG[trainer.stand]
    pivot = trainer.rigged.turnables[-1].point_m
    turning = {each for ids in trainer.rigged.members for each in ids}
    goes = np.array([trainer.analysis.assembly.ids[row] in turning for row in rows.tolist()])
    moved = corners[goes] - pivot
    found = [corners]
    for axis, limit in ((np.array((1.0, 0.0, 0.0)), lean), (np.array((0.0, 1.0, 0.0)), nod)):
        found += [
            moved @ about_axis(axis, angle).T + pivot
            for angle in np.linspace(-math.radians(limit), math.radians(limit), STEPS).tolist()
        ]
    if round_:
        up = np.array((0.0, 0.0, 1.0))
        post = next((each.point_m for each in trainer.rigged.turnables if each.key in ("pan", "spin")), pivot)
        around = corners[goes] - post
        found += [around @ about_axis(up, k * math.pi / 2).T + post for k in (1, 2, 3)]
    if trainer.rigged.tips:  # the handle, and all that it carries
        whole, held = np.concatenate(found), trainer.held_m
        for axis in np.eye(3)[:2]:
            found += [(whole - held) @ about_axis(axis, side * TIPPED_RAD).T + held for side in (-1.0, 1.0)]
    points = np.concatenate([*found, *(point[None, :] for point in _beside(trainer))])
    return points.min(axis=0), points.max(axis=0)


def _beside(trainer: Trainer) -> Iterator[Array]:
    """Points ``(3,)`` that should be in sight besides the rig."""
    support = trainer.analysis.support
    if trainer.rigged.hook_m is not None:
        yield trainer.rigged.hook_m
    if trainer.stand == "shoulder" and support is not None:
        yield support.datum_m + np.array((-0.16, -0.30, -0.34))
        yield support.datum_m + np.array((0.10, 0.30, 0.16))
    if trainer.stand == "head" and support is not None:
        yield support.datum_m - np.array((0.0, 0.0, 0.30))
