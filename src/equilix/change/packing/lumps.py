"""What must come off a rig so that all of it goes into the cases, in as few minutes as a plain search finds."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cached_property
from typing import Final

import numpy as np
from msgspec import Struct

from equilix.change.packing.boxes import SLACK_M, Size, lacks_m
from equilix.document import Document
from equilix.errors import Called, going_on, never
from equilix.kit.catalogue import kind_of
from equilix.kit.fastenings import fastening_of, minutes_of
from equilix.rig.kinematics import Assembly
from equilix.rig.seats import mount_of

PAD_M: Final = 0.010
"""Between two things, and between one and the wall: a divider or a cloth (common practice, no source)."""


class Lumps(Struct, frozen=True, dict=True):
    """A rig in pieces: for each its placements, the uppermost first; and the placements that were taken off."""

    assembly: Assembly
    pieces: tuple[tuple[str, ...], ...]

    @cached_property
    def taken_off(self) -> tuple[str, ...]:
        """The uppermost placement of each piece that hung on another one, as they come off.

        What goes on last comes off first, but nothing before what is taken off it.
        """
        setup = self.assembly.setup
        left = [piece[0] for piece in self.pieces if setup.by_id[piece[0]].parent is not None]
        rank = {key: kind_of(self.assembly.parts[self.assembly.index[key]]).rank for key in left}
        order = []
        while left:
            free = [key for key in left if not any(other in setup.subtree(key)[1:] for other in left)]
            order.append(max(free, key=lambda key: (rank[key], key)))
            left.remove(order[-1])
        return tuple(order)

    def minutes(self, document: Document) -> float:
        """For taking them off, and unplugging what joins one piece to another."""
        setup, rules = self.assembly.setup, document.rules
        piece_of = {key: number for number, piece in enumerate(self.pieces) for key in piece}
        cables = sum(piece_of[each.start] != piece_of[each.end] for each in setup.cables)
        return sum(off_minutes(document, self.assembly, key) for key in self.taken_off) + cables * minutes_of(
            "cable", rules
        )


def size_m(assembly: Assembly, members: Sequence[str]) -> Size:
    """The box about some parts of a rig, along its axes, with what lies around it."""
    low, high, rows = assembly.boxes_m
    own = np.isin(rows, [assembly.index[key] for key in members])
    x, y, z = (float(each) + PAD_M for each in high[own].max(axis=0) - low[own].min(axis=0))
    return x, y, z


def off_minutes(document: Document, assembly: Assembly, key: str) -> float:
    """For taking one part off what carries it."""
    mount = mount_of(assembly.setup.by_id[key], assembly.seats[assembly.index[key]])
    return minutes_of(fastening_of(mount), document.rules)


def taken_apart(
    document: Document, assembly: Assembly, rooms_m: Sequence[Size], called_off: Called = never
) -> Lumps:  # fmt: skip
    """Take off what must come off until each piece goes into one of the rooms by itself, or is a single part.

    At each step the part comes off that leaves least sticking out, of several the one that is off soonest; in the end
    what need not have come off is put on again.
    """
    setup = assembly.setup
    roots = [each.id for each in setup.placements if each.parent is None]
    pieces = [list(setup.subtree(root)) for root in roots]

    def lacks(members: Sequence[str]) -> float:
        return lacks_m(size_m(assembly, members), rooms_m)

    while True:
        large = next((each for each in pieces if len(each) > 1 and lacks(each) > SLACK_M), None)
        if large is None:
            return Lumps(assembly, tuple(tuple(each) for each in _together(document, assembly, pieces, rooms_m)))
        best: tuple[tuple[float, float], list[str], list[str]] | None = None
        for key in going_on(large[1:], called_off):
            under = set(setup.subtree(key))
            off, rest = [each for each in large if each in under], [each for each in large if each not in under]
            rank = (lacks(off) + lacks(rest), off_minutes(document, assembly, key))
            if best is None or rank < best[0]:
                best = rank, rest, off
        assert best is not None  # there is more than one part
        pieces.remove(large)
        pieces.extend(best[1:])


def _together(
    document: Document, assembly: Assembly, pieces: list[list[str]], rooms_m: Sequence[Size]
) -> list[list[str]]:
    """Pieces put on again where what they hang on still goes in with them, the slowest to take off first."""
    setup = assembly.setup
    cut = [each for each in pieces if setup.by_id[each[0]].parent is not None]
    for off in sorted(cut, key=lambda each: -off_minutes(document, assembly, each[0])):
        on = next(each for each in pieces if setup.by_id[off[0]].parent in each)
        if lacks_m(size_m(assembly, [*on, *off]), rooms_m) <= SLACK_M:
            pieces.remove(off)
            on.extend(off)
    return pieces
