"""The setup that a command means."""

from __future__ import annotations

from equilix.document import Document
from equilix.errors import Refused
from equilix.facts import fact, listed
from equilix.rig.setups import Setup


def setup_named(document: Document, name: str | None) -> Setup:
    """The setup of that name or id, or the one open last. Raises :class:`~equilix.errors.Refused`."""
    setup = document.setup_named(name)
    if setup is None:
        there = listed(fact("common.quoted", what=each.name) for each in document.setups) or fact("common.none")
        wanted = fact("cli.no_setup_named", name=name) if name else fact("cli.no_setup")
        raise Refused(wanted, fact("cli.has", there=there))
    return setup
