"""Mounting a part of the kit from the mat, by mouse or by key."""

from __future__ import annotations

from equilix.document import Document
from equilix.edits import rigging
from equilix.kit.mounts import mount_name
from equilix.ui.session import Session


def mount(session: Session, part_id: str, parent: str | None, point: str | None, by: str | None) -> None:
    """Mount a part of the kit and select it."""
    setup_id, made = session.setup.id, ""

    def change(document: Document) -> Document:
        nonlocal made
        document, made = rigging.add(document, setup_id, part_id, parent, point, by)
        return document

    if session.edit(f"Mount {session.document.parts_by_id[part_id].name}", change):
        session.select(made)


def mount_anywhere(session: Session, part_id: str, *, only_if_empty: bool = False) -> None:
    """Mount a part on the first free place that fits; as the root of an empty setup."""
    document, setup = session.document, session.setup
    part = document.parts_by_id[part_id]
    if not setup.placements:
        mount(session, part_id, None, None, None)
        return
    fits = rigging.fitting_points(document, setup, part)
    if only_if_empty or not fits:
        mounts = " or ".join(mount_name(point.kind) for point in part.hangs_by) or "nothing"
        session.said.emit(
            f"“{part.name}” found no place there. It is mounted by {mounts}: let go over one of the marked places."
            if fits else f"“{part.name}” fits nowhere on this rig. It is mounted by {mounts}.", True,
        )  # fmt: skip
        return
    parent, point, by = fits[0]
    mount(session, part_id, parent, point.name, by.name)
