"""What may be turned about its mount for the sake of balance, tooth by tooth, and where it then is."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis, analyse_with
from equilix.carry.conditions import Balance
from equilix.faults import turns
from equilix.fit.gaze import SCREENS, gaze
from equilix.mechanics.rotations import about_axis
from equilix.rig.clearance import new_strikes
from equilix.rig.kinematics import Assembly, assemble

Array = NDArray[np.float64]

FREE_STEP_RAD: Final = math.radians(15.0)
"""How finely something without teeth is turned."""
LEAST_STEP_RAD: Final = math.radians(12.0)
"""Teeth that are finer are taken several at a time."""
MOST_RAD: Final = math.radians(90.0)
LEAST_SHIFT_KGM: Final = 0.004
"""Turning that shifts less than this (kg·m) balances nothing."""


class Turn(Struct, frozen=True):
    """A placement that may be turned to ``turns_rad`` ``(k,)``, with the CGs ``(k, n, 3)`` of ``rows`` ``(n,)`` there.

    What hangs on it goes along; it carries nothing that slides and no grip.
    """

    placement: str
    now_rad: float
    turns_rad: tuple[float, ...]
    rows: tuple[int, ...]
    cgs_m: Array

    def shifts_kgm(self, assembly: Assembly, balance: Balance) -> Array:
        """By how much each turn changes what a balance sums up, ``(k,)``, kg·m (with a lever, its products)."""
        counted = [
            n for n, row in enumerate(self.rows) if balance.members is None or assembly.ids[row] in balance.members
        ]
        rows = [self.rows[n] for n in counted]

        def sums(cgs: Array) -> Array:
            weights = 1.0 if balance.by_height is None else balance.by_height.weights(cgs)
            return np.asarray((weights * ((cgs - balance.datum_m) @ balance.direction)) @ assembly.masses_kg[rows])

        return np.asarray(sums(self.cgs_m[:, counted]) - sums(assembly.cgs_m[rows]))


def find_turns(analysis: Analysis) -> list[Turn]:
    """Every turn that shifts something, strikes nothing by itself and spoils no gaze at a screen."""
    found = []
    for placement_id, rows in _turnable(analysis):
        tried = _options(analysis, placement_id, rows)
        options = [(turn, cgs) for turn, cgs in tried if _allowed(analysis, placement_id, turn)]
        if options:
            now = analysis.setup.by_id[placement_id].turn_rad
            found.append(
                Turn(placement_id, now, tuple(t for t, _ in options), rows, np.array([cgs for _, cgs in options]))
            )
    return found


def _turnable(analysis: Analysis) -> Iterator[tuple[str, tuple[int, ...]]]:
    assembly, setup = analysis.assembly, analysis.setup
    datum = {each for condition in analysis.conditions for each, _ in condition.balance.datum_on}
    for row, placement_id in enumerate(assembly.ids):
        seat = assembly.seats[row]
        if seat is None or setup.by_id[placement_id].pinned or not turns(seat.point, seat.by) or seat.point.joint:
            continue
        below = setup.subtree(placement_id)
        parts = [assembly.parts[assembly.index[each]] for each in below]
        rides = [assembly.seats[assembly.index[each]] for each in below[1:]]
        if any(part.grips or part.telescope for part in parts) or datum.intersection(below):
            continue
        if any(each is not None and each.track is not None for each in rides):
            continue
        yield placement_id, tuple(assembly.index[each] for each in below)


def _options(analysis: Analysis, placement_id: str, rows: tuple[int, ...]) -> Iterator[tuple[float, Array]]:
    assembly = analysis.assembly
    seat = assembly.seats[assembly.index[placement_id]]
    assert seat is not None  # only what is mounted turns
    at, frame = assembly.point_pose(seat.parent, seat.point)
    if seat.track is not None:  # it turns where it has been slid to
        at = assembly.to_rig(placement_id, seat.by.origin)
    tooth = max(seat.point.turn_step_rad, seat.by.turn_step_rad)
    step = math.ceil(LEAST_STEP_RAD / tooth - 1e-9) * tooth if tooth > 0 else FREE_STEP_RAD
    cgs, masses = assembly.cgs_m[list(rows)], assembly.masses_kg[list(rows)]
    now = analysis.setup.by_id[placement_id].turn_rad
    for k in range(1, math.floor(MOST_RAD / step + 1e-9) + 1):
        for change in (k * step, -k * step):
            there = at + (cgs - at) @ about_axis(frame[:, 2], change).T
            if float(np.linalg.norm(masses @ (there - cgs))) >= LEAST_SHIFT_KGM:
                yield math.remainder(now + change, 2 * math.pi), there


def _allowed(analysis: Analysis, placement_id: str, turn_rad: float) -> bool:
    setup, carried = analysis.setup, analysis.carried
    turned = setup.changed(
        placements=tuple(p.changed(turn_rad=turn_rad) if p.id == placement_id else p for p in setup.placements)
    )
    if new_strikes(analysis.assembly, assemble(turned, carried.kit)):
        return False
    screens = {p.id for p in setup.placements if carried.kit[p.part].kind in SCREENS}
    if not screens.intersection(setup.subtree(placement_id)):
        return True
    was = gaze(analysis)
    then = gaze(analyse_with(carried.kit, turned, carried.operator, carried.rules))
    return was is None or then is None or set(then.complaints) <= set(was.complaints)
