"""Pressure under a plate that is loaded off its middle."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

LEAST_STRIP_M = 0.020
"""A padded plate never bears on less than a strip as wide as this: what is under it gives (estimate)."""


def bearing_pressure_pa(load_n: float, off_m: Array, size_m: Array) -> float:
    """Pressure in Pa under a plate of sides ``size_m`` (2,) whose load stands ``off_m`` (2,) from its middle.

    The effective area of Meyerhof (1953, from memory): what bears is the largest rectangle that has the load in its
    middle, ``(L − 2|e|)`` each way, so that a load at the edge presses on a strip.
    """
    return load_n / float(np.maximum(size_m - 2 * np.abs(off_m), LEAST_STRIP_M).prod())
