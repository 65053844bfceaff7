"""All readings ever taken of a kit and all that is said of its parts, as one weighted least-squares fit.

Data ``p`` with what is stated of them, ``p ~ N(p₀, C)``; readings ``y = h(p) + ε``, ``ε ~ N(0, s²)``. The likeliest
data are ``p = p₀ + C Gᵀ Q⁻¹ v``, ``Q = G C Gᵀ + S``, ``v = y − h(p) + G (p − p₀)``, repeated until nothing moves (Gauss
and Newton; once where ``h`` is linear). What is left of the doubt is ``P = C − C Gᵀ Q⁻¹ G C``.

A reading is held against all the others and the data without it: ``w = [Q⁻¹ v]ᵢ / √[Q⁻¹]ᵢᵢ``, its distance from what
they say in standard uncertainties of both (leave one out in closed form; data snooping after Baarda 1968). The same of
what is stated: ``w = (p₀ − p)ⱼ / √(C − P)ⱼⱼ``.
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from functools import cached_property
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.bench.sorts import predicted, slope
from equilix.bench.whole import Whole, data_of, same_thing, whole_of
from equilix.kit.measured import Measured, Stated
from equilix.kit.parts import Part
from equilix.kit.readings import Reading

Array = NDArray[np.float64]

STRIKING: Final = 3.0
"""Further off than so many standard uncertainties a reading or a datum is likely a mistake: one in 370 good ones is."""
ODDS: Final = 20.0
"""What is not so many times as likely as something else cannot be told apart from it."""
MOST_ROUNDS: Final = 30
CLOSE: Final = 1e-9
SETTLED: Final = 1e-5
"""kg and m: what moves by less keeps its slopes."""
LEAST_MASS_KG: Final = 1e-3


class Suspect(Struct, frozen=True):
    """A reading (by its number) or a datum (part and column: mass, then CG along x, y, z) and how far off it is."""

    off: float
    """Standard uncertainties; positive where it says more than all the others."""
    reading: int | None = None
    part: str = ""
    column: int = 0


class Line(Struct, frozen=True):
    """A reading that was fitted: what it said, what it should say now, and its distance from all the others."""

    measured: Measured
    said: float
    fitted: float
    off: float


class Fitted(Struct, frozen=True, dict=True):
    """Parts ``ids`` ``k`` with what was stated ``(k, 4)`` and what is likeliest ``(k, 4)``.

    ``before`` and ``after``: covariances of the data ``(4k, 4k)``; ``slopes`` of the readings ``(r, 4k)``.
    """

    ids: tuple[str, ...]
    stated: Array
    likely: Array
    before: Array
    after: Array
    lines: tuple[Line, ...]
    slopes: Array
    chi_square: float
    _weights: Array
    """``Q⁻¹``, of the readings and after them what was read by hand at the rig."""

    @property
    def freedom(self) -> int:
        """Of the chi-square: every reading tests what was stated before, so as many as there are readings."""
        return len(self._weights)

    def row(self, part_id: str) -> int:
        """The row of a part. Raises ``ValueError``."""
        return self.ids.index(part_id)

    @cached_property
    def moved(self) -> Array:
        """How far each datum goes ``(k, 4)``."""
        return self.likely - self.stated

    @cached_property
    def sds(self) -> tuple[Array, Array]:
        """Standard uncertainties of the data before and after, ``(k, 4)`` each."""
        first, second = (np.sqrt(np.maximum(np.diag(each), 0.0)).reshape(-1, 4) for each in (self.before, self.after))
        return first, second

    @cached_property
    def data_off(self) -> Array:
        """How far each datum is from what the readings and the others say ``(k, 4)``; 0 where nothing tells."""
        told = np.maximum(np.diag(self.before) - np.diag(self.after), 0.0).reshape(-1, 4)
        enough = told > 1e-6 * np.maximum(np.diag(self.before).reshape(-1, 4), 1e-18)
        off = np.divide(-self.moved, np.sqrt(told, where=enough, out=np.ones_like(told)))
        return np.asarray(np.where(enough, off, 0.0))

    @cached_property
    def suspects(self) -> tuple[Suspect, ...]:
        """Readings and data that are further off than is likely, the furthest first."""
        found = [Suspect(line.off, reading=number) for number, line in enumerate(self.lines)]
        for k, part_id in enumerate(self.ids):
            found.extend(Suspect(float(self.data_off[k, c]), part=part_id, column=c) for c in range(4))
        return tuple(sorted((each for each in found if abs(each.off) > STRIKING), key=lambda each: -abs(each.off)))

    @property
    def alike(self) -> tuple[Suspect, ...]:
        """The likeliest mistake, and all that would explain it nearly as well: they cannot be told apart yet.

        One mistake takes ``w²`` off the sum of squares, so that two explanations are as ``exp((w₁² − w₂²)/2)`` to one.
        """
        if not self.suspects:
            return ()
        best = self.suspects[0].off ** 2
        return tuple(each for each in self.suspects if best - each.off**2 < 2 * math.log(ODDS))

    def variance(self, gradient: Array) -> tuple[float, float]:
        """Of a value with these slopes ``(k, 4)``: before and after."""
        flat = gradient.ravel()
        return float(flat @ self.before @ flat), max(float(flat @ self.after @ flat), 0.0)


def stated_of(part: Part, kept: Mapping[str, Stated]) -> tuple[Array, Array]:
    """What is stated of a part: its data ``(4,)`` and their covariance ``(4, 4)``, before any reading."""
    known = kept.get(part.id)
    covariance = np.zeros((4, 4))
    if known is not None:
        covariance[np.diag_indices(4)] = np.square((known.mass_sd_kg, *known.cg_sd_m))
        return np.array((known.mass_kg, *known.cg_m)), covariance
    body = part.body()
    covariance[0, 0] = body.mass_sd_kg**2
    covariance[1:, 1:] = body.cg_cov_m2
    return data_of([part])[0], covariance


def fit(
    parts: Mapping[str, Part], measured: Sequence[Measured], stated: Sequence[Stated] = (),
    readings: Sequence[Reading] = (), also: Sequence[str] = (),
) -> Fitted:  # fmt: skip
    """Fit everything together: what is ``stated`` (of other parts: their data), what was ``measured`` and not left out.

    ``readings``: what was read by hand at a rig, linear already. Those that a measured one was turned into are passed
    over. ``also``: parts that are wanted too, whether anything was read of them or not.
    """
    kept = {each.part: each for each in stated}
    believed = [each for each in measured if not each.left_out]
    of_measured = {each.id for each in measured}
    by_hand = [each for each in readings if each.id not in of_measured and each.terms]
    ids = tuple(
        dict.fromkeys(
            [piece.part for each in believed for piece in each.pieces]
            + [term.part for each in by_hand for term in each.terms]
            + list(also)
        )
    )
    ids = tuple(each for each in ids if each in parts)
    k = len(ids)
    first, before = np.zeros((k, 4)), np.zeros((4 * k, 4 * k))
    for n, part_id in enumerate(ids):
        first[n], before[4 * n : 4 * n + 4, 4 * n : 4 * n + 4] = stated_of(parts[part_id], kept)
    wholes = wholes_of(believed, parts, ids)
    hand_slopes, hand_says = _by_hand(by_hand, parts, ids)
    sds = np.array([*(each.sd for each in believed), *(each.sd_m for each in by_hand)])
    likely, step, slopes = first, math.inf, hand_slopes
    for _ in range(MOST_ROUNDS):
        if step > SETTLED:
            slopes = np.concatenate((slopes_of(believed, wholes, likely), hand_slopes))
        says = np.array([predicted(each, whole.at(likely)) for each, whole in zip(believed, wholes, strict=True)])
        said = np.array([each.value for each in believed])
        off = np.concatenate((said - says, hand_says - hand_slopes @ likely.ravel()))
        off += slopes @ (likely - first).ravel()
        weights = np.asarray(np.linalg.inv(slopes @ before @ slopes.T + np.diag(sds**2)))
        new = first + (before @ slopes.T @ (weights @ off)).reshape(-1, 4)
        new[:, 0] = np.maximum(new[:, 0], LEAST_MASS_KG)
        step, likely = np.abs(new - likely).max(initial=0.0), new
        if step < CLOSE:
            break
    after = before - before @ slopes.T @ weights @ slopes @ before
    told = weights @ off
    lines = tuple(
        Line(each, each.value, predicted(each, whole.at(likely)), float(told[n] / math.sqrt(weights[n, n])))
        for n, (each, whole) in enumerate(zip(believed, wholes, strict=True))
    )
    return Fitted(ids, first, likely, before, after, lines, slopes, float(off @ told), weights)


def wholes_of(measured: Sequence[Measured], parts: Mapping[str, Part], ids: Sequence[str]) -> list[Whole]:
    """What each reading is of; one and the same for readings of one thing."""
    known: dict[tuple[object, ...], Whole] = {}
    found = []
    for each in measured:
        key = same_thing(each)
        if key not in known:
            known[key] = whole_of(each, parts, ids)
        found.append(known[key])
    return found


def slopes_of(measured: Sequence[Measured], wholes: Sequence[Whole], data: Array) -> Array:
    """Slopes ``(r, 4k)`` of readings of these wholes, at these data ``(k, 4)``."""
    slopes = np.zeros((len(measured), data.size))
    known: dict[int, tuple[Array, Array]] = {}
    for n, (each, whole) in enumerate(zip(measured, wholes, strict=True)):
        if id(whole) not in known:
            known[id(whole)] = whole.at(data), whole.slopes(data).reshape(10, -1)
        now, by_data = known[id(whole)]
        slopes[n] = slope(each, now) @ by_data
    return slopes


def _by_hand(readings: Sequence[Reading], parts: Mapping[str, Part], ids: Sequence[str]) -> tuple[Array, Array]:
    """Slopes ``(r, 4k)`` of linear readings, and what they say ``(r,)``: where none was kept, what the data say now."""
    slopes = np.zeros((len(readings), 4 * len(ids)))
    says = np.zeros(len(readings))
    for n, reading in enumerate(readings):
        for term in reading.terms:
            if term.part in ids:
                at = 4 * ids.index(term.part)
                slopes[n, at : at + 4] = (term.by_mass, *term.by_place)
        says[n] = reading.sum_of(parts) if reading.says_m is None else reading.says_m
    return slopes, says
