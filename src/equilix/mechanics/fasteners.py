"""Camera screws: stress area, proof load, stripping of the thread they sit in, and what prying does to them."""

from __future__ import annotations

import math
from typing import Final

from msgspec import Struct

INCH_M: Final = 0.0254
PROOF_PA: Final = 450e6
"""Proof stress of stainless A2-70 (ISO 3506-1, from memory)."""
HANDLING: Final = 3.0
"""A rig that is set down or knocked pulls with so many times its weight (common practice, no source)."""


class Thread(Struct, frozen=True):
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

    def nut_shear_area_m2(self, engaged_m: float) -> float:
        """What shears when the thread in the nut strips: a cylinder of the screw's diameter, ``7/8 π D L``.

        The crests of the screw are an eighth of the pitch wide (basic profile of ASME B1.1), so that on their
        cylinder the nut's threads fill the other seven eighths. It is ``π n L D [1/(2n) + 0.57735 (D − E)]`` of the
        handbooks with basic diameters.
        """
        return 7 / 8 * math.pi * self.diameter_in * INCH_M * engaged_m

    def screw_shear_area_m2(self, engaged_m: float) -> float:
        """What shears when the screw's own thread strips: a cylinder of the nut's bore K, ``3/4 π K L``.

        The crests of the nut are a quarter of the pitch wide; ``K = D − 1.0825/n``.
        """
        return 3 / 4 * math.pi * (self.diameter_in - 1.082532 / self.per_inch) * INCH_M * engaged_m


THREADS: Final[dict[str, Thread]] = {
    "screw14": Thread("1/4-20", 0.25, 20.0),
    "screw38": Thread("3/8-16", 0.375, 16.0),
}


def shear_pa(yield_pa: float) -> float:
    """Shear stress from which a metal of this yield stress gives way: ``σ/√3`` (von Mises)."""
    return yield_pa / math.sqrt(3.0)


def screw_load_n(weight_n: float, overhang_m: float, lever_m: float, screws: int) -> float:
    """Pull on each screw under a stack: prying about the edge of the plate, plus its share of the weight, handled.

    ``overhang_m``: how far the CG is from the screw; ``lever_m``: from the screw to the edge it pries about.
    """
    prying = weight_n * overhang_m / max(lever_m, 1e-3)
    return HANDLING * (prying + weight_n) / screws
