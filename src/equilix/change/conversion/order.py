"""The order of the steps: what must be loosened before what, and what leaves the rest of the rig standing.

Set down, cables out, pieces off from the outside in, what stays slid to its marks, pieces on from the core outwards,
cables in, up again, look. Of several pieces that could be next, the one whose turn it is by the order of the work
(:mod:`equilix.checks.build_order`) is taken where that leaves the rig standing; else another that does; else power,
which balances what follows, and else the one that leaves it tipping least.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from equilix.change.conversion.difference import Difference
from equilix.change.conversion.state import (
    Carry,
    Close,
    LetGo,
    Open,
    Plug,
    PutOn,
    Set,
    SetDown,
    State,
    Step,
    TakeOff,
    Unplug,
)
from equilix.errors import Called, going_on, never
from equilix.kit.catalogue import kind_of

Tips = Callable[[State], float]
"""The angle at which the unit that is worked on tips over, rad; below 0 it falls."""


def unweighed(_state: State) -> float:
    """For who only counts the steps: whatever is next in rank is taken."""
    return 1.0


def ordered_steps(
    differs: Difference, tips: Tips = unweighed, enough_rad: float = 0.0, called_off: Called = never
) -> Iterator[tuple[Step, State]]:
    """Each step with the state after it. Raises :class:`~equilix.errors.Cancelled`."""
    order = _Order(differs, tips, enough_rad)
    yield from going_on(order.steps(), called_off)


class _Order:
    def __init__(self, differs: Difference, tips: Tips, enough_rad: float) -> None:
        self.differs, self.tips, self.enough_rad = differs, tips, enough_rad
        self.state = differs.begins

    def steps(self) -> Iterator[tuple[Step, State]]:
        d = self.differs
        if not (d.off or d.on or d.sets or d.unplugged or d.plugged or _carried_otherwise(d)):
            return
        yield self._do(SetDown())
        for cable in d.unplugged:
            yield self._do(Unplug(cable))
        yield from self._take_off()
        for wanted in d.sets:
            yield from self._freed(wanted.id)
            yield self._do(Set(wanted))
        yield from self._put_on()
        for key in sorted(self.state.opened & self.differs.end.by_id.keys()):
            yield self._do(Close(key))
        for cable in d.plugged:
            yield self._do(Plug(cable))
        yield self._do(Carry())
        yield self._do(LetGo())

    def _do(self, step: Step) -> tuple[Step, State]:
        self.state = step.apply(self.state)
        return step, self.state

    def _freed(self, moved: str) -> Iterator[tuple[Step, State]]:
        """Loosen what grips the lens and stays on, where this moves one without the other."""
        for key in self.differs.in_the_way(self.state, moved):
            yield self._do(Open(key))

    def _take_off(self) -> Iterator[tuple[Step, State]]:
        left = list(self.differs.off)
        while left:
            free = [key for key in left if not set(self.state.subtree(key)[1:]) & set(left)]
            gripping = {
                each for key in free for each in self.differs.in_the_way(self.state, key) if each in left
            }  # these come off anyway: before what they grip
            able = [key for key in free if not set(self.differs.in_the_way(self.state, key)) & set(left)] or [
                key for key in free if key in gripping
            ]
            key = self._next(able or free, self._off, last_first=True)
            yield from self._freed(key)
            yield self._do(self._off(key))
            left.remove(key)

    def _off(self, key: str) -> TakeOff:
        """Where the root of the end comes off, what is worked on is that from then on."""
        return TakeOff(key, becomes_root=key == self._root_unit)

    @property
    def _root_unit(self) -> str:
        """The unit in which the root of the end is, in the start; empty where it is not in it."""
        return self.differs.unit.get(self.differs.root, "")

    def _put_on(self) -> Iterator[tuple[Step, State]]:
        left, there = list(self.differs.on), self.differs.end.by_id
        while left:
            able = [key for key in left if there[key].parent is None or self._stands(there[key].parent or "", left)]
            lens_waits = any(self._kind(key) == "lens" for key in left)
            able = [key for key in able if not (lens_waits and self._holds(key))] or able
            key = self._next(able, self._on, last_first=False)
            if key in self.state.by_id:
                yield from self._freed_for(key)
            yield self._do(self._on(key))
            left.remove(key)

    def _on(self, key: str) -> PutOn:
        there = self.differs.end.by_id
        along = tuple(there[each] for each in self.differs.brought.get(key, ()))
        return PutOn(there[key], along, begins=key == self.differs.root)

    def _stands(self, key: str, left: Sequence[str]) -> bool:
        """Whether a piece is in its place in the end, with all that carries it."""
        if key not in self.state.by_id:
            return False
        unit = self.state.unit_of(key)
        return unit not in left and unit in self.differs.end.by_id and self.differs.end.by_id[unit].parent is None

    def _freed_for(self, key: str) -> Iterator[tuple[Step, State]]:
        """Loosen what grips a lens where a lens comes to it."""
        after = PutOn(self.differs.end.by_id[key]).apply(self.state)
        for each in self.differs.in_the_way(after, key):
            if each in self.state.by_id and each not in self.state.opened and each not in self.state.subtree(key):
                yield self._do(Open(each))

    def _kind(self, key: str) -> str:
        part = self.differs.end.by_id[key].part
        return self.differs.parts[part].kind

    def _holds(self, key: str) -> bool:
        return kind_of(self.differs.parts[self.differs.end.by_id[key].part]).holds_lens

    def _next(self, able: Sequence[str], step: Callable[[str], Step], *, last_first: bool) -> str:
        ranked = sorted(able, key=self._rank, reverse=last_first)
        tips: dict[str, float] = {}
        for key in ranked:
            tips[key] = self.tips(step(key).apply(self.state))
            if tips[key] >= self.enough_rad:
                return key
        power = [key for key in ranked if self._stage(key) == "power"]
        if power and not last_first:
            return power[0]
        return max(ranked, key=lambda key: tips[key])

    def _part(self, key: str) -> str:
        setup = self.differs.end if key in self.differs.end.by_id else self.differs.start
        return setup.by_id[key].part

    def _stage(self, key: str) -> str:
        return kind_of(self.differs.parts[self._part(key)]).stage

    def _rank(self, key: str) -> tuple[int, int]:
        end, start = self.differs.end, self.differs.start
        setup = end if key in end.by_id else start
        number = [each.id for each in setup.placements].index(key)
        return kind_of(self.differs.parts[self._part(key)]).rank, number


def _carried_otherwise(differs: Difference) -> bool:
    start, end = differs.start, differs.end
    return (start.carry, start.borne_by, start.setting) != (end.carry, end.borne_by, end.setting)
