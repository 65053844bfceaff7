"""What the notebook reminds of: what worked loose, what breaks, batteries, spare screws, and what keeps hurting."""

from __future__ import annotations

import math
from collections.abc import Iterator
from datetime import date
from typing import Final, Literal

from msgspec import Struct

from equilix.body.outings import Outing, Trouble, in_order
from equilix.document import Document
from equilix.facts import Sayable, fact, listed, number, percent
from equilix.keys import REGIONS
from equilix.kit.parts import Part
from equilix.mechanics.fasteners import THREADS
from equilix.notebook.notebook_words import day_words, region_words
from equilix.rig.setups import Setup

CYCLES: Final = 300
"""After so many the capacity of a lithium battery is worth measuring (common practice, no source)."""
YEARS: Final = 3.0
"""The same of its age (common practice, no source)."""
OFTEN: Final = 2
"""What has come loose so often does so again: something is wrong with it."""
HURTS, LAST, MANY = 7, 4, 2
"""A score that is no tiredness; of how many outings, and how often among them (estimate)."""
SPARE_SHARE: Final = 0.25
"""Of the screws of a kind that a rig has, at least two (common practice, no source)."""

About = Literal["body", "loose", "spare", "battery", "screws"]


class Reminder(Struct, frozen=True):
    """What there is to be minded: what it is about, what is said, what to do; of which part, and what is open there."""

    about: About
    said: Sayable
    todo: Sayable
    part: str = ""
    open: Trouble | None = None


def reminders(document: Document, today: date) -> tuple[Reminder, ...]:
    """All of them: people first, then what can fall, break, run down, or be missing."""
    outings = in_order(document.outings)
    return (
        *_bodies(document, outings), *_faults(document, outings, ("loose", "slipped"), "loose"),
        *_faults(document, outings, ("worn", "broke"), "spare"), *_batteries(document, outings, today),
        *_screws(document, outings),
    )  # fmt: skip


def _bodies(document: Document, outings: tuple[Outing, ...]) -> Iterator[Reminder]:
    for operator in document.operators:
        mine = [each for each in outings if each.operator == operator.id and each.felt is not None][-LAST:]
        for key in REGIONS:
            often = sum(1 for each in mine if (each.score_of(key) or 0) >= HURTS)
            if often >= MANY:
                said = fact(
                    "notebook.keeps_hurting", region=region_words(key), name=operator.name, score=number(HURTS),
                    often=number(often), of=number(len(mine)),
                )  # fmt: skip
                yield Reminder("body", said, fact("notebook.ask_a_doctor"))


def _faults(
    document: Document, outings: tuple[Outing, ...], hows: tuple[Trouble, ...], about: About
) -> Iterator[Reminder]:  # fmt: skip
    """By part, what was noted last first."""
    seen: set[tuple[str, Trouble]] = set()
    for outing in reversed(outings):
        for each in outing.faulty:
            key = each.part, each.how
            if each.how not in hows or key in seen or each.part not in document.parts_by_id:
                continue
            seen.add(key)
            days = [one for one in outings if any((f.part, f.how) == key for f in one.faulty)]
            is_open = any((f.part, f.how) == key and not f.seen_to for one in days for f in one.faulty)
            often = len(days) >= OFTEN
            if not (is_open or often):
                continue
            said = fact(
                f"notebook.was_{each.how}", part=document.parts_by_id[each.part].name,
                often=fact("notebook.times", count=len(days)), day=day_words(outing.on),
            )  # fmt: skip
            todo = [fact(f"notebook.todo_{each.how}")] if is_open else []
            if often:
                todo.append(fact(f"notebook.again_{about}"))
            yield Reminder(about, said, listed(todo, "blank"), each.part, each.how if is_open else None)


def cycles_of(part: Part, outings: tuple[Outing, ...]) -> float:
    """How often a battery was charged: before the notebook began, and for each outing since."""
    noted = sum(each.times for outing in outings for each in outing.batteries if each.part == part.id)
    return noted / max(part.quantity, 1) + (0 if part.electric is None else part.electric.cycles)


def years_of(part: Part, today: date) -> float:
    """How long a battery has been in use; 0 where that is not told."""
    if part.electric is None or not part.electric.since:
        return 0.0
    year, month = map(int, part.electric.since.split("-"))
    return max((today.year - year) + (today.month - month) / 12, 0.0)


def _batteries(document: Document, outings: tuple[Outing, ...], today: date) -> Iterator[Reminder]:
    for part in document.parts:
        if part.energy_wh <= 0 or part.standing != "owned":
            continue
        cycles, years = cycles_of(part, outings), years_of(part, today)
        if cycles < CYCLES and years < YEARS:
            continue
        told = [fact("notebook.cycles", count=math.floor(cycles))] if cycles >= CYCLES else []
        if years >= YEARS:
            told.append(fact("notebook.years", years=number(years, 1)))
        left = percent(1.0 if part.electric is None else part.electric.age)
        said = fact("notebook.battery", part=part.name, told=listed(told))
        yield Reminder("battery", said, fact("notebook.battery_todo", left=left), part.id)


def screws_of(document: Document, setup: Setup) -> dict[str, int]:
    """How many screws of each kind hold a setup together."""
    found: dict[str, int] = {}
    for placement in setup.placements:
        carrier = setup.by_id.get(placement.parent or "")
        if carrier is None or placement.point is None:
            continue
        point = document.parts_by_id[carrier.part].offered(placement.point)
        if point is not None and point.kind in THREADS:
            found[point.kind] = found.get(point.kind, 0) + max(point.screws, 1)
    return found


def _screws(document: Document, outings: tuple[Outing, ...]) -> Iterator[Reminder]:
    """A quarter of those of the rig that has most of them, two at least; where outings were written down."""
    if not outings:
        return
    most: dict[str, int] = {}
    for setup in document.setups:
        for kind, count in screws_of(document, setup).items():
            most[kind] = max(most.get(kind, 0), count)
    rows = [
        fact("notebook.screw_row", count=max(2, math.ceil(SPARE_SHARE * count)), thread=THREADS[kind].name)
        for kind, count in sorted(most.items())
    ]
    if rows:
        yield Reminder("screws", fact("notebook.screws"), fact("notebook.carry", rows=listed(rows)))
