"""The way of a cable along the rig, and where its mass lies."""

from __future__ import annotations

from typing import TYPE_CHECKING, Final, Protocol

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

if TYPE_CHECKING:
    from collections.abc import Sequence

    from equilix.kit.mounts import MountPoint
    from equilix.rig.seats import Seat
    from equilix.rig.setups import Cable, Setup

Array = NDArray[np.float64]


LEAST_SLACK: Final = 1.1
"""A cable should be a tenth longer than the straight way (common practice, no source)."""
SPARE_M: Final = 0.010
"""No cable is led more exactly than this."""
USUAL_M: Final = (0.2, 0.3, 0.5, 0.8, 1.2, 2.0, 3.0)
"""Lengths in which cables are sold (common practice, no source)."""


class Laid(Protocol):
    """A rig whose parts are in their places."""

    @property
    def setup(self) -> Setup:
        """What is mounted where."""

    @property
    def index(self) -> dict[str, int]:
        """Row of each placement."""

    @property
    def seats(self) -> Sequence[Seat | None]:
        """How each row sits."""

    @property
    def part_cgs_m(self) -> Array:
        """CG ``(n, 3)`` of each part alone, rig frame."""

    def point_pose(self, placement_id: str, point: MountPoint) -> tuple[Array, Array]:
        """Where a mounting point is ``(3,)``, and its frame ``(3, 3)`` as columns."""


class Route(Struct, frozen=True):
    """A cable's way along the rig: its length with slack for what turns, and the straight way from end to end, m.

    ``rows`` ``(k,)`` and ``starts``, ``ends`` ``(k, 3)``: its pieces, each along the part of one row of the assembly.
    ``tie_at``: the placements along which it runs; ``released``: those that are unlocked, with it unplugged.
    """

    length_m: float
    straight_m: float
    rows: tuple[int, ...]
    starts: Array
    ends: Array
    points: Array
    """The way from end to end as a line ``(p, 3)``."""
    tie_at: tuple[str, ...]
    released: tuple[str, ...]

    @property
    def wanted_m(self) -> float:
        """How long a cable for this way should be."""
        return max(self.length_m, LEAST_SLACK * self.straight_m)

    def takes(self, cable_m: float) -> bool:
        """Whether a cable of this length goes along the rig, rather than across it."""
        return cable_m >= self.length_m - SPARE_M

    @property
    def usual_m(self) -> float | None:
        """The shortest of the usual lengths that does; None where none does."""
        return next((each for each in USUAL_M if each >= self.wanted_m), None)

    @property
    def shares(self) -> Array:
        """Share of the cable that lies on each piece ``(k,)``; all of it on the first where there is no way at all."""
        sizes = np.linalg.norm(self.ends - self.starts, axis=1)
        total = float(sizes.sum())
        return np.asarray(sizes / total) if total > 1e-9 else np.eye(1, len(sizes))[0]

    def pieces(self, mass_kg: float) -> list[tuple[int, float, Array]]:
        """Where a cable of this mass lies: row, mass, and place ``(3,)`` of each piece."""
        middles = (self.starts + self.ends) / 2
        found = zip(self.rows, (mass_kg * self.shares).tolist(), middles, strict=True)
        return [each for each in found if each[1] > 0]


def route(assembly: Laid, cable: Cable) -> Route:
    """From the middle of one part to that of the other, along the parts in between.

    Down from both ends to what carries them both, by the mounting points. A driven axis on the way needs slack for its
    range at the radius at which the cable passes.
    """
    setup = assembly.setup
    up, down = setup.carriers(cable.start), setup.carriers(cable.end)
    common = next((each for each in up if each in down), up[-1])
    rows: list[int] = []
    points: list[tuple[Array, Array]] = []
    slack, tie_at, released, lines = 0.0, [], [], []
    for chain in (up, down):
        at = assembly.part_cgs_m[assembly.index[chain[0]]]
        line = [at]
        for each in chain[: chain.index(common)] if common in chain else chain:
            seat = assembly.seats[assembly.index[each]]
            if seat is None:
                continue
            mount, frame = assembly.point_pose(seat.parent, seat.point)
            rows.append(assembly.index[each])
            points.append((at, mount))
            if seat.point.joint is not None:
                axis, off = frame[:, 2], at - mount
                radius = float(np.linalg.norm(off - (off @ axis) * axis))
                slack += radius * max(abs(seat.point.joint.from_rad), abs(seat.point.joint.to_rad)) / 2
            if seat.point.kind == "dovetail":
                released.append(each)
            tie_at.append(seat.parent)
            at = mount
            line.append(at)
        lines.append(line)
    rows.append(assembly.index[common])
    points.append((lines[0][-1], lines[1][-1]))
    starts, stops = (np.array(each) for each in zip(*points, strict=True))
    first, last = (assembly.part_cgs_m[assembly.index[each]] for each in (cable.start, cable.end))
    length = float(np.linalg.norm(stops - starts, axis=1).sum()) + slack
    return Route(
        length, float(np.linalg.norm(last - first)), tuple(rows), starts, stops,
        np.array(lines[0] + lines[1][::-1]), tuple(dict.fromkeys(tie_at)), tuple(released),
    )  # fmt: skip
