"""Setups and their cables as tables, which :mod:`equilix.exchange.setup_lines` reads again."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from typing import Final

import numpy as np

from equilix.document import Document
from equilix.exchange.ods import number_text
from equilix.exchange.tables import CABLE_HEADS, DIGITS, SETUP_HEADS, Cells, thousandfold
from equilix.rig.kinematics import Assembly, assemble
from equilix.rig.seats import Seat
from equilix.rig.setups import Placement, Setup

BENDS_BETWEEN: Final = " / "


def setup_rows(document: Document, setups: Sequence[Setup]) -> Cells:
    """Setups, a row for each placement; how a setup is carried stands in its first row."""
    yield SETUP_HEADS
    names = Counter(part.name for part in document.parts)
    for setup in setups:
        assembly = assemble(setup, document.parts_by_id)
        bearer = document.parts_by_id.get(setup.borne_by or "")
        carried: tuple[str, str] = (setup.carry, "" if bearer is None else bearer.name)
        for row, key in enumerate(assembly.ids):
            yield (setup.name, key, *_placed(assembly, row, setup.by_id[key], names, carried))
            carried = "", ""


def _placed(
    assembly: Assembly, row: int, placement: Placement, names: Counter[str], carried: tuple[str, str]
) -> Iterator[str | float]:
    part, seat = assembly.parts[row], assembly.seats[row]
    yield part.name if names[part.name] == 1 else part.id
    yield placement.parent or ""
    yield placement.point or ""
    yield slide_mm(placement, seat)
    yield _degrees(placement.turn_rad) if placement.turn_rad else ""
    yield thousandfold(placement.extension_m) if placement.extension_m else ""
    yield thousandfold(part.mass_kg)
    yield "" if part.price is None else part.price
    yield from carried
    yield placement.by or ""
    yield BENDS_BETWEEN.join(number_text(_degrees(each)) for each in placement.pivots_rad)
    if placement.pose is None:
        yield from [""] * 6
    else:
        yield from map(thousandfold, placement.pose.position_m)
        yield from map(_degrees, placement.pose.angles_rad)
    yield _yes(placement.pinned)


def cable_rows(setups: Sequence[Setup]) -> Cells:
    """The cables of setups, a row for each."""
    yield CABLE_HEADS
    for setup in setups:
        for cable in setup.cables:
            mass = "" if cable.mass_kg is None else thousandfold(cable.mass_kg)
            sockets = (cable.output or "", cable.input or "", cable.from_socket or "", cable.to_socket or "")
            ends = (cable.id, cable.name, cable.start, cable.end)
            figures = (thousandfold(cable.length_m), mass, cable.gauge)
            yield (setup.name, *ends, *sockets, cable.label, *figures, _yes(cable.adapts), cable.stiffness_nm_per_rad)


def slide_mm(placement: Placement, seat: Seat | None) -> str | float:
    """Its mark as the scale of its track reads, mm; nothing for what has no track."""
    track = None if seat is None else seat.track
    return "" if track is None else thousandfold(track.scale_zero_m + placement.slide_m)


def _yes(true: bool) -> str:
    return "yes" if true else ""


def _degrees(rad: float) -> float:
    return round(float(np.degrees(rad)), DIGITS)
