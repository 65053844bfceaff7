"""Random edits of shooting days."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from typing import TYPE_CHECKING, get_args

from equilix.document import Document
from equilix.edits import day_log, days
from equilix.keys import REGIONS
from equilix.rig.days import Item
from equilix.rig.events import OF_ITEMS, Event, EventKind

if TYPE_CHECKING:
    from tests.core.random_edits import Chooser, Edit

MODULES = (days, day_log)


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


def _begin(c: Chooser) -> Edit:
    day, at = _day(c), c.rng.choice((-1.0, 0.0, 500.0, 1e9))
    return lambda d: day_log.begin_day(d, day, date(2026, 10, 14), at)


def _log(c: Chooser) -> Edit:
    day, kind = _day(c), c.rng.choice(get_args(EventKind))
    at, told = c.rng.uniform(400, 1200), {}
    if kind in (*OF_ITEMS, "hurts") or c.yes():
        told["item"] = _item(c, day)
    if kind == "hurts" and c.yes():
        told["region"], told["side"] = c.rng.choice(REGIONS)
    if kind == "empty" and c.yes():
        told["part"] = c.part()
    return lambda d: day_log.log(d, day, kind, at, **told)


def _change_event(c: Chooser) -> Edit:
    day, place, event = _day(c), c.rng.randrange(-1, 6), Event(at_min=c.rng.uniform(0, 2000), kind="stop")
    return lambda d: day_log.change_event(d, day, place, event)


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
    "copy_item": lambda c: lambda d, key=_day(c): days.copy_item(d, key, _item(c, key)),
    "make_day_so": lambda c: lambda d, key=_day(c), like=_day(c): days.make_day_so(d, key, days.day_of(d, like)),
    "begin_day": _begin,
    "log": _log,
    "add_event": lambda c: (
        lambda d, key=_day(c), at=c.rng.uniform(0, 2000): day_log.add_event(d, key, Event(at_min=at, kind="stop"))
    ),
    "change_event": _change_event,
    "remove_event": lambda c: lambda d, key=_day(c), at=c.rng.randrange(-1, 6): day_log.remove_event(d, key, at),
}
