"""The ways of carrying: each a list of balance conditions, its loads and limits, and its guided procedure."""

from __future__ import annotations

from typing import Final

from equilix.carry.conditions import Way
from equilix.carry.gimbal import GIMBAL
from equilix.carry.handheld import HANDHELD
from equilix.carry.harness import HARNESS
from equilix.carry.low import LOW
from equilix.carry.shoulder import SHOULDER
from equilix.carry.tripod import TRIPOD
from equilix.carry.vest import VEST

WAYS: Final[dict[str, Way]] = {way.name: way for way in (SHOULDER, HANDHELD, LOW, GIMBAL, VEST, HARNESS, TRIPOD)}
"""One line for each way of carrying."""
