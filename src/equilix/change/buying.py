"""What a wanted part would do to a rig: tried on it without touching it, every way that it fits, on its best mark."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from itertools import combinations
from typing import Final, Literal

from msgspec import Struct

from equilix.analysis import Analysis, analyse
from equilix.change.felt import LEAST_GAIN
from equilix.change.lens_table import cell_of, column_of
from equilix.change.marks import mark_of, plate_of
from equilix.document import Document
from equilix.edits import rigging
from equilix.errors import Called, EquilixError, going_on, never
from equilix.facts import Sayable, fact
from equilix.fit.curves import lasts_s
from equilix.kit.catalogue import kind_of
from equilix.kit.parts import Part
from equilix.planner.prices import heavier_hand_n, least_run_s
from equilix.result import Result
from equilix.rig.clearance import new_strikes
from equilix.rig.setups import Setup

Aim = Literal["lasts", "power", "steady", "lenses"]
AIMS: Final[tuple[Aim, ...]] = ("lasts", "power", "steady", "lenses")
MOST_PLACES, MOST_WANTED = 8, 8
"""So many mounting points are tried for one part, and so many parts in sets."""
ENDLESS_S: Final = 1e6
"""What lasts without end lasts so long, to be compared."""


class Tried(Struct, frozen=True):
    """A rig with wanted parts on it: what and how, the rig then, and what it comes to."""

    parts: tuple[str, ...]
    how: tuple[Sayable, ...]
    document: Document
    result: Result
    strikes: tuple[str, ...] = ()

    @property
    def analysis(self) -> Analysis:
        """The rig."""
        return self.result.analysis

    @property
    def lasts_s(self) -> float:
        """How long until the body gives out; a long day at most."""
        return lasts_s(self.analysis)

    @property
    def run_s(self) -> float:
        """How long the first battery lasts that something draws from; without end where nothing does."""
        return least_run_s(self.result)

    @property
    def inertia_kg_m2(self) -> float:
        """About the pitch axis: what keeps the picture still."""
        return float(self.analysis.mass.inertia_kg_m2[1, 1])

    @property
    def hand_n(self) -> float:
        """What the heavier hand bears."""
        return heavier_hand_n(self.analysis) or 0.0

    @property
    def back_n(self) -> float | None:
        """What presses on the lower back; None where nobody stands at it."""
        return None if self.result.fit.spine is None else self.result.fit.spine.compression_n

    def lenses(self) -> int:
        """How many lenses of the kit get their balance on it. Dear: each is tried."""
        column = column_of(self.document, self.analysis.setup)
        return sum(cell_of(self.document, column, lens.id).reached for lens in self.document.lenses)


def worth(tried: Tried, aim: Aim) -> float:
    """What is aimed for: more is better."""
    if aim == "lasts":
        return tried.lasts_s
    if aim == "power":
        return min(tried.run_s, ENDLESS_S)
    return tried.inertia_kg_m2 if aim == "steady" else float(tried.lenses())


def wanted(document: Document) -> tuple[Part, ...]:
    """The parts of the kit that are wanted and not owned yet."""
    return tuple(part for part in document.parts if part.standing == "wanted")


def as_it_is(document: Document, setup_id: str) -> Tried:
    """The rig as it is, on its best mark: what every trial is held against."""
    made = _on_its_mark(document, setup_id)
    return Tried((), (), made, Result(analyse(made, made.setups_by_id[setup_id])))


def try_part(now: Tried, part_id: str, aim: Aim) -> Tried | None:
    """A wanted part where it does most for what is aimed for; None where it does not fit.

    In the place of a part of its kind, or on any free mounting point; what strikes something is a last resort.
    """
    setup_id, best = now.analysis.setup.id, None
    for how, document in _ways(now.document, setup_id, part_id):
        try:
            made = _on_its_mark(document, setup_id)
        except EquilixError:
            continue
        result = Result(analyse(made, made.setups_by_id[setup_id]))
        struck = {each for pair in new_strikes(now.analysis.assembly, result.analysis.assembly) for each in pair}
        names = tuple(dict.fromkeys(result.analysis.carried.named(each) for each in sorted(struck)))
        tried = Tried((*now.parts, part_id), (*now.how, how), made, result, (*now.strikes, *names))
        reached = worth(tried, aim)
        if best is None or (not names, reached) > (best[0], best[1] * (1 + LEAST_GAIN)):
            best = (not names, reached, tried)  # what is tried later must do more, and not only look like it
    return None if best is None else best[2]


def _ways(document: Document, setup_id: str, part_id: str) -> Iterator[tuple[Sayable, Document]]:
    """Every way that a part can go on a rig, in words, with the document then."""
    setup, part = document.setups_by_id[setup_id], document.parts_by_id[part_id]
    for placement in setup.placements:
        old = document.parts_by_id[placement.part]
        if old.id != part.id and (old.kind == part.kind or (old.energy_wh > 0 and part.energy_wh > 0)):
            try:
                yield fact("buy.instead", old=old.name), rigging.exchange(document, setup_id, placement.id, part_id)
            except EquilixError:
                continue
    if any(document.parts_by_id[each.part].kind == part.kind for each in setup.placements) and not _adds(part):
        return
    for parent, point, by in rigging.fitting_points(document, setup, part)[:MOST_PLACES]:
        carrier = document.parts_by_id[setup.by_id[parent].part].name
        try:
            made = rigging.add(document, setup_id, part_id, parent, point.name, by.name)[0]
        except EquilixError:
            continue
        yield fact("buy.on", carrier=carrier), made


def _adds(part: Part) -> bool:
    """Whether one more of a kind is of use on a rig: a weight, an arm, a screen; not a second body or base."""
    return kind_of(part).stage not in ("core", "camera", "lens", "axes")


def _on_its_mark(document: Document, setup_id: str) -> Document:
    """The rig with its plate where the fore-aft balance is best."""
    analysis = analyse(document, document.setups_by_id[setup_id])
    plate, condition = plate_of(analysis), analysis.fore_aft
    if plate is None or condition is None:
        return document
    mark = mark_of(analysis, condition, plate)
    if abs(mark.slide_m - plate.slide.now_m) < 1e-7:
        return document
    return rigging.slide(document, setup_id, mark.placement, mark.slide_m)


def try_each(now: Tried, aim: Aim, called_off: Called = never) -> Iterator[tuple[Part, Tried | None]]:
    """Each wanted part by itself on the rig as it is. Raises :class:`~equilix.errors.Cancelled`."""
    for part in going_on(wanted(now.document), called_off):
        yield part, try_part(now, part.id, aim)


class Purchase(Struct, frozen=True):
    """The best set for the money: the rig with it, what it costs, and step by step, each with what is reached then."""

    tried: Tried
    price: float
    path: tuple[tuple[str, float], ...]
    """Which part is bought first, and after, with what is aimed for then."""


def best_set(now: Tried, aim: Aim, budget: float, called_off: Called = never) -> Purchase | None:
    """The wanted parts that do most for what is aimed for and cost no more than the budget; None where none helps.

    Parts work together, so every set that can be paid is tried. Of those that do as much as is felt the cheapest is
    taken. A part without a price is left out: nobody knows whether it can be paid.
    Raises :class:`~equilix.errors.Cancelled`.
    """
    parts = [part for part in wanted(now.document) if part.price is not None and part.price <= budget]
    if len(parts) > MOST_WANTED:  # the ones that do most by themselves
        singly = {part.id: _gain(now, (part.id,), aim) for part in going_on(parts, called_off)}
        parts = sorted(parts, key=lambda part: -singly[part.id])[:MOST_WANTED]
    found: list[tuple[float, float, Tried]] = []
    for chosen in going_on(_affordable(parts, budget), called_off):
        tried = _all_on(now, [part.id for part in chosen], aim)
        if tried is not None and not tried.strikes:
            found.append((sum(part.price or 0.0 for part in chosen), worth(tried, aim), tried))
    most = max((reached for _, reached, _ in found), default=0.0)
    if most <= worth(now, aim) * (1 + LEAST_GAIN):
        return None
    enough = (each for each in found if each[1] * (1 + LEAST_GAIN) >= most)
    price, _, best = min(enough, key=lambda each: (each[0], -each[1]))
    return Purchase(best, price, tuple(_path(now, best.parts, aim)))


def _affordable(parts: Sequence[Part], budget: float) -> Iterator[tuple[Part, ...]]:
    for count in range(1, len(parts) + 1):
        for chosen in combinations(parts, count):
            if sum(part.price or 0.0 for part in chosen) <= budget:
                yield chosen


def _all_on(now: Tried, parts: Sequence[str], aim: Aim) -> Tried | None:
    tried: Tried | None = now
    for part in parts:
        tried = None if tried is None else try_part(tried, part, aim)
    return tried


def _gain(now: Tried, parts: Sequence[str], aim: Aim) -> float:
    tried = _all_on(now, parts, aim)
    return -math.inf if tried is None else worth(tried, aim)


def _path(now: Tried, parts: Sequence[str], aim: Aim) -> Iterator[tuple[str, float]]:
    """One after the other: always the one that does most next."""
    left, have = list(parts), list[str]()
    while left:
        following = max(left, key=lambda part: _gain(now, [*have, part], aim))
        left.remove(following)
        have.append(following)
        yield following, _gain(now, have, aim)


def price_of_setups(document: Document) -> dict[str, float]:
    """What the parts of each setup cost together, with what bears it; what has no price counts nothing."""
    found = {}
    for setup in document.setups:
        found[setup.id] = sum(document.parts_by_id[each].price or 0.0 for each in _parts(setup))
    return found


def _parts(setup: Setup) -> list[str]:
    """What a rig is made of and what bears it, by part."""
    return [*(each.part for each in setup.placements), *([] if setup.borne_by is None else [setup.borne_by])]


def price_of_ways(document: Document) -> dict[str, float]:
    """What the parts of all setups of a way of carrying cost, each part once for as many as are used together."""
    most: dict[str, dict[str, int]] = {}
    for setup in document.setups:
        parts = _parts(setup)
        way = most.setdefault(setup.carry, {})
        for part in set(parts):
            way[part] = max(way.get(part, 0), parts.count(part))
    return {
        carry: sum((document.parts_by_id[part].price or 0.0) * count for part, count in used.items())
        for carry, used in most.items()
    }
