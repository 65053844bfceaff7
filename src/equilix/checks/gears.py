"""Whether the gear of a motor or a follow focus meets one of the lens."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.checks.rules import Check, Level
from equilix.facts import Sayable, fact, fine_length, length, measured
from equilix.kit.working import Gear
from equilix.mechanics.rotations import unit
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]

DEEP, HIGH = 0.25, 1.0
"""Of the module: how much nearer than its pitch circles touch a gear may stand before the tips of its teeth strike the
ground (the clearance of the basic rack, ISO 53, from memory), and how much farther it may stand before less than half
of each tooth is in the other (common practice, no source)."""
HALF: Final = 0.5
"""So much of the narrower gear must lie beside the other (common practice, no source)."""
ASKEW: Final = 0.1
"""Sine of the angle between the axes of two gears that no longer mesh (common practice, no source)."""


class Wheel(Struct, frozen=True):
    """A gear in its place: of which placement, its middle ``(3,)`` and its axis ``(3,)``, rig frame."""

    placement: str
    gear: Gear
    middle_m: Array
    axis: Array


class Mesh(Struct, frozen=True):
    """How two gears stand to each other.

    ``ahead_m``: how far the driving one stands along the axis of the other; ``gap_m``: between their pitch circles,
    below 0 where they cut each other; ``askew``: sine of the angle between their axes.
    """

    driving: Wheel
    driven: Wheel
    ahead_m: float
    gap_m: float
    askew: float

    @property
    def beside_m(self) -> float:
        """How much of their widths lies beside each other."""
        both = (self.driving.gear.width_m + self.driven.gear.width_m) / 2
        narrow = min(self.driving.gear.width_m, self.driven.gear.width_m)
        return min(both - abs(self.ahead_m), narrow)

    @property
    def module_m(self) -> float:
        """Of the teeth that are driven."""
        return self.driven.gear.module_m


def wheels(assembly: Assembly) -> list[Wheel]:
    """Every gear of a rig, where it is."""
    found = []
    for row, part in enumerate(assembly.parts):
        for gear in part.gears:
            middle = assembly.place_m(row, gear.position_m, beyond=gear.beyond)
            found.append(Wheel(assembly.ids[row], gear, middle, assembly.way(row, unit(gear.axis), beyond=gear.beyond)))
    return found


def meshed(driving: Wheel, driven: Wheel) -> Mesh:
    """How a driving gear stands to another one."""
    off = driving.middle_m - driven.middle_m
    ahead = float(off @ driven.axis)
    across = float(np.linalg.norm(off - ahead * driven.axis))
    askew = float(np.linalg.norm(np.cross(driving.axis, driven.axis)))
    touch = (driving.gear.diameter_m + driven.gear.diameter_m) / 2
    return Mesh(driving, driven, ahead, across - touch, askew)


def gears(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """Every driving gear against the nearest that can be driven; nothing where there is none."""
    del rules
    found = wheels(analysis.assembly)
    driven = [wheel for wheel in found if not wheel.gear.drives]
    for driving in found:
        if driving.gear.drives and driven:
            pairs = (meshed(driving, other) for other in driven)
            yield _check(analysis, min(pairs, key=lambda mesh: abs(mesh.gap_m) + abs(mesh.ahead_m)))


def _check(analysis: Analysis, mesh: Mesh) -> Check:
    assembly = analysis.assembly
    names = {
        "part": assembly.parts[assembly.index[mesh.driving.placement]].name,
        "lens": assembly.parts[assembly.index[mesh.driven.placement]].name,
    }
    said, todo, level = _told(mesh, names)
    title, source = fact("gears.title", part=names["part"]), fact("gears.source")
    return Check("gears", mesh.driving.placement, title, said, None, todo, source, level)


def _told(mesh: Mesh, names: dict[str, str]) -> tuple[Sayable, Sayable, Level]:
    """What was found, what to do, and how bad it is: the first thing that keeps them from meshing."""
    modules = mesh.driving.gear.module_m, mesh.driven.gear.module_m
    if abs(modules[0] - modules[1]) > 1e-6:
        own, other = (measured(module * 1000, "mm", 2) for module in modules)
        return fact("gears.other_teeth", own=own, other=other, **names), fact("gears.take_same_teeth"), "stop"
    narrow = min(mesh.driving.gear.width_m, mesh.driven.gear.width_m)
    if mesh.beside_m < HALF * narrow:
        key = "gears.too_far_ahead" if mesh.ahead_m > 0 else "gears.too_far_back"
        todo = "gears.slide_back" if mesh.ahead_m > 0 else "gears.slide_ahead"
        return fact(key, by=length(abs(mesh.ahead_m)), **names), fact(todo, by=length(abs(mesh.ahead_m))), "mind"
    if mesh.askew > ASKEW:
        return fact("gears.askew", **names), fact("gears.turn_along"), "mind"
    if mesh.gap_m > HIGH * mesh.module_m:
        return fact("gears.stands_off", by=fine_length(mesh.gap_m), **names), fact("gears.swing_in"), "mind"
    if mesh.gap_m < -DEEP * mesh.module_m:
        return fact("gears.jams", by=fine_length(-mesh.gap_m), **names), fact("gears.swing_out"), "mind"
    return fact("gears.meets", **names), "", "fine"
