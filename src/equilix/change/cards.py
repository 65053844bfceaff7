"""What stands on a card: marks, battery, counterweight, spring, checks, minutes until it tires, how sure it is."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.change.conversion.difference import SAME
from equilix.change.felt import running_words
from equilix.checks.rules import Check
from equilix.document import Document
from equilix.facts import Sayable, angle, fact, general, length, listed, mass, run
from equilix.kit.parts import Part
from equilix.result import Result
from equilix.words.reading import CAUTION, lasts, read_out

MOST_CHECKS: Final = 4


class MarkLine(Struct, frozen=True):
    """One thing that is set: what it is called, and where it stands."""

    name: str
    at: Sayable
    first: bool = False
    """Whether it is slid for the balance, so that it is read first."""


class Card(Struct, frozen=True):
    """A setup, or a setup with one lens on its marks, on a card."""

    title: str
    under: Sayable
    """How it is carried, by whom, with which lens."""
    verdict: Sayable
    sure: Sayable
    marks: tuple[MarkLine, ...]
    lines: tuple[Sayable, ...]
    """Power, counterweight, spring, how long it lasts."""
    minds: tuple[Check, ...]
    caution: Sayable
    analysis: Analysis


def card_of(document: Document, result: Result, first: tuple[str, ...] = ()) -> Card:
    """The card of an analysed setup; ``first``: the placements that are slid for the balance, most important first."""
    analysis = result.analysis
    reading = read_out(analysis)
    lens = [part.name for part in analysis.assembly.parts if part.kind == "lens"]
    under = listed((
        fact("card.carried", way=analysis.way.phrase, operator=document.operator_of(analysis.setup).name),
        *lens,
    ))  # fmt: skip
    minds = tuple(each for each in result.checks if each.level != "fine")[:MOST_CHECKS]
    return Card(
        analysis.setup.name, under, reading.verdict, _sure(analysis), tuple(_marks(analysis, first)),
        tuple(_lines(document, result)), minds, CAUTION, analysis,
    )  # fmt: skip


def _sure(analysis: Analysis) -> Sayable:
    weight = fact("card.mass", mass=mass(analysis.mass.mass_kg), doubt=mass(analysis.mass_sd_kg))
    if analysis.worst is None:
        return weight
    return listed((weight, fact("card.balance_sure", doubt=length(analysis.worst.sd_m))), "semicolon")


def _marks(analysis: Analysis, first: tuple[str, ...]) -> Iterator[MarkLine]:
    """What is slid, drawn out or turned: what balances first, then in the order of the rig."""
    assembly = analysis.assembly
    order = [*(key for key in first if key in assembly.index), *(key for key in assembly.ids if key not in first)]
    for key in order:
        row = assembly.index[key]
        seat, placement, name = assembly.seats[row], analysis.setup.by_id[key], assembly.parts[row].name
        found: list[Sayable] = []
        if seat is not None and seat.track is not None and seat.track.to_m - seat.track.from_m > SAME:
            found.append(length(seat.track.scale_zero_m + placement.slide_m))
        if placement.extension_m > SAME:
            found.append(fact("convert.out", by=length(placement.extension_m)))
        if abs(placement.turn_rad) > SAME:
            found.append(angle(placement.turn_rad))
        if found:
            yield MarkLine(name, listed(found), key in first)


def _lines(document: Document, result: Result) -> Iterator[Sayable]:
    analysis, parts = result.analysis, document.parts_by_id
    names = {placement.id: parts[placement.part].name for placement in analysis.setup.placements}
    for each in result.network.runs:
        yield fact("card.battery", battery=names[each.battery], time=running_words(each.seconds))
    weights: dict[str, int] = {}
    for part in analysis.assembly.parts:
        if part.kind == "counterweight":
            weights[part.name] = weights.get(part.name, 0) + 1
    if weights:
        yield fact(
            "card.weights", weights=listed(fact("card.times", count=n, part=name) for name, n in weights.items())
        )
    bearer = parts.get(analysis.setup.borne_by or "")
    if bearer is not None:
        yield _bearer(bearer, analysis)
    tired = analysis.first_to_give_out
    if tired is not None:
        yield fact("card.lasts", time=lasts(tired), effort=tired.key)


def _bearer(bearer: Part, analysis: Analysis) -> Sayable:
    setting = analysis.setup.setting
    if setting is None:
        return fact("card.bearer", bearer=bearer.name)
    return fact("card.bearer_set", bearer=bearer.name, setting=general(round(setting, 2)))


def check_words(check: Check) -> Sayable:
    """A check on a card: what is found, and what to do."""
    return run(fact("card.check", title=check.title, said=check.said), check.todo)
