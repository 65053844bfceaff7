"""What goes wrong on a day, each at its minute: times, rigs, muscles, batteries."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import Final, Literal

from msgspec import Struct

from equilix.day.charge import Charge
from equilix.day.rigs import Rigs
from equilix.day.schedule import Span
from equilix.day.tiring import Band
from equilix.day.wind import push_of
from equilix.kit.parts import Part
from equilix.mechanics.wind import beaufort
from equilix.power.batteries import CAPACITY
from equilix.rig.days import Day

MarkKind = Literal[
    "no-setup", "no-lens", "lens-left-on", "late", "tires", "gives-out", "dies", "no-battery", "too-cold", "missed",
    "long-day", "short-night", "two-places", "windy",
]  # fmt: skip
ORDER: Final[tuple[MarkKind, ...]] = (
    "missed", "two-places", "gives-out", "no-battery", "dies", "late", "tires", "long-day", "short-night", "too-cold",
    "windy", "no-setup", "no-lens", "lens-left-on",
)  # fmt: skip
"""What is worse first."""
LEAST_LATE_MIN: Final = 0.5
NEAR_GALE: Final = 7
"""On the Beaufort scale: inconvenience felt when walking against the wind (WMO)."""
COLDEST_C: Final = CAPACITY[0][0]
"""Below it nothing is known of what a battery gives; its maker says whether it may be used."""


class Mark(Struct, frozen=True):
    """Something that goes wrong: when, minutes of the day, in which span and take (from 1; 0: between takes).

    ``by_min``: how late, how much too long or too short. ``band`` and ``part``: what tires, what dies; ``who``: whose.
    ``other``: the day, or the lens, with which it does not go together, by its name. ``push_n``: of the wind.
    """

    kind: MarkKind
    minute: float
    span: Span
    take: int = 0
    by_min: float = 0.0
    band: Band | None = None
    part: Part | None = None
    who: str = ""
    other: str = ""
    push_n: float = 0.0


def times(spans: Sequence[Span]) -> Iterator[Mark]:
    """What will begin late, and what is missed."""
    for span in spans:
        if span.late_min > LEAST_LATE_MIN and not span.begun:
            kind: MarkKind = "missed" if span.item.kind == "deadline" else "late"
            yield Mark(kind, span.start_min, span, by_min=span.late_min)


def rigs_missing(spans: Sequence[Span], rigs: Rigs) -> Iterator[Mark]:
    """Scenes without a rig, with a lens that does not go on it, or of which nobody has said which lens is on."""
    before: Span | None = None
    for span in spans:
        if span.item.kind != "scene":
            continue
        setup = rigs.setup(span.item)
        if setup is None:
            there = span.item.setup in rigs.document.setups_by_id
            yield Mark("no-lens" if there else "no-setup", span.start_min, span)
        elif before is not None and before.item.setup == span.item.setup and span.item.lens is None:
            other = before.item.lens
            if other in rigs.document.parts_by_id and other not in rigs.lenses_on(setup):
                name = rigs.document.parts_by_id[other].name
                yield Mark("lens-left-on", span.start_min, span, by_min=span.conversion_min, other=name)
        before = span


def take_at(span: Span, minute: float) -> int:
    """Which take is on, from 1; 0 between them."""
    return next((k for k, (start, end) in enumerate(span.takes, 1) if start - 1e-6 <= minute <= end + 1e-6), 0)


def tired(found: Sequence[Band]) -> Iterator[Mark]:
    """Of each joint, of its worse side, the first take of a scene that passes its limit; worse where it gives out.

    Takes that have been shot are not asked any more.
    """
    first: dict[tuple[str, str, str], Mark] = {}
    for band in found:
        for asked in band.asked:
            shot = asked.span.takes[: asked.span.shot]
            if math.isinf(asked.over_min) or (asked.start_min, asked.end_min) in shot:
                continue
            out = math.isfinite(asked.out_min)
            kind: MarkKind = "gives-out" if out else "tires"
            minute = asked.out_min if out else asked.over_min
            key = band.operator, band.joint, asked.span.item.id
            known = first.get(key)
            if known is None or (ORDER.index(kind), minute) < (ORDER.index(known.kind), known.minute):
                take = take_at(asked.span, minute)
                first[key] = Mark(kind, minute, asked.span, take, band=band, who=band.operator)
    yield from first.values()


def empty(charge: Charge) -> Iterator[Mark]:
    """A battery that dies in a take, or when no other is there; one that is changed between takes is no mistake.

    Nor one that can be changed while the rig runs.
    """
    for change in charge.changes:
        take = take_at(change.span, change.minute)
        if not change.next_number:
            yield Mark("no-battery", change.minute, change.span, take, part=change.part)
        elif take and not change.hot:
            yield Mark("dies", change.minute, change.span, take, part=change.part)


def windy(spans: Sequence[Span], rigs: Rigs) -> Iterator[Mark]:
    """Scenes in a wind in which walking against it is hard, with how hard it pushes at the rig."""
    for span in spans:
        if beaufort(span.item.wind_mps) >= NEAR_GALE and rigs.carried(span) is not None:
            yield Mark("windy", span.start_min, span, push_n=push_of(span, rigs))


def too_cold(day: Day, spans: Sequence[Span], rigs: Rigs) -> Iterator[Mark]:
    """Scenes in air in which nothing is known of what their batteries give; not where they are kept warm."""
    for span in spans if not day.warm else ():
        network = rigs.powered(span) if span.item.kind == "scene" else None
        if network is not None and network.runs and network.celsius < COLDEST_C:
            yield Mark("too-cold", span.start_min, span, part=network.part(network.runs[0].battery))
