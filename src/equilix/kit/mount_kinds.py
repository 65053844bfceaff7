"""Every kind of mount as a row: how it is made fast and taken loose, and with what."""

from __future__ import annotations

from typing import Final, Literal

from msgspec import Struct

from equilix.facts import Sayable, fact

Measured = Literal["", "diameter", "width"]


class MountKind(Struct, frozen=True):
    """A kind, how it is made fast, and with which tool, as the wordings call them."""

    key: str
    handling: str
    uses: str
    measured: Measured = ""
    """The size that counts for what fits, where one does."""
    known: bool = True

    @property
    def label(self) -> Sayable:
        """What it is called; a kind of somebody's own by its own word."""
        return fact(f"mount.{self.key}") if self.known else self.key

    @property
    def tool(self) -> Sayable:
        """What it is done with."""
        return fact(f"tool.{self.uses}")

    def on(self, part: str, carrier: str) -> Sayable:
        """How a part is put on what carries it."""
        return fact(f"put_on.{self.handling}", part=part, carrier=carrier)

    def off(self, part: str, carrier: str) -> Sayable:
        """How it is taken off again."""
        return fact(f"take_off.{self.handling}", part=part, carrier=carrier)


_ROWS: Final = (
    MountKind("screw14", "screwed", "coin-or-hex-key"),
    MountKind("screw38", "screwed", "coin-or-hex-key"),
    MountKind("dovetail", "dovetail", "by-hand-lever", "width"),
    MountKind("rods15", "on-rods", "by-hand-knob"),
    MountKind("rod-socket15", "rod-socket15", "by-hand-knob"),
    MountKind("rods19", "on-rods", "by-hand-knob"),
    MountKind("rosette", "rosette", "by-hand-lever"),
    MountKind("shoe", "shoe", "by-hand-knob"),
    MountKind("rail", "rail", "hex-key", "width"),
    MountKind("hook-loop", "hook-loop", "by-hand"),
    MountKind("battery-slot", "battery-slot", "by-hand-latch"),
    MountKind("barrel", "barrel", "by-hand", "diameter"),
    MountKind("single-rod", "on-rods", "by-hand-knob"),
    MountKind("single-rod-socket", "rod-socket15", "by-hand-knob"),
    MountKind("rods15-wide", "on-rods", "by-hand-knob"),
    MountKind("rod-socket15-wide", "rod-socket15", "by-hand-knob"),
    MountKind("rod-socket19", "rod-socket15", "by-hand-knob"),
    MountKind("quick-plate", "latched-plate", "by-hand-lever"),
    MountKind("tray", "tray", "by-hand", "width"),
    MountKind("sleeve", "sleeve", "by-hand"),
    MountKind("wedge", "wedge", "by-hand-latch"),
    MountKind("small-wedge", "wedge", "by-hand-latch"),
    MountKind("studs", "wedge", "by-hand-latch"),
    MountKind("slide-on", "wedge", "by-hand-latch"),
    MountKind("lens", "lens", "by-hand"),
    MountKind("front", "front", "by-hand-knob", "diameter"),
    MountKind("handle", "handle", "by-hand-knob"),
    MountKind("gimbal-pan", "latched", "by-hand-latch"),
    MountKind("gimbal-roll", "latched", "by-hand-latch"),
    MountKind("gimbal-tilt", "latched", "by-hand-latch"),
    MountKind("gimbal-cradle", "gimbal-cradle", "by-hand-lever"),
    MountKind("post", "clamped", "by-hand-clamp", "diameter"),
    MountKind("post-top", "post-top", "by-hand-clamp"),
    MountKind("post-foot", "post-foot", "by-hand-clamp"),
)
MOUNT_KINDS: Final = {row.key: row for row in _ROWS}
STRAPPED: Final = MountKind("strapped", "strapped", "strap")
"""By what holds a part that is on no mount: nobody chooses it for a mounting point."""


def mount_kind(key: str) -> MountKind:
    """The row of a kind. A document may name kinds of its own: same word, same fit, and it is put on by hand."""
    known = STRAPPED if key == STRAPPED.key else MOUNT_KINDS.get(key)
    return known or MountKind(key, "any", "by-hand", known=False)
