"""How one part sits on another: by which points, and along which track."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from msgspec import Struct

from equilix.kit.mount_kinds import STRAPPED, MountKind, mount_kind
from equilix.kit.mounts import MountPoint, Track
from equilix.kit.parts import Part
from equilix.mechanics.rotations import from_quaternion
from equilix.rig.setups import Placement, Pose, Setup

STRAP: Final = MountPoint(name="strap", kind=STRAPPED.key, position_m=(0.0, 0.0, 0.0), direction=(0.0, 0.0, -1.0))
"""By what a strapped part is held: its origin, so that its frame is that of the pose."""


class Seat(Struct, frozen=True):
    """A mounted placement: the carrying point, the part's own point, and the track where there is one."""

    parent: str
    point: MountPoint
    by: MountPoint
    track: Track | None
    track_on_child: bool


def seat_of(placement: Placement, setup: Setup, parts: Mapping[str, Part]) -> Seat | None:
    """How a placement sits; None for a free one, and for one that is strapped and cannot be slid.

    Raises ``KeyError`` where a point does not exist.
    """
    if placement.parent is not None and placement.pose is not None and placement.track is not None:
        return Seat(placement.parent, _strapped_on(placement.pose, placement.track), STRAP, placement.track, False)
    if placement.parent is None or placement.point is None:
        return None
    point = parts[setup.by_id[placement.parent].part].offered(placement.point)
    by = parts[placement.part].hanger(placement.by)
    if point is None or by is None:
        raise KeyError(placement.id)
    return Seat(placement.parent, point, by, point.track or by.track, point.track is None and by.track is not None)


def mount_of(placement: Placement, seat: Seat | None) -> MountKind | None:
    """By what a placement that sits so is held: its mount, or a strap; None for what lies free."""
    if placement.parent is None:
        return None
    return STRAPPED if seat is None else mount_kind(seat.point.kind)


def _strapped_on(pose: Pose, track: Track) -> MountPoint:
    """Where a part is strapped that can be slid there: it is no mount of the carrier, but slid along as one."""
    turn = from_quaternion(pose.quaternion_xyzw)
    out, across = turn[:, 2].tolist(), turn[:, 0].tolist()
    return MountPoint(
        name=STRAP.name, kind=STRAP.kind, position_m=pose.position_m, direction=(out[0], out[1], out[2]),
        reference=(across[0], across[1], across[2]), track=track,
    )  # fmt: skip
