"""What one key does next on the day: begin, start, stop, that was it, converted, and at last the end."""

from __future__ import annotations

from msgspec import Struct

from equilix.day.day_words import item_words
from equilix.day.standing import Standing
from equilix.document import Document
from equilix.facts import NOTHING, Sayable, fact
from equilix.rig.days import Item
from equilix.rig.events import EventKind


class Deed(Struct, frozen=True):
    """What is written down, and of which item; ``take``: which of its takes, from 1."""

    kind: EventKind
    item: Item | None = None
    take: int = 0


def next_deed(standing: Standing, chosen: Item | None = None) -> Deed | None:
    """What comes next, with another item than the planned one where one is chosen; none when the day has ended."""
    on, coming = standing.on, standing.coming
    if standing.phase == "before":
        return Deed("begin")
    if on is not None and on.runs:
        return Deed("stop" if on.item.kind == "scene" else "over", on.item, standing.take)
    if chosen is not None:
        return Deed("start", chosen, 1 + (on.shot if on is not None and on.item == chosen else 0))
    if on is not None:
        return Deed("start", on.item, standing.take) if standing.phase == "pause" else Deed("over", on.item)
    if coming is None:
        return None if standing.ended else Deed("end")
    return Deed("ready" if standing.phase == "converting" else "start", coming.item, 1)


def deed_words(deed: Deed | None, document: Document) -> Sayable:
    """What stands on the button."""
    if deed is None:
        return fact("deed.none")
    what = NOTHING if deed.item is None else item_words(deed.item, document)
    scene = deed.item is None or deed.item.kind == "scene"
    return fact(f"deed.{deed.kind}" if scene else f"deed.{deed.kind}_pause", what=what, take=deed.take)
