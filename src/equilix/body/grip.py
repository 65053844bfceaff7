"""What holding a handle asks of the fingers: the load, the couple across it, the squeeze; what thickness does to it.

Estimates for healthy adults without gloves; pain means stop.
"""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.kit.parts import Grip
from equilix.mechanics.rotations import unit

Array = NDArray[np.float64]

FRICTION: Final[dict[str, float]] = {"smooth": 0.25, "rubber": 0.6, "leather": 0.45, "wood": 0.45}
"""Friction between hand and handle by surface (from memory)."""
BY_SHAPE: Final = 0.5
"""Share of the load that is left to squeeze and fingers where a contour or flange bears the other half."""
BEST_DIAMETER: Final = 0.197
"""The handle on which the hand is strongest, of the hand's length (Kong & Lowe, *International Journal of Industrial
Ergonomics* 35, 2005; from memory): 35 to 40 mm for most adults."""
BY_THICKNESS: Final = (
    (0.3, 0.40),
    (0.5, 0.65),
    (0.67, 0.83),
    (1.0, 1.0),
    (1.33, 0.90),
    (1.67, 0.75),
    (2.0, 0.60),
    (3.0, 0.35),
)
"""Share of the grip strength by thickness over the best one (after Edgren, Radwin & Irwin, *Human Factors* 46, 2004,
handles of 25 to 76 mm, strongest at 38 mm; from memory, rounded, the ends drawn on)."""
HAND_BREADTH: Final = 0.46
"""Across the knuckles, of the hand's length (from memory)."""
FINGER_LEVER: Final = 0.75
"""Distance between the outer fingers' middles, of that: four fingers side by side."""


def thickness_factor(diameter_m: float, hand_m: float) -> float:
    """Share of the grip strength on a handle of this diameter, for a hand of this length."""
    ratios, factors = zip(*BY_THICKNESS, strict=True)
    return float(np.interp(diameter_m / (BEST_DIAMETER * hand_m), ratios, factors))


def squeeze_n(along_n: float, twist_nm: float, diameter_m: float, surface: str, contoured: bool) -> float:
    """Squeeze in N that holds a load along a round handle and a moment about it by friction on both its sides.

    Both use up one friction: ``2 µ N = √(F² + (2 T / d)²)``; a contour leaves half.
    """
    friction = math.hypot(along_n, 2 * twist_nm / diameter_m)
    return friction * (BY_SHAPE if contoured else 1.0) / (2 * FRICTION[surface])


def fingers_n(grip: Grip, axis: Array, force_n: Array, moment_nm: Array, hand_m: float) -> float:
    """What the fingers of a hand of length ``hand_m`` give that bears this force and moment ``(3,)``, N.

    What pulls across the handle is borne by the hooked fingers one to one; the couple across it by the fingers at one
    end against the palm at the other; load and moment along it by squeezing.
    """
    way = unit(axis)
    along, twist = float(force_n @ way), float(moment_nm @ way)
    across = float(np.linalg.norm(force_n - along * way))
    couple = float(np.linalg.norm(moment_nm - twist * way)) / (FINGER_LEVER * HAND_BREADTH * hand_m)
    if grip.contoured:
        couple *= BY_SHAPE
    return across + couple + squeeze_n(along, twist, grip.diameter_m, grip.surface, grip.contoured)
