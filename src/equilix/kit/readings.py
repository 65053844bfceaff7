"""What was read off a real rig: a value that ties the data of several parts together."""

from __future__ import annotations

from typing import Annotated

from equilix.model import Identifier, Model
from equilix.schema import Limits

Slope = Annotated[float, Limits(ge=-1e4, le=1e4)]


class Term(Model):
    """How the value goes with one part: metres for each kg of its mass, and for each metre of its CG (part frame)."""

    part: Identifier
    by_mass: Slope = 0.0
    by_place: tuple[Slope, Slope, Slope] = (0.0, 0.0, 0.0)


class Reading(Model):
    """One reading, as it was taken into the data: its words, its standard uncertainty, and what it depends on.

    The parts' masses and CGs have been moved to their likeliest values; their uncertainties are those from before any
    reading, and this is what narrows them together. It is dropped when one of its parts is measured anew.
    """

    id: Identifier
    text: Annotated[str, Limits(max_length=200)] = ""
    sd_m: Annotated[float, Limits(gt=0.0, le=10.0)]
    terms: Annotated[tuple[Term, ...], Limits(max_length=1000)] = ()
