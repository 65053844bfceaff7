"""Spreadsheets in the open format (OpenDocument): written with numbers as numbers, read as lines of cells with tabs.

The library that does both is loaded when the first spreadsheet is read or written.
"""

from __future__ import annotations

import csv
import io
import zipfile
from collections.abc import Mapping
from decimal import Decimal
from pathlib import Path
from typing import TYPE_CHECKING, Any, Final

from equilix.errors import Refused
from equilix.exchange.tables import SHEETS, Cells
from equilix.facts import fact, grouped

if TYPE_CHECKING:
    from odfdo import Table

SUFFIX: Final = ".ods"
MOST_BYTES: Final = 40_000_000
"""Unpacked; a kit of 500 parts has a hundredth of it."""
MOST_CELLS: Final = 20_000
"""Of one sheet."""


def written(sheets: Mapping[str, Cells]) -> bytes:
    """A spreadsheet with a sheet for each table; no cell is a formula."""
    from odfdo import Document, Row, Table

    book = Document("ods")
    book.body.clear()
    for name, rows in sheets.items():
        table = Table(name)
        for cells in rows:
            row = Row()
            row.set_values([None if cell == "" else cell for cell in cells])
            table.append_row(row)
        book.body.append(table)
    target = io.BytesIO()
    book.save(target)
    return target.getvalue()


def ods_text(path: Path) -> str:
    """The first sheet as lines, the cells of each parted by tabs, and those of ours that follow it, an empty line each.

    Raises :class:`Refused` with what is wrong.
    """
    try:
        with zipfile.ZipFile(path) as packed:
            size = sum(each.file_size for each in packed.infolist())
    except OSError as error:
        why = fact("cli.cannot_read", file=path.name, why=error.strerror or str(error))
        raise Refused(why, fact("cli.name_another_file")) from error
    except zipfile.BadZipFile as error:
        raise _broken(path) from error
    if size > MOST_BYTES:
        raise Refused(fact("ods.too_large", file=path.name, size=grouped(size / 1e6)), fact("ods.leave_lines"))
    text = io.StringIO()
    writer = csv.writer(text, delimiter="\t", lineterminator="\n")
    for number, values in enumerate(_values(path)):
        if number:
            text.write("\n")
        writer.writerows([_text(cell) for cell in row] for row in values)
    return text.getvalue()


def _values(path: Path) -> list[list[list[Any]]]:
    """The cells of the sheets that are read, by rows."""
    from odfdo import Document

    try:
        tables = Document(path).body.tables
        if not tables:
            raise _broken(path)
        return [_cells(path, table) for number, table in enumerate(tables) if number == 0 or table.name in SHEETS]
    except Refused:
        raise
    except Exception as error:  # what a broken file makes the library raise is anything
        raise _broken(path) from error


def _cells(path: Path, table: Table) -> list[list[Any]]:
    table.rstrip(aggressive=True)  # a sheet is often said to be a million empty rows long
    wide, high = table.size
    if wide * high > MOST_CELLS:
        raise Refused(fact("ods.too_many", file=path.name, most=grouped(MOST_CELLS)), fact("ods.leave_lines"))
    values: list[list[Any]] = table.get_values()
    return values


def _broken(path: Path) -> Refused:
    return Refused(fact("ods.broken", file=path.name), fact("ods.save_again"))


def _text(cell: Any) -> str:
    """As it would be typed: numbers with a point, and no more than three thousandths, which could part thousands."""
    if cell is None:
        return ""
    if isinstance(cell, Decimal | float) and not isinstance(cell, bool):
        return number_text(float(cell))
    return " ".join(str(cell).split())


def number_text(value: float) -> str:
    """With a point, and never three digits behind it, which could be thousands."""
    text = f"{value:.4f}".rstrip("0").rstrip(".")
    whole, _, part = text.partition(".")
    return f"{whole}.{part}0" if len(part) == 3 else text if text != "-0" else "0"
