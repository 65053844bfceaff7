"""How much of its endurance a joint has used up after takes and rests, and how much it hurts then.

While it works, the share ``x`` of the endurance that is used up grows with ``t/T``; while it rests, it falls as the
fatigued compartment of :mod:`equilix.body.fatigue` does, ``e^{−ρRt}``. After ``n`` takes of ``t`` with rests of ``r``
between them ``x = K/T``, ``K = t (1 − q^n)/(1 − q)``, ``q = e^{−ρRr}``: so long a single take would have to be.

Discomfort on a scale to 10 grows evenly with that share, and is 10 where it is used up (ratings of held postures, as
Manenica, *The Ergonomics of Working Postures*, 1986; from memory).
"""

from __future__ import annotations

import math

from equilix.body.fatigue import group_of, resting_rate
from equilix.body.outings import Outing
from equilix.keys import MOST_SCORE, Joint


def recovery_per_s(joint: Joint) -> float:
    """How fast a joint recovers while it rests, 1/s."""
    return resting_rate(group_of(joint))


def as_one_take_s(outing: Outing, joint: Joint) -> float:
    """How long a single take would have to be to tire a joint as much as all of an outing, s."""
    take_s, left = outing.take_min * 60, math.exp(-recovery_per_s(joint) * outing.rest_min * 60)
    return take_s * (outing.takes if left >= 1 else (1 - left**outing.takes) / (1 - left))


def discomfort(used: float) -> float:
    """What a share of the endurance that is used up is felt as, 0 to 10."""
    return MOST_SCORE * min(max(used, 0.0), 1.0)
