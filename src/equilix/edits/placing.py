"""Edits of what has no mount: put free in the rig frame, or strapped to another part where it is."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
from numpy.typing import NDArray
from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.rigging import placement_of, setup_of
from equilix.edits.sound import checked, refused_by, replace
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.catalogue import free_id
from equilix.kit.mounts import Track
from equilix.mechanics.rotations import about_axis, angles_of, turned, unit
from equilix.rig.kinematics import Assembly, assemble
from equilix.rig.setups import Placement, Pose

Array = NDArray[np.float64]


def move_free(
    document: Document,
    setup_id: str,
    placement_id: str,
    position_m: tuple[float, float, float],
    quaternion_xyzw: tuple[float, float, float, float] | None = None,
) -> Document:
    """Put a free placement somewhere else, rig frame, or a strapped one, frame of its carrier.

    Without a rotation it keeps its own.
    """
    setup = setup_of(document, setup_id)
    placement = placement_of(setup, placement_id)
    if placement.point is not None:
        raise Refused(
            fact("rigging.mounted", placement_id=placement_id),
            fact("rigging.only_free_part_has_pose"),
            fact("rigging.slide_or_turn_instead"),
        )
    old = placement.pose or Pose()
    try:
        pose = Pose(position_m=position_m, quaternion_xyzw=quaternion_xyzw or old.quaternion_xyzw)
    except ValidationError as error:
        raise refused_by(error) from error
    return replace(document, setup, placement, pose=pose)


def turn_free(document: Document, setup_id: str, placement_id: str, angles_rad: tuple[float, float, float]) -> Document:
    """Turn a free or strapped placement: rolled to the right, nose-up, to the left; it stays where it is."""
    placement = placement_of(setup_of(document, setup_id), placement_id)
    if not all(math.isfinite(angle) for angle in angles_rad):
        raise Refused(fact("rigging.no_angle"), fact("rigging.give_angle"))
    old = placement.pose or Pose()
    return move_free(document, setup_id, placement_id, old.position_m, turned(*angles_rad))


def strap(document: Document, setup_id: str, placement_id: str, parent: str) -> Document:
    """Strap a placement to another where it is: its pose to that one is kept from now on."""
    setup = setup_of(document, setup_id)
    placement, carrier = placement_of(setup, placement_id), placement_of(setup, parent)
    if carrier.id in setup.subtree(placement_id):
        raise Refused(
            fact("rigging.hangs_on_it", placement=placement.id, carrier=carrier.id), fact("rigging.strap_to_another")
        )
    found = assemble(setup, document.parts_by_id)
    row, on = found.index[placement_id], found.index[parent]
    pose = pose_in(found.rotations[on], found.positions_m[on], found.rotations[row], found.positions_m[row])
    return replace(
        document, setup, placement, parent=parent, point=None, by=None, pose=pose, slide_m=0.0, turn_rad=0.0, track=None
    )


def strap_new(document: Document, setup_id: str, part_id: str, parent: str, middle_m: Array) -> tuple[Document, str]:
    """Strap a part of the kit to a placement, upright, its middle at ``middle_m`` ``(3,)``, rig frame; its id too."""
    setup = setup_of(document, setup_id)
    part = document.parts_by_id.get(part_id)
    if part is None:
        raise Refused(fact("rigging.no_part_kit", part_id=part_id), fact("rigging.name_one_kit"))
    found = assemble(setup, document.parts_by_id)
    on, body = found.index[placement_of(setup, parent).id], part.body()
    pose = pose_in(found.rotations[on], found.positions_m[on], np.eye(3), middle_m - body.middle_m)
    new_id = free_id(part.id, setup.by_id)
    placement = Placement(id=new_id, part=part_id, parent=parent, pose=pose)
    return checked(document, setup.changed(placements=(*setup.placements, placement))), new_id


def strap_track(document: Document, setup_id: str, placement_id: str, track: Track | None) -> Document:
    """Let a strapped placement be slid where it is, from its place now, or no more; it stays where it is."""
    setup = setup_of(document, setup_id)
    placement = placement_of(setup, placement_id)
    if placement.pose is None or not placement.strapped:
        raise Refused(fact("rigging.not_strapped", placement_id=placement_id), fact("rigging.strap_it_first"))
    now = np.array(placement.pose.position_m)
    if placement.track is not None:  # the way may be another one: it starts from where the part has got to
        now = now + placement.track.axis_unit * placement.slide_m
    x, y, z = now.tolist()
    return replace(
        document, setup, placement, track=track, slide_m=0.0,
        pose=placement.pose.changed(position_m=(x, y, z)),
    )  # fmt: skip


def change_strap_track(document: Document, setup_id: str, placement_id: str, **updates: Any) -> Document:
    """Change axis, ends or scale of the way along which a strapped placement slides."""
    track = placement_of(setup_of(document, setup_id), placement_id).track
    if track is None:
        raise Refused(fact("rigging.sits_no_track", name=placement_id), fact("rigging.only_part_track_can_slid"))
    try:
        new = track.changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    if new.axis_unit @ track.axis_unit < 1 - 1e-9:
        return strap_track(document, setup_id, placement_id, new)
    setup = setup_of(document, setup_id)
    return replace(document, setup, placement_of(setup, placement_id), track=new)


def turn_about(document: Document, setup_id: str, placement_id: str, axis: Array, turn_rad: float) -> Document:
    """Turn a free or strapped placement about an axis ``(3,)`` of the rig frame through its middle."""
    if not (math.isfinite(turn_rad) and 1e-6 <= float(np.abs(axis).max()) <= 1e6):
        raise Refused(fact("rigging.no_angle"), fact("rigging.give_angle"))
    setup = setup_of(document, setup_id)
    placement = placement_of(setup, placement_id)
    if placement.pose is None:
        raise Refused(fact("rigging.mounted", placement_id=placement_id), fact("rigging.only_free_part_has_pose"))
    found = assemble(setup, document.parts_by_id)
    row = found.index[placement_id]
    middle = found.to_rig(placement_id, found.bodies[row].middle_m)
    turn = about_axis(unit(axis), turn_rad)
    position = middle + turn @ (found.positions_m[row] - middle)
    return replace(document, setup, placement, pose=pose_for(found, placement, turn @ found.rotations[row], position))


def pose_for(found: Assembly, placement: Placement, rotation: Array, position_m: Array) -> Pose:
    """The pose that puts a free or strapped placement there, rig frame, with its own slide where it stands."""
    if placement.parent is None:
        return pose_in(np.eye(3), np.zeros(3), rotation, position_m)
    on = found.index[placement.parent]
    frame = found.rotations[on]
    if placement.track is not None:
        position_m = position_m - frame @ placement.track.axis_unit * placement.slide_m
    return pose_in(frame, found.positions_m[on], rotation, position_m)


def pose_in(frame: Array, origin_m: Array, rotation: Array, position_m: Array) -> Pose:
    """A pose of the rig frame in the frame of a carrier."""
    x, y, z = (frame.T @ (position_m - origin_m)).tolist()
    return Pose(position_m=(x, y, z), quaternion_xyzw=turned(*angles_of(frame.T @ rotation)))
