"""An entry of the log out of one line, and back: ``9:14 start lamp room``, ``9:20 hurts right shoulder 6``.

First the time, then what happened, then of what: ``start``, ``over`` and ``ready`` name an item of the day, ``empty`` a
battery of the kit, ``hurts`` a region of the body and how much, 0 to 10.
"""

from __future__ import annotations

from typing import Any, Final, get_args

from pydantic_core import ValidationError

from equilix.day.line import named, read_clock
from equilix.day.tongues import log_in_english
from equilix.document import Document
from equilix.edits.days import item_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, listed
from equilix.keys import REGIONS, RegionKey
from equilix.rig.clock import clock_text
from equilix.rig.days import Day, Item
from equilix.rig.events import OF_ITEMS, Event, EventKind

KINDS: Final[tuple[EventKind, ...]] = get_args(EventKind)
OF_WHAT: Final = (*OF_ITEMS, "empty", "hurts")


def event_line(document: Document, day: Day, event: Event) -> str:
    """The line of which :func:`read_event` makes the entry again, to the second."""
    told = f"{clock_text(round(event.at_min * 60) / 60)} {event.kind}"
    if event.kind == "hurts":
        return f"{told} {f'{event.side} {event.region}'.strip()} {event.score}"
    if event.kind == "empty":
        return f"{told} {event.part}"
    return told if event.item is None or event.kind not in OF_ITEMS else f"{told} {_called(document, day, event.item)}"


def _called(document: Document, day: Day, item_id: str) -> str:
    """An item by its name where that is its own, else by its id."""
    name = _names(document, day).get(item_id, item_id)
    return name if list(_names(document, day).values()).count(name) == 1 else item_id


def _names(document: Document, day: Day) -> dict[str, str]:
    setups = document.setups_by_id

    def name(item: Item) -> str:
        return (item.name or (setups[item.setup].name if item.setup in setups else item.kind)).casefold()

    return {each.id: name(each) for each in day.items}


def read_event(document: Document, day: Day, text: str) -> Event:
    """An entry out of a line. Raises :class:`Refused` with what is not understood."""
    when, _, rest = " ".join(text.casefold().split()).partition(" ")
    kind, _, what = log_in_english(rest).partition(" ")
    minute = read_clock(when)
    if kind not in KINDS:
        raise Refused(fact("log.no_kind", text=kind), fact("log.write_line", kinds=listed(KINDS)))
    if what and kind not in OF_WHAT:
        raise Refused(fact("day.not_understood", text=what), fact("log.write_line", kinds=listed(KINDS)))
    told: dict[str, Any] = {}
    if kind in OF_ITEMS:
        told["item"] = _item(document, day, what)
    elif kind == "empty":
        told["part"] = _battery(document, what)
    elif kind == "hurts":
        told["region"], told["side"], told["score"] = _felt(what)
    try:
        return Event(at_min=minute, kind=kind, **told)
    except ValidationError as error:
        raise refused_by(error) from error


def _item(document: Document, day: Day, text: str) -> str:
    found = named(text, _names(document, day))
    return item_of(day, text if found is None else found).id


def _battery(document: Document, text: str) -> str:
    batteries = {each.id: each.name.casefold() for each in document.parts if each.energy_wh > 0}
    found = named(text, batteries)
    if found is None:
        raise Refused(fact("log.no_battery", text=text), fact("day.there_are", there=listed(batteries.values())))
    return found


def _felt(text: str) -> tuple[str, str, int]:
    where, _, score = text.rpartition(" ")
    key = next((each for each in REGIONS if where == region_text(each)), None)
    if key is None or not score.isdecimal():
        raise Refused(fact("log.no_region", text=text), fact("log.regions", there=listed(map(region_text, REGIONS))))
    return key[0], key[1], int(score)


def region_text(key: RegionKey) -> str:
    """A region as it stands in a line."""
    return f"{key[1]} {key[0]}".strip()
