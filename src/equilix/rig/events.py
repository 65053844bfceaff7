"""What happened on a shooting day, and when: the log from which the rest of the day is worked out anew."""

from __future__ import annotations

from typing import Annotated, Final, Literal

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.keys import MOST_SCORE, SIDED, Region, RegionKey, Side
from equilix.model import Identifier, Model, field
from equilix.schema import Limits

EventKind = Literal["begin", "start", "stop", "over", "ready", "hurts", "empty", "end"]
"""``begin`` and ``end`` of the day; ``start`` and ``stop`` of a take, or of a break; ``over``: nothing more comes of an
item; ``ready``: it is converted to the rig of an item; ``hurts``; ``empty``: a battery was, and another one is on."""
OF_ITEMS: Final[tuple[EventKind, ...]] = ("start", "over", "ready")
DAY_MIN: Final = 1440.0
Minute = Annotated[float, Limits(ge=0.0, le=2 * DAY_MIN)]
"""Of the day, from midnight; after midnight it goes on."""


class Event(Model):
    """One thing that happened. What is of no item is of the one that was on."""

    at_min: Minute
    kind: EventKind
    item: Identifier | None = None
    region: Region | None = field(default=None, description="What hurt.")
    side: Side = ""
    score: Annotated[int, Limits(ge=0, le=MOST_SCORE)] = field(default=0, description="How much, 0 to 10.")
    part: Identifier | None = field(default=None, description="Which battery was empty.")

    def check(self) -> None:
        """It says what is needed of its kind."""
        if self.kind in OF_ITEMS and self.item is None:
            raise Invalid(fact("log.of_what"))
        if self.kind == "empty" and self.part is None:
            raise Invalid(fact("log.which_battery"))
        if self.kind == "hurts" and (self.region is None or (self.side != "") != (self.region in SIDED)):
            raise Invalid(fact("notebook.side"))

    @property
    def felt(self) -> RegionKey | None:
        """Which region of which side hurt."""
        return None if self.region is None else (self.region, self.side)
