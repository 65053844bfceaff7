"""Which reading would narrow a rig's doubt most: each that could be taken is tried, without taking it.

With the doubt ``P`` of the data so far, a value of slopes ``a`` has the variance ``aᵀ P a``. A reading of slopes ``H``
and variances ``S`` would leave ``aᵀ P a − aᵀ P Hᵀ (H P Hᵀ + S)⁻¹ H P a``, whatever it says.
"""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.bench.fit import Fitted, fit, slopes_of, wholes_of
from equilix.bench.sorts import SORTS, support_sd
from equilix.bench.subjects import Subject, as_built, part_alone, reading
from equilix.carry.conditions import Condition
from equilix.document import Document
from equilix.kit.measured import Measured
from equilix.kit.solids import AXES, Axis

Array = NDArray[np.float64]

How = Literal["mass", "supports", "balance", "hang", "drop"]
"""What one does: a reading, or two that are taken together."""
LEAST_GAIN: Final = 0.02
"""What narrows the doubt by less is not worth doing."""
MOST: Final = 8


class Helpful(Struct, frozen=True):
    """A reading that could be taken: how, of what, along or about which axis; and the doubt before and after it, m.

    ``part``: of one part by itself; none: of the whole rig.
    """

    how: How
    subject: Subject
    axis: Axis
    part: str | None
    before_m: float
    after_m: float


def most_doubtful(analysis: Analysis) -> Condition | None:
    """The condition whose doubt is largest beside its tolerance; None where nothing carries the rig."""
    return max(analysis.conditions, key=lambda each: each.sd_m / each.balance.tolerance_m, default=None)


def helpful(document: Document, analysis: Analysis, condition: Condition | None = None) -> tuple[Helpful, ...]:
    """What would narrow the doubt of a condition (the most doubtful where none is named), the best first."""
    aim = condition or most_doubtful(analysis)
    if aim is None:
        return ()
    ids = analysis.assembly.pieces[0]
    fitted = fit(document.parts_by_id, document.measured, document.stated, document.readings, also=ids)
    gradient = np.zeros((len(fitted.ids), 4))
    for part_id, row in zip(ids, analysis.assembly.gradient(aim.by_mass, aim.by_place), strict=True):
        gradient[fitted.row(part_id)] = row
    before = math.sqrt(fitted.variance(gradient)[1])
    could = tuple(_could_be(document, analysis))
    every = [each for *_, measured in could for each in measured]
    slopes = iter(slopes_of(every, wholes_of(every, document.parts_by_id, fitted.ids), fitted.likely))
    found = []
    for how, subject, axis, part, measured in could:
        rows = np.array([next(slopes) for _ in measured])
        after = math.sqrt(_left(fitted, gradient.ravel(), rows, np.diag([each.sd**2 for each in measured])))
        if after < (1 - LEAST_GAIN) * before:
            found.append(Helpful(how, subject, axis, part, before, after))
    return tuple(sorted(found, key=lambda each: each.after_m)[:MOST])


def _left(fitted: Fitted, aim: Array, rows: Array, noise: Array) -> float:
    """The variance left of a value of slopes ``aim`` ``(4k,)`` after readings of slopes ``rows`` ``(r, 4k)``."""
    along = rows @ fitted.after
    told = along @ aim
    left = float(aim @ fitted.after @ aim - told @ np.linalg.solve(along @ rows.T + noise, told))
    return max(left, 0.0)


Candidate = tuple[How, Subject, Axis, str | None, tuple[Measured, ...]]


def _could_be(document: Document, analysis: Analysis) -> Iterator[Candidate]:
    """What could be read of the rig and of each of its parts."""
    rig = as_built(analysis.assembly)
    low, high, _ = analysis.assembly.boxes_m
    yield "mass", rig, "x", None, (reading(rig, "mass"),)
    for axis in LYING:
        k = AXES.index(axis)
        ends = float(low[:, k].min()), float(high[:, k].max())
        share = (float(analysis.mass.cg_m[k]) - ends[1]) / (ends[0] - ends[1])
        loads = share * analysis.mass.mass_kg, (1 - share) * analysis.mass.mass_kg
        sd = support_sd(SORTS["support"].usual_sd, loads, ends, both=True)
        both = tuple(reading(rig, "support", sd=sd, axis=axis, at_m=a, other_m=b) for a, b in (ends, ends[::-1]))
        yield "supports", rig, axis, None, both
        yield "balance", rig, axis, None, (reading(rig, "balance", axis=axis),)
    hung = analysis.support.datum_m.tolist() if analysis.support is not None and analysis.support.hangs else None
    if hung is not None and analysis.mass.cg_m[2] < hung[2] - LEAST_BELOW_M:
        for axis in LYING:
            yield "hang", rig, axis, None, (reading(rig, "hang", axis=axis, point_m=tuple(hung)),)
            yield "drop", rig, axis, None, (reading(rig, "drop", axis=axis, point_m=tuple(hung)),)
    for part_id in analysis.assembly.pieces[0]:
        alone = part_alone(document, part_id)
        yield "mass", alone, "x", part_id, (reading(alone, "mass"),)
        for axis in ALL:
            yield "balance", alone, axis, part_id, (reading(alone, "balance", axis=axis),)


LYING: Final[tuple[Axis, ...]] = ("x", "y")
ALL: Final[tuple[Axis, ...]] = ("x", "y", "z")
LEAST_BELOW_M: Final = 0.002
"""What hangs by less does not settle."""
