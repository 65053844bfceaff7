"""Whether a loupe or a hood fits the screen that it is held to."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

from equilix.analysis import Analysis
from equilix.checks.room import SHAPES
from equilix.checks.rules import Check
from equilix.facts import NOTHING, fact, length

HELD_TO_SCREENS: Final = ("loupe", "sun-hood")
SCREENS: Final = ("monitor",)
SLACK: Final = 0.10
"""So much smaller or larger than the screen it still covers it (common practice, no source)."""


def loupes(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Every loupe and hood against the screen behind it."""
    del rules
    assembly = analysis.assembly
    for row, part in enumerate(assembly.parts):
        placement = analysis.setup.by_id[assembly.ids[row]]
        if part.kind not in HELD_TO_SCREENS or placement.parent is None:
            continue
        on = assembly.index[placement.parent]
        screen = assembly.parts[on]
        if screen.kind not in SCREENS:
            continue
        own, its = (body.high_m - body.low_m for body in (assembly.bodies[row], assembly.bodies[on]))
        off = max(abs(float(own[k] / its[k]) - 1) for k in (1, 2))
        fits = off <= SLACK
        sizes = {
            "wide": length(float(own[1])), "high": length(float(own[2])), "screen_wide": length(float(its[1])),
            "screen_high": length(float(its[2])),
        }  # fmt: skip
        yield Check(
            "loupe", assembly.ids[row], fact("loupes.title", part=part.name, screen=screen.name),
            fact("loupes.fits" if fits else "loupes.other_size", **sizes), None,
            NOTHING if fits else fact("loupes.take_one_that_fits"), SHAPES, "fine" if fits else "mind",
        )  # fmt: skip
