"""Errors that teach: what was given, what is allowed, what to do."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from typing import TypeVar

Item = TypeVar("Item")


class Cancelled(Exception):
    """Work was called off; nothing is wrong."""


Called = Callable[[], bool]
"""Whether work has been called off; asked as often as the work can end."""


def never() -> bool:
    """Work that nobody calls off."""
    return False


def going_on(each: Iterable[Item], called_off: Called) -> Iterator[Item]:
    """One thing after the other, until the work is called off. Raises :class:`Cancelled`."""
    for one in each:
        if called_off():
            raise Cancelled
        yield one


class EquilixError(Exception):
    """Base of all errors that are meant to be read by the person at the program."""


class Refused(EquilixError):
    """An edit or an entry that cannot be taken; nothing was changed.

    ``str(error)`` is one message for people: what was given, what is allowed, what to do.
    """

    def __init__(self, given: str, allowed: str, todo: str = "") -> None:
        self.given, self.allowed, self.todo = given, allowed, todo
        super().__init__(" ".join(part for part in (f"{given}.", f"{allowed}.", f"{todo}." if todo else "") if part))


class UnreadableFile(EquilixError):
    """A file that cannot be opened as a document; ``place`` says where in the file the trouble is."""

    def __init__(self, path: str, problem: str, place: str = "", todo: str = "") -> None:
        self.path, self.problem, self.place, self.todo = path, problem, place, todo
        where = f" ({place})" if place else ""
        super().__init__(f"{path}: {problem}{where}.{' ' + todo if todo else ''}")


class UnwritableFile(EquilixError):
    """A document that could not be written; the previous file is as it was. ``why``: the reason alone, in words."""

    def __init__(self, said: str, why: str = "") -> None:
        self.why = why or said
        super().__init__(said)
