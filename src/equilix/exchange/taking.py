"""Lines and tables into a document: parts into its kit, rows of setups and cables into its setups, in one go."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec import structs

from equilix.document import Document
from equilix.edits.taking import take_parts
from equilix.exchange.lines import Line, Told
from equilix.exchange.setup_lines import Placed, set_up
from equilix.exchange.tables import Row, Unread

Settled = Told | Unread | Placed
"""What a line becomes in a document."""


def take_lines(document: Document, lines: Sequence[Line]) -> tuple[Document, tuple[Settled, ...]]:
    """The document with all that lines tell, and what became of each, in their order.

    Of parts that stand over setups, those that the kit has by name are left as they are. Raises
    :class:`~equilix.errors.Refused` where there is no room for the others.
    """
    rows = [line for line in lines if isinstance(line, Row)]
    there = {part.name.casefold() for part in document.parts} if rows else set()
    told = [structs.replace(line, there=line.part.name.casefold() in there) for line in lines if isinstance(line, Told)]
    document, _ = take_parts(document, [line.part for line in told if not line.there])
    document, placed = set_up(document, rows)
    unread = [line for line in lines if isinstance(line, Unread)]
    return document, tuple(sorted((*told, *placed, *unread), key=lambda line: line.number))


def left_over(text: str, lines: Sequence[Settled]) -> str:
    """The text without the lines that have been taken: the heads of a table, and what could not be read."""
    told = {line.number for line in lines if not isinstance(line, Unread)}
    return "\n".join(each for count, each in enumerate(text.splitlines(), start=1) if count not in told)
