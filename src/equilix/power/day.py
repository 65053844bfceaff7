"""The power of a rig through a day: what dies when and what that stops, how many to bring, what to charge."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from equilix.analysis import Analysis
from equilix.kit.electric import Mode
from equilix.kit.parts import Part
from equilix.power.batteries import Air, air_travel, charge_hours, needed_for, usable_wh
from equilix.power.network import Network
from equilix.rig.setups import Cable


def network_of(
    analysis: Analysis, parts: dict[str, Part], mode: Mode | None = None, celsius: float | None = None
) -> Network:
    """The network of an analysed setup, with the straight ways of its cables."""
    assembly, setup = analysis.assembly, analysis.setup
    ways = {
        cable.id: float(
            np.linalg.norm(assembly.cgs_m[assembly.index[cable.start]] - assembly.cgs_m[assembly.index[cable.end]])
        )
        for cable in setup.cables
    }
    return Network(setup, parts, mode or setup.mode, setup.celsius if celsius is None else celsius, ways)


@dataclass(frozen=True, slots=True)
class Route:
    """A cable's way along the rig: length with slack for what turns, where to tie it, what it is unplugged for."""

    length_m: float
    tie_at: tuple[str, ...]
    released: tuple[str, ...]


def route(analysis: Analysis, cable: Cable) -> Route:
    """From connector to connector along the parts in between.

    Down from both ends to what carries them both, by the mounting points. A driven axis on the way needs slack for its
    range at the radius at which the cable passes.
    """
    assembly, setup = analysis.assembly, analysis.setup
    up, down = setup.carriers(cable.start), setup.carriers(cable.end)
    common = next((each for each in up if each in down), up[-1])
    total, names, released, ends = 0.0, [], [], []
    for chain in (up, down):
        part_way = chain[: chain.index(common)] if common in chain else chain
        at = assembly.cgs_m[assembly.index[chain[0]]]
        for each in part_way:
            seat = assembly.seats[assembly.index[each]]
            if seat is None:
                continue
            mount = assembly.point_pose(seat.parent, seat.point)[0]
            total += float(np.linalg.norm(mount - at))
            if seat.point.joint is not None:
                axis = assembly.point_pose(seat.parent, seat.point)[1][:, 2]
                off = at - mount
                radius = float(np.linalg.norm(off - (off @ axis) * axis))
                total += radius * max(abs(seat.point.joint.from_rad), abs(seat.point.joint.to_rad)) / 2
            if seat.point.kind == "dovetail":
                released.append(analysis.carried.named(each))
            names.append(analysis.carried.named(seat.parent))
            at = mount
        ends.append(at)
    total += float(np.linalg.norm(ends[0] - ends[1]))
    return Route(total, tuple(dict.fromkeys(names)), tuple(released))


@dataclass(frozen=True, slots=True)
class Choice:
    """So many of one battery for a day: mass and Wh on the rig, run time, changes, price, whether it flies."""

    part: Part
    run_s: float
    pieces: int
    changes: int
    price: float | None
    flies: str


def compare(network: Network, batteries: list[Part], watts: float, day_s: float) -> tuple[Choice, ...]:
    """One big battery against several small ones: every battery of the kit under this load."""
    found = []
    for part in batteries:
        age = part.electric.age if part.electric is not None else 1.0
        run = usable_wh(part.energy_wh, network.celsius, age) / watts * 3600 if watts > 0 else math.inf
        pieces = needed_for(day_s, run)
        air = air_travel([(part.name, part.energy_wh)])
        flies = "flies" if air.free else "flies with approval" if air.with_approval else "does not fly"
        price = None if part.price is None else part.price * max(pieces, 1)
        found.append(Choice(part, run, pieces, max(pieces - 1, 0), price, flies))
    return tuple(sorted(found, key=lambda choice: (choice.changes, choice.part.mass_kg)))


def pack(batteries: list[Part]) -> Air:
    """What of the kit's batteries may fly, piece by piece."""
    return air_travel([(part.name, part.energy_wh) for part in batteries for _ in range(part.quantity)])


def overnight_h(batteries: list[Part], charger_w: float, chargers: int) -> float:
    """Hours to charge all of the kit's batteries."""
    return charge_hours([part.energy_wh for part in batteries for _ in range(part.quantity)], charger_w, chargers)
