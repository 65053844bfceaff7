"""Facts put into words, in the language that is spoken and in the units that are asked for."""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any, Final

from equilix.facts import Amount, Between, Fact, Listed, Sayable
from equilix.keys import BalanceKey, ContactKey
from equilix.units import Display
from equilix.words.language import say, spoken
from equilix.words.names import BALANCES, CONTACTS, EFFORTS
from equilix.words.quantities import shown
from equilix.words.wordings import WORDINGS, Plural

_INCH_BEFORE_IN: Final = re.compile(r"(?<=\d in)(?= in\b)")
"""Where the abbreviation gets a full stop: “0.5 in. in front of”."""
_BETWEEN: Final[Mapping[Between, str]] = {"comma": ", ", "semicolon": "; ", "blank": " ", "line": "\n"}


class _Piece(str):
    """A value in a wording; ``{name:cap}`` begins with a capital, ``{name:low}`` without one."""

    __slots__ = ()

    def __format__(self, how: str) -> str:
        if how == "cap":
            return begun(self)
        first = self[:1].lower() if how == "low" else self[:1]
        return first + self[1:]


def begun(text: str) -> str:
    """A text as a line begins: with a capital; names and units further on keep their letters."""
    return text[:1].upper() + text[1:]


def tell(said: Sayable, display: Display = "metric") -> str:
    """What there is to say, as text for people; empty for nothing."""
    match said:
        case Fact():
            return _told(said, display)
        case Amount():
            return shown(said, display)
        case Listed():
            return _joined([tell(each, display) for each in said.pieces], said.between)
        case BalanceKey():
            name = BALANCES[said]
        case str():
            return said
        case ContactKey():
            name = CONTACTS[said]
        case _:
            name = EFFORTS[said]
    return say(name)


def in_words(tree: Any, display: Display = "metric") -> Any:
    """Lists and objects with the facts in them told; all else as it is."""
    if isinstance(tree, dict):
        return {key: in_words(value, display) for key, value in tree.items()}
    if isinstance(tree, list):
        return [in_words(value, display) for value in tree]
    return tell(tree, display) if isinstance(tree, Fact | Amount | Listed) else tree


def _told(said: Fact, display: Display) -> str:
    wording = WORDINGS[said.key]
    if isinstance(wording, Plural):
        counted = said.values[wording.by]
        assert isinstance(counted, Amount)  # what is counted is a number
        text = spoken().catalogue.ngettext(wording.one, wording.many, round(counted.value))
    else:
        text = say(wording)
    if not said.values:
        return text
    text = text.format_map({name: _Piece(tell(value, display)) for name, value in said.values.items()})
    return _INCH_BEFORE_IN.sub(".", text) if display == "us" else text


def _joined(pieces: list[str], between: Between) -> str:
    if between in ("and", "or"):
        if len(pieces) < 2:
            return "".join(pieces)
        last = Fact(f"list.{between}", {"first": ", ".join(pieces[:-1]), "last": pieces[-1]})
        return _told(last, "metric")
    return _BETWEEN[between].join(pieces)
