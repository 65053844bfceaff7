"""Which lenses one mark serves, how long a plate must be for all, and which other slide could do the work."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import combinations
from typing import Final

from msgspec import Struct

from equilix.change.lens_table import Cell, Second
from equilix.change.marks import Mark, clamped_between, nearest_mark
from equilix.kit.mounts import Track

MOST_PAIRED: Final = 80
"""Of more lenses than this it is not tried which two cost most marks."""


class Shared(Struct, frozen=True):
    """One mark, and the lenses that it serves, in the order of the kit."""

    slide_m: float
    reads_m: float
    lenses: tuple[str, ...]


def marked(cells: Sequence[Cell]) -> list[tuple[Cell, Mark]]:
    """The cells whose rig holds its balance on a mark, with that."""
    return [(cell, cell.mark) for cell in cells if cell.mark is not None and cell.reached]


def shared_marks(cells: Sequence[Cell], *, right: bool = True) -> list[Shared]:
    """The fewest marks that serve every lens that has one, from back to front.

    ``right``: inside the target; else inside the tolerance. Every lens has a stretch of marks that serve it; taking
    the front end of the stretch that ends first, again and again, gives the fewest (the piercing of intervals:
    Cormen and others, Introduction to Algorithms, greedy activity selection, from memory).
    """
    found = []
    for cell, mark in marked(cells):
        low, high = _stretch(mark, mark.right_m if right else mark.holds_m)
        found.append((high, low, cell, mark))
    found.sort(key=lambda each: each[0])
    groups: list[Shared] = []
    while found:
        front = found[0][0]
        served = [each for each in found if each[1] <= front + 1e-9]
        low = max(each[1] for each in served)
        middle = sum(each[3].wanted_m for each in served) / len(served)
        mark = served[0][3]
        at = nearest_mark(mark.track, middle, low, front)
        order = {cell.lens: number for number, cell in enumerate(cells)}
        names = sorted((each[2].lens for each in served), key=lambda key: order[key])
        groups.append(Shared(at, mark.track.scale_zero_m + at, tuple(names)))
        found = [each for each in found if each[1] > front + 1e-9]
    return groups


def _stretch(mark: Mark, wanted: tuple[float, float]) -> tuple[float, float]:
    """The first and the last place to clamp in a stretch, as slides; the mark itself where there is none."""
    low, high = max(wanted[0], mark.low_m), min(wanted[1], mark.high_m)
    return clamped_between(mark.track, low, high) or (mark.slide_m, mark.slide_m)


class Needed(Struct, frozen=True):
    """The shortest stretch of track that serves all lenses, and what the track there is lacks at each end, m."""

    from_m: float
    to_m: float
    more_behind_m: float
    more_ahead_m: float

    @property
    def length_m(self) -> float:
        """How long that is; 0 where one mark serves all."""
        return self.to_m - self.from_m

    @property
    def enough(self) -> bool:
        """Whether the track that is there serves all."""
        return self.more_behind_m <= 1e-6 and self.more_ahead_m <= 1e-6


def needed(cells: Sequence[Cell]) -> Needed | None:
    """What a track must have so that every lens gets inside the target; None where no lens has a mark.

    Every lens wants a point of its own stretch: the shortest that meets all of them goes from the rear-most of their
    front ends to the foremost of their rear ends.
    """
    marks = [cell.mark for cell in cells if cell.mark is not None]
    if not marks:
        return None
    first, last = min(mark.right_m[1] for mark in marks), max(mark.right_m[0] for mark in marks)
    track: Track = marks[0].track
    if first >= last:  # one mark serves all: on the track where that is so
        middle = sum(mark.wanted_m for mark in marks) / len(marks)
        first = last = min(max(min(max(middle, track.from_m), track.to_m), last), first)
    return Needed(first, last, max(track.from_m - first, 0.0), max(last - track.to_m, 0.0))


class Pair(Struct, frozen=True):
    """Two lenses without which fewer marks are left."""

    lenses: tuple[str, str]
    marks: int


def dearest_pair(cells: Sequence[Cell]) -> Pair | None:
    """The two lenses that cost most marks; None where leaving any two at home spares none."""
    there = [cell for cell, _ in marked(cells)]
    now = len(shared_marks(there))
    if not 3 <= len(there) <= MOST_PAIRED:
        return None
    best: tuple[int, float, tuple[str, str]] | None = None
    for first, second in combinations(there, 2):
        rest = [cell for cell in there if cell is not first and cell is not second]
        span = needed(rest)
        found = (len(shared_marks(rest)), span.length_m if span is not None else 0.0, (first.lens, second.lens))
        if best is None or found[:2] < best[:2]:
            best = found
    return None if best is None or best[0] >= now else Pair(best[2], best[0])


class Instead(Struct, frozen=True):
    """The plate stays on one mark, and something else is slid for each lens: where, by lens, as slides."""

    placement: str
    name: str
    plate_m: float
    track: Track
    slides_m: tuple[tuple[str, float], ...]

    @property
    def range_m(self) -> tuple[float, float]:
        """Between which readings of its scale it goes to and fro."""
        reads = [self.track.scale_zero_m + each for _, each in self.slides_m]
        return min(reads), max(reads)


def instead(cells: Sequence[Cell]) -> Instead | None:
    """Another slide that does the work with the plate left on one mark; the one that goes the shortest way.

    With the plate at ``p`` and the other at ``q`` the balance is ``v + g (p − p₀) + h (q − q₀)``: for each lens the
    ``p`` for which ``q`` stays on its track are an interval, and one ``p`` in all of them serves every lens.
    """
    there = [(cell, cell.mark) for cell in cells if cell.mark is not None]
    if len(there) < 2:
        return None
    found = []
    for other in there[0][0].seconds:
        each = [(cell, mark, _second(cell, other.placement)) for cell, mark in there]
        low, high = max(mark.low_m for _, mark, _ in each), min(mark.high_m for _, mark, _ in each)
        for cell, _, second in each:
            if second is None:
                low = math.inf
                break
            ends = sorted(_plate_for(cell, second, to) for to in (second.track.from_m, second.track.to_m))
            low, high = max(low, ends[0]), min(high, ends[1])
        if low > high + 1e-9:
            continue
        middle = sum(min(max(mark.wanted_m, low), high) for _, mark, _ in each) / len(each)
        at = nearest_mark(there[0][1].track, middle, low, high)
        slides = tuple((cell.lens, _slide_for(cell, second, at)) for cell, _, second in each if second is not None)
        found.append(Instead(other.placement, other.name, at, other.track, slides))
    return min(found, key=lambda one: one.range_m[1] - one.range_m[0], default=None)


def _second(cell: Cell, placement: str) -> Second | None:
    return next((each for each in cell.seconds if each.placement == placement), None)


def _plate_for(cell: Cell, second: Second, to_m: float) -> float:
    """Where the plate must stand with the other slide at a place."""
    return cell.now_m - (cell.value_m + second.slope * (to_m - second.now_m)) / cell.slope


def _slide_for(cell: Cell, second: Second, plate_m: float) -> float:
    """Where the other must stand with the plate at a place."""
    return second.now_m - (cell.value_m + cell.slope * (plate_m - cell.now_m)) / second.slope


class Once(Struct, frozen=True):
    """One move, made once, after which every lens has its mark: what, and where it is slid to."""

    placement: str
    name: str
    track: Track
    now_m: float
    to_m: float


def once(cells: Sequence[Cell]) -> Once | None:
    """The shortest single move of something else that brings every lens onto the track; None where none is wanted.

    With the other at ``q`` a lens's mark is ``wanted − h (q − q₀)/g``: it must lie between the ends.
    """
    there = [(cell, cell.mark) for cell in cells if cell.mark is not None]
    if not there or not any(mark.at_end for _, mark in there):
        return None
    found = []
    for other in there[0][0].seconds:
        low, high = other.track.from_m, other.track.to_m
        for cell, mark in there:
            second = _second(cell, other.placement)
            if second is None:
                low = math.inf
                break
            ratio = second.slope / cell.slope
            ends = sorted(second.now_m + (mark.wanted_m - end) / ratio for end in (mark.low_m, mark.high_m))
            low, high = max(low, ends[0]), min(high, ends[1])
        if low <= high:
            to = nearest_mark(other.track, other.now_m, low, high)
            if low - 1e-6 <= to <= high + 1e-6:
                found.append(Once(other.placement, other.name, other.track, other.now_m, to))
    return min(found, key=lambda one: abs(one.to_m - one.now_m), default=None)
