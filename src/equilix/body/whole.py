"""The whole body: segments and their masses, the load on L5/S1, and where the weight of a rig goes.

Frame: that of the rig, upright operator; forces act on the body. Estimates for healthy adults.
"""

from __future__ import annotations

import math
from collections.abc import Collection, Sequence
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.body.load import own_moment
from equilix.body.operators import Operator, segments
from equilix.body.posture import Arm, Stance, arm_weights
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.mechanics.contact import Contact

Array = NDArray[np.float64]

MASS_SHARES: Final[dict[str, tuple[float, int]]] = {
    "head and neck": (0.081, 1),
    "trunk": (0.497, 1),
    "upper arm": (0.028, 2),
    "forearm": (0.016, 2),
    "hand": (0.006, 2),
    "thigh": (0.100, 2),
    "leg": (0.0465, 2),
    "foot": (0.0145, 2),
}
"""Share of the body's mass, and how many there are (Winter, table 4.1, from memory); they sum to 1."""
UPPER_TRUNK: Final = 0.355
"""Thorax and abdomen, the part of the trunk over L5/S1, of the body's mass (Winter, table 4.1, from memory)."""
UPPER_TRUNK_CG: Final = 0.55
"""Centre of mass of that part, from L5/S1 to the shoulder joints (estimate)."""
L5_BELOW_SHOULDERS: Final = 0.235
"""L5/S1 below the shoulder joints, of stature (estimate; the hip joint is 0.288 below them)."""
SPINE_BEHIND: Final = 0.02
"""L5/S1 behind the middle of the shoulder joints of someone who stands upright, m (estimate)."""
HEAD_AHEAD_M: Final = 0.02
"""Centre of mass of head and neck in front of the shoulder joints, level gaze (estimate)."""
HEAD_ABOVE: Final = 0.10
"""The same, above them, of stature (estimate)."""
BACK_LEVER_M: Final = 0.05
"""Lever of the muscles of the back about L5/S1 (NIOSH 1981, from memory)."""
ACTION_LIMIT_N: Final = 3400.0
"""Compression on L5/S1 from which something should be done (NIOSH 1981, from memory)."""


BODY_CG: Final = 0.55
"""Height of the body's centre of gravity, of stature (from memory)."""
CHEST: Final = 0.72
"""Height of what is worn on the chest, of stature (estimate)."""


class Push(Struct, frozen=True):
    """A force ``(3,)`` in N and a moment ``(3,)`` in N·m on the body at a point ``(3,)``, rig frame.

    ``on``: which part bears it: 'hand', 'shoulder', 'chest', 'head' (upper body); 'hips', which bear the weight on a
    worn frame while the trunk bears its moment about L5/S1; 'knees', 'pelvis', 'ground' (not the spine).
    """

    on: str
    point_m: Array
    force_n: Array
    moment_nm: Array


class Spine(Struct, frozen=True):
    """Load on L5/S1: where it is, the moment ``(3,)`` that its muscles give, its size, the compression."""

    point_m: Array
    moment_nm: Array
    compression_n: float

    @property
    def size_nm(self) -> float:
        """Size of the moment, N·m."""
        return float(np.linalg.norm(self.moment_nm))


ON_UPPER_BODY: Final = ("hand", "shoulder", "chest", "head")
WORN: Final = "hips"


def l5_point(operator: Operator, stance: Stance) -> Array:
    """L5/S1 ``(3,)`` of someone who stands so."""
    middle = stance.middle_m
    found: Array = middle - np.array((SPINE_BEHIND, 0.0, L5_BELOW_SHOULDERS * operator.stature_m))
    return found


def upper_body(operator: Operator, stance: Stance, arms: tuple[Arm, ...]) -> tuple[Array, Array]:
    """Masses ``(n,)`` and centres ``(n, 3)`` of all that L5/S1 carries of the body; arms that hold nothing hang."""
    middle = stance.middle_m
    l5 = l5_point(operator, stance)
    m, h = operator.mass_kg, operator.stature_m
    masses = [UPPER_TRUNK * m, MASS_SHARES["head and neck"][0] * m]
    centres = [l5 + UPPER_TRUNK_CG * (middle - l5), middle + np.array((HEAD_AHEAD_M, 0.0, HEAD_ABOVE * h))]
    body = segments(operator)
    posed = {arm.side: arm for arm in arms}
    for side, joint in stance.shoulders_m.items():
        if side in posed:
            each, places = arm_weights(body, posed[side])
            masses += each.tolist()
            centres += list(places)
        else:
            masses.append(body.upper_arm_kg + body.forearm_kg + body.hand_kg)
            centres.append(joint - np.array((0.0, 0.0, 0.53 * (body.upper_arm_m + body.forearm_m))))
    return np.array(masses), np.array(centres)


def spine(
    operator: Operator, stance: Stance, arms: tuple[Arm, ...], pushes: tuple[Push, ...], lean_rad: float
) -> Spine:
    """Moment and compression at L5/S1 under the body's own weight, the pushes on the upper body and a worn frame.

    ``lean_rad``: the upper body is turned about L5/S1 by so much, forward positive; pushes turn along, gravity stays.
    Compression: moment over the lever of the back's muscles, and the weight above.
    """
    l5 = l5_point(operator, stance)
    masses, centres = upper_body(operator, stance, arms)
    c, s = math.cos(lean_rad), math.sin(lean_rad)
    turn = np.array(((c, 0.0, s), (0.0, 1.0, 0.0), (-s, 0.0, c)))
    moment = own_moment(l5, masses, l5 + (centres - l5) @ turn.T)
    above = float(masses.sum()) * STANDARD_GRAVITY_M_S2
    for push in pushes:
        if push.on in (*ON_UPPER_BODY, WORN):
            moment = moment - np.cross(turn @ (push.point_m - l5), push.force_n) - push.moment_nm
        if push.on in ON_UPPER_BODY:
            above -= float(push.force_n[2])
    size = float(np.linalg.norm(moment))
    return Spine(l5, moment, size / BACK_LEVER_M + max(above, 0.0))


def neck_moment_nm(operator: Operator, bent_rad: float) -> float:
    """Moment about the base of the neck that holds the head, bent forward by ``bent_rad`` (back: negative), N·m.

    The head's centre of mass is ``HEAD_ABOVE`` and ``HEAD_AHEAD_M`` from the joint, which is taken at the shoulders.
    """
    up, ahead = HEAD_ABOVE * operator.stature_m, HEAD_AHEAD_M
    lever = ahead * math.cos(bent_rad) + up * math.sin(bent_rad)
    return MASS_SHARES["head and neck"][0] * operator.mass_kg * STANDARD_GRAVITY_M_S2 * lever


_BORNE_ON: Final = {
    "pad": "shoulder", "brace": "chest", "eyecup": "head", "hip": "pelvis", "arm": WORN, "line": WORN, "head": "ground",
    "hand": "hand",
}  # fmt: skip


def pushes_of(contacts: Sequence[Contact], rested: Collection[str]) -> tuple[Push, ...]:
    """What a rig held by these contacts does to the body. ``rested``: the sides whose fist rests on a knee."""
    found = []
    for contact in contacts:
        on = "knees" if contact.hand in rested else _BORNE_ON[contact.key.kind]
        found.append(Push(on, contact.point_m, -contact.force_n, -contact.moment_nm))
    return tuple(found)


def flow(pushes: tuple[Push, ...]) -> dict[str, float]:
    """Where the weight of the rig goes, N, by what bears it first; the figures sum to the weight."""
    found: dict[str, float] = {}
    for push in pushes:
        found[push.on] = found.get(push.on, 0.0) - float(push.force_n[2])
    return found
