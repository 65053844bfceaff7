"""Something wrong with power or signals: where it shows, what it is, what to do."""

from __future__ import annotations

from msgspec import Struct

from equilix.facts import Sayable, fact, listed


class Trouble(Struct, frozen=True):
    """Something wrong: the placement where it shows, what it is, what to do; ``bad`` where it will not work."""

    placement: str
    problem: Sayable
    todo: Sayable
    bad: bool = True

    @property
    def said(self) -> Sayable:
        """What it is and what to do."""
        return listed((fact("error.sentence", said=each) for each in (self.problem, self.todo)), "blank")
