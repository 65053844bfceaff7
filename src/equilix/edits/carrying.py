"""Edits of how a rig is carried: the way, what bears it and how that is set, palm, seat, cables, handles turned up."""

from __future__ import annotations

import math
from typing import Any

from pydantic_core import ValidationError

from equilix.carry import WAYS
from equilix.document import Document
from equilix.edits.linking import sockets_between
from equilix.edits.rigging import setup_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import Sayable, fact, general, listed, mass
from equilix.faults import setup_faults
from equilix.keys import BodyPosture
from equilix.kit.catalogue import free_id
from equilix.kit.parts import Part
from equilix.rig.seats import seat_of
from equilix.rig.setups import Cable, Placement, Pose, Setup


def _changed(document: Document, setup_id: str, **updates: Any) -> Document:
    setup = setup_of(document, setup_id)
    try:
        new = setup.changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    faults = setup_faults(new, document.parts_by_id)
    if faults:
        raise Refused(fact("error.at", place=faults[0].place, problem=faults[0].problem), faults[0].todo)
    return document.with_setup(new)


def bearers(document: Document, carry: str) -> list[Part]:
    """The parts of the kit that can bear a rig carried so; none for a way that nothing bears, or that is none."""
    wanted = WAYS[carry].bearer if carry in WAYS else None
    return [part for part in document.parts if part.carrier is not None and part.carrier.way == wanted]


def choose_way(document: Document, setup_id: str, carry: str) -> Document:
    """Carry a setup another way; its parts stay. What can bear it so is taken from the kit, the first that is owned."""
    if carry not in WAYS:
        raise Refused(fact("carrying.no_way_carrying", carry=carry), fact("carrying.allowed", list=listed(WAYS)))
    setup = setup_of(document, setup_id)
    there = bearers(document, carry)
    ids = [part.id for part in there]
    borne_by: str | None = None
    if there:
        owned = [part.id for part in there if part.owned] or ids
        borne_by = setup.borne_by if setup.borne_by in ids else owned[0]
    setting = setup.setting if borne_by is not None and borne_by == setup.borne_by else None
    return _changed(document, setup_id, carry=carry, borne_by=borne_by, setting=setting)


def choose_bearer(document: Document, setup_id: str, part_id: str | None) -> Document:
    """Let another arm, harness or tripod bear the rig, or none; its setting is forgotten."""
    setup = setup_of(document, setup_id)
    if part_id is not None and part_id not in {part.id for part in bearers(document, setup.carry)}:
        raise Refused(
            fact("carrying.cannot_bear_rig", part_id=part_id, ways=WAYS[setup.carry].phrase),
            fact("carrying.name_arm_harness_or_tripod"),
        )
    return _changed(document, setup_id, borne_by=part_id, setting=None)


def set_bearer(document: Document, setup_id: str, setting: float | None) -> Document:
    """Set its spring (turns) or counterbalance (step); None: set right for the load."""
    setup = setup_of(document, setup_id)
    if setting is not None and not math.isfinite(setting):
        raise Refused(
            fact("carrying.setting_cannot", setting=general(setting)), fact("carrying.number_turns_or_step_allowed")
        )
    if setup.borne_by is None and setting is not None:
        raise Refused(fact("carrying.nothing_bears_rig_could_set"), fact("carrying.choose_arm_harness_or_tripod"))
    return _changed(document, setup_id, setting=setting)


def hold_palm(document: Document, setup_id: str, palm: bool) -> Document:
    """Left palm under the lens, or on a grip."""
    return _changed(document, setup_id, palm=palm)


def hold_at(document: Document, setup_id: str, height: str) -> Document:
    """Hold the rig low, at the chest, at the eye or overhead."""
    return _changed(document, setup_id, height=height)


def pose(document: Document, setup_id: str, posture: BodyPosture) -> Document:
    """The operator stands, walks, kneels or sits. Raises :class:`Refused` where this way of carrying has it not."""
    allowed = WAYS[setup_of(document, setup_id).carry].postures
    if posture not in allowed:
        raise Refused(
            fact("carrying.not_in_that_posture", posture=fact(f"posture.{posture}")),
            fact("carrying.postures_allowed", allowed=listed(fact(f"posture.{each}") for each in allowed)),
        )
    return _changed(document, setup_id, posture=posture)


def let_go(document: Document, setup_id: str, side: str) -> Document:
    """Take one hand off, 'left' or 'right'; with '' both hold again."""
    return _changed(document, setup_id, released=side)


def lean_on(document: Document, setup_id: str, what: str, on: bool) -> Document:
    """Lean on the hip, the eyecup, or an elbow against the body, or no more."""
    setup = setup_of(document, setup_id)
    others = tuple(each for each in setup.leans_on if each != what)
    return _changed(document, setup_id, leans_on=(*others, what) if on else others)


def stand_in_sun(document: Document, setup_id: str, sun: str) -> Document:
    """Say where the sun stands as the lens looks: 'ahead', 'behind', 'left', 'right', 'overhead', or '' for none."""
    return _changed(document, setup_id, sun=sun)


def add_cable(document: Document, setup_id: str, name: str, start: str, end: str) -> Document:
    """Lead a cable for a signal between two placements, to the first sockets of one sort where there are such."""
    setup = setup_of(document, setup_id)
    gives, takes = sockets_between(document, setup_id, start, end)
    if start == end:
        raise Refused(fact("carrying.cable_needs_two_ends"), fact("carrying.choose_another_part_other_end"))
    try:
        cable = Cable(
            id=free_id("cable", {each.id for each in setup.cables}), name=name, start=start, end=end,
            from_socket=gives, to_socket=takes,
        )  # fmt: skip
    except ValidationError as error:
        raise refused_by(error) from error
    return _changed(document, setup_id, cables=(*setup.cables, cable))


def remove_cable(document: Document, setup_id: str, cable_id: str) -> Document:
    """Take a cable off."""
    setup = setup_of(document, setup_id)
    if cable_id not in {cable.id for cable in setup.cables}:
        raise Refused(fact("carrying.no_cable", cable_id=cable_id, setup=setup.name), fact("carrying.name_one_setup"))
    return _changed(document, setup_id, cables=tuple(c for c in setup.cables if c.id != cable_id))


def fold_handles(document: Document, setup_id: str) -> Document:
    """Turn the handles on toothed rosettes by half a turn: up and out of the way for the tripod, or down again."""
    setup = setup_of(document, setup_id)
    turned = 0
    placements = []
    for placement in setup.placements:
        part = document.parts_by_id[placement.part]
        seat = seat_of(placement, setup, document.parts_by_id)
        if part.grips and seat is not None and seat.point.kind == "rosette":
            turned += 1
            placements.append(_half_a_turn(placement))
        else:
            placements.append(placement)
    if not turned:
        raise Refused(fact("carrying.no_handle_rig_sits_rosette"), fact("carrying.only_those_can_turned_up"))
    return _changed(document, setup_id, placements=tuple(placements))


def _half_a_turn(placement: Placement) -> Placement:
    return placement.changed(turn_rad=round(math.remainder(placement.turn_rad + math.pi, 2 * math.pi), 7))


def is_underslung(setup: Setup, gimbal: str) -> bool:
    """Whether a free gimbal base stands on its head."""
    pose = setup.by_id[gimbal].pose
    return pose is not None and abs(pose.quaternion_xyzw[0]) > 0.7


def turn_gimbal_over(document: Document, setup_id: str) -> Document:
    """Upright to underslung and back: the handle comes above, and the camera is turned by half on the roll motor.

    Refused where the gimbal is mounted on something.
    """
    setup = setup_of(document, setup_id)
    parts = document.parts_by_id
    base = next((p for p in setup.placements if parts[p.part].drive is not None), None)
    if base is None or base.parent is not None:
        raise Refused(fact("carrying.no_gimbal_held_itself_setup"), fact("carrying.build_one_or_take_off"))
    roll = [
        p.id
        for p in setup.placements
        if (seat := seat_of(p, setup, parts)) is not None
        and seat.point.joint is not None
        and seat.point.joint.name == "roll"
    ]
    upright = is_underslung(setup, base.id)
    pose = Pose(quaternion_xyzw=(0.0, 0.0, 0.0, 1.0) if upright else (1.0, 0.0, 0.0, 0.0))
    placements = []
    for placement in setup.placements:
        if placement.id == base.id:
            placements.append(placement.changed(pose=pose))
        else:
            placements.append(_half_a_turn(placement) if placement.id in roll else placement)
    return _changed(document, setup_id, placements=tuple(placements))


def bearer_words(document: Document, setup: Setup) -> Sayable:
    """'spring arm, for 3 kg to 9 kg'; empty where nothing bears it."""
    part = document.parts_by_id.get(setup.borne_by or "")
    if part is None or part.carrier is None:
        return ""
    carrier = part.carrier
    return fact("carrying.for_to", part=part.name, least=mass(carrier.least_kg), most=mass(carrier.most_kg))
