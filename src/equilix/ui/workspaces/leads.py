"""Where an advice is carried out: the place that is one click away from each finding."""

from __future__ import annotations

from typing import Final, Literal

from msgspec import Struct

from equilix.checks.rules import Check
from equilix.ui.session import Session
from equilix.words.wordings.wording import N_

Place = Literal["bench", "carrier", "build", "mat", "power", "fit"]


class Lead(Struct, frozen=True):
    """A workspace with one of its tabs; ``carrier``: the bench, with what carries the part, at the point it sits on."""

    place: Place
    tab: str = ""

    @property
    def text(self) -> str:
        """What its button says."""
        return TEXTS[self.place]


TEXTS: Final[dict[Place, str]] = {
    "bench": N_("Change it on the bench"),
    "carrier": N_("Change it on the bench"),
    "build": N_("Change it in Build"),
    "mat": N_("Choose a part on the mat"),
    "power": N_("Change it at its cables"),
    "fit": N_("See what to move"),
}
LEADS: Final[dict[str, Lead | None]] = {
    "screw": Lead("carrier", "points"), "clamp": Lead("carrier", "points"), "rating": Lead("carrier", "points"),
    "creep": Lead("build"), "rods": Lead("build"), "struck": Lead("build"), "swing": Lead("build"),
    "out": Lead("build"), "set-down": Lead("build"), "room": Lead("build"), "loupe": Lead("build"),
    "gears": Lead("bench", "moves"), "fingers": Lead("bench", "grips"), "handle": Lead("bench", "grips"),
    "picture": Lead("bench", "about"), "printed-load": Lead("bench", "about"), "plastic": Lead("bench", "about"),
    "lens-mount": Lead("mat"), "power": Lead("power", "wires"), "raised": Lead("fit", "move"),
    "reach": Lead("fit", "move"), "gaze": Lead("fit", "move"),
    "table": None, "pinch": None,  # what is to be done is done with the hands
}  # fmt: skip
"""By the key of the finding, without the number or the side behind it."""


def lead_of(check: Check) -> Lead | None:
    """Where what is to be done about a finding is done; None where it is not done in the program."""
    key = check.key if check.key in LEADS else check.key.split("-")[0]
    return LEADS.get(key)


def follow(session: Session, check: Check) -> None:
    """Go there, with the part selected."""
    lead, placement = lead_of(check), session.setup.by_id.get(check.placement)
    if lead is None:
        return
    if placement is None or lead.place not in ("bench", "carrier"):
        session.selection.select(check.placement if placement is not None else None)
        session.view.ask_page("build" if lead.place in ("bench", "carrier") else lead.place, lead.tab)
        return
    parent = session.setup.by_id.get(placement.parent or "")
    if lead.place == "carrier" and parent is not None:
        session.view.ask_part(parent.part, lead.tab, placement.point or "")
    else:
        session.view.ask_part(placement.part, lead.tab)
