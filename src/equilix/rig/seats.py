"""How one part sits on another: by which points, and along which track."""

from __future__ import annotations

from collections.abc import Mapping

from msgspec import Struct

from equilix.kit.mounts import MountPoint, Track
from equilix.kit.parts import Part
from equilix.rig.setups import Placement, Setup


class Seat(Struct, frozen=True):
    """A mounted placement: the carrying point, the part's own point, and the track where there is one."""

    parent: str
    point: MountPoint
    by: MountPoint
    track: Track | None
    track_on_child: bool


def seat_of(placement: Placement, setup: Setup, parts: Mapping[str, Part]) -> Seat | None:
    """How a placement sits; None for a free one. Raises ``KeyError`` where a point does not exist."""
    if placement.parent is None or placement.point is None:
        return None
    point = parts[setup.by_id[placement.parent].part].offered(placement.point)
    by = parts[placement.part].hanger(placement.by)
    if point is None or by is None:
        raise KeyError(placement.id)
    return Seat(placement.parent, point, by, point.track or by.track, point.track is None and by.track is not None)
