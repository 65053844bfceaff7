"""What differs between two setups, as what is to be undone, set and made; what holds together stays together."""

from __future__ import annotations

from collections.abc import Mapping
from functools import cached_property

from msgspec import Struct

from equilix.change.conversion.matching import renamed
from equilix.change.conversion.state import State
from equilix.kit.catalogue import kind_of
from equilix.kit.parts import Part
from equilix.rig.setups import Cable, Placement, Setup

SAME: float = 1e-6
"""Slides, turns and lengths nearer than this are equal, m or rad."""


class Difference(Struct, frozen=True, dict=True):
    """Two setups, the first with the ids of the second for the pieces that are both's."""

    start: Setup
    end: Setup
    parts: Mapping[str, Part]

    @cached_property
    def _both(self) -> tuple[tuple[Placement, Placement], ...]:
        there = self.end.by_id
        return tuple((each, there[each.id]) for each in self.start.placements if each.id in there)

    def _sits_alike(self, old: Placement, new: Placement) -> bool:
        """Whether a piece hangs on the same place of the same piece by the same point, or lies free in both."""
        if (old.parent, old.point) != (new.parent, new.point):
            return False
        if old.parent is None:
            return True
        if old.point is None:
            return (old.pose, old.track) == (new.pose, new.track)
        part = self.parts[old.part]
        return part.hanger(old.by) == part.hanger(new.by)

    @cached_property
    def kept(self) -> frozenset[str]:
        """The pieces that stay on what carries them, and the root where it stays the root."""
        return frozenset(old.id for old, new in self._both if self._sits_alike(old, new))

    @cached_property
    def off(self) -> tuple[str, ...]:
        """The pieces that have to come off what carries them. What the end does not need is put aside as it is."""
        return tuple(each.id for each in self.start.placements if each.parent is not None and not self._stays_on(each))

    def _stays_on(self, piece: Placement) -> bool:
        """Whether a piece of the start stays on what carries it: as in the end, or neither is needed there."""
        needed = self.end.by_id
        return piece.id in self.kept or (piece.id not in needed and piece.parent not in needed)

    @cached_property
    def on(self) -> tuple[str, ...]:
        """The pieces that have to go on something, and a root that is new."""
        there, comes = self.start.by_id, {each for ids in self.brought.values() for each in ids}
        return tuple(
            each.id
            for each in self.end.placements
            if each.id not in self.kept and each.id not in comes and (each.parent is not None or each.id not in there)
        )

    @cached_property
    def sets(self) -> tuple[Placement, ...]:
        """How pieces that stay on, or lie free, are to stand, where they stand otherwise."""
        return tuple(new for old, new in self._both if self._is_set(old, new))

    def _is_set(self, old: Placement, new: Placement) -> bool:
        if new.parent is None and new.id != self.root and (old.parent is not None or old.pose != new.pose):
            return True  # what lies free beside the rig, where it is to lie
        stays = old.id in self.kept or (new.parent is None and new.id == self.root)
        return stays and not alike(old, new)

    @cached_property
    def root(self) -> str:
        """The piece that fixes the frame of the end; empty where nothing is on it."""
        return next((each.id for each in self.end.placements if each.parent is None), "")

    @cached_property
    def unit(self) -> dict[str, str]:
        """For each piece of the start the uppermost one that it stays together with."""
        found: dict[str, str] = {}
        for each in self.start.ordered:
            stays = each.parent is not None and self._stays_on(each)
            found[each.id] = found[each.parent or ""] if stays else each.id
        return found

    @cached_property
    def _stay(self) -> dict[str, Cable]:
        """Cables that may stay plugged in, by their id in the start: the end has the same, in what stays together."""
        found: dict[str, Cable] = {}
        free = list(self.end.cables)
        for each in self.start.cables:
            same = next((other for other in free if other.changed(id=each.id) == each), None)
            if same is not None and self.unit[each.start] == self.unit[each.end]:
                free.remove(same)
                found[each.id] = same
        return found

    @cached_property
    def unplugged(self) -> tuple[Cable, ...]:
        """Cables that come out: what carries a signal before what carries power."""
        gone = [each for each in self.start.cables if each.id not in self._stay and not self._put_aside(each)]
        return tuple(sorted(gone, key=lambda each: each.output is not None))

    def _put_aside(self, cable: Cable) -> bool:
        """Whether a cable stays in a unit that the end does not need."""
        ends = {cable.start, cable.end}
        return ends.isdisjoint(self.end.by_id) and len({self.unit[each] for each in ends}) == 1

    @cached_property
    def brought(self) -> dict[str, tuple[str, ...]]:
        """The new pieces that come out of the case mounted on another one, by that: a gimbal comes with its arms."""
        found: dict[str, tuple[str, ...]] = {}
        for key in self.end.by_id:
            brings = self.parts[self.end.by_id[key].part].brings
            if not brings or key in self.start.by_id:
                continue
            with_it, chain = [], {key}
            for each in self.end.subtree(key)[1:]:
                piece = self.end.by_id[each]
                if piece.part in brings and piece.parent in chain and each not in self.start.by_id:
                    with_it.append(each)
                    chain.add(each)
            found[key] = tuple(with_it)
        return found

    @cached_property
    def plugged(self) -> tuple[Cable, ...]:
        """Cables that go in: power before signal."""
        stay = {each.id for each in self._stay.values()}
        new = [each for each in self.end.cables if each.id not in stay]
        return tuple(sorted(new, key=lambda each: each.output is None))

    @cached_property
    def begins(self) -> State:
        """The state at the start; nothing of it is set down yet."""
        first = next((each.id for each in self.start.placements if each.parent is None), "")
        return State(
            self.start.placements, tuple(self._stay.get(each.id, each) for each in self.start.cables), first,
            carried=True,
        )  # fmt: skip

    def grips(self, state: State, key: str) -> bool:
        """Whether a piece grips a lens besides the lens's mount, and is not mounted on it."""
        part = self.parts[state.by_id[key].part]
        return kind_of(part).holds_lens and not any(self._is_lens(state, each) for each in _carriers(state, key)[1:])

    def _is_lens(self, state: State, key: str) -> bool:
        return self.parts[state.by_id[key].part].kind == "lens"

    def in_the_way(self, state: State, moved: str) -> tuple[str, ...]:
        """What grips a lens so that a piece, and all on it, cannot be moved: one is moved and the other is not."""
        if moved not in state.by_id:
            return ()
        mine, unit = set(state.subtree(moved)), state.unit_of(moved)
        whole = state.subtree(unit)
        lenses = [each for each in whole if self._is_lens(state, each)]
        return tuple(
            each
            for each in whole
            if each != moved and each not in state.opened and self.grips(state, each)
            and any((each in mine) != (lens in mine) for lens in lenses)
        )  # fmt: skip


def _carriers(state: State, key: str) -> list[str]:
    chain, parent = [key], state.by_id[key].parent
    while parent is not None:
        chain.append(parent)
        parent = state.by_id[parent].parent
    return chain


def alike(old: Placement, new: Placement) -> bool:
    """Whether a piece is slid, turned, drawn out and bent alike."""
    bent = len(old.pivots_rad), len(new.pivots_rad)
    pivots = [(*each.pivots_rad, *[0.0] * (max(bent) - len(each.pivots_rad))) for each in (old, new)]
    return (
        abs(old.slide_m - new.slide_m) < SAME and abs(old.turn_rad - new.turn_rad) < SAME
        and abs(old.extension_m - new.extension_m) < SAME
        and all(abs(a - b) < SAME for a, b in zip(*pivots, strict=True))
    )  # fmt: skip


def difference(start: Setup, end: Setup, parts: Mapping[str, Part]) -> Difference:
    """What differs between two setups of one kit."""
    return Difference(renamed(start, end), end, parts)
