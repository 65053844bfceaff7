"""What a column of the lens table comes to: how many marks, what a plate lacks, what would spare a move."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from msgspec import Struct

from equilix.change.lens_table import Cell, Column, cell_of, column_of
from equilix.change.serving import (
    Instead,
    Needed,
    Once,
    Pair,
    Shared,
    dearest_pair,
    instead,
    needed,
    once,
    shared_marks,
)
from equilix.document import Document
from equilix.edits import rigging
from equilix.errors import Called, EquilixError, going_on, never
from equilix.facts import Sayable, fact, length, listed
from equilix.kit.mounts import Track
from equilix.planner.moves import left_in_kit
from equilix.rig.setups import Setup


class Summary(Struct, frozen=True):
    """One setup with all lenses: what can be said of them together.

    ``right`` and ``holds``: the fewest marks inside the target and inside the tolerance. ``longer``: parts left in the
    kit that would serve every lens in the place of what is slid. ``only``: what a setup without a table says.
    """

    setup: str
    plate: str
    """What is slid."""
    owner: str
    """What has the track."""
    track: Track | None
    lenses: tuple[tuple[str, str], ...]
    """The lenses of the table, by id and name."""
    right: tuple[Shared, ...] = ()
    holds: tuple[Shared, ...] = ()
    unserved: tuple[str, ...] = ()
    """The lenses without a mark."""
    needs: Needed | None = None
    longer: tuple[str, ...] = ()
    pair: Pair | None = None
    instead: Instead | None = None
    once: Once | None = None
    only: Sayable = ""
    two: bool = False
    """Whether there is more than one lens on it."""

    def _names(self, ids: Sequence[str]) -> Sayable:
        names = dict(self.lenses)
        return listed((names[each] for each in ids), "and")

    def _at(self, slide_m: float) -> Sayable:
        return length(slide_m + (0.0 if self.track is None else self.track.scale_zero_m))

    @property
    def headline(self) -> Sayable:
        """The whole in one sentence."""
        if self.only:
            return self.only
        count = len(self.lenses) - len(self.unserved)
        if not count:
            return fact("lenses.none_served", plate=self.plate)
        if self.unserved:
            return fact("lenses.some_served", marks=len(self.right), count=count, all=len(self.lenses))
        return fact("lenses.all_served", marks=len(self.right), plate=self.plate)

    @property
    def more(self) -> tuple[Sayable, ...]:
        """What else there is to say, the most useful first."""
        return tuple(self._more())

    def _more(self) -> Iterator[Sayable]:
        if self.two:
            yield fact("lenses.two_lenses")
        if len(self.right) > len(self.holds):
            there = listed((self._at(each.slide_m) for each in self.holds), "and")
            yield fact("lenses.still_hold", marks=len(self.holds), at=there)
        if self.needs is not None and not self.needs.enough:
            yield from self._too_short(self.needs)
        elif self.needs is not None and len(self.right) > 1:
            yield fact("lenses.shortest", length=length(self.needs.length_m))
        if self.once is not None:
            at = length(self.once.track.scale_zero_m + self.once.to_m)
            yield fact("lenses.once", part=self.once.name, at=at)
        if self.pair is not None:
            yield fact("lenses.without_two", lenses=self._names(self.pair.lenses), marks=self.pair.marks)
        if self.instead is not None and len(self.right) > 1:
            low, high = (length(each) for each in self.instead.range_m)
            yield fact(
                "lenses.instead", plate=self.plate, at=self._at(self.instead.plate_m), part=self.instead.name,
                low=low, high=high,
            )  # fmt: skip

    def _too_short(self, needs: Needed) -> Iterator[Sayable]:
        ends = (("lenses.more_behind", needs.more_behind_m), ("lenses.more_ahead", needs.more_ahead_m))
        for key, more in ends:
            if more > 1e-6:
                yield fact(key, owner=self.owner, more=length(more))
        if self.longer:
            yield fact("lenses.would_serve", parts=listed(self.longer, "or"))


def summary_of(document: Document, column: Column, cells: Sequence[Cell]) -> Summary:
    """What the cells of a column come to."""
    lenses = tuple((each.lens, document.parts_by_id[each.lens].name) for each in cells)
    if column.plate is None:
        return Summary(column.setup.id, "", "", None, lenses, only=column.why_not)
    needs = needed(cells)
    longer = () if needs is None or needs.enough else _longer(document, column)
    return Summary(
        column.setup.id, column.plate_name, column.analysis.carried.named(column.owner), column.track, lenses,
        tuple(shared_marks(cells)), tuple(shared_marks(cells, right=False)),
        tuple(each.lens for each in cells if not each.reached),
        needs, longer, dearest_pair(cells), instead(cells), once(cells), two=column.lenses > 1,
    )  # fmt: skip


def _longer(document: Document, column: Column) -> tuple[str, ...]:
    """Names of the parts left in the kit that serve every lens where what has the track does not: each is tried."""
    assert column.plate is not None  # asked for by summary_of
    slid, key = column.plate.slide.placement, column.owner
    here = column.setup.by_id[key]
    spare, found = left_in_kit(column.setup, document.parts_by_id), []
    for part in document.parts:
        if part.kind != document.parts_by_id[here.part].kind or part.id == here.part or spare.get(part.id, 0) < 1:
            continue
        try:
            tried = rigging.exchange(document, column.setup.id, key, part.id)
        except EquilixError:
            continue
        other = column_of(tried, tried.setups_by_id[column.setup.id])
        needs = needed([cell_of(tried, other, each.id) for each in tried.lenses])
        if other.plate is not None and other.plate.slide.placement == slid and needs is not None and needs.enough:
            found.append(part.name)
    return tuple(found)


def table(document: Document, setups: Sequence[Setup], called_off: Called = never) -> Iterator[Column | Cell | Summary]:
    """Each column, its cells one by one, and what they come to; the open setup first.

    Raises :class:`~equilix.errors.Cancelled`.
    """
    for setup in sorted(setups, key=lambda setup: setup.id != document.current):
        column, cells = column_of(document, setup), list[Cell]()
        yield column
        for lens in going_on(document.lenses, called_off):
            cells.append(cell_of(document, column, lens.id))
            yield cells[-1]
        yield summary_of(document, column, cells)
