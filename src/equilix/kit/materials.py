"""What parts are made of: metals and carbon by name, and the plastics that are printed at home."""

from __future__ import annotations

from typing import Final

SOFTENS_C: Final[dict[str, float]] = {"PLA": 60.0, "PETG": 80.0, "ABS": 110.0, "nylon": 110.0, "PC": 110.0}
"""Temperature at which printed plastics soften, °C (from memory)."""
MATERIALS: Final = ("aluminium", "steel", "carbon", *SOFTENS_C)
"""The words that the checks understand; a document may say others."""
