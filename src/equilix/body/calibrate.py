"""Own strength from a hold test: a known mass held at arm's length until it sinks."""

from __future__ import annotations

from typing import Final

from equilix.body.endurance import POWER_LAW
from equilix.body.operators import FOREARM_CG, HAND_CG, MEAN_STRENGTH, UPPER_ARM_CG, Operator, Strength, segments
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.errors import Refused
from equilix.facts import fact, number

SHORTEST_S: Final = 5.0
LONGEST_S: Final = 1200.0


def held_moment_nm(operator: Operator, mass_kg: float) -> float:
    """Moment at the shoulder of the straight, level arm with ``mass_kg`` in the fist, N·m."""
    body = segments(operator)
    fist = body.upper_arm_m + body.forearm_m + HAND_CG * body.hand_m
    own = (
        body.upper_arm_kg * UPPER_ARM_CG * body.upper_arm_m
        + body.forearm_kg * (body.upper_arm_m + FOREARM_CG * body.forearm_m)
        + body.hand_kg * fist
    )
    return (own + mass_kg * fist) * STANDARD_GRAVITY_M_S2


def strength_from_hold(operator: Operator, mass_kg: float, held_s: float) -> Strength:
    """The strength that a hold of ``held_s`` speaks for: the endurance curve of the shoulder, read backwards.

    ``f = (T/b₀)^(1/b₁)``, strength = moment/f. The elbow and the wrist are taken to be as strong in proportion; what
    was entered for grip and trunk stays. Raises :class:`Refused` outside 5 s to 20 min.
    """
    if not SHORTEST_S <= held_s <= LONGEST_S:
        raise Refused(
            fact("calibrate.hold_s_says_nothing", held=number(held_s)),
            fact("calibrate.between_s_min_allowed", shortest=number(SHORTEST_S), longest=number(LONGEST_S / 60)),
            fact("calibrate.take_lighter_or_heavier_mass"),
        )  # fmt: skip
    if not 0.2 <= mass_kg <= 15.0:
        raise Refused(
            fact("calibrate.kg_no_mass_hold_test", mass=number(mass_kg, 2)),
            fact("calibrate.between_0_2_kg_15"),
            fact("calibrate.take_2_kg"),
        )
    b0, b1 = POWER_LAW["shoulder"]
    shoulder = held_moment_nm(operator, mass_kg) / (held_s / b0) ** (1 / b1)
    mean = MEAN_STRENGTH[operator.sex]
    ratio = shoulder / mean["shoulder"]
    return operator.strength.changed(
        shoulder_nm=round(min(shoulder, 400.0), 1), elbow_nm=round(min(mean["elbow"] * ratio, 400.0), 1),
        wrist_nm=round(min(mean["wrist"] * ratio, 100.0), 1),
    )  # fmt: skip
