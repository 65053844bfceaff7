"""Which piece of one setup is which of another: the same parts, and where there are several, those in one place."""

from __future__ import annotations

from collections import defaultdict

from equilix.rig.setups import Placement, Setup


def matched(start: Setup, end: Setup) -> dict[str, str]:
    """The placements of ``start`` that are pieces of ``end``, by id: first what sits alike, then in their order."""
    left: dict[str, list[Placement]] = defaultdict(list)
    for placement in end.placements:
        left[placement.part].append(placement)
    found: dict[str, str] = {}
    for alike in (_seat, _carrier, _any):
        for placement in start.placements:
            if placement.id in found:
                continue
            free = left[placement.part]
            other = next((each for each in free if alike(placement, start) == alike(each, end)), None)
            if other is not None:
                free.remove(other)
                found[placement.id] = other.id
    return found


def _seat(placement: Placement, setup: Setup) -> tuple[str | None, ...]:
    return (*_carrier(placement, setup), placement.point, placement.by)


def _carrier(placement: Placement, setup: Setup) -> tuple[str | None, ...]:
    return (None if placement.parent is None else setup.by_id[placement.parent].part,)


def _any(placement: Placement, setup: Setup) -> tuple[str | None, ...]:
    del placement, setup
    return ()


def renamed(start: Setup, end: Setup) -> Setup:
    """``start`` with the ids of ``end`` for the pieces that are both's; all others have ids that ``end`` has not."""
    pairs = matched(start, end)
    taken = {*end.by_id, *pairs.values()}
    ids = dict(pairs)
    for placement in start.placements:
        if placement.id not in ids:
            key, number = placement.id, 1
            while key in taken:
                number += 1
                key = f"{placement.id}-{number}"
            taken.add(key)
            ids[placement.id] = key
    placements = tuple(
        each.changed(id=ids[each.id], parent=None if each.parent is None else ids[each.parent])
        for each in start.placements
    )
    cables = tuple(each.changed(start=ids[each.start], end=ids[each.end]) for each in start.cables)
    return start.changed(placements=placements, cables=cables, links=(), backdrops=(), marked=None)
