"""A mixed-integer linear programme that is built row by row and solved by HiGHS."""

from __future__ import annotations

import numpy as np
from msgspec import Struct, field
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


class Programme(Struct):
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
        from highspy import HighsVarType, SolutionStatus, _core

        size, rows = len(self.lower), len(self.rows)
        cost = np.zeros(size)
        for k, v in objective.items():
            cost[k] = v
        starts = np.concatenate(([0], np.cumsum([len(terms) for terms, _, _ in self.rows]))).astype(np.int32)
        columns = np.fromiter((k for terms, _, _ in self.rows for k in terms), np.int32)
        values = np.fromiter((v for terms, _, _ in self.rows for v in terms.values()), float)
        whole = np.where(self.whole, int(HighsVarType.kInteger), int(HighsVarType.kContinuous)).astype(np.int32)
        # The class below the public one: that prints a line to the terminal as soon as it is made.
        solver = _core._Highs()
        for option, value_ in _OPTIONS.items():
            solver.setOptionValue(option, value_)
        solver.passModel(
            size, rows, len(values), _ROWWISE, _MINIMISE, 0.0, cost,
            np.array(self.lower, float), np.array(self.upper, float),
            np.array([row[1] for row in self.rows], float), np.array([row[2] for row in self.rows], float),
            starts, columns, values, whole,
        )  # fmt: skip
        solver.run()
        feasible = solver.getInfo().primal_solution_status == SolutionStatus.kSolutionStatusFeasible
        return np.array(solver.getSolution().col_value) if feasible else None


_ROWWISE, _MINIMISE = 2, 1
_OPTIONS: dict[str, bool | int | float] = {
    "output_flag": False, "threads": 1, "mip_rel_gap": 0.0, "mip_abs_gap": 1e-9, "mip_max_nodes": 20_000,
}  # fmt: skip
"""Bounded by nodes and not by time, so that a busy machine finds the same plan as an idle one."""
