"""What balances a rig of which only mass and balance point are known: how far what slides, and which weight where.

Everything is the sum of moments about the middle of what carries the rig: ``Σ m x`` must come within the tolerance
times ``Σ m``. The ways found are carried out on the document of the lumps, and what is promised is what that says.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Iterator
from typing import Any, Final

from msgspec import Struct
from msgspec.structs import replace

from equilix.analysis import Analysis, analyse
from equilix.carry.conditions import Condition
from equilix.document import Document
from equilix.edits import rigging
from equilix.keys import BalanceKey
from equilix.quick.lumps import CAMERA, Lumps, hang, lumps_of
from equilix.quick.told import Told

ALONG: Final = (BalanceKey.FORE_AFT, BalanceKey.OFF_LINE, BalanceKey.TILT_FORE_AFT)
"""The conditions that are told by where it balances along the rig."""
MOST_WEIGHTS, MOST_MOVES = 3, 2
MOST_WAYS: Final = 4
STEP_M: Final = 0.001
"""A slide is told to a millimetre."""
LEVERS_M: Final = (-0.20, -0.30, -0.40)
"""For these places it is told which weight would balance, where no place for one has been told; or as far ahead."""


class Slide(Struct, frozen=True):
    """Slide something: the camera (``which`` is None), or one of the things told."""

    which: int | None
    by_m: float


class Hang(Struct, frozen=True):
    """Hang a weight at a place."""

    which: int
    at_m: float


Step = Slide | Hang


class Way(Struct, frozen=True):
    """Steps, and where the rig's centre of gravity is afterwards, with its standard uncertainty."""

    steps: tuple[Step, ...]
    after: Condition
    added_kg: float

    @property
    def within(self) -> bool:
        """Whether it balances the rig."""
        return on_target(self.after)


class Needed(Struct, frozen=True):
    """The mass that would balance it at a place."""

    at_m: float
    mass_kg: float


class Answer(Struct, frozen=True):
    """What has been told, as lumps; how it stands now; what balances it, simplest first; or what is missing."""

    told: Told
    lumps: Lumps
    before: Analysis
    condition: Condition
    ways: tuple[Way, ...]
    """Those that bring it to where one wants it; where there are none, the one that comes nearest, if any does."""
    needed: tuple[Needed, ...]
    """Where no way was told or none reaches: which single weight would do, by its place."""

    @property
    def right(self) -> bool:
        """Whether it is balanced as it is."""
        return on_target(self.condition)

    @property
    def reaches(self) -> bool:
        """Whether a way balances it."""
        return any(way.within for way in self.ways)


def answer(told: Told) -> Answer:
    """What balances the rig. Raises :class:`~equilix.errors.Refused` for what contradicts itself."""
    lumps = lumps_of(told)
    before = analyse(lumps.document, lumps.setup)
    now = along(before)
    ways = [] if on_target(now) else _ways(told, lumps, now)
    return Answer(told, lumps, before, now, tuple(ways), tuple(_needed(told, now, ways)))


def along(analysis: Analysis) -> Condition:
    """The condition along the rig of how it is carried."""
    return next(each for each in analysis.conditions if each.balance.key in ALONG)


def aim_of(condition: Condition) -> float:
    """How near one wants it, m; where that is less than a slide is told to, as near as is allowed."""
    return max(condition.balance.target_m, min(condition.balance.tolerance_m, STEP_M))


def on_target(condition: Condition) -> bool:
    """Whether it stands as near as one wants it."""
    return abs(condition.value_m) <= aim_of(condition) + 1e-9


class _Try(Struct, frozen=True):
    """Steps, and what they would come to by the sum of moments."""

    steps: tuple[Step, ...]
    value_m: float
    added_kg: float

    @property
    def things(self) -> frozenset[object]:
        """What is done, without how far."""
        return frozenset((type(step), step.which) for step in self.steps)

    @property
    def simplicity(self) -> tuple[float, ...]:
        """Fewer steps first, then fewer things hung, then less mass, then what is nearer."""
        hung = sum(isinstance(step, Hang) for step in self.steps)
        return len(self.steps), hung, self.added_kg, abs(self.value_m)


def _ways(told: Told, lumps: Lumps, now: Condition) -> list[Way]:
    """Those that reach, each kind of way once, the simplest first; else the nearest, if it is nearer than now."""
    tries = sorted(_tries(told, told.weighing.mass_kg * now.value_m), key=lambda each: each.simplicity)
    aim_m = aim_of(now)
    found: list[_Try] = []
    for each in tries:
        does_more = any(simpler.things < each.things for simpler in found)
        if abs(each.value_m) <= aim_m + 1e-9 and not does_more:
            found.append(each)
    if not found:
        nearer = [each for each in tries if abs(each.value_m) < abs(now.value_m) - STEP_M]
        found = sorted(nearer, key=lambda each: (round(abs(each.value_m), 3), *each.simplicity))[:1]
    return [
        Way(each.steps, along(_analysed(carry_out(told, lumps, each.steps), lumps)), each.added_kg)
        for each in found[:MOST_WAYS]
    ]


def _tries(told: Told, moment: float) -> Iterator[_Try]:
    """Every few weights with every few things that slide: each goes as far as it must, or as it can."""
    movers = ([(None, told.camera_kg, told.slide_m)] if told.slide_m is not None else []) + [
        (number, each.mass_kg, (each.from_m, each.to_m)) for number, each in enumerate(told.sliding)
    ]
    for hung in _some(range(len(told.weights)), MOST_WEIGHTS):
        for moved in _some(movers, MOST_MOVES):
            if not (hung or moved):
                continue
            left, steps = moment, list[Step]()
            for which in hung:
                weight = told.weights[which]
                at = _as_far(-left / weight.mass_kg, (weight.from_m, weight.to_m))
                left += weight.mass_kg * at
                steps.append(Hang(which, at))
            for mover, kg, travel in moved:
                by = _as_far(-left / kg, travel)
                left += kg * by
                steps.append(Slide(mover, by))
            added = sum(told.weights[which].mass_kg for which in hung)
            yield _Try(tuple(steps), left / (told.weighing.mass_kg + added), added)


def _some(things: Iterable[Any], most: int) -> Iterator[tuple[Any, ...]]:
    there = tuple(things)
    return itertools.chain.from_iterable(itertools.combinations(there, many) for many in range(most + 1))


def _as_far(wanted_m: float, travel_m: tuple[float, float]) -> float:
    """As far as is wanted, to a millimetre, or as far as it goes."""
    low, high = min(travel_m), max(travel_m)
    return float(min(max(round(wanted_m, 3), low), high))


def carry_out(told: Told, lumps: Lumps, steps: tuple[Step, ...]) -> Document:
    """The document of the lumps after these steps."""
    for step in steps:
        if isinstance(step, Hang):
            document = hang(lumps, told, step.which, step.at_m)
        else:
            placement = CAMERA if step.which is None else lumps.sliding[step.which]
            document = rigging.slide(lumps.document, lumps.setup_id, placement, step.by_m)
        lumps = replace(lumps, document=document)
    return lumps.document


def rig_of(told: Told, document: Document, steps: tuple[Step, ...] = ()) -> Document:
    """A document with the lumps as one more setup, open, and these steps carried out. Raises ``Refused``."""
    return carry_out(told, lumps_of(told, document), steps)


def _analysed(document: Document, lumps: Lumps) -> Analysis:
    return analyse(document, document.setups_by_id[lumps.setup_id])


def _needed(told: Told, now: Condition, ways: list[Way]) -> Iterator[Needed]:
    """``w = −Σ m x / p`` at the places told for weights, or at usual ones on the side that is too light."""
    if on_target(now) or any(way.within for way in ways):
        return
    moment = told.weighing.mass_kg * now.value_m
    side = -1.0 if moment > 0 else 1.0
    ends = {each.from_m if abs(each.from_m) > abs(each.to_m) else each.to_m for each in told.weights}
    places = sorted(place for place in ends if place * side > 0.02) or [side * abs(lever) for lever in LEVERS_M]
    for place in places:
        yield Needed(place, -moment / place)
