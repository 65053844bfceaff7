"""How a day could be mended: each way is tried, worked out whole, and told with what it gains and costs; none is done.

Ways by what goes wrong: longer rests, another operator or another rig where somebody tires; spares kept warm, or a
break at the mains, where a battery dies; an earlier begin or shorter gaps where something is late. Another order of
what has no time of its own saves conversions. All together they are sought step by step, always what mends most.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterable, Iterator
from typing import Final, Literal

from msgspec import Struct

from equilix.carry import WAYS
from equilix.day.course import Course, Mark, MarkKind, Rigs, course_of
from equilix.day.day_words import clock, item_words
from equilix.errors import Called, Cancelled, never
from equilix.facts import Sayable, duration, fact, listed
from equilix.rig.days import Day, Item

Way = Literal["rest", "operator", "rig", "warm", "mains", "earlier", "tighter", "order", "all"]
WEIGHTS: Final[dict[MarkKind, float]] = {
    "missed": 5.0, "gives-out": 4.0, "no-battery": 4.0, "dies": 3.0, "late": 2.0, "tires": 2.0, "no-setup": 1.0,
    "no-lens": 1.0,
}  # fmt: skip
"""How much worse one thing is than another (estimates, to choose among ways to mend a day)."""
MOST_REST_MIN: Final = 60
LEAST_GAP_MIN: Final = 1.0
MOST_IN_ORDER: Final = 7
"""So many scenes in a row are tried in every order; more would be thousands."""
MOST: Final = 12
MOST_ALIKE: Final = 2
"""So many rigs, or operators, are told for one scene."""
STEPS: Final = 10


class Proposal(Struct, frozen=True):
    """A day as it could be, worked out; what is done for it, and which marks it takes away."""

    way: Way
    said: Sayable
    course: Course
    mended: int
    """How many marks fewer."""
    later_min: float
    """By how much the day ends later; earlier where it is below 0."""
    rest_min: float
    """How much more rest between takes there is in it."""
    converting_min: float
    """How much more conversion."""
    item: str = ""
    """The scene that it changes, by its id; empty where it is of the whole day."""

    @property
    def day(self) -> Day:
        """The day as it would be."""
        return self.course.day


def badness(course: Course) -> float:
    """How bad all marks of a day are together."""
    return sum(WEIGHTS[each.kind] for each in course.marks)


def proposals(course: Course, rigs: Rigs, called_off: Called = never) -> Iterator[Proposal]:
    """One thing at a time, what mends most first; before them all of it together. Raises ``Cancelled``."""
    search = _Search(rigs, called_off)
    single = search.single(course)
    whole = search.together(course, single)
    if whole is not None:
        yield whole
    yield from single[:MOST]


class _Search:
    def __init__(self, rigs: Rigs, called_off: Called) -> None:
        self.rigs, self.called_off = rigs, called_off

    def single(self, course: Course) -> list[Proposal]:
        """Every way that mends something, the best first."""
        found: list[Proposal] = []
        known = badness(course)
        for mark in course.marks:
            for each in self._ways(course, mark):
                if badness(each.course) < known and all(each.day != other.day for other in found):
                    found.append(each)
        ordered = self._order(course)
        best: list[Proposal] = []
        for each in sorted(found if ordered is None else [*found, ordered], key=_rank):
            alike = sum(1 for other in best if (other.way, other.item) == (each.way, each.item))
            if alike < MOST_ALIKE:
                best.append(each)
        return best

    def together(self, course: Course, single: list[Proposal]) -> Proposal | None:
        """Step by step what mends most; none where one step does all that can be done."""
        now, steps, choices = course, [], single
        for _ in range(STEPS):
            best = min((each for each in choices if badness(each.course) < badness(now)), key=_rank, default=None)
            if best is None:
                break
            now = best.course
            steps.append(best.said)
            choices = self.single(now) if now.marks else []
        if len(steps) < 2:
            return None
        return self._proposal("all", listed(steps, "semicolon"), course, now)

    # what could be done

    def _ways(self, course: Course, mark: Mark) -> Iterator[Proposal]:
        if mark.kind in ("tires", "gives-out"):
            yield from self._rested(course, mark)
            yield from self._carried_otherwise(course, mark)
        elif mark.kind in ("dies", "no-battery"):
            yield from self._powered(course)
        elif mark.kind in ("missed", "late"):
            yield from self._sooner(course, mark)

    def _rested(self, course: Course, mark: Mark) -> Iterator[Proposal]:
        """The shortest gap, in whole minutes, with which nobody passes the limit in this scene any more."""
        item = mark.span.item
        low = math.floor(item.gap_min) + 1
        if item.takes < 2 or low > MOST_REST_MIN or not self._fits(course, item, float(MOST_REST_MIN)):
            return
        high = MOST_REST_MIN
        while low < high:
            middle = (low + high) // 2
            if self._fits(course, item, float(middle)):
                high = middle
            else:
                low = middle + 1
        new = _with_item(course.day, item, gap_min=float(high))
        said = fact("day.way_rest", what=self._name(item), gap=duration(high * 60))
        yield self._tried("rest", said, course, new, item.id)

    def _fits(self, course: Course, item: Item, gap_min: float) -> bool:
        tried = self._work_out(_with_item(course.day, item, gap_min=gap_min))
        return not any(each.band is not None and each.span.item.id == item.id for each in tried.marks)

    def _carried_otherwise(self, course: Course, mark: Mark) -> Iterator[Proposal]:
        item, document = mark.span.item, self.rigs.document
        for operator in document.operators:
            if operator.id != mark.who:
                said = fact("day.way_operator", what=self._name(item), who=operator.name)
                yield self._tried("operator", said, course, _with_item(course.day, item, operator=operator.id), item.id)
        for setup in document.setups:
            walks = "walking" in WAYS[setup.carry].postures
            if setup.id != item.setup and setup.placements and (walks or not item.walking):
                said = fact("day.way_rig", what=self._name(item), rig=setup.name)
                named = item.name or self._setup_name(item)
                who = mark.who if mark.who in document.operators_by_id else None  # the other rig may name another one
                new = _with_item(course.day, item, setup=setup.id, lens=None, name=named, operator=who)
                yield self._tried("rig", said, course, new, item.id)

    def _powered(self, course: Course) -> Iterator[Proposal]:
        day = course.day
        if not day.warm:
            yield self._tried("warm", fact("day.way_warm"), course, day.changed(warm=True))
        for item in day.items if day.charger_w > 0 else ():
            if item.kind in ("break", "meal") and not item.mains:
                said = fact("day.way_mains", what=self._name(item))
                yield self._tried("mains", said, course, _with_item(day, item, mains=True), item.id)

    def _sooner(self, course: Course, mark: Mark) -> Iterator[Proposal]:
        """Begin so much earlier, or so much less between the takes since the last fixed time."""
        day, by = course.day, math.ceil(mark.by_min)
        begins = math.floor((day.begins_min - by) / 5) * 5.0
        if begins >= 0:
            said = fact("day.way_earlier", at=clock(begins))
            yield self._tried("earlier", said, course, day.changed(begins_min=begins))
        number = next(k for k, each in enumerate(course.spans) if each.item.id == mark.span.item.id)
        for span in reversed(course.spans[:number]):
            item, gaps = span.item, span.item.takes - 1
            less = math.ceil(by / gaps) if gaps else 0
            if gaps and item.gap_min - less >= LEAST_GAP_MIN:
                said = fact("day.way_tighter", what=self._name(item), gap=duration((item.gap_min - less) * 60))
                yield self._tried("tighter", said, course, _with_item(day, item, gap_min=item.gap_min - less), item.id)
            if item.at_min is not None:
                break

    def _order(self, course: Course) -> Proposal | None:
        """The order of scenes without a time of their own, between others, that converts least; none where it is so."""
        day = course.day
        items = list(day.items)
        for begin, end in _free_runs(day):
            items[begin:end] = self._shortest(items, begin, end)
        if items == list(day.items):
            return None
        tried = self._work_out(day.changed(items=tuple(items)))
        if badness(tried) > badness(course) or _converting(tried) >= _converting(course) - LEAST_SAVED_MIN:
            return None
        names = listed(self._name(each) for each in items if each.kind == "scene")
        return self._proposal("order", fact("day.way_order", names=names), course, tried)

    def _shortest(self, items: list[Item], begin: int, end: int) -> list[Item]:
        """Of all orders of a run the one with the fewest minutes of conversion, also from what is before and after."""
        before = next((each.setup for each in reversed(items[:begin]) if each.setup), None)
        after = next((each.setup for each in items[end:] if each.setup), None)

        def minutes(order: Iterable[Item]) -> float:
            rigs = [before, *(each.setup for each in order), after]
            there = [each for each in rigs if each]
            return sum(self.rigs.minutes(a, b) for a, b in itertools.pairwise(there) if a != b)

        return list(min(itertools.permutations(items[begin:end]), key=lambda order: round(minutes(order), 6)))

    # trying

    def _work_out(self, day: Day) -> Course:
        if self.called_off():
            raise Cancelled
        return course_of(day, self.rigs)

    def _tried(self, way: Way, said: Sayable, course: Course, day: Day, item: str = "") -> Proposal:
        return self._proposal(way, said, course, self._work_out(day), item)

    @staticmethod
    def _proposal(way: Way, said: Sayable, course: Course, tried: Course, item: str = "") -> Proposal:
        return Proposal(
            way, said, tried, len(course.marks) - len(tried.marks), _end(tried) - _end(course),
            _rest(tried) - _rest(course), _converting(tried) - _converting(course), item,
        )  # fmt: skip

    def _name(self, item: Item) -> Sayable:
        return item_words(item, self.rigs.document)

    def _setup_name(self, item: Item) -> str:
        setup = self.rigs.document.setups_by_id.get(item.setup or "")
        return "" if setup is None else setup.name[:120]


LEAST_SAVED_MIN: Final = 0.5


def _rank(proposal: Proposal) -> tuple[float, float, float]:
    """What leaves least wrong first; of the same what is least trouble: minutes later, then of conversion."""
    return badness(proposal.course), max(proposal.later_min, 0.0), proposal.converting_min


def _with_item(day: Day, item: Item, **updates: object) -> Day:
    new = item.changed(**updates)
    return day.changed(items=tuple(new if each.id == item.id else each for each in day.items))


def _free_runs(day: Day) -> Iterator[tuple[int, int]]:
    """From where to where scenes stand in a row that have no time of their own: two to seven of them."""
    number = 0
    while number < len(day.items):
        end = number
        while end < len(day.items) and day.items[end].kind == "scene" and day.items[end].at_min is None:
            end += 1
        if 2 <= end - number <= MOST_IN_ORDER:
            yield number, end
        number = end + 1


def _end(course: Course) -> float:
    return max((each.end_min for each in course.spans if each.item.kind != "deadline"), default=0.0)


def _rest(course: Course) -> float:
    return sum((each.takes - 1) * each.gap_min for each in course.day.items if each.kind == "scene")


def _converting(course: Course) -> float:
    return sum(each.conversion_min for each in course.spans)
