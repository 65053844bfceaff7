"""What readings mean as soon as they are taken: whether the data agree, where all of it balances then, its inertia."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from equilix.bench.bench_words import AGREES, doubt, figure
from equilix.bench.expecting import expected, inertia_of
from equilix.bench.fit import fit
from equilix.bench.marks import Mark
from equilix.bench.whole import properties, whole_of
from equilix.document import Document
from equilix.facts import Sayable, fact, fine_length, inertia, number
from equilix.kit.measured import Measured
from equilix.kit.solids import AXES, Axis


def meaning_words(
    document: Document, made: Sequence[Measured], axis: Axis, mark: Mark | None
) -> tuple[Sayable, ...]:  # fmt: skip
    """What was read against what the data say; of supports, where it balances with that, from a ``mark``."""
    found: list[Sayable] = []
    for each, wanted in zip(made, expected(document, made), strict=True):
        said, data, sd = figure(each, each.value), figure(each, wanted.value), doubt(each, wanted.sd)
        off = abs(wanted.off(each))
        if off < AGREES:
            found.append(fact("measuring.as_the_data", said=said, data=data, sd=sd))
        else:
            found.append(fact("measuring.not_as_the_data", said=said, data=data, sd=sd, off=number(off, 1)))
    first = made[0]
    if first.sort == "turning" and first.value > 0:
        told = inertia_of(document, first)
        values = {"found": inertia(told.measured), "sd": inertia(told.sd), "data": inertia(told.data)}
        found.append(fact("measuring.inertia", **values))
    if first.sort == "support" and mark is not None:
        place = mark.distance_m(_balances(document, made, axis))
        found.append(fact("measuring.then_balances", place=fine_length(place), mark=mark.said))
    return tuple(found)


def _balances(document: Document, made: Sequence[Measured], axis: Axis) -> float:
    """Where all that is measured balances along an axis once these readings are taken in, m."""
    parts = document.parts_by_id
    fitted = fit(parts, (*document.measured, *made), document.stated, document.readings)
    whole = whole_of(made[0], parts, fitted.ids).at(np.asarray(fitted.likely))
    return float(properties(whole).cg_m[AXES.index(axis)])
