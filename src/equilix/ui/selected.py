"""What is done with all that is selected on the rig: taken off, copied, mirrored; one edit each."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from equilix.document import Document
from equilix.edits import several
from equilix.ui.session import Session
from equilix.words.language import say


def named(session: Session) -> str:
    """What is selected: the name of the one part, or how many."""
    ids = session.selection.all
    if len(ids) == 1:
        return session.document.parts_by_id[session.setup.by_id[ids[0]].part].name
    return say("{count} parts").format(count=len(ids))


def take_off(session: Session) -> None:
    """Take what is selected off the rig, with what hangs on it."""
    ids, setup_id = session.selection.all, session.setup.id
    if ids:
        label = say("Take {name} off").format(name=named(session))
        session.edit(label, lambda d: several.take_off(d, setup_id, ids))


def copy(session: Session) -> None:
    """Mount another piece of each that is selected; those are selected then."""
    made: list[str] = []

    def change(document: Document, setup_id: str, ids: Sequence[str]) -> Document:
        nonlocal made
        document, made = several.copy(document, setup_id, ids)
        return document

    if _done(session, say("Copy {name}"), change) and made:
        session.selection.select(made[0], "", tuple(made[1:]))


def mirror(session: Session) -> None:
    """Put what is selected on the other side."""
    _done(session, say("Mirror {name}"), several.mirror)


def _done(session: Session, label: str, change: Callable[[Document, str, Sequence[str]], Document]) -> bool:
    ids, setup_id = session.selection.all, session.setup.id
    return bool(ids) and session.edit(label.format(name=named(session)), lambda d: change(d, setup_id, ids))
