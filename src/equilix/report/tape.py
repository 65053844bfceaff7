"""The tapes of a setup for other programs and for the terminal."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any, Final

from equilix.change.tape import Strip
from equilix.facts import fact, length
from equilix.rig.setups import Setup
from equilix.units import Display
from equilix.words.telling import tell

TAPE_VERSION: Final = 1


def tape_report(setup: Setup, strips: Sequence[Strip]) -> dict[str, Any]:
    """The tapes as plain JSON values."""
    return {
        "tape": "equilix", "tape_version": TAPE_VERSION, "setup": setup.id, "name": setup.name,
        "tapes": [
            {
                "slid": each.placement, "part": each.name, "on": each.on,
                "from_m": each.low_m, "to_m": each.high_m, "now_m": each.now_m,
                "ticks": [{"reads_m": t.reads_m, "label": t.label, "lenses": list(t.lenses)} for t in each.ticks],
            }
            for each in strips
        ],
    }  # fmt: skip


def tape_text(setup: Setup, strips: Sequence[Strip], display: Display) -> str:
    """The tapes for a person at a terminal."""
    lines = [setup.name]
    for each in strips:
        low, high, now = (length(m) for m in (each.low_m, each.high_m, each.now_m))
        lines.append(tell(fact("tape.line", part=each.name, on=each.on, low=low, high=high, now=now), display))
        lines += [f"  {tell(length(tick.reads_m), display)}  {tick.label}" for tick in each.ticks]
    return "\n".join(lines)
