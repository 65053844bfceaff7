"""An outing: what was carried, by whom and how long, what was felt of it, what worked loose."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from typing import Annotated, Final, Literal

from equilix.errors import Invalid
from equilix.facts import fact
from equilix.keys import MOST_SCORE, REGIONS, SIDED, EffortKey, Joint, Region, RegionKey, Side
from equilix.model import Coordinate, Identifier, Model, Name, field
from equilix.schema import Limits

REGION_OF: Final[dict[Joint, Region]] = {
    "shoulder": "shoulder", "elbow": "elbow", "wrist": "hand", "grip": "hand", "trunk": "lower-back",
}  # fmt: skip
"""Where one feels what a joint has borne."""

Trouble = Literal["loose", "slipped", "worn", "broke"]
TROUBLES: Final[tuple[Trouble, ...]] = ("loose", "slipped", "worn", "broke")
MOST_TAKES: Final = 500
MOST_MIN: Final = 960.0
"""Sixteen hours."""
Minutes = Annotated[float, Limits(ge=0.0, le=MOST_MIN)]


class Felt(Model):
    """How much a region hurt at its worst: 0 for not at all, 10 for as much as can be."""

    region: Region
    side: Side = ""
    score: Annotated[int, Limits(ge=0, le=MOST_SCORE)]

    def check(self) -> None:
        """An arm or a leg has a side, neck and back have none."""
        if (self.side != "") != (self.region in SIDED):
            raise Invalid(fact("notebook.side"))

    @property
    def key(self) -> RegionKey:
        """Which region of which side."""
        return self.region, self.side


class Bore(Model):
    """What a joint had to give by the rig as it was then: N·m, of a grip N.

    For a limb that is spared, and for a handle that is too thick or too thin, as much more as its strength counts
    for less; so that the load over the strength of the joint is the share that was asked of it.
    """

    joint: Joint
    side: Side = ""
    load: Annotated[float, Limits(ge=0.0, le=1e5)]

    @property
    def key(self) -> EffortKey:
        """Which joint of which side."""
        return self.joint, self.side


class Faulty(Model):
    """A part that worked loose, slipped, wore out or broke. It may have left the kit since."""

    part: Identifier
    name: Name
    how: Trouble = "loose"
    seen_to: bool = field(default=False, description="It has been tightened, mended or replaced since.")


class UsedMark(Model):
    """Where something stood: what its scale read."""

    name: Name
    at_m: Coordinate


class Charged(Model):
    """A battery that was on the rig, and how often it was charged for this."""

    part: Identifier
    name: Name
    times: Annotated[float, Limits(ge=0.0, le=50.0)] = 1.0


class Outing(Model):
    """One setup on one outing, as it was then: nothing of it changes with the rig."""

    id: Identifier
    day: Annotated[str, Limits(max_length=10)] = field(description="As ISO 8601: 2026-10-14.")
    place: Annotated[str, Limits(max_length=200)] = ""
    operator: Identifier | None = None
    setup: Annotated[str, Limits(max_length=200)] = field(default="", description="The setup, by its name then.")
    way: Annotated[str, Limits(max_length=40)] = field(default="", description="How it was carried, by its key.")
    mass_kg: Annotated[float, Limits(ge=0.0, le=1000.0)] = 0.0
    takes: Annotated[int, Limits(ge=1, le=MOST_TAKES)] = 1
    take_min: Minutes = field(default=0.0, description="How long each was carried; 0: not told.")
    rest_min: Minutes = field(default=0.0, description="Between two of them.")
    gave_out: Joint | None = field(default=None, description="What ended the last take: it could not be held longer.")
    gave_out_side: Side = ""
    bore: Annotated[tuple[Bore, ...], Limits(max_length=20)] = ()
    felt: Annotated[tuple[Felt, ...], Limits(max_length=len(REGIONS))] | None = field(
        default=None, description="What hurt; what is not named did not. None: not asked."
    )
    faulty: Annotated[tuple[Faulty, ...], Limits(max_length=200)] = ()
    marks: Annotated[tuple[UsedMark, ...], Limits(max_length=200)] = ()
    batteries: Annotated[tuple[Charged, ...], Limits(max_length=50)] = ()
    came_from: Annotated[str, Limits(max_length=200)] = field(
        default="", description="The setup that it was converted from, by its name then."
    )
    conversion_min: Minutes = field(default=0.0, description="How long that took; 0: not told.")
    photo: Annotated[str, Limits(max_length=1000)] = field(
        default="", description="Path of a picture from the folder of the document."
    )
    note: Annotated[str, Limits(max_length=4000)] = ""

    def check(self) -> None:
        """Its day is one, no region or joint stands in it twice, and what gave out was held for some time."""
        try:
            date.fromisoformat(self.day)
        except ValueError:
            raise Invalid(fact("notebook.no_day", day=self.day)) from None
        for keys in ([each.key for each in self.felt or ()], [each.key for each in self.bore]):
            if len(set(keys)) < len(keys):
                raise Invalid(fact("notebook.twice"))
        if self.gave_out is not None and not self.take_min > 0:
            raise Invalid(fact("notebook.gave_out_when"))

    @property
    def on(self) -> date:
        """Its day."""
        return date.fromisoformat(self.day)

    @property
    def carried_min(self) -> float:
        """How long it was carried, all takes together."""
        return self.takes * self.take_min

    def score_of(self, key: RegionKey) -> int | None:
        """How much a region hurt; None where nothing was asked."""
        if self.felt is None:
            return None
        return next((each.score for each in self.felt if each.key == key), 0)

    @property
    def worst(self) -> Felt | None:
        """What hurt most; none where nothing did, or nothing was asked."""
        return max(self.felt or (), key=lambda each: each.score, default=None)


def in_order(outings: Sequence[Outing]) -> tuple[Outing, ...]:
    """By their days; of one day as they were written."""
    return tuple(sorted(outings, key=lambda each: each.day))
