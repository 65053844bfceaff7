"""Resistance and voltage drop of thin cables.

American wire gauge: diameter ``0.127 mm · 92^((36 − n)/39)`` (ASTM B258), copper of 1.724e-8 Ω·m at 20 °C (IACS,
IEC 60028).
"""

from __future__ import annotations

import math
from typing import Final

COPPER_OHM_M: Final = 1.724e-8


def gauge_diameter_m(gauge: int) -> float:
    """Diameter of a solid wire of this gauge, m."""
    return 0.127e-3 * math.pow(92.0, (36 - gauge) / 39)


def ohms_per_m(gauge: int) -> float:
    """Resistance of one conductor, Ω/m."""
    return COPPER_OHM_M / (math.pi / 4 * gauge_diameter_m(gauge) ** 2)


def drop_v(gauge: int, length_m: float, current_a: float) -> float:
    """Voltage lost in a cable, there and back."""
    return 2 * length_m * ohms_per_m(gauge) * current_a
