"""The lens table for other programs and for the terminal."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final

from equilix.change.cell_words import cell_words, mark_words
from equilix.change.lens_table import Cell, Column
from equilix.change.summary import Summary, table
from equilix.document import Document
from equilix.facts import fact
from equilix.rig.setups import Setup
from equilix.units import Display
from equilix.words.telling import begun, tell

LENSES_VERSION: Final = 1
Table = list[tuple[Column, list[Cell], Summary]]


def lens_table(document: Document, setups: Sequence[Setup]) -> Table:
    """Every column with its cells and what they come to."""
    found: Table = []
    column, cells = None, list[Cell]()
    for each in table(document, setups):
        if isinstance(each, Column):
            column, cells = each, []
        elif isinstance(each, Cell):
            cells.append(each)
        elif column is not None:
            found.append((column, cells, each))
    return found


def lenses_report(document: Document, found: Table, display: Display) -> dict[str, Any]:
    """The table as plain JSON values; texts in the units of ``display``."""
    return {
        "lenses": "equilix", "lenses_version": LENSES_VERSION,
        "setups": [
            {
                "setup": column.setup.id, "name": column.setup.name,
                "slid": None if column.plate is None else column.plate.slide.placement,
                "said": tell(summary.headline, display),
                "more": [tell(each, display) for each in summary.more],
                "marks": [{"reads_m": each.reads_m, "lenses": list(each.lenses)} for each in summary.right],
                "marks_that_hold": [{"reads_m": each.reads_m, "lenses": list(each.lenses)} for each in summary.holds],
                "way_needed_m": None if summary.needs is None else summary.needs.length_m,
                "cells": [_cell(document, cell, display) for cell in cells],
            }
            for column, cells, summary in found
        ],
    }  # fmt: skip


def _cell(document: Document, cell: Cell, display: Display) -> dict[str, Any]:
    mark, left = cell.mark, cell.left
    said = [tell(each, display) for each in cell_words(document, cell)]
    if mark is None or left is None:
        return {"lens": cell.lens, "reads_m": None, "balances": False, "said": said}
    return {
        "lens": cell.lens, "reads_m": mark.reads_m, "slide_m": mark.slide_m, "balances": cell.reached,
        "short_m": mark.short_m, "left_m": left.value_m, "left_sd_m": left.sd_m,
        "also": [{"slid": each.placement, "reads_m": each.reads_m} for each in cell.also],
        "others": [tell(each.balance.key) for each in cell.others], "strikes": list(cell.strikes), "said": said,
    }  # fmt: skip


def lenses_text(document: Document, found: Table, display: Display) -> str:
    """The table for a person at a terminal: a block for each setup, a line for each lens."""
    lines: list[str] = []
    wide = max((len(part.name) for part in document.lenses), default=0)
    for column, cells, summary in found:
        lines += [tell(fact("lenses.headline", setup=column.setup.name, said=summary.headline), display)]
        for cell in cells:
            if summary.only:
                break
            name = begun(document.parts_by_id[cell.lens].name).ljust(wide)
            sign = "●" if cell.reached else "▲"
            at = tell(mark_words(cell), display) if cell.mark is not None else ""
            more = [tell(each, display) for each in cell_words(document, cell)]
            lines.append(f"  {name}  {sign} {'; '.join(piece for piece in (at, *more) if piece)}")
        lines += [f"  {tell(each, display)}" for each in summary.more]
        lines.append("")
    return "\n".join(lines).rstrip()
