"""Round tubes as cantilevers: stiffness, bending stress, first frequency. SI units; loads at the free end.

Gere & Timoshenko, *Mechanics of Materials*: ``I = π(D⁴ − d⁴)/64``, ``δ = F L³/(3 E I)``, ``σ = M D/(2 I)``; the
frequency is that of the end mass on the beam as a spring, with 33/140 of the beam's own mass (Rayleigh).
"""

from __future__ import annotations

import math
from typing import Final

STIFFNESS_PA: Final[dict[str, float]] = {"steel": 193e9, "aluminium": 69e9, "carbon": 110e9}
"""Young's modulus of stainless steel, aluminium alloy and carbon tube (from memory)."""
YIELD_PA: Final[dict[str, float]] = {"steel": 215e6, "aluminium": 240e6, "carbon": 600e6}
"""Stress from which they bend for good, or break (handbook values, from memory)."""


def tube_area_moment_m4(outer_m: float, inner_m: float) -> float:
    """Second moment of area of a tube of these diameters."""
    return math.pi * (outer_m**4 - inner_m**4) / 64


def deflection_m(force_n: float, length_m: float, stiffness_pa: float, area_moment_m4: float) -> float:
    """How far the end of a cantilever sags."""
    return force_n * length_m**3 / (3 * stiffness_pa * area_moment_m4)


def bending_pa(moment_nm: float, outer_m: float, area_moment_m4: float) -> float:
    """Greatest bending stress."""
    return moment_nm * outer_m / (2 * area_moment_m4)


def first_frequency_hz(
    end_kg: float, own_kg: float, length_m: float, stiffness_pa: float, area_moment_m4: float
) -> float:
    """First bending frequency of a cantilever with a mass at its end."""
    spring = 3 * stiffness_pa * area_moment_m4 / length_m**3
    return math.sqrt(spring / (end_kg + 33 / 140 * own_kg)) / (2 * math.pi)
