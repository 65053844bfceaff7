"""What was practised: an exercise or one's own rig, how near to balance it came, in which order, how long it took."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Final

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.model import Identifier, Model, field
from equilix.schema import Limits

MOST_SHARE: Final = 1000.0
Share = Annotated[float, Limits(ge=0.0, le=MOST_SHARE)]
Points = Annotated[int, Limits(ge=0, le=100)]


class Practised(Model):
    """One attempt that was finished and counted."""

    id: Identifier
    day: Annotated[str, Limits(max_length=10)] = field(description="As ISO 8601: 2026-10-14.")
    operator: Identifier | None = None
    exercise: Identifier = field(description="Its key; “free” where it was a rig of one's own.")
    setup: Annotated[str, Limits(max_length=200)] = field(default="", description="The rig, by its name then.")
    seconds: Annotated[float, Limits(ge=0.0, le=86400.0)] = 0.0
    off: Share = field(default=0.0, description="What was farthest off in the end, in its tolerances.")
    best: Share = field(default=0.0, description="What could have been reached with what slides, in tolerances.")
    in_order: Annotated[float, Limits(ge=0.0, le=1.0)] = field(
        default=1.0, description="Share of the slides that were made when it was their turn."
    )
    hints: Annotated[int, Limits(ge=0, le=1000)] = 0
    points: Points = 0

    def check(self) -> None:
        """Its day is one."""
        try:
            date.fromisoformat(self.day)
        except ValueError:
            raise Invalid(fact("notebook.no_day", day=self.day)) from None
