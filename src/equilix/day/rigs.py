"""The rigs of a day, each analysed once for all who carry it, with each lens and on each way; what lies between two."""

from __future__ import annotations

from typing import Final

from equilix.analysis import Analysis, analyse
from equilix.change.conversion.conversion import Conversion, convert, minutes_between
from equilix.day.schedule import Span
from equilix.document import Document
from equilix.edits.lenses import lenses_of, swap_lens
from equilix.edits.several import take_off
from equilix.errors import Refused
from equilix.power.day import network_of
from equilix.power.network import Network
from equilix.rig.days import Item
from equilix.rig.setups import Setup

INTO_RIGS: Final = ("parts", "operators", "setups", "readings", "lens_sets", "conversions", "rules")
"""Of what a document has, what rigs are made of."""
Built = tuple[str, str | None, tuple[str, ...]]
"""A setup, the lens on it, and what is left off, by their ids; no lens: its own."""
Carried = tuple[Built, str | None, bool, str | None]


def built_of(item: Item) -> Built:
    """What a scene is shot with."""
    return item.setup or "", item.lens, item.without


def _carried(item: Item) -> Carried:
    return built_of(item), item.operator, item.walking, item.height


class Rigs:
    """The rigs of the scenes of a document."""

    def __init__(self, document: Document) -> None:
        self.document = document
        self._built: dict[Built, Setup | None] = {}
        self._analyses: dict[Carried, Analysis] = {}
        self._networks: dict[tuple[Built, float], Network] = {}
        self._minutes: dict[tuple[Built, Built], float] = {}
        self._conversions: dict[tuple[Built, Built], Conversion | None] = {}

    def serve(self, document: Document) -> bool:
        """Whether the rigs of another document are the same."""
        pairs = ((getattr(self.document, name), getattr(document, name)) for name in INTO_RIGS)
        return all(one is other or one == other for one, other in pairs)

    # what lies between two scenes

    def minutes(self, before: Item, after: Item) -> float:
        """How long it takes at one's own pace to convert from one scene to another; 0 where a rig is not there."""
        key = built_of(before), built_of(after)
        if key not in self._minutes:
            pair = self._pair(*key)
            self._minutes[key] = 0.0 if pair is None else minutes_between(pair, pair.setups[0].id, pair.setups[1].id)
        return self._minutes[key]

    def conversion(self, before: Item, after: Item, *, at_once: bool = False) -> Conversion | None:
        """The same in steps; none where there is none, or a rig is not there.

        ``at_once``: none, too, where it has not been worked out before, which takes up to a second.
        """
        key = built_of(before), built_of(after)
        if at_once:
            return self._conversions.get(key)
        if key not in self._conversions:
            pair = self._pair(*key)
            self._conversions[key] = None if pair is None else convert(pair, pair.setups[0].id, pair.setups[1].id)
        return self._conversions[key]

    def _pair(self, before: Built, after: Built) -> Document | None:
        """The document with nothing but the two rigs, as they are built then; none where they are one."""
        start, end = self._built_so(before), self._built_so(after)
        if before == after or start is None or end is None:
            return None
        return self.document.changed(setups=(start.changed(id="before"), end.changed(id="after")), current="before")

    # what is carried

    def setup(self, item: Item) -> Setup | None:
        """The setup of a scene, with its lens and operator; none where there is none, or the lens does not go on."""
        setup = self._built_so(built_of(item))
        if setup is None:
            return None
        if item.operator in self.document.operators_by_id:
            setup = setup.changed(operator=item.operator)
        if item.height is not None:
            setup = setup.changed(height=item.height)
        return setup.changed(posture="walking") if item.walking else setup

    def _built_so(self, built: Built) -> Setup | None:
        if built not in self._built:
            self._built[built] = self._made(*built)
        return self._built[built]

    def _made(self, setup_id: str, lens: str | None, without: tuple[str, ...]) -> Setup | None:
        document = self.document
        if setup_id not in document.setups_by_id:
            return None
        try:
            if lens is not None and lens not in self.lenses_on(document.setups_by_id[setup_id]):
                document = swap_lens(document, setup_id, lens)
            there = document.setups_by_id[setup_id].by_id
            document = take_off(document, setup_id, [each for each in without if each in there])
        except Refused:
            return None
        return document.setups_by_id[setup_id]

    def lenses_on(self, setup: Setup) -> tuple[str, ...]:
        """The lenses of a setup, by the ids of their parts."""
        return tuple(setup.by_id[each].part for each in lenses_of(self.document, setup))

    def carried(self, span: Span) -> Analysis | None:
        """What a scene asks of its operator."""
        key = _carried(span.item)
        if key not in self._analyses:
            setup = self.setup(span.item)
            if setup is None or not setup.placements:
                return None
            self._analyses[key] = analyse(self.document, setup)
        return self._analyses[key]

    def powered(self, span: Span, celsius: float | None = None) -> Network | None:
        """The power of a scene, at its own temperature where none is named."""
        analysis, item = self.carried(span), span.item
        if analysis is None:
            return None
        air = item.celsius if celsius is None else celsius
        at = analysis.setup.celsius if air is None else air
        key = built_of(item), at
        if key not in self._networks:
            self._networks[key] = network_of(analysis, self.document.parts_by_id, celsius=at)
        return self._networks[key]
