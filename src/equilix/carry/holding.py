"""Who holds a rig with what: the grips that there are, the hands and arms on them, and the forces that they give."""

from __future__ import annotations

from collections.abc import Collection, Sequence

import numpy as np
from numpy.typing import NDArray

from equilix.body.load import Held, Place, hands_for
from equilix.body.posture import Stance
from equilix.carry.carried import Carried
from equilix.carry.conditions import Support, Way
from equilix.carry.leaning import ELBOWS
from equilix.carry.shoulder import KNEE_REACH_M, knee_gaps_m
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.kit.parts import Grip
from equilix.mechanics.contact import Contact, Hand, Holding, hold
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]


def hands_on(
    carried: Carried, way: Way, support: Support, stance: Stance, places: Sequence[Place], rested: Collection[str]
) -> tuple[tuple[Hand, ...], tuple[Held, ...]]:
    """The hands on these places, and the arms, as the setup has them: one let go, elbows tucked in."""
    tucked = [side for lean, side in ELBOWS.items() if lean in {*carried.setup.leans_on} & {*way.leans}]
    return hands_for(
        carried.operator, stance, places, rested,
        wrists=support.wrists, released="" if way.one_hand else carried.setup.released, tucked=tucked,
    )  # fmt: skip


def rested_on(carried: Carried, way: Way, stance: Stance) -> tuple[str, ...]:
    """The sides whose fist rests on a knee that is up."""
    if not way.fists_on_knees:
        return ()
    gaps_m = knee_gaps_m(carried, stance, way.posture_of(carried.setup))
    return tuple(side for side, gap in gaps_m.items() if abs(gap) <= KNEE_REACH_M)


def hold_rig(mass_kg: float, cg_m: Array, support: Support, hands: tuple[Hand, ...]) -> Holding:
    """The contact forces on a rig of this mass and CG ``(3,)``, in equilibrium in one state of it.

    Held level (``support.level``): the hands also give what turns it level. Else what hangs is taken as it hangs, with
    its CG in line with the datum. A spring gives what it is set to, and the hands and wrists the rest.
    """
    if not support.hangs:
        return hold(mass_kg, cg_m, support.bearings, hands)
    under = np.array((support.datum_m[0], support.datum_m[1], cg_m[2]))
    if support.lift_n is None:
        if support.level and hands:
            return hold(mass_kg, cg_m, support.bearings, hands)
        return hold(mass_kg, under, support.bearings, () if support.bearings else hands)
    given = tuple(Contact(each.key, each.point_m, support.lift_n * each.normal) for each in support.bearings)
    at = cg_m if support.level else under
    if abs(mass_kg - support.lift_n / STANDARD_GRAVITY_M_S2) < LEFT_KG and not (support.level and hands):
        return Holding(given, falls=False, weight_at_m=under)
    if not hands:
        return Holding(given, falls=True, weight_at_m=at)
    return hold(mass_kg, at, (), hands, given)


LEFT_KG = 0.001
"""A lift that is right to a gram leaves nothing for the hands."""


def grip_at(assembly: Assembly, row: int, grip: Grip) -> tuple[Array, Array]:
    """Where a grip of a part is, and along what it runs, rig frame ``(3,)`` each."""
    where = assembly.place_m(row, grip.position_m, extends=grip.extends, beyond=grip.beyond)
    return where, assembly.way(row, grip.axis, beyond=grip.beyond)


def grips_of(assembly: Assembly) -> tuple[Place, ...]:
    """Every grip of a rig, where it is."""
    found = []
    for row, (placement_id, part) in enumerate(zip(assembly.ids, assembly.parts, strict=True)):
        for grip in part.grips:
            where, axis = grip_at(assembly, row, grip)
            found.append(Place(grip, placement_id, where, axis))
    return tuple(found)
