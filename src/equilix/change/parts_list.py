"""Every part to build a rig, with its price and where it goes."""

from __future__ import annotations

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.document import Document
from equilix.facts import Sayable, fact, length, listed
from equilix.kit.catalogue import kind_of
from equilix.kit.mount_kinds import STRAPPED
from equilix.kit.parts import Part
from equilix.rig.seats import mount_of
from equilix.rig.setups import Setup


class PartLine(Struct, frozen=True):
    """One piece: which, where it goes, and what it costs; ``price`` is None where nobody has said."""

    part: Part
    kind: Sayable
    where: Sayable

    @property
    def price(self) -> float | None:
        """In the document's money."""
        return self.part.price


def parts_list(document: Document, analysis: Analysis) -> tuple[PartLine, ...]:
    """The pieces of a rig from the core outwards, then what bears it."""
    assembly = analysis.assembly
    lines = []
    for row, key in enumerate(assembly.ids):
        part, seat = assembly.parts[row], assembly.seats[row]
        placement = analysis.setup.by_id[key]
        mount = mount_of(placement, seat)
        where: Sayable = fact("parts_list.core")
        if mount is not None and placement.parent is not None:
            carrier = assembly.parts[assembly.index[placement.parent]].name
            on = (
                fact("parts_list.strapped", carrier=carrier)
                if mount is STRAPPED
                else fact("parts_list.on", carrier=carrier, by=mount.label)
            )
            track = None if seat is None else seat.track
            where = listed((on, "" if track is None else length(track.scale_zero_m + placement.slide_m)))
        lines.append(PartLine(part, kind_of(part).label, where))
    bearer = document.parts_by_id.get(analysis.setup.borne_by or "")
    if bearer is not None:
        lines.append(PartLine(bearer, kind_of(bearer).label, fact("parts_list.bears")))
    return tuple(lines)


def total(lines: tuple[PartLine, ...]) -> tuple[float, int]:
    """What they cost together, and of how many nobody has said it. What comes with another part has no price."""
    return sum(line.price or 0.0 for line in lines), sum(line.price is None for line in lines)


def cables_list(setup: Setup) -> tuple[Sayable, ...]:
    """The cables, with their lengths."""
    return tuple(fact("parts_list.cable", cable=each.name, length=length(each.length_m)) for each in setup.cables)
