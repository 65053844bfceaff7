"""Whether a locked joint of an arm creeps under what it holds, and how heavy that may be."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.checks.rules import Check, level_of
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.facts import NOTHING, Sayable, apart, fact, mass
from equilix.kit.pivots import Pivot
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]
UP: Final = np.array((0.0, 0.0, 1.0))

CLEARLY_LESS: Final = 0.99
"""What a joint bears swung out level is told beside what it bears now where it is less than so much of it."""


class Strain(Struct, frozen=True):
    """What turns one joint: of the arm itself and of what it carries, N·m about its axis; and that one's mass.

    ``own_most_nm``, ``load_most_nm``: the same as vectors ``(3,)`` that turn with the joint: their lengths are what
    they come to when the joint is swung until the one or the other lies level.
    """

    pivot: Pivot
    own_nm: float
    load_nm: float
    load_kg: float
    own_most_nm: Array
    load_most_nm: Array

    @property
    def torque_nm(self) -> float:
        """All of it, whichever way it turns."""
        return abs(self.own_nm + self.load_nm)

    @property
    def most_kg(self) -> float | None:
        """What it could carry at the same place before it creeps; None where what it carries does not turn it.

        The arm's own part stays; the load's grows with its mass: ``|own + k load| = holds`` for the larger k.
        """
        if self.pivot.holds_nm is None or abs(self.load_nm) < 1e-6:
            return None
        way = 1.0 if self.load_nm > 0 else -1.0
        return max((way * self.pivot.holds_nm - self.own_nm) / self.load_nm, 0.0) * self.load_kg

    @property
    def level_kg(self) -> float | None:
        """What it could carry wherever the joint is swung to: as :attr:`most_kg`, for the worst of all angles.

        Both turn together, and the worst is the length of their sum: ``|own + k load| = holds`` for the larger k; 0
        where the arm alone is too heavy for it.
        """
        load = float(self.load_most_nm @ self.load_most_nm)
        if self.pivot.holds_nm is None or load < 1e-12:
            return None
        half = float(self.own_most_nm @ self.load_most_nm) / load
        left = (self.pivot.holds_nm**2 - float(self.own_most_nm @ self.own_most_nm)) / load
        return max(math.sqrt(max(half * half + left, 0.0)) - half, 0.0) * self.load_kg if left > 0 else 0.0


def strains(analysis: Analysis, row: int) -> tuple[Strain, ...]:
    """What turns each joint of a part: gravity on all that is free to turn when it gives way."""
    assembly = analysis.assembly
    part = assembly.parts[row]
    if not part.pivots:
        return ()
    placement = analysis.setup.by_id[assembly.ids[row]]
    links = part.links(placement.configuration)
    pieces = _pieces(assembly, row)
    held = 0
    seat = assembly.seats[row]
    if seat is not None:
        held = seat.by.beyond
    found = []
    for n, pivot in enumerate(part.pivots):
        axis = assembly.rotations[row] @ links.rotations[n] @ pivot.axis_unit
        centre = assembly.to_rig(placement.id, links.place(np.array(pivot.position_m), n))
        lever = np.cross(axis, UP)  # axis · ((r − c) × (−m g up)) = m g (r − c) · (axis × up)
        steep = float(np.linalg.norm(lever))
        free = [(mine, kg, cg - centre) for mine, at_link, kg, cg in pieces if (at_link > n) == (held <= n)]
        own, load = (
            STANDARD_GRAVITY_M_S2 * sum((kg * arm for mine, kg, arm in free if mine == wanted), np.zeros(3))
            for wanted in (True, False)
        )
        own_most, load_most = ((each - (each @ axis) * axis) * steep for each in (own, load))
        kg = sum(kg for mine, kg, _ in free if not mine)
        found.append(Strain(pivot, float(own @ lever), float(load @ lever), kg, own_most, load_most))
    return tuple(found)


def _pieces(assembly: Assembly, row: int) -> list[tuple[bool, int, float, Array]]:
    """What a jointed part is made of and carries: whether its own, beyond how many pivots, kg, CG in the rig frame."""
    part, placement_id = assembly.parts[row], assembly.ids[row]
    body = assembly.bodies[row]
    places = part.balances_m(assembly.setup.by_id[placement_id].configuration)
    shift = body.cg_m - part.shares @ places  # as measured, all of it off alike
    found = [
        (True, solid.beyond, share * part.mass_kg, assembly.to_rig(placement_id, place + shift))
        for solid, share, place in zip(part.solids, part.shares, places, strict=True)
    ]
    for child in assembly.setup.children[placement_id]:
        seat = assembly.seats[assembly.index[child]]
        carried = assembly.mass_properties(assembly.setup.subtree(child))
        found.append((False, seat.point.beyond if seat is not None else 0, carried.mass_kg, carried.cg_m))
    return found


def creep(analysis: Analysis, rules: Mapping[str, float]) -> Iterator[Check]:
    """The joint of each arm that is nearest to creeping."""
    del rules
    for row, placement_id in enumerate(analysis.assembly.ids):
        known = [each for each in strains(analysis, row) if each.pivot.holds_nm is not None]
        if not known:
            continue
        worst = max(known, key=lambda each: each.torque_nm / (each.pivot.holds_nm or 1.0))
        holds = worst.pivot.holds_nm
        assert holds is not None  # those were left out above
        share = worst.torque_nm / holds
        load, most = apart(worst.torque_nm, holds, "torque")
        part = analysis.assembly.parts[row]
        said: Sayable = fact("creep.load_of_most", pivot=worst.pivot.name, load=load, most=most)
        limits = [each.most_kg for each in known if each.most_kg is not None]
        if limits:
            carries = fact("creep.carries_up_to", now=mass(worst.load_kg), most=mass(min(limits)))
            level = min((each.level_kg for each in known if each.level_kg is not None), default=math.inf)
            if level < CLEARLY_LESS * min(limits):
                carries = fact("creep.swung_level", carries=carries, most=mass(level))
            said = fact("creep.and_carries", said=said, carries=carries)
        todo = fact("creep.fold_it_nearer") if share > 0.8 else NOTHING
        yield Check(
            "creep", placement_id, fact("creep.title", part=part.name), said, share, todo, fact("creep.source"),
            level_of(share),
        )  # fmt: skip
