"""How a day could be mended: each way is tried, worked out whole, and told with what it gains and costs; none is done.

Ways by what goes wrong: longer rests, another operator, another rig or a lighter one where somebody tires; spares kept
warm, or a break at the mains, where a battery dies; an earlier begin or shorter gaps where something is late. Another
order of what has no time of its own saves conversions, and may spare a cold battery. All together they are sought step
by step, always what mends most.
"""

from __future__ import annotations

import heapq
import itertools
import math
from collections.abc import Iterable, Iterator, Sequence
from typing import Final, Literal

from msgspec import Struct

from equilix.carry import WAYS
from equilix.day.course import Course, course_of
from equilix.day.day_words import clock, item_words
from equilix.day.marks import ORDER, Mark, MarkKind
from equilix.day.rests import end_of, rest_of
from equilix.day.rigs import Rigs
from equilix.errors import Called, Cancelled, never
from equilix.facts import Sayable, duration, fact, listed
from equilix.planner.moves import find_removable
from equilix.rig.days import Day, Item

Way = Literal["rest", "operator", "rig", "lighter", "warm", "mains", "earlier", "tighter", "order", "all"]
WEIGHTS: Final[dict[MarkKind, float]] = {
    "missed": 5.0, "two-places": 4.0, "gives-out": 4.0, "no-battery": 4.0, "dies": 3.0, "late": 2.0, "tires": 2.0,
    "long-day": 2.0, "short-night": 2.0, "too-cold": 1.0, "windy": 1.0, "no-setup": 1.0, "no-lens": 1.0,
    "lens-left-on": 0.5,
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
MOST_LEFT_OFF: Final = 5
MOST_ORDERS: Final = 12
"""Of each run so many orders are worked out whole: cold batteries and shoulders care for the order, too."""
MOST_TRIES, LEAST_TRIES = 6000, 30
"""Spans that are worked out in all, and days at least."""


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
    search = _Search(course, rigs, called_off)
    single = search.single(course)
    whole = search.together(course, single)
    if whole is not None:
        yield whole
    yield from single[:MOST]


class _Search:
    def __init__(self, course: Course, rigs: Rigs, called_off: Called) -> None:
        self.rigs, self.called_off = rigs, called_off
        self.now_min, self.others = course.now_min, course.others
        self.tries = max(MOST_TRIES // max(len(course.spans), 1), LEAST_TRIES)
        """How many days are still worked out; of a very long day only the worst is looked into."""

    def single(self, course: Course) -> list[Proposal]:
        """Every way that mends something, the best first."""
        found: list[Proposal] = []
        known = badness(course)
        for mark in sorted(course.marks, key=lambda each: ORDER.index(each.kind)):
            for each in self._ways(course, mark) if self.tries > 0 else ():
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
            choices = self.single(now) if now.marks and self.tries > 0 else []
        if len(steps) < 2:
            return None
        return self._proposal("all", listed(steps, "semicolon"), course, now)

    # what could be done

    def _ways(self, course: Course, mark: Mark) -> Iterator[Proposal]:
        if mark.kind in ("tires", "gives-out"):
            yield from self._rested(course, mark)
            yield from self._carried_otherwise(course, mark)
            yield from self._lighter(course, mark)
        elif mark.kind in ("dies", "no-battery", "too-cold"):
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
        new = course.day.with_item(item.changed(gap_min=float(high)))
        said = fact("day.way_rest", what=self._name(item), gap=duration(high * 60))
        yield self._tried("rest", said, course, new, item.id)

    def _fits(self, course: Course, item: Item, gap_min: float) -> bool:
        tried = self._work_out(course.day.with_item(item.changed(gap_min=gap_min)))
        return not any(each.band is not None and each.span.item.id == item.id for each in tried.marks)

    def _carried_otherwise(self, course: Course, mark: Mark) -> Iterator[Proposal]:
        item, document = mark.span.item, self.rigs.document
        if mark.span.begun:
            return  # what has been carried of it was carried so
        for operator in document.operators:
            if operator.id != mark.who:
                said = fact("day.way_operator", what=self._name(item), who=operator.name)
                new = course.day.with_item(item.changed(operator=operator.id))
                yield self._tried("operator", said, course, new, item.id)
        for setup in document.setups:
            walks = "walking" in WAYS[setup.carry].postures
            if setup.id != item.setup and setup.placements and (walks or not item.walking):
                said = fact("day.way_rig", what=self._name(item), rig=setup.name)
                named = item.name or self._setup_name(item)
                who = mark.who if mark.who in document.operators_by_id else None  # the other rig may name another one
                new = course.day.with_item(
                    item.changed(setup=setup.id, lens=None, without=(), name=named, operator=who)
                )
                yield self._tried("rig", said, course, new, item.id)

    def _lighter(self, course: Course, mark: Mark) -> Iterator[Proposal]:
        """Without what may be left off: each part alone, then with the heavier ones."""
        item, document = mark.span.item, self.rigs.document
        analysis = self.rigs.carried(mark.span)
        if analysis is None or mark.span.begun:
            return
        setup, parts = analysis.setup, document.parts_by_id
        free = find_removable(document, analysis)
        free.sort(key=lambda each: -sum(parts[setup.by_id[k].part].mass_kg for k in setup.subtree(each)))
        sets = [[each] for each in free[:MOST_LEFT_OFF]]
        sets += [free[:number] for number in range(2, min(len(free), MOST_LEFT_OFF) + 1)]
        for each in sets:
            names = listed((parts[setup.by_id[k].part].name for k in each), "and")
            said = fact("day.way_lighter", what=self._name(item), parts=names)
            new = course.day.with_item(item.changed(without=(*item.without, *each)))
            yield self._tried("lighter", said, course, new, item.id)

    def _powered(self, course: Course) -> Iterator[Proposal]:
        day = course.day
        if not day.warm and not course.told.begun:
            yield self._tried("warm", fact("day.way_warm"), course, day.changed(warm=True))
        for item in day.items if day.charger_w > 0 else ():
            if item.kind in ("break", "meal") and not item.mains and course.told.of(item.id) is None:
                said = fact("day.way_mains", what=self._name(item))
                yield self._tried("mains", said, course, day.with_item(item.changed(mains=True)), item.id)

    def _sooner(self, course: Course, mark: Mark) -> Iterator[Proposal]:
        """Begin so much earlier, or so much less between the takes since the last fixed time."""
        day, by = course.day, math.ceil(mark.by_min)
        begins = math.floor((day.begins_min - by) / 5) * 5.0
        if begins >= 0:
            said = fact("day.way_earlier", at=clock(begins))
            yield self._tried("earlier", said, course, day.changed(begins_min=begins))
        number = next(k for k, each in enumerate(course.spans) if each.item.id == mark.span.item.id)
        for span in reversed(course.spans[:number]):
            item = span.item
            gaps = len(span.takes) - span.shot - (span.runs or not span.begun)  # the pause that is on is one of them
            less = math.ceil(by / gaps) if gaps > 0 else 0
            if gaps > 0 and item.gap_min - less >= LEAST_GAP_MIN:
                said = fact("day.way_tighter", what=self._name(item), gap=duration((item.gap_min - less) * 60))
                new = day.with_item(item.changed(gap_min=item.gap_min - less))
                yield self._tried("tighter", said, course, new, item.id)
            if item.at_min is not None:
                break

    def _order(self, course: Course) -> Proposal | None:
        """The order of scenes without a time of their own that mends most, and of such the one that converts least."""
        day = course.day
        done = {each.item for each in course.told.done}
        stands = next((each for each in day.items if each.id == course.told.stands), None)
        past = [each for each in day.items if each.id in done]
        items, best = [each for each in day.items if each.id not in done], course
        for begin, end in _free_runs(items):
            for order in self._orders([stands, *items[:begin]], items[begin:end], items[end:]):
                tried = self._work_out(day.changed(items=(*past, *items[:begin], *order, *items[end:])))
                if _worth(tried) < _worth(best):
                    best = tried
            items = [each for each in best.day.items if each.id not in done]
        saves = _converting(best) < _converting(course) - LEAST_SAVED_MIN
        if badness(best) >= badness(course) and not saves:
            return None
        names = listed(self._name(each) for each in best.day.items if each.kind == "scene")
        return self._proposal("order", fact("day.way_order", names=names), course, best)

    def _orders(self, earlier: Sequence[Item | None], run: list[Item], later: Sequence[Item]) -> list[list[Item]]:
        """The orders of a run with the fewest minutes of conversion, from what is before to what is after it."""
        before = next((each for each in reversed(earlier) if each is not None and each.setup), None)
        after = next((each for each in later if each.setup), None)

        def minutes(order: Iterable[Item]) -> float:
            there = [each for each in (before, *order, after) if each is not None and each.setup]
            return sum(self.rigs.minutes(a, b) for a, b in itertools.pairwise(there))

        made = map(list, itertools.permutations(run))
        return heapq.nsmallest(MOST_ORDERS, made, key=lambda order: round(minutes(order), 6))

    # trying

    def _work_out(self, day: Day) -> Course:
        if self.called_off():
            raise Cancelled
        self.tries -= 1
        return course_of(day, self.rigs, self.now_min, self.others)

    def _tried(self, way: Way, said: Sayable, course: Course, day: Day, item: str = "") -> Proposal:
        return self._proposal(way, said, course, self._work_out(day), item)

    @staticmethod
    def _proposal(way: Way, said: Sayable, course: Course, tried: Course, item: str = "") -> Proposal:
        return Proposal(
            way, said, tried, len(course.marks) - len(tried.marks), end_of(tried) - end_of(course),
            rest_of(tried.day) - rest_of(course.day), _converting(tried) - _converting(course), item,
        )  # fmt: skip

    def _name(self, item: Item) -> Sayable:
        return item_words(item, self.rigs.document)

    def _setup_name(self, item: Item) -> str:
        setup = self.rigs.document.setups_by_id.get(item.setup or "")
        return "" if setup is None else setup.name[:120]


LEAST_SAVED_MIN: Final = 0.5


def _worth(course: Course) -> tuple[float, float]:
    """What is less bad is better; of what is alike what converts less."""
    return badness(course), round(_converting(course), 6)


def _rank(proposal: Proposal) -> tuple[float, float, float]:
    """What leaves least wrong first; of the same what is least trouble: minutes later, then of conversion."""
    return badness(proposal.course), max(proposal.later_min, 0.0), proposal.converting_min


def _free_runs(items: Sequence[Item]) -> Iterator[tuple[int, int]]:
    """From where to where scenes stand in a row that have no time of their own: two to seven of them."""
    number = 0
    while number < len(items):
        end = number
        while end < len(items) and items[end].kind == "scene" and items[end].at_min is None:
            end += 1
        if 2 <= end - number <= MOST_IN_ORDER:
            yield number, end
        number = end + 1


def _converting(course: Course) -> float:
    return sum(each.conversion_min for each in course.spans)
