"""The order to put a rig together, from the core outwards, and to strip it: each in its own words, with tools."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from equilix.analysis import Analysis
from equilix.checks.resting import rest, stands_rad
from equilix.checks.rules import rule
from equilix.kit.catalogue import kind_of
from equilix.kit.mount_kinds import mount_kind

MOST_RESTED: Final = 150
"""Of more parts than this it is not worked out how they rest at every step."""


@dataclass(frozen=True, slots=True)
class BuildStep:
    """One thing on or off: the placement, what to do, with which tool, and how the rig rests afterwards."""

    placement: str
    text: str
    tool: str
    rests: str = ""


def ordered(analysis: Analysis) -> list[str]:
    """The placements, each after what it hangs on, the earliest kind first among those that leave the rig standing.

    Where the next in rank would let it fall, another that can go on already and leaves it standing goes before; where
    none does, what holds power, which balances what follows, and else the one that tips least.
    """
    setup, assembly = analysis.setup, analysis.assembly
    kinds = {key: kind_of(part) for key, part in zip(assembly.ids, assembly.parts, strict=True)}
    place = {placement.id: (kinds[placement.id].rank, number) for number, placement in enumerate(setup.placements)}
    ready = [placement.id for placement in setup.placements if placement.parent is None]
    enough, weighed = rule(analysis.carried.rules, "tip_rad"), len(setup.placements) <= MOST_RESTED
    done: list[str] = []
    while ready:
        ready.sort(key=lambda key: place[key])
        lens_waits = any(kinds[key].key == "lens" and key not in done for key in place)
        able = [key for key in ready if not (lens_waits and kinds[key].holds_lens)] or ready
        following = able[0]
        if weighed and done:
            tips = {key: stands_rad(analysis, [*done, key]) for key in able}
            power = [key for key in able if kinds[key].stage == "power"]
            least = power[0] if power else max(able, key=lambda key: tips[key])
            following = next((key for key in able if tips[key] >= enough), least)
        ready.remove(following)
        done.append(following)
        ready.extend(setup.children[following])
    return done


def build_order(analysis: Analysis) -> tuple[BuildStep, ...]:
    """The steps to put the rig together; then the cables, power before signal."""
    steps, there = [], []
    for placement_id in ordered(analysis):
        there.append(placement_id)
        steps.append(_step(analysis, placement_id, _rests(analysis, there), on=True))
    names = _names(analysis)
    for cable in sorted(analysis.setup.cables, key=lambda each: each.output is None):
        text = (
            f"Plug the {cable.name} into the {names[cable.start]}, then into the {names[cable.end]}; lead it and tie it"
        )
        steps.append(BuildStep(cable.start, text, "cable ties"))
    return tuple(steps)


def strip_order(analysis: Analysis) -> tuple[BuildStep, ...]:
    """The steps to take the rig apart: signal before power, then part by part so that the rest never falls.

    Through the same heaps as building it, from the last to the first; what grips a lens comes off before it.
    """
    names, steps, off = _names(analysis), [], False
    for cable in sorted(analysis.setup.cables, key=lambda each: each.output is not None):
        text = f"Unplug the {cable.name} from the {names[cable.end]}, then from the {names[cable.start]}; untie it"
        if cable.output is not None and not off:
            text, off = f"Switch off. {text}", True
        steps.append(BuildStep(cable.start, text, "by hand, cutter"))
    there = ordered(analysis)
    while there:
        placement_id = there.pop()
        steps.append(_step(analysis, placement_id, _rests(analysis, there), on=False))
    return tuple(steps)


def _names(analysis: Analysis) -> dict[str, str]:
    return {key: part.name for key, part in zip(analysis.assembly.ids, analysis.assembly.parts, strict=True)}


def _rests(analysis: Analysis, there: Sequence[str]) -> str:
    if not there or len(analysis.setup.placements) > MOST_RESTED:
        return ""
    return rest(analysis, there, rule(analysis.carried.rules, "tip_rad")).said


def _step(analysis: Analysis, placement_id: str, rests: str, *, on: bool) -> BuildStep:
    """One part on, or off, in its own words."""
    assembly = analysis.assembly
    row = assembly.index[placement_id]
    part, seat = assembly.parts[row], assembly.seats[row]
    if seat is None:
        return BuildStep(placement_id, f"{'Begin with' if on else 'That leaves'} the {part.name}", "", rests)
    how = mount_kind(seat.point.kind)
    text = (how.on if on else how.off).format(x=part.name, y=assembly.parts[assembly.index[seat.parent]].name)
    slide = analysis.setup.by_id[placement_id].slide_m
    mark = "" if seat.track is None else seat.track.reads(slide, analysis.display)
    if not on:
        text += f" (note its mark: {mark})" if mark else ""
        return BuildStep(placement_id, text, how.tool, rests)
    text += f" ({how.label}{f', {mark}' if mark else ''})"
    if part.kind == "lens" and any(each.kind == "lens-support" for each in assembly.parts):
        text += "; keep a hand under its barrel until the support is there"
    return BuildStep(placement_id, text, how.tool, rests)
