"""Edits of power: lead a cable from an output to an input, its length and gauge, the mode, the temperature, rules."""

from __future__ import annotations

import math

from pydantic_core import ValidationError

from equilix.checks.rules import RULES
from equilix.document import Document
from equilix.edits.rigging import placement_of, setup_of
from equilix.edits.sound import checked, refused_by
from equilix.errors import Refused
from equilix.facts import fact, general, listed
from equilix.kit.catalogue import free_id
from equilix.kit.electric import MODES
from equilix.kit.parts import Part
from equilix.rig.kinematics import assemble
from equilix.rig.routes import USUAL_M, route
from equilix.rig.setups import Cable


def sockets(source: Part, device: Part) -> tuple[str, str, bool] | None:
    """The output and the input that a cable joins best, and whether it must adapt; None where there are none."""
    outputs = source.electric.outputs if source.electric is not None else ()
    inputs = device.electric.inputs if device.electric is not None else ()
    pairs = [(o, i) for o in outputs for i in inputs]
    if not pairs:
        return None
    fitting = [(o, i) for o, i in pairs if i.least_v <= o.volts <= i.most_v]
    output, socket = min(fitting or pairs, key=lambda pair: pair[0].connector != pair[1].connector)
    return output.name, socket.name, output.connector != socket.connector


def connect(document: Document, setup_id: str, source_id: str, device_id: str) -> Document:
    """Lead a power cable from one placement to another, from the output to the input that fit best.

    It is the shortest of the usual ones that goes along the rig; with two connectors where they differ. What fed the
    device by a cable before is taken off.
    """
    setup = setup_of(document, setup_id)
    source, device = (document.parts_by_id[placement_of(setup, each).part] for each in (source_id, device_id))
    if source_id == device_id:
        raise Refused(fact("powering.cannot_feed_itself", source=source.name), fact("powering.drag_cable_another_part"))
    found = sockets(source, device)
    if found is None:
        raise Refused(
            fact("powering.no_cable_goes", source=source.name, device=device.name),
            fact("powering.one_needs_output_other_input"), fact("powering.drag_battery_plate_or_body"),
        )  # fmt: skip
    output, socket, adapts = found
    kept = tuple(c for c in setup.cables if not (c.end == device_id and c.output is not None))
    cable = Cable(
        id=free_id("power", {each.id for each in kept}), name=f"power cable of the {device.name}", start=source_id,
        end=device_id, output=output, input=socket, adapts=adapts,
    )  # fmt: skip
    usual = route(assemble(setup.changed(cables=()), document.parts_by_id), cable).usual_m
    cable = cable.changed(length_m=USUAL_M[-1] if usual is None else usual)
    return document.with_setup(setup.changed(cables=(*kept, cable)))


def change_cable(document: Document, setup_id: str, cable_id: str, **updates: object) -> Document:
    """Change length, gauge or sockets of a cable; not its id."""
    if updates.get("id", cable_id) != cable_id:
        raise Refused(
            fact("powering.id_cable_cannot_changed", cable_id=cable_id), fact("powering.length_gauge_sockets_name_can")
        )
    setup = setup_of(document, setup_id)
    if cable_id not in {cable.id for cable in setup.cables}:
        raise Refused(fact("powering.no_cable", cable_id=cable_id, setup=setup.name), fact("powering.name_one_setup"))
    try:
        cables = tuple(c.changed(**updates) if c.id == cable_id else c for c in setup.cables)
    except ValidationError as error:
        raise refused_by(error) from error
    return checked(document, setup.changed(cables=cables))


def set_mode(document: Document, setup_id: str, mode: str) -> Document:
    """Standby, record, or everything at full."""
    if mode not in MODES:
        raise Refused(fact("powering.no_mode", mode=mode), fact("powering.allowed", list=listed(MODES)))
    return document.with_setup(setup_of(document, setup_id).changed(mode=mode))


def set_temperature(document: Document, setup_id: str, celsius: float) -> Document:
    """How cold the batteries are."""
    if not math.isfinite(celsius) or not -40 <= celsius <= 60:
        raise Refused(
            fact("powering.c_no_temperature_batteries", celsius=general(celsius)), fact("powering.40_c_60_c_allowed")
        )
    return document.with_setup(setup_of(document, setup_id).changed(celsius=celsius))


def set_rule(document: Document, key: str, value: float | None) -> Document:
    """Use another value for a rule of thumb, or the usual one again."""
    if key not in RULES:
        raise Refused(fact("powering.no_rule", key=key), fact("powering.there_are", list=listed(RULES)))
    if value is not None and not (math.isfinite(value) and 0 < value <= 1e6):
        raise Refused(
            fact("powering.not_allowed", rules=RULES[key].label, value=general(value)), fact("powering.above_zero")
        )
    rules = {k: v for k, v in document.rules.items() if k != key}
    return document.changed(rules=rules if value is None else {**rules, key: value})
