"""A strip of tape for every track of a rig: a tick and a short name for each lens, at true size."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from msgspec import Struct

from equilix.change.lens_table import Cell, Column
from equilix.change.marks import Mark
from equilix.change.short_names import short_names
from equilix.document import Document
from equilix.kit.mounts import Track

OVERLAP_M: Final = 0.010
"""So much of a tape that is cut stands on both pieces."""
SAME_M: Final = 0.0006
"""Marks nearer to each other than this are one tick."""


class Tick(Struct, frozen=True):
    """One tick: what the scale reads, what stands beside it, and for which lenses (none: where it stands now)."""

    reads_m: float
    label: str
    lenses: tuple[str, ...] = ()


class Strip(Struct, frozen=True):
    """The tape of one track: of what is slid and what it is slid on, by name, and the readings of its ends."""

    placement: str
    name: str
    on: str
    track: Track
    now_m: float
    """What the scale reads now."""
    ticks: tuple[Tick, ...]

    @property
    def of_lenses(self) -> bool:
        """Whether it has the marks of lenses."""
        return any(tick.lenses for tick in self.ticks)

    @property
    def low_m(self) -> float:
        """What the scale reads at the rear end, or at the lower one."""
        return self.track.scale_zero_m + self.track.from_m

    @property
    def high_m(self) -> float:
        """What it reads at the other."""
        return self.track.scale_zero_m + self.track.to_m

    @property
    def length_m(self) -> float:
        """How long the tape is."""
        return self.track.to_m - self.track.from_m


def strips(document: Document, column: Column, cells: Sequence[Cell]) -> tuple[Strip, ...]:
    """The tapes of a setup: first the track with the marks of the lenses, then what is slid for other balances.

    Then every other track that has room, with a tick where it stands in this setup.
    """
    assembly = column.analysis.assembly
    lenses = [document.parts_by_id[cell.lens] for cell in cells]
    short = dict(zip([each.id for each in lenses], short_names(each.name for each in lenses), strict=True))
    marks: dict[str, list[tuple[Mark, str]]] = {}
    for cell in cells:
        for mark in () if cell.mark is None or not cell.reached else (cell.mark, *cell.also):
            marks.setdefault(mark.placement, []).append((mark, cell.lens))
    first = [] if column.plate is None else [column.plate.slide.placement]
    order = [*first, *(key for _, key in column.helpers), *assembly.ids]
    found = []
    for key in dict.fromkeys(order):
        seat = assembly.seats[assembly.index[key]]
        if seat is not None and seat.track is not None and seat.track.to_m - seat.track.from_m > SAME_M:
            name, on = (assembly.parts[assembly.index[each]].name for each in (key, seat.parent))
            now = seat.track.scale_zero_m + assembly.setup.by_id[key].slide_m
            ticks = _ticks(marks.get(key, []), short) or (Tick(now, column.setup.name),)
            found.append(Strip(key, name, on, seat.track, now, ticks))
    return tuple(found)


def _ticks(marks: Sequence[tuple[Mark, str]], short: dict[str, str]) -> tuple[Tick, ...]:
    """One for each mark, from the rear to the front; lenses on the same one stand together."""
    found: list[Tick] = []
    for mark, lens in sorted(marks, key=lambda each: each[0].reads_m):
        label = short[lens]
        if found and mark.reads_m - found[-1].reads_m < SAME_M:
            last = found.pop()
            found.append(Tick(last.reads_m, f"{last.label} {label}", (*last.lenses, lens)))
        else:
            found.append(Tick(mark.reads_m, label, (lens,)))
    return tuple(found)


class Piece(Struct, frozen=True):
    """A piece of a tape that fits on the page, between two readings; ``joins``: the letters at its two ends."""

    low_m: float
    high_m: float
    joins: tuple[str, str]


def pieces(strip: Strip, room_m: float, overlap_m: float = OVERLAP_M) -> tuple[Piece, ...]:
    """A tape in as few equal pieces as fit; where it is cut, two pieces share a stretch marked with one letter."""
    if room_m <= 2 * overlap_m:
        room_m = 4 * overlap_m
    count = 1
    while (strip.length_m + (count - 1) * overlap_m) / count > room_m + 1e-9:
        count += 1
    own = (strip.length_m + (count - 1) * overlap_m) / count
    found = []
    for k in range(count):
        low = strip.low_m + k * (own - overlap_m)
        joins = ("" if k == 0 else _letter(k - 1), "" if k == count - 1 else _letter(k))
        found.append(Piece(low, low + own, joins))
    return tuple(found)


def _letter(number: int) -> str:
    return chr(ord("A") + number % 26)
