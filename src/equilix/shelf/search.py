"""Finding on the shelf what a person means, by any word that is used for it in the trade."""

from __future__ import annotations

import re
from collections.abc import Sequence
from functools import cache
from typing import Final

from equilix.exchange.lines import Told
from equilix.kit.trade_words import Words, phrases, single_words, words_of

_FIGURE: Final = re.compile(r"(\d)(?=[^\W\d])")
"""A figure and its unit, written as one: 50mm."""


def search(text: str, items: Sequence[Told]) -> tuple[Told, ...]:
    """The items for which every word stands: begun in its name, in what else it or its kind is called.

    Where the words as a whole name a kind it is all of that kind. Those that have the words in their name come first,
    then those of the kind that is meant, each in their order.
    """
    wanted = _words(text)
    if not wanted:
        return tuple(items)
    meant = phrases().get(words_of(text)) or phrases().get(wanted)
    found = []
    for at, item in enumerate(items):
        if _stand(wanted, _words(item.part.name)):
            found.append((0, at))
        elif item.part.kind == meant:
            found.append((1, at))
        elif _stand(wanted, (*_words(f"{item.part.name} {item.also}"), *_of_kind(item.part.kind))):
            found.append((2, at))
    return tuple(items[at] for _, at in sorted(found))


def _stand(wanted: Words, known: Words) -> bool:
    return all(any(word.startswith(each) for word in known) for each in wanted)


@cache
def _words(text: str) -> Words:
    return single_words(_FIGURE.sub(r"\1 ", text))


@cache
def _of_kind(kind: str) -> Words:
    """All words by which a kind is known."""
    return tuple({word for phrase, key in phrases().items() if key == kind for word in _words(" ".join(phrase))})
