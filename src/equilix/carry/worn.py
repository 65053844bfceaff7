"""What a vest or a harness does to its bearer: one free body for hips, lower back, plates and lean.

The belt bears every weight; the frame passes their moment about L5/S1 to the trunk, as a pair of pushes at its top and
at the belt. Frame: that of the rig; forces act on the body.
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.body.load import Effort, Held, efforts
from equilix.body.operators import segments
from equilix.body.posture import Stance
from equilix.body.whole import BODY_CG, CHEST, WORN, Push, Spine, l5_point, pushes_of, spine
from equilix.carry.carried import Carried
from equilix.carry.conditions import Figure, Support, Way
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import angle, fact
from equilix.mechanics.contact import Hand, Holding

Array = NDArray[np.float64]


class Frame(Struct, frozen=True):
    """A worn frame under load: L5/S1 ``(3,)``, the weights on it, its own mass at the body.

    ``lifted``: what arm or line lifts of the rig; ``gear``: the weight of what stands out in front (spring arm).
    ``upright_kgm``: mass times height over the ground of body, frame and all of the rig; ``forward_kgm`` the same with
    the distance in front of L5/S1.
    """

    l5_m: Array
    lifted: tuple[Push, ...]
    gear: tuple[Push, ...]
    own_kg: float
    forward_kgm: float
    upright_kgm: float

    @property
    def weights(self) -> tuple[Push, ...]:
        """All that the frame bears away from the body."""
        return self.lifted + self.gear

    @property
    def hips_n(self) -> float:
        """Weight on the hips, the frame's own included."""
        return self.own_kg * STANDARD_GRAVITY_M_S2 - sum(float(push.force_n[2]) for push in self.weights)

    @property
    def couple_nm(self) -> Array:
        """Moment ``(3,)`` about L5/S1 that the frame passes to someone who stands upright."""
        return sum((np.cross(push.point_m - self.l5_m, push.force_n) for push in self.weights), np.zeros(3))

    @property
    def forward_nm(self) -> float:
        """The part of it that pulls forward."""
        return float(self.couple_nm[1])

    @property
    def lean_rad(self) -> float:
        """How far all of it, turned back about the ankles, must lean for its CG to be over the feet.

        ``tan β = Σ m x / Σ m z`` with x in front of the spine, which stands over the feet.
        """
        return math.atan2(self.forward_kgm, self.upright_kgm)


def frame(
    carried: Carried, way: Way, support: Support, stance: Stance, holding: Holding, rested: Sequence[str] = ()
) -> Frame | None:
    """The vest or harness under a rig that is held so; None where none is worn."""
    if way.stands_out is None or carried.bearer is None:
        return None
    operator, l5 = carried.operator, l5_point(carried.operator, stance)
    ground = float(stance.shoulders_m["left"][2]) - segments(operator).shoulder_height_m
    out = way.stands_out(carried, support)
    lifted = tuple(push for push in pushes_of(holding.contacts, rested) if push.on == WORN)
    at = support.datum_m if holding.weight_at_m is None else holding.weight_at_m
    whole = [(at, carried.mass.mass_kg), *out]
    own = max(carried.bearer.mass_kg - sum(kg for _, kg in out), 0.0)
    return Frame(
        l5,
        lifted,
        tuple(Push(WORN, place, np.array((0.0, 0.0, -kg * STANDARD_GRAVITY_M_S2)), np.zeros(3)) for place, kg in out),
        own,
        sum(kg * float(place[0] - l5[0]) for place, kg in whole),
        operator.stature_m * (BODY_CG * operator.mass_kg + CHEST * own)
        + sum(kg * (float(place[2]) - ground) for place, kg in whole),
    )


def lift_of(holding: Holding) -> float:
    """What arm or line lifts, N."""
    return float(sum(each.force_n[2] for each in holding.contacts if each.key.kind in ("arm", "line")))


def lean_figure(worn: Frame) -> Figure:
    """The lean, as both ways of wearing a frame tell it."""
    return Figure("lean_back_rad", fact("figure.lean_back_rad"), worn.lean_rad, "rad", angle(worn.lean_rad))


def efforts_of(
    carried: Carried, way: Way, support: Support, stance: Stance, hands: Sequence[Hand], held: Sequence[Held],
    holding: Holding, rested: Sequence[str],
) -> tuple[Effort, ...]:  # fmt: skip
    """The effort of every joint; that of the back too where a frame is worn, by the lean that it asks for."""
    worn = frame(carried, way, support, stance, holding, rested)
    back = None if worn is None else spine_of(carried, stance, held, holding, rested, worn)
    return efforts(carried.operator, hands, held, holding.contacts, 0.0 if back is None else back.size_nm)


def spine_of(
    carried: Carried, stance: Stance, held: Sequence[Held], holding: Holding, rested: Sequence[str], worn: Frame | None
) -> Spine:
    """The load on L5/S1 of someone who holds the rig so, and leans back as far as a worn frame asks for."""
    arms = tuple(each.arm for each in held if each.arm.reached)
    pushes = pushes_of(holding.contacts, rested)
    if worn is None:
        return spine(carried.operator, stance, arms, pushes, 0.0)
    return spine(carried.operator, stance, arms, (*pushes, *worn.gear), -worn.lean_rad)
