"""What stands in the way of a plan: the bounds that have to give way so that it works, and by how much.

The programme of the plan is solved again with slack in every bound that could be otherwise (ends of tracks and
telescopes, holes, neighbours, parts that are marked as needed): first the
conditions, then as little slack as there must be. The bounds that have slack then are the reason.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from typing import Final, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.errors import Cancelled
from equilix.facts import Sayable, fact, length
from equilix.keys import BalanceKey
from equilix.kit.catalogue import CAMERAS
from equilix.planner.build import Build
from equilix.planner.linear import Row, add_to, value
from equilix.planner.moves import STEP_M, Slide

Array = NDArray[np.float64]
Kind = Literal["track", "telescope", "hole", "neighbour", "needed"]

MOST_MM: Final = 400.0
"""So much longer a track or a rod may be asked for."""
NEEDED_MM, HOLE_MM = 60.0, 1.0
"""A part left off that is needed, and a millimetre between two holes, each as dear as so many millimetres of a longer
track (estimates: they decide what is named where several things would help)."""
NEVER_OFF: Final = (*CAMERAS, "lens", "shoulder-base", "bridge-plate", "rods", "rosette-bar", "battery-plate")
"""Kinds without which there is no rig; nothing is said of leaving them off."""


class Want(Struct, frozen=True):
    """One bound that has to give way: what, of which placement, by how much, mm."""

    kind: Kind
    key: str
    amount_mm: float
    carrier: str
    """The placement that has the track, or the one that is in the way or stays on."""
    said: Sayable
    """What is in the way: 'the track on the bridge plate is 12 mm too short'."""
    answer: Sayable
    """What would do: 'a bridge plate with 12 mm more track'."""


def wants(
    analysis: Analysis, slides: Sequence[Slide], removable: Sequence[str] = (), *, strips: bool = False,
    cancelled: Callable[[], bool] = lambda: False,
) -> tuple[Want, ...]:  # fmt: skip
    """What has to give way so that these moves bring every condition inside its tolerance; nothing where none helps.

    ``strips``: parts may be left off, and what is needed is a bound too.
    Raises :class:`~equilix.errors.Cancelled`.
    """
    work = _Relaxed(analysis, slides, removable, strips=strips)
    x = work.solve(cancelled)
    return () if x is None else tuple(work.found(x))


def could_alone(analysis: Analysis, slides: Sequence[Slide], key: BalanceKey) -> bool:
    """Whether these moves, as they are, bring one condition right where nothing is asked of the others."""
    work = Build(analysis, slides, (), ())
    work.conditions = tuple(c for c in analysis.conditions if c.balance.key == key)
    work.gaps()
    (goal,) = work.balances()
    over = _over(goal)
    x = work.programme.solve(over)
    return x is not None and value(over, x) < _NOTHING


_NOTHING: Final = 1e-3


def _over(goal: Row) -> Row:
    """Of a goal only what lies outside the tolerances."""
    return {k: v for k, v in goal.items() if v > 1.0}


class _Relaxed(Build):
    """The programme of a plan with slack in its bounds."""

    def __init__(self, analysis: Analysis, slides: Sequence[Slide], removable: Sequence[str], *, strips: bool) -> None:
        self.slack: dict[tuple[Kind, str], tuple[Row, float]] = {}
        """What gives way, as a sum of variables in its own unit, and what one of it costs."""
        self.neighbours: dict[str, tuple[str, str, Row]] = {}
        optional = _needed(analysis, removable) if strips else []
        super().__init__(analysis, slides, (), [*removable, *optional])
        for placement_id in optional:
            off = self.programme.add(0, 1)
            self.programme.row({off: 1.0, self.kept[placement_id]: 1.0}, low=1, high=1)
            self.slack["needed", placement_id] = ({off: 1.0}, NEEDED_MM)

    def bounds(self) -> None:
        p = self.programme
        for k, s in enumerate(self.slides):
            more = math.floor(MOST_MM / 1000 / s.step_m)
            for variable, most in ((self.up[k], max(s.high, 0)), (self.down[k], max(-s.low, 0))):
                p.upper[variable] = most + more
            past = p.add(0, MOST_MM)
            steps = {past: -1.0 / (s.step_m * 1000)}
            p.row({self.up[k]: 1, self.down[k]: 1, self.touched[k]: -(max(s.high, -s.low) + more)}, high=0)
            p.row({self.up[k]: -1, self.down[k]: 1, self.touched[k]: s.low, **steps}, high=0)
            p.row({self.up[k]: 1, self.down[k]: -1, self.touched[k]: -s.high, **steps}, high=0)
            self.slack["telescope" if s.draws else "track", s.placement] = ({past: 1.0}, 1.0)
            if s.step_m > STEP_M + 1e-9:
                half = s.step_m * 500
                ahead, back = p.add(0, half), p.add(0, half)
                p.row({ahead: 1.0, back: 1.0, self.touched[k]: -half}, high=0)
                self.nudged[k] = {ahead: 1.0, back: -1.0}
                self.slack["hole", s.placement] = ({ahead: 1.0, back: 1.0}, HOLE_MM)

    def gaps(self) -> None:
        for gap, terms in self.gap_rows():
            into = self.programme.add(0, MOST_MM)
            self.programme.row({**terms, into: 1.0}, low=-gap.gap_m * 1000)
            key = f"{gap.rear_id} {gap.front_id}"
            self.slack["neighbour", key] = ({into: 1.0}, 1.0)
            self.neighbours[key] = (gap.rear_id, gap.front_id, dict(terms))
        self._keep_order()

    def solve(self, cancelled: Callable[[], bool]) -> Array | None:
        """The values with the least slack that meet every condition; None where no slack helps."""
        self.gaps()
        over: Row = {}
        for goal in self.balances():
            add_to(over, _over(goal))
        dear: Row = {}
        for terms, cost in self.slack.values():
            add_to(dear, terms, cost)
        x: Array | None = None
        for objective, spare in ((over, 1e-6), (dear, 1e-6), (self.touched_things(), 1e-6), (self.travel(), 0.0)):
            if cancelled():
                raise Cancelled
            better = self.programme.solve(objective)
            if better is None:
                break
            x = better
            if objective is over and value(over, x) > _NOTHING:
                return None
            self.programme.row(objective, high=value(objective, x) + spare)
        return x

    def found(self, x: Array) -> Iterator[Want]:
        """The bounds that have slack, the most of it first, in words."""
        used = {each: value(terms, x) for each, (terms, _) in self.slack.items()}
        for (kind, key), amount in sorted(used.items(), key=lambda item: -item[1]):
            if amount > _LEAST_MM:
                said, answer = self._words(kind, key, amount, x)
                yield Want(kind, key, amount, self._carrier(kind, key), said, answer)

    def _words(self, kind: Kind, key: str, amount: float, x: Array) -> tuple[Sayable, Sayable]:
        named = self.analysis.carried.named
        if kind == "needed":
            return fact("relaxed.stays_part_needed", part=named(key)), fact("relaxed.leaving_off", part=named(key))
        more = length(math.ceil(amount - 1e-6) / 1000)
        if kind == "neighbour":
            stop = self._stop(key, x)
            return fact("relaxed.neighbour_in_way", stop=stop, more=more), fact(
                "relaxed.neighbour_out_of_way", stop=stop, more=more
            )
        if kind == "telescope":
            drawn = self._way_mm(key, x) > 0
            how = "longer" if drawn else "shorter"
            named_part = named(key)
            return fact(f"relaxed.telescope_{how}", part=named_part, more=more), fact(
                f"relaxed.telescope_goes_{how}", part=named_part, more=more
            )
        seat = self.assembly.seats[self.assembly.index[key]]
        assert seat is not None and seat.track is not None  # only what sits on a track has an end or holes
        carrier = named(key) if seat.track_on_child else named(seat.parent)
        if kind == "track":
            return fact("relaxed.track_too_short", carrier=carrier, more=more), fact(
                "relaxed.more_track", more=more, carrier=carrier
            )
        pitch = length(seat.track.pitch_m)
        return fact("relaxed.holes_apart", carrier=carrier, pitch=pitch), fact(
            "relaxed.another_hole_nearest", more=more
        )

    def _carrier(self, kind: Kind, key: str) -> str:
        seat = self.assembly.seats[self.assembly.index[key]] if kind in ("track", "hole") else None
        return key if seat is None or seat.track_on_child else seat.parent

    def _way_mm(self, placement_id: str, x: Array, *, draws: bool = True) -> float:
        k = next(k for k, s in enumerate(self.slides) if s.placement == placement_id and s.draws == draws)
        terms: Row = {}
        self._add_way(terms, k, 1.0)
        return value(terms, x)

    def _stop(self, key: str, x: Array) -> str:
        """Of two neighbours the one that moves less: the other runs into it."""
        rear, front, _ = self.neighbours[key]
        moved = {each: self._goes_mm(each, x) for each in (rear, front)}
        return self.analysis.carried.named(min(moved, key=lambda each: moved[each]))

    def _goes_mm(self, placement_id: str, x: Array) -> float:
        carriers = self.assembly.setup.carriers(placement_id)
        total = np.zeros(3)
        for k, slide in enumerate(self.slides):
            terms: Row = {}
            self._add_way(terms, k, slide.share_of(carriers))
            total += value(terms, x) * slide.way
        return float(np.linalg.norm(total))


_LEAST_MM: Final = 1e-3


def _needed(analysis: Analysis, removable: Sequence[str]) -> list[str]:
    """Placements that could be left off but for being marked as needed: nothing of the rig's core hangs on them."""
    setup, parts = analysis.setup, dict(zip(analysis.assembly.ids, analysis.assembly.parts, strict=True))

    def core(placement_id: str) -> bool:
        return setup.by_id[placement_id].pinned or parts[placement_id].kind in NEVER_OFF

    return [
        p.id for p in setup.placements
        if p.id not in removable and not any(core(each) for each in setup.subtree(p.id))
    ]  # fmt: skip
