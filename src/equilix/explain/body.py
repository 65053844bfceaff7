"""Where the figures of the body come from: shares, times, angles, screening, picking it up."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

import numpy as np

from equilix.body.endurance import EASY, POWER_LAW
from equilix.body.load import Effort
from equilix.body.whole import BACK_LEVER_M, HEAD_ABOVE, HEAD_AHEAD_M, MASS_SHARES
from equilix.explain.origin import Input, Origin, given, mass_and_weight, origin
from equilix.facts import angle, fact, force, length, mass, measured, number, percent, torque
from equilix.facts import duration as lasting
from equilix.fit.fit import PICK_UP_M, PLACES, TAKE_S, Fit, bears, pick_up_lift, words_of_lifting
from equilix.result import Result

LEAST_LEAN_RAD: Final = 0.01
"""A smaller lean is not told."""


def of_body(result: Result) -> Iterator[Origin]:
    """Every figure of the Fit workspace."""
    yield from _asked(result)
    fit = result.fit
    yield from _rest(fit)
    yield from _arms(fit)
    yield from _alone(fit)
    yield from _head(fit)
    yield from _screening(fit)


def _asked(result: Result) -> Iterator[Origin]:
    fit, found = result.fit, result.analysis
    for effort in found.efforts:
        yield origin(
            "body", f"{effort.joint}-{effort.side}", "effort", effort.key, fact(
                "origin.share_and_time", share=percent(effort.share), lasts=lasting(effort.endurance_s)),
            _into_effort(effort, found.operator.endurance),
        )  # fmt: skip
    if fit.spine is not None:
        yield origin(
            "body", "spine", "spine", fact("origin.title_spine"), force(fit.spine.compression_n),
            [
                given("moment", torque(fit.spine.size_nm)),
                given("strength", torque(found.operator.strength_of("trunk"))),
                given("lever", length(BACK_LEVER_M)), *mass_and_weight(found),
            ],
        )  # fmt: skip
    if fit.flow_n:
        yield origin(
            "body", "flow", "flow", fact("origin.title_flow"), force(sum(fit.flow_n.values())),
            [(bears(on), force(n)) for on, n in fit.flow_n.items()],
        )  # fmt: skip


def _into_effort(effort: Effort, endurance: float) -> Iterator[Input]:
    what = force if effort.joint == "grip" else torque
    yield given("load", what(effort.load))
    yield given("strength", what(effort.strength))
    b0, b1 = POWER_LAW[effort.joint]
    yield given("b0", measured(b0, "s", 2))
    yield given("b1", number(b1, 2))
    if endurance != 1.0:
        yield given("own_endurance", number(endurance, 2))
    yield given("easy", percent(EASY))


def _rest(fit: Fit) -> Iterator[Origin]:
    tired, rest = fit.analysis.first_to_give_out, fit.rest_s()
    if tired is None:
        return
    yield origin(
        "body", "rest", "rest", fact("origin.title_rest", take=lasting(TAKE_S)),
        fact("origin.no_rest_long_enough") if math.isinf(rest) else lasting(rest),
        [
            given("take", lasting(TAKE_S)), given("endurance", lasting(tired.endurance_s)),
            given("share_of", percent(tired.share)), given("easy", percent(EASY)),
        ],
    )  # fmt: skip


def _arms(fit: Fit) -> Iterator[Origin]:
    for held in fit.analysis.arms:
        arm = held.arm
        upper, fore, reach = (
            float(np.linalg.norm(end - start))
            for start, end in ((arm.shoulder_m, arm.elbow_m), (arm.elbow_m, arm.hand_m), (arm.shoulder_m, arm.hand_m))
        )
        yield origin(
            "body", f"arm-{arm.side}", "arm", fact("origin.title_arm", side=fact(f"way.{arm.side}")),
            fact("origin.arm_angles", elbow=angle(arm.elbow_angle_rad), raised=angle(arm.elevation_rad)),
            [
                given("upper_arm", length(upper)), given("elbow_to_grip", length(fore)),
                given("to_grip", length(reach)),
            ],
        )  # fmt: skip


def _alone(fit: Fit) -> Iterator[Origin]:
    """What becomes of it when a hand lets go; how far the upper body leans."""
    for side, alone in fit.letting_go.items():
        held = next((contact for contact in alone.holding.contacts if contact.hand), None)
        title = fact("origin.title_letting_go", side=fact(f"way.{side}"))
        if held is None:
            continue
        yield origin(
            "body", f"letting-{side}", "letting_go", title, force(held.told_n),
            [
                given("load", force(held.told_n)), given("twist", torque(float(np.linalg.norm(held.moment_nm)))),
                *mass_and_weight(alone),
            ],
        )  # fmt: skip
    if abs(fit.lean_rad) > LEAST_LEAN_RAD:
        yield origin(
            "body", "lean", "lean", fact("origin.title_lean"), angle(abs(fit.lean_rad)),
            [given("moment", torque(fit.spine.size_nm))] if fit.spine is not None else [],
        )  # fmt: skip


def _head(fit: Fit) -> Iterator[Origin]:
    who, look = fit.analysis.operator, fit.gaze
    bent = look.neck_rad if look is not None else 0.0
    yield origin(
        "body", "neck", "neck", fact("origin.title_neck"), torque(fit.neck_nm),
        [
            given("head", mass(MASS_SHARES["head and neck"][0] * who.mass_kg)), given("bent", angle(bent)),
            given("head_ahead", length(HEAD_AHEAD_M)), given("head_above", length(HEAD_ABOVE * who.stature_m)),
        ],
    )  # fmt: skip
    if look is not None:
        yield origin(
            "body", "gaze", "gaze", fact("origin.title_gaze", screen=look.name), angle(look.up_rad),
            [
                given("higher", length(float(look.target_m[2] - look.eye_m[2]))),
                given("distance", length(look.distance_m)),
            ],
        )  # fmt: skip


def _screening(fit: Fit) -> Iterator[Origin]:
    for side, found in fit.rula.items():
        yield origin(
            "body", f"rula-{side}", "rula", fact("origin.title_rula", side=fact(f"way.{side}")), found.words,
            [
                given(name, number(score)) for name, score in (
                    ("upper_arm", found.upper_arm), ("forearm", found.lower_arm), ("wrist", found.wrist),
                    ("neck", found.neck), ("trunk", found.trunk), ("score_a", found.arm_score),
                    ("score_b", found.body_score),
                )
            ],
        )  # fmt: skip
    load = fit.analysis.mass.mass_kg
    for place, index in fit.pick_up.items():
        yield origin(
            "body", f"lift-{place}", "lift", fact("origin.title_lift", place=fact(f"place.{place}")),
            words_of_lifting(index),
            [
                given("mass", mass(load)), given("recommended", mass(pick_up_lift(fit, place).recommended_kg)),
                given("hands_ahead", length(PICK_UP_M)), given("hands_high", length(PLACES[place])),
            ],
        )  # fmt: skip
