"""Lift that is set with a spring: what it carries, what is left for the hands, and how to set it."""

from __future__ import annotations

import math
from typing import Final

from equilix.carry.carried import Carried
from equilix.carry.conditions import Figure
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.kit.carriers import Harness, SpringArm
from equilix.mechanics.vibration import STEP_M, WALKING_HZ, answer, natural_hz
from equilix.units import angle, force, length, mass

LEFT_OVER_N = 3.0
"""A difference that a hand does not mind (common practice, no source)."""


def lift_n(carried: Carried, spring: SpringArm | Harness | None) -> float | None:
    """What the spring lifts as it is set, N; None where no setting is given and it is set for the load.

    A setting cannot lift more than the maker's most or less than nothing.
    """
    if spring is None or carried.setup.setting is None:
        return None
    lift = min(max(spring.lift_kg(carried.setup.setting), 0.0), spring.most_kg)
    return lift * STANDARD_GRAVITY_M_S2


HARMONICS: Final = (1, 2, 3)
"""Of the step: its own frequency and its first two overtones."""
USUAL_SPRING_N_M: Final = 250.0
"""Of a spring in a line, to compare a taut one with (estimate)."""


def bounce_figures(carried: Carried, spring: SpringArm | Harness) -> list[Figure]:
    """What comes through of each step and its overtones, how the spring works, how far it reaches, where it stays."""
    unit, load, stiffness = carried.display, carried.mass.mass_kg, spring.stiffness_n_m
    natural = math.inf if stiffness is None else natural_hz(stiffness, load)
    each = {n: answer(n * WALKING_HZ, natural, spring.damping_ratio) for n in HARMONICS}
    first = each[1]
    rows = [
        Figure(
            "natural_hz", "Bounces by itself at", natural, "Hz",
            "never: a taut line" if stiffness is None else f"{natural:.2g} Hz",
        ),
        Figure(
            "transmissibility", f"Of each step ({WALKING_HZ:g} Hz) comes through", first.through, "1",
            f"{first.through:.0%}",
            "The spring answers the step: it bounces more than a taut line." if first.through > 1.05 else "",
        ),
    ]  # fmt: skip
    rows += [
        Figure(
            f"transmissibility_{n}",
            f"Of its overtone at {n * WALKING_HZ:g} Hz",
            found.through,
            "1",
            f"{found.through:.0%}",
        )
        for n, found in each.items()
        if n > 1
    ]
    if isinstance(spring, Harness):
        other = answer(WALKING_HZ, natural_hz(USUAL_SPRING_N_M, load), spring.damping_ratio).through
        label = "With a usual spring in the line" if stiffness is None else "Without the spring"
        through = other if stiffness is None else 1.0
        rows.append(Figure("transmissibility_other", label, through, "1", f"{through:.0%} of each step"))
    if stiffness is None:
        rows.append(Figure("stays_m", "Stays where it is left", 0.0, "m", "at the one length of the line"))
        return rows
    stroke, half = first.stroke * STEP_M, spring.travel_m / 2
    stays = min(spring.friction_n / stiffness, half)
    anywhere = "over all of its travel" if stays >= half else f"within {length(stays, unit)} up and down"
    rows += [
        Figure(
            "stroke_m", "The spring works at each step by", stroke, "m", f"± {length(stroke, unit)}",
            "It strikes its stops at each step." if stroke > half else "",
        ),
        Figure("lag_rad", "The rig lags behind the step by", first.lag_rad, "rad", angle(first.lag_rad)),
        Figure(
            "reach_n", "Held at its highest or lowest place", stiffness * half, "N",
            f"{force(stiffness * half, unit)} at {length(half, unit)} up or down",
        ),
        Figure("stays_m", "Stays where it is left", stays, "m", anywhere),
    ]  # fmt: skip
    if isinstance(spring, Harness):
        sag = carried.weight_n / stiffness
        over = "More than its travel: take a stiffer spring." if sag > spring.travel_m else ""
        rows.append(Figure("sag_m", "The line stretches under the rig by", sag, "m", length(sag, unit), over))
    return rows


def spring_figures(carried: Carried, spring: SpringArm | Harness, tension_n: float) -> list[Figure]:
    """Lift, what is left, the load against the maker's range, and the setting that would float it."""
    unit, load = carried.display, carried.mass.mass_kg
    left = carried.weight_n - tension_n
    wanted = spring.turns_for(load)
    rated = f"{mass(spring.least_kg, unit)} to {mass(spring.most_kg, unit)}"
    outside = ""
    if load > spring.most_kg:
        over = mass(load - spring.most_kg, unit)
        outside = f"{over} more than its maker allows: the nearest it can carry is {mass(spring.most_kg, unit)}."
    elif load < spring.least_kg:
        under = mass(spring.least_kg - load, unit)
        outside = f"{under} too light for it: it cannot be set lower than {mass(spring.least_kg, unit)}."
    now = carried.setup.setting
    turn = "" if now is None else f", now {now:g}"
    return [
        Figure("lift_n", "It lifts", tension_n, "N", force(tension_n, unit)),
        Figure(
            "left_for_hands_n",
            "Left for the hands",
            left,
            "N",
            "nothing" if abs(left) < 0.05 else f"{force(abs(left), unit)} to {'lift' if left > 0 else 'hold down'}",
            f"Set it {abs(wanted - now):.1f} turns {'further' if wanted > now else 'back'}."
            if now is not None and abs(left) > LEFT_OVER_N
            else "",
        ),
        Figure(
            "rated_share",
            "Of its greatest load",
            load / spring.most_kg,
            "1",
            f"{load / spring.most_kg:.0%} ({rated})",
            outside,
        ),
        Figure("turns_wanted", "Setting that floats it", wanted, "turns", f"{wanted:.1f} turns{turn}"),
    ]
