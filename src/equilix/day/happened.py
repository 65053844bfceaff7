"""What has happened on a day so far, read out of its log: takes, what is over, what hurt, which batteries went.

A log may have been put together of two copies, or changed by hand, so it is read as well as can be: what starts while
something else runs ends it, a start of what runs already says nothing new, a stop of nothing neither.
"""

from __future__ import annotations

from collections.abc import Sequence

from msgspec import Struct

from equilix.keys import RegionKey
from equilix.rig.days import Day
from equilix.rig.events import Event

Times = tuple[float, float]


class Done(Struct, frozen=True):
    """What has happened of an item: its takes from when to when, minutes, and since when one runs, if one does.

    ``over``: nothing more comes of it; ``over_min``: when it was so.
    """

    item: str
    takes: tuple[Times, ...] = ()
    runs_since: float | None = None
    over: bool = False
    over_min: float = 0.0

    @property
    def first_min(self) -> float:
        """When it began."""
        if self.takes:
            return self.takes[0][0]
        return self.over_min if self.runs_since is None else self.runs_since

    @property
    def last_min(self) -> float:
        """When its last take ended, or began where it still runs."""
        if self.runs_since is not None:
            return self.runs_since
        return self.takes[-1][1] if self.takes else self.over_min

    @property
    def begun(self) -> bool:
        """Whether a take has begun; else it was left out."""
        return bool(self.takes) or self.runs_since is not None


class Ready(Struct, frozen=True):
    """A conversion to the rig of an item that was done by then."""

    item: str
    at_min: float
    since_min: float
    """When what was before it had ended."""


class Hurt(Struct, frozen=True):
    """What hurt, and of which scene: the one that was on or, between two, the one before; empty before the first."""

    item: str
    at_min: float
    key: RegionKey
    score: int


class Happened(Struct, frozen=True):
    """All of it; items in the order in which they began."""

    begun: bool
    now_min: float
    """When the last thing happened."""
    begun_min: float
    ended: bool
    done: tuple[Done, ...]
    current: str
    """The item that was on last and is not over, by its id."""
    ready: tuple[Ready, ...]
    hurts: tuple[Hurt, ...]
    empties: tuple[tuple[float, str], ...]
    """When which battery was found empty."""
    stands: str
    """The scene whose rig stands there: converted to last, or shot last, by its id; empty where none was."""

    def of(self, item_id: str) -> Done | None:
        """What has happened of an item."""
        return next((each for each in self.done if each.item == item_id), None)

    @property
    def last_min(self) -> float:
        """When the last item ended, or the day began."""
        return max((each.last_min for each in self.done), default=self.begun_min)


def happened(day: Day) -> Happened:
    """Read the log of a day, by the clock; what is of items that are not there any more is left out."""
    return _Reading(day).read(sorted(day.log, key=lambda each: each.at_min))


class _Reading:
    def __init__(self, day: Day) -> None:
        self.ids = {each.id for each in day.items}
        self.scenes = {each.id for each in day.items if each.kind == "scene"}
        self.stands = self.shot = ""
        """Which rig stands there; which scene was shot last."""
        self.done: dict[str, Done] = {}
        self.current = ""
        self.ready: list[Ready] = []
        self.hurts: list[Hurt] = []
        self.empties: list[tuple[float, str]] = []

    def read(self, log: Sequence[Event]) -> Happened:
        begun_min, ended = (log[0].at_min if log else 0.0), False
        for event in log:
            ended = event.kind == "end" or (ended and event.kind != "start")  # what hurts later does not go on with it
            self._take(event)
        now = log[-1].at_min if log else 0.0
        done = tuple(sorted(self.done.values(), key=lambda each: each.first_min))
        return Happened(
            bool(log), now, begun_min, ended, done, self.current, tuple(self.ready), tuple(self.hurts),
            tuple(self.empties), self.stands,
        )  # fmt: skip

    def _take(self, event: Event) -> None:
        item, at = event.item or self.current, event.at_min
        known = item in self.ids
        if event.kind == "start" and known:
            self._start(item, at)
        elif event.kind == "stop":
            self._stop(at)
        elif event.kind == "over" and known:
            self._over(item, at)
        elif event.kind == "end":
            self._over(self.current, at)
        elif event.kind == "ready" and item in self.scenes:
            since = max((each.last_min for each in self.done.values()), default=at)
            self.ready.append(Ready(item, at, since))
            self.stands = item
        elif event.kind == "hurts" and event.felt is not None:
            of = item if item in self.scenes else self.shot
            self.hurts.append(Hurt(of, at, event.felt, event.score))
        elif event.kind == "empty" and event.part is not None:
            self.empties.append((at, event.part))

    def _start(self, item: str, at: float) -> None:
        old = self.done.get(item, Done(item))
        if old.runs_since is not None:
            return
        if item != self.current:
            self._over(self.current, at)
        if item in self.scenes:
            self.stands = self.shot = item
        self.current = item
        self.done[item] = Done(item, old.takes, at)

    def _stop(self, at: float) -> None:
        old = self.done.get(self.current)
        if old is not None and old.runs_since is not None:
            self.done[old.item] = Done(old.item, (*old.takes, (old.runs_since, at)))

    def _over(self, item: str, at: float) -> None:
        if not item:
            return
        if item == self.current:
            self._stop(at)
            self.current = ""
        old = self.done.get(item, Done(item))
        self.done[item] = Done(item, old.takes, None, over=True, over_min=at)
