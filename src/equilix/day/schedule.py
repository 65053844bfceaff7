"""When everything of a day is: one thing after the other, with conversions between, and fixed times kept or missed.

Once a day has begun, what has happened is as it was, and the rest follows on it: nothing of it before now.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator

from msgspec import Struct

from equilix.day.happened import Done, Happened, Times, happened
from equilix.rig.days import Day, Item

Between = Callable[[Item, Item], float]
"""How many minutes a conversion from the rig of one scene to that of another takes."""


class Span(Struct, frozen=True):
    """An item with its times, minutes of the day. ``late_min``: after its fixed time; of a deadline, missed by.

    ``takes``: from when to when each is, or was; ``shot``: how many of them have ended; ``runs``: the next one runs.
    """

    item: Item
    start_min: float
    end_min: float
    takes: tuple[Times, ...] = ()
    late_min: float = 0.0
    conversion_min: float = 0.0
    """Just before it."""
    shot: int = 0
    runs: bool = False
    ready_min: float = 0.0
    """Of what is to come: when all before it is over, and its rig stands."""

    @property
    def begun(self) -> bool:
        """Whether some of it has happened."""
        return self.shot > 0 or self.runs

    @property
    def ahead(self) -> bool:
        """Whether some of it is still to come, or runs."""
        return self.shot < len(self.takes)


def schedule(day: Day, between: Between, now_min: float | None = None) -> tuple[Span, ...]:
    """The spans of all items: those that have happened in the order in which they did, then the others in theirs.

    What comes later than its fixed time begins as soon as it can. ``now_min``: the minute that it is; it counts once
    the day has begun, and is never before the last thing that happened. What was left out has no span.
    """
    told = happened(day)
    return tuple(_Planning(day, between, told, -math.inf if now_min is None else now_min).spans())


class _Planning:
    def __init__(self, day: Day, between: Between, told: Happened, now_min: float) -> None:
        self.day, self.between, self.told = day, between, told
        self.now = max(now_min, told.now_min) if told.begun else -math.inf
        self.cursor = told.begun_min if told.begun else day.begins_min
        self.stands: Item | None = None

    def spans(self) -> Iterator[Span]:
        """What has been, what is on, what is to come."""
        items = {each.id: each for each in self.day.items}
        for done in self.told.done:
            item = items[done.item]
            if item.kind == "deadline":
                assert item.at_min is not None  # the item has been checked
                yield Span(item, item.at_min, item.at_min, late_min=max(done.over_min - item.at_min, 0.0))
            elif done.begun:
                yield self._begun(item, done)
        self.stands = items.get(self.told.stands)
        for item in () if self.told.ended else self.day.items:
            if self.told.of(item.id) is None:
                yield self._to_come(item)

    def _begun(self, item: Item, done: Done) -> Span:
        takes, runs = list(done.takes), done.runs_since is not None
        if done.runs_since is not None:
            takes.append((done.runs_since, max(done.runs_since + item.take_min, self.now)))
        if not done.over:
            begins = takes[-1][1] + item.gap_min if runs else max(takes[-1][1] + item.gap_min, self.now)
            takes += _planned(item, begins, item.takes - len(takes))
        ready = next((each for each in reversed(self.told.ready) if each.item == item.id), None)
        late = 0.0 if item.at_min is None else max(takes[0][0] - item.at_min, 0.0)
        conversion = 0.0 if ready is None else ready.at_min - ready.since_min
        end = takes[-1][1]
        self.cursor = max(self.cursor, end)
        return Span(item, takes[0][0], end, tuple(takes), late, conversion, len(done.takes), runs)

    def _to_come(self, item: Item) -> Span:
        if item.kind == "deadline":
            assert item.at_min is not None  # the item has been checked
            return Span(
                item, item.at_min, item.at_min, late_min=max(self.cursor - item.at_min, 0.0), ready_min=self.cursor
            )
        scene = item.kind == "scene" and bool(item.setup)
        stands = self.stands
        conversion = self.between(stands, item) if scene and stands is not None else 0.0
        ready = max(self.cursor + conversion, self.now)
        start = ready if item.at_min is None else max(item.at_min, ready)
        late = 0.0 if item.at_min is None else start - item.at_min
        takes = tuple(_planned(item, start, item.takes))
        self.cursor = start + item.long_min
        self.stands = item if scene else stands
        return Span(item, start, self.cursor, takes, late, conversion, ready_min=ready)


def _planned(item: Item, begins: float, number: int) -> Iterator[Times]:
    """So many takes from a minute on."""
    step = item.take_min + item.gap_min
    for each in range(number):
        yield begins + each * step, begins + each * step + item.take_min
