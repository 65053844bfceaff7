"""Room for the head beside a wide camera: a bracket that carries it outwards from the pad."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.carry.shoulder import head_clearance_m
from equilix.document import Document
from equilix.errors import EquilixError
from equilix.planner.fit_plan import FitPlan, PutBetween
from equilix.planner.programme import Cancelled
from equilix.rig.clearance import new_strikes
from equilix.units import length

TITLE = "Room for the head"
WANTED_M = 0.005
"""So much room is enough (estimate)."""


def head_plan(document: Document, analysis: Analysis, cancelled: Callable[[], bool]) -> FitPlan | None:
    """The least sideways offset at which the head is free; None where nothing presses, or it is not on a shoulder."""
    support = analysis.support
    if support is None or support.name != "pad":
        return None
    shoulder = analysis.operator.shoulder
    room, part = head_clearance_m(analysis.carried, support, shoulder)
    if room > 0:
        return None
    carriage = next(
        (
            placement_id
            for placement_id, each, seat in zip(
                analysis.assembly.ids, analysis.assembly.parts, analysis.assembly.seats, strict=True
            )
            if each.kind == "bridge-plate" and seat is not None and seat.point.kind == "dovetail"
        ),
        None,
    )
    brackets = [each for each in document.parts if each.kind == "offset-bracket"]
    if carriage is None or not brackets:
        return FitPlan(TITLE, (), analysis, analysis, (), f"The {part} presses, and the kit has no offset bracket.")
    bracket, unit, outward = brackets[0], analysis.display, -1.0 if shoulder == "right" else 1.0
    track = bracket.offers[0].track
    reach = 0.0 if track is None else min(track.to_m, -track.from_m)
    nearest: FitPlan | None = None
    for offset in np.arange(0.005, reach + 1e-9, 0.005):
        if cancelled():
            raise Cancelled
        side = "left" if outward > 0 else "right"
        buy = "" if bracket.owned else " (it has to be bought)"
        text = f"Put the {bracket.name}{buy} under the camera and slide it {length(float(offset), unit)} to the {side}"
        step = PutBetween(carriage, bracket.id, round(float(outward * offset), 4), text)
        try:
            changed = step.apply(document, analysis.setup.id)
        except EquilixError:
            continue
        after = analyse(changed, changed.setups_by_id[analysis.setup.id])
        if after.support is None or new_strikes(analysis.assembly, after.assembly):
            continue
        now = head_clearance_m(after.carried, after.support, shoulder)[0]
        said = f"Head: {length(-room, unit)} pressed aside → " + (
            f"{length(now, unit)} of room" if now > 0 else f"{length(-now, unit)} pressed aside"
        )
        nearest = FitPlan(TITLE, (step,), analysis, after, (said,))
        if now >= WANTED_M:
            return nearest
    if nearest is not None:
        return nearest
    return FitPlan(TITLE, (), analysis, analysis, (), f"The {part} presses, and no bracket gives it room.")
