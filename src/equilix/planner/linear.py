"""A mixed-integer linear programme that is built row by row and solved by HiGHS through SciPy."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np
from numpy.typing import NDArray

Array = NDArray[np.float64]
Row = dict[int, float]
"""Variable number → coefficient."""


def value(terms: Row, x: Array) -> float:
    """``Σ coefficient · variable``."""
    return float(sum(v * x[k] for k, v in terms.items()))


def add_to(row: Row, terms: Row, factor: float = 1.0) -> None:
    """Add ``factor`` times ``terms`` to ``row``."""
    for k, v in terms.items():
        row[k] = row.get(k, 0.0) + factor * v


@dataclass
class Programme:
    """A growing list of variables and rows, turned into matrices when it is solved."""

    lower: list[float] = field(default_factory=list)
    upper: list[float] = field(default_factory=list)
    whole: list[int] = field(default_factory=list)
    rows: list[tuple[Row, float, float]] = field(default_factory=list)
    products: list[tuple[int, int, Row]] = field(default_factory=list)

    def add(self, low: float, high: float, whole: bool = False) -> int:
        """A new variable; returns its number."""
        self.lower.append(low)
        self.upper.append(high)
        self.whole.append(int(whole))
        return len(self.lower) - 1

    def row(self, terms: Row, low: float = -np.inf, high: float = np.inf) -> None:
        """A new row: low ≤ Σ coefficient · variable ≤ high."""
        self.rows.append((terms, low, high))

    def product(self, switch: int, low: float, high: float, terms: Row) -> int:
        """A variable that equals ``terms`` (between low and high) where the 0/1 ``switch`` is 1, else 0."""
        made = self.add(min(low, 0.0), max(high, 0.0))
        self.row({made: 1.0, switch: -high}, high=0.0)
        self.row({made: 1.0, switch: -low}, low=0.0)
        minus = {k: -v for k, v in terms.items()}
        self.row({made: 1.0, switch: -low, **minus}, high=-low)
        self.row({made: 1.0, switch: -high, **minus}, low=-high)
        self.products.append((made, switch, terms))
        return made

    def settled(self, x: Array) -> Array:
        """The solution with whole numbers made whole and products made exact."""
        x = x.copy()
        whole = np.nonzero(np.array(self.whole))[0]
        x[whole] = np.round(x[whole])
        for made, switch, terms in self.products:
            x[made] = x[switch] * value(terms, x)
        return x

    def solve(self, objective: Row) -> Array | None:
        """The values that make ``objective`` least; None where no values fit the rows."""
        from scipy import sparse
        from scipy.optimize import Bounds, LinearConstraint, milp

        size = len(self.lower)
        cost = np.zeros(size)
        for k, v in objective.items():
            cost[k] = v
        heads = np.repeat(np.arange(len(self.rows)), [len(terms) for terms, _, _ in self.rows])
        columns = [k for terms, _, _ in self.rows for k in terms]
        values = [v for terms, _, _ in self.rows for v in terms.values()]
        matrix = sparse.csr_array((values, (heads, columns)), shape=(len(self.rows), size))
        limits = LinearConstraint(matrix, [row[1] for row in self.rows], [row[2] for row in self.rows])
        answer = milp(
            cost, integrality=np.array(self.whole), bounds=Bounds(self.lower, self.upper), constraints=limits,
            options={"mip_rel_gap": 0.0, "time_limit": 2.0},
        )  # fmt: skip
        return None if answer.x is None else np.asarray(answer.x)
