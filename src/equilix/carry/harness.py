"""On a support harness: the rig hangs from one eyelet on a line; hips and boom take the load.

It takes load off the arms and does not steady: a taut line passes every step on.
"""

from __future__ import annotations

import math

import numpy as np

from equilix.body.posture import Stance, stance_at, stance_before_chest
from equilix.body.whole import SPINE_BEHIND
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Figure, Situation, Step, Support, Way
from equilix.carry.hanging import drop_m, hanging_balances, hanging_figures, hanging_verdict
from equilix.carry.springs import bounce_figures, lift_n, spring_figures
from equilix.carry.worn import frame, lean_figure, lift_of
from equilix.facts import Sayable, fact, force, length, measured, torque
from equilix.keys import BalanceKey, ContactKey
from equilix.kit.carriers import Harness
from equilix.mechanics.contact import Bearing
from equilix.mechanics.pendulum import sway_hz

LEVEL_RAD = math.radians(3.0)
"""How far off level it may hang (common practice, no source)."""
UP = np.array((0.0, 0.0, 1.0))


def support(carried: Carried) -> Support | None:
    """The first eyelet of the rig; the line pulls there by as much as the spring is set to, or by all of it."""
    found = carried.anchor("eyelet")
    if found is None:
        return None
    lift = lift_n(carried, carried.borne_by(Harness))
    line = Bearing(ContactKey("line"), found[1], UP, 0.0)
    return Support("eyelet", found[0], found[1], (line,), hangs=True, lift_n=lift, level=True, wrists=True)


def balances(carried: Carried, support: Support) -> tuple[Balance, ...]:
    """CG under the eyelet."""
    return hanging_balances(carried, support, LEVEL_RAD, fact("harness.eyelet"))


def stance(carried: Carried, support: Support) -> Stance:
    """Behind the line by as much as the boom is long; without one as close as hands before the chest ask."""
    where = [place.point_m for place in carried.grips]
    hands = sum(where, np.zeros(3)) / len(where) if where else carried.mass.cg_m
    found = stance_before_chest(carried.operator, hands, carried.rear_m)
    harness = carried.borne_by(Harness)
    if harness is None:
        return found
    middle = support.datum_m - np.array((harness.boom_m - SPINE_BEHIND, 0.0, 0.0))
    return stance_at(carried.operator, middle, float(found.shoulders_m["left"][2]))


def stands_out(carried: Carried, support: Support) -> tuple[tuple[np.ndarray, float], ...]:
    """Nothing but the line: the boom is light, and its mass counts at the body."""
    del carried, support
    return ()


def verdict(situation: Situation) -> tuple[Sayable, Sayable]:
    """How it hangs when it is let go."""
    return hanging_verdict(situation, fact("harness.eyelet"), fact("harness.let_go"))


def line_m(carried: Carried, support: Support, harness: Harness) -> float:
    """Length of the line from the end of the boom to the eyelet, at least 20 mm."""
    joints = stance(carried, support).shoulders_m["right"]
    return max(float(joints[2]) + harness.above_m - float(support.datum_m[2]), 0.02)


def figures(situation: Situation) -> tuple[Figure, ...]:
    """Hang, line, hands, boom, hips, bounce and sway."""
    carried, support = situation.carried, situation.support
    rows = list(hanging_figures(situation))
    harness = carried.borne_by(Harness)
    worn = frame(carried, HARNESS, support, situation.stance, situation.holding)
    if harness is None or worn is None:
        return tuple(rows)
    reach = line_m(carried, support, harness)
    rows += spring_figures(carried, harness, lift_of(situation.holding))
    rows += [
        Figure(
            "boom_moment_nm",
            fact("figure.boom_moment_nm"),
            worn.forward_nm,
            "N·m",
            torque(worn.forward_nm),
        ),
        lean_figure(worn),
        Figure(
            "hip_load_n",
            fact("figure.hip_load_n"),
            worn.hips_n,
            "N",
            force(worn.hips_n),
            _long_day(worn.hips_n),
        ),
        *bounce_figures(carried, harness),
        Figure(
            "sway_hz",
            fact("figure.sway_hz"),
            sway_hz(reach + drop_of(situation)),
            "Hz",
            measured(sway_hz(reach + drop_of(situation)), "Hz", 1),
        ),
        Figure("line_m", fact("figure.line_m"), reach, "m", length(reach)),
    ]
    return tuple(rows)


def drop_of(situation: Situation) -> float:
    """From the eyelet to the CG, at least 0."""
    return max(drop_m(situation.carried, situation.support), 0.0)


def _long_day(hips_n: float) -> Sayable:
    return fact("harness.long_days_tax_hips_put") if hips_n > 80.0 else ""


STEPS = (
    Step(
        BalanceKey.FORE_AFT,
        fact("harness.pitch"),
        fact("harness.hook_line_into_eyelet_let"),
        fact("harness.lens_level"),
        "side",
        (fact("harness.12_nose_up"), fact("harness.8_mm_front"), fact("asks.stays")),
    ),
    Step(
        BalanceKey.SIDEWAYS,
        fact("harness.roll"),
        fact("harness.look_front"),
        fact("harness.horizon_level"),
        "front",
        (fact("harness.4_left_side_down"), fact("asks.stays")),
    ),
)

HARNESS = Way(
    "harness",
    fact("way_of.harness"),
    fact("needs.harness"),
    support,
    balances,
    stance,
    verdict,
    STEPS,
    figures,
    leans=("left elbow", "right elbow"),
    bearer="harness",
    stands_out=stands_out,
    swings=True,
)
