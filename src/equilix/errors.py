"""Errors that teach: what was given, what is allowed, what to do."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from typing import TypeVar

from equilix.facts import Sayable, fact, run

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
    """Base of all errors that are meant to be read by the person at the program: ``said`` is the message."""

    def __init__(self, said: Sayable) -> None:
        self.said = said
        super().__init__(said)


class Refused(EquilixError):
    """An edit or an entry that cannot be taken; nothing was changed.

    ``said`` is one message for people: what was given, what is allowed, what to do.
    """

    def __init__(self, given: Sayable, allowed: Sayable, todo: Sayable = "") -> None:
        self.given, self.allowed, self.todo = given, allowed, todo
        super().__init__(run(*(fact("error.sentence", said=part) for part in (given, allowed, todo) if part)))


class Invalid(ValueError):
    """A value that a model does not take; pydantic hands it on with all else that is wrong."""

    def __init__(self, said: Sayable) -> None:
        self.said = said
        super().__init__(said)


class UnreadableFile(EquilixError):
    """A file that cannot be opened as a document; ``place`` says where in the file the trouble is."""

    def __init__(self, path: str, problem: Sayable, place: Sayable = "", todo: Sayable = "") -> None:
        self.path, self.problem, self.place, self.todo = path, problem, place, todo
        where = {"place": place} if place else {}
        key = "error.unreadable_at" if place else "error.unreadable"
        super().__init__(run(fact(key, path=path, problem=problem, **where), todo))


class UnwritableFile(EquilixError):
    """A document that could not be written; the previous file is as it was. ``why``: the reason alone, in words."""

    def __init__(self, said: Sayable, why: Sayable = "") -> None:
        self.why = why or said
        super().__init__(said)
