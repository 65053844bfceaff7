"""Minutes between all setups, and which of two candidates makes the day's conversions shortest."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from equilix.change.conversion.conversion import minutes_between
from equilix.document import Document
from equilix.errors import Called, going_on, never


def all_minutes(document: Document, called_off: Called = never) -> Iterator[tuple[str, str, float]]:
    """Minutes from every setup to every other. Raises :class:`~equilix.errors.Cancelled`."""
    for start in going_on(document.setups, called_off):
        for end in document.setups:
            if start.id != end.id:
                yield start.id, end.id, minutes_between(document, start.id, end.id)


def in_place_of(order: Sequence[str], old: str, new: str) -> tuple[str, ...]:
    """The day with one setup in the place of another; where the new one stood, it stands no more."""
    return tuple(new if each == old else each for each in order if each != new)
