"""An outing as it is written: what the rig asked of the body, its marks and its batteries are taken from the setup."""

from __future__ import annotations

import math
from collections.abc import Iterator
from datetime import date

from equilix.analysis import Analysis
from equilix.body.outings import Bore, Charged, Outing, UsedMark

LEAST_TRAVEL_M = 0.0005
"""What cannot be slid by more has no mark."""


def outing_today(analysis: Analysis, day: date, operator_id: str | None) -> Outing:
    """An outing with a setup, as that is now; how long and how it felt is still to be told."""
    return Outing(
        id=f"{day.isoformat()}-{analysis.setup.id}"[:80], day=day.isoformat(), operator=operator_id,
        setup=analysis.setup.name[:200], way=analysis.way.name, mass_kg=analysis.mass.mass_kg,
        bore=tuple(_bore(analysis)), marks=tuple(_marks(analysis))[:200], batteries=tuple(_batteries(analysis))[:50],
    )  # fmt: skip


def _bore(analysis: Analysis) -> Iterator[Bore]:
    for effort in analysis.efforts:
        own = analysis.operator.own(effort.joint)
        if math.isfinite(effort.share) and effort.share > 0 and own > 0:
            yield Bore(joint=effort.joint, side=effort.side, load=effort.share * own)


def _marks(analysis: Analysis) -> Iterator[UsedMark]:
    assembly = analysis.assembly
    for row, key in enumerate(assembly.ids):
        seat = assembly.seats[row]
        if seat is not None and seat.track is not None and seat.track.to_m - seat.track.from_m > LEAST_TRAVEL_M:
            at = seat.track.scale_zero_m + analysis.setup.by_id[key].slide_m
            yield UsedMark(name=assembly.parts[row].name, at_m=at)


def _batteries(analysis: Analysis) -> Iterator[Charged]:
    seen = set()
    for part in analysis.assembly.parts:
        if part.energy_wh > 0 and part.id not in seen:
            seen.add(part.id)
            yield Charged(part=part.id, name=part.name)
