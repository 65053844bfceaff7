"""All that can break, strike, pinch or fall, worst first."""

from __future__ import annotations

from collections.abc import Mapping

from equilix.analysis import Analysis
from equilix.checks import room
from equilix.checks.creep import creep
from equilix.checks.fingers import fingers
from equilix.checks.gears import gears
from equilix.checks.handling import handle, table
from equilix.checks.lens_mount import lens_mount
from equilix.checks.loupes import loupes
from equilix.checks.picture import picture
from equilix.checks.printed import plastics
from equilix.checks.rated import clamps, ratings
from equilix.checks.rods import rods
from equilix.checks.rules import ORDER, Check
from equilix.checks.screws import screws
from equilix.checks.set_down import set_down
from equilix.checks.taking_out import taking_out

KINDS = (
    rods, screws, lens_mount, ratings, clamps, creep, handle, table, plastics, picture,
    gears, fingers, loupes, taking_out, set_down,
    room.keep_free, room.struck, room.swings, room.bare_arm, room.pinches,
)  # fmt: skip
"""One line for each kind of check: analysis and rules → findings."""


def checks(analysis: Analysis, rules: Mapping[str, float]) -> tuple[Check, ...]:
    """All checks of a rig, worst first; none for an empty setup."""
    if not analysis.assembly.ids:
        return ()
    found = [each for make in KINDS for each in make(analysis, rules)]
    return tuple(sorted(found, key=lambda check: (ORDER[check.level], -(check.share or 0.0))))
