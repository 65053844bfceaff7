"""A day worked out: its spans, how its people tire, how its batteries burn down, and all that goes wrong, in order."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from functools import cached_property
from typing import Final, Literal

from msgspec import Struct

from equilix.analysis import Analysis, analyse
from equilix.change.conversion.conversion import minutes_between
from equilix.day.charge import Charge, burn_down
from equilix.day.schedule import Span, schedule
from equilix.day.tiring import Band, bands, worse_side
from equilix.document import Document
from equilix.edits.lenses import lenses_of, swap_lens
from equilix.errors import Refused
from equilix.kit.parts import Part
from equilix.power.day import network_of
from equilix.power.network import Network
from equilix.rig.days import Day, Item
from equilix.rig.setups import Setup

MarkKind = Literal["no-setup", "no-lens", "late", "tires", "gives-out", "dies", "no-battery", "missed"]
ORDER: Final[tuple[MarkKind, ...]] = (
    "missed", "gives-out", "no-battery", "dies", "late", "tires", "no-setup", "no-lens",
)  # fmt: skip
"""What is worse first."""


class Mark(Struct, frozen=True):
    """Something that goes wrong: when, minutes of the day, in which span and take (from 1; 0: between takes).

    ``by_min``: how late. ``band`` and ``part``: what tires, what dies; ``who``: of whom.
    """

    kind: MarkKind
    minute: float
    span: Span
    take: int = 0
    by_min: float = 0.0
    band: Band | None = None
    part: Part | None = None
    who: str = ""


class Course(Struct, frozen=True, dict=True):
    """All of a day."""

    day: Day
    spans: tuple[Span, ...]
    bands: tuple[Band, ...]
    charge: Charge
    marks: tuple[Mark, ...]

    @cached_property
    def worse(self) -> tuple[Band, ...]:
        """Of each joint of each operator the side that comes nearer to its limit."""
        return worse_side(self.bands)

    @property
    def worst(self) -> Mark | None:
        """What is worst, and of that what comes first; none where nothing goes wrong."""
        return min(self.marks, key=lambda each: (ORDER.index(each.kind), each.minute), default=None)


INTO_RIGS: Final = ("parts", "operators", "setups", "readings", "lens_sets", "conversions", "rules")
"""Of what a document has, what rigs are made of."""


class Rigs:
    """The rigs of the scenes of a document, each analysed once for all who carry it, with each lens and on each way."""

    def __init__(self, document: Document) -> None:
        self.document = document
        self._setups: dict[tuple[str, str | None, str | None, bool], Setup | None] = {}
        self._analyses: dict[tuple[str, str | None, str | None, bool], Analysis] = {}
        self._networks: dict[tuple[str, str | None, float], Network] = {}
        self._minutes: dict[tuple[str, str], float] = {}

    def serve(self, document: Document) -> bool:
        """Whether the rigs of another document are the same."""
        pairs = ((getattr(self.document, name), getattr(document, name)) for name in INTO_RIGS)
        return all(one is other or one == other for one, other in pairs)

    def minutes(self, start: str, end: str) -> float:
        """How long a conversion takes at one's own pace; 0 where a setup is not there."""
        key = start, end
        if key not in self._minutes:
            known = self.document.setups_by_id
            there = start in known and end in known
            self._minutes[key] = minutes_between(self.document, start, end) if there else 0.0
        return self._minutes[key]

    def setup(self, item: Item) -> Setup | None:
        """The setup of a scene, with its lens and operator; none where there is none, or the lens does not go on."""
        key = item.setup or "", item.operator, item.lens, item.walking
        if key not in self._setups:
            self._setups[key] = self._made(item)
        return self._setups[key]

    def _made(self, item: Item) -> Setup | None:
        document = self.document
        setup = document.setups_by_id.get(item.setup or "")
        if setup is None:
            return None
        if item.lens is not None and item.lens not in self.lenses_on(setup):
            try:
                document = swap_lens(document, setup.id, item.lens)
            except Refused:
                return None
            setup = document.setups_by_id[setup.id]
        if item.operator in document.operators_by_id:
            setup = setup.changed(operator=item.operator)
        return setup.changed(posture="walking") if item.walking else setup

    def lenses_on(self, setup: Setup) -> tuple[str, ...]:
        """The lenses of a setup, by the ids of their parts."""
        return tuple(setup.by_id[each].part for each in lenses_of(self.document, setup))

    def carried(self, span: Span) -> Analysis | None:
        """What a scene asks of its operator."""
        setup, item = self.setup(span.item), span.item
        if setup is None or not setup.placements:
            return None
        key = item.setup or "", item.operator, item.lens, item.walking
        if key not in self._analyses:
            self._analyses[key] = analyse(self.document, setup)
        return self._analyses[key]

    def powered(self, span: Span, celsius: float | None = None) -> Network | None:
        """The power of a scene, at its own temperature where none is named."""
        analysis, item = self.carried(span), span.item
        if analysis is None:
            return None
        air = item.celsius if celsius is None else celsius
        at = analysis.setup.celsius if air is None else air
        key = item.setup or "", item.lens, at
        if key not in self._networks:
            self._networks[key] = network_of(analysis, self.document.parts_by_id, celsius=at)
        return self._networks[key]


def course_of(day: Day, rigs: Rigs) -> Course:
    """Work a day out. ``rigs`` may be used again for another day of the same document."""
    spans = schedule(day, rigs.minutes)
    found = bands(spans, rigs.carried, day.reserve)
    charge = burn_down(day, spans, rigs.document.parts_by_id, rigs.powered)
    marks = [*_times(spans), *_rigs_missing(spans, rigs), *_tired(found), *_empty(charge)]
    return Course(day, spans, found, charge, tuple(sorted(marks, key=lambda each: each.minute)))


LEAST_LATE_MIN: Final = 0.5


def _times(spans: Sequence[Span]) -> Iterator[Mark]:
    for span in spans:
        if span.late_min > LEAST_LATE_MIN:
            kind: MarkKind = "missed" if span.item.kind == "deadline" else "late"
            yield Mark(kind, span.start_min, span, by_min=span.late_min)


def _rigs_missing(spans: Sequence[Span], rigs: Rigs) -> Iterator[Mark]:
    for span in spans:
        if span.item.kind == "scene" and rigs.setup(span.item) is None:
            there = span.item.setup in rigs.document.setups_by_id
            yield Mark("no-lens" if there else "no-setup", span.start_min, span)


def _take_at(span: Span, minute: float) -> int:
    return next((k for k, (start, end) in enumerate(span.takes, 1) if start - 1e-6 <= minute <= end + 1e-6), 0)


def _tired(found: Sequence[Band]) -> Iterator[Mark]:
    """Of each joint, of its worse side, the first take of a scene that passes its limit; worse where it gives out."""
    first: dict[tuple[str, str, str], Mark] = {}
    for band in found:
        for asked in band.asked:
            if math.isinf(asked.over_min):
                continue
            out = math.isfinite(asked.out_min)
            kind: MarkKind = "gives-out" if out else "tires"
            minute = asked.out_min if out else asked.over_min
            key = band.operator, band.joint, asked.span.item.id
            known = first.get(key)
            if known is None or (ORDER.index(kind), minute) < (ORDER.index(known.kind), known.minute):
                take = _take_at(asked.span, minute)
                first[key] = Mark(kind, minute, asked.span, take, band=band, who=band.operator)
    yield from first.values()


def _empty(charge: Charge) -> Iterator[Mark]:
    """A battery that dies in a take, or when no other is there; one that is changed between takes is no mistake.

    Nor one that can be changed while the rig runs.
    """
    for change in charge.changes:
        take = _take_at(change.span, change.minute)
        if not change.next_number:
            yield Mark("no-battery", change.minute, change.span, take, part=change.part)
        elif take and not change.hot:
            yield Mark("dies", change.minute, change.span, take, part=change.part)
