"""What is known of masses and places, and how surely: independent data, sharpened by readings that tie them together.

Linear and Gaussian: the data of ``k`` things have a mass each, with a variance, and a place, with a covariance
``(3, 3)``; things are independent of each other. A reading tells the value of ``H · data`` with a standard uncertainty.
What is left after all readings is the exact update ``P = C − C Hᵀ (H C Hᵀ + S)⁻¹ H C`` (Kalman 1960), never formed as
a matrix over all things: ``C`` is applied block by block, and readings are few.
"""

from __future__ import annotations

from functools import cached_property

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

Array = NDArray[np.float64]


class Data(Struct, frozen=True, dict=True):
    """Of ``k`` things: variances of masses ``(k,)``, covariances of places ``(k, 3, 3)``, and the readings.

    Readings are ``(r, k, 4)`` with variances ``(r,)``. Gradients are ``(k, 4)``: slope with the mass, then with the
    place, of each thing.
    """

    mass_var_kg2: Array
    place_cov_m2: Array
    readings: Array
    reading_var: Array

    def spread(self, gradient: Array) -> Array:
        """``C · gradient`` ``(k, 4)``: how the data go along with a value of this gradient, before any reading."""
        return np.concatenate(
            (
                (self.mass_var_kg2 * gradient[:, 0])[:, None],
                np.einsum("kij,kj->ki", self.place_cov_m2, gradient[:, 1:]),
            ),
            axis=1,
        )

    @cached_property
    def _known(self) -> tuple[Array, Array] | None:
        """``H C`` ``(r, k, 4)`` and the inverse of ``H C Hᵀ + S`` ``(r, r)``; None without readings."""
        if not len(self.readings):
            return None
        along = np.array([self.spread(each) for each in self.readings])
        square = np.einsum("rkc,skc->rs", self.readings, along) + np.diag(self.reading_var)
        return along, np.linalg.inv(square)

    def sharpened(self, gradient: Array) -> Array:
        """``P · gradient`` ``(k, 4)``: the same after all readings."""
        prior = self.spread(gradient)
        if self._known is None:
            return prior
        along, inverse = self._known
        told = np.einsum("rkc,kc->r", along, gradient)
        return np.asarray(prior - np.einsum("r,rs,skc->kc", told, inverse, along))

    def covariance(self, gradients: Array) -> Array:
        """Covariance ``(m, m)`` of values with these gradients ``(m, k, 4)``, after all readings."""
        return np.array([[float((a * b).sum()) for a in gradients] for b in map(self.sharpened, gradients)])

    def variance(self, gradient: Array) -> float:
        """Variance of a value, after all readings."""
        return max(float((gradient * self.sharpened(gradient)).sum()), 0.0)

    def shares(self, gradient: Array) -> Array:
        """What each thing adds to the variance of a value ``(k,)``; they sum to it.

        Readings tie the things together: what is left is told in the proportion of the data alone.
        """
        alone = (gradient * self.spread(gradient)).sum(axis=1)
        total = float(alone.sum())
        return np.asarray(alone * (self.variance(gradient) / total) if total > 0 else alone)
