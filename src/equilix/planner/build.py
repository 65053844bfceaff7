"""The unknowns of a plan and the rows that tie them together.

For every slide the steps it goes up and down and whether it is touched; for every tooth that something may be turned to
whether it is; for every optional thing whether it is there; for every added piece its place in steps. A condition is
linear in these, because ``Σ mᵢ pᵢ (d·rᵢ − d·datum)`` is, once a product of "is there" and "slides by" is written as
one more unknown with four bounds (exact for a 0/1 factor). Moments are kg·mm here, so that all numbers are of one size.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence

import numpy as np
from msgspec import Struct, field
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition
from equilix.keys import BalanceKey
from equilix.planner.linear import Programme, Row, add_to, value
from equilix.planner.moves import STEP_M, Piece, Slide
from equilix.planner.turns import Turn
from equilix.rig.clearance import Gap, gaps

Array = NDArray[np.float64]

SURE_SD = 2.0
"""A plan stays this many standard uncertainties inside the tolerance where it can, so that it holds on the day."""
_BIG = 1e7
TURN_MM = 30.0
"""A radian of turning counts as so much travel."""


class Chosen(Struct, frozen=True):
    """What the programme chose: slides in m, pieces with their slide in m, placements left off; and the promise."""

    slides_m: dict[str, float]
    """Slides, and draws of telescopes, by placement."""
    drawn_m: dict[str, float]
    pieces: tuple[tuple[Piece, float], ...]
    removed: tuple[str, ...]
    promised_m: dict[BalanceKey, float]
    excess_kgm: dict[BalanceKey, float]
    """First moment by which each condition stays outside its full tolerance; 0 where it is met."""
    turned_rad: Mapping[str, float] = field(default_factory=dict)
    """Turns by placement."""


class _Form(Struct, frozen=True):
    """A condition in the unknowns: ``Σ m (d·r − d·datum)`` in kg·mm and ``Σ m`` in kg."""

    condition: Condition
    moment: Row
    mass: Row
    constant_moment: float
    constant_mass: float


class Build:
    """Variables and rows of one programme. Numbers of pieces and names of placements lead to variables."""

    def __init__(
        self, analysis: Analysis, slides: Sequence[Slide], pieces: Sequence[Piece], removable: Sequence[str],
        turns: Sequence[Turn] = (),
    ) -> None:  # fmt: skip
        self.analysis, self.slides, self.pieces, self.removable = analysis, slides, pieces, removable
        self.conditions = analysis.conditions
        self.nudged: dict[int, Row] = {}
        """Besides its steps, what a slide may be off its marks by, mm; nothing but in a relaxed programme."""
        self.assembly = analysis.assembly
        p = self.programme = Programme()
        self.up = [p.add(0, max(s.high, 0), True) for s in slides]
        self.down = [p.add(0, max(-s.low, 0), True) for s in slides]
        self.touched = [p.add(0, 1, True) for _ in slides]
        self.bounds()
        self.turned = [(turn, [p.add(0, 1, True) for _ in turn.turns_rad]) for turn in self._free_turns(turns)]
        for _, options in self.turned:
            p.row(dict.fromkeys(options, 1.0), high=1)
        self.there = [p.add(0, 1, True) for _ in pieces]
        self.place: dict[int, int] = {}
        self.kept: dict[str, int] = {}
        self.off_centre: list[int] = []
        self.beyond: list[tuple[int, float]] = []
        self.forms: list[_Form] = []
        for number, piece in enumerate(pieces):
            if piece.way is None:
                continue
            low, high = int(np.ceil(piece.low_m / STEP_M - 1e-6)), int(np.floor(piece.high_m / STEP_M + 1e-6))
            self.place[number] = p.add(min(low, 0), max(high, 0), True)
            if low > high:  # no whole millimetre in it
                p.row({self.there[number]: 1}, high=0)
                continue
            p.row({self.place[number]: 1, self.there[number]: -high}, high=0)
            p.row({self.place[number]: 1, self.there[number]: -low}, low=0)
        for placement_id in removable:
            self.kept[placement_id] = p.add(0, 1, True)
        for placement_id in removable:
            parent = self.assembly.setup.by_id[placement_id].parent
            if parent in self.kept:
                p.row({self.kept[parent]: 1, self.kept[placement_id]: -1}, low=0)
        for group in {piece.group for piece in pieces if piece.group is not None}:
            self.kept[group] = p.add(0, 1, True)
        self.cable_pieces: list[tuple[int, int, float, Array]] = []
        self.bare = self._cables()

    def _cables(self) -> tuple[Array, Array]:
        """Masses ``(n,)`` and CGs ``(n, 3)`` with the cables that stay whatever is left off.

        A cable of which an end may be left off comes off with it: its pieces are optional things, each with its row.
        """
        optional, staying = {*self.removable}, []
        for cable in self.assembly.setup.cables:
            ends = [self.kept[end] for end in {cable.start, cable.end} & optional]
            if not ends:
                staying.append(cable)
                continue
            there = ends[0]
            if len(ends) > 1:  # on only where both its ends are
                there = self.programme.add(0, 1, True)
                for end in ends:
                    self.programme.row({there: 1.0, end: -1.0}, high=0)
                self.programme.row({there: 1.0, **dict.fromkeys(ends, -1.0)}, low=-1)
            pieces = self.assembly.routes[cable.id].pieces(cable.weighs_kg)
            self.cable_pieces += [(there, *each) for each in pieces]
        masses, cgs, _ = self.assembly.loaded(staying)
        return masses, cgs

    def gaps(self) -> None:
        """Neighbours must not run into each other; pieces on one stretch keep their order."""
        for gap, terms in self.gap_rows():
            self.programme.row(terms, low=-gap.gap_m * 1000)
        self._keep_order()

    def _free_turns(self, turns: Sequence[Turn]) -> list[Turn]:
        """The turns of what neither may be left off nor stood in for."""
        optional = {*self.removable, *(piece.group for piece in self.pieces if piece.group is not None)}
        setup = self.assembly.setup
        return [turn for turn in turns if optional.isdisjoint(setup.subtree(turn.placement))]

    def bounds(self) -> None:
        """Every slide stays on its track, and goes nowhere where it is not touched."""
        for k, s in enumerate(self.slides):
            reach = max(s.high, -s.low)
            self.programme.row({self.up[k]: 1, self.down[k]: 1, self.touched[k]: -reach}, high=0)
            self.programme.row({self.up[k]: 1, self.down[k]: -1, self.touched[k]: -s.low}, low=0)
            self.programme.row({self.up[k]: 1, self.down[k]: -1, self.touched[k]: -s.high}, high=0)

    def gap_rows(self) -> Iterator[tuple[Gap, Row]]:
        """Every gap between neighbours, with what the moves add to it, mm."""
        ways = {s.placement: s.way for s in self.slides if not s.draws}
        number = {s.placement: k for k, s in enumerate(self.slides) if not s.draws}
        for gap in gaps(self.assembly, ways) if ways else ():
            terms: Row = {}
            for group, sign in ((gap.front, 1.0), (gap.rear, -1.0)):
                for placement_id in group - (gap.front & gap.rear):
                    k = number[placement_id]
                    self._add_way(terms, k, sign * float(self.slides[k].way[gap.axis]))
            yield gap, terms

    def _keep_order(self) -> None:
        for j, second in enumerate(self.pieces):
            for i, first in enumerate(self.pieces[:j]):
                if first.group is not None or second.group is not None:
                    continue
                if first.part == second.part and first.stretch == second.stretch and i == j - 1:
                    self.programme.row({self.there[i]: 1, self.there[j]: -1}, low=0)
                if first.stretch == second.stretch and i in self.place and j in self.place:
                    room = (first.half_m + second.half_m) / STEP_M
                    reach = (second.high_m - second.low_m) / STEP_M + abs(second.low_m) / STEP_M + room + 1
                    reach = max(reach, abs(first.high_m) / STEP_M + abs(second.low_m) / STEP_M + room + 1)
                    self.programme.row(
                        {self.place[j]: 1, self.place[i]: -1, self.there[i]: -reach, self.there[j]: -reach},
                        low=room - 2 * reach,
                    )

    def groups(self) -> None:
        """Of what stands in for something exactly one is there; no part more often than the kit has it."""
        for group in {piece.group for piece in self.pieces if piece.group is not None}:
            terms: Row = {self.there[n]: 1.0 for n, piece in enumerate(self.pieces) if piece.group == group}
            self.programme.row({**terms, self.kept[group]: 1.0}, low=1, high=1)
        limits: dict[str, list[int]] = {}
        for number, piece in enumerate(self.pieces):
            limits.setdefault(piece.part, []).append(number)
        used = [placement.part for placement in self.assembly.setup.placements]
        parts = {part.id: part for part in self.assembly.parts}
        for part_id, numbers in limits.items():
            groups = {self.pieces[n].group for n in numbers}
            stretches: dict[str, int] = {}
            for n in numbers:
                stretches[self.pieces[n].stretch] = stretches.get(self.pieces[n].stretch, 0) + 1
            has = max(stretches.values()) if groups == {None} else 1
            if part_id in parts and groups != {None}:
                free = parts[part_id].quantity - used.count(part_id)
                has = free + sum(1 for g in groups if g and self.assembly.setup.by_id[g].part == part_id)
            self.programme.row({self.there[n]: 1.0 for n in numbers}, high=max(has, 0))

    def require_change(self) -> bool:
        """At least one piece there, or one removable part off; False where there is nothing to choose."""
        terms: Row = dict.fromkeys(self.there, 1.0)
        terms.update({self.kept[placement_id]: -1.0 for placement_id in self.removable})
        if not terms:
            return False
        self.programme.row(terms, low=1 - len(self.removable))
        return True

    def _add_way(self, terms: Row, k: int, factor: float) -> None:
        """Add ``factor`` times the way that move ``k`` makes, mm: to the nearest mark when touched, then by steps."""
        slide = self.slides[k]
        step = factor * slide.step_m * 1000
        add_to(terms, {self.up[k]: step, self.down[k]: -step})
        if abs(slide.mark_m) > 1e-9:
            add_to(terms, {self.touched[k]: factor * slide.mark_m * 1000})
        add_to(terms, self.nudged.get(k, {}), factor)

    def _moved(self, carriers: Sequence[str], direction: Array) -> Row:
        """How far the moves among ``carriers`` (itself first) move something along ``direction``, mm."""
        terms: Row = {}
        for k, slide in enumerate(self.slides):
            factor = slide.share_of(carriers) * float(slide.way @ direction)
            if abs(factor) > 1e-6:
                self._add_way(terms, k, factor)
        return terms

    def balances(self) -> list[Row]:
        """Rows for every condition; returns what to minimise first: excess over tolerance, and over the aim.

        One goal for every rank of conditions, the static ones first.
        """
        goals: dict[int, Row] = {}
        for condition in self.conditions:
            form = self._first_moment(condition)
            self.forms.append(form)
            tolerance = condition.balance.tolerance_m * 1000
            aim = aim_m(condition) * 1000
            over, short = self.programme.add(0, _BIG), self.programme.add(0, _BIG)
            away, beyond = self.programme.add(0, _BIG), self.programme.add(0, _BIG)
            self.off_centre.append(away)
            self.beyond.append((beyond, tolerance))
            target = min(condition.balance.target_m * 1000, aim)
            for limit, slack in ((tolerance, over), (aim, short), (0.0, away), (target, beyond)):
                for sign in (1.0, -1.0):
                    terms: Row = {slack: -1.0}
                    add_to(terms, form.moment, sign)
                    add_to(terms, form.mass, -limit)
                    self.programme.row(terms, high=limit * form.constant_mass - sign * form.constant_moment)
            goals.setdefault(condition.balance.rank, {}).update({over: 1000.0, short: 1.0})
        return [goals[rank] for rank in sorted(goals)]

    def _first_moment(self, condition: Condition) -> _Form:
        balance = condition.balance
        datum = float(balance.direction @ balance.datum_m) * 1000
        datum_moves: Row = {}
        for placement_id, share in balance.datum_on:
            add_to(datum_moves, self._moved(self.assembly.setup.carriers(placement_id), balance.direction), share)
        members = None if balance.members is None else set(balance.members)
        lever = balance.by_height
        masses_kg, cgs_m = self.bare
        weights = None if lever is None else lever.weights(cgs_m)
        moment: Row = {}
        mass: Row = {}
        constant_mass = 0.0
        constant_moment = 0.0 if lever is None else lever.own_kg_m * 1000
        for row, placement_id in enumerate(self.assembly.ids):
            if members is not None and placement_id not in members:
                continue
            m = float(masses_kg[row])
            weight = 1.0 if weights is None else float(weights[row])
            offset = float(balance.direction @ cgs_m[row]) * 1000 - datum
            moves = _difference(self._moved(self.assembly.setup.carriers(placement_id), balance.direction), datum_moves)
            if placement_id in self.kept:
                self._optional(self.kept[placement_id], m, weight, offset, moves, moment, mass)
                continue
            constant_moment += m * weight * offset
            constant_mass += m
            add_to(moment, moves, m * weight)
        for switch, row, m, at in self.cable_pieces:
            if members is None or self.assembly.ids[row] in members:
                weight = 1.0 if lever is None else float(lever.weights(at))
                carriers = self.assembly.setup.carriers(self.assembly.ids[row])
                moves = _difference(self._moved(carriers, balance.direction), datum_moves)
                self._optional(switch, m, weight, float(balance.direction @ at) * 1000 - datum, moves, moment, mass)
        for turn, options in self.turned:
            add_to(moment, dict(zip(options, turn.shifts_kgm(self.assembly, balance) * 1000, strict=True)))
        for number, piece in enumerate(self.pieces):
            if members is not None and not members.intersection(piece.carriers):
                continue
            weight = 1.0 if lever is None else float(lever.weights(piece.cg_m))
            offset = float(balance.direction @ piece.cg_m) * 1000 - datum
            moves = _difference(self._moved(piece.carriers, balance.direction), datum_moves)
            self._optional(self.there[number], piece.mass_kg, weight, offset, moves, moment, mass)
            if number in self.place and piece.way is not None:
                step = float(piece.way @ balance.direction) * STEP_M * 1000
                add_to(moment, {self.place[number]: step}, piece.mass_kg * weight)
        return _Form(condition, moment, mass, constant_moment, constant_mass)

    def _optional(
        self, switch: int, m: float, weight: float, offset: float, moves: Row, moment: Row, mass: Row
    ) -> None:
        add_to(moment, {switch: offset}, m * weight)
        add_to(mass, {switch: 1.0}, m)
        if moves:
            low = sum(min(v * self.programme.upper[k], 0.0) for k, v in moves.items())
            high = sum(max(v * self.programme.upper[k], 0.0) for k, v in moves.items())
            add_to(moment, {self.programme.product(switch, low, high, moves): 1.0}, m * weight)

    def added_mass(self) -> Row:
        """Grams added, less those taken off."""
        terms: Row = {self.there[n]: piece.mass_kg * 1000 for n, piece in enumerate(self.pieces)}
        for placement_id, variable in self.kept.items():
            terms[variable] = float(self.bare[0][self.assembly.index[placement_id]]) * 1000
        for switch, _, m, _ in self.cable_pieces:
            terms[switch] = terms.get(switch, 0.0) + m * 1000
        return terms

    def touched_things(self) -> Row:
        """How many clamps are opened: slides, pieces, parts left off."""
        terms: Row = dict.fromkeys(self.touched, 1.0)
        terms.update(dict.fromkeys(self.there, 1.0))
        terms.update({option: 1.0 for _, options in self.turned for option in options})
        terms.update({self.kept[placement_id]: -1.0 for placement_id in self.removable})
        return terms

    def off_target(self) -> Row:
        """How far the conditions stay outside their target, each in its tolerances."""
        mass = max(self.analysis.mass.mass_kg, 0.1)
        return {variable: 100.0 / (max(tolerance, 0.1) * mass) for variable, tolerance in self.beyond}

    def travel(self) -> Row:
        """Millimetres of travel, then nearness to the middle of the support."""
        terms: Row = {}
        for k, slide in enumerate(self.slides):
            terms[self.up[k]] = terms[self.down[k]] = slide.step_m * 1000
        for turn, options in self.turned:
            for option, to in zip(options, turn.turns_rad, strict=True):
                terms[option] = TURN_MM * abs(math.remainder(to - turn.now_rad, 2 * math.pi))
        terms.update({variable: 0.01 / max(self.analysis.mass.mass_kg, 0.1) for variable in self.off_centre})
        return terms

    def chosen(self, x: Array) -> Chosen:
        """Read the answer off the variables, rounded to whole steps, and work out what it promises."""
        x = self.programme.settled(x)
        set_to: tuple[dict[str, float], dict[str, float]] = ({}, {})
        for k, slide in enumerate(self.slides):
            if x[self.touched[k]] > 0.5:
                to = slide.to_m(round(x[self.up[k]] - x[self.down[k]]))
                if abs(to - slide.now_m) > 1e-6:
                    set_to[slide.draws][slide.placement] = to
        turned = {
            turn.placement: to
            for turn, options in self.turned
            for option, to in zip(options, turn.turns_rad, strict=True)
            if x[option] > 0.5
        }
        taken = [n for n in range(len(self.pieces)) if x[self.there[n]] > 0.5]
        pieces = tuple((self.pieces[n], float(x[self.place[n]]) * STEP_M if n in self.place else 0.0) for n in taken)
        removed = tuple(p for p in self.removable if x[self.kept[p]] < 0.5)
        promised, excess = {}, {}
        for form in self.forms:
            mass = form.constant_mass + value(form.mass, x)
            off = (form.constant_moment + value(form.moment, x)) / mass / 1000
            key, outside = form.condition.balance.key, abs(off) - form.condition.balance.tolerance_m
            promised[key] = off
            excess[key] = outside * mass if outside > 1e-5 else 0.0
        return Chosen(*set_to, pieces, removed, promised, excess, turned)


def aim_m(condition: Condition) -> float:
    """What a plan aims for: the tolerance less two standard uncertainties, but not under half of it."""
    tolerance = condition.balance.tolerance_m
    return max(tolerance - SURE_SD * condition.sd_m, tolerance / 2)


def _difference(terms: Row, less: Row) -> Row:
    found = dict(terms)
    add_to(found, less, -1.0)
    return {k: v for k, v in found.items() if abs(v) > 1e-12}
