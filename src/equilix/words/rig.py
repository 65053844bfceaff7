"""Ways, turns and carriages as people at a rig speak of them."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from equilix.rig.kinematics import Assembly
from equilix.units import angle

Array = NDArray[np.float64]


def way_word(moved_m: Array) -> str:
    """The word for a way ``(3,)`` in the rig frame: forward, back, left, right, up, down."""
    axis = int(np.argmax(np.abs(moved_m)))
    return (("back", "forward"), ("right", "left"), ("down", "up"))[axis][int(moved_m[axis] > 0)]


_SEEN_FROM = (("behind", "the front"), ("the right", "the left"), ("below", "above"))


def turn_words(assembly: Assembly, placement_id: str, turned_rad: float) -> str:
    """How far and which way something is turned on its mount: 'by 30° clockwise, seen from the left'."""
    seat = assembly.seats[assembly.index[placement_id]]
    assert seat is not None  # only what is mounted turns
    axis = assembly.point_pose(seat.parent, seat.point)[1][:, 2]
    main = int(np.argmax(np.abs(axis)))
    way = "anticlockwise" if turned_rad > 0 else "clockwise"
    return f"by {angle(abs(turned_rad))} {way}, seen from {_SEEN_FROM[main][int(axis[main] > 0)]}"


def called(assembly: Assembly, placement_id: str) -> str:
    """What people call a carriage: the camera that rides on it, or the part itself."""
    part = assembly.parts[assembly.index[placement_id]]
    if part.kind == "bridge-plate":
        kinds = [assembly.parts[assembly.index[each]].kind for each in assembly.setup.subtree(placement_id)]
        return "camera" if "body" in kinds else part.name
    seat = assembly.seats[assembly.index[placement_id]]
    if part.kind == "body" and seat is not None:
        return f"camera on the {assembly.parts[assembly.index[seat.parent]].name}"
    return part.name
