"""The order to put a rig together, from the core outwards, and to strip it: each in its own words, with tools."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from equilix.analysis import Analysis
from equilix.checks.check import rule
from equilix.checks.resting import rest, stands_rad
from equilix.kit.mounts import mount_name

RANK: Final = (
    ("shoulder-base", "sled-post", "gimbal-base", "head-clamp", "sled-stage"),
    ("gimbal-pan-arm", "gimbal-roll-arm", "gimbal-cradle"),
    ("bridge-plate", "offset-bracket", "body"),
    ("rods",),
    ("battery-plate", "battery", "small-battery"),
    ("adapter", "lens", "lens-support"),
    ("top-handle", "rosette-bar", "grip-arm", "side-grip", "hanging-bar", "eyelet", "sled-gimbal", "sled-spar"),
    ("arm", "drop-arm", "monitor", "viewfinder"),
    ("follow-focus", "motor"),
    ("filter", "matte-box"),
    ("microphone", "transmitter", "counterweight", "brace"),
)  # fmt: skip
"""Kinds in the order of the work: core, rods, power early, lens, handles, screen, focus, front, the rest."""
POWER: Final = ("battery-plate", "battery", "small-battery")
GRIPS_LENS: Final = ("lens-support", "follow-focus", "motor", "matte-box")
"""What holds a lens besides its mount: on after it, and off before it."""


@dataclass(frozen=True, slots=True)
class Fastening:
    """How a kind of mount is made fast and taken loose; ``{x}`` is the part and ``{y}`` what it hangs on."""

    on: str
    off: str
    tool: str


_BY_MOUNT: Final = {
    "screw14": Fastening(
        "Screw the {x} onto the {y}",
        "Unscrew the {x} from the {y}",
        "coin or hex key",
    ),
    "screw38": Fastening(
        "Screw the {x} onto the {y}",
        "Unscrew the {x} from the {y}",
        "coin or hex key",
    ),
    "rods15": Fastening(
        "Slide the {x} onto the {y} and tighten",
        "Loosen the {x} and slide it off the {y}",
        "by hand, knob",
    ),
    "rods19": Fastening(
        "Slide the {x} onto the {y} and tighten",
        "Loosen the {x} and slide it off the {y}",
        "by hand, knob",
    ),
    "rod-socket15": Fastening(
        "Push the {x} into the {y} and tighten",
        "Loosen the {y} and draw the {x} out",
        "by hand, knob",
    ),
    "rosette": Fastening(
        "Set the {x} on the {y}, teeth in teeth, and tighten",
        "Loosen the rosette and lift the {x} off the {y}",
        "by hand, lever",
    ),
    "dovetail": Fastening(
        "Slide the {x} onto the {y} and lock",
        "Unlock the {x} and slide it off the {y}",
        "by hand, lever",
    ),
    "shoe": Fastening(
        "Slide the {x} into the shoe of the {y} and tighten",
        "Loosen the {x} and slide it out of the {y}",
        "by hand, knob",
    ),
    "rail": Fastening(
        "Clamp the {x} on the rail of the {y}",
        "Loosen the clamp and take the {x} off the {y}",
        "hex key",
    ),
    "wedge": Fastening(
        "Hang the {x} on the {y} until it clicks",
        "Press the latch and lift the {x} off the {y}",
        "by hand, latch",
    ),
    "lens": Fastening(
        "Set the {x} into the {y} and turn it until it locks",
        "Unlock the {x}, turn it out of the {y}, caps on",
        "by hand",
    ),
    "front": Fastening(
        "Clamp the {x} on the front of the {y}",
        "Loosen the {x} and draw it off the {y}",
        "by hand, knob",
    ),
    "post": Fastening(
        "Clamp the {x} on the {y}",
        "Loosen the clamp and slide the {x} off the {y}",
        "by hand, clamp",
    ),
    "gimbal-pan": Fastening(
        "Latch the {x} on the {y}",
        "Motors off; unlatch the {x} from the {y}",
        "by hand, latch",
    ),
    "gimbal-roll": Fastening(
        "Latch the {x} on the {y}",
        "Motors off; unlatch the {x} from the {y}",
        "by hand, latch",
    ),
    "gimbal-tilt": Fastening(
        "Latch the {x} on the {y}",
        "Motors off; unlatch the {x} from the {y}",
        "by hand, latch",
    ),
}  # fmt: skip
_OTHER: Final = Fastening("Put the {x} on the {y}", "Take the {x} off the {y}", "by hand")
MOST_RESTED: Final = 150
"""Of more parts than this it is not worked out how they rest at every step."""


@dataclass(frozen=True, slots=True)
class BuildStep:
    """One thing on or off: the placement, what to do, with which tool, and how the rig rests afterwards."""

    placement: str
    text: str
    tool: str
    rests: str = ""


def _rank(kind: str) -> int:
    return next((number for number, kinds in enumerate(RANK) if kind in kinds), len(RANK))


def ordered(analysis: Analysis) -> list[str]:
    """The placements, each after what it hangs on, the earliest kind first among those that leave the rig standing.

    Where the next in rank would let it fall, another that can go on already and leaves it standing goes before; where
    none does, what holds power, which balances what follows, and else the one that tips least.
    """
    setup, assembly = analysis.setup, analysis.assembly
    kinds = {key: part.kind for key, part in zip(assembly.ids, assembly.parts, strict=True)}
    place = {placement.id: (_rank(kinds[placement.id]), number) for number, placement in enumerate(setup.placements)}
    ready = [placement.id for placement in setup.placements if placement.parent is None]
    enough, weighed = rule(analysis.carried.rules, "tip_rad"), len(setup.placements) <= MOST_RESTED
    done: list[str] = []
    while ready:
        ready.sort(key=lambda key: place[key])
        lens_waits = any(kinds[key] == "lens" and key not in done for key in place)
        able = [key for key in ready if not (lens_waits and kinds[key] in GRIPS_LENS)] or ready
        following = able[0]
        if weighed and done:
            tips = {key: stands_rad(analysis, [*done, key]) for key in able}
            power = [key for key in able if kinds[key] in POWER]
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
    how = _BY_MOUNT.get(seat.point.kind, _OTHER)
    text = (how.on if on else how.off).format(x=part.name, y=assembly.parts[assembly.index[seat.parent]].name)
    slide = analysis.setup.by_id[placement_id].slide_m
    mark = "" if seat.track is None else seat.track.reads(slide, analysis.display)
    if not on:
        text += f" (note its mark: {mark})" if mark else ""
        return BuildStep(placement_id, text, how.tool, rests)
    text += f" ({mount_name(seat.point.kind)}{f', {mark}' if mark else ''})"
    if part.kind == "lens" and any(each.kind == "lens-support" for each in assembly.parts):
        text += "; keep a hand under its barrel until the support is there"
    return BuildStep(placement_id, text, how.tool, rests)
