"""On the tripod: the centre of gravity over the head, its height held by the counterbalance."""

from __future__ import annotations

import math
from typing import Final

import numpy as np

from equilix.body.posture import Stance, stance_at_eye
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Figure, Situation, Step, Support, Way, fore_aft, off_by, sideways
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import Sayable, angle, fact, length, mass, percent, torque
from equilix.keys import BalanceKey, ContactKey
from equilix.kit.carriers import TripodHead
from equilix.kit.parts import Part
from equilix.mechanics.contact import Bearing
from equilix.mechanics.mass_properties import MassProperties
from equilix.rig.kinematics import payload_ids

OVER_HEAD_M: Final = 0.005
"""How far off the head's axis the CG may be (common practice, no source)."""
FEW_RAD: Final = math.radians(10.0)
"""A tip angle below this is flagged (common practice, no source)."""
PLATE_M: Final = 0.05
"""Half of the plate of the head, over which it bears (estimate)."""


def support(carried: Carried) -> Support | None:
    """The clamp of the head, or the lowest plate that can be clamped."""
    found = carried.anchor("head")
    if found is None:
        return None
    bearing = Bearing(ContactKey("head"), found[1], np.array((0.0, 0.0, 1.0)))
    head = carried.borne_by(TripodHead)
    below = 0.0 if head is None else head.plate_over_axis_m
    counter = 0.0
    if head is not None:
        load = payload(carried)
        over = float(load.cg_m[2] - found[1][2]) + below
        counter = head.counterbalance_nm[step_of(carried, head, over * load.mass_kg * STANDARD_GRAVITY_M_S2)]
    return Support(
        "head", found[0], found[1], (bearing,), (-PLATE_M, PLATE_M), PLATE_M, hangs=True, grips=(), aims="head",
        axis_below_m=below, counterbalance_nm=counter,
    )  # fmt: skip


def step_of(carried: Carried, head: TripodHead, wanted_nm: float) -> int:
    """The step of the counterbalance that is set; the nearest to what is wanted where none is."""
    if carried.setup.setting is None:
        return best_step(head, wanted_nm)
    return min(max(round(carried.setup.setting), 0), len(head.counterbalance_nm) - 1)


def balances(carried: Carried, support: Support) -> tuple[Balance, ...]:
    """Over the head's axis: what the head carries, without its own clamp."""
    name = fact("tripod.axis_head")
    members = payload_ids(carried.assembly)
    only = None if len(members) == len(carried.assembly.ids) else members
    return (
        fore_aft(
            support,
            OVER_HEAD_M,
            datum_name=name,
            members=only,
            falls_ahead=fact("way.nose_down"),
            falls_behind=fact("way.nose_up"),
        ),
        sideways(support, OVER_HEAD_M, datum_name=name, members=only),
    )


def payload(carried: Carried) -> MassProperties:
    """What the head carries."""
    return carried.assembly.mass_properties(payload_ids(carried.assembly))


def stance(carried: Carried, support: Support) -> Stance:
    """Behind the tripod, the lens at eye level."""
    return stance_at_eye(
        carried.operator, 0.30, np.array((carried.rear_m, support.datum_m[1], 0.0)), float(carried.mass.cg_m[2])
    )


def verdict(situation: Situation) -> tuple[Sayable, Sayable]:
    """Stays level, or tilts by itself."""
    worst = situation.worst
    if situation.status == "rests":
        return fact("tripod.stays_level"), fact("tripod.centre_gravity_stands", off_by=off_by(worst))
    moment = torque(abs(worst.value_m) * payload(situation.carried).mass_kg * STANDARD_GRAVITY_M_S2)
    return fact("tripod.tilts_itself", way=worst.way), fact("tripod.drag_loose", moment=moment, off_by=off_by(worst))


def over_axis_m(carried: Carried, support: Support, head: TripodHead) -> float:
    """CG of what the head carries over its tilt axis."""
    return float(payload(carried).cg_m[2] - support.datum_m[2]) + head.plate_over_axis_m


def best_step(head: TripodHead, wanted_nm: float) -> int:
    """The step of the counterbalance that is nearest to a moment; 0 is none."""
    return int(np.argmin(np.abs(np.array(head.counterbalance_nm) - wanted_nm)))


def tripod_tip_rad(carried: Carried, support: Support, head: TripodHead, part: Part) -> float:
    """Least tip angle of tripod and rig over the line between two feet; the CG may be off the middle."""
    rig_up = head.height_m + float(carried.mass.cg_m[2] - support.datum_m[2])
    total = carried.mass.mass_kg + part.mass_kg
    height = (carried.mass.mass_kg * rig_up + part.mass_kg * head.cg_height_m) / total
    off = float(np.hypot(*(carried.mass.cg_m - support.datum_m)[:2])) * carried.mass.mass_kg / total
    return math.atan2(head.foot_radius_m / 2 - off, height)  # the inner radius of a triangle of feet is half the outer


def figures(situation: Situation) -> tuple[Figure, ...]:
    """Counterbalance, payload of the head, how far the tripod is from tipping."""
    carried, support = situation.carried, situation.support
    head = carried.borne_by(TripodHead)
    if head is None or carried.bearer is None:
        return ()
    over = over_axis_m(carried, support, head)
    wanted = over * payload(carried).mass_kg * STANDARD_GRAVITY_M_S2
    best = best_step(head, wanted)
    step = step_of(carried, head, wanted)
    left = wanted - head.counterbalance_nm[step]
    tip = tripod_tip_rad(carried, support, head, carried.bearer)
    load = payload(carried).mass_kg
    heavy = load > head.most_kg
    rows = [
        Figure("over_axis_m", fact("figure.over_axis_m"), over, "m", length(over)),
        Figure(
            "counterbalance_nm",
            fact("figure.counterbalance_nm"),
            wanted,
            "N·m",
            fact("tripod.step_nearest", wanted=torque(wanted), best=best),
        ),
        Figure(
            "left_nm",
            fact("figure.left_nm", step=step),
            left,
            "N·m",
            torque(left),
            fact("tripod.set_step", best=best)
            if step != best
            else fact("tripod.more_last_step_holds_keep")
            if left > 0.25 * max(wanted, 0.1) and best == len(head.counterbalance_nm) - 1
            else "",
        ),
        Figure(
            "rated_share",
            fact("figure.head_share"),
            load / head.most_kg,
            "1",
            fact("tripod.load_of_most", load=percent(load / head.most_kg), most=mass(head.most_kg)),
            fact("tripod.more_maker_allows", load=mass(load - head.most_kg)) if heavy else "",
        ),
        Figure("tripod_tip_rad", fact("figure.tripod_tip_rad"), tip, "rad", angle(tip), few(tip)),
    ]
    return tuple(rows)


def few(tip_rad: float) -> Sayable:
    """A warning where something tips too easily."""
    return fact("tripod.tips_easily_under_10_rule") if tip_rad < FEW_RAD else ""


STEPS = (
    Step(
        BalanceKey.FORE_AFT,
        fact("tripod.fore_aft"),
        fact("tripod.counterbalance_off_drag_off_hand"),
        fact("tripod.right_stays_level"),
        "side",
        (fact("tripod.tilts_nose_down"), fact("tripod.14_mm_front"), fact("asks.stays")),
    ),
    Step(
        BalanceKey.SIDEWAYS,
        fact("tripod.sideways"),
        fact("tripod.look_along_lens_loosen_plates"),
        fact("tripod.plates_middle_under_cameras"),
        "front",
        (fact("tripod.leans_left"), fact("tripod.6_mm_right"), fact("asks.stays")),
    ),
)

TRIPOD = Way(
    "tripod",
    fact("way_of.tripod"),
    fact("needs.tripod"),
    support,
    balances,
    stance,
    verdict,
    STEPS,
    figures,
    bearer="tripod",
    postures=("standing",),
    stays_up=True,
)
