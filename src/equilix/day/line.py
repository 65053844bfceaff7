"""An item out of one line, as people say it: ``3 × 4 min lamp room, 50 prime, tall, after lunch``.

Before the first comma stands how often and how long, and what; after it, in any order: a time (``at 14:00``),
``after`` or ``before`` something, a lens or an operator by words of their names, ``without matte box``,
``2 min gap``, ``6 °C``, ``wind 8 m/s``, ``walking``, ``low``, ``chest high``, ``eye high`` or ``overhead``, ``mains``.
What must be reached in time is ``ferry by 18:40``. Lines in the languages of :mod:`~equilix.day.tongues` are read too.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Any, Final

from msgspec import Struct
from pydantic_core import ValidationError

from equilix.day.tongues import TONGUES, first_in_english, more_in_english
from equilix.document import Document
from equilix.edits.kit import slug
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, listed
from equilix.rig.clock import WRITTEN, clock_text, minute_of
from equilix.rig.days import Day, Height, Item, ItemKind
from equilix.rig.setups import Setup

TIME: Final = re.compile(rf"(?:at |from )?({WRITTEN})(?: ?h)?$")
BY: Final = re.compile(rf"(.+?) by ({WRITTEN})$", re.IGNORECASE)
OFTEN: Final = re.compile(r"(\d+) ?[x×*] ?(.+)$")
LONG: Final = re.compile(r"(\d+(?:[.,]\d+)?) ?(h|hours?|min|minutes?|m|s|seconds?)\b ?(.*)$")
GAP: Final = re.compile(r"(?:gap )?(\d+(?:[.,]\d+)?) ?min(?: gap| between)?$")
COLD: Final = re.compile(r"([-−]?\d+(?:[.,]\d+)?) ?°? ?c$")
WIND: Final = re.compile(r"wind (\d+(?:[.,]\d+)?) ?(m/s|km/h|mph|kn)$")
SPEEDS: Final = {"m/s": 1.0, "km/h": 1 / 3.6, "mph": 0.44704, "kn": 1852 / 3600}
BREAKS: Final[dict[str, ItemKind]] = {
    "break": "break", "rest": "break", "pause": "break", "lunch": "meal", "meal": "meal", "dinner": "meal",
    "breakfast": "meal", "drive": "transport", "transport": "transport", "travel": "transport", "move": "transport",
    **{word: kind for tongue in TONGUES.values() for word, kind in tongue.breaks.items()},
}  # fmt: skip
HIGH_WORDS: Final[dict[Height, str]] = {
    "low": "low", "chest": "chest high", "eye": "eye high", "overhead": "overhead",
}  # fmt: skip
PLAIN: Final[dict[str, dict[str, Any]]] = {
    "walking": {"walking": True}, "stairs": {"walking": True}, "mains": {"mains": True},
    **{word: {"height": key} for key, name in HIGH_WORDS.items() for word in (key, name)},
}  # fmt: skip
WITHOUT: Final = "without "
UNITS: Final = {"h": 60.0, "m": 1.0, "s": 1 / 60}


def line_of(document: Document, item: Item) -> str:
    """The line of which :func:`read_item` makes an item again, but for its id and its note."""
    if item.kind == "deadline":
        return f"{item.name or item.kind} by {clock_text(item.at_min or 0.0)}"
    setup = document.setups_by_id.get(item.setup or "")
    what = item.kind if item.kind != "scene" else item.setup or "" if setup is None else _safe(setup.name, setup.id)
    first = f"{item.takes} × " if item.takes > 1 else ""
    pieces = [f"{first}{item.take_min:.12g} min {what}" + (f": {item.name}" if item.name else "")]
    pieces += [f"without {_left_off_name(document, setup, each)}" for each in item.without]
    if item.gap_min:
        pieces.append(f"{item.gap_min:.12g} min gap")
    lens, who = document.parts_by_id.get(item.lens or ""), document.operators_by_id.get(item.operator or "")
    pieces += [_safe(each.name, each.id) for each in (lens, who) if each is not None]
    if item.wind_mps:
        pieces.append(f"wind {item.wind_mps:.12g} m/s")
    if item.celsius is not None:
        pieces.append(f"{item.celsius:.12g} °C")
    pieces += [] if item.height is None else [HIGH_WORDS[item.height]]
    pieces += [word for word, on in (("walking", item.walking), ("mains", item.mains)) if on]
    if item.at_min is not None:
        pieces.append(f"at {clock_text(item.at_min)}")
    return ", ".join(pieces)


def _safe(name: str, key: str) -> str:
    """A name that stands in a line; where a sign of lines is in it, the id."""
    return key if "," in name or ":" in name else name


class Read(Struct, frozen=True):
    """An item, and before which of the day it goes: its number; none: at the end."""

    item: Item
    at: int | None


def read_item(document: Document, day: Day, text: str) -> Read:
    """An item out of a line. Raises :class:`Refused` with the word that is not understood."""
    typed = [piece.strip() for piece in " ".join(text.split()).split(",") if piece.strip()] or [""]
    typed[0] = first_in_english(typed[0])
    first, *more = (piece.casefold() for piece in typed)
    by = BY.match(typed[0])
    if by is not None:
        fields: dict[str, Any] = {"kind": "deadline", "name": by[1], "at_min": read_clock(by[2])}
    else:
        fields = _what(document, first)
        if ":" in typed[0]:
            fields["name"] = typed[0].partition(":")[2].strip()
    at = None
    for said in more:
        piece = more_in_english(said)
        place = _place(day, piece)
        if place is not None:
            at = place
        elif piece.startswith(WITHOUT):
            left_off = _left_off(document, fields.get("setup"), piece.removeprefix(WITHOUT))
            fields["without"] = tuple(dict.fromkeys((*fields.get("without", ()), left_off)))
        else:
            fields |= _more(document, piece)
    name = str(fields.get("name") or fields.get("setup") or fields.get("kind") or "item")
    try:
        return Read(Item(id=slug(name), **fields), at)
    except ValidationError as error:
        raise refused_by(error) from error


def read_clock(text: str) -> float:
    """The minute of the day that is written there. Raises :class:`Refused`."""
    minute = minute_of(text)
    if minute is None:
        raise Refused(fact("day.no_clock", text=text), fact("day.write_clock"))
    return minute


def _figure(text: str) -> float:
    return float(text.replace(",", ".").replace("−", "-"))


def _what(document: Document, text: str) -> dict[str, Any]:
    """How often, how long, and what."""
    fields: dict[str, Any] = {}
    often = OFTEN.match(text)
    if often is not None:
        fields["takes"], text = int(often[1]), often[2]
    long = LONG.match(text)
    if long is None:
        raise Refused(fact("day.how_long", text=text), fact("day.write_line"))
    fields["take_min"] = _figure(long[1]) * UNITS[long[2][0]]
    what = long[3].partition(":")[0].strip()
    if what in BREAKS:
        return {**fields, "name": "" if what == BREAKS[what] else what, "kind": BREAKS[what]}
    if what.startswith("to "):
        return {**fields, "name": what, "kind": "transport"}
    names = {setup.id: setup.name.casefold() for setup in document.setups}
    found = named(what, names)
    if found is None:
        there = listed(setup.name for setup in document.setups)
        raise Refused(fact("day.no_such_setup", text=what), fact("day.there_are", there=there))
    return {**fields, "kind": "scene", "setup": found}


def _place(day: Day, text: str) -> int | None:
    """Before which item: after or before one that is named."""
    word, _, name = text.partition(" ")
    if word not in ("after", "before") or not name:
        return None
    names = {each.id: f"{each.name} {each.setup or ''} {each.kind}".casefold() for each in day.items}
    found = named(name, names)
    if found is None:
        raise Refused(fact("day.no_item", item=name), fact("day.name_one"))
    number = next(k for k, each in enumerate(day.items) if each.id == found)
    return number + 1 if word == "after" else number


def _more(document: Document, text: str) -> dict[str, Any]:
    """What a piece after the first comma says."""
    plain = PLAIN.get(text) or _figures(text)
    if plain:
        return plain
    lenses = {part.id: part.name.casefold() for part in document.lenses}
    people = {each.id: each.name.casefold() for each in document.operators}
    lens, who = named(text, lenses), named(text, people)
    if who is not None:
        return {"operator": who}
    if lens is not None:
        return {"lens": lens}
    raise Refused(fact("day.not_understood", text=text), fact("day.write_line"))


def _placed(document: Document, setup: Setup | None) -> dict[str, str]:
    parts = document.parts_by_id
    return {} if setup is None else {each.id: parts[each.part].name.casefold() for each in setup.placements}


def _left_off(document: Document, setup_id: str | None, text: str) -> str:
    """The placement of a scene's rig that is meant. Raises :class:`Refused`."""
    names = _placed(document, document.setups_by_id.get(setup_id or ""))
    found = named(text, names)
    if found is None:
        raise Refused(fact("day.not_on_rig", text=text), fact("day.there_are", there=listed(names.values())))
    return found


def _left_off_name(document: Document, setup: Setup | None, placement_id: str) -> str:
    """A part by its name, where that means no other one on the rig."""
    names = _placed(document, setup)
    name = names.get(placement_id, placement_id)
    return placement_id if list(names.values()).count(name) != 1 else _safe(name, placement_id)


def _figures(text: str) -> dict[str, Any]:
    """A time, a gap, a temperature or a wind; nothing where it is none."""
    time, gap, cold, wind = (each.match(text) for each in (TIME, GAP, COLD, WIND))
    if time is not None:
        return {"at_min": read_clock(time[1])}
    if gap is not None:
        return {"gap_min": _figure(gap[1])}
    if wind is not None:
        return {"wind_mps": _figure(wind[1]) * SPEEDS[wind[2]]}
    return {} if cold is None else {"celsius": _figure(cold[1])}


def named(text: str, names: dict[str, str]) -> str | None:
    """The one whose name it is; else the only one in whose name, or id, all of its words begin a word."""
    exact = [key for key, name in names.items() if text in (name, key)]
    if exact:
        return exact[0]
    words = text.split()
    near = [
        key
        for key, name in names.items()
        if words and all(any(each.startswith(word) for each in _words(f"{name} {key}")) for word in words)
    ]
    return near[0] if len(near) == 1 else None


def _words(name: str) -> Sequence[str]:
    return re.split(r"[\s\-–]+", name)
