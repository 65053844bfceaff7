"""What differs between two documents, in words: what one gains by taking the second in place of the first."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

from equilix.document import Document
from equilix.kit.parts import Part
from equilix.model import Model
from equilix.rig.setups import Placement, Setup
from equilix.units import Display, angle, length, mass

_WORDS: Final[dict[str, str]] = {
    "mass_how": "how its mass is known", "mass_sd_kg": "how sure its mass is", "cg_m": "balance point",
    "cg_sd_m": "how sure its balance point is", "solids": "shape", "hangs_by": "what it is mounted by",
    "offers": "mounting points", "energy_wh": "energy", "electric": "power", "owned": "whether it is owned",
    "needed": "whether it is needed", "carrier": "what it bears", "drive": "motors", "pose": "place",
    "stature_m": "stature", "borne_by": "what bears it", "carry": "way of carrying", "placements": "parts",
    "keeps_free": "room that it needs", "image_plane_m": "image-plane mark", "pinned": "whether plans may move it",
}  # fmt: skip


def differences(before: Document, after: Document) -> tuple[str, ...]:
    """One line for each thing that is new, gone or changed; none where the documents are equal."""
    return tuple(_lines(before, after))


def _lines(before: Document, after: Document) -> Iterator[str]:
    if before.name != after.name:
        yield f"Name: “{before.name}” → “{after.name}”"
    yield from _things("in the kit", before.parts_by_id, after.parts_by_id, after)
    yield from _things("among the operators", before.operators_by_id, after.operators_by_id, after)
    yield from _setups(before, after)
    for key in sorted({*before.rules, *after.rules}):
        if before.rules.get(key) != after.rules.get(key):
            yield f"Rule of thumb “{key}”: {_rule(before, key)} → {_rule(after, key)}"
    for field in ("display", "current"):
        if getattr(before, field) != getattr(after, field):
            yield f"{'Units' if field == 'display' else 'Open setup'}: another"
    if before.model_extra != after.model_extra:
        yield "Something that this version does not know"


def _rule(document: Document, key: str) -> str:
    return f"{document.rules[key]:g}" if key in document.rules else "as usual"


def _things(where: str, before: Mapping[str, Model], after: Mapping[str, Model], document: Document) -> Iterator[str]:
    for key in after.keys() - before.keys():
        yield f"“{_name(after[key])}” is new {where}"
    for key in before.keys() - after.keys():
        yield f"“{_name(before[key])}” is gone"
    for key, old in before.items():
        if key in after and after[key] != old:
            yield f"“{_name(old)}”: {', '.join(_changes(old, after[key], document.display))}"


def _name(thing: Model) -> str:
    return str(getattr(thing, "name", "") or getattr(thing, "id", ""))


def _changes(old: Model, new: Model, display: Display) -> Iterator[str]:
    for field in type(old).model_fields:
        was, now = getattr(old, field), getattr(new, field)
        if was != now:
            word = _WORDS.get(field) or field.removesuffix("_kg").removesuffix("_m").replace("_", " ")
            yield f"{word}{_values(field, was, now, display)}"
    if old.model_extra != new.model_extra:
        yield "something that this version does not know"


def _values(field: str, was: object, now: object, display: Display) -> str:
    if not isinstance(was, int | float | str) or not isinstance(now, int | float | str) or isinstance(now, bool):
        return ""
    if field.endswith("_kg"):
        return f" {mass(float(was), display)} → {mass(float(now), display)}"
    if field.endswith("_m"):
        return f" {length(float(was), display)} → {length(float(now), display)}"
    if field.endswith("_rad"):
        return f" {angle(float(was))} → {angle(float(now))}"
    return f" {_said(was)} → {_said(now)}"


def _said(value: object) -> str:
    return f"“{value}”" if isinstance(value, str) else f"{value:g}"


def _setups(before: Document, after: Document) -> Iterator[str]:
    for key in after.setups_by_id.keys() - before.setups_by_id.keys():
        yield f"Setup “{after.setups_by_id[key].name}” is new"
    for key in before.setups_by_id.keys() - after.setups_by_id.keys():
        yield f"Setup “{before.setups_by_id[key].name}” is gone"
    for key, old in before.setups_by_id.items():
        new = after.setups_by_id.get(key)
        if new is not None and new != old:
            yield from (f"Setup “{old.name}”: {line}" for line in _setup(old, new, before, after))


def _setup(old: Setup, new: Setup, before: Document, after: Document) -> Iterator[str]:
    for key in new.by_id.keys() - old.by_id.keys():
        yield f"{_part(new.by_id[key], after)} is mounted"
    for key in old.by_id.keys() - new.by_id.keys():
        yield f"{_part(old.by_id[key], before)} is taken off"
    for key, placement in old.by_id.items():
        other = new.by_id.get(key)
        if other is not None and other != placement:
            yield f"{_part(placement, before)}: {', '.join(_changes(placement, other, after.display))}"
    rest = tuple(_changes(old.changed(placements=()), new.changed(placements=()), after.display))
    if rest:
        yield ", ".join(rest)
    if [key for key in old.by_id if key in new.by_id] != [key for key in new.by_id if key in old.by_id]:
        yield "its parts stand in another order"


def _part(placement: Placement, document: Document) -> str:
    part: Part | None = document.parts_by_id.get(placement.part)
    return f"“{part.name if part is not None else placement.part}”"
