"""How each operator tires through a day, by the three-compartment model: a band for each joint of each side."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from functools import cached_property

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.body.fatigue import Stretch, course, fatigue_rate, group_of, passes_after_s, share_after
from equilix.body.load import Effort
from equilix.day.schedule import Span
from equilix.keys import EffortKey, Joint, Side

Array = NDArray[np.float64]

STEP_S = 60.0
LEAST_SHARE = 0.005
"""Of its strength: what is asked for less does not tire."""

Carried = Callable[[Span], Analysis | None]
"""What a scene asks of its operator; none where nobody carries anything."""


class Asked(Struct, frozen=True):
    """What a take asks of a joint of its operator, from when to when, minutes; ``limit``: what may be used up then.

    ``passes_min``, ``fails_min``: when it would pass the limit, and give out, were the take to go on; infinite where it
    never does.
    """

    span: Span
    start_min: float
    end_min: float
    share: float
    limit: float
    passes_min: float
    fails_min: float
    most: float
    """The most that is fatigued in it: it only rises, or only falls, so that is so at one of its ends."""

    @property
    def over_min(self) -> float:
        """When it passes the limit within the take; infinite where it does not."""
        return self.passes_min if self.passes_min <= self.end_min else math.inf

    @property
    def out_min(self) -> float:
        """When it gives out within the take; infinite where it does not."""
        return self.fails_min if self.fails_min <= self.end_min else math.inf


class Band(Struct, frozen=True, dict=True):
    """How tired a joint of somebody is through a day; ``asked``: the takes that work it.

    The curve is worked out where somebody looks at it: what goes wrong follows from the takes alone.
    """

    operator: str
    joint: Joint
    side: Side
    asked: tuple[Asked, ...]
    begin_min: float
    stretches: tuple[Stretch, ...]

    @property
    def key(self) -> EffortKey:
        """Which joint of which side."""
        return self.joint, self.side

    @cached_property
    def curve(self) -> tuple[Array, Array]:
        """Minutes of the day ``(n,)`` and the fatigued share ``(n,)``."""
        seconds, shares = course(group_of(self.joint), self.stretches, STEP_S)
        return self.begin_min + seconds / 60, shares

    @property
    def most(self) -> float:
        """How near it comes to its limit: 1 is at it."""
        return max((each.most / each.limit if each.limit > 0 else math.inf for each in self.asked), default=0.0)

    def at(self, minute: float) -> float:
        """The fatigued share at a minute."""
        return float(np.interp(minute, *self.curve))


def bands(spans: Sequence[Span], carried: Carried, reserve: float) -> tuple[Band, ...]:
    """All bands of a day that are worked at all, of both sides."""
    work: dict[tuple[str, EffortKey], list[tuple[Span, Effort]]] = {}
    for span in spans:
        analysis = carried(span) if span.item.kind == "scene" else None
        if analysis is None:
            continue
        for effort in analysis.efforts:
            if effort.share > LEAST_SHARE:
                work.setdefault((analysis.operator.id, effort.key), []).append((span, effort))
    begin = min((span.start_min for span in spans), default=0.0)
    end = max((span.end_min for span in spans), default=0.0)
    return tuple(_band(who, key, rows, (begin, end), reserve) for (who, key), rows in work.items())


def worse_side(found: Sequence[Band]) -> tuple[Band, ...]:
    """Of each joint of each operator the side that comes nearer to its limit."""
    kept: dict[tuple[str, Joint], Band] = {}
    for band in sorted(found, key=lambda each: -each.most):
        kept.setdefault((band.operator, band.joint), band)
    return tuple(kept.values())


def _band(
    operator: str, key: EffortKey, rows: Sequence[tuple[Span, Effort]], ends: tuple[float, float], reserve: float
) -> Band:
    joint, side = key
    group = group_of(joint)
    stretches: list[Stretch] = []
    asked: list[Asked] = []
    now, share = ends[0], 0.0
    for start, stop, (span, effort) in _takes(rows):
        if start > now:
            stretches.append(Stretch((start - now) * 60, 0.0, 0.0))
            share = share_after(group, stretches[-1], share)
        wanted, lasts_s = min(effort.share, 1.0), effort.endurance_s
        rate = fatigue_rate(group, wanted, lasts_s) if wanted < 1 and lasts_s > 0 else 1.0
        stretch = Stretch((stop - start) * 60, wanted, rate)
        limit = reserve * (1 - wanted)
        passed, gone = (passes_after_s(group, stretch, share, each) for each in (limit, 1 - wanted))
        before, share = share, share_after(group, stretch, share)
        most = max(before, share)
        asked.append(Asked(span, start, stop, effort.share, limit, start + passed / 60, start + gone / 60, most))
        stretches.append(stretch)
        now = stop
    if ends[1] > now:
        stretches.append(Stretch((ends[1] - now) * 60, 0.0, 0.0))
    return Band(operator, joint, side, tuple(asked), ends[0], tuple(stretches))


def _takes(rows: Sequence[tuple[Span, Effort]]) -> Iterator[tuple[float, float, tuple[Span, Effort]]]:
    """Every take in its order; no two are at once."""
    yield from sorted(
        ((start, stop, row) for row in rows for start, stop in row[0].takes if stop > start), key=lambda take: take[0]
    )
