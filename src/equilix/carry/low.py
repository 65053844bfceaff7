"""Carried low by the top handle: the rig hangs from one hand."""

from __future__ import annotations

import math

import numpy as np

from equilix.body.load import choose_grips
from equilix.body.posture import Stance, stance_arm_down
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Situation, Step, Support, Way
from equilix.carry.hanging import hanging_balances, hanging_figures, hanging_verdict
from equilix.facts import Sayable, fact
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
    return hanging_balances(carried, support, LEVEL_RAD, fact("low.the_hand"))


def stance(carried: Carried, support: Support) -> Stance:
    """Beside the rig, the arm hanging down."""
    return stance_arm_down(carried.operator, support.datum_m, carried.operator.shoulder)


def verdict(situation: Situation) -> tuple[Sayable, Sayable]:
    """How it hangs."""
    return hanging_verdict(situation, fact("low.the_hand"), fact("low.loose_hand"))


STEPS = (
    Step(
        BalanceKey.FORE_AFT, fact("low.pitch"), fact("low.let_rig_hang_one_finger"),
        fact("low.camera_hangs_level"), "side", (fact("low.12_nose_down"), fact("low.5_mm_front"), fact("asks.stays")),
    ),
    Step(
        BalanceKey.SIDEWAYS, fact("low.roll"), fact("low.look_front_still_hanging"),
        fact("low.horizon_level"), "front", (fact("low.4_left_side_down"), fact("asks.stays")),
    ),
)  # fmt: skip

LOW = Way(
    "low",
    fact("way_of.low"),
    fact("needs.low"),
    support,
    balances,
    stance,
    verdict,
    STEPS,
    hanging_figures,
    one_hand=True,
)
