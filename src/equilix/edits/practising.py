"""Edits of what was practised: kept, and taken out again."""

from __future__ import annotations

from equilix.body.practised import Practised
from equilix.document import MOST_PRACTISED, Document
from equilix.errors import Refused
from equilix.facts import fact, number
from equilix.kit.catalogue import free_id


def keep_practised(document: Document, new: Practised) -> Document:
    """Write an attempt down, under an id that is free. Refused for too many."""
    if len(document.practised) >= MOST_PRACTISED:
        raise Refused(fact("practice.full", most=number(MOST_PRACTISED)), fact("notebook.take_some_out"))
    kept = new.changed(id=free_id(new.id, {each.id for each in document.practised}))
    return document.changed(practised=(*document.practised, kept))


def remove_practised(document: Document, practised_id: str) -> Document:
    """Take an attempt out of the notebook. Refused where there is none of that id."""
    left = tuple(each for each in document.practised if each.id != practised_id)
    if len(left) == len(document.practised):
        raise Refused(fact("practice.none_of_id", id=practised_id), fact("notebook.name_one"))
    return document.changed(practised=left)
