"""RULA: a score from 1 to 7 for a posture of the upper limbs.

McAtamney & Corlett, *Applied Ergonomics* 24, 1993; tables from memory. Angles in rad.
"""

from __future__ import annotations

import math
from typing import Final

from msgspec import Struct

from equilix.facts import Sayable, fact

_A: Final = (
    ((1, 2, 2, 2, 2, 3, 3, 3), (2, 2, 2, 2, 3, 3, 3, 3), (2, 3, 3, 3, 3, 3, 4, 4)),
    ((2, 3, 3, 3, 3, 4, 4, 4), (3, 3, 3, 3, 3, 4, 4, 4), (3, 4, 4, 4, 4, 4, 5, 5)),
    ((3, 3, 4, 4, 4, 4, 5, 5), (3, 4, 4, 4, 4, 4, 5, 5), (4, 4, 4, 4, 4, 5, 5, 5)),
    ((4, 4, 4, 4, 4, 5, 5, 5), (4, 4, 4, 4, 4, 5, 5, 5), (4, 4, 4, 5, 5, 5, 6, 6)),
    ((5, 5, 5, 5, 5, 6, 6, 7), (5, 6, 6, 6, 6, 7, 7, 7), (6, 6, 6, 7, 7, 7, 7, 8)),
    ((7, 7, 7, 7, 7, 8, 8, 9), (8, 8, 8, 8, 8, 9, 9, 9), (9, 9, 9, 9, 9, 9, 9, 9)),
)  # fmt: skip
"""Table A: upper arm 1–6, lower arm 1–3, wrist 1–4 with twist 1–2."""
_B: Final = (
    ((1, 3), (2, 3), (3, 4), (5, 5), (6, 6), (7, 7)),
    ((2, 3), (2, 3), (4, 5), (5, 5), (6, 7), (7, 7)),
    ((3, 3), (3, 4), (4, 5), (5, 6), (6, 7), (7, 7)),
    ((5, 5), (5, 6), (6, 7), (7, 7), (7, 7), (8, 8)),
    ((7, 7), (7, 7), (7, 8), (8, 8), (8, 8), (8, 8)),
    ((8, 8), (8, 8), (8, 8), (8, 9), (9, 9), (9, 9)),
)
"""Table B: neck 1–6, trunk 1–6, legs 1–2."""
_C: Final = (
    (1, 2, 3, 3, 4, 5, 5),
    (2, 2, 3, 4, 4, 5, 5),
    (3, 3, 3, 4, 4, 5, 6),
    (3, 3, 3, 4, 5, 6, 6),
    (4, 4, 4, 5, 6, 7, 7),
    (4, 4, 5, 6, 6, 7, 7),
    (5, 5, 6, 6, 7, 7, 7),
    (5, 5, 6, 7, 7, 7, 7),
)
"""Table C: arm and wrist 1–8, neck, trunk and legs 1–7."""
_WORDS: Final = {
    1: fact("screening.acceptable_if_not_held_long"),
    2: fact("screening.acceptable_if_not_held_long"),
    3: fact("screening.look_into"),
    4: fact("screening.look_into"),
    5: fact("screening.look_into_soon_change"),
    6: fact("screening.look_into_soon_change"),
    7: fact("screening.change_now"),
}


class Posture(Struct, frozen=True):
    """What RULA asks about one side, lens level. Angles in rad; flexion and forward lean positive."""

    upper_arm_rad: float
    elbow_rad: float
    """Angle between upper arm and forearm: 180° is a straight arm."""
    neck_rad: float
    """Head bent forward (gaze down); negative looks up."""
    trunk_rad: float = 0.0
    wrist_rad: float = 0.0
    arm_abducted: bool = False
    arm_supported: bool = False
    across_midline: bool = False
    legs_even: bool = True
    static: bool = True
    load_kg: float = 0.0


class Rula(Struct, frozen=True):
    """The scores: arm and wrist (A with additions), neck, trunk and legs (B with additions), and the grand score."""

    upper_arm: int
    lower_arm: int
    wrist: int
    neck: int
    trunk: int
    arm_score: int
    body_score: int
    score: int

    @property
    def words(self) -> Sayable:
        """What the method says of such a score."""
        return _WORDS[self.score]


def upper_arm_score(raised_rad: float, *, abducted: bool = False, supported: bool = False) -> int:
    """1 to 6: by how far the upper arm is raised; +1 abducted, −1 supported."""
    degrees = math.degrees(raised_rad)
    base = 1 if abs(degrees) <= 20 else 2 if degrees <= 45 else 3 if degrees <= 90 else 4
    return min(max(base + int(abducted) - int(supported), 1), 6)


def lower_arm_score(elbow_rad: float, *, across: bool = False) -> int:
    """1 to 3: flexed by 60° to 100° is 1; +1 across the midline or out to the side."""
    flexed = 180 - math.degrees(elbow_rad)
    return min((1 if 60 <= flexed <= 100 else 2) + int(across), 3)


def wrist_score(bent_rad: float) -> int:
    """1 to 3: straight, bent up to 15°, bent more."""
    degrees = abs(math.degrees(bent_rad))
    return 1 if degrees < 1 else 2 if degrees <= 15 else 3


def neck_score(bent_rad: float) -> int:
    """1 to 4: to 10° forward, to 20°, more, and bent back."""
    degrees = math.degrees(bent_rad)
    return 4 if degrees < -0.5 else 1 if degrees <= 10 else 2 if degrees <= 20 else 3


def trunk_score(bent_rad: float, *, supported: bool = False) -> int:
    """1 to 4: upright, to 20°, to 60°, more; leaning back counts as leaning."""
    degrees = abs(math.degrees(bent_rad))
    return 1 if supported or degrees < 1 else 2 if degrees <= 20 else 3 if degrees <= 60 else 4


def load_score(load_kg: float, *, static: bool) -> int:
    """0 to 3: under 2 kg now and then; to 10 kg; held or more."""
    if load_kg < 2:
        return 0
    if load_kg <= 10:
        return 2 if static else 1
    return 3


def rula(posture: Posture) -> Rula:
    """The scores of a posture held on one side; the wrist is taken in the middle of its twist."""
    arm = upper_arm_score(posture.upper_arm_rad, abducted=posture.arm_abducted, supported=posture.arm_supported)
    lower = lower_arm_score(posture.elbow_rad, across=posture.across_midline)
    wrist = wrist_score(posture.wrist_rad)
    neck, trunk = neck_score(posture.neck_rad), trunk_score(posture.trunk_rad)
    more = int(posture.static) + load_score(posture.load_kg, static=posture.static)
    a = table_a(arm, lower, wrist, 1) + more
    b = table_b(neck, trunk, 1 if posture.legs_even else 2) + more
    return Rula(arm, lower, wrist, neck, trunk, a, b, table_c(a, b))


def table_a(upper: int, lower: int, wrist: int, twist: int) -> int:
    """Posture score A."""
    return _A[upper - 1][lower - 1][2 * (wrist - 1) + twist - 1]


def table_b(neck: int, trunk: int, legs: int) -> int:
    """Posture score B."""
    return _B[neck - 1][trunk - 1][legs - 1]


def table_c(arm: int, body: int) -> int:
    """Grand score; 8 and more count as 8, 7 and more as 7."""
    return _C[min(arm, 8) - 1][min(body, 7) - 1]


FREE_RAD: Final = math.radians(20.0)
LIMIT_RAD: Final = math.radians(60.0)
"""Between these a raised upper arm has a longest holding time, from 3 min down to 1 min (ISO 11226; from memory)."""


def raised_arm_s(raised_rad: float) -> float:
    """Longest time that an unsupported upper arm should be held raised by so much; 0 above 60°, infinite to 20°."""
    raised = abs(raised_rad)
    if raised <= FREE_RAD:
        return math.inf
    return 180.0 - 120.0 * (raised - FREE_RAD) / (LIMIT_RAD - FREE_RAD) if raised <= LIMIT_RAD else 0.0
