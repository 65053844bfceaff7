"""What there is to say of one lens on one setup."""

from __future__ import annotations

from collections.abc import Iterator

from equilix.carry.conditions import off_by
from equilix.change.lens_table import Cell
from equilix.document import Document
from equilix.facts import Sayable, fact, length, listed
from equilix.rig.clearance import TRACK_END


def mark_words(cell: Cell) -> Sayable:
    """What the scale reads on the mark: '84 mm'."""
    assert cell.mark is not None  # asked for where there is one
    return length(cell.mark.reads_m)


def cell_words(document: Document, cell: Cell) -> tuple[Sayable, ...]:
    """What is left over, what is in the way, what else is to be put right; why there is no mark."""
    return tuple(_words(document, cell))


def _words(document: Document, cell: Cell) -> Iterator[Sayable]:
    mark, left = cell.mark, cell.left
    if mark is None or left is None or cell.after is None:
        yield cell.why_not
        return
    if not cell.reached:
        key = "lenses.short_ahead" if mark.short_m > 0 else "lenses.short_back"
        yield fact(key, by=length(abs(mark.short_m))) if mark.short_m else off_by(left)
        if mark.stop != TRACK_END:
            yield fact("lenses.stopped_by", part=mark.stop)
    elif abs(left.value_m) > left.balance.target_m + 1e-5:
        yield fact("lenses.left_over", off=off_by(left))
    if cell.also:
        yield listed(
            fact("lenses.also_on", part=cell.after.carried.named(each.placement), at=length(each.reads_m))
            for each in cell.also
        )
    if cell.others:
        yield fact("lenses.then_also", balances=listed(each.balance.key for each in cell.others))
    if cell.strikes:
        yield fact("lenses.strikes", parts=listed(cell.strikes, "and"))
    off = left_off(document, cell)
    if off:
        yield fact("lenses.left_off", parts=listed(off, "and"))


def left_off(document: Document, cell: Cell) -> tuple[str, ...]:
    """Names of what belongs to the lens and is not on, because nothing on the rig takes it."""
    kept = document.lens_sets_by_lens.get(cell.lens)
    if kept is None or cell.after is None or cell.after.setup.bare_lenses:
        return ()
    there = {part.id for part in cell.after.assembly.parts}
    return tuple(document.parts_by_id[each].name for each in kept.parts if each not in there)
