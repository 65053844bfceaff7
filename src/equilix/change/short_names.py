"""Short names for what has little room: the number in a lens's name, or as much of the name as tells it apart."""

from __future__ import annotations

import re
from collections.abc import Iterable
from typing import Final

_NUMBER: Final = re.compile(r"\d+(?:[.,]\d+)?(?:\s?[–-]\s?\d+(?:[.,]\d+)?)?")
"""'28–80', '50', '10.5'."""
MOST: Final = 14


def short_names(names: Iterable[str]) -> list[str]:
    """A short name for each: its first number where no other has that, else its beginning, else all of it."""
    names = list(names)
    numbers = [match.group().replace(" ", "") if (match := _NUMBER.search(name)) else "" for name in names]
    found = []
    for name, number in zip(names, numbers, strict=True):
        begin = name if len(name) <= MOST else name[: MOST - 1].rstrip() + "…"
        alone = [each for each in names if each[: MOST - 1] == name[: MOST - 1]]
        if number and numbers.count(number) == 1:
            found.append(number)
        else:
            found.append(begin if len(alone) == 1 else name)
    return found
