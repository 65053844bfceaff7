"""One ruler for every axis: which figures stand on it, and how far apart."""

from __future__ import annotations

import math
from typing import Final

from equilix.units import M_PER_IN, Display

STEPS: Final = (1, 2, 5, 10, 20, 50, 100, 200, 500, 1000)


def step_for(px_per_unit: float, least_px: float) -> int:
    """The least round number of units whose figures stand at least ``least_px`` apart."""
    return next((step for step in STEPS if step * px_per_unit >= least_px), STEPS[-1])


def multiples(low: float, high: float, step: float) -> range:
    """The whole multiples ``k`` with ``low ≤ k · step ≤ high``, to a millionth of a step."""
    return range(math.ceil(low / step - 1e-6), math.floor(high / step + 1e-6) + 1)


def unit_m(display: Display) -> float:
    """What a figure of an axis counts: a millimetre or an inch, in m."""
    return M_PER_IN if display == "us" else 0.001


def unit_word(display: Display) -> str:
    """What stands at the end of the axis."""
    return "in" if display == "us" else "mm"


def figure(value: float) -> str:
    """A figure at a tick, with a true minus."""
    return f"{value:g}".replace("-", "−")
