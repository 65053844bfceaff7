"""Ways, turns and carriages as people at a rig speak of them."""

from __future__ import annotations

from typing import Final

import numpy as np
from numpy.typing import NDArray

from equilix.facts import Sayable, angle, fact
from equilix.kit.catalogue import CAMERAS
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]


_WAYS: Final = (("back", "forward"), ("right", "left"), ("down", "up"))


def way_word(moved_m: Array) -> Sayable:
    """The word for a way ``(3,)`` in the rig frame: forward, back, left, right, up, down."""
    axis = int(np.argmax(np.abs(moved_m)))
    return fact(f"way.{_WAYS[axis][int(moved_m[axis] > 0)]}")


_SEEN_FROM: Final = (("behind", "front"), ("right", "left"), ("below", "above"))


def turn_words(assembly: Assembly, placement_id: str, turned_rad: float) -> Sayable:
    """How far and which way something is turned on its mount: 'by 30° clockwise, seen from the left'."""
    seat = assembly.seats[assembly.index[placement_id]]
    assert seat is not None  # only what is mounted turns
    axis = assembly.point_pose(seat.parent, seat.point)[1][:, 2]
    main = int(np.argmax(np.abs(axis)))
    key = "rig.turned_anticlockwise" if turned_rad > 0 else "rig.turned_clockwise"
    seen_from = fact(f"rig.seen_from_{_SEEN_FROM[main][int(axis[main] > 0)]}")
    return fact(key, turned=angle(abs(turned_rad)), seen_from=seen_from)


def called(assembly: Assembly, placement_id: str) -> Sayable:
    """What people call a carriage: the camera that rides on it, or the part itself."""
    part = assembly.parts[assembly.index[placement_id]]
    if part.kind == "bridge-plate":
        kinds = [assembly.parts[assembly.index[each]].kind for each in assembly.setup.subtree(placement_id)]
        return fact("rig.camera") if any(camera in kinds for camera in CAMERAS) else part.name
    seat = assembly.seats[assembly.index[placement_id]]
    if part.kind in CAMERAS and seat is not None:
        return fact("rig.camera_on", carrier=assembly.parts[assembly.index[seat.parent]].name)
    return part.name
