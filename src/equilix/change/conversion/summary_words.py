"""What a conversion comes to, and what stands under a step."""

from __future__ import annotations

from collections.abc import Iterator

from equilix.change.conversion.conversion import Conversion, Move
from equilix.facts import Sayable, fact, listed, measured, number

OWN: float = 0.05
"""From this share on one's own pace is another than the usual one."""


def headline(found: Conversion) -> Sayable:
    """'13 steps, 7 min'."""
    if not found.moves:
        return fact("convert.nothing")
    return fact("convert.headline", count=len(found.moves), minutes=measured(found.minutes, "min"))


def more_words(found: Conversion) -> tuple[Sayable, ...]:
    """Clamps, tools, hands, pace: what one wants to know before one begins."""
    return tuple(_more(found))


def _more(found: Conversion) -> Iterator[Sayable]:
    if not found.moves:
        return
    yield listed(
        (
            fact("convert.clamps", count=found.clamps),
            fact("convert.tools", tools=listed(found.tools)) if found.tools else "",
            fact("convert.pairs", count=found.pairs) if found.pairs else "",
        ),
        "semicolon",
    )
    if not found.shared and found.start.placements and found.end.placements:
        yield fact("convert.nothing_shared")
    if abs(found.pace - 1) >= OWN:
        yield fact("convert.own_pace", times=number(found.pace, 1))


def after_words(move: Move) -> Sayable:
    """How the rig rests after a step, and whether somebody helps; empty where there is nothing to say."""
    return listed((move.rests, fact("convert.pair") if move.pair else ""), "blank")
