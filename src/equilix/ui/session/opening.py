"""What a window can open on: every document of a session has a setup."""

from __future__ import annotations

from typing import Final

from equilix.document import Document, empty
from equilix.edits.history import History
from equilix.edits.kit import add_setup
from equilix.words.language import say, told

US_PLACES: Final = ("US", "LR", "MM")
"""Where people measure in US units, after Unicode's CLDR, supplemental measurement data (from memory)."""


def new_document() -> Document:
    """Nothing yet, in the units of the place that the environment names; metric where it names none."""
    place = told("LC_ALL", "LC_MEASUREMENT", "LANG").split(".")[0].split("@")[0].partition("_")[2]
    return empty().changed(display="us" if place in US_PLACES else "metric")


def history_of(document: Document) -> History:
    """The history of a document that has just been opened: with a setup, and nothing to undo."""
    return History(with_a_setup(document))


def with_a_setup(document: Document) -> Document:
    """The document itself, or with a first empty setup."""
    return document if document.setups else add_setup(document, say("First rig"))[0]
