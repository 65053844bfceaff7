"""Outings by words: what is looked for stands somewhere in what was written."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from equilix.body.operators import Operator
from equilix.body.outings import Outing, in_order
from equilix.carry import WAYS
from equilix.facts import Sayable, fact
from equilix.notebook.notebook_words import region_words


class Found:
    """What stands in outings, remembered as long as they are the same, so that each key that is typed finds at once."""

    def __init__(self) -> None:
        self._texts: dict[str, tuple[Outing, str, str]] = {}

    def found(
        self, outings: Sequence[Outing], operators: dict[str, Operator], text: str, tell: Callable[[Sayable], str]
    ) -> tuple[Outing, ...]:  # fmt: skip
        """Those in which every word of the text stands, the last first."""
        words, ordered = text.casefold().split(), reversed(in_order(outings))
        if not words:
            return tuple(ordered)
        return tuple(each for each in ordered if all(word in self._text(each, operators, tell) for word in words))

    def _text(self, outing: Outing, operators: dict[str, Operator], tell: Callable[[Sayable], str]) -> str:
        who = operators[outing.operator].name if outing.operator in operators else ""
        known = self._texts.get(outing.id)
        if known is None or known[0] is not outing or known[1] != who:
            known = self._texts[outing.id] = outing, who, " ".join((who, *_texts(outing, tell))).casefold()
        return known[2]


def found(
    outings: Sequence[Outing], operators: dict[str, Operator], text: str, tell: Callable[[Sayable], str]
) -> tuple[Outing, ...]:  # fmt: skip
    """The same, once."""
    return Found().found(outings, operators, text, tell)


def _texts(outing: Outing, tell: Callable[[Sayable], str]) -> Iterator[str]:
    yield from (outing.day, outing.place, outing.setup, outing.note, outing.came_from)
    if outing.way in WAYS:
        yield tell(WAYS[outing.way].phrase)
    yield from (tell(region_words(each.key)) for each in outing.felt or () if each.score)
    for each in outing.faulty:
        yield each.name
        yield tell(fact(f"notebook.how_{each.how}"))
    yield from (each.name for each in outing.batteries)
