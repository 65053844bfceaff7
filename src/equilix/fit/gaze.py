"""Where the operator looks: at a screen's face or into an eyepiece; how high, how far, past what, in which light."""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.body.neck import bent_rad, neck_words
from equilix.body.posture import eye_of
from equilix.carry.leaning import EYE_GETS_M
from equilix.checks.rules import rule
from equilix.facts import Sayable, angle, fact, length

Array = NDArray[np.float64]

ASIDE_RAD: Final = math.radians(35.0)
"""Further to the side than this the head stays turned (common practice, no source)."""
IN_LINE_M: Final = 0.15
"""So far beside the lens, eye and lens still look the same way (common practice, no source)."""
SCREENS: Final = ("monitor", "viewfinder")
UPRIGHT_RAD: Final = math.radians(15.0)
"""A picture that leans more is no measure of level (common practice, no source)."""
SEEN_RAD: Final = math.radians(50.0)
"""Further off its face a screen shows no true picture (common practice, no source)."""
SUN_UP_RAD: Final = math.radians(35.0)
"""How high the sun stands where only its side is told (estimate)."""
LIT_RAD: Final = math.radians(75.0)
"""Sun that falls in nearer to square than this washes a screen out (common practice, no source)."""
SHADED_M: Final = 0.6
"""Only what is nearer than this to a screen shades it."""


class Gaze(Struct, frozen=True):
    """From the eye ``(3,)`` to the middle of a screen's face, or of an eyepiece, ``(3,)``, rig frame.

    ``up_rad``: positive looks up. ``beside_m``: how far the screen is to the left of the lens axis. ``blocked_by``: the
    part in between, or "".
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
    off_face_rad: float
    """How far from square one looks at its face; more than a right angle sees its back."""
    leans_rad: float
    """How far the picture is from upright; half a turn stands on its head."""
    sunlit: bool
    """Whether the sun, where it is told, falls on its face."""
    eyepiece: bool

    @property
    def neck_rad(self) -> float:
        """Head bent forward by what the eyes do not do by themselves; negative bent back."""
        return bent_rad(self.up_rad)

    @property
    def complaints(self) -> tuple[Sayable, ...]:
        """What is wrong with it, in words; nothing where it is easy."""
        found: list[Sayable] = [neck_words(self.up_rad)]
        if self.eyepiece:
            if self.distance_m > EYE_GETS_M:
                found.append(fact("gaze.eye_looked_into", distance=length(self.distance_m)))
        else:
            found += self._as_a_screen()
        if self.leans_rad > UPRIGHT_RAD:
            found.append(
                fact("gaze.picture_stands_head") if self.leans_rad > math.radians(135) else
                fact("gaze.picture_leans", leans=angle(self.leans_rad))
            )  # fmt: skip
        return tuple(each for each in found if each)

    def _as_a_screen(self) -> list[Sayable]:
        found: list[Sayable] = []
        if abs(self.aside_rad) > math.pi / 2:
            found.append(fact("gaze.behind_head"))
        elif abs(self.aside_rad) > ASIDE_RAD:
            found.append(fact("gaze.head_turns", aside=angle(abs(self.aside_rad))))
        if self.off_face_rad > math.pi / 2:
            found.append(fact("gaze.shows_back"))
        elif self.off_face_rad > SEEN_RAD:
            found.append(fact("gaze.seen_square", off_face=angle(self.off_face_rad)))
        if self.distance_m < self.distances_m[0]:
            found.append(fact("gaze.too_near_eye"))
        if self.distance_m > self.distances_m[1]:
            found.append(fact("gaze.too_far_see_focus"))
        if abs(self.beside_m) > IN_LINE_M:
            side = fact("way.left" if self.beside_m > 0 else "way.right")
            found.append(fact("gaze.out_line_lens", beside=length(abs(self.beside_m)), side=side))
        if self.blocked_by:
            found.append(fact("gaze.blocked", blocked_by=self.blocked_by))
        if self.sunlit:
            found.append(fact("gaze.sun_falls_turn_shade_or"))
        return found


def gaze(analysis: Analysis) -> Gaze | None:
    """At the first monitor, or where there is none or the eye is at the eyecup, into the first viewfinder.

    None without one or without an operator.
    """
    assembly, stance, rules = analysis.assembly, analysis.stance, analysis.carried.rules
    if stance is None:
        return None
    kinds = reversed(SCREENS) if "eyecup" in analysis.setup.leans_on else SCREENS
    rows = [row for kind in kinds for row, part in enumerate(assembly.parts) if part.kind == kind]
    if not rows:
        return None
    row = rows[0]
    part, (target, rotation) = assembly.parts[row], _face(analysis, row)
    eyepiece, eye = part.kind == "viewfinder", eye_of(analysis.operator, stance)
    outward, upward = -rotation[:, 0], rotation[:, 2]
    way = -outward if eyepiece else target - eye
    distance = float(np.linalg.norm(target - eye))
    lens = next((r for r, each in enumerate(assembly.parts) if each.kind == "lens"), None)
    beside = float(target[1] - assembly.cgs_m[lens, 1]) if lens is not None else 0.0
    return Gaze(
        assembly.ids[row], part.name, eye, target,
        math.atan2(float(way[2]), float(np.hypot(way[0], way[1]))), distance, beside,
        "" if eyepiece else _between(analysis, row, eye, target),
        (rule(rules, "view_nearest_m"), rule(rules, "view_farthest_m")),
        math.atan2(float(way[1]), float(way[0])),
        0.0 if eyepiece or distance < 1e-9 else math.acos(min(max(float(outward @ (eye - target)) / distance, -1), 1)),
        _leans_rad(outward, upward), not eyepiece and _sunlit(analysis, row, target, outward), eyepiece,
    )  # fmt: skip


def _face(analysis: Analysis, row: int) -> tuple[Array, Array]:
    """The middle ``(3,)`` of a screen's face, or of an eyepiece, and how it is turned ``(3, 3)``.

    It is the rear of the part in its own frame while its joints are at rest, and swings with the joints behind it.
    """
    assembly = analysis.assembly
    rest, body = assembly.parts[row].body(), assembly.bodies[row]
    rearmost = int(np.argmin(rest.box_centres_m[:, 0] - rest.box_halves_m[:, 0]))
    turn = np.eye(3) if body.box_turns is None else body.box_turns[rearmost]
    local = body.box_centres_m[rearmost] - turn[:, 0] * body.box_halves_m[rearmost, 0]
    return assembly.to_rig(assembly.ids[row], local), assembly.rotations[row] @ turn


def _leans_rad(outward: Array, upward: Array) -> float:
    """How far the picture's up is from upright, as seen by someone who looks at its face."""
    world = np.array((0.0, 0.0, 1.0))
    in_face = world - float(world @ outward) * outward
    size = float(np.linalg.norm(in_face))
    if size < 1e-6:  # it lies flat: there is no upright
        return 0.0
    return math.acos(min(max(float(upward @ in_face) / size, -1.0), 1.0))


SUN: Final[dict[str, tuple[float, float]]] = {
    "ahead": (1.0, 0.0), "behind": (-1.0, 0.0), "left": (0.0, 1.0), "right": (0.0, -1.0), "overhead": (0.0, 0.0),
}  # fmt: skip
"""Where the sun stands as the lens looks: forward, to the left."""


def _sunlit(analysis: Analysis, row: int, face: Array, outward: Array) -> bool:
    """Whether the sun falls on a screen's face, past what is near it; the operator's shade is not counted."""
    side = SUN.get(analysis.setup.sun)
    if side is None:
        return False
    flat = math.cos(SUN_UP_RAD)
    sun = np.array((side[0] * flat, side[1] * flat, math.sin(SUN_UP_RAD) if any(side) else 1.0))
    if float(outward @ sun) < math.cos(LIT_RAD):
        return False
    return not _between(analysis, row, face, face + SHADED_M * sun)


def _between(analysis: Analysis, screen: int, start: Array, end: Array) -> str:
    """The name of the first part whose box the line from start to end goes through; "" for none."""
    lower, upper, rows = analysis.assembly.boxes_m
    way = end - start
    with np.errstate(divide="ignore", invalid="ignore"):
        a, b = (lower - start) / way, (upper - start) / way
    enter = np.nanmax(np.minimum(a, b), axis=1)
    leave = np.nanmin(np.maximum(a, b), axis=1)
    hit = (enter < leave) & (enter > 0.02) & (enter < 0.98) & (rows != screen)
    if not hit.any():
        return ""
    first = int(np.argmin(np.where(hit, enter, np.inf)))
    name: str = analysis.assembly.parts[rows[first]].name
    return name
