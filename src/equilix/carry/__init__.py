"""The ways of carrying: each a list of balance conditions, with what they mean in words."""

from __future__ import annotations

from typing import Final

from equilix.carry.conditions import Way
from equilix.carry.shoulder import SHOULDER

WAYS: Final[dict[str, Way]] = {"shoulder": SHOULDER}
"""One line for each way of carrying."""
