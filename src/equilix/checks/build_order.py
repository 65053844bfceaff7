"""The order to put a rig together, from the core outwards, with tools; and to strip it."""

from __future__ import annotations

import heapq
from dataclasses import dataclass
from typing import Final

from equilix.analysis import Analysis
from equilix.kit.mounts import mount_name
from equilix.rig.setups import Setup

RANK: Final = (
    ("shoulder-base", "sled-post", "gimbal-base", "head-clamp", "sled-stage"),
    ("gimbal-pan-arm", "gimbal-roll-arm", "gimbal-cradle"),
    ("bridge-plate", "offset-bracket", "body"),
    ("rods",),
    ("adapter", "lens", "lens-support"),
    ("battery-plate", "battery", "small-battery"),
    ("top-handle", "rosette-bar", "grip-arm", "side-grip", "hanging-bar", "eyelet", "sled-gimbal", "sled-spar"),
    ("arm", "drop-arm", "monitor", "viewfinder"),
    ("follow-focus", "motor"),
    ("filter", "matte-box"),
    ("microphone", "transmitter", "counterweight", "brace"),
)  # fmt: skip
"""Kinds in the order of the work: core, rods, lens, power early, handles, screen, focus, front, the rest."""

TOOLS: Final[dict[str, str]] = {
    "screw14": "coin or hex key", "screw38": "coin or hex key", "rods15": "by hand, knob",
    "rod-socket15": "by hand, knob",
    "rosette": "by hand, lever", "dovetail": "by hand, lever", "rail": "hex key", "gimbal-pan": "by hand, latch",
    "gimbal-roll": "by hand, latch", "gimbal-tilt": "by hand, latch", "post": "by hand, clamp",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class BuildStep:
    """Mount a placement: what, on what, by what, with which tool, and what its scale should read."""

    placement: str
    text: str
    tool: str


def _rank(kind: str) -> int:
    return next((number for number, kinds in enumerate(RANK) if kind in kinds), len(RANK))


def ordered(setup: Setup, kinds: dict[str, str]) -> list[str]:
    """The placements, each after what it hangs on, the earliest kind first among those that can be mounted."""
    place = {placement.id: (_rank(kinds[placement.id]), number) for number, placement in enumerate(setup.placements)}
    ready = [(*place[placement.id], placement.id) for placement in setup.placements if placement.parent is None]
    heapq.heapify(ready)
    done: list[str] = []
    while ready:
        following = heapq.heappop(ready)[-1]
        done.append(following)
        for child in setup.children[following]:
            heapq.heappush(ready, (*place[child], child))
    return done


def build_order(analysis: Analysis) -> tuple[BuildStep, ...]:
    """The steps to put the rig together; cables last."""
    assembly = analysis.assembly
    kinds = {key: part.kind for key, part in zip(assembly.ids, assembly.parts, strict=True)}
    steps = []
    for placement_id in ordered(analysis.setup, kinds):
        row = assembly.index[placement_id]
        part, seat, placement = assembly.parts[row], assembly.seats[row], analysis.setup.by_id[placement_id]
        if seat is None:
            steps.append(BuildStep(placement_id, f"Begin with the {part.name}", ""))
            continue
        carrier = assembly.parts[assembly.index[seat.parent]].name
        mark = f", {seat.track.reads(placement.slide_m, analysis.display)}" if seat.track is not None else ""
        text = f"{part.name[0].upper()}{part.name[1:]} on the {carrier} ({mount_name(seat.point.kind)}{mark})"
        steps.append(BuildStep(placement_id, text, TOOLS.get(seat.point.kind, "by hand")))
    steps += [
        BuildStep(cable.start, f"Lead the {cable.name}, and tie it", "cable ties") for cable in analysis.setup.cables
    ]
    return tuple(steps)


def strip_order(analysis: Analysis) -> tuple[BuildStep, ...]:
    """The same backwards: cables first, the core last."""
    return tuple(reversed(build_order(analysis)))
