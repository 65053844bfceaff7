"""What all readings together say, taken into the data: one edit. Nothing is corrected before somebody asks for it."""

from __future__ import annotations

from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from pydantic_core import ValidationError

from equilix.bench.fit import Fitted, fit
from equilix.bench.whole import data_of
from equilix.document import MOST_READINGS, Document
from equilix.edits.kit import stated_without
from equilix.edits.measuring import correct_part
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.measured import Stated
from equilix.kit.readings import Reading, Term

Array = NDArray[np.float64]

LEAST_SLOPE: Final = 1e-12
LEAST: Final = 1e-6
"""kg and m: less is not worth a change of the data."""


def fit_all(document: Document) -> Fitted:
    """Everything that was read of this kit and is said of its parts, fitted together."""
    return fit(document.parts_by_id, document.measured, document.stated, document.readings)


class Correction(Struct, frozen=True):
    """A part whose data are other ones by all that was read: as they are ``now`` and ``likely``, ``(4,)`` each.

    ``before`` and ``after``: their standard uncertainties as they were stated and with the readings, ``(4,)``.
    """

    part: str
    now: Array
    likely: Array
    before: Array
    after: Array


def corrections(document: Document, fitted: Fitted) -> tuple[Correction, ...]:
    """What taking the readings in changes; a part of which nothing is read any more is again what was stated."""
    likely = {
        part_id: (data, before, after)
        for part_id, data, before, after in zip(fitted.ids, fitted.likely, *fitted.sds, strict=True)
    }
    for each in _untold(document, fitted):
        sds = np.array((each.mass_sd_kg, *each.cg_sd_m))
        likely[each.part] = np.array((each.mass_kg, *each.cg_m)), sds, sds
    nows = data_of(document.parts_by_id[part_id] for part_id in likely)
    return tuple(
        Correction(part_id, now, *told)
        for (part_id, told), now in zip(likely.items(), nows, strict=True)
        if np.any(np.abs(told[0] - now) > LEAST)
    )


def _untold(document: Document, fitted: Fitted) -> list[Stated]:
    """What was stated of parts that readings had corrected and that none tells of any more."""
    return [each for each in document.stated if each.part not in fitted.ids]


def take_in(document: Document, fitted: Fitted) -> Document:
    """Put the parts at their likeliest values, and keep the readings that narrow their doubt.

    Refused where there is nothing to do.

    A reading is kept as a straight line through the likeliest data: a mass that was read counts as a moment on a lever
    of one metre, an angle, a time or a moment as so many metres.
    """
    untold = _untold(document, fitted)
    if not (fitted.lines or untold):
        raise Refused(fact("measuring.none_yet"), fact("measuring.take_one"))
    made = document
    for each in corrections(document, fitted):
        mass, x, y, z = each.likely.tolist()
        made = correct_part(made, each.part, mass, (x, y, z))
    for known in untold:
        made = made.changed(stated=stated_without(made.stated, known.part))
    of_bench = {each.id for each in document.measured}
    by_hand = [each for each in document.readings if each.id not in of_bench]
    try:
        told = _readings(fitted)
    except ValidationError as error:  # a straight line so steep that it tells nothing
        raise refused_by(error) from error
    return made.changed(readings=(*by_hand, *told)[-MOST_READINGS:])


def _readings(fitted: Fitted) -> tuple[Reading, ...]:
    found = []
    for number, line in enumerate(fitted.lines):
        slopes = fitted.slopes[number].reshape(-1, 4)
        terms = tuple(
            Term(part=part_id, by_mass=float(row[0]), by_place=(float(row[1]), float(row[2]), float(row[3])))
            for part_id, row in zip(fitted.ids, slopes, strict=True)
            if np.abs(row).max() > LEAST_SLOPE
        )
        says = line.said - line.fitted + float((slopes * fitted.likely).sum())
        each = line.measured
        found.append(Reading(id=each.id, text=each.what[:200], sd_m=each.sd, terms=terms, says_m=says))
    return tuple(found)
