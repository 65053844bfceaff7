"""Where each figure of a rig comes from: how it is worked out, from what, and on whose word.

An origin is made of facts, like everything that the core gives: ``origin.<key>`` is the formula in words,
``source.<key>`` the source. What goes in is read off the same result that the figure was read off.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator
from typing import Final, Literal

import numpy as np
from msgspec import Struct

from equilix.analysis import Analysis
from equilix.body.endurance import EASY, POWER_LAW
from equilix.body.load import Effort
from equilix.body.whole import BACK_LEVER_M
from equilix.carry.conditions import Condition, Figure
from equilix.facts import Sayable, fact, force, length, mass, measured, number, percent, torque
from equilix.facts import duration as lasting
from equilix.fit.fit import bears
from equilix.kit.carriers import Harness, SpringArm
from equilix.kit.parts import Part
from equilix.mechanics.vibration import STEP_M, WALKING_HZ
from equilix.result import Result

Group = Literal["whole", "balance", "way", "body", "power", "check"]
Input = tuple[Sayable, Sayable]
"""A name and a value."""
LARGEST: Final = 4
"""So many parts are named, of those that count most."""
DECIMETRE_M: Final = 0.1
"""On so much the force of a spring is told: in newtons on a metre nobody feels it."""
SOURCES: Final[dict[str, str]] = {
    "mass": "weighed", "cg": "gum", "condition": "gum", "effort": "frey", "spine": "niosh", "flow": "statics",
    "run": "cells", "hang_pitch_rad": "statics", "hang_roll_rad": "statics", "below_m": "statics",
    "left_share": "statics", "right_share": "statics", "twist_nm": "statics", "past_chest_m": "measures",
    "hung_s": "frey", "line_rad": "geometry", "side_by_side_twist_nm": "statics", "axis_hold_nm": "statics",
    "payload_kg": "maker", "power_w": "motor", "run_time_s": "motor", "axis_inertia_kg_m2": "steiner",
    "axis_room_m": "geometry", "axis_cable_nm": "cable", "axis_cables": "geometry", "drop_time_s": "pendulum",
    "least_drop_time_s": "pendulum", "off_post_x_m": "statics", "off_post_y_m": "statics", "i_xz_kg_m2": "steiner",
    "i_yz_kg_m2": "steiner", "wobble_nm": "spin", "bearing_n": "spin", "static_nm": "statics",
    "gimbal_height_m": "winter", "trunk_moment_nm": "statics", "lean_back_rad": "statics", "plates_n": "statics",
    "hip_load_n": "statics", "boom_moment_nm": "statics", "lift_n": "maker", "left_for_hands_n": "statics",
    "rated_share": "maker", "turns_wanted": "maker", "natural_hz": "oscillator", "transmissibility": "oscillator",
    "stroke_m": "oscillator", "lag_rad": "oscillator", "reach_n": "hooke", "stays_m": "hooke", "sag_m": "hooke",
    "sway_hz": "pendulum", "line_m": "geometry", "pad_pa": "meyerhof", "head_side_m": "measures",
    "lens_from_eye_m": "measures", "knee_side_m": "measures", "over_axis_m": "statics",
    "counterbalance_nm": "statics", "left_nm": "statics", "tripod_tip_rad": "statics", "gap_m": "measures",
}  # fmt: skip
"""By what of a figure is worked out (``origin.<key>``): its source (``source.<name>``)."""


class Origin(Struct, frozen=True):
    """One figure: its group and key, what it is called and says, how it is worked out, from what, on whose word."""

    group: Group
    key: str
    title: Sayable
    value: Sayable
    formula: Sayable
    inputs: tuple[Input, ...]
    source: Sayable


def origins(result: Result) -> list[Origin]:
    """All figures of a rig, in the order in which they are looked for."""
    found = result.analysis
    rows = [*_whole(found)] if found.assembly.ids else []
    if found.support is not None:
        rows += [*_conditions(found), *_figures(found), *_body(result)]
    return [*rows, *_power(result), *_checks(result)]


def form_of(key: str) -> str:
    """By which row of :data:`SOURCES` a way's figure is worked out: axes, sides and overtones share theirs."""
    for axis in ("tilt_", "roll_", "pan_"):
        if key.startswith(axis):
            return "axis_" + key.removeprefix(axis)
    for least in ("least_", ""):
        if key.startswith(f"{least}drop_time_"):
            return f"{least}drop_time_s"
    for start, form in (("head_", "head_side_m"), ("knee_", "knee_side_m"), ("transmissibility", "transmissibility")):
        if key.startswith(start):
            return form
    return "gap_m" if key.endswith("_gap_m") else key


def _origin(group: Group, key: str, form: str, title: Sayable, value: Sayable, inputs: Iterable[Input]) -> Origin:
    return Origin(group, key, title, value, fact(f"origin.{form}"), tuple(inputs), fact(f"source.{SOURCES[form]}"))


def _input(key: str, value: Sayable) -> Input:
    return fact(f"input.{key}"), value


def _mass_and_weight(found: Analysis) -> tuple[Input, Input]:
    return _input("mass", mass(found.mass.mass_kg)), _input("weight", force(found.weight_n))


def _whole(found: Analysis) -> Iterator[Origin]:
    """Mass and CG of the whole, with the parts that count most."""
    names, masses, cgs = found.assembly.parts, found.assembly.masses_kg, found.assembly.cgs_m
    heaviest = np.argsort(-masses)[:LARGEST]
    yield _origin(
        "whole", "mass", "mass", fact("origin.title_mass"), mass(found.mass.mass_kg),
        [(names[row].name, mass(float(masses[row]))) for row in heaviest],
    )  # fmt: skip
    datum = np.zeros(3) if found.support is None else found.support.datum_m
    moments = masses * (cgs[:, 0] - datum[0])
    largest = np.argsort(-np.abs(moments))[:LARGEST]
    said = length(float(found.mass.cg_m[0] - datum[0]))
    yield _origin(
        "whole", "cg", "cg", fact("origin.title_cg"), said,
        [
            (names[row].name, fact("origin.product", mass=mass(float(masses[row])),
                                   lever=length(float(cgs[row, 0] - datum[0]))))
            for row in largest
        ],
    )  # fmt: skip


def _conditions(found: Analysis) -> Iterator[Origin]:
    for condition in found.conditions:
        balance = condition.balance
        yield _origin(
            "balance", f"condition-{balance.key}", "condition", balance.key, condition.sentence,
            [
                _input("value", length(condition.value_m)), _input("sd", length(condition.sd_m)),
                _input("tolerance", length(balance.tolerance_m)), *_doubts(found, condition),
            ],
        )  # fmt: skip


def _doubts(found: Analysis, condition: Condition) -> Iterator[Input]:
    """The parts whose data make it uncertain, by their share of the variance."""
    whole = float(condition.variances_m2.sum())
    if whole <= 0:
        return
    for row in np.argsort(-condition.variances_m2)[: LARGEST - 1]:
        part = found.assembly.parts[row]
        yield fact("input.doubt", part=part.name), percent(float(condition.variances_m2[row]) / whole)


def _figures(found: Analysis) -> Iterator[Origin]:
    for figure in found.figures:
        yield _origin("way", figure.key, form_of(figure.key), figure.label, figure.said, _into(found, figure))


def _into(found: Analysis, figure: Figure) -> Iterator[Input]:
    """What of the rig goes into a way's figure: its weight, where that hangs, and the spring that bears it."""
    assert found.support is not None
    off = found.mass.cg_m - found.support.datum_m
    yield from _mass_and_weight(found)
    yield _input("ahead", length(float(off[0])))
    yield _input("aside", length(float(off[1])))
    yield _input("above", length(float(off[2])))
    if SOURCES[form_of(figure.key)] in ("oscillator", "hooke"):
        yield from _spring(found.carried.bearer)


def _spring(bearer: Part | None) -> Iterator[Input]:
    """What is known of the spring that bears the rig; nothing of a taut line."""
    spring = None if bearer is None else bearer.carrier
    if not isinstance(spring, SpringArm | Harness) or spring.stiffness_n_m is None:
        return
    yield _input(
        "stiffness",
        fact("origin.per_length", force=force(spring.stiffness_n_m * DECIMETRE_M), length=length(DECIMETRE_M)),
    )
    yield _input("damping", number(spring.damping_ratio, 2))
    yield _input("friction", force(spring.friction_n))
    yield _input("travel", length(spring.travel_m))
    yield _input("step", fact("origin.step", often=measured(WALKING_HZ, "Hz", 0), high=length(STEP_M)))


def _body(result: Result) -> Iterator[Origin]:
    fit, found = result.fit, result.analysis
    for effort in found.efforts:
        yield _origin(
            "body", f"{effort.joint}-{effort.side}", "effort", effort.key, fact(
                "origin.share_and_time", share=percent(effort.share), lasts=lasting(effort.endurance_s)),
            _into_effort(effort),
        )  # fmt: skip
    if fit.spine is not None:
        yield _origin(
            "body", "spine", "spine", fact("origin.title_spine"), force(fit.spine.compression_n),
            [
                _input("moment", torque(fit.spine.size_nm)),
                _input("strength", torque(found.operator.strength_of("trunk"))),
                _input("lever", length(BACK_LEVER_M)), *_mass_and_weight(found),
            ],
        )  # fmt: skip
    if fit.flow_n:
        yield _origin(
            "body", "flow", "flow", fact("origin.title_flow"), force(sum(fit.flow_n.values())),
            [(bears(on), force(n)) for on, n in fit.flow_n.items()],
        )  # fmt: skip


def _into_effort(effort: Effort) -> Iterator[Input]:
    what = force if effort.joint == "grip" else torque
    yield _input("load", what(effort.load))
    yield _input("strength", what(effort.strength))
    b0, b1 = POWER_LAW[effort.joint]
    yield _input("b0", measured(b0, "s", 2))
    yield _input("b1", number(b1, 2))
    yield _input("easy", percent(EASY))


def _power(result: Result) -> Iterator[Origin]:
    if not result.analysis.assembly.ids:
        return
    network = result.network
    for run in network.runs:
        part = network.part(run.battery)
        said = lasting(run.seconds) if math.isfinite(run.seconds) else fact("origin.drawn_nothing")
        yield _origin(
            "power", f"run-{run.battery}", "run", part.name, said,
            [
                _input("rated_wh", measured(part.energy_wh, "Wh", 0)),
                _input("celsius", measured(network.celsius, "°C", 0)),
                _input("usable_wh", measured(run.usable_wh, "Wh", 0)), _input("watts", measured(run.watts, "W", 1)),
            ],
        )  # fmt: skip


def _checks(result: Result) -> Iterator[Origin]:
    if not result.analysis.assembly.ids:
        return
    for check in result.checks:
        share = () if check.share is None else (_input("share", percent(check.share)),)
        yield Origin(
            "check",
            f"{check.key}-{check.placement}",
            check.title,
            check.said,
            fact("origin.check" if share else "origin.check_seen"),
            share,
            check.source,
        )
