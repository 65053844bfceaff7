"""What parts are made of: metals and carbon by name, and the plastics that are printed at home."""

from __future__ import annotations

from typing import Final

SOFTENS_C: Final[dict[str, float]] = {"PLA": 60.0, "PETG": 80.0, "ABS": 110.0, "nylon": 110.0, "PC": 110.0}
"""Temperature at which printed plastics soften, °C (from memory)."""
DENSITY_KG_M3: Final[dict[str, float]] = {
    "aluminium": 2700.0, "steel": 7850.0, "carbon": 1600.0, "PLA": 1240.0, "PETG": 1270.0, "ABS": 1040.0,
    "nylon": 1140.0, "PC": 1200.0,
}  # fmt: skip
"""Density, kg/m³ (handbook values, from memory; of carbon, the usual tube of cloth and resin)."""
MATERIALS: Final = ("aluminium", "steel", "carbon", *SOFTENS_C)
"""The words that the checks understand; a document may say others."""
