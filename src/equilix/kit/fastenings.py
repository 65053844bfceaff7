"""How long a step takes, by what it is made fast with: common practice, no source, and what was timed."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import Final, Literal

from equilix.facts import Sayable, fact
from equilix.kit.mount_kinds import MountKind

Fastening = Literal["quick", "hand", "knob", "lever", "screw", "strap", "cable", "bearer", "look"]
MINUTES: Final[dict[Fastening, float]] = {
    "quick": 0.1, "hand": 0.25, "knob": 0.5, "lever": 0.5, "screw": 1.5, "strap": 1.0, "cable": 0.25, "bearer": 0.5,
    "look": 0.25,
}  # fmt: skip
"""Minutes for making fast or taking loose once (common practice, no source): a quick plate or a latch seconds, a knob
or a lever half a minute, a screw by coin or hex key one to three."""
_QUICK: Final = ("quick-plate", "latched", "wedge", "battery-slot", "latched-plate")
_BY_USE: Final[dict[str, Fastening]] = {
    "coin-or-hex-key": "screw", "hex-key": "screw", "by-hand-lever": "lever", "by-hand-knob": "knob",
    "by-hand-clamp": "knob", "by-hand-latch": "quick", "by-hand": "hand", "strap": "strap",
}  # fmt: skip


def fastening_of(mount: MountKind | None) -> Fastening:
    """By what a mount of this kind is made fast; None: it lies free."""
    if mount is None:
        return "hand"
    if mount.key in _QUICK or mount.handling in _QUICK:
        return "quick"
    return _BY_USE.get(mount.uses, "knob")


def fastening_label(fastening: Fastening) -> Sayable:
    """What it is called."""
    return fact(f"fastening.{fastening}")


def rule_key(fastening: Fastening) -> str:
    """Under which key a document has its own value."""
    return f"minutes_{fastening}"


def minutes_of(fastening: Fastening, rules: Mapping[str, float]) -> float:
    """Minutes for it: the document's own, or the usual."""
    return float(rules.get(rule_key(fastening), MINUTES[fastening]))


def pace(timed: Sequence[tuple[float, float]]) -> float:
    """How much slower than estimated one's own conversions were: from pairs of estimate and time, minutes.

    The geometric mean of their ratios, with one ratio of 1 besides, so that a single odd day does not count whole.
    """
    if not timed:
        return 1.0
    logs = [math.log(took / estimate) for estimate, took in timed]
    return math.exp(sum(logs) / (len(logs) + 1))
