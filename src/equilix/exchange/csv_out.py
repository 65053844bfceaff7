"""Kit and setups as tables for spreadsheets: units in the heads, a point before decimals, nothing that is a formula."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence
from typing import Final

import numpy as np

from equilix.document import Document
from equilix.exchange.tables import KIT_HEADS, SETUP_HEADS
from equilix.kit.parts import Part
from equilix.rig.kinematics import assemble
from equilix.rig.setups import Setup

FORMULA: Final = ("=", "+", "-", "@", "\t", "\r")
"""What a spreadsheet would take for a formula begins so: it gets a mark before it that makes it text."""


def kit_csv(parts: Sequence[Part]) -> str:
    """The kit, a line for each part."""
    return _table(KIT_HEADS, (_part(part) for part in parts))


def setups_csv(document: Document, setups: Sequence[Setup]) -> str:
    """Setups, a line for each placement."""
    rows = []
    for setup in setups:
        assembly = assemble(setup, document.parts_by_id)
        for row, key in enumerate(assembly.ids):
            placement, part, seat = setup.by_id[key], assembly.parts[row], assembly.seats[row]
            on = "" if placement.parent is None else assembly.parts[assembly.index[placement.parent]].name
            slide = (
                ""
                if seat is None or seat.track is None
                else _number(1000 * (seat.track.scale_zero_m + placement.slide_m))
            )
            turn = _number(float(np.degrees(placement.turn_rad))) if placement.turn_rad else ""
            out = _number(1000 * placement.extension_m) if placement.extension_m else ""
            price = "" if part.price is None else _number(part.price)
            rows.append((setup.name, key, part.name, on, placement.point or "", slide, turn, out,
                         _number(1000 * part.mass_kg), price))  # fmt: skip
    return _table(SETUP_HEADS, rows)


def _part(part: Part) -> tuple[str, ...]:
    body = part.body()
    sizes = (_number(1000 * float(each)) for each in body.high_m - body.low_m)
    price = "" if part.price is None else _number(part.price)
    energy = _number(part.energy_wh) if part.energy_wh else ""
    return part.name, part.kind, _number(1000 * part.mass_kg), *sizes, str(part.quantity), energy, price, part.mass_how


def _number(value: float) -> str:
    """With a point, and never three digits behind it, which could be thousands."""
    text = f"{value:.4f}".rstrip("0").rstrip(".")
    whole, _, part = text.partition(".")
    return f"{whole}.{part}0" if len(part) == 3 else text if text != "-0" else "0"


def _harmless(cell: str) -> str:
    return f"'{cell}" if cell.startswith(FORMULA) and not _is_number(cell) else cell


def _is_number(cell: str) -> bool:
    try:
        float(cell)
    except ValueError:
        return False
    return True


def _table(heads: Sequence[str], rows: Iterable[Sequence[str]]) -> str:
    text = io.StringIO()
    writer = csv.writer(text, delimiter=";", lineterminator="\n")
    writer.writerow(heads)
    for row in rows:
        writer.writerow([_harmless(cell) for cell in row])
    return text.getvalue()
