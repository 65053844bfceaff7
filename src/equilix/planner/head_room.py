"""Room for the head beside a wide camera: by what slides or turns already, else by a bracket outwards."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from typing import Final

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.carry.shoulder import head_clearance_m
from equilix.document import Document
from equilix.errors import Cancelled, EquilixError
from equilix.facts import Sayable, fact, length
from equilix.faults import turns
from equilix.planner.fit_plan import FitPlan, PutBetween
from equilix.planner.plan import SlideTo, TurnTo
from equilix.rig.clearance import free_travel, new_strikes

TITLE = fact("head_room.room_head")
WANTED_M: Final = 0.005
"""So much room is enough (estimate)."""
STEP_M: Final = 0.010
TEETH: Final = 3
"""How finely a slide is tried, and how many teeth to either side."""
NOTHING: Final = 0.01
"""Further out of balance by less than this of a tolerance is not felt: a cable alone shifts so much."""
FREE_STEP_RAD: Final = math.radians(10.0)

Moved = SlideTo | TurnTo


def head_plan(document: Document, analysis: Analysis, cancelled: Callable[[], bool]) -> FitPlan | None:
    """The least that frees the head; None where nothing presses, or it is not on a shoulder.

    A slide or a turn of what is there comes first, where it takes the rig no further from balance; then a bracket.
    """
    if analysis.support is None or analysis.support.kind != "pad":
        return None
    room, part = head_clearance_m(analysis.carried, analysis.support, analysis.operator.shoulder)
    if room > 0:
        return None
    return _by_moving(document, analysis, cancelled) or _by_bracket(document, analysis, part, cancelled)


def _room(analysis: Analysis) -> float:
    if analysis.support is None:
        return -math.inf
    return head_clearance_m(analysis.carried, analysis.support, analysis.operator.shoulder)[0]


def _words(before: Analysis, after: Analysis) -> Sayable:
    now = _room(after)
    then = fact("head_room.room", now=length(now)) if now > 0 else fact("head_room.pressed_aside", now=length(-now))
    return fact("head_room.head_pressed_aside", room=length(-_room(before)), then=then)


def _off(analysis: Analysis) -> float:
    """How far the rig is out of balance: its worst condition in tolerances; within them all is alike."""
    worst = analysis.worst
    return 1.0 if worst is None else max(abs(worst.value_m) / worst.balance.tolerance_m, 1.0)


def _by_moving(document: Document, analysis: Analysis, cancelled: Callable[[], bool]) -> FitPlan | None:
    """The shortest slide or turn of one thing that frees the head and costs no balance; None where there is none."""
    for step in _single_moves(analysis):
        if cancelled():
            raise Cancelled
        try:
            changed = step.apply(document, analysis.setup.id)
        except EquilixError:
            continue
        after = analyse(changed, changed.setups_by_id[analysis.setup.id])
        if _room(after) < WANTED_M or _off(after) > _off(analysis) + NOTHING:
            continue
        if not new_strikes(analysis.assembly, after.assembly):
            return FitPlan(analysis, after, TITLE, (step,), (_words(analysis, after),))
    return None


def _single_moves(analysis: Analysis) -> Iterator[Moved]:
    """Slides and turns of one placement each, the least of them first."""
    found: list[tuple[float, Moved]] = []
    assembly = analysis.assembly
    for row, key in enumerate(assembly.ids):
        placement, seat = analysis.setup.by_id[key], assembly.seats[row]
        travel = free_travel(assembly, key)
        if placement.pinned or seat is None:
            continue
        if travel is not None and seat.track is not None:
            track, tried = seat.track, set[SlideTo]()
            for far in np.arange(STEP_M, travel.to_m - travel.from_m + STEP_M, STEP_M).tolist():
                for to in (track.settle(placement.slide_m + far), track.settle(placement.slide_m - far)):
                    moved = to - placement.slide_m
                    slid = SlideTo(key, round(to, 6))
                    if travel.from_m - 1e-9 <= to <= travel.to_m + 1e-9 and abs(moved) > 1e-6 and slid not in tried:
                        tried.add(slid)
                        found.append((abs(moved), slid))
        if turns(seat.point, seat.by):
            step = max(seat.point.turn_step_rad, seat.by.turn_step_rad) or FREE_STEP_RAD
            found += [
                (0.1 * abs(k * step), TurnTo(key, placement.turn_rad + k * step))
                for n in range(1, TEETH + 1)
                for k in (n, -n)
            ]
    yield from (move for _, move in sorted(found, key=lambda each: each[0]))


def _by_bracket(document: Document, analysis: Analysis, part: str, cancelled: Callable[[], bool]) -> FitPlan:
    """The least sideways offset on a bracket of the kit, or one to be bought."""
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
    brackets = sorted(
        (each for each in document.parts if each.kind == "offset-bracket"), key=lambda each: not each.owned
    )
    if carriage is None or not brackets:
        return FitPlan(analysis, analysis, TITLE, (), (), fact("head_room.presses_kit_has_no_offset", part=part))
    bracket = brackets[0]
    outward = -1.0 if analysis.operator.shoulder == "right" else 1.0
    track = bracket.offers[0].track
    reach = 0.0 if track is None else min(track.to_m, -track.from_m)
    nearest: FitPlan | None = None
    for offset in np.arange(0.005, reach + 1e-9, 0.005):
        if cancelled():
            raise Cancelled
        step = PutBetween(carriage, bracket.id, round(float(outward * offset), 4))
        try:
            changed = step.apply(document, analysis.setup.id)
        except EquilixError:
            continue
        after = analyse(changed, changed.setups_by_id[analysis.setup.id])
        if after.support is None or new_strikes(analysis.assembly, after.assembly):
            continue
        nearest = FitPlan(analysis, after, TITLE, (step,), (_words(analysis, after),))
        if _room(after) >= WANTED_M:
            return nearest
    if nearest is not None:
        return nearest
    return FitPlan(analysis, analysis, TITLE, (), (), fact("head_room.presses_no_bracket_gives_room", part=part))
