"""How long a steady effort can be held. Estimates for healthy adults; pain means stop."""

from __future__ import annotations

import math
from typing import Final

POWER_LAW: Final[dict[str, tuple[float, float]]] = {
    "ankle": (34.71, -2.06),
    "knee": (19.38, -1.88),
    "trunk": (22.69, -2.27),
    "shoulder": (14.86, -1.83),
    "elbow": (17.98, -2.14),
    "grip": (33.55, -1.61),
    "wrist": (33.55, -1.61),
}
"""``b0`` in s and ``b1`` of ``T = b0 f^b1`` (Frey-Law & Avin, *Ergonomics* 53, 2010; from memory).
The muscles that turn the wrist lie in the forearm with those of the grip, and are given its curve (estimate)."""

EASY, HARD = 0.15, 0.50
"""Shares of strength: under the one Rohmert found no end of holding, above the other it ends within a minute or two."""
LONGEST_S: Final = 8 * 3600.0
"""A working day; longer endurances are reported as this and said to be 'all day'."""


def endurance_s(joint: str, effort: float, own: float = 1.0) -> float:
    """Time in s that ``effort`` (0…1, share of the greatest strength) can be held; at most a working day.

    An effort of 1 or more cannot be held: 0 s. ``own``: so many times as long as most people.
    """
    if effort >= 1.0:
        return 0.0
    b0, b1 = POWER_LAW[joint]
    if effort <= 1e-6:
        return LONGEST_S
    return min(own * b0 * math.pow(effort, b1), LONGEST_S)


def rohmert_min(effort: float) -> float:
    """Rohmert's endurance in minutes for an effort above 0.15 (Rohmert 1960; from memory).

    Raises ``ValueError`` at or below 0.15, where the formula was not fitted, and above 1.
    """
    if not EASY < effort <= 1.0:
        raise ValueError("Rohmert's formula holds for efforts above 0.15 and up to 1")
    return -1.5 + 2.1 / effort - 0.6 / effort**2 + 0.1 / effort**3
