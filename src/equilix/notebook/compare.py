"""What was predicted to hurt, beside what was felt: of one outing, and of all by region and way of carrying."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from msgspec import Struct

from equilix.body.discomfort import as_one_take_s, discomfort
from equilix.body.endurance import endurance_s
from equilix.body.operators import Operator
from equilix.body.outings import REGION_OF, Outing
from equilix.keys import REGIONS, RegionKey

LEAST_OFF: Final = 1.5
"""A difference that is said; less is the mood of the day (estimate)."""


class Beside(Struct, frozen=True):
    """A region on one outing: predicted 0 to 10, and felt."""

    region: RegionKey
    predicted: float
    felt: int


class Average(Struct, frozen=True):
    """A region by one way of carrying: means of what was predicted and felt, over so many outings."""

    way: str
    region: RegionKey
    predicted: float
    felt: float
    count: int

    @property
    def off(self) -> float:
        """How much more was felt."""
        return self.felt - self.predicted


def predicted(outing: Outing, operator: Operator) -> dict[RegionKey, float]:
    """How much each region should have hurt at its worst, 0 to 10, by what is known of the operator now.

    Where two joints are felt in one place, the worse; nothing where it was not told how long it was carried.
    """
    found: dict[RegionKey, float] = {}
    if not outing.take_min > 0:
        return found
    for bore in outing.bore:
        own, key = operator.own(bore.joint), (REGION_OF[bore.joint], bore.side)
        lasts = endurance_s(bore.joint, bore.load / own, operator.endurance) if own > 0 else 0.0
        used = as_one_take_s(outing, bore.joint) / lasts if lasts > 0 else 1.0
        found[key] = max(found.get(key, 0.0), discomfort(used))
    return found


def beside(outing: Outing, operator: Operator) -> tuple[Beside, ...]:
    """Every region for which there is something to be compared, from head to foot; none where nothing was asked."""
    if outing.felt is None:
        return ()
    said = predicted(outing, operator)
    return tuple(Beside(key, said[key], outing.score_of(key) or 0) for key in REGIONS if key in said)


def averages(outings: Sequence[Outing], operator: Operator) -> tuple[Average, ...]:
    """By way of carrying and region, what is furthest off first."""
    return tuple(sorted(_averages(outings, operator), key=lambda each: -abs(each.off)))


def _averages(outings: Sequence[Outing], operator: Operator) -> Iterator[Average]:
    rows: dict[tuple[str, RegionKey], list[Beside]] = {}
    for each in outings:
        if each.operator == operator.id:
            for row in beside(each, operator):
                rows.setdefault((each.way, row.region), []).append(row)
    for (way, region), found in rows.items():
        count = len(found)
        yield Average(
            way, region, sum(each.predicted for each in found) / count, sum(each.felt for each in found) / count, count
        )
