"""One rig on one operator: posture, load from hands to feet, endurance as a range, screening, picking it up."""

from __future__ import annotations

import math
from functools import cached_property
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis, analyse_with
from equilix.body.endurance import EASY, rohmert_min
from equilix.body.fatigue import rest_allowance
from equilix.body.lifting import Coupling, Lift
from equilix.body.load import Effort
from equilix.body.posture import Arm
from equilix.body.screening import Posture, Rula, raised_arm_s, rula
from equilix.body.whole import ACTION_LIMIT_N, Push, Spine, flow, neck_moment_nm, pushes_of
from equilix.carry.worn import Frame, frame, spine_of
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import Sayable, fact, number, percent
from equilix.fit.gaze import Gaze, gaze
from equilix.keys import Side, hand_key

Array = NDArray[np.float64]

TAKE_S: Final = 300.0
"""A take for which the rest is told where none is given."""
ABDUCTED_RAD: Final = math.radians(25.0)
"""An upper arm further out to the side than this is abducted (estimate)."""
PICK_UP_M: Final = 0.40
"""Hands in front of the ankles when a rig is picked up (estimate)."""
PLACES: Final[dict[str, float]] = {"ground": 0.10, "case": 0.30, "table": 0.75}
"""Where a rig is picked up from: height of the hands, m (estimates)."""


class Range(Struct, frozen=True):
    """How long an effort lasts by two published curves, s; ``rohmert_s`` None where his formula does not hold."""

    effort: Effort
    power_law_s: float
    rohmert_s: float | None

    @property
    def shortest_s(self) -> float:
        """The more careful of the two."""
        return self.power_law_s if self.rohmert_s is None else min(self.power_law_s, self.rohmert_s)


class Fit(Struct, frozen=True, dict=True):
    """What an analysis means for the whole body. Made once, and only where it is asked for."""

    analysis: Analysis

    @cached_property
    def pushes(self) -> tuple[Push, ...]:
        """What the rig does to the body, by what bears it first; the forces sum to the weight of the rig."""
        return pushes_of(self.analysis.holding.contacts, self.analysis.rested)

    @cached_property
    def flow_n(self) -> dict[str, float]:
        """Where the weight of the rig goes, N; sums to it."""
        return flow(self.pushes)

    @property
    def arms(self) -> tuple[Arm, ...]:
        """The arms that reach their grips."""
        return tuple(held.arm for held in self.analysis.arms if held.arm.reached)

    @cached_property
    def worn(self) -> Frame | None:
        """The vest or harness that is worn."""
        found = self.analysis
        if found.support is None or found.stance is None:
            return None
        return frame(found.carried, found.way, found.support, found.stance, found.holding, found.rested)

    @property
    def lean_rad(self) -> float:
        """How far the upper body leans forward; back, where a worn frame asks for it."""
        return 0.0 if self.worn is None else -self.worn.lean_rad

    @cached_property
    def spine(self) -> Spine | None:
        """The load on L5/S1, with the lean; None without an operator."""
        found = self.analysis
        if found.stance is None:
            return None
        return spine_of(found.carried, found.stance, found.arms, found.holding, found.rested, self.worn)

    @property
    def neck_nm(self) -> float:
        """Moment at the neck while looking at the screen; of a level head without one."""
        bent = self.gaze.neck_rad if self.gaze is not None else 0.0
        return neck_moment_nm(self.analysis.operator, bent)

    @cached_property
    def letting_go(self) -> dict[str, Analysis]:
        """The rig when one hand has let go, to focus or to change a setting, by the side that lets go."""
        found, sides = self.analysis, [contact.hand for contact in self.analysis.holding.contacts if contact.hand]
        carried = found.carried
        if len(sides) < 2:
            return {}
        return {
            side: analyse_with(
                carried.kit, found.setup.changed(released=side), found.operator, carried.rules,
                carried.readings,
            )
            for side in sides
        }  # fmt: skip

    @cached_property
    def gaze(self) -> Gaze | None:
        """Where the eyes look."""
        return gaze(self.analysis)

    @property
    def trunk_share(self) -> float:
        """What the back gives of its strength; 0 where nobody stands at the rig."""
        return (
            0.0 if self.spine is None else self.spine.size_nm / max(self.analysis.operator.strength_of("trunk"), 1e-6)
        )

    @cached_property
    def ranges(self) -> tuple[Range, ...]:
        """The endurance of every effort by both curves, shortest first."""
        found = []
        for effort in self.analysis.efforts:
            own = 60 * self.analysis.operator.endurance
            rohmert = rohmert_min(effort.share) * own if EASY < effort.share <= 1.0 else None
            found.append(Range(effort, effort.endurance_s, rohmert))
        return tuple(sorted(found, key=lambda each: each.power_law_s))

    @cached_property
    def rula(self) -> dict[Side, Rula]:
        """The RULA scores of each side that holds something."""
        neck = self.gaze.neck_rad if self.gaze is not None else 0.0
        found: dict[Side, Rula] = {}
        for arm in self.arms:
            upper = arm.elbow_m - arm.shoulder_m
            outward = float(upper[1]) * (1.0 if arm.side == "left" else -1.0)
            force = float(np.linalg.norm(self.analysis.holding.force_of(hand_key(arm.side))))
            found[arm.side] = rula(
                Posture(
                    arm.elevation_rad, arm.elbow_angle_rad, neck, self.lean_rad,
                    arm_abducted=math.atan2(outward, -float(upper[2])) > ABDUCTED_RAD,
                    arm_supported=arm.side in self.analysis.rested, load_kg=force / STANDARD_GRAVITY_M_S2,
                )
            )  # fmt: skip
        return found

    @cached_property
    def raised_s(self) -> dict[str, float]:
        """How long each unsupported upper arm should be held raised so (ISO 11226)."""
        return {
            arm.side: math.inf if arm.side in self.analysis.rested else raised_arm_s(arm.elevation_rad)
            for arm in self.arms
        }

    def rest_s(self, take_s: float = TAKE_S) -> float:
        """Rest after a take of this length for what gives out first, s (Rohmert 1973).

        0 below 15 % effort, infinite where it cannot be held so long.
        """
        tired = self.analysis.first_to_give_out
        if tired is None:
            return 0.0
        if take_s > tired.endurance_s:
            return math.inf
        return take_s * rest_allowance(take_s, tired.endurance_s, tired.share)

    @cached_property
    def pick_up(self) -> dict[str, float]:
        """Lifting index of picking the rig up by hand, from the ground, its case, a table."""
        load = self.analysis.mass.mass_kg
        return {place: pick_up_lift(self, place).index(load) for place in PLACES}


def pick_up_lift(fit: Fit, place: str) -> Lift:
    """How a rig is picked up from a place of :data:`PLACES`; a handle that lies across is good to take hold of."""
    good: Coupling = "good" if any(abs(each.axis[2]) < 0.5 for each in fit.analysis.carried.grips) else "fair"
    return Lift(PICK_UP_M, PLACES[place], 0.5, coupling=good)


def bears(on: str) -> Sayable:
    """What of the body bears some of the weight, by its key in the flow."""
    return fact(f"body.{on}")


def words_of_lifting(index: float) -> Sayable:
    """What a lifting index says."""
    key = "fit.nearly_everyone_can" if index <= 1.0 else "fit.lift_with_two" if index <= 3.0 else "fit.not_by_hand"
    return fact(key, index=number(index, 1))


def compression_words(compression_n: float) -> Sayable:
    """The compression against the action limit."""
    share = compression_n / ACTION_LIMIT_N
    return fact("fit.over_action_limit" if share > 1 else "fit.action_limit", share=percent(share))
