"""The order to put a rig together, from the core outwards, and to strip it: each in its own words, with tools."""

from __future__ import annotations

from functools import cached_property
from typing import Final

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.checks.resting import rest, stands_rad
from equilix.checks.rules import rule
from equilix.errors import Called, going_on, never
from equilix.facts import NOTHING, Sayable, fact, listed
from equilix.kit.catalogue import kind_of
from equilix.kit.mount_kinds import STRAPPED
from equilix.rig.seats import mount_of
from equilix.rig.setups import Cable

MOST_RESTED: Final = 150
"""Of more parts than this it is not worked out how they rest at every step."""


class BuildStep(Struct, frozen=True):
    """One thing on or off: the placement, what to do, with which tool, and how the rig rests afterwards."""

    placement: str
    text: Sayable
    tool: Sayable
    rests: Sayable = NOTHING


def ordered(analysis: Analysis, called_off: Called = never) -> list[str]:
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
            tips: dict[str, float] = {}
            for key in going_on(
                able, called_off
            ):  # most leave it standing: the first that does is taken, and the others need not be tried
                tips[key] = stands_rad(analysis, [*done, key])
                if tips[key] >= enough:
                    following = key
                    break
            else:
                power = [key for key in able if kinds[key].stage == "power"]
                following = power[0] if power else max(able, key=lambda key: tips[key])
        ready.remove(following)
        done.append(following)
        ready.extend(setup.children[following])
    return done


class Heaps(Struct, frozen=True, dict=True):
    """The heaps that a rig goes through while it is built, from its first part to all, and taken apart again."""

    analysis: Analysis
    called_off: Called = never

    @cached_property
    def order(self) -> tuple[str, ...]:
        """The placements in the order in which they go on."""
        return tuple(ordered(self.analysis, self.called_off))

    @cached_property
    def rests(self) -> tuple[Sayable, ...]:
        """How the first ``k`` of them rest on a table, for ``k`` from 0 on; empty where that is not worked out."""
        if len(self.order) > MOST_RESTED:
            return ("",) * (len(self.order) + 1)
        enough = rule(self.analysis.carried.rules, "tip_rad")
        heaps = (self.order[:count] for count in going_on(range(1, len(self.order) + 1), self.called_off))
        return ("", *(rest(self.analysis, heap, enough).said for heap in heaps))


def build_order(heaps: Heaps) -> tuple[BuildStep, ...]:
    """The steps to put the rig together; then the cables, power before signal."""
    analysis = heaps.analysis
    steps = [
        _step(analysis, placement_id, heaps.rests[count], on=True) for count, placement_id in enumerate(heaps.order, 1)
    ]
    names = _names(analysis)
    for cable in sorted(analysis.setup.cables, key=lambda each: each.output is None):
        text = fact(
            "build_order.plug_into_then_into_lead",
            cable=cable_words(cable),
            start=names[cable.start],
            end=names[cable.end],
        )
        steps.append(BuildStep(cable.start, text, fact("build_order.cable_ties")))
    return tuple(steps)


def cable_words(cable: Cable) -> Sayable:
    """A cable by its name, and by what is written on its ends."""
    return fact("build_order.labelled", cable=cable.name, label=cable.label) if cable.label else cable.name


def strip_order(heaps: Heaps) -> tuple[BuildStep, ...]:
    """The steps to take the rig apart: signal before power, then part by part so that the rest never falls.

    Through the same heaps as building it, from the last to the first; what grips a lens comes off before it.
    """
    analysis = heaps.analysis
    names, steps, off = _names(analysis), [], False
    for cable in sorted(analysis.setup.cables, key=lambda each: each.output is not None):
        text = fact(
            "build_order.unplug_then_untie", cable=cable_words(cable), end=names[cable.end], start=names[cable.start]
        )
        if cable.output is not None and not off:
            text, off = fact("build_order.switch_off", text=text), True
        steps.append(BuildStep(cable.start, text, fact("build_order.hand_cutter")))
    left = range(len(heaps.order) - 1, -1, -1)
    steps.extend(_step(analysis, heaps.order[count], heaps.rests[count], on=False) for count in left)
    return tuple(steps)


def _names(analysis: Analysis) -> dict[str, str]:
    return {key: part.name for key, part in zip(analysis.assembly.ids, analysis.assembly.parts, strict=True)}


def _step(analysis: Analysis, placement_id: str, rests: Sayable, *, on: bool) -> BuildStep:
    """One part on, or off, in its own words."""
    assembly = analysis.assembly
    row = assembly.index[placement_id]
    part, seat = assembly.parts[row], assembly.seats[row]
    placement = analysis.setup.by_id[placement_id]
    how = mount_of(placement, seat)
    if how is None or placement.parent is None:
        return BuildStep(
            placement_id, fact("build_order.begin" if on else "build_order.leaves", part=part.name), "", rests
        )
    text = (how.on if on else how.off)(part.name, assembly.parts[assembly.index[placement.parent]].name)
    mark = "" if seat is None or seat.track is None else seat.track.reads(placement.slide_m)
    if not on:
        text = fact("build_order.note_mark", step=text, mark=mark) if mark else text
        return BuildStep(placement_id, text, how.tool, rests)
    by = listed(("" if how is STRAPPED else how.label, mark))
    text = fact("build_order.by_mount", step=text, by=by) if by else text
    if part.kind == "lens" and any(each.kind == "lens-support" for each in assembly.parts):
        text = fact("build_order.keep_hand_under_barrel_until", step=text)
    return BuildStep(placement_id, text, how.tool, rests)
