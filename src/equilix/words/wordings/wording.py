"""What a wording is: English with places for values, marked for the catalogues of other languages."""

from __future__ import annotations

from collections.abc import Mapping

from msgspec import Struct


class Plural(Struct, frozen=True):
    """Two wordings, of one and of several; ``by`` names the value that is counted."""

    one: str
    many: str
    by: str


Wordings = Mapping[str, str | Plural]
"""By the keys of facts. ``{name}`` is a value of the fact; ``{name:cap}`` the same with a capital at its
begin, ``{name:low}`` without one."""


def N_(text: str) -> str:  # noqa: N802 the usual mark of a text that is translated where it is shown
    """Mark a wording."""
    return text


def plural(one: str, many: str, by: str) -> Plural:
    """Mark a wording of one and of several."""
    return Plural(one, many, by)
