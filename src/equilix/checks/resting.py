"""How a half-built rig rests on the table."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.facts import Sayable, angle, fact, listed
from equilix.mechanics.tipping import Standing, faces_to_lie_on, standing
from equilix.rig.kinematics import payload_ids

Array = NDArray[np.float64]

_WAYS: Final = {"front": (1.0, 0.0), "back": (-1.0, 0.0), "left": (0.0, 1.0), "right": (0.0, -1.0)}


FRAGILE: Final = (
    "lens",
    "filter",
    "monitor",
    "viewfinder",
    "matte-box",
    "follow-focus",
    "motor",
    "transmitter",
    "microphone",
)
"""Kinds that nothing is laid on."""
MOST_LEAN_RAD: Final = math.radians(100.0)
"""Turned further than this it would lie on its head."""


class Rest(Struct, frozen=True):
    """How a heap of parts rests: the least tip angle, rad; infinite where it is held by a head; what is said.

    ``by_hand``: only a hand, or something soft under it, keeps it from falling.
    """

    least_rad: float
    said: Sayable
    by_hand: bool = False


def rest(analysis: Analysis, ids: Sequence[str], enough_rad: float) -> Rest:
    """How these placements rest, as they are mounted: on the head, by themselves, on another face, or only held.

    ``enough_rad``: the tip angle from which something stands by itself.
    """
    assembly = analysis.assembly
    if analysis.way.stays_up and set(ids) - set(payload_ids(assembly)):
        return Rest(math.inf, fact("resting.rests_head_drag_locked"))
    points, rows = assembly.corners_m
    mine = np.isin(rows, [assembly.index[each] for each in ids])
    cg = assembly.mass_properties(tuple(ids)).cg_m
    upright = standing(points[mine], cg)
    if upright.least_rad >= enough_rad:
        return Rest(upright.least_rad, fact("resting.stands_itself"))
    for face in faces_to_lie_on(points[mine], cg):
        touching = [assembly.parts[row] for row in dict.fromkeys(rows[mine][face.touching].tolist())]
        if face.leaning_rad > MOST_LEAN_RAD or any(part.kind in FRAGILE for part in touching):
            continue
        if face.least_tip_rad >= enough_rad:
            names = list(dict.fromkeys(part.name for part in touching))
            return Rest(upright.least_rad, fact("resting.let_lie", tips=_tips(upright), on=listed(names, "and")))
    said = fact("resting.hold_or_lay_something_soft", tips=_tips(upright))
    return Rest(upright.least_rad, said, by_hand=True)


def stands_rad(analysis: Analysis, ids: Sequence[str]) -> float:
    """The least tip angle of these placements as they are mounted, rad; below 0 they fall."""
    points, rows = analysis.assembly.corners_m
    mine = np.isin(rows, [analysis.assembly.index[each] for each in ids])
    return standing(points[mine], analysis.assembly.mass_properties(tuple(ids)).cg_m).least_rad


def _tips(found: Standing) -> Sayable:
    side = min(_WAYS, key=lambda way: found.towards_rad(np.array(_WAYS[way])))
    if not found.stands:
        worst = min(found.edges, key=lambda edge: edge.tip_rad).outward
        side = max(_WAYS, key=lambda way: float(worst @ np.array(_WAYS[way])))
        return fact("resting.falls_over", side=fact(f"side.{side}"))
    return fact("resting.tips", side=fact(f"side.{side}"), least=angle(found.least_rad))
