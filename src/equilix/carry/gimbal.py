"""On a three-axis gimbal, motors off: tilt fore-aft and vertical, roll, pan; then what the motors have to do."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

import numpy as np

from equilix.body.load import choose_grips
from equilix.body.posture import Stance, stance_before_chest
from equilix.carry.axes import Axis, Drives
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Figure, Situation, Step, Support, Way, off_by
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import Sayable, angle, duration, fact, inertia, length, listed, mass, number, percent, torque
from equilix.keys import BalanceKey
from equilix.kit.parts import Part
from equilix.rig.setups import Cable

MOST_SHARE = 0.10
"""A balanced axis asks less than this of its motor's continuous rating (common practice, no source)."""

_WORDS: Final[Mapping[BalanceKey, tuple[Sayable, Sayable, Sayable, Sayable]]] = {
    BalanceKey.TILT_FORE_AFT: (fact("way.in_front_of"), fact("way.behind"), fact("way.nose_down"), fact("way.nose_up")),
    BalanceKey.TILT_VERTICAL: (
        fact("way.above"),
        fact("way.below"),
        fact("gimbal.over_top_heavy"),
        fact("gimbal.back_level_bottom_heavy"),
    ),
    BalanceKey.ROLL: (
        fact("way.left_of"),
        fact("way.right_of"),
        fact("gimbal.left_side_down"),
        fact("gimbal.right_side_down"),
    ),
    BalanceKey.PAN_FORE_AFT: (
        fact("way.in_front_of"),
        fact("way.behind"),
        fact("gimbal.round_front_downhill"),
        fact("gimbal.round_rear_downhill"),
    ),
    BalanceKey.PAN_ACROSS: (
        fact("way.left_of"),
        fact("way.right_of"),
        fact("gimbal.round_left_side_downhill"),
        fact("gimbal.round_right_side_downhill"),
    ),
}
_AXES: Final = {
    BalanceKey.TILT_FORE_AFT: "tilt",
    BalanceKey.TILT_VERTICAL: "tilt",
    BalanceKey.ROLL: "roll",
    BalanceKey.PAN_FORE_AFT: "pan",
    BalanceKey.PAN_ACROSS: "pan",
}


def support(carried: Carried) -> Support | None:
    """The gimbal: its tilt axis over the CG of what it carries. Held by the grips that do not turn."""
    axes = carried.drives.axes
    if not axes:
        return None
    inner = axes[-1]
    cg = carried.assembly.mass_properties(inner.members).cg_m
    datum = inner.point_m + inner.direction * float((cg - inner.point_m) @ inner.direction)
    turning = set(axes[0].members)
    still = [place for place in carried.grips if place.placement not in turning]
    beside = [
        place for place in still if place.placement != axes[0].carrier
    ]  # two handles are taken before the bare post
    still = beside if len(beside) >= 2 else still
    return Support(
        "tilt-axis", inner.carrier, datum, grips=tuple(choose_grips(still).values()), wrists=True, aims="motors"
    )


def balances(carried: Carried, support: Support) -> tuple[Balance, ...]:
    """One or two conditions for each axis; the tolerance is what 10 % of the motor holds."""
    del support
    return gimbal_balances(carried)


def gimbal_balances(carried: Carried) -> tuple[Balance, ...]:
    """The conditions of every driven axis, innermost first, as they are balanced; none without axes."""
    found = []
    for axis in reversed(carried.drives.axes):
        frame = carried.assembly.rotations[carried.assembly.index[axis.child]]
        x, y, z = frame.T
        if axis.joint.name == "tilt":
            found += [
                _balance(carried, axis, BalanceKey.TILT_FORE_AFT, x),
                _balance(carried, axis, BalanceKey.TILT_VERTICAL, z),
            ]
        elif axis.joint.name == "roll":
            found.append(_balance(carried, axis, BalanceKey.ROLL, y if abs(y[1]) > 0.5 and y[1] > 0 else -y))
        else:
            found.append(_balance(carried, axis, BalanceKey.PAN_FORE_AFT, x))
            if _moves_across(carried, axis, y):
                found.append(_balance(carried, axis, BalanceKey.PAN_ACROSS, y if y[1] > 0 else -y))
    return tuple(found)


def _balance(carried: Carried, axis: Axis, key: BalanceKey, direction: np.ndarray) -> Balance:
    moved = carried.assembly.mass_properties(axis.members).mass_kg * STANDARD_GRAVITY_M_S2
    rating = axis.joint.torque_nm

    def effort(value: float) -> Sayable:
        return fact("gimbal.motor", share=percent(abs(value) * moved / rating), axis=_axis(axis))

    return Balance(
        key,
        direction,
        axis.point_m,
        ((axis.carrier, 1.0),),
        MOST_SHARE * rating / moved,
        *_WORDS[key],
        fact("gimbal.axis", axis=_axis(axis)),
        members=axis.members,
        subject=fact("gimbal.turns_has_centre_gravity"),
        effort_per_m=moved / rating,
        also=effort,
    )


def _axis(axis: Axis) -> Sayable:
    return fact(f"axis.{axis.joint.name}")


def _moves_across(carried: Carried, pan: Axis, across: np.ndarray) -> bool:
    """Whether something between pan and roll slides sideways."""
    inner = {
        each for axis in carried.drives.axes if axis is not pan and axis.joint.name != "pan" for each in axis.members
    }
    for placement_id in pan.members:
        way = carried.assembly.slide_direction(placement_id)
        if placement_id not in inner and way is not None and abs(float(way @ across)) > 0.9:
            return True
    return False


def stance(carried: Carried, support: Support) -> Stance:
    """Behind the gimbal, handles before the chest."""
    where = [place.point_m for place in support.grips or ()] or [carried.mass.cg_m]
    return stance_before_chest(
        carried.operator, sum(where, np.zeros(3)) / len(where), carried.rear_m, carried.setup.height
    )


def verdict(situation: Situation) -> tuple[Sayable, Sayable]:
    """What it does with the motors off, and how hard the hardest worked one would have to hold."""
    worst = situation.worst
    also = worst.balance.also
    effort = also(worst.value_m) if also is not None else ""
    if situation.status == "rests":
        return fact("gimbal.stays_turned"), fact("gimbal.most", effort=effort, off_by=off_by(worst))
    drops = worst.balance.key in (BalanceKey.TILT_FORE_AFT, BalanceKey.ROLL)
    axis = fact(f"axis.{_AXES[worst.balance.key]}")
    return (
        fact("gimbal.drops" if drops else "gimbal.swings", axis=axis, way=worst.way),
        fact("gimbal.only_hold_still", effort=effort, off_by=off_by(worst)),
    )


def drive_of(carried: Carried) -> Part | None:
    """The part with the gimbal's electronics."""
    return next((part for part in carried.assembly.parts if part.drive is not None), None)


def figures(situation: Situation) -> tuple[Figure, ...]:
    """Effort, inertia and room of each axis; payload, power and run time; cables."""
    return gimbal_figures(situation.carried)


def gimbal_figures(carried: Carried) -> tuple[Figure, ...]:
    """The figures of the driven axes of any rig; none without axes."""
    drives = carried.drives
    if not drives.axes:
        return ()
    level, worst = drives.level_nm(), np.abs(drives.working_nm).max(axis=0)
    rows: list[Figure] = []
    for k, axis in enumerate(drives.axes):
        name, rating = axis.joint.name, axis.joint.torque_nm
        rows.append(
            Figure(
                f"{name}_hold_nm",
                fact("gimbal.motor_level", axis=_axis(axis)),
                float(level[k]),
                "N·m",
                fact(
                    "gimbal.worst",
                    level=percent(abs(level[k]) / rating),
                    worst=percent(worst[k] / rating),
                    rating=torque(rating),
                ),
                fact("gimbal.motor_cannot_hold_whole_range", axis=_axis(axis)) if worst[k] > rating else "",
            )
        )
    rows += _power(carried, drives)
    for axis, about in zip(drives.axes, drives.inertias_kg_m2(), strict=True):
        name, value = axis.joint.name, float(about)
        rows.append(
            Figure(
                f"{name}_inertia_kg_m2", fact("gimbal.inertia_about", axis=_axis(axis)), value, "kg·m²", inertia(value)
            )
        )
    rows += _room(carried, drives)
    rows += _cables(carried, drives)
    return tuple(rows)


def _power(carried: Carried, drives: Drives) -> list[Figure]:
    part = drive_of(carried)
    if part is None or part.drive is None:
        return []
    drive, inner = part.drive, drives.axes[-1]
    payload = (
        carried.assembly.mass_properties(inner.members).mass_kg
        - carried.assembly.masses_kg[carried.assembly.index[inner.child]]
    )
    watts = drives.watts(drive.electronics_w)
    best = drive.electronics_w
    lasts, could = (drive.battery_wh / max(each, 1e-6) * 3600 for each in (watts, best))
    over = payload - drive.payload_kg
    return [
        Figure(
            "payload_kg",
            fact("figure.payload_kg"),
            float(payload),
            "kg",
            fact("gimbal.payload_of", payload=mass(float(payload)), payload_2=mass(drive.payload_kg)),
            fact("gimbal.more_maker_allows", over=mass(over)) if over > 1e-6 else "",
        ),
        Figure(
            "power_w",
            fact("figure.power_w"),
            watts,
            "W",
            fact("gimbal.w_balanced_would_w", watts=number(watts, 1), best=number(best, 1)),
        ),
        Figure(
            "run_time_s",
            fact("figure.run_time_s"),
            lasts,
            "s",
            fact("gimbal.balanced", lasts=duration(lasts), could=duration(could)),
        ),
    ]


def _room(carried: Carried, drives: Drives) -> list[Figure]:
    rows = []
    for axis, found in zip(drives.axes, drives.swings, strict=True):
        if found is None:
            continue
        name, turning, standing = axis.joint.name, carried.named(found.turning), carried.named(found.standing)
        if found.strikes_rad is None:
            said = fact("gimbal.between", room=length(found.room_m), turning=turning, standing=standing)
            warning: Sayable = ""
        else:
            said = fact("gimbal.strikes", strikes=angle(found.strikes_rad))
            warning = fact(
                "gimbal.strikes_when_turns",
                turning=turning,
                standing=standing,
                axis=_axis(axis),
                strikes=angle(found.strikes_rad),
            )
        rows.append(Figure(f"{name}_room_m", fact("gimbal.room", axis=_axis(axis)), found.room_m, "m", said, warning))
    return rows


def crossings(carried: Carried, drives: Drives) -> dict[str, list[Cable]]:
    """The cables that cross each axis."""
    return {
        axis.joint.name: [
            cable for cable in carried.setup.cables if (cable.start in axis.members) != (cable.end in axis.members)
        ]
        for axis in drives.axes
    }


CABLE_SHARE: Final = 0.10
"""A motor that gives more of its rating than this to its cables works for nothing (common practice, no source)."""


def _cables(carried: Carried, drives: Drives) -> list[Figure]:
    """What crosses each axis, and the torque that it gives to the motor at the end of the axis's range."""
    rows = []
    across = crossings(carried, drives)
    for axis in drives.axes:
        name, cables = axis.joint.name, across[axis.joint.name]
        if not cables:
            continue
        stiffness = sum(cable.stiffness_nm_per_rad for cable in cables)
        twist = stiffness * max(abs(axis.joint.from_rad), abs(axis.joint.to_rad))
        share = twist / axis.joint.torque_nm
        warning: Sayable = ""
        if len(cables) > 1:
            warning = fact("gimbal.one_cable_most_across_axis")
        elif share > CABLE_SHARE:
            warning = fact("gimbal.stiff_motor_take_thinner_cable")
        names = listed(cable.name for cable in cables)
        given = torque(twist, 1)
        rows += [
            Figure(
                f"{name}_cables",
                fact("gimbal.cables_across", axis=_axis(axis)),
                float(len(cables)),
                "1",
                names,
                warning,
            ),
            Figure(
                f"{name}_cable_nm",
                fact("gimbal.they_give_motor", axis=_axis(axis)),
                twist,
                "N·m",
                fact("gimbal.end_range", given=given, share=percent(share)),
            ),
        ]
    return rows


STEPS = (
    Step(
        BalanceKey.TILT_FORE_AFT,
        fact("gimbal.tilt_fore_aft"),
        fact("gimbal.motors_off_hold_pan_roll"),
        fact("gimbal.lens_stays_level"),
        "side",
        (
            fact("gimbal.drops_nose_down"),
            fact("gimbal.settles_12_nose_up"),
            fact("gimbal.motor_effort_23"),
            fact("asks.stays"),
        ),
    ),
    Step(
        BalanceKey.TILT_VERTICAL,
        fact("gimbal.tilt_vertical"),
        fact("gimbal.point_lens_straight_up_then"),
        fact("gimbal.stays_wherever_you_point"),
        "side",
        (
            fact("gimbal.falls_over_top_heavy"),
            fact("gimbal.4_mm_above"),
            fact("gimbal.motor_effort_15"),
            fact("asks.stays"),
        ),
    ),
    Step(
        BalanceKey.ROLL,
        fact("gimbal.roll"),
        fact("gimbal.hold_tilt_level_look_front"),
        fact("gimbal.horizon_stays_level"),
        "front",
        (
            fact("gimbal.left_side_down"),
            fact("gimbal.settles_8_right_side_down"),
            fact("gimbal.motor_effort_12"),
            fact("asks.stays"),
        ),
    ),
    Step(
        BalanceKey.PAN_FORE_AFT,
        fact("gimbal.pan_line_arm"),
        fact("gimbal.tip_handle_forward_about_20"),
        fact("gimbal.camera_does_not_swing_round"),
        "side",
        (fact("gimbal.swings_round_front_downhill"), fact("gimbal.6_mm_front"), fact("asks.stays")),
    ),
    Step(
        BalanceKey.PAN_ACROSS,
        fact("gimbal.pan_across_arm"),
        fact("gimbal.tip_handle_side_about_20"),
        fact("gimbal.camera_does_not_swing_round"),
        "front",
        (fact("gimbal.swings_round_left_side_downhill"), fact("asks.stays")),
    ),
)
MOTORS_ON = fact("gimbal.motors_fingers_clear_arms_read")

GIMBAL = Way(
    "gimbal",
    fact("way_of.gimbal"),
    fact("needs.gimbal"),
    support,
    balances,
    stance,
    verdict,
    STEPS,
    figures,
    leans=("left elbow", "right elbow"),
    heights=True,
    postures=("standing", "walking", "kneeling"),
)
