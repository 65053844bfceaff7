"""Plans for the body's sake: steps that turn, draw out, slide and hang, and what they do."""

from __future__ import annotations

from msgspec import Struct

from equilix.document import Document
from equilix.edits import rigging
from equilix.errors import Refused
from equilix.facts import Fact, Sayable, fact
from equilix.planner.change import Compared
from equilix.planner.plan import DrawOut, SlideTo, Step, TurnTo


class Remount(Struct, frozen=True):
    """Mount a placement elsewhere, standing or hung."""

    placement: str
    parent: str
    point: str
    by: str
    minutes: float = 1.0

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.remount(document, setup_id, self.placement, self.parent, self.point, self.by)


class HangOn(Struct, frozen=True):
    """Mount an arm of the kit, maybe in place of another, and hang a placement on it."""

    placement: str
    arm: str
    parent: str
    point: str
    by: str
    head: str
    turn_rad: float
    extension_m: float
    instead: str = ""
    """The arm that carries the placement now, and whose place this one takes."""
    minutes: float = 3.0

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        if self.instead:
            document, made = rigging.exchange(document, setup_id, self.instead, self.arm), self.instead
        else:
            document, made = rigging.add(document, setup_id, self.arm, self.parent, self.point, self.by)
        document = rigging.turn(document, setup_id, made, self.turn_rad)
        document = rigging.extend(document, setup_id, made, self.extension_m)
        document = rigging.remount(document, setup_id, self.placement, made, "head", self.head)
        return rigging.turn(document, setup_id, self.placement, self.turn_rad)


class PutBetween(Struct, frozen=True):
    """Put a bracket of the kit under a carriage, at the carriage's old mark, and slide the carriage sideways on it."""

    placement: str
    bracket: str
    sideways_m: float
    minutes: float = 4.0

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        old = rigging.placement_of(rigging.setup_of(document, setup_id), self.placement)
        if old.parent is None or old.point is None:
            raise Refused(
                fact("fit_plan.mounted_nothing", placement=self.placement),
                fact("fit_plan.only_mounted_carriage_takes_bracket"),
            )
        document, made = rigging.add(document, setup_id, self.bracket, old.parent, old.point, slide_m=old.slide_m)
        point = document.parts_by_id[self.bracket].offers[0].name
        return rigging.remount(document, setup_id, self.placement, made, point, old.by, slide_m=self.sideways_m)


FitStep = PutBetween | HangOn | TurnTo | DrawOut | Remount | SlideTo


class FitPlan(Compared, frozen=True):
    """Moves for the body's sake, what they do, and their price in balance; with ``balance``, a plan that goes on."""

    title: Sayable
    steps: tuple[FitStep | Step, ...]
    says: tuple[Sayable, ...]
    """What becomes of elbows, arms, fists or gaze."""
    reason: Sayable = ""

    @property
    def key(self) -> str:
        """What it is for, by the key of its title."""
        return self.title.key if isinstance(self.title, Fact) else str(self.title)

    @property
    def works(self) -> bool:
        """Whether there is something to gain."""
        return bool(self.steps) and not self.reason

    def apply(self, document: Document) -> Document:
        """Carry every step out."""
        for step in self.steps:
            document = step.apply(document, self.before.setup.id)
        return document
