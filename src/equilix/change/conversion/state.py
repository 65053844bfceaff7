"""A rig in the middle of a conversion, and the steps that lead from one state to the next.

A state is a forest: what is mounted on what, with loose units lying beside. What has to be true before a step is
:mod:`equilix.change.conversion.order`'s to know.
"""

from __future__ import annotations

from functools import cached_property

from msgspec import Struct
from msgspec.structs import replace

from equilix.rig.setups import Cable, Placement


class State(Struct, frozen=True, dict=True):
    """What is mounted on what, plugged, opened. ``root``: the unit that is worked on; ``carried``: not set down yet."""

    placements: tuple[Placement, ...]
    cables: tuple[Cable, ...]
    root: str
    opened: frozenset[str] = frozenset()
    carried: bool = False

    @cached_property
    def by_id(self) -> dict[str, Placement]:
        """The placements, by id."""
        return {each.id: each for each in self.placements}

    @cached_property
    def children(self) -> dict[str, tuple[str, ...]]:
        """What hangs directly on each."""
        found: dict[str, list[str]] = {each.id: [] for each in self.placements}
        for each in self.placements:
            if each.parent is not None:
                found[each.parent].append(each.id)
        return {key: tuple(ids) for key, ids in found.items()}

    def subtree(self, key: str) -> tuple[str, ...]:
        """It and all that hangs on it."""
        ids = [key]
        for each in ids:  # grows while it is read: breadth first
            ids.extend(self.children[each])
        return tuple(ids)

    def unit_of(self, key: str) -> str:
        """The root of the unit that it is in."""
        parent = self.by_id[key].parent
        while parent is not None:
            key, parent = parent, self.by_id[parent].parent
        return key

    @cached_property
    def heap(self) -> tuple[str, ...]:
        """All of the unit that is worked on."""
        return self.subtree(self.root)

    def with_placement(self, new: Placement) -> State:
        """The state with one placement as it is now, or one more."""
        if new.id in self.by_id:
            return replace(self, placements=tuple(new if each.id == new.id else each for each in self.placements))
        return replace(self, placements=(*self.placements, new))


class SetDown(Struct, frozen=True):
    """Take the rig off whatever carries it, and set it down."""

    def apply(self, state: State) -> State:
        """The state after it."""
        return replace(state, carried=False)


class Unplug(Struct, frozen=True):
    """A cable out of both its ends."""

    cable: Cable

    def apply(self, state: State) -> State:
        """The state after it."""
        return replace(state, cables=tuple(each for each in state.cables if each != self.cable))


class Open(Struct, frozen=True):
    """Loosen what grips a lens and stays where it is."""

    placement: str

    def apply(self, state: State) -> State:
        """The state after it."""
        return replace(state, opened=state.opened | {self.placement})


class Close(Struct, frozen=True):
    """Tighten it again."""

    placement: str

    def apply(self, state: State) -> State:
        """The state after it."""
        return replace(state, opened=state.opened - {self.placement})


class TakeOff(Struct, frozen=True):
    """A unit off what carries it. ``becomes_root``: it is what is worked on from now."""

    placement: str
    becomes_root: bool = False

    def apply(self, state: State) -> State:
        """The state after it."""
        old = state.by_id[self.placement]
        off = Placement(
            id=old.id, part=old.part, extension_m=old.extension_m, pivots_rad=old.pivots_rad, pinned=old.pinned,
            counted_in=old.counted_in,
        )  # fmt: skip
        made = state.with_placement(off)
        return replace(made, root=self.placement) if self.becomes_root else made


class Set(Struct, frozen=True):
    """What stays mounted is slid, turned, drawn out or bent to how it is to be."""

    wanted: Placement

    @property
    def placement(self) -> str:
        """What is set."""
        return self.wanted.id

    def apply(self, state: State) -> State:
        """The state after it."""
        return state.with_placement(self.wanted)


class PutOn(Struct, frozen=True):
    """A loose unit, or a piece out of the case, onto what carries it, or beside it.

    ``along``: what comes out of the case mounted on it. ``begins``: it is what is begun with.
    """

    wanted: Placement
    along: tuple[Placement, ...] = ()
    begins: bool = False

    @property
    def placement(self) -> str:
        """What is put on."""
        return self.wanted.id

    def apply(self, state: State) -> State:
        """The state after it."""
        made = state.with_placement(self.wanted)
        for each in self.along:
            made = made.with_placement(each)
        return replace(made, root=self.wanted.id) if self.begins else made


class Plug(Struct, frozen=True):
    """A cable into both its ends."""

    cable: Cable

    def apply(self, state: State) -> State:
        """The state after it."""
        return replace(state, cables=(*state.cables, self.cable))


class Carry(Struct, frozen=True):
    """Take the rig up in the other way of carrying."""

    def apply(self, state: State) -> State:
        """The state after it."""
        return replace(state, carried=True)


class LetGo(Struct, frozen=True):
    """Let go with open hands around it, and look: the end of every conversion."""

    def apply(self, state: State) -> State:
        """The state after it: as before."""
        return state


Step = SetDown | Unplug | Open | TakeOff | Set | PutOn | Close | Plug | Carry | LetGo
