"""Two setups side by side: their figures, and the parts that only one of them has."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator, Sequence

import numpy as np
from msgspec import Struct

from equilix.analysis import Analysis, analyse
from equilix.change.buying import price_of_setups
from equilix.change.conversion.conversion import minutes_between
from equilix.change.felt import running_words, way
from equilix.document import Document
from equilix.facts import Sayable, duration, fact, force, grouped, length, listed, mass, percent, run
from equilix.fit.curves import lasts_s
from equilix.planner.prices import heavier_hand_n, lasting_words, least_run_s
from equilix.result import Result
from equilix.words.reading import read_out


class Line(Struct, frozen=True):
    """One figure of both. ``better``: 1 where the second is better so that it is felt, -1 where the first is."""

    key: str
    label: Sayable
    first: Sayable
    second: Sayable
    better: int = 0


class Beside(Struct, frozen=True):
    """Two setups with what differs. ``only_first`` and ``only_second``: names of parts, with how many where several."""

    first: Analysis
    second: Analysis
    lines: tuple[Line, ...]
    only_first: tuple[Sayable, ...]
    only_second: tuple[Sayable, ...]
    shared: int
    """How many pieces both have."""
    there_min: float
    """Minutes to convert the first into the second, and back."""
    back_min: float


def beside(document: Document, first_id: str, second_id: str) -> Beside:
    """Two setups of a document, side by side."""
    first, second = (Result(analyse(document, document.setups_by_id[each])) for each in (first_id, second_id))
    have, other = (Counter(part.id for part in each.analysis.assembly.parts) for each in (first, second))
    return Beside(
        first.analysis, second.analysis, tuple(_lines(document, first, second)),
        tuple(_counted(document, have - other)), tuple(_counted(document, other - have)), (have & other).total(),
        minutes_between(document, first_id, second_id), minutes_between(document, second_id, first_id),
    )  # fmt: skip


def _counted(document: Document, parts: Counter[str]) -> Iterator[Sayable]:
    for key, count in parts.items():
        yield fact("card.times", count=count, part=document.parts_by_id[key].name)


def _lines(document: Document, first: Result, second: Result) -> Iterator[Line]:
    a, b = first.analysis, second.analysis
    yield _said("verdict", read_out(a).verdict, read_out(b).verdict)
    yield _measured("mass", (a.mass.mass_kg, b.mass.mass_kg), mass, less=True)
    yield _said("size", _size(a), _size(b))
    yield _measured("hand", [heavier_hand_n(each) or 0.0 for each in (a, b)], force, less=True)
    spines = [each.fit.spine for each in (first, second)]
    if spines[0] is not None and spines[1] is not None:
        yield _measured("back", (spines[0].compression_n, spines[1].compression_n), force, less=True)
    yield _measured("lasts", (lasts_s(a), lasts_s(b)), lasting_words)
    yield _measured("power", (least_run_s(first), least_run_s(second)), running_words)
    still = [float(each.mass.inertia_kg_m2[1, 1]) for each in (a, b)]
    yield _measured("steady", still, lambda value: percent(value / max(still[0], 1e-9)))
    prices = price_of_setups(document)
    yield _measured("price", (prices[a.setup.id], prices[b.setup.id]), grouped, less=True)
    minds = [sum(check.level != "fine" for check in each.checks) for each in (first, second)]
    yield _measured("checks", minds, lambda value: fact("beside.findings", count=round(value)), less=True)


def _said(key: str, first: Sayable, second: Sayable) -> Line:
    return Line(key, fact(f"beside.{key}"), first, second)


def _measured(key: str, both: Sequence[float], said: Callable[[float], Sayable], *, less: bool = False) -> Line:
    """A figure of both; ``less``: less of it is better."""
    first, second = both
    more = way(first, second)
    return Line(key, fact(f"beside.{key}"), said(first), said(second), -more if less else more)


def _size(analysis: Analysis) -> Sayable:
    """From end to end along each axis."""
    if not analysis.assembly.ids:
        return ""
    lower, upper, _ = analysis.assembly.boxes_m
    return listed((length(float(each)) for each in np.asarray(upper.max(axis=0) - lower.min(axis=0))), "comma")


def parts_words(found: Beside) -> Sayable:
    """What only one of them has, and how long it takes from one to the other."""
    only = [
        fact("beside.only", setup=setup.name, parts=listed(parts))
        for setup, parts in ((found.first.setup, found.only_first), (found.second.setup, found.only_second))
        if parts
    ]
    both = fact("beside.shared", count=found.shared)
    times = fact("beside.minutes", there=duration(found.there_min * 60), back=duration(found.back_min * 60))
    return run(*only, both, times)
