"""Physical constants, with unit and source."""

from typing import Final

STANDARD_GRAVITY_M_S2: Final = 9.80665
"""Standard acceleration of free fall, m/s² (3rd CGPM, 1901)."""
