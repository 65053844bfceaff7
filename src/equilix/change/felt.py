"""What makes one figure better than another so that it counts, and how long something lasts in words."""

from __future__ import annotations

import math
from typing import Final

from equilix.facts import Sayable, duration, fact

LEAST_GAIN: Final = 0.02
"""A gain under 2 % of what there was is none: what is not felt is not bought (estimate)."""


def way(was: float, now: float) -> int:
    """1 where the second is more by what counts, -1 where it is less, 0 where neither."""
    if (math.isinf(was) and math.isinf(now)) or abs(now - was) <= LEAST_GAIN * max(abs(was), 1e-9):
        return 0
    return 1 if now > was else -1


def running_words(seconds: float) -> Sayable:
    """How long the power lasts; infinite where nothing draws from it."""
    return duration(seconds) if math.isfinite(seconds) else fact("card.without_end")
