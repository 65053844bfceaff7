"""Set down on the sticks between shots: what hangs lower than the plate strikes the head."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np

from equilix.analysis import Analysis
from equilix.checks.room import GO_THROUGH
from equilix.checks.rules import THUMB, Check, Level
from equilix.facts import NOTHING, Sayable, fact, length, listed
from equilix.kit.solids import Cylinder
from equilix.rig.clearance import in_outline

HEAD_RADIUS_M: Final = 0.070
HEAD_HEIGHT_M: Final = 0.140
PLATE_M: Final = 0.010
"""A fluid head as a drum under its plate; the plate's own thickness is not counted (common practice, no source)."""


def set_down(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """What would strike the head, or strikes it; nothing where no plate of the rig goes on one."""
    del rules
    found = analysis.carried.anchor("head")
    if found is None or analysis.drives.axes:  # what has motors stands on feet of its own
        return
    carrier, at = found
    assembly = analysis.assembly
    if analysis.setup.by_id[carrier].parent is not None:  # it stands on something else, which does not go on a head
        return
    row = assembly.index[carrier]
    drum = Cylinder(axis="z", radius_m=HEAD_RADIUS_M, length_m=HEAD_HEIGHT_M)
    up = assembly.rotations[row].T @ np.array((0.0, 0.0, 1.0))
    if abs(float(up[2])) < 0.99:  # it stands askew: what is its underside there is not known
        return
    middle = assembly.rotations[row].T @ (
        at - np.array((0.0, 0.0, HEAD_HEIGHT_M / 2 + PLATE_M)) - assembly.positions_m[row]
    )
    hits = [
        hit for hit in in_outline(assembly, row, drum.outline, middle) if assembly.parts[hit].kind not in GO_THROUGH
    ]
    on_it = analysis.setup.carry == "tripod"
    names = list(dict.fromkeys(assembly.parts[hit].name for hit in hits))
    said: Sayable = fact("set_down.clear")
    todo: Sayable = NOTHING
    level: Level = "fine"
    if names:
        deep = max(float(at[2] - lowest) for lowest in _lowest(analysis, hits))
        said = fact("set_down.strike", parts=listed(names), number=len(names), deep=length(deep))
        todo, level = fact("set_down.turn_up"), "stop" if on_it else "mind"
    where = assembly.ids[hits[0]] if hits else carrier
    yield Check("set-down", where, fact("set_down.title"), said, None, todo, THUMB, level)


def _lowest(analysis: Analysis, rows: list[int]) -> list[float]:
    lower, _, of = analysis.assembly.boxes_m
    return [float(lower[of == row, 2].min()) for row in rows]
