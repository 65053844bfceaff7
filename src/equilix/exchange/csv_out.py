"""Kit and setups as tables for spreadsheets: units in the heads, a point before decimals, nothing that is a formula."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from typing import Final

import numpy as np

from equilix.document import Document
from equilix.edits.shape import size_of
from equilix.exchange.ods import number_text
from equilix.exchange.tables import KIT_HEADS, SETUP_HEADS, Cells
from equilix.kit.parts import Part
from equilix.rig.kinematics import assemble
from equilix.rig.setups import Setup

FORMULA: Final = ("=", "+", "-", "@", "\t", "\r")
"""What a spreadsheet would take for a formula begins so: it gets a mark before it that makes it text."""


def kit_rows(parts: Sequence[Part]) -> Cells:
    """The kit, a row for each part, as :mod:`equilix.exchange.tables` reads it again."""
    yield KIT_HEADS
    for part in parts:
        sizes = (_round(1000 * float(each)) for each in size_of(part))
        price = "" if part.price is None else part.price
        mass = _round(1000 * part.mass_kg)
        yield part.name, part.kind, mass, *sizes, part.quantity, part.energy_wh or "", price, part.mass_how


def setup_rows(document: Document, setups: Sequence[Setup]) -> Cells:
    """Setups, a row for each placement."""
    yield SETUP_HEADS
    for setup in setups:
        assembly = assemble(setup, document.parts_by_id)
        for row, key in enumerate(assembly.ids):
            placement, part, seat = setup.by_id[key], assembly.parts[row], assembly.seats[row]
            on = "" if placement.parent is None else assembly.parts[assembly.index[placement.parent]].name
            track = None if seat is None else seat.track
            slide = "" if track is None else _round(1000 * (track.scale_zero_m + placement.slide_m))
            turn = _round(float(np.degrees(placement.turn_rad))) if placement.turn_rad else ""
            out = _round(1000 * placement.extension_m) if placement.extension_m else ""
            price = "" if part.price is None else part.price
            mass = _round(1000 * part.mass_kg)
            yield setup.name, key, part.name, on, placement.point or "", slide, turn, out, mass, price


def as_csv(rows: Cells) -> str:
    """Cells parted by semicolons, as a spreadsheet takes them where a comma stands before decimals too."""
    text = io.StringIO()
    writer = csv.writer(text, delimiter=";", lineterminator="\n")
    for row in rows:
        writer.writerow([_harmless(cell) if isinstance(cell, str) else number_text(cell) for cell in row])
    return text.getvalue()


def _round(value: float) -> float:
    """Without what arithmetic leaves behind the fourth digit."""
    return round(value, 4)


def _harmless(cell: str) -> str:
    return f"'{cell}" if cell.startswith(FORMULA) else cell
