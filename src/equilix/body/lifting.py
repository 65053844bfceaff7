"""Picking the rig up: the revised lifting equation, metric.

Waters, Putz-Anderson, Garg & Fine, *Ergonomics* 36, 1993: ``RWL = 23 kg · HM · VM · DM · AM · FM · CM``. The tables are
from memory; tests hold them to the worked examples of its applications manual.
"""

from __future__ import annotations

import itertools
from typing import Final, Literal

from msgspec import Struct

Coupling = Literal["good", "fair", "poor"]
LOAD_CONSTANT_KG: Final = 23.0
KNUCKLE_M: Final = 0.75
"""Height at which lifting is easiest."""

_FREQUENCY: Final[tuple[tuple[float, tuple[float, float, float]], ...]] = (
    (0.2, (1.00, 0.95, 0.85)), (0.5, (0.97, 0.92, 0.81)), (1, (0.94, 0.88, 0.75)), (2, (0.91, 0.84, 0.65)),
    (3, (0.88, 0.79, 0.55)), (4, (0.84, 0.72, 0.45)), (5, (0.80, 0.60, 0.35)), (6, (0.75, 0.50, 0.27)),
    (7, (0.70, 0.42, 0.22)), (8, (0.60, 0.35, 0.18)), (9, (0.52, 0.30, 0.00)), (10, (0.45, 0.26, 0.00)),
    (11, (0.41, 0.00, 0.00)), (12, (0.37, 0.00, 0.00)),
)  # fmt: skip
"""Lifts a minute → factor for up to 1, 2 and 8 hours, lifted from below knuckle height."""
_HIGH: Final[dict[tuple[float, int], float]] = {
    (9, 2): 0.15, (10, 2): 0.13, (11, 1): 0.23, (12, 1): 0.21, (13, 0): 0.34, (14, 0): 0.31, (15, 0): 0.28,
}  # fmt: skip
"""Where lifting from 75 cm up makes a difference: (lifts a minute, column) → factor."""
_COUPLING: Final[dict[Coupling, tuple[float, float]]] = {"good": (1.0, 1.0), "fair": (0.95, 1.0), "poor": (0.90, 0.90)}
"""Factor below and from 75 cm."""


class Lift(Struct, frozen=True):
    """A lift: hands ``horizontal_m`` before the ankles, at ``vertical_m``, by ``travel_m``, ``twist_deg`` aside."""

    horizontal_m: float
    vertical_m: float
    travel_m: float = 0.25
    twist_deg: float = 0.0
    per_minute: float = 0.2
    hours: float = 1.0
    coupling: Coupling = "fair"

    @property
    def recommended_kg(self) -> float:
        """Recommended weight limit at this end of the lift, kg."""
        high = self.vertical_m >= KNUCKLE_M
        reach = min(0.25 / max(self.horizontal_m, 0.25), 1.0) if self.horizontal_m <= 0.63 else 0.0
        height = max(1 - 0.3 * abs(self.vertical_m - KNUCKLE_M), 0.0) if 0 <= self.vertical_m <= 1.75 else 0.0
        travel = min(0.82 + 0.045 / max(self.travel_m, 0.25), 1.0) if self.travel_m <= 1.75 else 0.0
        twist = max(1 - 0.0032 * self.twist_deg, 0.0) if self.twist_deg <= 135 else 0.0
        often = frequency_factor(self.per_minute, self.hours, high=high)
        return LOAD_CONSTANT_KG * reach * height * travel * twist * often * _COUPLING[self.coupling][int(high)]

    def index(self, load_kg: float) -> float:
        """Load over the recommended limit; above 1 some, above 3 many are at risk. Infinite without a limit."""
        limit = self.recommended_kg
        return load_kg / limit if limit > 0 else float("inf")


def frequency_factor(per_minute: float, hours: float, *, high: bool) -> float:
    """The factor for how often and how long; between the rows of the table in proportion."""
    column = 0 if hours <= 1 else 1 if hours <= 2 else 2
    table = [*((often, factors[column]) for often, factors in _FREQUENCY), (13, 0.0), (14, 0.0), (15, 0.0)]
    rows = [(often, _HIGH.get((often, column), factor) if high else factor) for often, factor in table]
    if per_minute <= rows[0][0]:
        return rows[0][1]
    for (a, low), (b, next_) in itertools.pairwise(rows):
        if per_minute <= b:
            return low + (next_ - low) * (per_minute - a) / (b - a)
    return 0.0
