"""Where the operator looks: at the monitor, how far up or down, how far away, past what."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.body.operators import Operator
from equilix.body.posture import Stance
from equilix.checks.check import rule
from equilix.units import angle

Array = NDArray[np.float64]

EASY_DOWN_RAD: Final = math.radians(15.0)
"""From level to this far down the gaze is easy (common practice, no source)."""
ASIDE_RAD: Final = math.radians(35.0)
"""Further to the side than this the head stays turned (common practice, no source)."""
EYE_ASIDE_M: Final = 0.032
"""Half the distance between the eyes (estimate)."""
IN_LINE_M: Final = 0.15
"""So far beside the lens, eye and lens still look the same way (common practice, no source)."""
SCREENS: Final = ("monitor", "viewfinder")


@dataclass(frozen=True, slots=True)
class Gaze:
    """From the eye ``(3,)`` to the middle of a screen ``(3,)``, rig frame; ``up_rad`` positive looks up.

    ``beside_m``: how far the screen is to the left of the lens axis. ``blocked_by``: the part in between, or "".
    """

    screen: str
    name: str
    eye_m: Array
    target_m: Array
    up_rad: float
    distance_m: float
    beside_m: float
    blocked_by: str
    distances_m: tuple[float, float]
    """Nearest and farthest that a screen should be."""
    aside_rad: float
    """How far the head turns to it, left positive; more than a right angle is behind."""

    @property
    def neck_rad(self) -> float:
        """Head bent forward by what the eyes do not do by themselves; negative bent back."""
        if self.up_rad > 0:
            return -self.up_rad
        return max(-self.up_rad - EASY_DOWN_RAD, 0.0)

    @property
    def complaints(self) -> tuple[str, ...]:
        """What is wrong with it, in words; nothing where it is easy."""
        found = []
        if self.up_rad > math.radians(0.5):
            found.append("looking up cranes the neck: hang the screen lower, below its arm")
        if self.up_rad < -2 * EASY_DOWN_RAD:
            found.append("far down: the head hangs forward")
        if abs(self.aside_rad) > ASIDE_RAD:
            behind = abs(self.aside_rad) > math.pi / 2
            found.append("behind the head" if behind else f"the head turns {angle(abs(self.aside_rad))} to it")
        if self.distance_m < self.distances_m[0]:
            found.append("too near to the eye")
        if self.distance_m > self.distances_m[1]:
            found.append("too far to see focus")
        if abs(self.beside_m) > IN_LINE_M:
            found.append("out of line with the lens")
        if self.blocked_by:
            found.append(f"the {self.blocked_by} is in the way")
        return tuple(found)


def eye_of(operator: Operator, stance: Stance) -> Array:
    """The eye that is used ``(3,)``."""
    aside = EYE_ASIDE_M if operator.eye == "left" else -EYE_ASIDE_M
    found: Array = stance.eye_m + np.array((0.0, aside, 0.0))
    return found


def gaze(analysis: Analysis) -> Gaze | None:
    """At the first monitor or viewfinder of the rig; None without one or without an operator."""
    assembly, stance, rules = analysis.assembly, analysis.stance, analysis.carried.rules
    if stance is None:
        return None
    rows = [row for kind in SCREENS for row, part in enumerate(assembly.parts) if part.kind == kind]
    if not rows:
        return None
    row = rows[0]
    eye, target = eye_of(analysis.operator, stance), assembly.cgs_m[row]
    way = target - eye
    lens = next((r for r, part in enumerate(assembly.parts) if part.kind == "lens"), None)
    beside = float(target[1] - assembly.cgs_m[lens, 1]) if lens is not None else 0.0
    return Gaze(
        assembly.ids[row], assembly.parts[row].name, eye, target,
        math.atan2(float(way[2]), float(np.hypot(way[0], way[1]))), float(np.linalg.norm(way)), beside,
        _between(analysis, row, eye, target), (rule(rules, "view_nearest_m"), rule(rules, "view_farthest_m")),
        math.atan2(float(way[1]), float(way[0])),
    )  # fmt: skip


def _between(analysis: Analysis, screen: int, eye: Array, target: Array) -> str:
    """The name of the first part whose box the line from eye to screen goes through; "" for none."""
    lower, upper, rows = analysis.assembly.boxes_m
    way = target - eye
    with np.errstate(divide="ignore", invalid="ignore"):
        a, b = (lower - eye) / way, (upper - eye) / way
    enter = np.nanmax(np.minimum(a, b), axis=1)
    leave = np.nanmin(np.maximum(a, b), axis=1)
    hit = (enter < leave) & (enter > 0.02) & (enter < 0.98) & (rows != screen)
    if not hit.any():
        return ""
    first = int(np.argmin(np.where(hit, enter, np.inf)))
    name: str = analysis.assembly.parts[rows[first]].name
    return name
