"""Edits of the photos behind the drawing."""

from __future__ import annotations

import os
from collections.abc import Callable
from pathlib import Path
from typing import Any

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.rigging import setup_of
from equilix.edits.sound import refused_by
from equilix.errors import Invalid, Refused
from equilix.facts import fact
from equilix.rig.backdrops import Backdrop, Point, View


def backdrop_of(document: Document, setup_id: str, view: View) -> Backdrop:
    """The photo behind a view. Raises :class:`Refused` where there is none."""
    found = next((each for each in setup_of(document, setup_id).backdrops if each.view == view), None)
    if found is None:
        raise Refused(fact("backdrops.none", view=fact(f"backdrops.view_{view}")), fact("backdrops.choose_first"))
    return found


def put_backdrop(document: Document, setup_id: str, view: View, **fields: Any) -> Document:
    """Put a picture behind a view, in the place of the one that lies there."""
    try:
        made = Backdrop(view=view, **fields)
    except ValidationError as error:
        raise refused_by(error) from error
    return _with(document, setup_id, made)


def change_backdrop(document: Document, setup_id: str, view: View, **updates: Any) -> Document:
    """Change fields of the photo behind a view."""
    old = backdrop_of(document, setup_id, view)
    try:
        return _with(document, setup_id, old.changed(**updates))
    except ValidationError as error:
        raise refused_by(error) from error


def remove_backdrop(document: Document, setup_id: str, view: View) -> Document:
    """Take the photo behind a view away."""
    backdrop_of(document, setup_id, view)
    setup = setup_of(document, setup_id)
    return document.with_setup(setup.changed(backdrops=tuple(b for b in setup.backdrops if b.view != view)))


def scale_backdrop(
    document: Document, setup_id: str, view: View, first_m: Point, second_m: Point, apart_m: float
) -> Document:
    """Make the photo so large that two points of it are so far apart; the first stays where it is."""
    return _shaped(document, setup_id, view, lambda old: old.scaled(first_m, second_m, apart_m))


def level_backdrop(document: Document, setup_id: str, view: View, first_m: Point, second_m: Point) -> Document:
    """Turn the photo so that the line through two points of it is level; the first stays where it is."""
    return _shaped(document, setup_id, view, lambda old: old.levelled(first_m, second_m))


def move_backdrop(document: Document, setup_id: str, view: View, first_m: Point, second_m: Point) -> Document:
    """Move the photo so that what lies at the first point comes to the second."""
    return _shaped(document, setup_id, view, lambda old: old.moved(first_m, second_m))


def follow_folder(document: Document, old: Path, new: Path) -> Document:
    """The document with all its photos found from another folder; the same where it has none in files."""
    for setup in document.setups:
        if any(each.file for each in setup.backdrops):
            moved = tuple(
                each.changed(file=Path(os.path.relpath(old / each.file, new)).as_posix()) if each.file else each
                for each in setup.backdrops
            )
            document = document.with_setup(setup.changed(backdrops=moved))
    if any(each.photo for each in document.outings):
        photos = tuple(
            each.changed(photo=Path(os.path.relpath(old / each.photo, new)).as_posix()) if each.photo else each
            for each in document.outings
        )
        document = document.changed(outings=photos)
    return document


def _shaped(document: Document, setup_id: str, view: View, change: Callable[[Backdrop], Backdrop]) -> Document:
    try:
        return _with(document, setup_id, change(backdrop_of(document, setup_id, view)))
    except Invalid as error:
        raise Refused(error.said, fact("backdrops.click_again")) from error
    except ValidationError as error:
        raise refused_by(error) from error


def _with(document: Document, setup_id: str, made: Backdrop) -> Document:
    setup = setup_of(document, setup_id)
    kept = tuple(each for each in setup.backdrops if each.view != made.view)
    return document.with_setup(setup.changed(backdrops=(*kept, made)))
