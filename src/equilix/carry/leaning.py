"""What steadies a rig besides hands and pad: hip, eye at the eyecup, elbows against the body.

Each touches only where the body gets to it; else it bears nothing, and that is said.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Final

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from equilix.body.load import Held
from equilix.body.posture import CHEST_DEPTH_M, SEAT_HIP, Stance, eye_of, stance_at
from equilix.carry.carried import Carried
from equilix.carry.conditions import Figure, Support, Way, X, Y
from equilix.facts import Sayable, fact, length
from equilix.keys import ContactKey, ContactKind, Lean, Side
from equilix.mechanics.contact import Bearing

Array = NDArray[np.float64]

GAPS: Final[Mapping[Lean, str]] = {
    "hip": "hip_gap_m",
    "eyecup": "eyecup_gap_m",
    "left elbow": "left_elbow_gap_m",
    "right elbow": "right_elbow_gap_m",
    "brace": "brace_gap_m",
}
"""The figure of each."""
ELBOWS: Final[Mapping[Lean, Side]] = {"left elbow": "left", "right elbow": "right"}
_SIDES: Final[tuple[tuple[Side, int], ...]] = (("left", 1), ("right", -1))
EYE_GETS_M: Final = 0.04
"""Head and eye reach so far without bending (estimate)."""
EYE_MOST_N: Final = 15.0
"""What the eye bears against an eyecup (estimate)."""
HIP_AHEAD_M: Final = 0.11
"""Front of the hip in front of the shoulder joints (estimate)."""
BRACE_GIVES_M: Final = 0.06
"""So far before or behind the chest a brace is still pressed against it (estimate)."""
BRACE_APART_M: Final = 0.04
HIP_APART_M: Final = 0.03
"""Half of the breadth on which it leans (estimate)."""


class Touch(Struct, frozen=True):
    """One thing to lean on: how far the body is from it, m, 0 where it touches; and what then bears on the rig."""

    key: Lean
    gap_m: float
    bearings: tuple[Bearing, ...] = ()
    subject: Sayable = ""

    @property
    def touches(self) -> bool:
        """Whether it does."""
        return self.gap_m <= 0.0

    def figure(self) -> Figure:
        """As a figure of the way of carrying."""
        key = GAPS[self.key]
        label = fact(f"figure.{key}")
        if self.touches:
            return Figure(key, label, self.gap_m, "m", fact("leaning.touches"))
        if not np.isfinite(self.gap_m):
            lacks = fact("leaning.hand_holds_nothing_or_does") if self.key in ELBOWS else (
                fact("leaning.no_lean", subject=self.subject)
            )  # fmt: skip
            return Figure(key, label, self.gap_m, "m", fact("leaning.cannot"), lacks)
        away = fact("leaning.too_far", gap=length(self.gap_m))
        return Figure(
            key, label, self.gap_m, "m", away, fact("leaning.away_bears_nothing", subject=self.subject, away=away)
        )


def eyepiece_m(carried: Carried) -> Array | None:
    """The middle ``(3,)`` of the rear end of the first viewfinder; None without one."""
    lower, upper, rows = carried.assembly.boxes_m
    for row, part in enumerate(carried.assembly.parts):
        if part.kind == "viewfinder":
            own = rows == row
            low, high = lower[own].min(axis=0), upper[own].max(axis=0)
            return np.array((low[0], (low[1] + high[1]) / 2, (low[2] + high[2]) / 2))
    return None


def rear_m(carried: Carried) -> Array:
    """The middle ``(3,)`` of the rear end of the rig."""
    lower, upper, _ = carried.assembly.boxes_m
    last = int(np.argmin(lower[:, 0]))
    return np.array((lower[last, 0], (lower[last, 1] + upper[last, 1]) / 2, (lower[last, 2] + upper[last, 2]) / 2))


def posed(carried: Carried, way: Way, stance: Stance) -> Stance:
    """Where the operator stands to lean on what is chosen: the eye comes to its cup, the hip to the rig's rear end."""
    if way.holds_off and "eyecup" in carried.setup.leans_on and (eye := eyepiece_m(carried)) is not None:
        moved = eye - eye_of(carried.operator, stance)
        at = stance.middle_m + moved
        return stance_at(carried.operator, at, float(at[2]))
    if way.holds_off and "hip" in carried.setup.leans_on:
        rear, hip_below = rear_m(carried), SEAT_HIP * carried.operator.stature_m
        at = np.array((rear[0] - HIP_AHEAD_M, stance.eye_m[1], 0.0))
        return stance_at(carried.operator, at, float(rear[2]) + hip_below)
    return stance


def touches(carried: Carried, way: Way, stance: Stance) -> tuple[Touch, ...]:
    """What is leaned on besides the elbows, of what this way of carrying allows; a brace where one is on the rig."""
    chosen = [each for each in carried.setup.leans_on if each in way.leans]
    found = []
    if "eyecup" in chosen:
        eye = eyepiece_m(carried)
        gap = (
            np.inf
            if eye is None
            else max(float(np.linalg.norm(eye - eye_of(carried.operator, stance))) - EYE_GETS_M, 0.0)
        )
        cup = (Bearing(ContactKey("eyecup"), eye, X, most_n=EYE_MOST_N),) if eye is not None and gap <= 0 else ()
        found.append(Touch("eyecup", gap, cup, "viewfinder" if eye is None else "eye"))
    if "hip" in chosen:
        found.append(Touch("hip", 0.0, _pair("hip", rear_m(carried), HIP_APART_M)))
    brace = carried.anchor("brace") if "brace" in way.leans else None
    if brace is not None:
        chest = float(stance.shoulders_m["left"][0]) + CHEST_DEPTH_M
        gap = 0.0 if way.holds_off else max(abs(float(brace[1][0]) - chest) - BRACE_GIVES_M, 0.0)
        found.append(Touch("brace", gap, _pair("brace", brace[1], BRACE_APART_M) if gap <= 0 else (), "brace"))
    return tuple(found)


def _pair(kind: ContactKind, middle: Array, apart_m: float) -> tuple[Bearing, ...]:
    """Two places side by side that the body pushes forward at."""
    return tuple(Bearing(ContactKey(kind, side), middle + sign * apart_m * Y, X) for side, sign in _SIDES)


def leaning(support: Support, found: Sequence[Touch]) -> Support:
    """The support with what is leaned on."""
    more = tuple(bearing for touch in found for bearing in touch.bearings)
    return replace(support, bearings=(*support.bearings, *more)) if more else support


def elbow_figures(carried: Carried, way: Way, arms: Sequence[Held]) -> tuple[Figure, ...]:
    """Whether each elbow that is to be tucked in gets to the body."""
    found = []
    for key, side in ELBOWS.items():
        if key in carried.setup.leans_on and key in way.leans:
            gap = next((each.tucked_gap_m for each in arms if each.arm.side == side), np.inf)
            found.append(Touch(key, gap, subject=fact("leaning.elbow")).figure())
    return tuple(found)
