"""Edits of shooting days: their items, put in, changed, moved, taken out."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pydantic_core import ValidationError

from equilix.document import MOST_DAYS, Document
from equilix.edits.kit import slug
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, number
from equilix.kit.catalogue import free_id
from equilix.rig.days import MOST_ITEMS, Day, Item


def day_of(document: Document, day_id: str) -> Day:
    """The day of that id. Raises :class:`Refused`."""
    found = next((each for each in document.days if each.id == day_id), None)
    if found is None:
        raise Refused(fact("day.no_day", day=day_id), fact("day.name_one"))
    return found


def item_of(day: Day, item_id: str) -> Item:
    """The item of that id. Raises :class:`Refused`."""
    found = next((each for each in day.items if each.id == item_id), None)
    if found is None:
        raise Refused(fact("day.no_item", item=item_id), fact("day.name_one"))
    return found


def add_day(document: Document, name: str, like: str | None = None) -> tuple[Document, str]:
    """A new day, empty or a copy of what is planned for another; its id too."""
    if len(document.days) >= MOST_DAYS:
        raise Refused(fact("day.too_many_days", most=number(MOST_DAYS)), fact("day.take_some_out"))
    key = free_id(slug(name), [each.id for each in document.days])
    try:
        day = Day(id=key, name=name) if like is None else day_of(document, like).changed(id=key, name=name, log=())
    except ValidationError as error:
        raise refused_by(error) from error
    return document.changed(days=(*document.days, day)), key


def change_day(document: Document, day_id: str, **updates: Any) -> Document:
    """Change fields of a day; not its id."""
    old = day_of(document, day_id)
    try:
        return _with(document, old.changed(**{**updates, "id": old.id}))
    except ValidationError as error:
        raise refused_by(error) from error


def make_day_so(document: Document, day_id: str, like: Day) -> Document:
    """Make a day all that another one is, but for its id."""
    return change_day(document, day_id, **{name: getattr(like, name) for name in Day.FIELDS if name != "id"})


def remove_day(document: Document, day_id: str) -> Document:
    """Take a day out."""
    old = day_of(document, day_id)
    return document.changed(days=tuple(each for each in document.days if each is not old))


def add_items(document: Document, day_id: str, items: Sequence[Item], at: int | None = None) -> Document:
    """Put items in, under ids that are free: before the one of that number, else at the end."""
    day = day_of(document, day_id)
    if len(day.items) + len(items) > MOST_ITEMS:
        raise Refused(fact("day.too_many", most=number(MOST_ITEMS)), fact("day.another_day"))
    ids, new = {each.id for each in day.items}, []
    for each in items:
        new.append(each.changed(id=free_id(each.id, ids)))
        ids.add(new[-1].id)
    place = len(day.items) if at is None else min(max(at, 0), len(day.items))
    return _with(document, day.changed(items=(*day.items[:place], *new, *day.items[place:])))


def change_item(document: Document, day_id: str, item_id: str, **updates: Any) -> Document:
    """Change fields of an item; not its id."""
    day = day_of(document, day_id)
    old = item_of(day, item_id)
    try:
        new = old.changed(**{**updates, "id": old.id})
    except ValidationError as error:
        raise refused_by(error) from error
    return _with(document, day.with_item(new))


def move_item(document: Document, day_id: str, item_id: str, at: int) -> Document:
    """Move an item so that it is the one of that number, from 0."""
    day = day_of(document, day_id)
    item = item_of(day, item_id)
    rest = [each for each in day.items if each is not item]
    place = min(max(at, 0), len(rest))
    return _with(document, day.changed(items=(*rest[:place], item, *rest[place:])))


def copy_item(document: Document, day_id: str, item_id: str) -> Document:
    """Put the same in again, behind it; what has a fixed time comes as soon as it can."""
    day = day_of(document, day_id)
    item = item_of(day, item_id)
    at = item.at_min if item.kind == "deadline" else None
    return add_items(document, day_id, [item.changed(at_min=at)], day.items.index(item) + 1)


def remove_item(document: Document, day_id: str, item_id: str) -> Document:
    """Take an item out."""
    day = day_of(document, day_id)
    item = item_of(day, item_id)
    return _with(document, day.changed(items=tuple(each for each in day.items if each is not item)))


def _with(document: Document, day: Day) -> Document:
    return document.changed(days=tuple(day if each.id == day.id else each for each in document.days))
