"""A table whose first row says what stands in each column, read row by row; what cannot be read is kept with why."""

from __future__ import annotations

import csv
import io
from collections.abc import Callable, Iterator, Sequence
from pathlib import Path
from typing import Final, TypeVar

from msgspec import Struct
from pydantic_core import ValidationError

from equilix.errors import Invalid, Refused
from equilix.exchange.lines import text_of
from equilix.exchange.tables import meant
from equilix.facts import Sayable, fact, listed
from equilix.model import problem_of

Told = dict[str, str]
"""A row: by the heads of its columns, in small letters, what stands there."""
Thing = TypeVar("Thing")
MOST_TOLD: Final = 5


class Unread(Struct, frozen=True):
    """What could not be taken: which row or which event, and why."""

    row: Sayable
    said: Sayable


def typed_rows(path: Path, needed: Sequence[str], most: int, no_table: str) -> Iterator[tuple[int, Told]]:
    """The rows that are not empty, with their numbers from 1, the heads counted; no more than ``most``.

    Raises :class:`~equilix.errors.Refused`, worded by ``no_table``, where a column that is needed is not there, and
    where the file cannot be read at all.
    """
    text = text_of(path)
    delimiter = max(";,\t", key=text.partition("\n")[0].count)
    try:
        rows = list(csv.reader(io.StringIO(text), delimiter=delimiter))[: most + 1]
    except csv.Error as error:
        raise Refused(fact(no_table, file=path.name), fact("tables.heads", heads=listed(needed))) from error
    heads = [cell.strip().casefold() for cell in rows[0]] if rows else []
    if any(need not in heads for need in needed):
        raise Refused(fact(no_table, file=path.name), fact("tables.heads", heads=listed(needed)))
    for number, cells in enumerate(rows[1:], start=2):
        if any(cell.strip() for cell in cells):
            yield number, {head: meant(cell).strip() for head, cell in zip(heads, cells, strict=False)}


def made_of(make: Callable[[], Thing]) -> Thing:
    """What is made of a row. Raises :class:`~equilix.errors.Invalid` that names the field which cannot be so."""
    try:
        return make()
    except ValidationError as error:
        first = error.errors()[0]
        where, problem = ".".join(map(str, first["loc"])), problem_of(first)
        raise Invalid(fact("tables.in_field", field=where, problem=problem) if where else problem) from error


def figure(text: str, head: str) -> float:
    """A number, with a point or a comma. Raises :class:`~equilix.errors.Invalid`."""
    try:
        return float(text.replace(",", "."))
    except ValueError:
        raise Invalid(fact("tables.no_number", text=text, head=head)) from None


def figure_in(told: Told, head: str, usual: float = 0.0) -> float:
    """The number in a column; ``usual`` where nothing stands there."""
    return figure(told[head], head) if told.get(head) else usual


def row_named(number: int) -> Sayable:
    """Which row."""
    return fact("tables.row", row=number)


def problem_words(unread: Sequence[Unread]) -> Sayable:
    """What could not be taken, one after the other."""
    return listed((fact("tables.unread", row=each.row, problem=each.said) for each in unread[:MOST_TOLD]), "semicolon")
