"""A rig as it really is, which nobody at the bench sees: what simulated instruments feel."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.bench.fit import stated_of
from equilix.bench.sorts import predicted
from equilix.bench.whole import whole_of
from equilix.document import Document
from equilix.kit.measured import Measured

Array = NDArray[np.float64]

LEAST_KG = 0.005


class Hidden(Struct, frozen=True):
    """A kit that differs from its data sheets: the real data ``(4,)`` of each part, kg and m."""

    document: Document
    real: Mapping[str, Array]

    def reads(self, measured: Measured) -> float:
        """What a faultless instrument would say where this reading is taken."""
        ids = tuple(dict.fromkeys(piece.part for piece in measured.pieces))
        whole = whole_of(measured, self.document.parts_by_id, ids)
        return predicted(measured, whole.at(np.array([self.real[each] for each in ids])))


def hidden(document: Document, seed: int, wrong: Mapping[str, tuple[float, float]] | None = None) -> Hidden:
    """A kit as it might really be: drawn from what is stated of each part.

    ``wrong``: of some parts the mass, kg, and how far the CG is further ahead, m, than anybody says.
    """
    rng = np.random.default_rng(seed)
    kept = {each.part: each for each in document.stated}
    real = {}
    for part in document.parts:
        said, covariance = stated_of(part, kept)
        data = said + np.sqrt(np.diag(covariance)) * rng.normal(size=4)
        if wrong is not None and part.id in wrong:
            mass, ahead = wrong[part.id]
            data = said + np.array((mass - said[0], ahead, 0.0, 0.0))
        data[0] = max(float(data[0]), LEAST_KG)
        real[part.id] = data
    return Hidden(document, real)
