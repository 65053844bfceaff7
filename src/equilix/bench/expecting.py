"""What the data say that a reading should be, before it is taken, and how sure they are."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

from msgspec import Struct

from equilix.bench.fit import fit, slopes_of, wholes_of
from equilix.bench.methods import Asked, Method, less_than_a_part, too_little
from equilix.bench.sorts import SORTS, predicted
from equilix.bench.subjects import Subject
from equilix.bench.whole import data_of, properties, whole_of
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.document import Document
from equilix.errors import Refused
from equilix.facts import fact, length
from equilix.kit.measured import Measured
from equilix.kit.solids import AXES
from equilix.mechanics.mass_properties import MassProperties

LEAST_ABOVE_M: Final = 0.01
"""By less the data may be wrong."""


class Expected(Struct, frozen=True):
    """What a reading should say, its standard uncertainty from the data alone, in its own unit."""

    value: float
    sd: float

    def off(self, measured: Measured) -> float:
        """How far what was read is from it, in standard uncertainties of both."""
        return (measured.value - self.value) / math.hypot(self.sd, measured.sd)


def expected(document: Document, measured: Sequence[Measured]) -> tuple[Expected, ...]:
    """What each reading should say with all that is known now."""
    ids = tuple(dict.fromkeys(piece.part for each in measured for piece in each.pieces))
    fitted = fit(document.parts_by_id, document.measured, document.stated, document.readings, also=ids)
    data = data_of(document.parts_by_id[each] for each in fitted.ids)
    wholes = wholes_of(measured, document.parts_by_id, fitted.ids)
    rows = slopes_of(measured, wholes, data)
    return tuple(
        Expected(predicted(each, whole.at(data)), math.sqrt(fitted.variance(row)[1]))
        for each, whole, row in zip(measured, wholes, rows, strict=True)
    )


class Inertia(Struct, frozen=True):
    """What two wires say, kg·m² about an axis through the CG; what the data have; the radius of gyration, m."""

    measured: float
    sd: float
    data: float
    gyration_m: float


def inertia_of(document: Document, measured: Measured) -> Inertia:
    """The inertia that a period on two wires tells: ``I = m g d² T² / (16 π² L)``, with the mass as it is known."""
    body = _body(document, measured)
    k = AXES.index(measured.axis)
    square = (measured.apart_m * measured.value / (4 * math.pi)) ** 2 * STANDARD_GRAVITY_M_S2 / measured.wire_m
    found = body.mass_kg * square
    return Inertia(found, 2 * found * measured.sd / measured.value, float(body.inertia_kg_m2[k, k]), math.sqrt(square))


def taken(document: Document, method: Method, subject: Subject, asked: Asked) -> tuple[Measured, ...]:
    """The readings that the answers make, the doubt of a tilt in theirs. Raises :class:`Refused`."""
    made = method.make(subject, asked)
    _check(document, made)
    if all(ask.key != "tilt" for ask in method.asks):
        return made
    share = math.sqrt(len(made)) * asked.sd("tilt", SORTS["hang"].usual_sd)
    return tuple(each.changed(sd=math.hypot(each.sd, share * _by_tilt(document, each))) for each in made)


def _by_tilt(document: Document, measured: Measured) -> float:
    """How much a reading goes with its tilt, for each radian, by the data as they are.

    With a wrong tilt two scales err by as much, one up and one down: each has √2 of it, as with a wrong place.
    """
    ids = tuple(dict.fromkeys(piece.part for piece in measured.pieces))
    whole = whole_of(measured, document.parts_by_id, ids).at(data_of(document.parts_by_id[each] for each in ids))
    more, less = (predicted(measured.changed(tilt_rad=measured.tilt_rad + by), whole) for by in (_STEP, -_STEP))
    return abs(more - less) / (2 * _STEP)


_STEP: Final = 1e-5


def _check(document: Document, made: Sequence[Measured]) -> None:
    """Readings that cannot be of what they are said to be of. Raises :class:`Refused`."""
    heaviest = less_than_a_part(made, {part.id: part.mass_kg for part in document.parts})
    if heaviest is not None:
        part = document.parts_by_id[heaviest]
        raise too_little(part.name, sum(each.value for each in made), part.mass_kg)
    for each in made:
        _check_hangs(document, each)


def _check_hangs(document: Document, measured: Measured) -> None:
    """What hangs or drops has its centre of gravity below the point. Raises :class:`Refused` where it has not."""
    if measured.sort in ("hang", "drop"):
        above = float(_body(document, measured).cg_m[2]) - measured.point_m[2]
        if above > LEAST_ABOVE_M:
            raise Refused(fact("measuring.tips_over", above=length(above)), fact("measuring.higher_point"))


def _body(document: Document, measured: Measured) -> MassProperties:
    ids = tuple(dict.fromkeys(piece.part for piece in measured.pieces))
    data = data_of(document.parts_by_id[each] for each in ids)
    return properties(whole_of(measured, document.parts_by_id, ids).at(data))
