"""What a window can open on: every document of a session has a setup."""

from __future__ import annotations

from equilix.document import Document, empty
from equilix.edits.history import History
from equilix.edits.kit import add_setup
from equilix.store.settings import units_here
from equilix.words.language import say


def new_document() -> Document:
    """Nothing yet, in the units of the place."""
    return empty().changed(display=units_here())


def history_of(document: Document) -> History:
    """The history of a document that has just been opened: with a setup, and nothing to undo."""
    return History(with_a_setup(document))


def with_a_setup(document: Document) -> Document:
    """The document itself, or with a first empty setup."""
    return document if document.setups else add_setup(document, say("First rig"))[0]
