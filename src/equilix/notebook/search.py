"""Outings by words: what is looked for stands somewhere in what was written."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from equilix.body.operators import Operator
from equilix.body.outings import Outing, in_order
from equilix.carry import WAYS
from equilix.facts import Sayable, fact
from equilix.notebook.notebook_words import region_words


def found(
    outings: Sequence[Outing], operators: dict[str, Operator], text: str, tell: Callable[[Sayable], str]
) -> tuple[Outing, ...]:  # fmt: skip
    """Those in which every word of the text stands, the last first."""
    words = text.casefold().split()
    return tuple(
        each
        for each in reversed(in_order(outings))
        if all(word in " ".join(_texts(each, operators, tell)).casefold() for word in words)
    )


def _texts(outing: Outing, operators: dict[str, Operator], tell: Callable[[Sayable], str]) -> Iterator[str]:
    yield from (outing.day, outing.place, outing.setup, outing.note, outing.came_from)
    if outing.operator in operators:
        yield operators[outing.operator].name
    if outing.way in WAYS:
        yield tell(WAYS[outing.way].phrase)
    yield from (tell(region_words(each.key)) for each in outing.felt or () if each.score)
    for each in outing.faulty:
        yield each.name
        yield tell(fact(f"notebook.how_{each.how}"))
    yield from (each.name for each in outing.batteries)
