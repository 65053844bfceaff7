"""One mass on a spring and a damper: what of a shake of its foot comes through."""

from __future__ import annotations

import cmath
import math
from typing import Final

from msgspec import Struct

WALKING_HZ: Final = 2.0
"""Steps a second, which is how often the hips go up and down (common practice, no source)."""
STEP_M: Final = 0.022
"""How far the hips go up and down from their middle at each step (from memory: 40 to 50 mm in all)."""
TREMOR_HZ: Final = (8.0, 12.0)
"""Band of physiological tremor (from memory)."""


def natural_hz(stiffness_n_m: float, mass_kg: float) -> float:
    """Undamped natural frequency ``√(k/m)/2π``."""
    return math.sqrt(stiffness_n_m / mass_kg) / (2 * math.pi)


def transmissibility(shake_hz: float, natural: float, damping_ratio: float) -> float:
    """Amplitude of the mass over that of the foot: ``√((1 + (2ζr)²)/((1 − r²)² + (2ζr)²))``, r = f/fₙ.

    1 at rest, below 1 above ``√2 fₙ`` whatever the damping (Rao, *Mechanical Vibrations*, displacement
    transmissibility of a base-excited system). An infinitely stiff line (``natural`` infinite) passes all: 1.
    """
    if math.isinf(natural):
        return 1.0
    r = shake_hz / natural
    damped = (2 * damping_ratio * r) ** 2
    below = (1 - r * r) ** 2 + damped
    return math.inf if below == 0 else math.sqrt((1 + damped) / below)


class Answer(Struct, frozen=True):
    """How a mass on a spring answers a foot that shakes it: amplitudes over the foot's, and its lag behind it, rad.

    ``stroke``: of the spring, that is of the mass against its foot.
    """

    through: float
    stroke: float
    lag_rad: float


def answer(shake_hz: float, natural: float, damping_ratio: float) -> Answer:
    """The answer of a base-excited system at one frequency; a taut line (``natural`` infinite) goes along.

    From ``X/Y = (1 + 2ζr i)/(1 − r² + 2ζr i)`` and ``Z/Y = r²/(1 − r² + 2ζr i)`` (Rao, *Mechanical Vibrations*).
    """
    if math.isinf(natural):
        return Answer(1.0, 0.0, 0.0)
    r = shake_hz / natural
    below = complex(1 - r * r, 2 * damping_ratio * r)
    if below == 0:
        return Answer(math.inf, math.inf, math.pi / 2)
    whole = complex(1.0, 2 * damping_ratio * r) / below
    return Answer(abs(whole), r * r / abs(below), -cmath.phase(whole))


def tremor_rad(torque_nm: float, inertia_kg_m2: float, shake_hz: float) -> float:
    """Angle by which a free body answers a shaking torque, ``τ/(I ω²)``, rad."""
    return torque_nm / (inertia_kg_m2 * (2 * math.pi * shake_hz) ** 2)
