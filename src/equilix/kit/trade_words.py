"""What people call things: the kind of a part by the words of its name, out of a list that ships with the program."""

from __future__ import annotations

import re
import tomllib
from functools import cache
from importlib.resources import files
from typing import Final

from equilix.kit.catalogue import KINDS

_APART: Final = re.compile(r"[^\w.+]+")
_PLAIN: Final = 3
"""A word that is no longer than this has no s that could be taken off."""

Words = tuple[str, ...]


def words_of(text: str) -> Words:
    """The words of a name in small letters: "V-mount Batteries" is v, mount, batteries."""
    return tuple(word.strip(".") for word in _APART.split(text.casefold()) if word.strip("."))


def single_words(text: str) -> Words:
    """The words of a text in small letters, several as one."""
    return tuple(_one(word) for word in words_of(text))


def _one(word: str) -> str:
    """A word without the s of several."""
    if word.endswith("ies") and len(word) > _PLAIN + 1:
        return word[:-3] + "y"
    if word.endswith(("nses", "xes", "shes", "ches")):  # lenses, boxes
        return word[:-2]
    return word[:-1] if word.endswith("s") and not word.endswith("ss") and len(word) > _PLAIN else word


@cache
def phrases() -> dict[Words, str]:
    """The kind by each phrase of the list."""
    table = tomllib.loads(files("equilix.resources").joinpath("trade_words.toml").read_text("utf-8"))
    return {words_of(phrase): kind for kind, known in table.items() if kind in KINDS for phrase in known}


def kind_by_words(text: str) -> str | None:
    """The key of the kind that a name tells, or None: the longest phrase, and of two as long the one further back.

    Several are known by one: "batteries" is a battery; rods, of which a pair is another kind than one, are themselves.
    """
    words, known, single = words_of(text), phrases(), single_words(text)
    longest = max(len(phrase) for phrase in known)
    for length in range(min(longest, len(words)), 0, -1):
        for start in range(len(words) - length, -1, -1):
            here = slice(start, start + length)
            kind = known.get(words[here]) or known.get(single[here])
            if kind is not None:
                return kind
    return None
