"""Parts that come into the kit from elsewhere: out of a list, or out of another document."""

from __future__ import annotations

from collections.abc import Sequence

from equilix.document import MOST_PARTS, Document
from equilix.errors import Refused
from equilix.facts import fact, number
from equilix.kit.catalogue import free_id
from equilix.kit.parts import Part


def take_parts(document: Document, parts: Sequence[Part]) -> tuple[Document, list[str]]:
    """Put parts into the kit, each under its own id where that is free; their ids too.

    What a part brings along is the one that comes with it, under whichever id. Refused where there is no room for them.
    """
    if len(document.parts) + len(parts) > MOST_PARTS:
        raise Refused(
            fact("taking.no_room", count=number(len(parts)), there=number(len(document.parts))),
            fact("taking.most_parts", most=number(MOST_PARTS)),
        )
    taken, ids = set(document.parts_by_id), []
    for part in parts:
        ids.append(free_id(part.id, taken))
        taken.add(ids[-1])
    new = {part.id: part_id for part, part_id in zip(parts, ids, strict=True)}
    made = tuple(
        part.changed(id=part_id, brings=tuple(new.get(each, each) for each in part.brings))
        if part_id != part.id or part.brings else part
        for part, part_id in zip(parts, ids, strict=True)
    )  # fmt: skip
    return document.changed(parts=(*document.parts, *made)), ids


def not_in_the_kit(document: Document, other: Document) -> tuple[Part, ...]:
    """The parts of another document that this one does not have: alike in all but their id is the same part."""
    known: dict[str, list[Part]] = {}
    for part in document.parts:
        known.setdefault(part.name, []).append(part)
    return tuple(
        part
        for part in other.parts
        if not any(
            part == (each if each.id == part.id else each.changed(id=part.id)) for each in known.get(part.name, ())
        )
    )
