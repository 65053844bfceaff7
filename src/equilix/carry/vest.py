"""On a vest with spring arm and sled.

The CG must be on the post, below the gimbal by as much as the drop time asks, and there must be no product of inertia
that would make a quick pan wobble.

Dynamic balance: spun about the post at ω, the sled asks for a moment ``ω² √(I_xz² + I_yz²)``. The products are given
as the length ``Σ m x (z − z_g) / (m k)``, k the radius of gyration about its axis: what the whole mass would have
to stand off the post at that height to do the same.
"""

from __future__ import annotations

import math
from typing import Final

import numpy as np

from equilix.body.operators import segments
from equilix.body.posture import Stance, stance_at_eye
from equilix.body.whole import SPINE_BEHIND
from equilix.carry.carried import Carried
from equilix.carry.conditions import (
    Balance,
    ByHeight,
    Figure,
    Situation,
    Step,
    Support,
    Way,
    X,
    Y,
    Z,
    fore_aft,
    off_by,
    sideways,
)
from equilix.carry.drop import WAYS, Drop, drop
from equilix.carry.gimbal import gimbal_balances, gimbal_figures
from equilix.carry.springs import bounce_figures, lift_n, spring_figures
from equilix.carry.worn import frame, lean_figure, lift_of
from equilix.keys import BalanceKey, ContactKey
from equilix.kit.carriers import SpringArm
from equilix.mechanics.contact import Bearing
from equilix.mechanics.mass_properties import inertia_about
from equilix.units import Display, angle, force, inertia, length, torque
from equilix.words.names import BALANCES

STATIC_M: Final = 0.001
SHORTEST_DROP_S: Final = 2.0
LONGEST_DROP_S: Final = 3.0
"""On the post to a millimetre, and the usual drop times (common practice, no source)."""
DYNAMIC_M: Final = 0.003
"""Products of inertia, as a length; spun at half a turn a second it shakes less than 3 mm off the post would
(common practice, no source)."""
SPIN_RAD_S: Final = math.pi
ARM_AHEAD_OF_SPINE_M: Final = 0.20
"""Front plate of the vest in front of the L5/S1 joint (estimate)."""
USUAL_REACH_M: Final = 0.45
"""From the front plate to the gimbal, where no arm is named."""


def support(carried: Carried) -> Support | None:
    """The sled's gimbal on its post; the arm lifts there."""
    found = carried.anchor("post")
    if found is None:
        return None
    lift = lift_n(carried, carried.borne_by(SpringArm))
    own = tuple(place for place in carried.grips if place.placement == found[0])
    arm = Bearing(ContactKey("arm"), found[1], Z, 0.0)
    return Support("post", found[0], found[1], (arm,), hangs=True, lift_n=lift, grips=own or None, wrists=True)


def gyration_m(carried: Carried, direction: np.ndarray) -> float:
    """Radius of gyration about the horizontal axis through the CG that is square to a horizontal direction, m."""
    across = 1 if abs(float(direction[0])) > abs(float(direction[1])) else 0
    return math.sqrt(float(carried.mass.inertia_kg_m2[across, across]) / carried.mass.mass_kg)


def below_m(carried: Carried, support: Support) -> float:
    """How far the CG is below the gimbal."""
    return float(support.datum_m[2] - carried.mass.cg_m[2])


def products_kg_m2(carried: Carried, support: Support) -> tuple[float, float]:
    """Products of inertia I_xz, I_yz about the gimbal, ``−∫ x z dm``."""
    tensor = inertia_about(carried.mass, support.datum_m)
    return float(tensor[0, 2]), float(tensor[1, 2])


def balances(carried: Carried, support: Support) -> tuple[Balance, ...]:
    """Static, drop, dynamic; and before them the axes of a gimbal that rides on the sled."""
    dropped = drop(carried, support)
    low, high = dropped.below_for_m(LONGEST_DROP_S), dropped.below_for_m(SHORTEST_DROP_S)
    wanted = support.datum_m - Z * (low + high) / 2
    below = below_m(carried, support)

    def leans(value: float, unit: Display) -> str:
        del unit
        return "it leans over" if below <= 0 else f"it leans {angle(math.atan2(abs(value), below))}"

    def drops(value: float, unit: Display) -> str:
        del unit
        return _drop_said(dropped, (low + high) / 2 - value)

    on = ((support.placement, 1.0),)
    name = "the post"
    return (
        *gimbal_balances(carried),
        fore_aft(support, STATIC_M, datum_name=name, falls_ahead="forward", falls_behind="back", also=leans),
        sideways(support, STATIC_M, datum_name=name, also=leans),
        Balance(
            BalanceKey.DROP_TIME,
            Z,
            wanted,
            on,
            max((high - low) / 2, 0.0002),
            "above",
            "below",
            "too slowly",
            "too fast",
            f"where {SHORTEST_DROP_S:g} to {LONGEST_DROP_S:g} s, {dropped.words}, want it",
            edge_m=(low + high) / 2,
            rank=1,
            also=drops,
        ),
        *(
            _dynamic(carried, support, direction, key, *words)
            for key, direction, words in (
                (
                    BalanceKey.DYNAMIC_FORE_AFT,
                    X,
                    ("in front of", "behind", "nose-down when panned", "nose-up when panned"),
                ),
                (
                    BalanceKey.DYNAMIC_SIDEWAYS,
                    Y,
                    ("left of", "right of", "to the left when panned", "to the right when panned"),
                ),
            )
        ),
    )


def _drop_said(dropped: Drop, below: float) -> str:
    time = dropped.time_at_s(below)
    return "it turns over" if math.isinf(time) else f"drop time {time:.1f} s {dropped.words}"


def _dynamic(carried: Carried, support: Support, direction: np.ndarray, key: BalanceKey, *words: str) -> Balance:
    scale = gyration_m(carried, direction)
    own = -float((carried.assembly.inertias_kg_m2 @ direction @ Z).sum()) / scale
    ahead, behind, falls_ahead, falls_behind = words
    return Balance(
        key,
        direction,
        support.datum_m,
        ((support.placement, 1.0),),
        DYNAMIC_M,
        ahead,
        behind,
        falls_ahead,
        falls_behind,
        "the post",
        subject="Panned quickly, it shakes as if its centre of gravity stood",
        by_height=ByHeight(Z, support.datum_m, scale, own),
        rank=2,
    )


def lens_height(carried: Carried) -> float:
    """Height of the lens in the rig frame; that of the CG without a lens."""
    for row, part in enumerate(carried.assembly.parts):
        if part.kind in ("lens", "body"):
            return float(carried.assembly.cgs_m[row, 2])
    return float(carried.mass.cg_m[2])


def stance(carried: Carried, support: Support) -> Stance:
    """Behind the sled by the reach of the arm, with the lens at eye level."""
    arm = carried.borne_by(SpringArm)
    ahead = (arm.reach_m if arm is not None else USUAL_REACH_M) + ARM_AHEAD_OF_SPINE_M
    return stance_at_eye(carried.operator, ahead - SPINE_BEHIND, support.datum_m, lens_height(carried))


def verdict(situation: Situation) -> tuple[str, str]:
    """Stands on the post, leans, drops too fast or too slowly, turns over, wobbles."""
    carried, unit, worst = situation.carried, situation.carried.display, situation.worst
    below = below_m(carried, situation.support)
    said = _drop_said(drop(carried, situation.support), below)
    if below <= 0:
        return "Turns over.", f"Top-heavy: the centre of gravity is {length(-below, unit)} above the gimbal."
    if situation.status == "rests":
        return (
            "Stands upright.",
            f"{said[0].upper()}{said[1:]}; {off_by(situation.condition(BalanceKey.FORE_AFT), unit)}.",
        )
    wrong = {c.balance.key: c for c in situation.conditions if not c.ok}
    first = next((wrong[key] for key in _ORDER if key in wrong), worst)
    key, dropping = first.balance.key, f"{said[0].upper()}{said[1:]}"
    if key in (BalanceKey.FORE_AFT, BalanceKey.SIDEWAYS):
        leans = angle(math.atan2(abs(first.value_m), below))
        return f"Leans {first.way}.", f"{leans} at rest: {off_by(first, unit)}. {dropping}."
    if key == BalanceKey.DROP_TIME:
        return f"Drops {first.way}.", f"{dropping}; {SHORTEST_DROP_S:g} to {LONGEST_DROP_S:g} s are usual."
    if key in (BalanceKey.DYNAMIC_FORE_AFT, BalanceKey.DYNAMIC_SIDEWAYS):
        return "Wobbles when panned.", f"{first.way[0].upper()}{first.way[1:]}; {said}."
    return f"On the sled: {BALANCES[key]} is off.", f"{off_by(first, unit)}. {dropping}."


_ORDER = (
    BalanceKey.FORE_AFT, BalanceKey.SIDEWAYS, BalanceKey.DROP_TIME, BalanceKey.DYNAMIC_FORE_AFT,
    BalanceKey.DYNAMIC_SIDEWAYS,
)  # fmt: skip
"""What is said first: static before drop time before dynamic, as it is balanced."""


def stands_out(carried: Carried, support: Support) -> tuple[tuple[np.ndarray, float], ...]:
    """The spring arm, between the front plate and the gimbal."""
    arm = carried.borne_by(SpringArm)
    return () if arm is None else ((support.datum_m - X * arm.reach_m / 2, arm.arm_kg),)


def figures(situation: Situation) -> tuple[Figure, ...]:
    """Drop times, products of inertia, arm, back, hips, plates; and a gimbal that rides on the sled."""
    carried, support, unit = situation.carried, situation.support, situation.carried.display
    below = below_m(carried, support)
    ixz, iyz = products_kg_m2(carried, support)
    offset = carried.mass.cg_m - support.datum_m
    wobble = SPIN_RAD_S**2 * math.hypot(ixz, iyz)
    off = math.hypot(float(offset[0]), float(offset[1]))
    bearing, static = carried.mass.mass_kg * off * SPIN_RAD_S**2, carried.weight_n * off
    rows = [figure for way in WAYS for figure in _drop_figures(drop(carried, support, way))]
    rows += [
        Figure("below_m", "Centre of gravity below the gimbal", below, "m", length(below, unit)),
        Figure("off_post_x_m", "In front of the post", float(offset[0]), "m", length(float(offset[0]), unit)),
        Figure("off_post_y_m", "Left of the post", float(offset[1]), "m", length(float(offset[1]), unit)),
        Figure("i_xz_kg_m2", "Product of inertia I_xz", ixz, "kg·m²", inertia(ixz, unit)),
        Figure("i_yz_kg_m2", "Product of inertia I_yz", iyz, "kg·m²", inertia(iyz, unit)),
        Figure("wobble_nm", "Wobble at half a turn a second", wobble, "N·m", torque(wobble, unit)),
        Figure("bearing_n", "Pull on the gimbal’s bearing at that spin", bearing, "N", force(bearing, unit)),
        Figure("static_nm", "Moment of being off the post, at rest", static, "N·m", _fine(static, unit)),
    ]
    rows.append(_height(situation))
    arm = carried.borne_by(SpringArm)
    worn = frame(carried, VEST, support, situation.stance, situation.holding)
    if arm is not None and worn is not None:
        back, plates = worn.forward_nm, worn.forward_nm / arm.plates_m
        rows += spring_figures(carried, arm, lift_of(situation.holding))
        rows += [
            Figure(
                "trunk_moment_nm",
                "Rig and arm about the lower back, upright",
                back,
                "N·m",
                torque(back, unit),
                "Far in front of the spine: not for a bad back; ask a doctor first." if back > 40 else "",
            ),
            lean_figure(worn),
            Figure("plates_n", "Push of front plate and belt", plates, "N", force(plates, unit)),
            Figure("hip_load_n", "Load on the hips, vest included", worn.hips_n, "N", force(worn.hips_n, unit)),
            *bounce_figures(carried, arm),
        ]
    return (*rows, *gimbal_figures(carried))


def _fine(nm: float, unit: Display) -> str:
    return torque(nm, unit, 1)


def _drop_figures(dropped: Drop) -> tuple[Figure, Figure]:
    time, least = dropped.time_s, dropped.least_s
    impossible = f"No height of the gimbal gives less than {least:.1f} s." if least > LONGEST_DROP_S else ""
    said = "turns over" if math.isinf(time) else f"{time:.2f} s"
    label = f"Drop time, {dropped.words}"
    return (
        Figure(f"drop_time_{dropped.way}_s", label, time, "s", said, impossible),
        Figure(f"least_drop_time_{dropped.way}_s", "Shortest that any height gives", least, "s", f"{least:.2f} s"),
    )


def _height(situation: Situation) -> Figure:
    """How high over the ground the gimbal is when the lens is at eye level."""
    carried = situation.carried
    eye = segments(carried.operator).eye_height_m
    gimbal = eye - (lens_height(carried) - float(situation.support.datum_m[2]))
    said = f"gimbal at {length(gimbal, carried.display)} for a lens at eye level, {length(eye, carried.display)}"
    low = 0.35 * carried.operator.stature_m
    warning = "That is under the reach of the arm: shorten the post above the gimbal." if gimbal < low else ""
    return Figure("gimbal_height_m", "Working height", gimbal, "m", said, warning)


STEPS = (
    Step(
        BalanceKey.SIDEWAYS,
        "Static, sideways",
        "Balance the camera first. Hold the sled by the gimbal, spar below, and look from behind.",
        "The post hangs upright.",
        "front",
        ("settles 3° left side down", "2 mm right", "stays"),
    ),
    Step(
        BalanceKey.FORE_AFT,
        "Static, fore-aft",
        "Look from the side.",
        "The post hangs upright.",
        "side",
        ("settles 5° nose-down", "2 mm in front", "stays"),
    ),
    Step(
        BalanceKey.DROP_TIME,
        "Drop time",
        "Tip the sled forward to horizontal, let go and time it until it passes upright; sideways, say so.",
        f"{SHORTEST_DROP_S:g} to {LONGEST_DROP_S:g} s.",
        "side",
        ("drop time 1.4 s", "1.6 s sideways", "turns over"),
    ),
    Step(
        BalanceKey.DYNAMIC_FORE_AFT,
        "Dynamic",
        "Spin the sled about its post, half a turn a second.",
        "The post stays upright while it spins.",
        "side",
        ("4 mm in front", "stays"),
    ),
    Step(
        BalanceKey.DYNAMIC_SIDEWAYS,
        "Dynamic, sideways",
        "Spin it again and look from the front.",
        "The post stays upright while it spins.",
        "front",
        ("4 mm left", "stays"),
    ),
)

VEST = Way(
    "vest",
    "on a vest with arm and sled",
    "a sled's gimbal on its post",
    support,
    balances,
    stance,
    verdict,
    STEPS,
    figures,
    leans=("left elbow", "right elbow"),
    bearer="vest",
    stands_out=stands_out,
)
