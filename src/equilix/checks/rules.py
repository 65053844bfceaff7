"""One check: what was compared with what, how much is in hand, what to do, and the rules of thumb behind some."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

from equilix.carry.conditions import TARGET_SHARE
from equilix.carry.shoulder import MOST_TARGET_M
from equilix.units import Quantity

Level = Literal["stop", "mind", "fine"]
THUMB: Final = "rule of thumb"
"""The source of what is common practice."""
ORDER: Final[dict[Level, int]] = {"stop": 0, "mind": 1, "fine": 2}


@dataclass(frozen=True, slots=True)
class Check:
    """A finding at a placement, with the ``source`` of its limit.

    ``share``: of what is allowed; over 1 it is too much. None for what is not measured: it is in the way, or it is not.
    """

    key: str
    placement: str
    title: str
    said: str
    share: float | None
    todo: str
    source: str
    level: Level

    @property
    def in_hand(self) -> str:
        """How much is left of what is allowed: '40% in hand', '12% too much'; empty where nothing is measured."""
        if self.share is None:
            return ""
        return f"{1 - self.share:.0%} in hand" if self.share <= 1 else f"{self.share - 1:.0%} too much"


@dataclass(frozen=True, slots=True)
class Rule:
    """A rule of thumb: its words, quantity and usual value (SI); common practice, no source."""

    label: str
    quantity: Quantity
    value: float


RULES: Final[dict[str, Rule]] = {
    "lens_mount_nm": Rule("Lens mount without a support: flagged above", "torque", 1.5),
    "lens_mount_stop_nm": Rule("Lens mount without a support: not above", "torque", 3.0),
    "rod_sag_m": Rule("Rods may sag by", "length", 0.002),
    "rod_frequency_hz": Rule("Rods should not bounce below, Hz", "number", 15.0),
    "screw_factor": Rule("Screws and rods: stronger than their load by", "number", 5.0),
    "thread_m": Rule("A camera screw holds in a thread for", "length", 0.0045),
    "insert_n": Rule("A brass insert is pulled out of plastic by", "force", 500.0),
    "printed_kg": Rule("A printed part carries up to", "mass", 0.5),
    "smooth_handle_kg": Rule("A smooth handle carries up to", "mass", 3.0),
    "tip_rad": Rule("Should not tip on a table below", "angle", 0.1745),
    "view_nearest_m": Rule("A screen not nearer to the eye than", "length", 0.22),
    "view_farthest_m": Rule("A screen not farther than", "length", 0.75),
    "target_share": Rule("Plans aim within this share of the tolerance", "number", round(TARGET_SHARE, 3)),
    "target_shoulder_m": Rule("On the shoulder, and within", "length", MOST_TARGET_M),
    "day_h": Rule("A working day, h", "number", 8.0),
    "charger_w": Rule("A charger gives", "power", 60.0),
    "chargers": Rule("Chargers for the night", "number", 2.0),
    "car_celsius": Rule("A car in the sun, °C", "number", 70.0),
}


def rule(rules: Mapping[str, float], key: str) -> float:
    """The value of a rule: the document's own, or the usual one."""
    return float(rules.get(key, RULES[key].value))


def level_of(share: float, *, stop_at: float = 1.0, mind_at: float = 0.8) -> Level:
    """Too much, near to it, or fine."""
    return "stop" if share > stop_at else "mind" if share > mind_at else "fine"
