"""The schools of balancing, each with the moves it allows, and the words of their plans."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import Final

from equilix.analysis import Analysis, analyse, analyse_with
from equilix.document import Document
from equilix.kit.mounts import Track
from equilix.planner.moves import (
    Piece,
    Slide,
    find_batteries,
    find_moves,
    find_removable,
    find_weights,
)
from equilix.planner.plan import DrawOut, Hang, Plan, School, SlideTo, StandIn, Step, TakeOff
from equilix.planner.programme import Chosen, solve
from equilix.rig.clearance import TRACK_END, free_travel, new_strikes
from equilix.rig.kinematics import called, way_word
from equilix.units import length, mass

SCHOOLS: tuple[School, ...] = ("move", "power", "weight", "strip")


@dataclass(frozen=True)
class Moves:
    """What one school allows."""

    slides: Sequence[Slide] = ()
    pieces: Sequence[Piece] = ()
    removable: Sequence[str] = ()
    must_change: bool = False
    nothing: str = field(default="")
    """What to say where the school has nothing to work with."""


def moves_of(school: School, document: Document, analysis: Analysis) -> Moves:
    """The moves that a school allows in this setup."""
    if school == "move":
        return Moves(
            find_moves(analysis), find_batteries(document, analysis, other=False),
            nothing="nothing on this rig sits on a track",
        )  # fmt: skip
    if school == "power":
        return Moves(
            find_moves(analysis), find_batteries(document, analysis, other=True), must_change=True,
            nothing="no other battery of the kit, with as many watt-hours, fits this rig",
        )  # fmt: skip
    if school == "weight":
        return Moves(
            pieces=find_weights(document, analysis), must_change=True,
            nothing="no counterweight is left in the kit, or no rod has room for one",
        )  # fmt: skip
    return Moves(
        find_moves(analysis), removable=find_removable(document, analysis), must_change=True,
        nothing="every part on this rig is marked as needed",
    )  # fmt: skip


def plans(document: Document, setup_id: str, cancelled: Callable[[], bool] = lambda: False) -> Iterator[Plan]:
    """The best plan of every school for one setup, one after the other.

    A setup without a support has no plans. Raises :class:`~equilix.planner.programme.Cancelled`.
    """
    analysis = analyse(document, document.setups_by_id[setup_id])
    if analysis.conditions:
        for school in SCHOOLS:
            yield plan(school, document, analysis, cancelled)


def plan(school: School, document: Document, analysis: Analysis, cancelled: Callable[[], bool] = lambda: False) -> Plan:
    """The best plan of one school, checked by carrying it out."""
    moves = moves_of(school, document, analysis)
    before = {c.balance.name: c.value_m for c in analysis.conditions}
    forbidden: list[frozenset[int]] = []
    for _ in range(6):
        chosen = solve(
            analysis, moves.slides, moves.pieces, moves.removable,
            must_change=moves.must_change, forbidden=forbidden, cancelled=cancelled,
        )  # fmt: skip
        if chosen is None:
            return Plan(school, (), before, analysis, analysis, f"Cannot be done: {moves.nothing}.")
        chosen, after = _settle(chosen, moves, document, analysis, cancelled)
        steps = tuple(_steps(chosen, document, analysis))
        strikes = new_strikes(analysis.assembly, after.assembly)
        numbers = frozenset(i for i, piece in enumerate(moves.pieces) if any(piece is p for p, _ in chosen.pieces))
        if strikes and numbers:
            forbidden.append(numbers)
            continue
        reason = "" if all(c.ok for c in after.conditions) else _reason(school, moves, chosen, analysis, after)
        promised = {c.balance.name: c.value_m for c in after.conditions}  # what carrying it out gives, not the model
        return Plan(school, steps, promised, analysis, after, reason)
    return Plan(school, (), before, analysis, analysis, "Cannot be done: what would balance it strikes another part.")


MOST_ROUNDS = 4
"""So often a plan is bettered where tolerances or targets moved with it."""


def _settle(
    chosen: Chosen, moves: Moves, document: Document, analysis: Analysis, cancelled: Callable[[], bool]
) -> tuple[Chosen, Analysis]:
    """Carry a choice out and better its slides until it holds.

    Angles, motor torques, drop times and products of inertia are linear only nearby: each round takes what the last
    one led to as its new start. Returns the choice, told from the first start, and what it leads to.
    """
    after = _carried_out(chosen, document, analysis)
    for _ in range(MOST_ROUNDS if moves.slides else 0):
        if all(c.ok for c in after.conditions):
            break
        known = {(slide.placement, slide.draws) for slide in moves.slides}
        more = solve(after, [s for s in find_moves(after) if (s.placement, s.draws) in known], cancelled=cancelled)
        if more is None or not (more.slides_m or more.drawn_m):
            break
        places = analysis.setup.by_id
        slides = {**chosen.slides_m, **more.slides_m}
        drawn = {**chosen.drawn_m, **more.drawn_m}
        better = Chosen(
            {key: to for key, to in slides.items() if abs(to - places[key].slide_m) > 1e-6},
            {key: to for key, to in drawn.items() if abs(to - places[key].extension_m) > 1e-6},
            chosen.pieces, chosen.removed, more.promised_m, more.excess_kgm,
        )  # fmt: skip
        then = _carried_out(better, document, analysis)
        if not _better(_outside(then), _outside(after)):
            break
        chosen, after = better, then
    return chosen, after


def _outside(analysis: Analysis) -> list[float]:
    """How far out the conditions are in tolerances, all of a rank together, the static ones first."""
    found: dict[int, float] = {}
    for each in analysis.conditions:
        out = max(abs(each.value_m) / each.balance.tolerance_m - 1.0, 0.0)
        found[each.balance.rank] = found.get(each.balance.rank, 0.0) + out
    return [found[rank] for rank in sorted(found)]


def _better(then: list[float], before: list[float]) -> bool:
    """Whether the first rank that differs is less out."""
    return next((a < b for a, b in zip(then, before, strict=True) if abs(a - b) > 1e-6), False)


def _carried_out(chosen: Chosen, document: Document, analysis: Analysis) -> Analysis:
    for step in _steps(chosen, document, analysis):
        document = step.apply(document, analysis.setup.id)
    return analyse(document, document.setups_by_id[analysis.setup.id])


def _steps(chosen: Chosen, document: Document, analysis: Analysis) -> Iterator[Step]:
    unit = analysis.display
    assembly = analysis.assembly

    def name(placement_id: str) -> str:
        return assembly.parts[assembly.index[placement_id]].name

    for placement_id in chosen.removed:
        parent = analysis.setup.by_id[placement_id].parent
        if parent not in chosen.removed:
            gone = assembly.mass_properties(analysis.setup.subtree(placement_id)).mass_kg
            yield TakeOff(placement_id, f"Leave off the {name(placement_id)}, {mass(gone, unit)}")
    for piece, slide in chosen.pieces:
        part = document.parts_by_id[piece.part]
        place = name(piece.parent)
        if piece.group is not None:
            yield StandIn(piece.group, piece.part, piece.parent, piece.point, f"Put the {part.name} on the {place}")
        else:
            point = assembly.parts[assembly.index[piece.parent]].offered(piece.point)
            mark = _mark(point.track if point else None, slide, analysis)
            yield Hang(piece.part, piece.parent, piece.point, slide, f"Hang the {part.name} on the {place}", mark)
    for placement_id, slide in chosen.slides_m.items():
        placement = analysis.setup.by_id[placement_id]
        seat = assembly.seats[assembly.index[placement_id]]
        way = assembly.slide_direction(placement_id)
        assert seat is not None and way is not None  # only what sits on a track is slid
        moved = (slide - placement.slide_m) * way
        far = length(abs(slide - placement.slide_m), unit)
        text = f"Slide the {called(assembly, placement_id)} {way_word(moved)} {far}"
        yield SlideTo(placement_id, slide, text, _mark(seat.track, slide, analysis))

    for placement_id, drawn in chosen.drawn_m.items():
        was = analysis.setup.by_id[placement_id].extension_m
        verb, where = ("Draw", "out") if drawn > was else ("Push", "in")
        text = f"{verb} the {name(placement_id)} {where} {length(abs(drawn - was), unit)}"
        yield DrawOut(placement_id, drawn, text, f"drawn out {length(drawn, unit)}")


def _mark(track: Track | None, slide: float, analysis: Analysis) -> str:
    return "" if track is None else track.reads(slide, analysis.display)


def _reason(school: School, moves: Moves, chosen: Chosen, analysis: Analysis, after: Analysis) -> str:
    first = min(c.balance.rank for c in after.conditions if not c.ok)
    condition = max(
        (c for c in after.conditions if c.balance.rank == first), key=lambda c: chosen.excess_kgm[c.balance.name]
    )
    name, excess = condition.balance.name, chosen.excess_kgm[condition.balance.name]
    d, sign = condition.balance.direction, 1.0 if condition.value_m > 0 else -1.0
    unit = analysis.display
    if school == "weight":
        levers = [
            float(d @ (piece.cg_m + piece.way * slide - condition.balance.datum_m))
            for piece, slide in chosen.pieces
            if piece.way is not None
        ]
        lever = max((-sign * lever for lever in levers), default=0.0) + condition.balance.tolerance_m
        if lever > 0.01:
            return f"Cannot be done: {mass(excess / lever, unit)} of counterweight are missing."
        return "Cannot be done: the rods do not reach far enough to the other side."
    best: tuple[float, str] | None = None
    at_odds = False
    for slide in moves.slides:
        travel = None if slide.draws or slide.placement not in after.setup.by_id else free_travel(
            after.assembly, slide.placement
        )  # fmt: skip
        slope = 0.0 if travel is None else _slope(after, slide.placement, name)
        if travel is None or abs(slope) < LEAST_SLOPE:
            continue
        now = after.setup.by_id[slide.placement].slide_m
        back = slope * sign > 0
        stop, room = (travel.stop_from, now - travel.from_m) if back else (travel.stop_to, travel.to_m - now)
        missing = (abs(condition.value_m) - condition.balance.tolerance_m) / abs(slope) - room
        if missing <= 0:
            at_odds = True  # it could go so far, but something else would be out then
            continue
        missing = math.ceil(missing * 1000 - 1e-6) / 1000
        seat = after.assembly.seats[after.assembly.index[slide.placement]]
        assert seat is not None  # a slide sits on a track
        carrier = after.assembly.parts[after.assembly.index[seat.parent]].name
        if stop == TRACK_END:
            said = f"the track on the {carrier} is {length(missing, unit)} too short"
        else:
            said = f"the {stop} is {length(missing, unit)} in the way"
        if best is None or missing < best[0]:
            best = (missing, said)
    if best is None and at_odds:
        return f"Cannot be done: what puts {name} right puts something else out."
    if best is None:
        return "Cannot be done: nothing that moves weighs enough."
    return f"Cannot be done: {best[1]}."


LEAST_SLOPE: Final = 0.01
"""What moves a condition by less than a hundredth of its own way is no remedy for it."""
_TRIED_M: Final = 0.001


def _slope(analysis: Analysis, placement_id: str, name: str) -> float:
    """By how much a condition changes with one slide, m/m: with all that goes along, the datum too, tried over 1 mm."""
    setup = analysis.setup
    moved = setup.changed(
        placements=tuple(
            each.changed(slide_m=each.slide_m + _TRIED_M) if each.id == placement_id else each
            for each in setup.placements
        )
    )
    carried = analysis.carried
    then = analyse_with(carried.kit, moved, analysis.operator, analysis.display, carried.rules, carried.readings)
    was, now = (next((c.value_m for c in each.conditions if c.balance.name == name), 0.0) for each in (analysis, then))
    return (now - was) / _TRIED_M
