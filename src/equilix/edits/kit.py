"""Edits of the kit, the operators and the list of setups."""

from __future__ import annotations

from typing import Any, Literal

from pydantic_core import ValidationError

from equilix.body.operators import Operator
from equilix.document import MOST_OPERATORS, MOST_PARTS, MOST_SETUPS, Document
from equilix.edits.rigging import setup_of
from equilix.edits.sound import refused_by
from equilix.errors import Refused
from equilix.facts import fact, listed
from equilix.faults import setup_faults
from equilix.kit.catalogue import free_id, make_part
from equilix.kit.lens_sets import LensSet
from equilix.kit.measured import Measured, Stated
from equilix.kit.measuring import part_to_measure
from equilix.kit.parts import Part
from equilix.kit.readings import Reading
from equilix.rig.setups import Setup
from equilix.units import Display


def slug(name: str) -> str:
    """A plain id made of a name."""
    words = "".join(c if c.isalnum() else " " for c in name.casefold()).split()
    return "-".join(words)[:60] or "part"


def add_part(
    document: Document, name: str, kind: str, mass_kg: float, size_m: tuple[float, float, float] | None, **more: Any
) -> tuple[Document, str]:
    """A new part in the kit from kind, mass and three dimensions of the whole; returns its id too.

    Without dimensions it has the usual ones of its kind, and is marked so.
    """
    part_id = free_id(slug(name), document.parts_by_id)
    _room_for_one_more("parts", len(document.parts), MOST_PARTS)
    try:
        if size_m is None:
            part = make_part(part_id, name, kind, mass_kg, **{"sized": False, **more})
        else:
            part = part_to_measure(part_id, name, kind, mass_kg, size_m, **{"sized": True, **more})
    except ValidationError as error:
        raise refused_by(error) from error
    return document.changed(parts=(*document.parts, part)), part_id


def _room_for_one_more(what: Literal["parts", "operators", "setups"], count: int, most: int) -> None:
    if count >= most:
        raise Refused(
            fact("kit_edits.document", count=count, what=fact(f"document.{what}")),
            fact("kit_edits.most_allowed", most=most),
            fact("kit_edits.take_one_out_first"),
        )


def part_of(document: Document, part_id: str) -> Part:
    """The part of that id. Raises :class:`Refused`."""
    part = document.parts_by_id.get(part_id)
    if part is None:
        raise Refused(fact("kit_edits.no_part_kit", part_id=part_id), fact("kit_edits.name_one_kit"))
    return part


def change_part(document: Document, part_id: str, **updates: Any) -> Document:
    """Change fields of a part, in every setup that uses it; not the id by which they know it."""
    if updates.get("id", part_id) != part_id:
        raise Refused(
            fact("kit_edits.part_id_cannot_change", part_id=part_id),
            fact("kit_edits.setups_know"),
            fact("kit_edits.give_another_name"),
        )
    old = part_of(document, part_id)
    try:
        new = old.changed(**updates)
    except ValidationError as error:
        raise refused_by(error) from error
    if new.balances_outside() - old.balances_outside():
        raise Refused(fact("balance_point.outside", part=new.name), fact("balance_point.check_mark"))
    changed = document.changed(
        parts=tuple(new if part.id == part_id else part for part in document.parts),
        readings=document.readings if MEASURES.isdisjoint(updates) else without(document.readings, part_id),
        stated=document.stated if MEASURES.isdisjoint(updates) else stated_without(document.stated, part_id),
    )
    _still_sound(changed, new)
    return changed


def change_grips(document: Document, part_id: str, **updates: Any) -> Document:
    """Change fields of every grip of a part: surface, contour, thickness."""
    part = document.parts_by_id.get(part_id)
    if part is None or not part.grips:
        raise Refused(fact("kit_edits.has_no_grip", part_id=part_id), fact("kit_edits.name_part_handle"))
    try:
        grips = tuple(grip.changed(**updates) for grip in part.grips)
    except ValidationError as error:
        raise refused_by(error) from error
    return change_part(document, part_id, grips=grips)


def uses(setup: Setup, part_id: str) -> bool:
    """Whether a part stands in a setup, bears it, or is linked to it."""
    of_links = any(link.part == part_id for link in setup.links)
    return setup.borne_by == part_id or of_links or any(each.part == part_id for each in setup.placements)


MEASURES = frozenset(("mass_kg", "mass_how", "mass_sd_kg", "cg_m", "cg_sd_m", "balance", "solids", "sized"))
"""Fields of a part that say how heavy it is, where its CG is, or how surely."""


def without(readings: tuple[Reading, ...], part_id: str) -> tuple[Reading, ...]:
    """The readings that a part that is measured anew leaves standing."""
    return tuple(reading for reading in readings if all(term.part != part_id for term in reading.terms))


def stated_without(stated: tuple[Stated, ...], part_id: str) -> tuple[Stated, ...]:
    """What was said of parts before readings corrected them, but of one of which something else is said now."""
    return tuple(each for each in stated if each.part != part_id)


def measured_without(measured: tuple[Measured, ...], part_id: str) -> tuple[Measured, ...]:
    """What was measured without a part that is no longer in the kit."""
    return tuple(each for each in measured if all(piece.part != part_id for piece in each.pieces))


def _still_sound(document: Document, part: Part) -> None:
    for setup in document.setups:
        if uses(setup, part.id):
            faults = setup_faults(setup, document.parts_by_id)
            if faults:
                raise Refused(fact("error.at", place=faults[0].place, problem=faults[0].problem), faults[0].todo)


def remove_part(document: Document, part_id: str) -> Document:
    """Take a part out of the kit. Refused while a setup uses it, or is borne by it."""
    part = part_of(document, part_id)
    users = [fact("common.quoted", what=setup.name) for setup in document.setups if uses(setup, part_id)]
    if users:
        where = (
            fact("kit_edits.carry_another_way_first") if part.carrier is not None else fact("kit_edits.take_off_first")
        )
        raise Refused(fact("kit_edits.used", part=part.name, list=listed(users)), where)
    left = tuple(part for part in document.parts if part.id != part_id)
    sets = tuple(_less(each, part_id) for each in document.lens_sets if each.lens != part_id)
    return document.changed(
        parts=left, readings=without(document.readings, part_id), lens_sets=sets,
        stated=stated_without(document.stated, part_id), measured=measured_without(document.measured, part_id),
    )  # fmt: skip


def _less(kept: LensSet, part_id: str) -> LensSet:
    """What goes on with a lens, without one part."""
    if part_id not in kept.parts:
        return kept
    adapter = None if kept.adapter == part_id else kept.adapter
    return kept.changed(adapter=adapter, along=tuple(each for each in kept.along if each != part_id))


def add_setup(document: Document, name: str, like: str | None = None) -> tuple[Document, str]:
    """A new setup, empty or a copy of another, and open; returns its id too."""
    if any(setup.name.casefold() == name.strip().casefold() for setup in document.setups):
        raise Refused(fact("kit_edits.setup_already", name=name), fact("kit_edits.choose_another_name"))
    setup_id = free_id(slug(name), document.setups_by_id)
    _room_for_one_more("setups", len(document.setups), MOST_SETUPS)
    try:
        if like is None:
            setup = Setup(id=setup_id, name=name)
        else:
            setup = setup_of(document, like).changed(id=setup_id, name=name)
    except ValidationError as error:
        raise refused_by(error) from error
    return document.changed(setups=(*document.setups, setup), current=setup_id), setup_id


def open_free_setup(document: Document, name: str) -> tuple[Document, str]:
    """The open setup where nothing is on it, else a new one under a name that is free; its id too."""
    current = document.setups_by_id.get(document.current or "")
    if current is not None and not current.placements:
        return document, current.id
    taken = {setup.name.casefold() for setup in document.setups}
    number, wanted = 1, name
    while wanted.casefold() in taken:
        number += 1
        wanted = f"{name} {number}"
    return add_setup(document, wanted)


def remove_setup(document: Document, setup_id: str) -> Document:
    """Take a setup out of the document."""
    setup_of(document, setup_id)
    left = tuple(setup for setup in document.setups if setup.id != setup_id)
    timed = tuple(each for each in document.conversions if setup_id not in (each.start, each.end))
    return document.changed(setups=left, current=left[0].id if left else None, conversions=timed)


def open_setup(document: Document, setup_id: str) -> Document:
    """Make a setup the current one."""
    setup_of(document, setup_id)
    return document.changed(current=setup_id)


def choose_operator(document: Document, setup_id: str, operator_id: str) -> Document:
    """Let another operator carry a setup."""
    if operator_id not in document.operators_by_id:
        raise Refused(fact("kit_edits.no_operator", operator_id=operator_id), fact("kit_edits.name_one_document"))
    return document.with_setup(setup_of(document, setup_id).changed(operator=operator_id))


def rename_setup(document: Document, setup_id: str, name: str) -> Document:
    """Give a setup another name. Refused where another setup has it."""
    setup = setup_of(document, setup_id)
    if any(s.id != setup_id and s.name.casefold() == name.strip().casefold() for s in document.setups):
        raise Refused(fact("kit_edits.setup_already", name=name), fact("kit_edits.choose_another_name"))
    try:
        return document.with_setup(setup.changed(name=name))
    except ValidationError as error:
        raise refused_by(error) from error


def add_operator(document: Document, setup_id: str, **fields: Any) -> Document:
    """A new operator, who carries the setup from now on."""
    name = str(fields.get("name", ""))
    operator_id = free_id(slug(name), document.operators_by_id)
    _room_for_one_more("operators", len(document.operators), MOST_OPERATORS)
    try:
        operator = Operator(id=operator_id, **fields)
    except ValidationError as error:
        raise refused_by(error) from error
    return choose_operator(document.changed(operators=(*document.operators, operator)), setup_id, operator_id)


def change_operator(document: Document, operator_id: str, **updates: Any) -> Document:
    """Change what is known of an operator; not the id by which setups know them.

    Strength or endurance that are said anew are no correction by the notebook any more.
    """
    if updates.get("id", operator_id) != operator_id:
        raise Refused(
            fact("kit_edits.operator_id_cannot_change", operator_id=operator_id),
            fact("kit_edits.setups_know"),
            fact("kit_edits.change_name"),
        )
    if operator_id not in document.operators_by_id:
        raise Refused(fact("kit_edits.no_operator", operator_id=operator_id), fact("kit_edits.name_one_document"))
    old = document.operators_by_id[operator_id]
    said_anew = any(updates.get(each, getattr(old, each)) != getattr(old, each) for each in ("strength", "endurance"))
    try:
        new = old.changed(**{**({"stated": None} if said_anew else {}), **updates})
    except ValidationError as error:
        raise refused_by(error) from error
    return document.changed(operators=tuple(new if o.id == operator_id else o for o in document.operators))


def choose_display(document: Document, display: Display) -> Document:
    """Show figures in metric or US units."""
    try:
        return document.changed(display=display)
    except ValidationError as error:
        raise refused_by(error) from error
