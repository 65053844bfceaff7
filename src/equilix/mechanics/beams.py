"""Round tubes as cantilevers under several loads: sag, bending stress, first frequency. SI units.

Gere & Timoshenko, *Mechanics of Materials*: ``I = π(D⁴ − d⁴)/64``; a load F at ``a`` from the clamp sags the beam by
``F x² (3a − x)/(6 E I)`` up to the load and ``F a² (3x − a)/(6 E I)`` beyond it; ``σ = M D/(2 I)``. The frequency is
Rayleigh's, from the sags under the weights themselves.
"""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.constants import STANDARD_GRAVITY_M_S2

Array = NDArray[np.float64]

STIFFNESS_PA: Final[dict[str, float]] = {"steel": 193e9, "aluminium": 69e9, "carbon": 110e9}
"""Young's modulus of stainless steel, aluminium alloy and carbon tube (from memory)."""
YIELD_PA: Final[dict[str, float]] = {"steel": 215e6, "aluminium": 240e6, "carbon": 600e6}
"""Stress from which they bend for good, or break (handbook values, from memory)."""


def tube_area_moment_m4(outer_m: float, inner_m: float) -> float:
    """Second moment of area of a tube of these diameters."""
    return math.pi * (outer_m**4 - inner_m**4) / 64


def sags_m(forces_n: Array, places_m: Array, stiffness_pa: float, area_moment_m4: float) -> Array:
    """How far a cantilever sags ``(n,)`` at each of its loads ``(n,)``, which stand at ``places_m`` ``(n,)``.

    Superposed. The beam is clamped at 0, and straight beyond the last load.
    """
    at, load = places_m[:, None], places_m[None]
    near, far = np.minimum(at, load), np.maximum(at, load)
    unit = near**2 * (3 * far - near) / (6 * stiffness_pa * area_moment_m4)
    return np.asarray(unit @ forces_n)


def slopes_rad(forces_n: Array, places_m: Array, stiffness_pa: float, area_moment_m4: float) -> Array:
    """How far a cantilever dips ``(n,)``, rad, at each of its loads ``(n,)``, at ``places_m`` ``(n,)`` from the clamp.

    Superposed. A load F at ``a`` dips it by ``F x (2a − x)/(2 E I)`` up to the load and ``F a²/(2 E I)`` beyond it.
    """
    at, load = places_m[:, None], places_m[None]
    near = np.minimum(at, load)
    unit = near * (2 * load - near) / (2 * stiffness_pa * area_moment_m4)
    return np.asarray(unit @ forces_n)


def bending_pa(moment_nm: float, outer_m: float, area_moment_m4: float) -> float:
    """Greatest bending stress."""
    return moment_nm * outer_m / (2 * area_moment_m4)


def first_frequency_hz(forces_n: Array, sags: Array) -> float:
    """First bending frequency from the sags ``(n,)`` under weights ``(n,)``: ``ω² = g Σ F y / Σ F y²`` (Rayleigh).

    Slightly too high: for a beam under nothing but its own weight by 0.4 %.
    """
    return math.sqrt(STANDARD_GRAVITY_M_S2 * float(forces_n @ sags) / float(forces_n @ sags**2)) / (2 * math.pi)
