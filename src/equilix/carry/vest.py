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
from equilix.facts import Sayable, angle, fact, force, general, inertia, length, measured, number, torque
from equilix.keys import BalanceKey, ContactKey
from equilix.kit.carriers import SpringArm
from equilix.kit.catalogue import CAMERAS
from equilix.mechanics.contact import Bearing
from equilix.mechanics.mass_properties import inertia_about

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

    def leans(value: float) -> Sayable:
        return (
            fact("vest.also_leans_over")
            if below <= 0
            else fact("vest.also_leans", atan2=angle(math.atan2(abs(value), below)))
        )

    def drops(value: float) -> Sayable:
        return _drop_said(dropped, (low + high) / 2 - value)

    on = ((support.placement, 1.0),)
    name = fact("vest.post")
    return (
        *gimbal_balances(carried),
        fore_aft(
            support,
            STATIC_M,
            datum_name=name,
            falls_ahead=fact("way.forward"),
            falls_behind=fact("way.back"),
            also=leans,
        ),
        sideways(support, STATIC_M, datum_name=name, also=leans),
        Balance(
            BalanceKey.DROP_TIME,
            Z,
            wanted,
            on,
            max((high - low) / 2, 0.0002),
            fact("way.above"),
            fact("way.below"),
            fact("vest.too_slowly"),
            fact("vest.too_fast"),
            fact(
                "vest.wanted_height",
                shortest_drop=general(SHORTEST_DROP_S),
                longest_drop=general(LONGEST_DROP_S),
                dropped=dropped.words,
            ),
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
                    (
                        fact("way.in_front_of"),
                        fact("way.behind"),
                        fact("vest.nose_down_when_panned"),
                        fact("vest.nose_up_when_panned"),
                    ),
                ),
                (
                    BalanceKey.DYNAMIC_SIDEWAYS,
                    Y,
                    (
                        fact("way.left_of"),
                        fact("way.right_of"),
                        fact("vest.left_when_panned"),
                        fact("vest.right_when_panned"),
                    ),
                ),
            )
        ),
    )


def _drop_said(dropped: Drop, below: float) -> Sayable:
    time = dropped.time_at_s(below)
    return (
        fact("vest.also_turns_over")
        if math.isinf(time)
        else fact("vest.also_drop_time", time=number(time, 1), dropped=dropped.words)
    )


def _dynamic(carried: Carried, support: Support, direction: np.ndarray, key: BalanceKey, *words: Sayable) -> Balance:
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
        fact("vest.post"),
        subject=fact("vest.panned_quickly_shakes_if_centre"),
        by_height=ByHeight(Z, support.datum_m, scale, own),
        rank=2,
    )


def lens_height(carried: Carried) -> float:
    """Height of the lens in the rig frame; that of the CG without a lens."""
    for row, part in enumerate(carried.assembly.parts):
        if part.kind in ("lens", *CAMERAS):
            return float(carried.assembly.cgs_m[row, 2])
    return float(carried.mass.cg_m[2])


def stance(carried: Carried, support: Support) -> Stance:
    """Behind the sled by the reach of the arm, with the lens at eye level."""
    arm = carried.borne_by(SpringArm)
    ahead = (arm.reach_m if arm is not None else USUAL_REACH_M) + ARM_AHEAD_OF_SPINE_M
    return stance_at_eye(carried.operator, ahead - SPINE_BEHIND, support.datum_m, lens_height(carried))


def verdict(situation: Situation) -> tuple[Sayable, Sayable]:
    """Stands on the post, leans, drops too fast or too slowly, turns over, wobbles."""
    carried, worst = situation.carried, situation.worst
    below = below_m(carried, situation.support)
    said = _drop_said(drop(carried, situation.support), below)
    if below <= 0:
        return fact("vest.verdict_turns_over"), fact("vest.top_heavy_centre_gravity_above", below=length(-below))
    if situation.status == "rests":
        return (
            fact("vest.stands_upright"),
            fact("vest.drop_and_where", said=said, off_by=off_by(situation.condition(BalanceKey.FORE_AFT))),
        )
    wrong = {c.balance.key: c for c in situation.conditions if not c.ok}
    first = next((wrong[key] for key in _ORDER if key in wrong), worst)
    key, dropping = first.balance.key, fact("vest.sentence", said=said)
    if key in (BalanceKey.FORE_AFT, BalanceKey.SIDEWAYS):
        leans = angle(math.atan2(abs(first.value_m), below))
        return fact("vest.verdict_leans", way=first.way), fact(
            "vest.leans_at_rest", leans=leans, off_by=off_by(first), dropping=dropping
        )
    if key == BalanceKey.DROP_TIME:
        return fact("vest.drops", way=first.way), fact(
            "vest.usual_drop_times",
            dropping=dropping,
            shortest_drop=general(SHORTEST_DROP_S),
            longest_drop=general(LONGEST_DROP_S),
        )
    if key in (BalanceKey.DYNAMIC_FORE_AFT, BalanceKey.DYNAMIC_SIDEWAYS):
        return fact("vest.wobbles_when_panned"), fact("vest.way_and_drop", way=first.way, said=said)
    return fact("vest.sled_off", balance=key), fact("vest.where_and_drop", off_by=off_by(first), dropping=dropping)


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
    carried, support = situation.carried, situation.support
    below = below_m(carried, support)
    ixz, iyz = products_kg_m2(carried, support)
    offset = carried.mass.cg_m - support.datum_m
    wobble = SPIN_RAD_S**2 * math.hypot(ixz, iyz)
    off = math.hypot(float(offset[0]), float(offset[1]))
    bearing, static = carried.mass.mass_kg * off * SPIN_RAD_S**2, carried.weight_n * off
    rows = [figure for way in WAYS for figure in _drop_figures(drop(carried, support, way))]
    rows += [
        Figure("below_m", fact("figure.below_gimbal_m"), below, "m", length(below)),
        Figure("off_post_x_m", fact("figure.off_post_x_m"), float(offset[0]), "m", length(float(offset[0]))),
        Figure("off_post_y_m", fact("figure.off_post_y_m"), float(offset[1]), "m", length(float(offset[1]))),
        Figure("i_xz_kg_m2", fact("figure.i_xz_kg_m2"), ixz, "kg·m²", inertia(ixz)),
        Figure("i_yz_kg_m2", fact("figure.i_yz_kg_m2"), iyz, "kg·m²", inertia(iyz)),
        Figure("wobble_nm", fact("figure.wobble_nm"), wobble, "N·m", torque(wobble)),
        Figure("bearing_n", fact("figure.bearing_n"), bearing, "N", force(bearing)),
        Figure("static_nm", fact("figure.static_nm"), static, "N·m", _fine(static)),
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
                fact("figure.trunk_moment_nm"),
                back,
                "N·m",
                torque(back),
                fact("vest.far_front_spine_not_bad") if back > 40 else "",
            ),
            lean_figure(worn),
            Figure("plates_n", fact("figure.plates_n"), plates, "N", force(plates)),
            Figure("hip_load_n", fact("figure.vest_hip_load_n"), worn.hips_n, "N", force(worn.hips_n)),
            *bounce_figures(carried, arm),
        ]
    return (*rows, *gimbal_figures(carried))


def _fine(nm: float) -> Sayable:
    return torque(nm, 1)


def _drop_figures(dropped: Drop) -> tuple[Figure, Figure]:
    time, least = dropped.time_s, dropped.least_s
    impossible = fact("vest.no_height_gimbal_gives_less", least=number(least, 1)) if least > LONGEST_DROP_S else ""
    said = fact("vest.figure_turns_over") if math.isinf(time) else measured(time, "s", 2)
    label = fact("vest.label_drop_time", dropped=dropped.words)
    return (
        Figure(f"drop_time_{dropped.way}_s", label, time, "s", said, impossible),
        Figure(
            f"least_drop_time_{dropped.way}_s",
            fact("vest.shortest_any_height_gives"),
            least,
            "s",
            measured(least, "s", 2),
        ),
    )


def _height(situation: Situation) -> Figure:
    """How high over the ground the gimbal is when the lens is at eye level."""
    carried = situation.carried
    eye = segments(carried.operator).eye_height_m
    gimbal = eye - (lens_height(carried) - float(situation.support.datum_m[2]))
    said = fact("vest.gimbal_lens_eye_level", gimbal=length(gimbal), eye=length(eye))
    low = 0.35 * carried.operator.stature_m
    warning = fact("vest.under_reach_arm_shorten_post") if gimbal < low else ""
    return Figure("gimbal_height_m", fact("figure.gimbal_height_m"), gimbal, "m", said, warning)


STEPS = (
    Step(
        BalanceKey.SIDEWAYS,
        fact("vest.static_sideways"),
        fact("vest.balance_camera_first_hold_sled"),
        fact("vest.post_hangs_upright"),
        "front",
        (fact("vest.settles_3_left_side_down"), fact("vest.2_mm_right"), fact("asks.stays")),
    ),
    Step(
        BalanceKey.FORE_AFT,
        fact("vest.static_fore_aft"),
        fact("vest.look_side"),
        fact("vest.post_hangs_upright"),
        "side",
        (fact("vest.settles_5_nose_down"), fact("vest.2_mm_front"), fact("asks.stays")),
    ),
    Step(
        BalanceKey.DROP_TIME,
        fact("vest.step_drop_time"),
        fact("vest.tip_sled_forward_horizontal_let"),
        fact("vest.right_drop_time", shortest_drop=general(SHORTEST_DROP_S), longest_drop=general(LONGEST_DROP_S)),
        "side",
        (fact("vest.drop_time_1_4_s"), fact("vest.1_6_s_sideways"), fact("vest.figure_turns_over")),
    ),
    Step(
        BalanceKey.DYNAMIC_FORE_AFT,
        fact("vest.dynamic"),
        fact("vest.spin_sled_about_post_half"),
        fact("vest.post_stays_upright_while_spins"),
        "side",
        (fact("vest.4_mm_front"), fact("asks.stays")),
    ),
    Step(
        BalanceKey.DYNAMIC_SIDEWAYS,
        fact("vest.dynamic_sideways"),
        fact("vest.spin_again_look_front"),
        fact("vest.post_stays_upright_while_spins"),
        "front",
        (fact("vest.4_mm_left"), fact("asks.stays")),
    ),
)

VEST = Way(
    "vest",
    fact("way_of.vest"),
    fact("needs.vest"),
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
