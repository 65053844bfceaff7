"""Hanging bodies as pendulums: drop time from horizontal, height for a wanted drop time, sway."""

from __future__ import annotations

import math
from typing import Final

from equilix.constants import STANDARD_GRAVITY_M_S2

QUARTER_TURN: Final = 1.8540746773013719
"""Complete elliptic integral of the first kind K at modulus² = 1/2 (tested against ``scipy.special.ellipk``)."""


def drop_time_s(inertia_cg_kg_m2: float, mass_kg: float, below_m: float) -> float:
    """Time in s from horizontal to upright, let go at rest, without friction.

    ``inertia_cg_kg_m2`` about the horizontal axis through the CG, ``below_m`` how far the CG is below the axis.
    ``T = K √(I / (m g h))`` with ``I = I_cg + m h²``: a quarter of the period of a pendulum that swings to 90°.
    Infinite where the CG is not below the axis.
    """
    if below_m <= 0:
        return math.inf
    about_axis = inertia_cg_kg_m2 + mass_kg * below_m**2
    return QUARTER_TURN * math.sqrt(about_axis / (mass_kg * STANDARD_GRAVITY_M_S2 * below_m))


def least_drop_time_s(inertia_cg_kg_m2: float, mass_kg: float) -> float:
    """The shortest drop time that any height gives: with the CG one radius of gyration below the axis."""
    return drop_time_s(inertia_cg_kg_m2, mass_kg, math.sqrt(inertia_cg_kg_m2 / mass_kg))


def below_for_drop_m(inertia_cg_kg_m2: float, mass_kg: float, time_s: float) -> float:
    """How far the CG must be below the axis for a drop time: smaller root of ``m h² − (m g T²/K²) h + I = 0``.

    A time shorter than any height gives is answered by the height of the shortest one.
    """
    half = STANDARD_GRAVITY_M_S2 * (time_s / QUARTER_TURN) ** 2 / 2
    gyration_m2 = inertia_cg_kg_m2 / mass_kg
    inside = half**2 - gyration_m2
    return gyration_m2 / (half + math.sqrt(inside)) if inside > 0 else math.sqrt(gyration_m2)


def sway_hz(length_m: float) -> float:
    """Frequency of small swings on a line of this length, ``√(g/L)/2π``."""
    return math.sqrt(STANDARD_GRAVITY_M_S2 / length_m) / (2 * math.pi)
