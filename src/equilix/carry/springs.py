"""Lift that is set with a spring: what it carries, what is left for the hands, and how to set it."""

from __future__ import annotations

from equilix.carry.conditions import Carried, Figure
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.kit.carriers import Harness, SpringArm
from equilix.units import force, mass

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
