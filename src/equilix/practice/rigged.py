"""A rig as bodies that move: which placements go along with which joint, and what there is to turn and to lock."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from msgspec import Struct
from msgspec.structs import replace
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.facts import Sayable
from equilix.mechanics.linkage import Link
from equilix.mechanics.loads import Load
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]


class Turnable(Struct, frozen=True):
    """A coordinate that a hand can turn, lock and spin: its row among the speeds, its link, its axis at home ``(3,)``.

    ``locks``: it has a lock of its own.
    """

    name: Sayable
    key: str
    row: int
    link: int
    axis: Array
    point_m: Array
    locks: bool = False
    locked_first: bool = False


class Rigged(Struct, frozen=True):
    """``members``: the placements that go along with each link; ``still``: those that stay with the base."""

    links: tuple[Link, ...]
    loads: tuple[Load, ...]
    members: tuple[tuple[str, ...], ...]
    turnables: tuple[Turnable, ...]
    step_s: float
    still: tuple[str, ...] = ()
    tips: bool = False
    """Whether the base is a handle that can be tipped."""
    walks: bool = False
    """Whether somebody can walk with it."""
    catches: bool = False
    """Whether it can fall, so that hands catch it."""
    hook_m: Array | None = None
    """Where a line comes from."""

    def link_of(self, placement_id: str) -> int | None:
        """Which link a placement goes along with; None where it stays."""
        return next((k for k, ids in enumerate(self.members) if placement_id in ids), None)


def free_body(analysis: Analysis, ids: Sequence[str], friction: tuple[float, ...], drag: tuple[float, ...]) -> Link:
    """A rig that nothing leads, at its centre of gravity."""
    whole = analysis.assembly.mass_properties(tuple(ids))
    return Link(
        "free", whole.cg_m, whole.mass_kg, whole.cg_m, whole.inertia_kg_m2, np.array((0.0, 0.0, 1.0)), friction, drag
    )


def posed(assembly: Assembly, rigged: Rigged, turns: Sequence[Array], shifts_m: Sequence[Array]) -> Assembly:
    """The assembly with every link where it has gone: turned ``(3, 3)`` and shifted ``(3,)`` from home."""
    rotations, positions = assembly.rotations.copy(), assembly.positions_m.copy()
    for ids, turn, shift in zip(rigged.members, turns, shifts_m, strict=True):
        rows = [assembly.index[each] for each in ids]
        rotations[rows] = turn @ rotations[rows]
        positions[rows] = positions[rows] @ turn.T + shift
    return replace(assembly, rotations=rotations, positions_m=positions)
