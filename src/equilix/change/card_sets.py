"""Which cards are wanted: of setups as they stand, or of one setup with every lens on its marks."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from msgspec.structs import replace

from equilix.analysis import analyse
from equilix.change.cards import Card, card_of
from equilix.change.lens_table import Column, cell_of, column_of
from equilix.document import Document
from equilix.errors import Called, going_on, never
from equilix.result import Result
from equilix.rig.setups import Setup


def setup_cards(document: Document, setups: Sequence[Setup], called_off: Called = never) -> Iterator[Card]:
    """A card for each setup as it stands. Raises :class:`~equilix.errors.Cancelled`."""
    for setup in going_on(setups, called_off):
        yield card_of(document, Result(analyse(document, setup)), _first(column_of(document, setup)))


def lens_cards(document: Document, setup: Setup, called_off: Called = never) -> Iterator[Card]:
    """A card for each lens that gets its balance on a setup, with everything on its marks."""
    column = column_of(document, setup)
    for lens in going_on(document.lenses, called_off):
        cell = cell_of(document, column, lens.id)
        if cell.after is not None and cell.reached:
            card = card_of(document, Result(cell.after), _first(column))
            yield replace(card, title=f"{setup.name}, {lens.name}")


def _first(column: Column) -> tuple[str, ...]:
    plate = () if column.plate is None else (column.plate.slide.placement,)
    return (*plate, *(key for _, key in column.helpers))
