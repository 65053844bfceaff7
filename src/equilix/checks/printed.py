"""Printed parts: what the plastic stands, and what may hang on it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

from equilix.analysis import Analysis
from equilix.checks.rules import THUMB, Check, level_of, rule
from equilix.kit.materials import SOFTENS_C
from equilix.units import mass

ROOM_C: Final = 20.0


def plastics(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """A car in the sun against the plastic; low-stress places only. In hand: warming from 20 °C, and load."""
    hot, most = rule(rules, "car_celsius"), rule(rules, "printed_kg")
    for placement_id, part in zip(analysis.assembly.ids, analysis.assembly.parts, strict=True):
        softens = SOFTENS_C.get(part.material or "")
        if softens is None:
            continue
        share = max(hot - ROOM_C, 0.0) / (softens - ROOM_C)
        level = level_of(share, mind_at=1.0)
        said = f"{part.material} softens near {softens:.0f} °C; a car in the sun has {hot:.0f} °C"
        todo = "" if level == "fine" else "Print it in a plastic that stands more, or do not leave it in the car."
        yield Check("plastic", placement_id, f"Printed: {part.name}", said, share, todo, "from memory", level)
        above = [each for each in analysis.setup.subtree(placement_id) if each != placement_id]
        carried = float(sum(analysis.assembly.masses_kg[analysis.assembly.index[each]] for each in above))
        level = level_of(carried / most, stop_at=3.0, mind_at=1.0)
        unit = analysis.display
        said = f"carries {mass(carried, unit)}; low-stress places only, up to {mass(most, unit)}"
        todo = "" if level == "fine" else "Take a metal one here; keep printed parts for light things."
        title = f"On the printed {part.name}"
        yield Check("printed-load", placement_id, title, said, carried / most, todo, THUMB, level)
