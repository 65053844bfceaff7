"""What was read off a real rig: a value that ties the data of several parts together."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated

import numpy as np

from equilix.kit.parts import Part
from equilix.model import Identifier, Model, field
from equilix.schema import Limits

Slope = Annotated[float, Limits(ge=-1e4, le=1e4)]


class Term(Model):
    """How the value goes with one part: metres for each kg of its mass, and for each metre of its CG (part frame)."""

    part: Identifier
    by_mass: Slope = 0.0
    by_place: tuple[Slope, Slope, Slope] = (0.0, 0.0, 0.0)


class Reading(Model):
    """One reading, as it was taken into the data: its words, its standard uncertainty, and what it depends on.

    A mass that was read counts as a moment on a lever of one metre, so that all are told in metres.

    The parts' masses and CGs have been moved to their likeliest values; their uncertainties are those from before any
    reading, and this is what narrows them together. It is dropped when one of its parts is measured anew.
    """

    id: Identifier
    text: Annotated[str, Limits(max_length=200)] = ""
    sd_m: Annotated[float, Limits(gt=0.0, le=10.0)]
    terms: Annotated[tuple[Term, ...], Limits(max_length=1000)] = ()
    says_m: Annotated[float, Limits(ge=-1e4, le=1e4)] | None = field(
        default=None, description="What the terms sum to, as it was read; what the data gave then if absent."
    )

    def sum_of(self, parts: Mapping[str, Part]) -> float:
        """What the terms sum to with the data of these parts, m; of a part that is not there nothing."""
        found = 0.0
        for term in self.terms:
            if term.part in parts:
                body = parts[term.part].body()
                found += term.by_mass * body.mass_kg + float(np.dot(term.by_place, body.cg_m))
        return found
