"""A plan: steps that can be read out and carried out, what they promise, and what the rig is like afterwards."""

from __future__ import annotations

from typing import Final, Literal

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.document import Document
from equilix.edits import rigging
from equilix.facts import Sayable, fact
from equilix.keys import BalanceKey
from equilix.planner.change import Compared
from equilix.planner.moves import stand_in

School = Literal["move", "power", "weight", "strip"]

TITLES: Final[dict[School, Sayable]] = {
    "move": fact("plan.move"),
    "power": fact("plan.put_power_work"),
    "weight": fact("plan.hang_weight"),
    "strip": fact("plan.leave_things_off"),
}


class SlideTo(Struct, frozen=True):
    """Slide a placement on its track."""

    placement: str
    slide_m: float
    minutes: float = 1.0

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.slide(document, setup_id, self.placement, self.slide_m)


class DrawOut(Struct, frozen=True):
    """Draw a telescope out, or push it in."""

    placement: str
    extension_m: float
    minutes: float = 0.5

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.extend(document, setup_id, self.placement, self.extension_m)


class TurnTo(Struct, frozen=True):
    """Turn a placement on its mount."""

    placement: str
    turn_rad: float
    minutes: float = 0.5

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.turn(document, setup_id, self.placement, self.turn_rad)


class StandIn(Struct, frozen=True):
    """Let another part, or another mounting point, stand in for a placement's."""

    placement: str
    part: str
    parent: str | None
    point: str | None
    minutes: float = 1.0

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return stand_in(document, setup_id, self.placement, self.part, self.parent, self.point)


class Hang(Struct, frozen=True):
    """Mount one more piece on a track."""

    part: str
    parent: str
    point: str
    slide_m: float
    minutes: float = 1.0

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.add(document, setup_id, self.part, self.parent, self.point, slide_m=self.slide_m)[0]


class TakeOff(Struct, frozen=True):
    """Take a part off, with what hangs on it."""

    placement: str
    minutes: float = 0.5

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.remove(document, setup_id, self.placement)


Step = SlideTo | DrawOut | TurnTo | StandIn | Hang | TakeOff


PARTLY: Final[tuple[Sayable, ...]] = (fact("plan.static_balance"), fact("plan.static_balance_drop_time"))
"""What is right when the conditions of so many ranks are."""


def _ranks_right(analysis: Analysis) -> int:
    """How many ranks of conditions are right from the first on, of those that something comes after."""
    wrong = [c.balance.rank for c in analysis.conditions if not c.ok]
    last = max((c.balance.rank for c in analysis.conditions), default=0)
    return min([*wrong, last])


class Plan(Compared, frozen=True):
    """The best plan of one school, or why there is none.

    Where ``reason`` is empty the plan brings every condition inside its tolerance. Otherwise ``reason`` says what
    stands in the way, with the millimetres or grams that are missing, and the steps come as near as they can.
    """

    school: School
    steps: tuple[Step, ...]
    promised_m: dict[BalanceKey, float]
    reason: Sayable = ""
    remedy: Sayable = ""
    """What would make it reach all, where something would: 'A bridge plate … would do.'"""

    @property
    def key(self) -> str:
        """The school: there is one plan of each."""
        return self.school

    @property
    def title(self) -> Sayable:
        """The school in words."""
        return TITLES[self.school]

    @property
    def works(self) -> bool:
        """Whether the rig rests when it is carried out."""
        return not self.reason

    @property
    def partly(self) -> Sayable:
        """What it brings although it does not reach all: 'static balance'; empty where it brings all, or nothing.

        Static balance is usable by itself, and so is a right drop time without dynamic balance.
        """
        if self.works or not self.steps:
            return ""
        was, now = (_ranks_right(each) for each in (self.before, self.after))
        return PARTLY[now - 1] if now > was else ""

    @property
    def answers(self) -> bool:
        """Whether it is worth doing: it brings all, or a part that is usable by itself."""
        return bool(self.steps) and (self.works or bool(self.partly))

    @property
    def cautions(self) -> tuple[Sayable, ...]:
        """What the figures warn of afterwards that they did not warn of before."""
        before = {figure.key for figure in self.before.figures if figure.warning}
        return tuple(f.warning for f in self.after.figures if f.warning and f.key not in before)

    def apply(self, document: Document) -> Document:
        """Carry out every step. Raises :class:`~equilix.errors.Refused` if the document has changed too much."""
        for step in self.steps:
            document = step.apply(document, self.before.setup.id)
        return document
