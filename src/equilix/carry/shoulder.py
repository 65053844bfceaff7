"""On the shoulder: the centre of gravity must stand over the pad, fore-aft and sideways."""

from __future__ import annotations

from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.body.posture import Stance, knees_m, stance_under_pad
from equilix.carry.carried import Carried
from equilix.carry.conditions import Balance, Figure, Situation, Step, Support, Way, fore_aft, off_by, sideways
from equilix.keys import BalanceKey, ContactKey, End, Side
from equilix.mechanics.bearing import bearing_pressure_pa
from equilix.mechanics.contact import Bearing, Holding
from equilix.units import length, pressure, torque

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


def verdict(situation: Situation) -> tuple[str, str]:
    """Rests, wants to go, or falls."""
    worst, unit = situation.worst, situation.carried.display
    if situation.status == "rests":
        return "Rests level.", f"The centre of gravity stands {off_by(worst, unit)}."
    past = abs(worst.value_m) - worst.balance.edge_m
    if situation.status == "leans":
        return (
            f"Wants to go {worst.way}.",
            f"Only {length(-past, unit)} of the pad are left under the centre of gravity.",
        )
    moment = torque(past * situation.carried.weight_n, unit)
    return f"Falls {worst.way}.", f"{moment} past the edge of the pad."


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


def knee_gaps_m(carried: Carried, where: Stance) -> dict[str, float]:
    """How far each side's handle ends over (negative: under) the knee of someone who sits with the rig."""
    knees, found = knees_m(carried.operator, where), {}
    for side in ("left", "right"):
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
    carried, support, unit = situation.carried, situation.support, situation.carried.display
    found = []
    pad_pa = pad_pressure_pa(support, carried.mass.cg_m, situation.holding)
    if pad_pa > 0:
        found.append(Figure("pad_pa", "Pressure where the pad bears", pad_pa, "Pa", pressure(pad_pa, unit)))
    own = carried.operator.shoulder
    for shoulder in ("right", "left"):
        room, part = head_clearance_m(carried, support, shoulder)
        said = (
            f"{length(room, unit)} to the {part}" if room > 0 else f"the {part} presses {length(-room, unit)} into it"
        )
        warning = f"The {part} pushes the head aside. An offset bracket or a longer plate gives room." \
            if room <= 0 and shoulder == own else ""  # fmt: skip
        found.append(Figure(f"head_{shoulder}_m", f"Head, on the {shoulder} shoulder", room, "m", said, warning))
    beside = lens_from_eye_m(carried, support, own)
    if beside is not None:
        side = "left" if beside > 0 else "right"
        found.append(
            Figure("lens_from_eye_m", "Lens beside the face", beside, "m", f"{length(abs(beside), unit)} to its {side}")
        )
    if carried.setup.seated:
        for side, gap in knee_gaps_m(carried, stance(carried, support)).items():
            rests = abs(gap) <= KNEE_REACH_M
            over = "above" if gap > 0 else "below"
            said = "rests on the knee" if rests else f"{length(abs(gap), unit)} {over} the knee"
            todo = f"Draw the {side} handle {'out' if gap > 0 else 'in'} by {length(abs(gap), unit)}, or turn it."
            found.append(Figure(f"knee_{side}_m", f"{side.capitalize()} fist", gap, "m", said, "" if rests else todo))
    return tuple(found)


STEPS = (
    Step(
        BalanceKey.FORE_AFT, "Fore-aft", "Set the rig on the shoulder, let the hands hover by the handles.",
        "It stays level when you let go.", "side", ("nods forward", "12 mm in front", "stays"),
    ),
    Step(
        BalanceKey.SIDEWAYS, "Sideways", "Stand straight and look at the horizon in the picture.",
        "It does not roll towards or away from the head.", "front", ("leans left", "8 mm right", "stays"),
    ),
)  # fmt: skip

SHOULDER = Way(
    "shoulder", "on the shoulder", "a part with a shoulder pad", support, balances, stance, verdict, STEPS, figures,
    leans=("eyecup", "left elbow", "right elbow", "brace"),
    sits=True,
)  # fmt: skip
