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
from equilix.keys import BalanceKey, ContactKey
from equilix.kit.carriers import Harness
from equilix.mechanics.contact import Bearing
from equilix.mechanics.pendulum import sway_hz
from equilix.units import force, length, torque

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
    return hanging_balances(carried, support, LEVEL_RAD, "the eyelet")


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


def verdict(situation: Situation) -> tuple[str, str]:
    """How it hangs when it is let go."""
    return hanging_verdict(situation, "the eyelet", "Let go")


def line_m(carried: Carried, support: Support, harness: Harness) -> float:
    """Length of the line from the end of the boom to the eyelet, at least 20 mm."""
    joints = stance(carried, support).shoulders_m["right"]
    return max(float(joints[2]) + harness.above_m - float(support.datum_m[2]), 0.02)


def figures(situation: Situation) -> tuple[Figure, ...]:
    """Hang, line, hands, boom, hips, bounce and sway."""
    carried, support, unit = situation.carried, situation.support, situation.carried.display
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
            "Line about the lower back, upright",
            worn.forward_nm,
            "N·m",
            torque(worn.forward_nm, unit),
        ),
        lean_figure(worn),
        Figure(
            "hip_load_n",
            "Load on the hips, harness included",
            worn.hips_n,
            "N",
            force(worn.hips_n, unit),
            _long_day(worn.hips_n),
        ),
        *bounce_figures(carried, harness),
        Figure(
            "sway_hz",
            "Sways on the line at",
            sway_hz(reach + drop_of(situation)),
            "Hz",
            f"{sway_hz(reach + drop_of(situation)):.1f} Hz",
        ),
        Figure("line_m", "Line from the boom", reach, "m", length(reach, unit)),
    ]
    return tuple(rows)


def drop_of(situation: Situation) -> float:
    """From the eyelet to the CG, at least 0."""
    return max(drop_m(situation.carried, situation.support), 0.0)


def _long_day(hips_n: float) -> str:
    return "Long days tax the hips: put it down between takes (rule of thumb)." if hips_n > 80.0 else ""


STEPS = (
    Step(
        BalanceKey.FORE_AFT,
        "Pitch",
        "Hook the line into the eyelet and let go with care, a hand under the lens.",
        "The lens is level.",
        "side",
        ("12° nose-up", "8 mm in front", "stays"),
    ),
    Step(
        BalanceKey.SIDEWAYS,
        "Roll",
        "Look at it from the front.",
        "The horizon is level.",
        "front",
        ("4° left side down", "stays"),
    ),
)

HARNESS = Way(
    "harness",
    "on a support harness",
    "a part with an eyelet",
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
