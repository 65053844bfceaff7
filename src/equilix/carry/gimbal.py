"""On a three-axis gimbal, motors off: tilt fore-aft and vertical, roll, pan; then what the motors have to do."""

from __future__ import annotations

from typing import Final

import numpy as np

from equilix.body.load import choose_grips
from equilix.body.posture import Stance, stance_before_chest
from equilix.carry.axes import Axis, Drives
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Figure, Situation, Step, Support, Way, off_by
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.keys import BalanceKey
from equilix.kit.parts import Part
from equilix.rig.setups import Cable
from equilix.units import Display, angle, duration, inertia, length, mass, torque

MOST_SHARE = 0.10
"""A balanced axis asks less than this of its motor's continuous rating (common practice, no source)."""

_WORDS = {
    BalanceKey.TILT_FORE_AFT: ("in front of", "behind", "nose-down", "nose-up"),
    BalanceKey.TILT_VERTICAL: ("above", "below", "over: top-heavy", "back to level: bottom-heavy"),
    BalanceKey.ROLL: ("left of", "right of", "left side down", "right side down"),
    BalanceKey.PAN_FORE_AFT: ("in front of", "behind", "round, front downhill", "round, rear downhill"),
    BalanceKey.PAN_ACROSS: ("left of", "right of", "round, left side downhill", "round, right side downhill"),
}
_AXES = {
    BalanceKey.TILT_FORE_AFT: "Tilt",
    BalanceKey.TILT_VERTICAL: "Tilt",
    BalanceKey.ROLL: "Roll",
    BalanceKey.PAN_FORE_AFT: "Pan",
    BalanceKey.PAN_ACROSS: "Pan",
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

    def effort(value: float, unit: Display) -> str:
        del unit
        return f"{abs(value) * moved / rating:.0%} of the {axis.joint.name} motor"

    return Balance(
        key,
        direction,
        axis.point_m,
        ((axis.carrier, 1.0),),
        MOST_SHARE * rating / moved,
        *_WORDS[key],
        f"the {axis.joint.name} axis",
        members=axis.members,
        subject="What turns on it has its centre of gravity",
        effort_per_m=moved / rating,
        also=effort,
    )


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


def verdict(situation: Situation) -> tuple[str, str]:
    """What it does with the motors off, and how hard the hardest worked one would have to hold."""
    worst, unit = situation.worst, situation.carried.display
    also = worst.balance.also
    effort = also(worst.value_m, unit) if also is not None else ""
    if situation.status == "rests":
        return "Stays as it is turned.", f"At most {effort}; {off_by(worst, unit)}."
    verb = "drops" if worst.balance.key in (BalanceKey.TILT_FORE_AFT, BalanceKey.ROLL) else "swings"
    return (
        f"{_AXES[worst.balance.key]} {verb} {worst.way}.",
        f"{effort[0].upper()}{effort[1:]} only to hold still: {off_by(worst, unit)}.",
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
    unit = carried.display
    level, worst = drives.level_nm(), np.abs(drives.working_nm).max(axis=0)
    rows: list[Figure] = []
    for k, axis in enumerate(drives.axes):
        name, rating = axis.joint.name, axis.joint.torque_nm
        rows.append(
            Figure(
                f"{name}_hold_nm",
                f"{name.capitalize()} motor, level",
                float(level[k]),
                "N·m",
                f"{abs(level[k]) / rating:.0%}; at worst {worst[k] / rating:.0%} of {torque(rating, unit)}",
                f"The {name} motor cannot hold it in its whole range." if worst[k] > rating else "",
            )
        )
    rows += _power(carried, drives)
    for axis, about in zip(drives.axes, drives.inertias_kg_m2(), strict=True):
        name, value = axis.joint.name, float(about)
        rows.append(
            Figure(f"{name}_inertia_kg_m2", f"Inertia about {name}", value, "kg·m²", inertia(value, carried.display))
        )
    rows += _room(carried, drives)
    rows += _cables(carried, drives)
    return tuple(rows)


def _power(carried: Carried, drives: Drives) -> list[Figure]:
    part, unit = drive_of(carried), carried.display
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
            "Payload",
            float(payload),
            "kg",
            f"{mass(float(payload), unit)} of {mass(drive.payload_kg, unit)}",
            f"{mass(over, unit)} more than its maker allows." if over > 1e-6 else "",
        ),
        Figure(
            "power_w", "Power drawn, mean of the range", watts, "W", f"{watts:.1f} W; balanced it would be {best:.1f} W"
        ),
        Figure("run_time_s", "Runs for", lasts, "s", f"{duration(lasts)}; balanced {duration(could)}"),
    ]


def _room(carried: Carried, drives: Drives) -> list[Figure]:
    rows, unit = [], carried.display
    for axis, found in zip(drives.axes, drives.swings, strict=True):
        if found is None:
            continue
        name, turning, standing = axis.joint.name, carried.named(found.turning), carried.named(found.standing)
        if found.strikes_rad is None:
            said, warning = f"{length(found.room_m, unit)} between {turning} and {standing}", ""
        else:
            said = f"strikes at {angle(found.strikes_rad)}"
            warning = f"The {turning} strikes the {standing} when {name} turns by {angle(found.strikes_rad)}."
        rows.append(Figure(f"{name}_room_m", f"Room to {name}", found.room_m, "m", said, warning))
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
        warning = ""
        if len(cables) > 1:
            warning = "One cable at most across an axis (rule of thumb): put the others inside or outside."
        elif share > CABLE_SHARE:
            warning = "Stiff for this motor: take a thinner cable, or leave it more slack at the axis."
        names = ", ".join(cable.name for cable in cables)
        given = torque(twist, carried.display, 1)
        rows += [
            Figure(f"{name}_cables", f"Cables across {name}", float(len(cables)), "1", names, warning),
            Figure(
                f"{name}_cable_nm", f"They give the {name} motor", twist, "N·m",
                f"{given} at the end of its range, {share:.0%} of it",
            ),
        ]  # fmt: skip
    return rows


STEPS = (
    Step(
        BalanceKey.TILT_FORE_AFT,
        "Tilt, fore-aft",
        "Motors off. Hold pan and roll; point the lens level and let go.",
        "The lens stays level.",
        "side",
        ("drops nose-down", "settles 12° nose-up", "motor effort 23 %", "stays"),
    ),
    Step(
        BalanceKey.TILT_VERTICAL,
        "Tilt, vertical",
        "Point the lens straight up, then straight down, and let go.",
        "It stays wherever you point it.",
        "side",
        ("falls over top-heavy", "4 mm above", "motor effort 15 %", "stays"),
    ),
    Step(
        BalanceKey.ROLL,
        "Roll",
        "Hold the tilt level, look from the front and let roll go.",
        "The horizon stays level.",
        "front",
        ("left side down", "settles 8° right side down", "motor effort 12 %", "stays"),
    ),
    Step(
        BalanceKey.PAN_FORE_AFT,
        "Pan, in line with the arm",
        "Tip the handle forward by about 20° and let pan go; then across the arm.",
        "The camera does not swing round.",
        "side",
        ("swings round, front downhill", "6 mm in front", "stays"),
    ),
    Step(
        BalanceKey.PAN_ACROSS,
        "Pan, across the arm",
        "Tip the handle to the side by about 20° and let pan go.",
        "The camera does not swing round.",
        "front",
        ("swings round, left side downhill", "stays"),
    ),
)
MOTORS_ON = (
    "Motors on, fingers clear of the arms. Read how hard each motor works: nearer to zero is better. "
    "What you read can be typed in at its axis."
)

GIMBAL = Way(
    "gimbal",
    "on a gimbal",
    "a gimbal with at least one motor-driven axis",
    support,
    balances,
    stance,
    verdict,
    STEPS,
    figures,
    leans=("left elbow", "right elbow"),
    heights=True,
)
