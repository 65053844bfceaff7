"""Lift that is set with a spring: what it carries, what is left for the hands, and how to set it."""

from __future__ import annotations

import math
from typing import Final

from equilix.carry.carried import Carried
from equilix.carry.conditions import Figure
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import NOTHING, Sayable, angle, fact, force, general, length, mass, measured, number, percent
from equilix.kit.carriers import Harness, SpringArm
from equilix.mechanics.vibration import STEP_M, WALKING_HZ, answer, natural_hz

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
    load, stiffness = carried.mass.mass_kg, spring.stiffness_n_m
    natural = math.inf if stiffness is None else natural_hz(stiffness, load)
    each = {n: answer(n * WALKING_HZ, natural, spring.damping_ratio) for n in HARMONICS}
    first = each[1]
    rows = [
        Figure(
            "natural_hz",
            fact("figure.natural_hz"),
            natural,
            "Hz",
            fact("springs.never_taut_line")
            if stiffness is None
            else measured(natural, "Hz", 2 if natural < 1.0 else 1),
        ),
        Figure(
            "transmissibility",
            fact("figure.transmissibility", walking=general(WALKING_HZ)),
            first.through,
            "1",
            percent(first.through),
            fact("springs.spring_answers_step_bounces_more") if first.through > 1.05 else "",
        ),
    ]
    rows += [
        Figure(
            f"transmissibility_{n}",
            fact("springs.overtone_hz", n=general(n * WALKING_HZ)),
            found.through,
            "1",
            percent(found.through),
        )
        for n, found in each.items()
        if n > 1
    ]
    if isinstance(spring, Harness):
        other = answer(WALKING_HZ, natural_hz(USUAL_SPRING_N_M, load), spring.damping_ratio).through
        label = fact("springs.usual_spring_line") if stiffness is None else fact("springs.without_spring")
        through = other if stiffness is None else 1.0
        rows.append(
            Figure("transmissibility_other", label, through, "1", fact("springs.each_step", through=percent(through)))
        )
    if stiffness is None:
        rows.append(Figure("stays_m", fact("figure.stays_m"), 0.0, "m", fact("springs.one_length_line")))
        return rows
    stroke, half = first.stroke * STEP_M, spring.travel_m / 2
    stays = min(spring.friction_n / stiffness, half)
    anywhere = fact("springs.over_all_travel") if stays >= half else fact("springs.within_up_down", stays=length(stays))
    rows += [
        Figure(
            "stroke_m", fact("figure.stroke_m"), stroke, "m", fact("springs.either_way", stroke=length(stroke)),
            fact("springs.strikes_stops_each_step") if stroke > half else "",
        ),
        Figure("lag_rad", fact("figure.lag_rad"), first.lag_rad, "rad", angle(first.lag_rad)),
        Figure(
            "reach_n", fact("figure.reach_n"), stiffness * half, "N",
            fact("springs.up_or_down", stiffness=force(stiffness * half), half=length(half)),
        ),
        Figure("stays_m", fact("figure.stays_m"), stays, "m", anywhere),
    ]  # fmt: skip
    if isinstance(spring, Harness):
        sag = carried.weight_n / stiffness
        over = fact("springs.more_travel_take_stiffer_spring") if sag > spring.travel_m else ""
        rows.append(Figure("sag_m", fact("figure.sag_m"), sag, "m", length(sag), over))
    return rows


def spring_figures(carried: Carried, spring: SpringArm | Harness, tension_n: float) -> list[Figure]:
    """Lift, what is left, the load against the maker's range, and the setting that would float it."""
    load = carried.mass.mass_kg
    left = carried.weight_n - tension_n
    wanted = spring.turns_for(load)
    rated = fact("springs.rated_range", least=mass(spring.least_kg), most=mass(spring.most_kg))
    outside: Sayable = ""
    if load > spring.most_kg:
        over = mass(load - spring.most_kg)
        outside = fact("springs.more_maker_allows_nearest_can", over=over, most=mass(spring.most_kg))
    elif load < spring.least_kg:
        under = mass(spring.least_kg - load)
        outside = fact("springs.too_light_cannot_set_lower", under=under, least=mass(spring.least_kg))
    now = carried.setup.setting
    set_to = fact("springs.turns", wanted=number(wanted, 1))
    if now is not None:
        set_to = fact("springs.turns_now", wanted=number(wanted, 1), now=general(now))
    said = fact("springs.share_of_rated", load=percent(load / spring.most_kg), rated=rated)
    return [
        Figure("lift_n", fact("figure.lift_n"), tension_n, "N", force(tension_n)),
        Figure("left_for_hands_n", fact("figure.left_for_hands_n"), left, "N", _left(left), _set(wanted, now, left)),
        Figure("rated_share", fact("figure.rated_share"), load / spring.most_kg, "1", said, outside),
        Figure("turns_wanted", fact("figure.turns_wanted"), wanted, "turns", set_to),
    ]


def _left(left_n: float) -> Sayable:
    """What arm or line leaves for the hands to do."""
    if abs(left_n) < 0.05:
        return fact("springs.nothing_left")
    return fact("springs.to_lift" if left_n > 0 else "springs.to_hold_down", left=force(abs(left_n)))


def _set(wanted: float, now: float | None, left_n: float) -> Sayable:
    """How far the spring is from what would float the rig, where that matters."""
    if now is None or abs(left_n) <= LEFT_OVER_N:
        return NOTHING
    key = "springs.set_further" if wanted > now else "springs.set_back"
    return fact(key, turns=number(abs(wanted - now), 1))
