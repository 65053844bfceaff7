"""How hard wind pushes at a rig: dynamic pressure, times the area that it meets, times what its shape makes of it.

Speeds in m/s, areas in m², forces in N. The force is what a steady wind square to the area does; gusts do more.
"""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]

AIR_KG_M3: Final = 1.25
"""Density of air (EN 1991-1-4, 4.5, the recommended value)."""
BLUFF: Final = 1.2
"""Drag coefficient of boxes and rods, square on: 1.05 for a cube, 1.2 for a long cylinder, up to 2 for a flat bar
(Hoerner, *Fluid-Dynamic Drag*, 1965; from memory)."""
BEAUFORT_MPS: Final = 0.836
"""Of the Beaufort number B: ``v = 0.836 B^1.5`` (WMO, 1946 scale)."""
MOST_BEAUFORT: Final = 12


def pressure_pa(speed_mps: float) -> float:
    """Dynamic pressure ``½ ρ v²``."""
    return 0.5 * AIR_KG_M3 * speed_mps**2


def push_n(area_m2: float, speed_mps: float) -> float:
    """The force on an area that stands square to the wind."""
    return BLUFF * pressure_pa(speed_mps) * area_m2


def beaufort(speed_mps: float) -> int:
    """The number on the Beaufort scale: from halfway between the speeds of two numbers it is the higher one."""
    number = math.floor(math.pow(max(speed_mps, 0.0) / BEAUFORT_MPS, 2 / 3) + 0.5)
    return min(number, MOST_BEAUFORT)


def covered_m2(lower: Array, upper: Array) -> float:
    """The area that rectangles cover together, ``lower`` and ``upper`` ``(n, 2)`` in m; an area that two cover once."""
    if not len(lower):
        return 0.0
    xs, ys = (np.unique(np.concatenate((lower[:, k], upper[:, k]))) for k in (0, 1))
    inside_x = (lower[:, :1] <= xs[:-1]) & (upper[:, :1] >= xs[1:])
    inside_y = (lower[:, 1:] <= ys[:-1]) & (upper[:, 1:] >= ys[1:])
    covered = np.einsum("ni,nj->ij", inside_x.astype(np.float64), inside_y.astype(np.float64)) > 0
    return float(np.diff(xs) @ covered @ np.diff(ys))
