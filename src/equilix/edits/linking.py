"""Edits of where signals go: the sockets of a part and of a cable, and links to those who are not on the rig."""

from __future__ import annotations

from typing import Any

from pydantic_core import ValidationError

from equilix.document import Document
from equilix.edits.kit import change_part, part_of
from equilix.edits.pieces import add_piece, free_piece_name, piece_of
from equilix.edits.rigging import placement_of, setup_of
from equilix.edits.sound import checked, refused_by
from equilix.errors import Refused
from equilix.facts import fact, listed
from equilix.kit.catalogue import free_id
from equilix.kit.sockets import Socket
from equilix.rig.setups import Link, Setup


def add_signal_socket(document: Document, part_id: str, wanted: str = "in") -> tuple[Document, int]:
    """One more socket, which takes a picture, called ``wanted`` where none is; its number too."""
    name = free_piece_name(part_of(document, part_id), "sockets", wanted)
    return add_piece(document, part_id, "sockets", Socket, name=name, takes=True)


def change_signal_socket(document: Document, part_id: str, number: int, **updates: Any) -> Document:
    """Change fields of a socket; another name goes along in every cable that is plugged in there, and every loop."""
    part = part_of(document, part_id)
    old: Socket = piece_of(part, "sockets", number)
    try:
        new = old.changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    if new.name != old.name:
        if any(each.name == new.name for each in part.sockets):
            said = fact("linking.name_taken", part=part.name, socket=new.name)
            raise Refused(said, fact("kit_edits.choose_another_name"))
        document = document.changed(
            setups=tuple(_replugged(setup, part_id, old.name, new.name) for setup in document.setups)
        )
    others = (each.changed(loops=new.name) if each.loops == old.name else each for each in part.sockets)
    return change_part(document, part_id, sockets=tuple(new if k == number else o for k, o in enumerate(others)))


def _replugged(setup: Setup, part_id: str, old: str, new: str) -> Setup:
    on = {placement.id for placement in setup.placements if placement.part == part_id}
    cables = tuple(
        cable.changed(
            from_socket=new if cable.start in on and cable.from_socket == old else cable.from_socket,
            to_socket=new if cable.end in on and cable.to_socket == old else cable.to_socket,
        )
        if (cable.start in on and cable.from_socket == old) or (cable.end in on and cable.to_socket == old) else cable
        for cable in setup.cables
    )  # fmt: skip
    return setup.changed(cables=cables) if new and cables != setup.cables else setup


def remove_signal_socket(document: Document, part_id: str, number: int) -> Document:
    """Take a socket away; what looped to it does so no more. Refused while a cable is plugged in there."""
    part = part_of(document, part_id)
    old: Socket = piece_of(part, "sockets", number)
    for setup in document.setups:
        on = {placement.id for placement in setup.placements if placement.part == part_id}
        ends = {(cable.start, cable.from_socket, cable.name) for cable in setup.cables}
        ends |= {(cable.end, cable.to_socket, cable.name) for cable in setup.cables}
        used = sorted(name for placement, socket, name in ends if placement in on and socket == old.name)
        if used:
            said = fact("linking.plugged_in", socket=old.name, cables=listed(used), setup=setup.name)
            raise Refused(said, fact("linking.unplug_first"))
    left = (each for each in part.sockets if each is not old)
    sockets = tuple(each.changed(loops=None) if each.loops == old.name else each for each in left)
    return change_part(document, part_id, sockets=sockets)


def sockets_between(document: Document, setup_id: str, start: str, end: str) -> tuple[str | None, str | None]:
    """The two sockets that a new cable goes to: of one sort, free ones first; None where there are none."""
    setup = setup_of(document, setup_id)
    giver, taker = (document.parts_by_id[placement_of(setup, each).part] for each in (start, end))
    used = {(cable.start, cable.from_socket) for cable in setup.cables}
    used |= {(cable.end, cable.to_socket) for cable in setup.cables}
    pairs = [
        ((start, gives.name) in used or (end, takes.name) in used, gives.name, takes.name)
        for gives in giver.sockets
        for takes in taker.sockets
        if gives.gives and takes.takes and gives.carries == takes.carries
    ]
    _, first, second = min(pairs, key=lambda pair: pair[0], default=(False, None, None))
    return first, second


def add_link(document: Document, setup_id: str, start: str, part_id: str, **fields: Any) -> tuple[Document, str]:
    """Send a signal from a placement to a part that somebody off the rig has; its id too."""
    setup = setup_of(document, setup_id)
    placement_of(setup, start)
    part_of(document, part_id)
    key = free_id("link", {each.id for each in setup.links})
    try:
        link = Link(id=key, start=start, part=part_id, **fields)
    except ValidationError as error:
        raise refused_by(error) from error
    return checked(document, setup.changed(links=(*setup.links, link))), key


def change_link(document: Document, setup_id: str, link_id: str, **updates: Any) -> Document:
    """Change who has it, what it carries, or to which part it goes; not its id."""
    setup = setup_of(document, setup_id)
    old = _link(setup, link_id)
    try:
        new = old.changed(**{**updates, "id": old.id})
    except ValidationError as error:
        raise refused_by(error) from error
    return checked(document, setup.changed(links=tuple(new if each is old else each for each in setup.links)))


def remove_link(document: Document, setup_id: str, link_id: str) -> Document:
    """End a link."""
    setup = setup_of(document, setup_id)
    old = _link(setup, link_id)
    return document.with_setup(setup.changed(links=tuple(each for each in setup.links if each is not old)))


def _link(setup: Setup, link_id: str) -> Link:
    found = next((each for each in setup.links if each.id == link_id), None)
    if found is None:
        raise Refused(fact("linking.no_link", link=link_id, setup=setup.name), fact("carrying.name_one_setup"))
    return found
