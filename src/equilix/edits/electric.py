"""Edits of what a part gives and takes of power: its figures and its sockets."""

from __future__ import annotations

from typing import Any, Literal

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact
from equilix.kit.catalogue import free_id
from equilix.kit.electric import Electric, Input, Mode, Output

Side = Literal["outputs", "inputs"]


def electric_of(document: Document, part_id: str) -> Electric:
    """What a part gives and takes: nothing, where nothing is known."""
    return part_of(document, part_id).electric or Electric()


def change_electric(document: Document, part_id: str, **updates: Any) -> Document:
    """Change what a part gives and takes of power; a part that had nothing electric gets it."""
    try:
        electric = electric_of(document, part_id).changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, electric=electric)


def draw(document: Document, part_id: str, mode: Mode, watts: float) -> Document:
    """Change what a part draws in one mode, W."""
    try:
        changed = electric_of(document, part_id).draw.changed(**{mode: watts})
    except ValidationError as error:
        raise refused_by(error) from error
    return change_electric(document, part_id, draw=changed)


def add_socket(document: Document, part_id: str, side: Side) -> Document:
    """One more output or input, of the usual kind."""
    sockets: tuple[Output | Input, ...] = getattr(electric_of(document, part_id), side)
    name = free_id("out" if side == "outputs" else "in", (each.name for each in sockets))
    made = Output(name=name) if side == "outputs" else Input(name=name)
    return change_electric(document, part_id, **{side: (*sockets, made)})


def remove_socket(document: Document, part_id: str, side: Side, number: int) -> Document:
    """Take a socket away. Refused while a cable of a setup goes there."""
    sockets = getattr(electric_of(document, part_id), side)
    gone = _socket(document, part_id, side, number)
    key = "output" if side == "outputs" else "input"
    end = "start" if side == "outputs" else "end"
    for setup in document.setups:
        on = {placement.id for placement in setup.placements if placement.part == part_id}
        if any(getattr(cable, key) == gone.name and getattr(cable, end) in on for cable in setup.cables):
            raise Refused(
                fact("electric_edits.in_use", socket=gone.name, setup=setup.name), fact("electric_edits.unplug_first")
            )
    return change_electric(document, part_id, **{side: (*sockets[:number], *sockets[number + 1 :])})


def change_socket(document: Document, part_id: str, side: Side, number: int, **updates: Any) -> Document:
    """Change fields of an output or an input; its name stays: cables know it by that."""
    sockets = getattr(electric_of(document, part_id), side)
    try:
        new = _socket(document, part_id, side, number).changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_electric(document, part_id, **{side: (*sockets[:number], new, *sockets[number + 1 :])})


def _socket(document: Document, part_id: str, side: Side, number: int) -> Output | Input:
    sockets: tuple[Output | Input, ...] = getattr(electric_of(document, part_id), side)
    if not 0 <= number < len(sockets):
        raise Refused(
            fact("electric_edits.no_such", part=part_of(document, part_id).name, number=str(number + 1)),
            fact("electric_edits.name_one"),
        )
    return sockets[number]
