"""Whether a locked joint of an arm creeps under what it holds, and how heavy that may be."""

from __future__ import annotations

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


class Strain(Struct, frozen=True):
    """What turns one joint: of the arm itself and of what it carries, N·m about its axis; and that one's mass."""

    pivot: Pivot
    own_nm: float
    load_nm: float
    load_kg: float

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
        beyond = held <= n
        sums = {"own": 0.0, "load": 0.0}
        for mine, at_link, kg, cg in pieces:
            if (at_link > n) == beyond:
                sums["own" if mine else "load"] += kg * STANDARD_GRAVITY_M_S2 * float((cg - centre) @ lever)
        load = sum(kg for mine, at_link, kg, _ in pieces if not mine and (at_link > n) == beyond)
        found.append(Strain(pivot, sums["own"], sums["load"], load))
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
            said = fact("creep.and_carries", said=said, carries=carries)
        todo = fact("creep.fold_it_nearer") if share > 0.8 else NOTHING
        yield Check(
            "creep", placement_id, fact("creep.title", part=part.name), said, share, todo, fact("creep.source"),
            level_of(share),
        )  # fmt: skip
