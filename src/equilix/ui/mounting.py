"""Mounting a part of the kit from the mat, by mouse or by key."""

from __future__ import annotations

import numpy as np

from equilix.document import Document
from equilix.edits import carrying, placing, rigging
from equilix.facts import listed
from equilix.kit.mount_kinds import mount_kind
from equilix.kit.parts import Part
from equilix.ui.session import Session
from equilix.words.language import say
from equilix.words.telling import tell


def mount(session: Session, part_id: str, parent: str | None, point: str | None, by: str | None) -> None:
    """Mount a part of the kit and select it."""
    setup_id, made = session.setup.id, ""

    def change(document: Document) -> Document:
        nonlocal made
        document, made = rigging.add(document, setup_id, part_id, parent, point, by)
        return document

    if session.edit(say("Mount {part}").format(part=session.document.parts_by_id[part_id].name), change):
        session.selection.select(made)


def strap_new(session: Session, part_id: str, carrier: str, middle_m: np.ndarray) -> None:
    """Strap a part of the kit to a placement, its middle at a place of the rig, and select it."""
    setup_id, made = session.setup.id, ""

    def change(document: Document) -> Document:
        nonlocal made
        document, made = placing.strap_new(document, setup_id, part_id, carrier, middle_m)
        return document

    if session.edit(say("Strap {part}").format(part=session.document.parts_by_id[part_id].name), change):
        session.selection.select(made)


def strap_to_selected(session: Session, part_id: str) -> None:
    """Strap a part of the kit onto the selected placement, or onto what carries the rig where none is: on its top."""
    document, setup = session.document, session.setup
    part = document.parts_by_id[part_id]
    if part.carrier is not None or not setup.placements:
        mount_anywhere(session, part_id)
        return
    carrier = session.selection.id or next(each.id for each in setup.placements if each.parent is None)
    assembly, body = session.analysis.assembly, part.body()
    lower, upper, rows = assembly.boxes_m
    mine = rows == assembly.index[carrier]
    low, high = lower[mine].min(axis=0), upper[mine].max(axis=0)
    place = (low + high) / 2
    place[2] = high[2] + (body.high_m - body.low_m)[2] / 2
    strap_new(session, part_id, carrier, place)


def bear(session: Session, part: Part) -> None:
    """Let an arm, harness or tripod from the mat bear the rig; it is carried that way from now on."""
    setup_id, carrier = session.setup.id, part.carrier
    assert carrier is not None  # only what can bear a rig comes here

    def change(document: Document) -> Document:
        return carrying.choose_bearer(carrying.choose_way(document, setup_id, carrier.way), setup_id, part.id)

    session.edit(say("Carry it on the {part}").format(part=part.name), change)


def mount_anywhere(session: Session, part_id: str, *, only_if_empty: bool = False) -> None:
    """Mount a part on the first free place that fits; as the root of an empty setup."""
    document, setup = session.document, session.setup
    part = document.parts_by_id[part_id]
    if part.carrier is not None:
        bear(session, part)
        return
    if not setup.placements:
        mount(session, part_id, None, None, None)
        return
    fits = rigging.fitting_points(document, setup, part)
    if only_if_empty or not fits:
        mounts = tell(listed((mount_kind(point.kind).label for point in part.hangs_by), "or")) or say("nothing")
        session.said.emit(
            say(
                "“{part}” found no place there. It is mounted by {mounts}: let go over one of the marked places, "
                "or with Shift to strap it where it is."
            ).format(part=part.name, mounts=mounts)
            if fits
            else say(
                "“{part}” fits nowhere on this rig. It is mounted by {mounts}. Shift+Enter on the mat straps it to the "
                "selected part, and so does letting go of it there with Shift."
            ).format(part=part.name, mounts=mounts),
            True,
        )
        return
    parent, point, by = fits[0]
    mount(session, part_id, parent, point.name, by.name)
