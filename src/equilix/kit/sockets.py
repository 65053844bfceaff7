"""Sockets of a part for signals: what they carry, which way, on which side they are."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final, Literal, get_args

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.model import Identifier, Model, field

Signal = Literal["picture", "sound", "time-code", "trigger", "control"]
SIGNALS: Final[tuple[Signal, ...]] = get_args(Signal)
Face = Literal["", "front", "rear", "left", "right", "top", "bottom"]
FACE_NAMES: Final[tuple[Face, ...]] = get_args(Face)


class Socket(Model):
    """One socket; ``loops``: what it takes comes out again at another of the part's sockets, as of a monitor."""

    name: Identifier
    carries: Signal = "picture"
    gives: bool = False
    takes: bool = False
    loops: Identifier | None = field(default=None, description="The socket at which what it takes comes out again.")
    side: Face = field(default="", description="The side of the part on which it is.")

    def check(self) -> None:
        """It gives or takes; only what takes loops through."""
        if not (self.gives or self.takes):
            raise Invalid(fact("sockets.gives_or_takes"))
        if self.loops is not None and not self.takes:
            raise Invalid(fact("sockets.only_what_takes_loops"))


def check_sockets(sockets: Sequence[Socket]) -> None:
    """Those of one part: what loops comes out at another one that gives the same.

    Raises :class:`~equilix.errors.Invalid`.
    """
    by_name = {each.name: each for each in sockets}
    for each in sockets:
        out = by_name.get(each.loops) if each.loops is not None else None
        if each.loops is not None and (out is None or out is each or not out.gives or out.carries != each.carries):
            raise Invalid(fact("sockets.loops_to_what_gives_the_same", socket=each.name, loops=each.loops))
