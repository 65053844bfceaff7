"""What is left of a battery in the cold, how many it takes for a day, and what may fly."""

from __future__ import annotations

import math
from typing import Final

import numpy as np
from msgspec import Struct

from equilix.facts import Sayable, fact, listed

CAPACITY: Final[tuple[tuple[float, float], ...]] = ((-20.0, 0.7), (-10.0, 0.8), (0.0, 0.9), (20.0, 1.0))
"""Temperature in °C → share of the capacity of a lithium battery (from memory); straight lines between."""
COLDEST_C: Final = -30.0
CHARGED_SHARE: Final = 0.9
"""Efficiency of charging (estimate)."""
FREE_WH: Final = 100.0
APPROVED_WH: Final = 160.0
SPARES_APPROVED: Final = 2
"""In the cabin: up to 100 Wh freely, to 160 Wh with the airline's approval and two spares at most, above not at all
(IATA rules for lithium batteries, from memory; the airline decides)."""


def capacity_at(celsius: float) -> float:
    """Share of the capacity at a temperature; at most 1, and not below that at −20 °C."""
    temperatures, shares = zip(*CAPACITY, strict=True)
    return float(np.interp(celsius, temperatures, shares))


def usable_wh(energy_wh: float, celsius: float, age: float) -> float:
    """What a battery gives today."""
    return energy_wh * capacity_at(celsius) * age


def needed_for(day_s: float, run_s: float) -> int:
    """How many batteries of one kind last a day; 0 where nothing is drawn."""
    return 0 if math.isinf(run_s) or day_s <= 0 else math.ceil(day_s / max(run_s, 1.0) - 1e-9)


def charge_hours(energies_wh: list[float], charger_w: float, chargers: int) -> float:
    """Hours to charge batteries overnight on so many chargers, the longest first, each to the next free one."""
    free = [0.0] * max(chargers, 1)
    for energy in sorted(energies_wh, reverse=True):
        first = min(range(len(free)), key=lambda k: free[k])
        free[first] += energy / (CHARGED_SHARE * charger_w)
    return max(free)


class Air(Struct, frozen=True):
    """What may be taken into the cabin: names by rule; the airline decides."""

    free: tuple[str, ...]
    with_approval: tuple[str, ...]
    not_at_all: tuple[str, ...]

    @property
    def words(self) -> Sayable:
        """The rule in a sentence or three."""
        said: list[Sayable] = []
        if self.free:
            said.append(fact("batteries.free", count=len(self.free)))
        if self.with_approval:
            few = len(self.with_approval) <= SPARES_APPROVED
            key = "batteries.with_approval" if few else "batteries.with_approval_spares"
            said.append(fact(key, count=len(self.with_approval), **({} if few else {"spares": SPARES_APPROVED})))
        if self.not_at_all:
            said.append(fact("batteries.not_at_all", count=len(self.not_at_all)))
        if not said:
            return fact("batteries.no_battery")
        return fact("batteries.airline_decides", what=listed(said, "semicolon"))


def air_travel(batteries: list[tuple[str, float]]) -> Air:
    """Sort batteries, (name, Wh) each piece, by what may fly."""
    return Air(
        tuple(name for name, wh in batteries if wh <= FREE_WH),
        tuple(name for name, wh in batteries if FREE_WH < wh <= APPROVED_WH),
        tuple(name for name, wh in batteries if wh > APPROVED_WH),
    )
