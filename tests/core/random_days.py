"""Random edits of shooting days."""

from __future__ import annotations

from collections.abc import Callable
from typing import TYPE_CHECKING

from equilix.document import Document
from equilix.edits import days
from equilix.rig.days import Item

if TYPE_CHECKING:
    from tests.core.random_edits import Chooser, Edit

MODULES = (days,)


def _day(c: Chooser) -> str:
    return c.rng.choice([each.id for each in c.document.days] or ["nowhere"])


def _item(c: Chooser, day: str) -> str:
    return c.rng.choice([item.id for each in c.document.days if each.id == day for item in each.items] or ["nowhere"])


def _add_items(c: Chooser) -> Edit:
    item = Item(id="s", setup=c.other_setup(), operator=c.operator(), takes=c.rng.randrange(1, 9), take_min=3.0)
    day, at = _day(c), c.rng.choice((None, -1, 0, 2, 99))
    return lambda d: days.add_items(d, day, [item, item], at)


def _add_day(c: Chooser) -> Edit:
    name, like = c.word(), c.rng.choice((None, _day(c)))

    def edit(document: Document) -> Document:
        return days.add_day(document, name, like)[0]

    return edit


def _change_item(c: Chooser) -> Edit:
    day = _day(c)
    item, take, cold = _item(c, day), c.above_0(), c.number()
    return lambda d: days.change_item(d, day, item, take_min=take, celsius=cold)


def _move_item(c: Chooser) -> Edit:
    day = _day(c)
    item, at = _item(c, day), c.rng.randrange(-2, 12)
    return lambda d: days.move_item(d, day, item, at)


def _remove_item(c: Chooser) -> Edit:
    day = _day(c)
    item = _item(c, day)
    return lambda d: days.remove_item(d, day, item)


MAKERS: dict[str, Callable[[Chooser], Edit]] = {
    "add_day": _add_day,
    "change_day": lambda c: (
        lambda d, key=_day(c), name=c.word(), w=c.number(): days.change_day(d, key, name=name, charger_w=w)
    ),
    "remove_day": lambda c: lambda d, key=_day(c): days.remove_day(d, key),
    "add_items": _add_items,
    "change_item": _change_item,
    "move_item": _move_item,
    "remove_item": _remove_item,
}
