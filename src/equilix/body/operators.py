"""Operators: body size and strength, as entered or by default."""

from __future__ import annotations

from typing import Annotated, Final, Literal

from msgspec import Struct

from equilix.keys import Joint
from equilix.model import Identifier, Model, Name, field
from equilix.schema import Limits

Sex = Literal["male", "female"]
SparedSide = Literal["left", "right", "both"]

MEAN_STRENGTH: Final[dict[Sex, dict[Joint, float]]] = {
    "male": {"elbow": 77.0, "shoulder": 92.0, "wrist": 13.0, "grip": 450.0, "trunk": 240.0},
    "female": {"elbow": 41.0, "shoulder": 40.0, "wrist": 7.5, "grip": 270.0, "trunk": 145.0},
}
"""Mean strength of adults: elbow, shoulder and wrist flexion and trunk extension in N·m, grip in N.

From memory; the spread is wide."""


class Strength(Model):
    """Own strength where it is known; what is absent is the mean of the sex. 0 marks an injured limb."""

    elbow_nm: Annotated[float, Limits(ge=0.0, le=400.0)] | None = None
    shoulder_nm: Annotated[float, Limits(ge=0.0, le=400.0)] | None = None
    wrist_nm: Annotated[float, Limits(ge=0.0, le=100.0)] | None = None
    trunk_nm: Annotated[float, Limits(ge=0.0, le=1500.0)] | None = None
    grip_n: Annotated[float, Limits(ge=0.0, le=1500.0)] | None = None

    def of(self, joint: Joint) -> float | None:
        """That of a joint, N·m, of the grip N; None where it is not known."""
        value: float | None = getattr(self, STRENGTH_FIELDS[joint])
        return value


STRENGTH_FIELDS: Final[dict[Joint, str]] = {
    "elbow": "elbow_nm", "shoulder": "shoulder_nm", "wrist": "wrist_nm", "trunk": "trunk_nm", "grip": "grip_n",
}  # fmt: skip
MOST_STRENGTH: Final[dict[Joint, float]] = {
    "elbow": 400.0, "shoulder": 400.0, "wrist": 100.0, "trunk": 1500.0, "grip": 1500.0,
}  # fmt: skip


class Spared(Model):
    """A sore or weak place: its strength counts for ``factor`` of what it would; 0 for one that carries nothing."""

    joint: Joint
    side: SparedSide = "both"
    factor: Annotated[float, Limits(ge=0.0, le=1.0)] = 0.6


MOST_HOLDS: Final = 50


class Hold(Model):
    """A hold test: so much in the fist of the straight, level arm, until it sank."""

    mass_kg: Annotated[float, Limits(gt=0.0, le=15.0)]
    held_s: Annotated[float, Limits(gt=0.0, le=1200.0)]


class StatedBody(Model):
    """What was said of an operator before the notebook corrected it."""

    strength: Strength = Strength()
    endurance: Annotated[float, Limits(ge=0.05, le=20.0)] = 1.0


class Operator(Model):
    """Someone who carries the rig. The rig sits on ``shoulder``."""

    id: Identifier
    name: Name
    stature_m: Annotated[float, Limits(ge=1.20, le=2.20)] = 1.75
    mass_kg: Annotated[float, Limits(ge=35.0, le=200.0)] = 75.0
    sex: Sex = "male"
    shoulder: Literal["right", "left"] = "right"
    eye: Literal["right", "left"] = "right"
    strength: Strength = Strength()
    spare: tuple[Spared, ...] = ()
    note: str = ""
    work_h: Annotated[float, Limits(gt=0.0, le=24.0)] | None = field(
        default=None, description="Own rule: at work at most so many hours a day, meals not counted."
    )
    rest_h: Annotated[float, Limits(gt=0.0, le=72.0)] | None = field(
        default=None, description="Own rule: at least so many hours from one day to the next."
    )
    endurance: Annotated[float, Limits(ge=0.05, le=20.0)] = field(
        default=1.0, description="So many times as long as most people they hold the same share of their strength."
    )
    holds: Annotated[tuple[Hold, ...], Limits(max_length=MOST_HOLDS)] = field(default=(), description="Hold tests.")
    stated: StatedBody | None = field(
        default=None, description="What was said before the notebook corrected strength and endurance."
    )

    def strength_of(self, joint: Joint, side: str = "") -> float:
        """Strength of one side, or of the trunk: N·m, for the grip N. What is to be spared counts for less."""
        factor = min((s.factor for s in self.spare if s.joint == joint and s.side in (side, "both")), default=1.0)
        return factor * self.own(joint)

    def own(self, joint: Joint) -> float:
        """Strength of a joint that nothing spares: N·m, of the grip N."""
        own = self.strength.of(joint)
        return MEAN_STRENGTH[self.sex][joint] if own is None else own


class Segments(Struct, frozen=True):
    """Lengths in m and masses in kg of the segments used here, of one body."""

    upper_arm_m: float
    forearm_m: float
    hand_m: float
    upper_arm_kg: float
    forearm_kg: float
    hand_kg: float
    shoulder_height_m: float
    eye_height_m: float
    half_shoulder_width_m: float


def segments(operator: Operator) -> Segments:
    """Segment lengths and masses from stature and body mass.

    Source: Winter, *Biomechanics and Motor Control of Human Movement*, table 4.1 and figure 4.1 (from memory).
    """
    h, m = operator.stature_m, operator.mass_kg
    return Segments(0.186 * h, 0.146 * h, 0.108 * h, 0.028 * m, 0.016 * m, 0.006 * m, 0.818 * h, 0.936 * h, 0.129 * h)


UPPER_ARM_CG, FOREARM_CG, HAND_CG = 0.436, 0.430, 0.506
"""Centres of mass from the near joint, as a share of the segment's length (Winter, table 4.1, from memory)."""
