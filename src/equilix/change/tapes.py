"""The tapes of a setup from scratch: the lens table of its column, and the strips of that."""

from __future__ import annotations

from equilix.change.lens_table import cell_of, column_of
from equilix.change.tape import Strip, strips
from equilix.document import Document
from equilix.errors import Called, Refused, going_on, never
from equilix.facts import fact
from equilix.rig.setups import Setup


def tapes_of(document: Document, setup: Setup, called_off: Called = never) -> tuple[Strip, ...]:
    """All tapes of a setup. Raises :class:`~equilix.errors.Cancelled`."""
    column = column_of(document, setup)
    cells = [cell_of(document, column, lens.id) for lens in going_on(document.lenses, called_off)]
    return strips(document, column, cells)


def chosen_tapes(document: Document, setup: Setup, *, everything: bool) -> tuple[Strip, ...]:
    """Those with marks of lenses, or all. Raises :class:`~equilix.errors.Refused` where there is none."""
    found = tapes_of(document, setup)
    wanted = found if everything else tuple(each for each in found if each.of_lenses)
    if not wanted:
        raise Refused(fact("tape.none", setup=setup.name), fact("tape.needs_track"))
    return wanted
