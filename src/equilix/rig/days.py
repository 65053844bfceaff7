"""A shooting day: scenes one after the other, breaks between them, what must be reached in time."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Final, Literal

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.model import Identifier, Model, Name, field
from equilix.rig.events import DAY_MIN, Event, Minute
from equilix.schema import Limits

ItemKind = Literal["scene", "break", "meal", "transport", "deadline"]
KINDS: Final[tuple[ItemKind, ...]] = ("scene", "break", "meal", "transport", "deadline")
MOST_ITEMS: Final = 400
MOST_TAKES: Final = 200
MOST_MIN: Final = 240.0
"""Four hours: no take, and nothing else in one piece, is longer."""
MOST_EVENTS: Final = 2000
MOST_WITHOUT: Final = 50
Height = Literal["low", "chest", "eye", "overhead"]


class Item(Model):
    """One thing of a day. What has no time of its own comes after what stands before it."""

    id: Identifier
    kind: ItemKind = "scene"
    name: Annotated[str, Limits(max_length=120)] = ""
    at_min: Minute | None = field(default=None, description="When it begins, or must be reached; none: after the last.")
    setup: Identifier | None = None
    operator: Identifier | None = field(default=None, description="Who carries it; none: who the setup names.")
    lens: Identifier | None = field(default=None, description="The lens of the kit that is on; none: that of the rig.")
    without: Annotated[tuple[Identifier, ...], Limits(max_length=MOST_WITHOUT)] = field(
        default=(), description="Placements of the rig that are left off, with all that hangs on them."
    )
    takes: Annotated[int, Limits(ge=1, le=MOST_TAKES)] = 1
    take_min: Annotated[float, Limits(ge=0.0, le=MOST_MIN)] = field(
        default=0.0, description="How long a take is carried; of a break, how long it is."
    )
    gap_min: Annotated[float, Limits(ge=0.0, le=MOST_MIN)] = field(default=0.0, description="Between two takes.")
    walking: bool = False
    height: Height | None = field(default=None, description="How high it is held; none: what the setup says.")
    celsius: Annotated[float, Limits(ge=-60.0, le=60.0)] | None = field(
        default=None, description="Of the air; none: what the setup says."
    )
    wind_mps: Annotated[float, Limits(ge=0.0, le=60.0)] = field(default=0.0, description="Of the wind; 0: none told.")
    mains: bool = field(default=False, description="Batteries are charged meanwhile.")
    note: Annotated[str, Limits(max_length=1000)] = ""

    def check(self) -> None:
        """Takes take some time, and what must be reached in time has one."""
        if self.kind == "deadline" and self.at_min is None:
            raise Invalid(fact("day.deadline_when"))
        if self.kind != "deadline" and not self.take_min > 0:
            raise Invalid(fact("day.no_time"))

    @property
    def long_min(self) -> float:
        """How long it is."""
        return 0.0 if self.kind == "deadline" else self.takes * self.take_min + (self.takes - 1) * self.gap_min


class Day(Model):
    """Its items in their order."""

    id: Identifier
    name: Name
    on: Annotated[str, Limits(max_length=10)] = field(default="", description="As ISO 8601: 2026-10-14; may be open.")
    begins_min: Annotated[float, Limits(ge=0.0, le=DAY_MIN)] = 480.0
    items: Annotated[tuple[Item, ...], Limits(max_length=MOST_ITEMS)] = ()
    reserve: Annotated[float, Limits(ge=0.1, le=1.0)] = field(
        default=0.8, description="Share of what a muscle has that may be used up."
    )
    charger_w: Annotated[float, Limits(ge=0.0, le=2000.0)] = field(default=0.0, description="Of each charger; 0: none.")
    chargers: Annotated[int, Limits(ge=1, le=20)] = 1
    warm: bool = field(default=False, description="Spare batteries are kept warm on the body until they go on.")

    log: Annotated[tuple[Event, ...], Limits(max_length=MOST_EVENTS)] = field(
        default=(), description="What happened, in the order in which it was written down."
    )

    def check(self) -> None:
        """Its date is one, and no two items go by one id."""
        if self.on:
            try:
                date.fromisoformat(self.on)
            except ValueError:
                raise Invalid(fact("notebook.no_day", day=self.on)) from None
        if len({each.id for each in self.items}) < len(self.items):
            raise Invalid(fact("notebook.twice"))

    def with_item(self, new: Item) -> Day:
        """The day with an item in the place of the one of its id."""
        return self.changed(items=tuple(new if each.id == new.id else each for each in self.items))
