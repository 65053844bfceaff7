"""How strong an operator is and how long they last, as the notebook tells it, with the population as the prior.

Of joint ``j`` the strength is ``s_j`` times that of most people, and a share of it is held ``e`` times as long. With
``T = e b₀ (f/s)^b₁`` (:mod:`equilix.body.endurance`), ``f`` the load over the mean strength, everything that is noted
tells about ``λ_j = ln T/T₀ = −b₁ ln s_j + ln e``:

- what gave out after as much as one take of K: ``λ ~ N(ln K/T₀, 0.3²)``;
- what was carried on without a word of how it felt: ``P(T > K) = Φ((λ − ln K/T₀)/0.3)``;
- a score y: the discomfort ``10 K/T`` with an error of 2, rounded to whole numbers and cut off at both ends;
- a strength that was stated: ``ln s_j`` with 15 %.

``ln s_j = g + d_j``: who is strong is strong all over, and more so here than there. The likeliest values are found by
damped Newton steps; their covariance is the inverse of the curvature there, of each thing that is told where it holds
them fast (Laplace's method; Gelman et al., *Bayesian Data Analysis*, ch. 4, from memory).
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from functools import cached_property
from typing import Final, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from scipy.special import log_ndtr

from equilix.body.calibrate import held_moment_nm
from equilix.body.discomfort import as_one_take_s
from equilix.body.endurance import POWER_LAW
from equilix.body.operators import MEAN_STRENGTH, Operator, StatedBody
from equilix.body.outings import REGION_OF, Outing, in_order
from equilix.errors import Called, going_on, never
from equilix.keys import MOST_SCORE, Joint

Array = NDArray[np.float64]

JOINTS: Final[tuple[Joint, ...]] = ("shoulder", "elbow", "wrist", "grip", "trunk")
ALL_OVER_SD, HERE_SD = 0.22, 0.20
"""Of ln s: all over, and of one joint beside that; together 30 %, as strengths of adults spread (Chaffin, Andersson &
Martin, *Occupational Biomechanics*, tables of joint strength; from memory). The split is an estimate."""
ENDURANCE_SD: Final = 0.35
"""Of ln e: how differently long people hold the same share (the scatter in Frey-Law & Avin 2010, from memory)."""
STATED_SD, STATED_ENDURANCE_SD = 0.15, 0.20
"""Of ln of what was stated of an operator (estimate)."""
GAVE_OUT_SD: Final = 0.30
"""Of ln of a time until something gives out, from day to day (estimate)."""
SCORE_SD: Final = 2.0
"""Of a score of 0 to 10, from day to day (estimate)."""
SURE: Final = 1.6448536269514722
"""So many standard uncertainties to each side hold nine of ten."""
_SIZE: Final = len(JOINTS) + 2

Sort = Literal["gave-out", "went-on", "scored"]


class Told(Struct, frozen=True):
    """What one outing tells about one joint: ``log_k`` is ln K/T₀ of most people; a score where there is one."""

    joint: Joint
    sort: Sort
    log_k: float
    score: int = 0


class Band(Struct, frozen=True):
    """A value with the band that holds nine of ten, and how much narrower that is than it was before."""

    value: float
    low: float
    high: float
    narrower: float
    """0: as wide as before anything was noted; 1: no width left."""


class Refit(Struct, frozen=True, dict=True):
    """Likeliest ``g, d…, ln e`` ``(7,)`` and their covariance; how many outings told something."""

    operator: Operator
    likely: Array
    covariance: Array
    outings: int

    def _band(self, way: Array, times: float = 1.0) -> Band:
        middle, sd = float(way @ self.likely), math.sqrt(max(float(way @ self.covariance @ way), 0.0))
        before = math.sqrt(float(way @ prior() @ way))
        low, high = (times * math.exp(middle + side * SURE * sd) for side in (-1, 1))
        return Band(times * math.exp(middle), low, high, 1 - sd / before)

    def strength(self, joint: Joint) -> Band:
        """The strength of a joint: N·m, of the grip N."""
        return self._band(_strength_way(joint), MEAN_STRENGTH[self.operator.sex][joint])

    @cached_property
    def endurance(self) -> Band:
        """So many times as long as most people they hold the same share of their strength."""
        return self._band(np.eye(_SIZE)[-1])

    def lasts(self, joint: Joint) -> Band:
        """So many times as long as most people they hold the same load with this joint."""
        return self._band(staying_way(joint))


def _strength_way(joint: Joint) -> Array:
    way = np.zeros(_SIZE)
    way[[0, 1 + JOINTS.index(joint)]] = 1.0
    return way


def staying_way(joint: Joint) -> Array:
    """``λ_j`` as a sum of ``g, d…, ln e``, ``(7,)``."""
    way = -POWER_LAW[joint][1] * _strength_way(joint)
    way[-1] = 1.0
    return way


def prior() -> Array:
    """The covariance of ``g, d…, ln e`` among people, ``(7, 7)``; their mean is 0."""
    return np.diag([ALL_OVER_SD**2, *[HERE_SD**2] * len(JOINTS), ENDURANCE_SD**2])


def told_by(outing: Outing, operator: Operator) -> Iterator[Told]:
    """What an outing tells of its operator's joints. Nothing where it was not told how long it was carried.

    Of two joints that are felt in one place the one that was asked for more tells; what gave out tells no score.
    """
    if not outing.take_min > 0:
        return
    of_place: dict[object, Told] = {}
    for bore in outing.bore:
        share = bore.load / MEAN_STRENGTH[operator.sex][bore.joint]
        if share <= 0:
            continue
        b0, b1 = POWER_LAW[bore.joint]
        log_k = math.log(as_one_take_s(outing, bore.joint)) - math.log(b0) - b1 * math.log(share)
        if (bore.joint, bore.side) == (outing.gave_out, outing.gave_out_side):
            yield Told(bore.joint, "gave-out", log_k)
            of_place[REGION_OF[bore.joint], bore.side] = Told(bore.joint, "gave-out", math.inf)
            continue
        score = outing.score_of((REGION_OF[bore.joint], bore.side))
        told = Told(bore.joint, "went-on", log_k) if score is None else Told(bore.joint, "scored", log_k, score)
        place = (REGION_OF[bore.joint], bore.side)
        if place not in of_place or of_place[place].log_k < log_k:
            of_place[place] = told
    yield from (each for each in of_place.values() if each.sort != "gave-out")


def refit(operator: Operator, outings: Sequence[Outing]) -> Refit:
    """Strength and endurance of an operator by their outings, from what most people are and what was stated."""
    return _refit(operator, [[*told_by(each, operator)] for each in outings if each.operator == operator.id])


def _refit(operator: Operator, told: Sequence[Sequence[Told]]) -> Refit:
    every = [*(each for one in told for each in one), *_held(operator)]
    likely, covariance = fitted(every, *_stated(operator))
    return Refit(operator, likely, covariance, sum(1 for one in told if one))


def narrowing(
    operator: Operator, outings: Sequence[Outing], called_off: Called = never
) -> tuple[tuple[int, Refit], ...]:
    """After how many outings, in the order of their days, what was known: before the first, and up to now.

    After each of them where there are few; else so many as a chart can show. Raises ``Cancelled``.
    """
    mine = [[*told_by(each, operator)] for each in in_order(outings) if each.operator == operator.id]
    counts = dict.fromkeys(round(each) for each in np.linspace(0, len(mine), min(len(mine), MOST_SHOWN) + 1).tolist())
    return tuple((count, _refit(operator, mine[:count])) for count in going_on(counts, called_off))


MOST_SHOWN: Final = 40


def _held(operator: Operator) -> Iterator[Told]:
    """What hold tests tell of the shoulder."""
    b0, b1 = POWER_LAW["shoulder"]
    for hold in operator.holds:
        share = held_moment_nm(operator, hold.mass_kg) / MEAN_STRENGTH[operator.sex]["shoulder"]
        yield Told("shoulder", "gave-out", math.log(hold.held_s) - math.log(b0) - b1 * math.log(share))


def _stated(operator: Operator) -> tuple[Array, Array]:
    """What was stated, as linear readings: slopes ``(k, 8)`` with the value in the last column, variances ``(k,)``.

    A strength that a hold test speaks for is told by that test.
    """
    said = operator.stated or StatedBody(strength=operator.strength, endurance=operator.endurance)
    rows, variances = [], []
    for joint in JOINTS:
        own = said.strength.of(joint)
        if own and not (operator.holds and joint in HELD):
            value = math.log(own / MEAN_STRENGTH[operator.sex][joint])
            rows.append([*_strength_way(joint), value])
            variances.append(STATED_SD**2)
    if said.endurance != 1.0:
        rows.append([*np.eye(_SIZE)[-1], math.log(said.endurance)])
        variances.append(STATED_ENDURANCE_SD**2)
    return np.array(rows).reshape(-1, _SIZE + 1), np.array(variances)


HELD: Final[tuple[Joint, ...]] = ("shoulder", "elbow", "wrist")
"""What a hold test sets, in proportion."""


def fitted(told: Sequence[Told], stated: Array, variances: Array) -> tuple[Array, Array]:
    """The likeliest values ``(7,)`` and their covariance ``(7, 7)``."""
    precision, pull = np.linalg.inv(prior()), np.zeros(_SIZE)
    for row, variance in zip(stated, variances, strict=True):
        precision = precision + np.outer(row[:-1], row[:-1]) / variance
        pull = pull + row[:-1] * row[-1] / variance
    ways = np.array([staying_way(each.joint) for each in told]).reshape(-1, _SIZE)
    terms = Terms(told)

    def cost(at: Array) -> float:
        return float(at @ precision @ at / 2 - pull @ at - terms.log_likelihood(ways @ at).sum())

    at = np.linalg.solve(precision, pull)
    for _ in range(MOST_STEPS):
        first, second = terms.slopes(ways @ at)
        gradient = precision @ at - pull - ways.T @ first
        curvature = precision + (ways.T * np.maximum(-second, 0.0)) @ ways
        step, now = np.linalg.solve(curvature, gradient), cost(at)
        while cost(at - step) > now and np.abs(step).max() > SMALL:
            step = step / 2
        at = at - step
        if np.abs(step).max() < SMALL:
            break
    _, second = terms.slopes(ways @ at)
    return at, np.linalg.inv(precision + (ways.T * np.maximum(-second, 0.0)) @ ways)


MOST_STEPS, SMALL = 100, 1e-8


class Terms:
    """The likelihood of all that is told, each as a function of its own ``λ``."""

    def __init__(self, told: Sequence[Told]) -> None:
        self.log_k = np.array([each.log_k for each in told])
        self.gave_out = np.array([each.sort == "gave-out" for each in told], dtype=bool)
        self.scored = np.array([each.sort == "scored" for each in told], dtype=bool)
        scores = np.array([each.score for each in told], dtype=float)
        self.low = np.where(scores > 0, scores - 0.5, -np.inf)
        self.high = np.where(scores < MOST_SCORE, scores + 0.5, np.inf)

    def log_likelihood(self, staying: Array) -> Array:
        """Of each ``(n,)``, at ``λ`` ``(n,)``."""
        off = (staying - self.log_k) / GAVE_OUT_SD
        felt = MOST_SCORE * np.exp(np.clip(self.log_k - staying, -50.0, 5.0))
        scored = _log_between((self.low - felt) / SCORE_SD, (self.high - felt) / SCORE_SD)
        found: Array = np.where(self.gave_out, -off * off / 2, np.where(self.scored, scored, log_ndtr(off)))
        return found

    def slopes(self, staying: Array) -> tuple[Array, Array]:
        """First and second derivatives ``(n,)`` each, by central differences."""
        less, here, more = (self.log_likelihood(staying + by) for by in (-_STEP, 0.0, _STEP))
        return (more - less) / (2 * _STEP), (more - 2 * here + less) / _STEP**2


_STEP: Final = 1e-4


def _log_between(low: Array, high: Array) -> Array:
    """``ln(Φ(high) − Φ(low))``, also far out in the tail."""
    turned = low > 0  # the tail to the right is the one to the left, seen in a mirror
    a, b = np.where(turned, -high, low), np.where(turned, -low, high)
    found: Array = log_ndtr(b) + np.log1p(-np.minimum(np.exp(log_ndtr(a) - log_ndtr(b)), 1 - 1e-12))
    return found
