"""Held before the chest: two grips anywhere, or one grip and a palm under the lens; a body brace as a third contact.

Seen from above, the CG should lie on the line that joins the two hands, else the wrists twist; its place along the
line gives each hand its share.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.body.hung import hung
from equilix.body.load import Effort, Place, choose_grips, first_to_give_out
from equilix.body.posture import CHEST_DEPTH_M, Stance, reach, stance_before_chest
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Figure, Situation, Step, Support, Way, X, Y, off_by
from equilix.facts import Sayable, angle, duration, fact, length, listed, percent, torque
from equilix.keys import BalanceKey, Side, hand_key
from equilix.kit.parts import Grip

Array = NDArray[np.float64]

OFF_LINE_M = 0.010
SHARE_FROM, SHARE_TO = 0.35, 0.65
"""How far off the line, and which share of one hand (common practice, no source)."""
LEAST_APART_M = 0.04
_HANDS: Final[tuple[Side, Side]] = ("left", "right")
_Words = tuple[Sayable, Sayable, Sayable, Sayable]
_FORE_AFT: Final[_Words] = (fact("way.in_front_of"), fact("way.behind"), fact("way.nose_down"), fact("way.nose_up"))
_SIDEWAYS: Final[_Words] = (
    fact("way.left_of"),
    fact("way.right_of"),
    fact("way.to_the_left"),
    fact("way.to_the_right"),
)


def palm(carried: Carried) -> Place | None:
    """A place for the left palm under the barrel of the first lens; None without a lens."""
    assembly = carried.assembly
    for row, part in enumerate(assembly.parts):
        if part.kind == "lens":
            body = assembly.bodies[row]
            low = float((body.box_centres_m - body.box_halves_m)[0, 2])
            point = assembly.to_rig(assembly.ids[row], np.array((float(body.box_centres_m[0, 0]), 0.0, low)))
            under = Grip(name="palm", position_m=(0, 0, 0), axis=(1, 0, 0), side="left")
            return Place(under, assembly.ids[row], point, X, palm=True)
    return None


def held_grips(carried: Carried) -> tuple[Place, ...]:
    """The grips that the hands take, left first: upright ones before a top handle; the palm where it is asked for."""
    upright = [place for place in carried.grips if abs(place.axis[2]) > 0.5]
    pool = upright if len(upright) >= (1 if carried.setup.palm else 2) else list(carried.grips)
    under = palm(carried) if carried.setup.palm else None
    if under is not None:
        rightmost = sorted((p for p in pool if p.side != "left"), key=lambda p: float(p.point_m[1]))
        return _of_hands(carried, {"left": under, **({"right": rightmost[0]} if rightmost else {})})
    return _of_hands(carried, choose_grips(pool))


def _of_hands(carried: Carried, chosen: Mapping[Side, Place]) -> tuple[Place, ...]:
    """The places of the hands that hold, left first, each for its own hand: one that has let go takes no other's."""
    return tuple(chosen[side].taken_by(side) for side in _HANDS if side in chosen and side != carried.setup.released)


def support(carried: Carried) -> Support | None:
    """The line of the hands; the datum is the point of it that is nearest to the CG, or the one grip there is."""
    held = held_grips(carried)
    if not held:
        return None
    points = [place.point_m for place in held]
    middle = sum(points, np.zeros(3)) / len(points)
    span = float(max(p[0] for p in points) - middle[0])
    return Support(
        "hands" if len(held) == 2 else "grip",
        held[0].placement,
        middle,
        (),
        (-span, span),
        grips=held,
        wrists=True,
    )


def line_of(support: Support) -> tuple[Array, Array] | None:
    """Unit vector ``(2,)`` from the right to the left hand seen from above and the one square to it, to the front.

    None with one hand, or with both at one place.
    """
    grips = support.grips or ()
    if len(grips) < 2:
        return None
    way = (grips[0].point_m - grips[1].point_m)[:2]
    size = float(np.hypot(*way))
    if size < LEAST_APART_M:
        return None
    along = way / size
    return along, np.array((along[1], -along[0]))


def shares(support: Support, cg_m: Array) -> tuple[float, float]:
    """Share of the left hand and of the right: the law of the lever along their line, seen from above."""
    found = line_of(support)
    if found is None:
        return (1.0, 0.0) if support.grips and support.grips[0].side == "left" else (0.0, 1.0)
    assert support.grips is not None
    left, right = support.grips[0].point_m[:2], support.grips[1].point_m[:2]
    share = float((cg_m[:2] - right) @ found[0]) / float((left - right) @ found[0])
    return share, 1.0 - share


def balances(carried: Carried, support: Support) -> tuple[Balance, ...]:
    """Off the line (twist), and along it (shares); with one hand, fore-aft and sideways of the grip."""
    grips = support.grips or ()
    found = line_of(support)

    def off(value: float) -> Sayable:
        return fact("handheld.also_twist", value=torque(abs(value) * carried.weight_n))

    if found is None:
        on = ((support.placement, 1.0),)
        name = fact("handheld.the_grip")
        return (
            Balance(
                BalanceKey.OFF_LINE,
                X,
                support.datum_m,
                on,
                OFF_LINE_M,
                fact("way.in_front_of"),
                fact("way.behind"),
                fact("way.nose_down"),
                fact("way.nose_up"),
                name,
                also=off,
            ),
            Balance(
                BalanceKey.ALONG_LINE,
                Y,
                support.datum_m,
                on,
                OFF_LINE_M,
                fact("way.left_of"),
                fact("way.right_of"),
                fact("way.to_the_left"),
                fact("way.to_the_right"),
                name,
                also=off,
            ),
        )
    along, across = found
    fore = abs(across[0]) >= abs(across[1])  # hands one behind the other twist the rig sideways
    if across[0 if fore else 1] < 0:
        across = -across
    words = _FORE_AFT if fore else _SIDEWAYS
    left = shares(support, carried.mass.cg_m)[0]
    length_m = float(np.hypot(*(grips[0].point_m - grips[1].point_m)[:2]))
    at_foot = min(max(left, 0.0), 1.0)
    foot = grips[1].point_m + at_foot * (grips[0].point_m - grips[1].point_m)

    def share(value: float) -> Sayable:
        return fact("handheld.left_hand_takes_before_wrists", what=percent(0.5 + value / length_m))

    def both(first: float) -> tuple[tuple[str, float], ...]:
        return ((grips[0].placement, first), (grips[1].placement, 1.0 - first))

    return (
        Balance(
            BalanceKey.OFF_LINE,
            np.array((*across, 0.0)),
            foot,
            both(at_foot),
            OFF_LINE_M,
            *words,
            fact("handheld.line_hands"),
            also=off,
        ),
        Balance(
            BalanceKey.ALONG_LINE,
            np.array((*along, 0.0)),
            support.datum_m,
            both(0.5),
            (SHARE_TO - 0.5) * length_m,
            fact("handheld.towards_left_hand"),
            fact("handheld.towards_right_hand"),
            fact("way.to_the_left"),
            fact("way.to_the_right"),
            fact("handheld.middle_between_them"),
            edge_m=length_m / 2,
            also=share,
        ),
    )


def stance(carried: Carried, support: Support) -> Stance:
    """The operator behind the rig; where that is too far for the arms, its rear end passes beside the body."""
    behind = stance_before_chest(carried.operator, support.datum_m, carried.rear_m, carried.setup.height)
    if all(reach(carried.operator, p.side, behind.shoulders_m[p.side], p.point_m).reached for p in support.grips or ()):
        return behind
    return stance_before_chest(carried.operator, support.datum_m, math.inf, carried.setup.height)


def verdict(situation: Situation) -> tuple[Sayable, Sayable]:
    """How the rig twists the wrists, and the shares."""
    carried = situation.carried
    twist = situation.conditions[0]
    left, right = lifted_shares(situation)
    parts = (
        fact("handheld.left_hand_right_hand", left=percent(left), right=percent(right))
        if line_of(situation.support) is not None
        else fact("handheld.one_hand_holds_all")
    )
    if situation.status == "rests":
        return fact("handheld.hangs_quietly_hands"), fact("handheld.centre_gravity", parts=parts, off_by=off_by(twist))
    worst = situation.worst
    if worst is twist:
        return fact("handheld.twists", way=twist.way), fact(
            "handheld.wrists", value=torque(abs(twist.value_m) * carried.weight_n), parts=parts
        )
    if situation.status == "falls":
        return fact("handheld.tips", way=worst.way), fact("handheld.centre_gravity_outside_hands", off_by=off_by(worst))
    return fact("handheld.drags", way=worst.way), parts


def figures(situation: Situation) -> tuple[Figure, ...]:
    """The line between the grips, the shares, the twist; offset against side by side."""
    carried, support = situation.carried, situation.support
    found = line_of(support)
    left, right = lifted_shares(situation)
    let_down = first_to_give_out(
        hung(carried.operator, carried.weight_n, hung_shares(support, carried), support.grips or ())
    )
    twist = situation.conditions[0].value_m * carried.weight_n
    rows = [
        Figure(
            "left_share",
            fact("figure.left_share"),
            left,
            "1",
            fact("handheld.of_weight", share=percent(left)),
            _share_warning(fact("way.left"), left),
        ),
        Figure(
            "right_share",
            fact("figure.right_share"),
            right,
            "1",
            fact("handheld.of_weight", share=percent(right)),
            _share_warning(fact("way.right"), right),
        ),
        Figure("twist_nm", fact("figure.twist_nm"), twist, "N·m", torque(twist)),
    ]
    past = float(situation.stance.shoulders_m["left"][0]) + CHEST_DEPTH_M - carried.rear_m
    if past > PASSES_M and carried.setup.height != "overhead" and "hip" not in carried.setup.leans_on:
        said = fact("handheld.of_it", past=length(past))
        todo = fact("handheld.reach_past_chest_held_beside", past=said)
        rows.append(Figure("past_chest_m", fact("figure.past_chest_m"), past, "m", said, todo))
    if let_down is not None:
        rows.append(Figure(HUNG, fact("figure.hung_s"), let_down.endurance_s, "s", _let_down_words(let_down)))
    if found is not None:
        bearing = math.atan2(float(found[0][0]), float(found[0][1]))
        side = (
            fact("handheld.left_hand_front")
            if bearing > 0.02
            else fact("handheld.right_hand_front")
            if bearing < -0.02
            else fact("handheld.hands_side_side")
        )
        rows.append(
            Figure(
                "line_rad",
                fact("figure.line_rad"),
                bearing,
                "rad",
                listed((angle(abs(bearing)), side)),
            )
        )
        level = symmetric_twist_nm(situation)
        rows.append(Figure("side_by_side_twist_nm", fact("figure.side_by_side_twist_nm"), level, "N·m", torque(level)))
    return tuple(rows)


HUNG = "hung_s"
PASSES_M = 0.005
"""Less of it past the chest touches the clothes (estimate)."""


def hung_shares(support: Support, carried: Carried) -> dict[str, float]:
    """What each hand bears of a rig that hangs from straight arms: the law of the lever, between none and all."""
    left = min(max(shares(support, carried.mass.cg_m)[0], 0.0), 1.0)
    return {"left": left, "right": 1.0 - left}


def _let_down_words(tired: Effort) -> Sayable:
    if tired.share >= 1.0:
        return fact("handheld.more_can_hold_lift_two", joint=tired.key)
    return fact("handheld.then", endurance=duration(tired.endurance_s), joint=tired.key)


def lifted_shares(situation: Situation) -> tuple[float, float]:
    """What left and right hand lift of the weight, as the arms would share it: wrists shift it from the lever rule."""
    found = (float(situation.holding.force_of(hand_key(side))[2]) for side in _HANDS)
    left, right = (lift / situation.carried.weight_n for lift in found)
    return left, right


def symmetric_twist_nm(situation: Situation) -> float:
    """Twist if both grips stood at the fore-aft middle of where they are, to compare the offset arrangement with."""
    carried = situation.carried
    return float(carried.mass.cg_m[0] - situation.support.datum_m[0]) * carried.weight_n


def _share_warning(side: Sayable, share: float) -> Sayable:
    if SHARE_FROM <= share <= SHARE_TO:
        return ""
    return fact(
        "handheld.between_easier_hand_rule_thumb", share_from=percent(SHARE_FROM), share_to=percent(SHARE_TO), side=side
    )


STEPS = (
    Step(
        BalanceKey.OFF_LINE,
        fact("handheld.step_twist"),
        fact("handheld.hold_rig_both_grips_before"),
        fact("handheld.lens_neither_drops_nor_climbs"),
        "side",
        (fact("handheld.drops_nose_down"), fact("handheld.9_mm_front"), fact("asks.stays")),
    ),
    Step(
        BalanceKey.ALONG_LINE,
        fact("handheld.shares"),
        fact("handheld.feel_hand_carries_more"),
        fact("handheld.both_hands_carry_about_same"),
        "plan",
        (fact("handheld.drags_left"), fact("handheld.20_mm_right"), fact("asks.stays")),
    ),
)

HANDHELD = Way(
    "handheld",
    fact("way_of.handheld"),
    fact("needs.handheld"),
    support,
    balances,
    stance,
    verdict,
    STEPS,
    figures,
    leans=("hip", "eyecup", "left elbow", "right elbow", "brace"),
    holds_off=True,
    palm=True,
    heights=True,
    postures=("standing", "walking", "kneeling", "seated"),
)
