"""What a rig is put on to be balanced: a row for each, with the bodies and joints that it then is.

Frictions, and how much hands and shoulder give, are rules of thumb (common practice, no source), which every document
may have of its own.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable
from typing import Final, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.carry.conditions import Support
from equilix.carry.handheld import shares
from equilix.checks.rules import rule
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import Sayable, fact
from equilix.kit.carriers import Harness
from equilix.mechanics.hull import hull
from equilix.mechanics.linkage import Link, skew
from equilix.mechanics.loads import Bed, Spring
from equilix.practice.rigged import Rigged, Turnable, free_body
from equilix.rig.kinematics import STAYS_WITH_THE_HEAD, payload_ids

Array = NDArray[np.float64]
StandKey = Literal["gimbal", "sled", "shoulder", "hands", "line", "head", "table"]

X, Y, Z = np.eye(3)
HINGES_S: Final = 1 / 120
SPRINGS_S: Final = 1 / 240
"""The longest steps: nothing that swings on hinges, or gives like a pad, a hand or a line, is quicker than these."""
LINE_M: Final = 0.35
TAUT_N_M: Final = 2.0e4
"""A line that does not give, as stiff as cord is (estimate)."""
STRAP_M: Final = 0.05
"""A rig that hangs from a hand hangs from a loop."""
TABLE_GIVES_M: Final = 0.0006
"""How far rubber feet and a table give under the rig."""
LEAST_GIVES_M: Final = 0.0005
AIR_NM_S: Final = 0.004
"""What air and what is left of friction take for each rad/s (estimate)."""
SLED_NM_S: Final = 0.05
HUNG_NM_S: Final = 0.06
"""The same where it swings for long, with the hand that is kept near it (estimate)."""
BOWL_RAD: Final = math.radians(15.0)
TILT_RAD: Final = math.radians(80.0)
DRAG_NM_S: Final = 0.15
"""The lightest step of a fluid head's drag (estimate)."""
FEW_FEET: Final = 40
PART_OF_A_SWING: Final = 2.2
"""The longest step, in rad of the quickest thing that swings; Runge and Kutta's fourth order bears 2.8."""
SHORTEST_S: Final = 1 / 2000
"""No machine takes shorter ones sixty pictures a second."""


class Stand(Struct, frozen=True):
    """One row: what it is called, the ways of carrying that it is for, the rig on it, and what it needs."""

    title: Sayable
    ways: tuple[str, ...]
    make: Callable[[Analysis], Rigged | None]
    needs: Sayable


def _gimbal(analysis: Analysis) -> Rigged | None:
    """Three axes with their motors off."""
    axes = analysis.drives.axes
    if not axes:
        return None
    assembly, share = analysis.assembly, rule(analysis.carried.rules, "gimbal_friction")
    links, members, turnables = [], [], []
    for k, axis in enumerate(axes):
        inner = set(axes[k + 1].members) if k + 1 < len(axes) else set()
        ids = tuple(each for each in axis.members if each not in inner)
        rub = share * axis.joint.torque_nm
        own = assembly.mass_properties(ids)
        links.append(
            Link(
                "hinge", axis.point_m, own.mass_kg, own.cg_m, own.inertia_kg_m2, axis.direction, (rub,), (AIR_NM_S,),
                axis.range_rad if axis.joint.name != "pan" else (-math.inf, math.inf),
            )
        )  # fmt: skip
        members.append(ids)
        turnables.append(
            Turnable(
                fact(f"axis.{axis.joint.name}"), axis.joint.name, k, k, axis.direction, axis.point_m, locks=True,
            )
        )  # fmt: skip
    turning = {each for ids in members for each in ids}
    still = tuple(each for each in assembly.ids if each not in turning)
    return Rigged(tuple(links), (), tuple(members), tuple(turnables), HINGES_S, still, tips=True)


def _turnables(point_m: Array, first_row: int) -> tuple[Turnable, ...]:
    """Nose, side and post of what turns any way."""
    named = (("lean", X), ("nod", Y), ("spin", Z))
    return tuple(
        Turnable(fact(f"practice.turn_{key}"), key, first_row + k, 0, axis, point_m)
        for k, (key, axis) in enumerate(named)
    )


def _sled(analysis: Analysis) -> Rigged | None:
    """Lifted off the arm, on the three bearings of its gimbal."""
    support = analysis.support
    if support is None or support.kind != "post":
        return None
    whole, rub = analysis.mass, rule(analysis.carried.rules, "sled_friction_nm")
    link = Link(
        "ball", support.datum_m, whole.mass_kg, whole.cg_m, whole.inertia_kg_m2, Z, (rub,) * 3, (SLED_NM_S,) * 3
    )
    return Rigged((link,), (), (analysis.assembly.ids,), _turnables(support.datum_m, 0), HINGES_S)


def _pad(analysis: Analysis) -> Rigged | None:
    """On a shoulder, which gives under the corners of the pad, and has given before the hands let go."""
    support = analysis.support
    if support is None or support.kind != "pad":
        return None
    rules = analysis.carried.rules
    corners = np.array([each.point_m for each in support.bearings])
    gives = max(rule(rules, "pad_gives_m"), LEAST_GIVES_M)
    stiff = analysis.weight_n / len(corners) / gives
    level = float(corners[:, 2].min())
    corners[:, 2] = level
    link = free_body(analysis, analysis.assembly.ids, (0.0,) * 6, (0.0,) * 3 + (0.02,) * 3)
    stiff, damping, step = springs(link, corners, stiff, 1.0)
    bed = Bed(0, corners, level + analysis.weight_n / len(corners) / stiff, stiff, damping, 0.6)
    return Rigged(
        (link,), (bed,), (analysis.assembly.ids,), _turnables(support.datum_m, 3), step, catches=True, walks=True
    )


def _quickest(link: Link, points_m: Array, stiffness_n_m: float) -> float:
    """What swings quickest of a free body on so many springs at these points ``(k, 3)``, rad/s."""
    stiff = np.zeros((6, 6))
    for point in points_m:
        arm = np.hstack((np.eye(3), -skew(point - link.cg_m)))
        stiff += stiffness_n_m * arm.T @ arm
    mass = np.zeros((6, 6))
    mass[:3, :3], mass[3:, 3:] = link.mass_kg * np.eye(3), link.inertia_kg_m2
    return math.sqrt(max(float(np.linalg.eigvals(np.linalg.solve(mass, stiff)).real.max()), 1e-9))


def springs(link: Link, points_m: Array, stiffness_n_m: float, share: float) -> tuple[float, float, float]:
    """Stiffness and damping of each spring at these points ``(k, 3)``, and the longest step that follows them.

    Damping is in proportion to stiffness, ``2 ζ k/ω``, so that the quickest swing has this ``share`` ζ of what is
    critical, slower ones less, and nothing answers quicker than ω. What is too stiff for any step gives as much more.
    """
    quickest, most = _quickest(link, points_m, stiffness_n_m), PART_OF_A_SWING / SHORTEST_S
    if quickest > most:
        stiffness_n_m *= (most / quickest) ** 2
        quickest = most
    return stiffness_n_m, 2 * share * stiffness_n_m / quickest, min(SPRINGS_S, PART_OF_A_SWING / quickest)


def _hands(analysis: Analysis) -> Rigged | None:
    """In one hand or two, with loose wrists."""
    support = analysis.support
    if support is None or support.kind not in ("hands", "grip"):
        return None
    rules, places = analysis.carried.rules, support.grips or ()
    wrists = rule(rules, "wrist_nm") * len(places)
    link = free_body(analysis, analysis.assembly.ids, (0.0,) * 3 + (wrists,) * 3, (0.0,) * 3 + (0.03,) * 3)
    points = np.array([place.point_m for place in places])
    stiff, damping, step = springs(link, points, rule(rules, "hand_n_m"), 0.7)
    loads = [
        Spring(0, point, point + Z * (share * analysis.weight_n / stiff), stiff, damping)
        for point, share in zip(points, _shares(support, analysis), strict=True)
    ]
    middle = points.mean(axis=0)
    return Rigged(
        (link,), tuple(loads), (analysis.assembly.ids,), _turnables(middle, 3), step, catches=True, walks=True
    )


def _shares(support: Support, analysis: Analysis) -> tuple[float, ...]:
    held = support.grips or ()
    if len(held) < 2:
        return (1.0,) * len(held)
    return tuple(min(max(each, 0.0), 1.0) for each in shares(support, analysis.mass.cg_m))


def _line(analysis: Analysis) -> Rigged | None:
    """Hung from a line, which is taut or has a spring in it, or from one hand."""
    support = analysis.support
    if support is None or support.kind not in ("eyelet", "hand"):
        return None
    harness = analysis.carried.borne_by(Harness)
    long = STRAP_M if support.kind == "hand" else LINE_M
    stiff = TAUT_N_M if harness is None or harness.stiffness_n_m is None else harness.stiffness_n_m
    share = 0.1 if harness is None else harness.damping_ratio
    hook = support.datum_m + Z * long
    rub = rule(analysis.carried.rules, "eyelet_friction_nm")
    link = free_body(analysis, analysis.assembly.ids, (0.0,) * 3 + (rub,) * 3, (0.05,) * 3 + (HUNG_NM_S,) * 3)
    stiff, _, step = springs(link, support.datum_m[None, :], stiff, share)
    damping = 2 * share * math.sqrt(stiff * analysis.mass.mass_kg)  # of the bounce itself, which is told of the line
    rest = max(long - analysis.weight_n / stiff, 0.01)
    line = Spring(0, support.datum_m, hook, stiff, damping, rest_m=rest, slack=True)
    return Rigged(
        (link,), (line,), (analysis.assembly.ids,), _turnables(support.datum_m, 3), step, walks=True, hook_m=hook
    )


def _head(analysis: Analysis) -> Rigged | None:
    """On the fluid head of a tripod, its drag at the lightest, its bowl clamped until it is loosened."""
    support = analysis.support
    if support is None or support.kind != "head":
        return None
    assembly, rub = analysis.assembly, rule(analysis.carried.rules, "head_friction_nm")
    axis, comes = support.axis_m, payload_ids(analysis.assembly)
    load, nothing = assembly.mass_properties(comes), np.zeros((3, 3))
    clamps = tuple(
        each for each, part in zip(assembly.ids, assembly.parts, strict=True)
        if part.kind in STAYS_WITH_THE_HEAD and each not in comes
    )  # fmt: skip
    own = np.eye(3) * 2e-3
    links = (
        Link("hinge", axis, 0.0, axis, nothing + own, X, (rub,), (AIR_NM_S,), (-BOWL_RAD, BOWL_RAD)),
        Link("hinge", axis, 0.0, axis, nothing + own, Z, (rub,), (DRAG_NM_S,)),
        Link(
            "hinge", axis, load.mass_kg, load.cg_m, load.inertia_kg_m2, Y, (rub,), (DRAG_NM_S,), (-TILT_RAD, TILT_RAD),
            support.counterbalance_nm,
        ),
    )  # fmt: skip
    turnables = (
        Turnable(fact("practice.turn_bowl"), "bowl", 0, 0, X, axis, True, True),
        Turnable(fact("axis.pan"), "pan", 1, 1, Z, axis, True),
        Turnable(fact("axis.tilt"), "tilt", 2, 2, Y, axis, True),
    )
    return Rigged(links, (), ((), (), (*comes, *clamps)), turnables, HINGES_S)


def _table(analysis: Analysis) -> Rigged | None:
    """Put down on a table, on whatever is lowest."""
    if not analysis.assembly.ids:
        return None
    comes = payload_ids(analysis.assembly)
    corners, rows = analysis.assembly.corners_m
    kept = corners[np.isin(rows, [analysis.assembly.index[each] for each in comes])]
    feet = _outermost(kept)
    level = float(feet[:, 2].min())
    link = free_body(analysis, comes, (0.0,) * 6, (0.0,) * 3 + (AIR_NM_S,) * 3)
    weight, lowest = link.mass_kg * STANDARD_GRAVITY_M_S2, feet[feet[:, 2] < level + 0.002]
    farthest = feet[int(np.argmax(((feet - link.cg_m) ** 2).sum(axis=1)))]
    touching = max(lowest, np.stack((farthest, farthest)), key=lambda points: _quickest(link, points, 1.0))
    stiff, damping, step = springs(link, touching, weight / 4 / TABLE_GIVES_M, 0.7)
    bed = Bed(0, feet, level + weight / 4 / stiff, stiff, damping, 0.5)
    middle = np.array((link.cg_m[0], link.cg_m[1], level))
    stays = tuple(each for each in analysis.assembly.ids if each not in comes)
    return Rigged((link,), (bed,), (comes,), _turnables(middle, 3), step, stays)


def _outermost(points_m: Array) -> Array:
    """Those ``(k, 3)`` that can touch a table: what is lowest, and what sticks out farthest any way."""
    low = float(points_m[:, 2].min())
    feet = points_m[points_m[:, 2] < low + 0.0015]
    outline = {tuple(each) for each in hull(feet[:, :2]).round(4).tolist()}
    found = [each for each in feet if tuple(each[:2].round(4).tolist()) in outline]
    ways = [np.array(each, float) for each in itertools.product((-1, 0, 1), repeat=3) if any(each)]
    found += [points_m[int(np.argmax(points_m @ way))] for way in ways]
    return np.unique(np.array(found).round(5), axis=0)[:FEW_FEET]


STANDS: Final[dict[StandKey, Stand]] = {
    "gimbal": Stand(fact("practice.stand_gimbal"), ("gimbal",), _gimbal, fact("practice.needs_gimbal")),
    "sled": Stand(fact("practice.stand_sled"), ("vest",), _sled, fact("practice.needs_sled")),
    "shoulder": Stand(fact("practice.stand_shoulder"), ("shoulder",), _pad, fact("practice.needs_shoulder")),
    "hands": Stand(fact("practice.stand_hands"), ("handheld",), _hands, fact("practice.needs_hands")),
    "line": Stand(fact("practice.stand_line"), ("harness", "low"), _line, fact("practice.needs_line")),
    "head": Stand(fact("practice.stand_head"), ("tripod",), _head, fact("practice.needs_head")),
    "table": Stand(fact("practice.stand_table"), (), _table, fact("practice.needs_table")),
}
"""In the order in which they are offered."""


def stands_for(analysis: Analysis) -> tuple[StandKey, ...]:
    """What this rig can be put on: what it is carried on first, the table always last."""
    found = [key for key, stand in STANDS.items() if stand.make(analysis) is not None]
    return tuple(sorted(found, key=lambda key: analysis.way.name not in STANDS[key].ways))
