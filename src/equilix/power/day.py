"""The power of a rig through a day: what dies when and what that stops, how many to bring, what to charge."""

from __future__ import annotations

import math

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.facts import Sayable, fact
from equilix.kit.electric import Mode
from equilix.kit.parts import Part
from equilix.power.batteries import Air, air_travel, charge_hours, needed_for, usable_wh
from equilix.power.network import Network


def network_of(
    analysis: Analysis, parts: dict[str, Part], mode: Mode | None = None, celsius: float | None = None
) -> Network:
    """The network of an analysed setup, with the ways of its cables along the rig."""
    setup = analysis.setup
    return Network(
        setup, parts, mode or setup.mode, setup.celsius if celsius is None else celsius, analysis.assembly.routes,
    )  # fmt: skip


class Choice(Struct, frozen=True):
    """So many of one battery for a day: mass and Wh on the rig, run time, changes, price, whether it flies."""

    part: Part
    run_s: float
    pieces: int
    changes: int
    price: float | None
    flies: Sayable


def compare(network: Network, batteries: list[Part], watts: float, day_s: float) -> tuple[Choice, ...]:
    """One big battery against several small ones: every battery of the kit under this load."""
    found = []
    for part in batteries:
        age = part.electric.age if part.electric is not None else 1.0
        run = usable_wh(part.energy_wh, network.celsius, age) / watts * 3600 if watts > 0 else math.inf
        pieces = needed_for(day_s, run)
        air = air_travel([(part.name, part.energy_wh)])
        flies = (
            fact("day.flies")
            if air.free
            else fact("day.flies_approval")
            if air.with_approval
            else fact("day.does_not_fly")
        )
        price = None if part.price is None else part.price * max(pieces, 1)
        found.append(Choice(part, run, pieces, max(pieces - 1, 0), price, flies))
    return tuple(sorted(found, key=lambda choice: (choice.changes, choice.part.mass_kg)))


def pack(batteries: list[Part]) -> Air:
    """What of the kit's batteries may fly, piece by piece."""
    return air_travel([(part.name, part.energy_wh) for part in batteries for _ in range(part.quantity)])


def overnight_h(batteries: list[Part], charger_w: float, chargers: int) -> float:
    """Hours to charge all of the kit's batteries."""
    return charge_hours([part.energy_wh for part in batteries for _ in range(part.quantity)], charger_w, chargers)
