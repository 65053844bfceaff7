"""Where each figure of a rig comes from: all of them, in the order in which they are looked for."""

from __future__ import annotations

import math
from collections.abc import Iterator
from typing import Final

import numpy as np

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition, Figure
from equilix.explain.body import of_body
from equilix.explain.origin import SOURCES, Input, Origin, form_of, given, mass_and_weight, origin
from equilix.facts import duration as lasting
from equilix.facts import fact, force, inertia, length, mass, measured, number, percent
from equilix.kit.carriers import Harness, SpringArm
from equilix.kit.parts import Part
from equilix.mechanics.vibration import STEP_M, WALKING_HZ
from equilix.result import Result

LARGEST: Final = 4
"""So many parts are named, of those that count most."""
DECIMETRE_M: Final = 0.1
"""On so much the force of a spring is told: in newtons on a metre nobody feels it."""


def origins(result: Result) -> list[Origin]:
    """All figures of a rig, in the order in which they are looked for."""
    found = result.analysis
    rows = [*_whole(found)] if found.assembly.ids else []
    if found.support is not None:
        rows += [*_conditions(found), *_figures(found), *of_body(result)]
    return [*rows, *_power(result), *_checks(result)]


def _whole(found: Analysis) -> Iterator[Origin]:
    """Mass and CG of the whole, with the parts that count most."""
    names, masses, cgs = found.assembly.parts, found.assembly.masses_kg, found.assembly.cgs_m
    heaviest = np.argsort(-masses)[:LARGEST]
    yield origin(
        "whole", "mass", "mass", fact("origin.title_mass"), mass(found.mass.mass_kg),
        [(names[row].name, mass(float(masses[row]))) for row in heaviest],
    )  # fmt: skip
    datum = np.zeros(3) if found.support is None else found.support.datum_m
    moments = masses * (cgs[:, 0] - datum[0])
    largest = np.argsort(-np.abs(moments))[:LARGEST]
    said = length(float(found.mass.cg_m[0] - datum[0]))
    yield origin(
        "whole", "cg", "cg", fact("origin.title_cg"), said,
        [
            (names[row].name, fact("origin.product", mass=mass(float(masses[row])),
                                   lever=length(float(cgs[row, 0] - datum[0]))))
            for row in largest
        ],
    )  # fmt: skip
    off = cgs - found.mass.cg_m
    from_cg = masses * (off[:, 0] ** 2 + off[:, 2] ** 2)
    most = np.argsort(-from_cg)[:LARGEST]
    yield origin(
        "whole", "inertia", "inertia", fact("origin.title_inertia"), inertia(float(found.mass.inertia_kg_m2[1, 1])),
        [
            given("own", inertia(float(found.assembly.inertias_kg_m2[:, 1, 1].sum()))),
            *((names[row].name, inertia(float(from_cg[row]))) for row in most),
            given("others", inertia(float(from_cg.sum() - from_cg[most].sum()))),
        ],
    )  # fmt: skip


def _conditions(found: Analysis) -> Iterator[Origin]:
    for condition in found.conditions:
        balance = condition.balance
        yield origin(
            "balance", f"condition-{balance.key}", "condition", balance.key, condition.sentence,
            [
                given("value", length(condition.value_m)), given("sd", length(condition.sd_m)),
                given("tolerance", length(balance.tolerance_m)), *_doubts(found, condition),
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
        yield origin("way", figure.key, form_of(figure.key), figure.label, figure.said, _into(found, figure))


def _into(found: Analysis, figure: Figure) -> Iterator[Input]:
    """What of the rig goes into a way's figure: its weight, where that hangs, and the spring that bears it."""
    assert found.support is not None
    off = found.mass.cg_m - found.support.datum_m
    yield from mass_and_weight(found)
    yield given("ahead", length(float(off[0])))
    yield given("aside", length(float(off[1])))
    yield given("above", length(float(off[2])))
    if SOURCES[form_of(figure.key)] in ("oscillator", "hooke"):
        yield from _spring(found.carried.bearer)


def _spring(bearer: Part | None) -> Iterator[Input]:
    """What is known of the spring that bears the rig; nothing of a taut line."""
    spring = None if bearer is None else bearer.carrier
    if not isinstance(spring, SpringArm | Harness) or spring.stiffness_n_m is None:
        return
    yield given(
        "stiffness",
        fact("origin.per_length", force=force(spring.stiffness_n_m * DECIMETRE_M), length=length(DECIMETRE_M)),
    )
    yield given("damping", number(spring.damping_ratio, 2))
    yield given("friction", force(spring.friction_n))
    yield given("travel", length(spring.travel_m))
    yield given("step", fact("origin.step", often=measured(WALKING_HZ, "Hz", 0), high=length(STEP_M)))


def _power(result: Result) -> Iterator[Origin]:
    if not result.analysis.assembly.ids:
        return
    network = result.network
    for run in network.runs:
        part = network.part(run.battery)
        said = lasting(run.seconds) if math.isfinite(run.seconds) else fact("origin.drawn_nothing")
        yield origin(
            "power", f"run-{run.battery}", "run", part.name, said,
            [
                given("rated_wh", measured(part.energy_wh, "Wh", 0)),
                given("celsius", measured(network.celsius, "°C", 0)),
                given("usable_wh", measured(run.usable_wh, "Wh", 0)), given("watts", measured(run.watts, "W", 1)),
            ],
        )  # fmt: skip


def _checks(result: Result) -> Iterator[Origin]:
    if not result.analysis.assembly.ids:
        return
    for check in (*result.checks, *result.fit_findings):
        share = () if check.share is None else (given("share", percent(check.share)),)
        yield Origin(
            "check",
            f"{check.key}-{check.placement}",
            check.title,
            check.said,
            fact("origin.check" if share else "origin.check_seen"),
            share,
            check.source,
        )
