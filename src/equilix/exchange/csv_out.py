"""The kit as a table for spreadsheets, and tables as text: a point before decimals, nothing that is a formula."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence

from equilix.exchange.ods import number_text
from equilix.exchange.tables import KIT_HEADS, Cells, harmless, thousandfold
from equilix.kit.measuring import size_of
from equilix.kit.parts import Part


def kit_rows(parts: Sequence[Part]) -> Cells:
    """The kit, a row for each part, as :mod:`equilix.exchange.lines` reads it again."""
    yield KIT_HEADS
    for part in parts:
        sizes = (thousandfold(float(each)) for each in size_of(part))
        price = "" if part.price is None else part.price
        mass = thousandfold(part.mass_kg)
        yield part.name, part.kind, mass, *sizes, part.quantity, part.energy_wh or "", price, part.mass_how


def as_csv(rows: Cells) -> str:
    """Cells parted by semicolons, as a spreadsheet takes them where a comma stands before decimals too."""
    text = io.StringIO()
    writer = csv.writer(text, delimiter=";", lineterminator="\n")
    for row in rows:
        writer.writerow([harmless(cell) if isinstance(cell, str) else number_text(cell) for cell in row])
    return text.getvalue()
