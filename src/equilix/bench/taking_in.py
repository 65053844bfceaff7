"""What all readings together say, taken into the data: one edit. Nothing is corrected before somebody asks for it."""

from __future__ import annotations

from typing import Final

import numpy as np
from pydantic_core import ValidationError

from equilix.bench.fit import Fitted, fit
from equilix.document import MOST_READINGS, Document
from equilix.edits.kit import stated_without
from equilix.edits.measuring import correct_part
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.readings import Reading, Term

LEAST_SLOPE: Final = 1e-12
LEAST_KG, LEAST_M = 1e-6, 1e-6
"""Less is not worth a change of the data."""


def fit_all(document: Document) -> Fitted:
    """Everything that was read of this kit and is said of its parts, fitted together."""
    return fit(document.parts_by_id, document.measured, document.stated, document.readings)


def take_in(document: Document, fitted: Fitted) -> Document:
    """Put the parts at their likeliest values, and keep the readings that narrow their doubt.

    A part of which nothing is read any more goes back to what was stated. Refused where there is nothing to do.

    A reading is kept as a straight line through the likeliest data: a mass that was read counts as a moment on a lever
    of one metre, an angle, a time or a moment as so many metres.
    """
    untold = [each for each in document.stated if each.part not in fitted.ids]
    if not (fitted.lines or untold):
        raise Refused(fact("measuring.none_yet"), fact("measuring.take_one"))
    made = document
    for each in untold:  # what was read of it is forgotten: it is again what was stated
        made = correct_part(made, each.part, each.mass_kg, each.cg_m)
        made = made.changed(stated=stated_without(made.stated, each.part))
    for part_id, data in zip(fitted.ids, fitted.likely, strict=True):
        body = document.parts_by_id[part_id].body()
        now = np.array((body.mass_kg, *body.cg_m))
        if abs(data[0] - now[0]) > LEAST_KG or np.abs(data[1:] - now[1:]).max() > LEAST_M:
            x, y, z = data[1:].tolist()
            made = correct_part(made, part_id, float(data[0]), (x, y, z))
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
