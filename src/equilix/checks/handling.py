"""Picking the rig up and putting it down: the handle's surface, and how it stands on a table."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from equilix.analysis import Analysis
from equilix.checks.rules import THUMB, Check, level_of, rule
from equilix.facts import angle, fact, mass


def handle(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """A smooth top handle and the weight that someone may pick up by it."""
    allowed = rule(rules, "smooth_handle_kg")
    for place in analysis.carried.grips:
        if abs(place.axis[2]) > 0.5 or place.grip.surface != "smooth":
            continue
        share = analysis.mass.mass_kg / allowed
        weighs = mass(analysis.mass.mass_kg)
        said = fact("handling.smooth_under_trusted_up", weighs=weighs, allowed=mass(allowed))
        todo = fact("handling.wrap_or_take_one_rubber") if share > 1 else ""
        yield Check(
            "handle",
            place.placement,
            fact("handling.handle", part=analysis.carried.named(place.placement)),
            said,
            share,
            todo,
            THUMB,
            level_of(share, stop_at=2.5, mind_at=1.0),
        )


def table(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Whether it stands on a table as it is, and how far the table may lean."""
    standing, least = analysis.on_table, rule(rules, "tip_rad")
    if standing is None:
        return
    root = analysis.assembly.ids[0]
    if not standing.stands:
        yield Check(
            "table",
            root,
            fact("handling.put_down_table"),
            fact("handling.does_not_stand"),
            None,
            fact("handling.lay_down_comes_rest_hand"),
            THUMB,
            "mind",
        )
        return
    share = least / max(standing.least_rad, 1e-6)
    todo = fact("handling.hold_or_put_down_another") if share > 1 else ""
    yield Check(
        "table",
        root,
        fact("handling.put_down_table"),
        fact("handling.tips", least=angle(standing.least_rad)),
        share,
        todo,
        THUMB,
        "mind" if share > 1 else "fine",
    )
