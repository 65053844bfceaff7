"""The choices for cables of the selected part: lead one to another part, or take one off."""

from __future__ import annotations

from functools import partial

from equilix.edits import carrying
from equilix.ui.session import Session
from equilix.ui.widgets.words import Choice
from equilix.words.language import say


def cable_choices(session: Session) -> list[Choice | None]:
    """Lead a cable from the selected placement to each other one; take off those that are led from or to it."""
    setup, selected = session.setup, session.selection.id
    if selected is None or selected not in setup.by_id:
        return []
    parts = session.document.parts_by_id

    def name(placement_id: str) -> str:
        return parts[setup.by_id[placement_id].part].name

    found: list[Choice | None] = [
        (
            say("Take the {cable} off").format(cable=cable.name),
            partial(
                session.edit,
                say("Take a cable off"),
                partial(carrying.remove_cable, setup_id=setup.id, cable_id=cable.id),
            ),
        )
        for cable in setup.cables
        if selected in (cable.start, cable.end)
    ]
    if found:
        found.append(None)
    for other in setup.placements:
        if other.id != selected:
            text = say("cable from {name} to {other}").format(name=name(selected), other=name(other.id))
            found.append(
                (
                    say("Run one to the {name}").format(name=name(other.id)),
                    partial(
                        session.edit,
                        say("Run a cable"),
                        partial(carrying.add_cable, setup_id=setup.id, name=text, start=selected, end=other.id),
                    ),
                )
            )
    return found
