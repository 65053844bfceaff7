"""Every lens on every setup: where the plate must stand, what is left over, and why where it cannot be done."""

from __future__ import annotations

from msgspec import Struct

from equilix.analysis import Analysis, analyse
from equilix.carry.conditions import Condition
from equilix.change.marks import Mark, Moved, helpers, mark_of, means, plate_of
from equilix.document import Document
from equilix.edits import rigging
from equilix.edits.lenses import lenses_of, swap_lens
from equilix.errors import EquilixError
from equilix.facts import NOTHING, Sayable, fact
from equilix.keys import BalanceKey
from equilix.kit.mounts import Track
from equilix.rig.clearance import new_strikes
from equilix.rig.setups import Setup


class Column(Struct, frozen=True):
    """A setup as a column: what is slid for every lens, and why nothing can be told where that is so."""

    setup: Setup
    analysis: Analysis
    plate: Moved | None
    why_not: Sayable = NOTHING
    lenses: int = 1
    """How many lenses are on it; of several it is the first that is swapped."""
    helpers: tuple[tuple[BalanceKey, str], ...] = ()
    """What is slid besides for the other static balances."""

    @property
    def track(self) -> Track | None:
        """The track that is slid on."""
        seat = None if self.plate is None else self.analysis.assembly.seats[self.row]
        return None if seat is None else seat.track

    @property
    def row(self) -> int:
        """The row of what is slid in the assembly."""
        assert self.plate is not None
        return self.analysis.assembly.index[self.plate.slide.placement]

    @property
    def owner(self) -> str:
        """The placement that has the track: what is slid itself, or what it is slid on."""
        assert self.plate is not None
        seat = self.analysis.assembly.seats[self.row]
        assert seat is not None  # a slide is only found on a track
        return self.plate.slide.placement if seat.track_on_child else seat.parent

    @property
    def plate_name(self) -> str:
        """What is slid."""
        return self.analysis.assembly.parts[self.row].name


class Second(Struct, frozen=True):
    """Another slide of a cell: where it stands, what it does to the balance, and how far it goes."""

    placement: str
    name: str
    track: Track
    now_m: float
    slope: float


class Cell(Struct, frozen=True):
    """One lens on one setup.

    ``why_not``: why there is no mark; then ``mark`` and ``after`` are None. ``also``: the marks of what is slid
    besides. ``after``: the rig with the lens, on its marks. ``left``: the fore-aft balance there. ``others``: what
    else is outside its tolerance then. ``strikes``: what takes the same room as something else, and did not before.
    """

    lens: str
    setup: str
    why_not: Sayable = NOTHING
    mark: Mark | None = None
    slope: float = 0.0
    value_m: float = 0.0
    """The balance with the lens on and the plate where it stands now."""
    now_m: float = 0.0
    also: tuple[Mark, ...] = ()
    after: Analysis | None = None
    left: Condition | None = None
    others: tuple[Condition, ...] = ()
    strikes: tuple[str, ...] = ()
    seconds: tuple[Second, ...] = ()

    @property
    def reached(self) -> bool:
        """Whether the rig holds its balance on that mark."""
        return self.left is not None and self.left.ok


def column_of(document: Document, setup: Setup) -> Column:
    """A setup as a column."""
    analysis = analyse(document, setup)
    count = len(lenses_of(document, setup))
    if analysis.fore_aft is None:
        why = (
            fact("lenses.nothing_carries", needs=analysis.way.needs) if setup.placements else fact("lenses.nothing_on")
        )
        return Column(setup, analysis, None, why, count)
    plate = plate_of(analysis)
    if plate is None:
        return Column(setup, analysis, None, fact("lenses.nothing_slides"), count)
    return Column(setup, analysis, plate, NOTHING, count, helpers(analysis, plate))


def cell_of(document: Document, column: Column, lens_id: str) -> Cell:
    """One lens on one setup. What cannot be is said in ``why_not``; nothing is raised."""
    setup = column.setup
    if column.plate is None:
        return Cell(lens_id, setup.id, column.why_not)
    try:
        return _found(document, column, lens_id)
    except EquilixError as error:
        return Cell(lens_id, setup.id, error.said)


def _found(document: Document, column: Column, lens_id: str) -> Cell:
    assert column.plate is not None  # asked for by cell_of
    setup, key = column.setup, column.plate.slide.placement
    swapped = swap_lens(document, setup.id, lens_id)
    analysis = analyse(swapped, swapped.setups_by_id[setup.id])
    condition = analysis.fore_aft
    moved = None if condition is None else _moved(analysis, condition, key)
    if moved is None or condition is None:
        return Cell(lens_id, setup.id, fact("lenses.nothing_slides"))
    mark = mark_of(analysis, condition, moved)
    done, after = _slid(swapped, analysis, mark)
    also: list[Mark] = []
    for balance, placement in column.helpers:
        other = next((each for each in after.conditions if each.balance.key == balance), None)
        helper = None if other is None else _moved(after, other, placement)
        if other is not None and helper is not None and abs(other.value_m) > other.balance.target_m:
            also.append(mark_of(after, other, helper))
            done, after = _slid(done, after, also[-1])
    left = after.fore_aft
    assert left is not None  # it is carried as before
    others = tuple(each for each in after.conditions if not each.ok and each.balance.key != left.balance.key)
    struck = {each for pair in new_strikes(column.analysis.assembly, after.assembly) for each in pair}
    names = tuple(dict.fromkeys(after.carried.named(each) for each in after.assembly.ids if each in struck))
    return Cell(
        lens_id, setup.id, NOTHING, mark, moved.slope, condition.value_m, moved.slide.now_m, tuple(also), after, left,
        others, names, _seconds(analysis, condition, key),
    )  # fmt: skip


def _moved(analysis: Analysis, condition: Condition, placement: str) -> Moved | None:
    return next((each for each in means(analysis, condition) if each.slide.placement == placement), None)


def _slid(document: Document, analysis: Analysis, mark: Mark) -> tuple[Document, Analysis]:
    """A placement on its mark, and the rig then; what stands there already is as it was."""
    setup = analysis.setup
    if abs(mark.slide_m - setup.by_id[mark.placement].slide_m) < 1e-7:
        return document, analysis
    done = rigging.slide(document, setup.id, mark.placement, mark.slide_m)
    return done, analyse(done, done.setups_by_id[setup.id])


def _seconds(analysis: Analysis, condition: Condition, plate: str) -> tuple[Second, ...]:
    """What else could be slid, apart from the plate and what carries it or hangs on it."""
    tied = {*analysis.setup.carriers(plate), *analysis.setup.subtree(plate)}
    free = [each for each in means(analysis, condition) if each.slide.placement not in tied]
    found = []
    for each in free:
        seat = analysis.assembly.seats[analysis.assembly.index[each.slide.placement]]
        assert seat is not None  # a slide is only found on a track
        assert seat.track is not None
        name = analysis.carried.named(each.slide.placement)
        found.append(Second(each.slide.placement, name, seat.track, each.slide.now_m, each.slope))
    return tuple(found)


def apply_cell(document: Document, setup_id: str, lens_id: str) -> Document:
    """Put the lens on and everything on the mark of its cell. Raises :class:`~equilix.errors.Refused`."""
    column = column_of(document, rigging.setup_of(document, setup_id))
    cell = None if column.plate is None else _found(document, column, lens_id)
    if cell is None or cell.after is None:
        return swap_lens(document, setup_id, lens_id)
    return document.with_setup(cell.after.setup)
