"""A rig let down on straight arms, as one carries a case: what the fingers and the back then bear.

The arms hang, so that neither shoulders nor elbows are asked for more than their weight; the handles are turned across
the pull and hooked with the fingers. The rig hangs before the thighs.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Final

import numpy as np

from equilix.body.grip import thickness_factor
from equilix.body.load import Effort, Place, effort_of
from equilix.body.operators import Operator, segments
from equilix.body.posture import stance_at
from equilix.body.whole import Push, spine

BEFORE_THIGHS_M: Final = 0.20
"""The rig's centre of gravity in front of the shoulder joints (estimate)."""


def hung(
    operator: Operator, weight_n: float, shares: Mapping[str, float], places: Sequence[Place]
) -> tuple[Effort, ...]:
    """The efforts of fingers and back for these shares of the weight by side, N and N·m; arms out of the way."""
    body, found = segments(operator), []
    for place in places:
        thick = thickness_factor(place.grip.diameter_m, body.hand_m)
        strength = operator.strength_of("grip", place.side) * thick
        found.append(effort_of("grip", place.side, shares[place.side] * weight_n, strength, operator.endurance))
    stance = stance_at(operator, np.zeros(3), 0.0)
    down = Push("hand", np.array((BEFORE_THIGHS_M, 0.0, 0.0)), np.array((0.0, 0.0, -weight_n)), np.zeros(3))
    back = spine(operator, stance, (), (down,), 0.0)
    found.append(effort_of("trunk", "", back.size_nm, operator.strength_of("trunk"), operator.endurance))
    return tuple(found)
