"""A line into a day: as a new item, or in the place of one that is there."""

from __future__ import annotations

from typing import Final

from equilix.day.line import read_item
from equilix.document import Document
from equilix.edits.days import add_day, add_items, change_item, day_of, item_of, move_item
from equilix.rig.days import Item

BY_LINE: Final = tuple(name for name in Item.FIELDS if name not in ("id", "note"))
"""What a line says of an item; its note is kept."""


def with_line(document: Document, day_id: str, item_id: str, text: str, first: str) -> Document:
    """With what a line says: a new item, or an item as the line has it now. Raises :class:`~equilix.errors.Refused`.

    ``day_id``: empty where there is no day yet: one of the name ``first`` is begun.
    """
    if not day_id:
        document, day_id = add_day(document, first)
    day = day_of(document, day_id)
    read = read_item(document, day, text)
    if not item_id:
        return add_items(document, day_id, [read.item], read.at)
    here = [each.id for each in day.items].index(item_of(day, item_id).id)
    changed = change_item(document, day_id, item_id, **{name: getattr(read.item, name) for name in BY_LINE})
    if read.at is None:
        return changed
    return move_item(changed, day_id, item_id, read.at - 1 if here < read.at else read.at)
