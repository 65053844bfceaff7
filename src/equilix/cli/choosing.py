"""The setup, and the part, that a command means."""

from __future__ import annotations

from equilix.document import Document
from equilix.errors import Refused
from equilix.facts import fact, listed
from equilix.kit.parts import Part
from equilix.rig.setups import Setup
from equilix.words.language import say


def setup_named(document: Document, name: str | None) -> Setup:
    """The setup of that name or id, or the one open last. Raises :class:`~equilix.errors.Refused`."""
    setup = document.setup_named(name)
    if setup is None:
        there = listed(fact("common.quoted", what=each.name) for each in document.setups) or fact("common.none")
        wanted = fact("cli.no_setup_named", name=name) if name else fact("cli.no_setup")
        raise Refused(wanted, fact("cli.has", there=there))
    return setup


def setup_or_kit(document: Document, name: str | None) -> Setup:
    """The same, for what a kit alone is enough for: a setup with nothing on it where the document has none."""
    if name is None and not document.setups:
        return Setup(id="kit", name=say("Kit"))
    return setup_named(document, name)


def part_named(document: Document, name: str) -> Part:
    """The part of the kit of that name or id. Raises :class:`~equilix.errors.Refused`."""
    wanted = name.casefold()
    found = next((part for part in document.parts if wanted in (part.id.casefold(), part.name.casefold())), None)
    if found is None:
        raise Refused(fact("rigging.no_part_kit", part_id=name), fact("rigging.name_one_kit"))
    return found
