"""The schools of balancing, each with the moves it allows, and the words of their plans."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from typing import Final

from msgspec import Struct, field
from msgspec.structs import replace

from equilix.analysis import Analysis, analyse
from equilix.document import Document
from equilix.edits import rigging
from equilix.errors import Refused
from equilix.facts import Sayable, fact, length, listed, mass
from equilix.kit.parts import Part
from equilix.planner.build import Chosen
from equilix.planner.moves import (
    Piece,
    Slide,
    find_batteries,
    find_moves,
    find_removable,
    find_weights,
)
from equilix.planner.plan import DrawOut, Hang, Plan, School, SlideTo, StandIn, Step, TakeOff, TurnTo
from equilix.planner.programme import solve
from equilix.planner.relaxed import Want, could_alone, wants
from equilix.planner.turns import Turn, find_turns
from equilix.rig.clearance import new_strikes

SCHOOLS: tuple[School, ...] = ("move", "power", "weight", "strip")


class Moves(Struct, frozen=True, dict=True):
    """What one school allows."""

    slides: Sequence[Slide] = ()
    pieces: Sequence[Piece] = ()
    removable: Sequence[str] = ()
    turns: Sequence[Turn] = ()
    must_change: bool = False
    nothing: Sayable = field(default="")
    """What to say where the school has nothing to work with."""


class Reason(Struct, frozen=True, dict=True):
    """Why a plan does not reach all, what would do, and the bounds that would have to give way."""

    said: Sayable
    remedy: Sayable = ""
    wants: tuple[Want, ...] = ()


def moves_of(school: School, document: Document, analysis: Analysis) -> Moves:
    """The moves that a school allows in this setup."""
    if school == "move":
        return Moves(
            find_moves(analysis), find_batteries(document, analysis, other=False), turns=find_turns(analysis),
            nothing=fact("schools.nothing_rig_slides_draws_out"),
        )  # fmt: skip
    if school == "power":
        return Moves(
            find_moves(analysis), find_batteries(document, analysis, other=True), turns=find_turns(analysis),
            must_change=True,
            nothing=fact("schools.no_other_battery_kit_many"),
        )  # fmt: skip
    if school == "weight":
        return Moves(
            pieces=find_weights(document, analysis), must_change=True,
            nothing=fact("schools.no_counterweight_left_kit_or"),
        )  # fmt: skip
    return Moves(
        find_moves(analysis), removable=find_removable(document, analysis), turns=find_turns(analysis),
        must_change=True,
        nothing=fact("schools.every_part_rig_marked_needed"),
    )  # fmt: skip


def plans(document: Document, setup_id: str, cancelled: Callable[[], bool] = lambda: False) -> Iterator[Plan]:
    """The best plan of every school for one setup, one after the other.

    A setup without a support has no plans. Raises :class:`~equilix.errors.Cancelled`.
    """
    analysis = analyse(document, document.setups_by_id[setup_id])
    if analysis.conditions:
        for school in SCHOOLS:
            yield plan(school, document, analysis, cancelled)


def plan(school: School, document: Document, analysis: Analysis, cancelled: Callable[[], bool] = lambda: False) -> Plan:
    """The best plan of one school, checked by carrying it out."""
    moves = moves_of(school, document, analysis)
    before = {c.balance.key: c.value_m for c in analysis.conditions}
    forbidden: list[frozenset[int]] = []
    for _ in range(6):
        chosen = solve(
            analysis, moves.slides, moves.pieces, moves.removable, moves.turns,
            must_change=moves.must_change, forbidden=forbidden, cancelled=cancelled,
        )  # fmt: skip
        if chosen is None:
            return Plan(analysis, analysis, school, (), before, fact("schools.cannot_done", said=moves.nothing))
        chosen, after = _settle(chosen, moves, document, analysis, cancelled)
        steps = tuple(_steps(chosen, analysis))
        strikes = new_strikes(analysis.assembly, after.assembly)
        numbers = frozenset(i for i, piece in enumerate(moves.pieces) if any(piece is p for p, _ in chosen.pieces))
        if strikes and chosen.turned_rad:  # each alone was free: together with the rest it is not
            moves = replace(moves, turns=[turn for turn in moves.turns if turn.placement not in chosen.turned_rad])
            continue
        if strikes and numbers:
            forbidden.append(numbers)
            continue
        promised = {c.balance.key: c.value_m for c in after.conditions}  # what carrying it out gives, not the model
        if all(c.ok for c in after.conditions):
            return Plan(analysis, after, school, steps, promised)
        why = _reason(school, moves, chosen, document, analysis, after, cancelled)
        exchanged = _exchanged(school, why, document, analysis, cancelled)
        return exchanged or Plan(analysis, after, school, steps, promised, why.said, why.remedy)
    return Plan(analysis, analysis, school, (), before, fact("schools.cannot_done_would_balance_strikes"))


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
            chosen.pieces, chosen.removed, more.promised_m, more.excess_kgm, chosen.turned_rad,
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
    for step in _steps(chosen, analysis):
        document = step.apply(document, analysis.setup.id)
    return analyse(document, document.setups_by_id[analysis.setup.id])


def _steps(chosen: Chosen, analysis: Analysis) -> Iterator[Step]:
    for placement_id in chosen.removed:
        if analysis.setup.by_id[placement_id].parent not in chosen.removed:
            yield TakeOff(placement_id)
    for piece, slide in chosen.pieces:
        if piece.group is not None:
            yield StandIn(piece.group, piece.part, piece.parent, piece.point)
        else:
            yield Hang(piece.part, piece.parent, piece.point, slide)
    for placement_id, slide in chosen.slides_m.items():
        yield SlideTo(placement_id, slide)
    for placement_id, turn in chosen.turned_rad.items():
        yield TurnTo(placement_id, turn)
    for placement_id, drawn in chosen.drawn_m.items():
        yield DrawOut(placement_id, drawn)


def _reason(
    school: School, moves: Moves, chosen: Chosen, document: Document, analysis: Analysis, after: Analysis,
    cancelled: Callable[[], bool],
) -> Reason:  # fmt: skip
    """Why a plan does not reach all, and what would do; solved with the bounds that could be otherwise relaxed."""
    if school == "weight":
        return _more_weight(chosen, document, analysis, cancelled)
    slides = [s for s in find_moves(after) if (s.placement, s.draws) in {(m.placement, m.draws) for m in moves.slides}]
    removable = [each for each in moves.removable if each in after.setup.by_id]
    found = wants(after, slides, removable, strips=school == "strip", cancelled=cancelled)
    if found:
        said = listed((want.said for want in found), "and")
        would = listed((want.answer for want in found), "and")
        return Reason(fact("schools.cannot_done", said=said), fact("schools.would_do", would=would), found)
    first = min(c.balance.rank for c in after.conditions if not c.ok)
    name = max(
        (c for c in after.conditions if c.balance.rank == first), key=lambda c: chosen.excess_kgm[c.balance.key]
    ).balance.key
    if slides and could_alone(after, slides, name):
        return Reason(fact("schools.cannot_done_puts_right_puts", balance=name))
    return Reason(fact("schools.cannot_done_nothing_moves_weighs"))


def _exchanged(
    school: School, why: Reason, document: Document, analysis: Analysis, cancelled: Callable[[], bool]
) -> Plan | None:
    """The plan with another part of the kit in the place of one whose track is too short; None where none does."""
    for want in why.wants:
        if want.kind != "track":
            continue
        placement = analysis.setup.by_id[want.carrier]
        if placement.pinned:
            continue
        old = document.parts_by_id[placement.part]
        for part in sorted(document.parts, key=lambda each: not each.owned):
            if part.kind != old.kind or part.id == old.id or cancelled():
                continue
            try:
                changed = rigging.exchange(document, analysis.setup.id, placement.id, part.id)
            except Refused:
                continue
            before = analyse(changed, changed.setups_by_id[analysis.setup.id])
            moves = moves_of(school, changed, before)
            chosen = solve(
                before, moves.slides, moves.pieces, moves.removable, moves.turns, must_change=moves.must_change
            )
            if chosen is None:
                continue
            chosen, after = _settle(chosen, moves, changed, before, cancelled)
            if all(c.ok for c in after.conditions) and not new_strikes(analysis.assembly, after.assembly):
                first = StandIn(placement.id, part.id, placement.parent, placement.point)
                promised = {c.balance.key: c.value_m for c in after.conditions}
                return Plan(analysis, after, school, (first, *_steps(chosen, before)), promised)
    return None


MORE_PIECES: Final = 6
LONGER_M: Final = (0.05, 0.10, 0.20, 0.40)
"""So many more weights, and so much longer rods, are tried."""


def _more_weight(chosen: Chosen, document: Document, analysis: Analysis, cancelled: Callable[[], bool]) -> Reason:
    """The fewest more pieces that would do, and where none would, how much longer the rods had to be."""
    hung = [document.parts_by_id[piece.part] for piece, _ in chosen.pieces] or [
        part for part in document.parts if part.kind == "counterweight"
    ]
    heaviest = max(hung, key=lambda part: part.mass_kg)

    def holds_with(more: int) -> bool:
        return _would_hold(
            _with_part(document, heaviest.changed(quantity=heaviest.quantity + more)), analysis, cancelled
        )

    for more in range(1, MORE_PIECES + 1) if holds_with(MORE_PIECES) else ():
        if more == MORE_PIECES or holds_with(more):
            missing = mass(more * heaviest.mass_kg)
            pieces = fact("schools.more", more=more, heaviest=heaviest.name)
            return Reason(
                fact("schools.cannot_done_counterweight_missing", missing=missing),
                fact("schools.would_do", would=pieces),
            )
    carriers = {piece.parent for piece, _ in chosen.pieces} or {
        piece.parent for piece in find_weights(document, analysis)
    }
    for carrier in sorted(carriers):
        part = document.parts_by_id[analysis.setup.by_id[carrier].part]

        def holds_on(longer: float, part: Part = part) -> bool:
            return _would_hold(_with_part(document, _longer(part, longer)), analysis, cancelled)

        for longer in LONGER_M if holds_on(LONGER_M[-1]) else ():
            if longer == LONGER_M[-1] or holds_on(longer):
                said = fact("schools.track_does_not_reach_far", part=part.name)
                would = fact("schools.more_would_do", longer=length(longer))
                return Reason(fact("schools.cannot_done", said=said), would)
    return Reason(fact("schools.cannot_done_rods_do_not"))


def _with_part(document: Document, part: Part) -> Document:
    return document.changed(parts=tuple(part if each.id == part.id else each for each in document.parts))


def _longer(part: Part, by_m: float) -> Part:
    """The part with every track of its own longer by so much at either end."""
    offers = tuple(
        point.changed(track=point.track.changed(from_m=point.track.from_m - by_m, to_m=point.track.to_m + by_m))
        if point.track is not None
        else point
        for point in part.offers
    )
    return part.changed(offers=offers)


def _would_hold(document: Document, analysis: Analysis, cancelled: Callable[[], bool]) -> bool:
    """Whether hanging weight would do in this document."""
    before = analyse(document, document.setups_by_id[analysis.setup.id])
    chosen = solve(before, pieces=find_weights(document, before), must_change=True, cancelled=cancelled)
    return chosen is not None and all(c.ok for c in _carried_out(chosen, document, before).conditions)
