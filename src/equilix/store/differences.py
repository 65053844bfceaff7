"""What differs between two documents, in words: what one gains by taking the second in place of the first."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Final

from equilix.document import Document
from equilix.facts import Sayable, angle, fact, general, length, listed, mass
from equilix.kit.parts import Part
from equilix.model import Model
from equilix.rig.setups import Placement, Setup

COUNTED: Final = {
    "timed": "conversions", "measured": "measured", "days": "days", "outings": "outings", "practised": "practised",
}  # fmt: skip
"""What is told by how many there are now, with the field that has them."""


def differences(before: Document, after: Document) -> tuple[Sayable, ...]:
    """One line for each thing that is new, gone or changed; none where the documents are equal."""
    return tuple(_lines(before, after))


def _lines(before: Document, after: Document) -> Iterator[Sayable]:
    if before.name != after.name:
        yield fact("differences.name", before=before.name, after=after.name)
    yield from _things(fact("differences.kit"), before.parts_by_id, after.parts_by_id)
    yield from _things(fact("differences.among_operators"), before.operators_by_id, after.operators_by_id)
    yield from _setups(before, after)
    for key in {**before.lens_sets_by_lens, **after.lens_sets_by_lens}:
        if before.lens_sets_by_lens.get(key) != after.lens_sets_by_lens.get(key):
            lens = after.parts_by_id.get(key) or before.parts_by_id.get(key)
            yield fact("differences.lens_set", lens=key if lens is None else lens.name)
    for key, several in COUNTED.items():
        if getattr(before, several) != getattr(after, several):
            yield fact(f"differences.{key}", count=len(getattr(after, several)))
    if before.readings != after.readings or before.stated != after.stated:
        yield fact("differences.corrected")
    for key in sorted({*before.rules, *after.rules}):
        if before.rules.get(key) != after.rules.get(key):
            yield fact("differences.rule_thumb", key=key, was=_rule(before, key), now=_rule(after, key))
    for field in ("display", "current"):
        if getattr(before, field) != getattr(after, field):
            yield fact("differences.other_units" if field == "display" else "differences.other_setup_open")
    if before.others != after.others:
        yield fact("differences.unknown")


def _rule(document: Document, key: str) -> Sayable:
    return general(document.rules[key]) if key in document.rules else fact("differences.usual")


def _things(where: Sayable, before: Mapping[str, Model], after: Mapping[str, Model]) -> Iterator[Sayable]:
    for key in after.keys() - before.keys():
        yield fact("differences.new", name=_name(after[key]), where=where)
    for key in before.keys() - after.keys():
        yield fact("differences.gone", name=_name(before[key]))
    for key, old in before.items():
        if key in after and after[key] != old:
            yield fact(
                "differences.thing",
                name=fact("common.quoted", what=_name(old)),
                changes=listed(_changes(old, after[key])),
            )


def _name(thing: Model) -> str:
    return str(getattr(thing, "name", "") or getattr(thing, "id", ""))


def _changes(old: Model, new: Model) -> Iterator[Sayable]:
    for field in old.FIELDS:
        was, now = getattr(old, field), getattr(new, field)
        if was != now:
            values = _values(field, was, now)
            named = fact(f"field.{field}")
            yield fact("differences.changed", field=named, values=values) if values else named
    if old.others != new.others:
        yield fact("differences.unknown_inside")


def _values(field: str, was: object, now: object) -> Sayable:
    if not isinstance(was, int | float | str) or not isinstance(now, int | float | str) or isinstance(now, bool):
        return ""
    if field in ("photo", "data"):  # it is a picture, though it is kept as letters
        return ""
    if field.endswith("_kg"):
        return fact("differences.was_now", was=mass(float(was)), now=mass(float(now)))
    if field.endswith("_m"):
        return fact("differences.was_now", was=length(float(was)), now=length(float(now)))
    if field.endswith("_rad"):
        return fact("differences.was_now", was=angle(float(was)), now=angle(float(now)))
    return fact("differences.was_now", was=_said(was), now=_said(now))


def _said(value: float | str) -> Sayable:
    return fact("common.quoted", what=value) if isinstance(value, str) else general(value)


def _setups(before: Document, after: Document) -> Iterator[Sayable]:
    for key in after.setups_by_id.keys() - before.setups_by_id.keys():
        yield fact("differences.setup_new", setup=after.setups_by_id[key].name)
    for key in before.setups_by_id.keys() - after.setups_by_id.keys():
        yield fact("differences.setup_gone", setup=before.setups_by_id[key].name)
    for key, old in before.setups_by_id.items():
        new = after.setups_by_id.get(key)
        if new is not None and new != old:
            yield from (
                fact("differences.in_setup", setup=old.name, change=line) for line in _setup(old, new, before, after)
            )


def _setup(old: Setup, new: Setup, before: Document, after: Document) -> Iterator[Sayable]:
    for key in new.by_id.keys() - old.by_id.keys():
        yield fact("differences.mounted", part=_part(new.by_id[key], after))
    for key in old.by_id.keys() - new.by_id.keys():
        yield fact("differences.taken_off", part=_part(old.by_id[key], before))
    for key, placement in old.by_id.items():
        other = new.by_id.get(key)
        if other is not None and other != placement:
            yield fact("differences.thing", name=_part(placement, before), changes=listed(_changes(placement, other)))
    rest = tuple(_changes(old.changed(placements=()), new.changed(placements=())))
    if rest:
        yield listed(rest)
    if [key for key in old.by_id if key in new.by_id] != [key for key in new.by_id if key in old.by_id]:
        yield fact("differences.parts_stand_another_order")


def _part(placement: Placement, document: Document) -> Sayable:
    part: Part | None = document.parts_by_id.get(placement.part)
    return fact("common.quoted", what=part.name if part is not None else placement.part)
