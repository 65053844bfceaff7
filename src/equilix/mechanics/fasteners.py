"""Camera screws: stress area, proof load, and what prying does to them."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Final

INCH_M: Final = 0.0254
PROOF_PA: Final = 450e6
"""Proof stress of stainless A2-70 (ISO 3506-1, from memory)."""
HANDLING: Final = 3.0
"""A rig that is set down or knocked pulls with so many times its weight (common practice, no source)."""
WANTED: Final = 5.0
"""How many times stronger than its load a screw over a person should be (common practice, no source)."""


@dataclass(frozen=True, slots=True)
class Thread:
    """A unified thread: diameter in inches and threads per inch."""

    name: str
    diameter_in: float
    per_inch: float

    @property
    def stress_area_m2(self) -> float:
        """Tensile stress area ``π/4 (D − 0.9743/n)²`` (ASME B1.1)."""
        return math.pi / 4 * ((self.diameter_in - 0.9743 / self.per_inch) * INCH_M) ** 2

    @property
    def proof_n(self) -> float:
        """Load that it bears without stretching for good."""
        return self.stress_area_m2 * PROOF_PA


THREADS: Final[dict[str, Thread]] = {
    "screw14": Thread("1/4-20", 0.25, 20.0),
    "screw38": Thread("3/8-16", 0.375, 16.0),
}


def screw_load_n(weight_n: float, overhang_m: float, lever_m: float, screws: int) -> float:
    """Pull on each screw under a stack: prying about the edge of the plate, plus its share of the weight, handled.

    ``overhang_m``: how far the CG is from the screw; ``lever_m``: from the screw to the edge it pries about.
    """
    prying = weight_n * overhang_m / max(lever_m, 1e-3)
    return HANDLING * (prying + weight_n) / screws
