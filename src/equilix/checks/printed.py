"""Printed parts: what the plastic stands, and what may hang on it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

from equilix.analysis import Analysis
from equilix.checks.rules import THUMB, Check, level_of, rule
from equilix.facts import fact, mass, number
from equilix.kit.materials import SOFTENS_C

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
        said = fact(
            "printed.softens_near_c_car_sun",
            material=fact(f"material.{part.material}"),
            softens=number(softens),
            hot=number(hot),
        )
        todo = "" if level == "fine" else fact("printed.print_plastic_stands_more_or")
        yield Check(
            "plastic",
            placement_id,
            fact("printed.title_heat", part=part.name),
            said,
            share,
            todo,
            fact("printed.memory"),
            level,
        )
        above = [each for each in analysis.setup.subtree(placement_id) if each != placement_id]
        carried = float(sum(analysis.assembly.masses_kg[analysis.assembly.index[each]] for each in above))
        level = level_of(carried / most, stop_at=3.0, mind_at=1.0)
        said = fact("printed.carries_low_stress_places_only", carried=mass(carried), most=mass(most))
        todo = "" if level == "fine" else fact("printed.take_metal_one_here_keep")
        title = fact("printed.title_load", part=part.name)
        yield Check("printed-load", placement_id, title, said, carried / most, todo, THUMB, level)
