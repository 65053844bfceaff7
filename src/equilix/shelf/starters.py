"""Rigs to begin with, of parts of the shelf, each balanced about as people leave it; one's own parts go in later."""

from __future__ import annotations

import math
import tomllib
from functools import cache
from importlib.resources import files
from typing import Any, Final

from equilix.document import Document, empty
from equilix.edits.kit import open_free_setup
from equilix.edits.powering import connect
from equilix.edits.taking import take_parts
from equilix.errors import Refused
from equilix.facts import Sayable, fact, listed
from equilix.kit.parts import Part
from equilix.rig.setups import Placement
from equilix.shelf.shelf import shipped

Told = dict[str, Any]


@cache
def starters() -> dict[str, Told]:
    """What stands in the file, by key."""
    found: dict[str, Told] = tomllib.loads(files("equilix.resources").joinpath("starters.toml").read_text("utf-8"))
    return found


def title(key: str) -> Sayable:
    """What it is called."""
    return fact(f"starter.{key}")


def meant_for(key: str) -> Sayable:
    """In a line, what it is for and how it is left."""
    return fact(f"starter_for.{key}")


@cache
def _by_name() -> dict[str, Part]:
    return {item.part.name: item.part for item in shipped()}


def starter_document(key: str, name: str = "") -> Document:
    """A new document with the rig. Raises :class:`Refused` for one that there is not."""
    return with_starter(empty().changed(name=name), key, name or key)


def with_starter(document: Document, key: str, name: str) -> Document:
    """The rig as the open setup where that is empty, else as one more; its parts in the kit, each piece one part.

    ``name``: of a new setup. Raises :class:`Refused` for a starter that there is not.
    """
    told = starters().get(key)
    if told is None:
        raise Refused(fact("starters.none", key=key), fact("starters.there_are", list=listed(starters())))
    wanted = [_by_name()[row["part"]] for row in told["parts"]]
    bearer = told.get("borne_by")
    if bearer:
        wanted.append(_by_name()[bearer])
    wanted_once = list({part.id: part for part in wanted}.values())
    counts = {part.id: sum(each.id == part.id for each in wanted) for part in wanted_once}
    document, ids = take_parts(document, [part.changed(quantity=counts[part.id]) for part in wanted_once])
    taken = {part.name: part_id for part, part_id in zip(wanted_once, ids, strict=True)}
    document, setup_id = open_free_setup(document, name)
    setup = document.setups_by_id[setup_id].changed(
        carry=told["carry"], posture=told.get("posture", "standing"), palm=told.get("palm", False),
        borne_by=taken[bearer] if bearer else None,
        placements=tuple(_placement(row, taken) for row in told["parts"]),
    )  # fmt: skip
    document = document.with_setup(setup)
    for cable in told.get("cables", ()):
        document = connect(document, setup_id, cable["start"], cable["end"])
    return document


MM: Final = 0.001


def _placement(row: Told, taken: dict[str, str]) -> Placement:
    return Placement(
        id=row["key"], part=taken[row["part"]], parent=row.get("on"), point=row.get("point"), by=row.get("by"),
        slide_m=row.get("at", 0) * MM, turn_rad=round(math.radians(row.get("turned", 0)), 7),
        extension_m=row.get("drawn", 0) * MM,
    )  # fmt: skip
