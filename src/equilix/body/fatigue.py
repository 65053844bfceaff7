"""Fatigue of a muscle group: three compartments, resting, active and fatigued, that pass into each other.

Xia & Frey-Law, *J. Biomech.* 41, 2008, with the rest multiplier of Looft et al., *J. Biomech.* 77, 2018; parameters
from memory. At a held effort the active share stays, so that the fatigued share follows one linear equation,
``M_F' = F·A − ρ R·M_F``, which is solved in closed form over each stretch of even effort.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, NamedTuple

import numpy as np
from numpy.typing import NDArray

from equilix.keys import Joint

Array = NDArray[np.float64]

PARAMETERS: Final[dict[str, tuple[float, float]]] = {
    "ankle": (0.00589, 0.00058),
    "knee": (0.01500, 0.00149),
    "trunk": (0.00755, 0.00075),
    "shoulder": (0.01820, 0.00168),
    "elbow": (0.00912, 0.00094),
    "grip": (0.00980, 0.00064),
}
"""Fatigue rate F and recovery rate R, 1/s (from memory)."""
REST_MULTIPLIER: Final = 15.0
GRIP_REST_MULTIPLIER: Final = 30.0
"""So much faster a muscle recovers while it rests."""


def group_of(joint: Joint) -> str:
    """The muscle group that is known of a joint: what works the wrist is taken to tire as the grip does (estimate)."""
    return "grip" if joint == "wrist" else joint


def resting_rate(group: str) -> float:
    """How fast the fatigued share of a muscle falls while it rests, ``ρR`` in 1/s."""
    return PARAMETERS[group][1] * (GRIP_REST_MULTIPLIER if group == "grip" else REST_MULTIPLIER)


def hold_s(group: str, effort: float) -> float:
    """Time in s until an even effort (0…1) can no longer be held: the resting share is used up. May be infinite.

    ``M_F(t) = (F·f/R)(1 − e^{−Rt})`` reaches ``1 − f``.
    """
    if effort >= 1.0:
        return 0.0
    if effort <= 0.0:
        return math.inf
    fatigue, recovery = PARAMETERS[group]
    left = 1 - recovery * (1 - effort) / (fatigue * effort)
    return math.inf if left <= 0 else -math.log(left) / recovery


def fatigued_after(group: str, stretches: Sequence[tuple[float, float]], start: float = 0.0) -> list[float]:
    """The fatigued share (0…1) at the end of each stretch of (seconds, effort); effort 0 is rest.

    A share of ``1 − effort`` or more means that the effort could not be held to the end.
    """
    fatigue, recovery = PARAMETERS[group]
    found, share = [], start
    for seconds, effort in stretches:
        active = min(effort, 1.0 - share)
        rate = resting_rate(group) if effort <= 0 else recovery
        level = fatigue * max(active, 0.0) / rate
        share = min(level + (share - level) * math.exp(-rate * seconds), 1.0)
        found.append(share)
    return found


def rest_allowance(take_s: float, endurance_s: float, effort: float) -> float:
    """Rest that a take asks for, as a share of the take: ``18 (t/T)^1.4 (f − 0.15)^0.5`` (Rohmert 1973; from memory).

    0 for efforts up to 0.15, below which Rohmert found no fatigue.
    """
    if effort <= 0.15 or endurance_s <= 0:
        return 0.0 if effort <= 0.15 else math.inf
    return 18.0 * math.pow(take_s / endurance_s, 1.4) * math.sqrt(effort - 0.15)


def fatigue_rate(group: str, effort: float, lasts_s: float) -> float:
    """The fatigue rate F, 1/s, with which an even effort lasts just so long from rest: :func:`hold_s` turned round.

    So that a day says of a single take what is said of it elsewhere; the recovery rate stays the published one.
    """
    recovery = PARAMETERS[group][1]
    return recovery * (1 - effort) / (effort * -math.expm1(-recovery * lasts_s))


class Stretch(NamedTuple):
    """So long an effort (0…1; 0 is rest) is asked for; ``fatigue``: with which rate F, 1/s."""

    seconds: float
    effort: float
    fatigue: float


def course(group: str, stretches: Sequence[Stretch], step_s: float, start: float = 0.0) -> tuple[Array, Array]:
    """The fatigued share over time: times ``(n,)`` in s, shares ``(n,)``; at ends of stretches and each step inside.

    While ``M_F < 1 − f`` the effort f is held, ``M_F' = F f − R M_F``; from there on all that is left works,
    ``M_F' = F (1 − M_F) − R M_F``; at rest ``M_F' = −ρ R M_F``. Each is solved in closed form.
    """
    times, shares = [np.zeros(1)], [np.full(1, start)]
    now, share = 0.0, start
    for stretch in stretches:
        inside = np.append(np.arange(step_s, stretch.seconds, step_s), stretch.seconds)
        found = shares_after(group, stretch, share, inside)
        times.append(now + inside)
        shares.append(found)
        now, share = now + stretch.seconds, float(found[-1])
    return np.concatenate(times), np.concatenate(shares)


def shares_after(group: str, stretch: Stretch, start: float, seconds: Array) -> Array:
    """The fatigued share ``(n,)`` so many seconds into a stretch ``(n,)``."""
    recovery = PARAMETERS[group][1]
    if stretch.effort <= 0:
        return np.asarray(start * np.exp(-resting_rate(group) * seconds))
    level = stretch.fatigue * stretch.effort / recovery
    until = passes_after_s(group, stretch, start, 1 - stretch.effort)
    held = level + (start - level) * np.exp(-recovery * np.minimum(seconds, until))
    if math.isinf(until):
        return np.asarray(held)
    rate = stretch.fatigue + recovery
    end, at = stretch.fatigue / rate, max(start, 1 - stretch.effort)
    beyond = end + (at - end) * np.exp(-rate * np.maximum(seconds - until, 0.0))
    return np.where(seconds <= until, held, beyond)


def share_after(group: str, stretch: Stretch, start: float) -> float:
    """The fatigued share at the end of a stretch: one figure of :func:`shares_after`, many times as quickly."""
    recovery = PARAMETERS[group][1]
    if stretch.effort <= 0:
        return start * math.exp(-resting_rate(group) * stretch.seconds)
    level = stretch.fatigue * stretch.effort / recovery
    until = passes_after_s(group, stretch, start, 1 - stretch.effort)
    if stretch.seconds <= until:
        return level + (start - level) * math.exp(-recovery * stretch.seconds)
    rate = stretch.fatigue + recovery
    end, at = stretch.fatigue / rate, max(start, 1 - stretch.effort)
    return end + (at - end) * math.exp(-rate * (stretch.seconds - until))


def passes_after_s(group: str, stretch: Stretch, start: float, limit: float) -> float:
    """Into a stretch, s, when the fatigued share passes a limit up to ``1 − f``, at which the effort gives out.

    0 where it is past it from the start, infinite where it stays below.
    """
    if start >= limit:
        return 0.0
    recovery = PARAMETERS[group][1]
    level = stretch.fatigue * stretch.effort / recovery
    return math.inf if level <= limit else math.log((level - start) / (level - limit)) / recovery
