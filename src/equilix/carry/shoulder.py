"""On the shoulder: the centre of gravity must stand over the pad, fore-aft and sideways."""

from __future__ import annotations

from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.body.posture import Stance, knees_m, stance_under_pad
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Figure, Situation, Step, Support, Way, fore_aft, off_by, sideways
from equilix.facts import Sayable, fact, length, pressure, torque
from equilix.keys import BalanceKey, BodyPosture, ContactKey, End, Side
from equilix.mechanics.bearing import bearing_pressure_pa
from equilix.mechanics.contact import Bearing, Holding

Array = NDArray[np.float64]

_ENDS: Final[tuple[tuple[End, int], ...]] = (("front", 1), ("rear", -1))
_SIDES: Final[tuple[tuple[Side, int], ...]] = (("left", 1), ("right", -1))
EDGE_MARGIN_M = 0.010
"""Nearer to the edge of the pad than this, the rig nods by itself (common practice, no source)."""
KNEE_REACH_M = 0.04
"""A fist this near to the knee can be rested on it (estimate)."""


def support(carried: Carried) -> Support | None:
    """The first pad of the rig, or None where there is none."""
    assembly = carried.assembly
    for placement_id, part in zip(assembly.ids, assembly.parts, strict=True):
        if part.pad is None:
            continue
        pad, up = part.pad, np.array((0.0, 0.0, 1.0))
        corners = tuple(
            Bearing(
                ContactKey("pad", side, fore),
                assembly.to_rig(
                    placement_id,
                    np.array(pad.centre_m) + np.array((sx * pad.length_m / 2, sy * pad.width_m / 2, 0.0)),
                ),
                up,
            )
            for fore, sx in _ENDS
            for side, sy in _SIDES
        )
        half = pad.length_m / 2
        centre = assembly.to_rig(placement_id, pad.centre_m)
        return Support("pad", placement_id, centre, corners, (-half, half), pad.width_m)
    return None


MOST_TARGET_M = 0.015
"""A rig that rests on the shoulder is right within this of the middle of the pad (common practice, no source)."""


def balances(carried: Carried, support: Support) -> tuple[Balance, ...]:
    """Fore-aft and sideways over the pad."""
    del carried
    half_length, half_width = support.span_m[1], support.width_m / 2
    return (
        fore_aft(support, max(half_length - EDGE_MARGIN_M, 0.001), half_length, most_target_m=MOST_TARGET_M),
        sideways(support, max(half_width - EDGE_MARGIN_M, 0.001), half_width, most_target_m=MOST_TARGET_M),
    )


def stance(carried: Carried, support: Support) -> Stance:
    """Under the pad."""
    return stance_under_pad(carried.operator, support.datum_m)


def verdict(situation: Situation) -> tuple[Sayable, Sayable]:
    """Rests, wants to go, or falls."""
    worst = situation.worst
    if situation.status == "rests":
        return fact("shoulder.rests_level"), fact("shoulder.centre_gravity_stands", off_by=off_by(worst))
    past = abs(worst.value_m) - worst.balance.edge_m
    if situation.status == "leans":
        return (
            fact("shoulder.wants_go", way=worst.way),
            fact("shoulder.only_pad_left_under_centre", past=length(-past)),
        )
    moment = torque(past * situation.carried.weight_n)
    return fact("shoulder.falls", way=worst.way), fact("shoulder.past_edge_pad", moment=moment)


def pad_pressure_pa(support: Support | None, cg_m: Array, holding: Holding) -> float:
    """Pressure on the shoulder, Pa, where the pad bears under a rig with this CG ``(3,)``; 0 without a pad.

    The hands steady it and leave the load where the CG is, or at the edge that it is past.
    """
    if support is None or support.kind != "pad":
        return 0.0
    load = sum(float(c.force_n[2]) for c in holding.contacts if c.key.kind == "pad")
    size = np.array((support.span_m[1] - support.span_m[0], support.width_m))
    return bearing_pressure_pa(max(load, 0.0), (cg_m - support.datum_m)[:2], size)


def head_clearance_m(carried: Carried, support: Support, shoulder: str) -> tuple[float, str]:
    """Least distance from the head of someone with the pad on this shoulder to the rig, and the part that is nearest.

    Negative where they overlap. The head is an ellipsoid at the stance's place; parts are their boxes.
    """
    where = stance_under_pad(carried.operator, support.datum_m, shoulder)
    lower, upper, rows = carried.assembly.boxes_m
    gap = np.maximum(np.maximum(lower - where.head_m, where.head_m - upper), 0.0)
    size = np.sqrt((gap**2).sum(axis=1))
    out = np.sqrt(((gap / where.head_half_m) ** 2).sum(axis=1))  # 1 on the surface of the head
    distance = np.where(out > 0, size * (1 - 1 / np.maximum(out, 1e-9)), -where.head_half_m.min())
    nearest = int(np.argmin(distance))
    return float(distance[nearest]), carried.assembly.parts[rows[nearest]].name


def lens_from_eye_m(carried: Carried, support: Support, shoulder: str) -> float | None:
    """How far the lens axis is to the left of the middle of the face; None without a lens."""
    where = stance_under_pad(carried.operator, support.datum_m, shoulder)
    for row, part in enumerate(carried.assembly.parts):
        if part.kind == "lens":
            return float(carried.assembly.cgs_m[row, 1] - where.eye_m[1])
    return None


def knee_gaps_m(carried: Carried, where: Stance, posture: BodyPosture) -> dict[Side, float]:
    """How far each side's handle ends over (negative: under) a knee that is up, of someone who sits or kneels."""
    knees, found = knees_m(carried.operator, where, posture), {}
    for side in knees:
        ends = [
            float(place.point_m[2] - 0.5 * abs(place.axis[2]) * 0.1 - knees[side][2])
            for place in carried.grips
            if (place.point_m[1] > 0) == (side == "left") and abs(place.axis[2]) > 0.5
        ]
        if ends:
            found[side] = min(ends)
    return found


def figures(situation: Situation) -> tuple[Figure, ...]:
    """Room for the head on either shoulder, the lens and the eye, the fists and the knees."""
    carried, support = situation.carried, situation.support
    found = []
    pad_pa = pad_pressure_pa(support, carried.mass.cg_m, situation.holding)
    if pad_pa > 0:
        found.append(Figure("pad_pa", fact("figure.pad_pa"), pad_pa, "Pa", pressure(pad_pa)))
    own = carried.operator.shoulder
    for shoulder in ("right", "left"):
        room, part = head_clearance_m(carried, support, shoulder)
        said = (
            fact("shoulder.to_the", room=length(room), part=part)
            if room > 0
            else fact("shoulder.presses_into", part=part, room=length(-room))
        )
        warning = fact("shoulder.pushes_head_aside_offset_bracket", part=part) \
            if room <= 0 and shoulder == own else ""  # fmt: skip
        found.append(
            Figure(
                f"head_{shoulder}_m",
                fact("shoulder.head_shoulder", side=fact(f"way.{shoulder}")),
                room,
                "m",
                said,
                warning,
            )
        )
    beside = lens_from_eye_m(carried, support, own)
    if beside is not None:
        found.append(
            Figure(
                "lens_from_eye_m",
                fact("figure.lens_from_eye_m"),
                beside,
                "m",
                fact(
                    "shoulder.to_its",
                    beside=length(abs(beside)),
                    way=fact("way.left") if beside > 0 else fact("way.right"),
                ),
            )
        )
    for side, gap in knee_gaps_m(carried, stance(carried, support), carried.setup.posture).items():
        rests = abs(gap) <= KNEE_REACH_M
        over = fact("way.above") if gap > 0 else fact("way.below")
        said = fact("shoulder.rests_knee") if rests else fact("shoulder.knee", gap=length(abs(gap)), over=over)
        todo = fact(
            "shoulder.draw_handle_or_turn",
            side=fact(f"way.{side}"),
            which=fact("way.out") if gap > 0 else fact("way.in"),
            gap=length(abs(gap)),
        )
        label = fact("shoulder.fist", side=fact(f"way.{side}"))
        found.append(Figure(f"knee_{side}_m", label, gap, "m", said, "" if rests else todo))
    return tuple(found)


STEPS = (
    Step(
        BalanceKey.FORE_AFT,
        fact("shoulder.fore_aft"),
        fact("shoulder.set_rig_shoulder_let_hands"),
        fact("shoulder.stays_level_when_you_let"),
        "side",
        (fact("shoulder.nods_forward"), fact("shoulder.12_mm_front"), fact("asks.stays")),
    ),
    Step(
        BalanceKey.SIDEWAYS,
        fact("shoulder.sideways"),
        fact("shoulder.stand_straight_look_horizon_picture"),
        fact("shoulder.does_not_roll_towards_or"),
        "front",
        (fact("shoulder.leans_left"), fact("shoulder.8_mm_right"), fact("asks.stays")),
    ),
)

SHOULDER = Way(
    "shoulder",
    fact("way_of.shoulder"),
    fact("needs.shoulder"),
    support,
    balances,
    stance,
    verdict,
    STEPS,
    figures,
    leans=("eyecup", "left elbow", "right elbow", "brace"),
    postures=("standing", "walking", "kneeling", "seated"),
    fists_on_knees=True,
)
