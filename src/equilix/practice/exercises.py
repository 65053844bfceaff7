"""The course: what is put wrong on which rig, in the order in which it is learnt; and free play.

The rigs are those of the demonstration. A start that is not named stands where that rig is balanced.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition
from equilix.document import Document
from equilix.edits.rigging import slide
from equilix.errors import Refused
from equilix.facts import Sayable, fact, listed
from equilix.guide.steps import steps_of
from equilix.keys import BalanceKey
from equilix.practice.stands import StandKey

FREE: Final = "free"
"""The key of what is no exercise: one's own rig, as it is."""


class Exercise(Struct, frozen=True):
    """One rig with something wrong. ``goals``: what has to be right in the end, all that is static where none is named.

    ``slides``: where things stand at the start, m on their tracks. ``scales``: by how much the scale of a track reads
    more than its slide says. ``tape``: the marks that somebody remembers, as slides. ``friction``: how many times the
    usual there is in a joint. ``par_s``: what it takes somebody who knows how (our own estimate).
    """

    key: str
    setup: str
    stand: StandKey
    goals: tuple[BalanceKey, ...]
    slides: Mapping[str, float]
    par_s: float
    loose: frozenset[str] = frozenset()
    scales: Mapping[str, float] = {}
    tape: Mapping[str, float] = {}
    friction: Mapping[str, float] = {}
    motors: bool = False

    @property
    def title(self) -> Sayable:
        """What it is called."""
        return fact(f"practice.{self.key}")

    @property
    def task(self) -> Sayable:
        """What is to be done, without saying what is wrong."""
        return fact(f"practice.{self.key}_task")

    @property
    def after(self) -> Sayable:
        """What it was about, told when it has been done."""
        return fact(f"practice.{self.key}_after")


_GIMBAL: Final = {
    "gimbal-pan-arm": 0.025, "gimbal-roll-arm": 0.019, "gimbal-plate": -0.048, "gimbal-cradle": 0.004,
}  # fmt: skip
_SLED: Final = {
    "sled-gimbal": 0.016, "sled-stage": 0.001, "bridge": -0.020, "battery-plate": -0.062, "arm-short": 0.170,
}  # fmt: skip
TILT, VERTICAL = BalanceKey.TILT_FORE_AFT, BalanceKey.TILT_VERTICAL
ROLL, PAN = BalanceKey.ROLL, BalanceKey.PAN_FORE_AFT
FORE_AFT, SIDEWAYS, DROP = BalanceKey.FORE_AFT, BalanceKey.SIDEWAYS, BalanceKey.DROP_TIME
DYNAMIC = BalanceKey.DYNAMIC_FORE_AFT

COURSE: Final[tuple[Exercise, ...]] = (
    Exercise("let_go", "evening", "head", (FORE_AFT,), {"tripod-plate": 0.030}, 60.0, friction={"tilt": 6.0}),
    Exercise("pad", "lamp-room", "shoulder", (FORE_AFT,), {"bridge": 0.062}, 75.0),
    Exercise("two_hands", "workshop", "hands", (BalanceKey.OFF_LINE,), {"rosette-bar": -0.030}, 75.0),
    Exercise("hang", "boat-landing", "line", (FORE_AFT,), {"eyelet": 0.072}, 75.0),
    Exercise("tilt", "stairs", "gimbal", (TILT,), {**_GIMBAL, "gimbal-plate": -0.022}, 75.0),
    Exercise(
        "vertical", "stairs", "gimbal", (TILT, VERTICAL), {**_GIMBAL, "gimbal-cradle": 0.014}, 120.0,
        friction={"tilt": 2.5},
    ),
    Exercise(
        "masked", "stairs", "gimbal", (ROLL, PAN), {**_GIMBAL, "gimbal-roll-arm": 0.005, "gimbal-pan-arm": 0.012},
        180.0,
    ),
    Exercise(
        "order", "stairs", "gimbal", (TILT, VERTICAL, ROLL, PAN),
        {"gimbal-pan-arm": 0.012, "gimbal-roll-arm": 0.007, "gimbal-plate": -0.022, "gimbal-cradle": 0.012}, 300.0,
        motors=True,
    ),
    Exercise(
        "sled", "causeway", "sled", (FORE_AFT, SIDEWAYS, DROP),
        {**_SLED, "sled-gimbal": 0.026, "sled-stage": 0.006, "bridge": -0.012}, 240.0,
    ),
    Exercise(
        "hidden", "causeway", "sled", (FORE_AFT, DROP, DYNAMIC),
        {**_SLED, "bridge": 0.010, "battery-plate": -0.150, "arm-short": 0.200}, 360.0,
    ),
    Exercise(
        "mark", "stairs", "gimbal", (TILT, VERTICAL, ROLL, PAN),
        {"gimbal-pan-arm": 0.0, "gimbal-roll-arm": 0.0, "gimbal-plate": 0.0, "gimbal-cradle": 0.004}, 240.0,
        scales={"gimbal-plate": -0.008}, tape=_GIMBAL,
    ),
    Exercise(
        "worst", "stairs", "gimbal", (TILT, VERTICAL, ROLL, PAN),
        {"gimbal-pan-arm": 0.012, "gimbal-roll-arm": 0.012, "gimbal-plate": -0.043, "gimbal-cradle": 0.010}, 360.0,
        loose=frozenset(("gimbal-plate",)), friction={"tilt": 1.5, "roll": 1.5}, motors=True,
    ),
)  # fmt: skip
"""Twelve steps, from easy to nasty."""
EXERCISES: Final[dict[str, Exercise]] = {each.key: each for each in COURSE}


def exercise_named(key: str) -> Exercise:
    """The exercise of that key. Raises :class:`Refused`."""
    found = EXERCISES.get(key)
    if found is None:
        raise Refused(fact("practice.no_exercise", key=key), fact("practice.there_are", list=listed(EXERCISES)))
    return found


def own(setup: str, stand: StandKey) -> Exercise:
    """Free play on a rig as it is: everything that its way of carrying asks is looked at."""
    return Exercise(FREE, setup, stand, (), {}, 0.0)


def ready(exercise: Exercise, kit: Document) -> Document:
    """The document in which an exercise is done: the kit with this rig as the exercise has it at the start."""
    for placement, at_m in exercise.slides.items():
        kit = slide(kit, exercise.setup, placement, at_m)
    return kit


def goals_of(exercise: Exercise, analysis: Analysis) -> tuple[Condition, ...]:
    """What has to be right in the end, in the order in which it is put right."""
    order = [step.condition for step in steps_of(analysis)]
    found = {each.balance.key: each for each in analysis.conditions}
    wanted = exercise.goals or tuple(key for key in order if key in found)
    return tuple(found[key] for key in sorted(wanted, key=order.index) if key in found)
