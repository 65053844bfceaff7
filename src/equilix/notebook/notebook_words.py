"""What is said of outings: regions, how long, what was felt, what stood out."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from datetime import date
from typing import Final

from equilix.body.outings import Faulty, Outing
from equilix.carry import WAYS
from equilix.document import Document
from equilix.facts import Sayable, duration, fact, general, length, listed, mass, number
from equilix.keys import Joint, RegionKey
from equilix.notebook.compare import LEAST_OFF, Average
from equilix.notebook.refit import JOINTS, Refit


def region_words(key: RegionKey) -> Sayable:
    """What a region is called, with its side."""
    region, side = key
    name = fact(f"region.{region}")
    return fact(f"region.side_{side}", region=name) if side else name


def day_words(on: date) -> Sayable:
    """A day with the name of its month."""
    return fact("notebook.day", day=number(on.day), month=fact(f"month.{on.month}"), year=str(on.year))


def way_words(key: str) -> Sayable:
    """How it was carried; by its own word where there is no such way any more."""
    return WAYS[key].phrase if key in WAYS else key


def carried_words(outing: Outing) -> Sayable:
    """How long: in one take, or in so many with rests between."""
    if not outing.take_min > 0:
        return fact("notebook.not_how_long")
    take = duration(outing.take_min * 60)
    if outing.takes == 1:
        return fact("notebook.one_take", take=take)
    if outing.rest_min > 0:
        return fact("notebook.takes_rests", count=outing.takes, take=take, rest=duration(outing.rest_min * 60))
    return fact("notebook.takes", count=outing.takes, take=take)


def felt_words(outing: Outing) -> Sayable:
    """What hurt, the worst first."""
    if outing.felt is None:
        return fact("notebook.not_asked")
    hurt = sorted((each for each in outing.felt if each.score), key=lambda each: -each.score)
    if not hurt:
        return fact("notebook.nothing_hurt")
    return listed(fact("notebook.scored", region=region_words(each.key), score=number(each.score)) for each in hurt)


def _faulty_words(faulty: Faulty) -> Sayable:
    return fact("notebook.faulty_row", part=faulty.name, how=fact(f"notebook.how_{faulty.how}"))


def outing_lines(outing: Outing, document: Document) -> Iterator[tuple[str, Sayable]]:
    """All that was written, by the key of its title."""
    operator = document.operators_by_id.get(outing.operator or "")
    weight = [mass(outing.mass_kg)] if outing.mass_kg > 0 else []
    carried = [way_words(outing.way), *weight, carried_words(outing)]
    yield "carried", listed(carried)
    if operator is not None:
        yield "by", operator.name
    yield "felt", felt_words(outing)
    if outing.gave_out is not None:
        yield "gave_out", (outing.gave_out, outing.gave_out_side)
    if outing.faulty:
        yield "faulty", listed(map(_faulty_words, outing.faulty), "semicolon")
    if outing.marks:
        rows = (fact("notebook.mark_row", part=each.name, at=length(each.at_m)) for each in outing.marks)
        yield "marks", listed(rows, "semicolon")
    if outing.batteries:
        yield (
            "batteries",
            listed(
                fact("notebook.battery_row", part=each.name, times=general(each.times)) for each in outing.batteries
            ),
        )
    if outing.conversion_min > 0:
        yield "converted", fact("notebook.converted", start=outing.came_from, took=duration(outing.conversion_min * 60))
    readings = [each for each in document.measured if each.on[:10] == outing.day]
    if readings:
        yield "readings", fact("notebook.readings", count=len(readings))
    if outing.note:
        yield "note", outing.note


def lasts_words(found: Refit, joint: Joint) -> Sayable:
    """How long somebody holds something with a joint, beside most people, with the band that holds nine of ten."""
    band = found.lasts(joint)
    return fact(
        "notebook.lasts", name=found.operator.name, joint=fact(f"joint.{joint}"), times=number(band.value, 2),
        low=number(band.low, 2), high=number(band.high, 2),
    )  # fmt: skip


def told_of(found: Refit) -> tuple[Joint, ...]:
    """The joints of which the notebook says something: their band is a third narrower than without it."""
    return tuple(joint for joint in JOINTS if found.lasts(joint).narrower >= LEAST_NARROWER)


LEAST_NARROWER: Final = 1 / 3


def off_words(rows: Sequence[Average]) -> tuple[Sayable, ...]:
    """What is felt otherwise than predicted, the furthest off first."""
    found = [
        fact(
            "notebook.off_more" if each.off > 0 else "notebook.off_less", way=way_words(each.way),
            region=region_words(each.region), off=number(abs(each.off), 1), count=each.count,
        )
        for each in rows
        if abs(each.off) >= LEAST_OFF
    ]  # fmt: skip
    return tuple(found)
