"""One mass on a spring and a damper: what of a shake of its foot comes through."""

from __future__ import annotations

import math
from typing import Final

WALKING_HZ: Final = 2.0
"""Steps a second, which is how often the hips go up and down (common practice, no source)."""
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


def tremor_rad(torque_nm: float, inertia_kg_m2: float, shake_hz: float) -> float:
    """Angle by which a free body answers a shaking torque, ``τ/(I ω²)``, rad."""
    return torque_nm / (inertia_kg_m2 * (2 * math.pi * shake_hz) ** 2)
