"""The shelf's file that ships with the program, a person's own beside it, and what stands in both.

Both are tables as :mod:`equilix.exchange.tables` reads them, so that either can be opened, added to and handed on with
any spreadsheet. What stands there is typical: its mass is known to 15 % where nothing else is said.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from functools import cache
from importlib.resources import files
from pathlib import Path
from typing import Final

from msgspec import Struct

from equilix.errors import Refused
from equilix.exchange.lines import MOST_LINES, Line, Told, parts_of, read_lines, text_of
from equilix.exchange.tables import SHELF_HEADS, Unread
from equilix.facts import fact, number
from equilix.kit.parts import Part
from equilix.store.saving import write_atomically
from equilix.store.state import state_folder

OWN: Final = "shelf.csv"


class Shelf(Struct, frozen=True):
    """What stands on the shelf, one's own first; and the lines of one's own that tell nothing."""

    items: tuple[Told, ...]
    wrong: tuple[Unread, ...]


@cache
def shipped() -> tuple[Told, ...]:
    """What ships with the program. Raises ``ValueError`` for a line that tells no part: a test reads it."""
    return _all_told(read_lines(files("equilix.resources").joinpath("shelf.csv").read_text("utf-8"), "estimated"))


def _all_told(lines: Sequence[Line]) -> tuple[Told, ...]:
    told = tuple(line for line in lines if isinstance(line, Told))
    if len(told) != len(lines):
        raise ValueError("a line of the shelf tells no part")
    return told


def own_file() -> Path:
    """Where one's own shelf is kept."""
    return state_folder() / OWN


def read_shelf(own: Path | None = None) -> Shelf:
    """The whole shelf; ``own``: another file than the usual one. A file that is not there is an empty one.

    Raises :class:`Refused` for a file that cannot be read at all.
    """
    path = own_file() if own is None else own
    lines = parts_of(read_lines(text_of(path), "estimated")) if own is not None or path.exists() else ()
    told = tuple(line for line in lines if isinstance(line, Told))
    return Shelf((*told, *shipped()), tuple(line for line in lines if isinstance(line, Unread)))


def put_on_own(parts: Sequence[Part], path: Path | None = None) -> Path:
    """Add parts to one's own shelf, each as a line; what stands there stays as it is, and once. Returns the file.

    Raises :class:`Refused` where the file cannot be read or is full; errors of writing as saving raises them.
    """
    path = own_file() if path is None else path
    before = text_of(path) if path.exists() else ""
    there = set(before.splitlines())
    rows = [row for row in dict.fromkeys(_line(part) for part in parts) if row not in there]
    count = len(before.splitlines()) + len(rows)
    if count > MOST_LINES:
        raise Refused(fact("lines.too_many", count=number(count)), fact("lines.most", most=number(MOST_LINES)))
    if not before.strip():
        rows.insert(0, _joined(SHELF_HEADS))
    path.parent.mkdir(parents=True, exist_ok=True)
    start = before if not before or before.endswith("\n") else f"{before}\n"
    write_atomically("".join((start, *(f"{row}\n" for row in rows))).encode(), path)
    return path


def _joined(cells: Sequence[str]) -> str:
    written = io.StringIO()
    csv.writer(written, delimiter=";", lineterminator="").writerow(cells)
    return written.getvalue()


def _line(part: Part) -> str:
    """A part as it stands on a shelf."""
    return _joined([" ".join(cell.split()) for cell in _cells(part)])


def _cells(part: Part) -> tuple[str, ...]:
    """The cells of a part under :data:`SHELF_HEADS`."""
    body = part.body()
    size = (f"{1000 * float(each):.1f}" for each in body.high_m - body.low_m)
    watts = part.electric.draw.record if part.electric is not None else 0.0
    return (
        part.name, part.kind, f"{1000 * part.mass_kg:g}", *size, _told(part.energy_wh), _told(watts),
        _told(1000 * part.focal_m if part.focal_m else 0.0), "", "", part.mass_how,
    )  # fmt: skip


def _told(value: float) -> str:
    return f"{value:g}" if value else ""
