"""Carried low by the top handle: the rig hangs from one hand."""

from __future__ import annotations

import math

import numpy as np

from equilix.body.load import choose_grips
from equilix.body.posture import Stance, stance_arm_down
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Situation, Step, Support, Way
from equilix.carry.hanging import hanging_balances, hanging_figures, hanging_verdict
from equilix.keys import BalanceKey

LEVEL_RAD = math.radians(2.0)
"""How far off level it may hang (common practice, no source)."""


def support(carried: Carried) -> Support | None:
    """The highest handle that lies level; None where there is none."""
    flat = [place for place in carried.grips if abs(place.axis[2]) < 0.5]
    if not flat:
        return None
    held = max(flat, key=lambda place: float(place.point_m[2]))
    held = held.taken_by(carried.operator.shoulder)
    return Support(
        "hand", held.placement, np.asarray(held.point_m), hangs=True, level=True, wrists=True,
        grips=tuple(choose_grips([held]).values()),
    )  # fmt: skip


def balances(carried: Carried, support: Support) -> tuple[Balance, ...]:
    """CG under the hand."""
    return hanging_balances(carried, support, LEVEL_RAD, "the hand")


def stance(carried: Carried, support: Support) -> Stance:
    """Beside the rig, the arm hanging down."""
    return stance_arm_down(carried.operator, support.datum_m, carried.operator.shoulder)


def verdict(situation: Situation) -> tuple[str, str]:
    """How it hangs."""
    return hanging_verdict(situation, "the hand", "Loose in the hand")


STEPS = (
    Step(
        BalanceKey.FORE_AFT, "Pitch", "Let the rig hang from one finger under the top handle.",
        "The camera hangs level.", "side", ("12° nose-down", "5 mm in front", "stays"),
    ),
    Step(
        BalanceKey.SIDEWAYS, "Roll", "Look at it from the front, still hanging.",
        "The horizon is level.", "front", ("4° left side down", "stays"),
    ),
)  # fmt: skip

LOW = Way(
    "low",
    "low by the top handle",
    "a top handle",
    support,
    balances,
    stance,
    verdict,
    STEPS,
    hanging_figures,
    one_hand=True,
)
