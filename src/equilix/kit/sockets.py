"""Sockets of a part for signals: what they carry, which way, on which side they are."""

from __future__ import annotations

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
