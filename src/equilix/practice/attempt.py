"""An attempt at an exercise: the rig, what was wrong with it, the hints that were asked for; left and taken up."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from msgspec import Struct

from equilix.analysis import Analysis, analyse
from equilix.carry.conditions import Condition
from equilix.document import Document
from equilix.errors import EquilixError, Refused
from equilix.facts import Sayable, fact
from equilix.planner.plan import DrawOut, SlideTo
from equilix.practice.exercises import EXERCISES, FREE, Exercise, own, ready
from equilix.practice.meaning import Symptom, first_off, hint, symptoms
from equilix.practice.scoring import FAIR_TRY, Best, Count, count
from equilix.practice.sliding import OUT, Deed, put_at
from equilix.practice.stands import STANDS, StandKey
from equilix.practice.trainer import Trainer

HINT_WHAT: Final = 3
"""From this hint on it is told what has to be slid."""


class Left(Struct, frozen=True):
    """An attempt as it was left: enough to take it up again. Places in m, by the keys of the tracks."""

    exercise: str
    setup: str
    stand: StandKey
    places_m: Mapping[str, float]
    loose: tuple[str, ...]
    seconds: float
    hints: int
    deeds: tuple[Deed, ...]


class Attempt:
    """``kit``: the document that the rig comes from; it stays as it is."""

    def __init__(self, exercise: Exercise, kit: Document) -> None:
        self.exercise, self.kit = exercise, kit
        document = ready(exercise, kit)
        self.began: Analysis = analyse(document, document.setups_by_id[exercise.setup])
        self.trainer = Trainer(
            document, exercise.setup, exercise.stand, loose=exercise.loose, friction=exercise.friction
        )
        self.start = document
        self.hints = 0
        self.best: Best | None = None
        """What could be had from the start; worked out beside the interface."""

    @property
    def free(self) -> bool:
        """Whether it is a rig of one's own, and nothing was put wrong on it."""
        return self.exercise.key == FREE

    @property
    def counts(self) -> bool:
        """Whether there is anything to be balanced: a table asks nothing of a rig but to stay there."""
        return self.exercise.stand != "table" and bool(self.began.conditions)

    @property
    def motors_come_on(self) -> bool:
        """Whether the motors come on once it is counted: where the exercise asks it, and on one's own gimbal."""
        return self.exercise.motors or (self.free and self.exercise.stand == "gimbal")

    @property
    def task(self) -> Sayable:
        """What is to be done."""
        return fact("practice.table_task") if self.free and self.exercise.stand == "table" else self.exercise.task

    @property
    def analysis(self) -> Analysis:
        """The rig as it stands."""
        return self.trainer.analysis

    @property
    def counted(self) -> Count:
        """How it counts as it stands."""
        trainer = self.trainer
        return count(self.exercise, self.analysis, trainer.deeds, trainer.seconds, self.hints, self.best)

    @property
    def symptoms(self) -> tuple[Symptom, ...]:
        """What was wrong, and what it meant."""
        return symptoms(self.exercise, self.began, self.analysis)

    @property
    def cannot(self) -> Sayable:
        """Why this rig cannot be balanced with what slides, said after a fair try; empty where it can."""
        if self.best is None or self.best.can or len(self.trainer.deeds) < FAIR_TRY:
            return ""
        return fact("practice.cannot", why=self.best.why)

    def reads_m(self, key: str) -> float:
        """What the scale of a track says, which may be wrong."""
        track = self.trainer.track(key)
        return track.zero_m + self.trainer.slide_m(key) + self.exercise.scales.get(key, 0.0)

    def tape_m(self, key: str) -> float | None:
        """The mark that somebody remembers for it, as the scale ought to read; None where nobody does."""
        slide = self.exercise.tape.get(key)
        return None if slide is None else self.trainer.track(key).zero_m + slide

    def hint(self) -> Sayable:
        """Ask for a hint: where to look, which way it goes, what does it. Each is counted, and each says more."""
        self.hints += 1
        off = first_off(self.exercise, self.analysis)
        if off is None or self.hints < HINT_WHAT:
            return hint(self.exercise, self.analysis, self.hints)
        return self._what_does_it(off)

    def _what_does_it(self, off: Condition) -> Sayable:
        """What has to be slid for a condition, and which way on its scale; not how far."""
        trainer, best = self.trainer, self.best
        wanted = () if best is None else [step for step in best.plan.steps if isinstance(step, SlideTo | DrawOut)]
        keys = [f"{each.placement}{OUT}" if isinstance(each, DrawOut) else each.placement for each in wanted]
        does = {key: trainer.moves(key, off.balance.key) for key in keys}
        if not does:
            return hint(self.exercise, self.analysis, self.hints)
        key = max(does, key=lambda each: abs(does[each]))
        on = does[key] * off.value_m < 0
        return fact("practice.hint_more" if on else "practice.hint_less", name=trainer.track(key).name)

    def again(self) -> None:
        """Begin anew; what could be had is known already."""
        self.trainer, self.hints = Attempt(self.exercise, self.kit).trainer, 0

    @property
    def left(self) -> Left:
        """As it is, to be taken up again."""
        trainer = self.trainer
        places = {each.key: trainer.slide_m(each.key) for each in trainer.tracks}
        return Left(
            self.exercise.key, self.exercise.setup, self.exercise.stand, places, tuple(sorted(trainer.loose)),
            trainer.seconds, self.hints, tuple(trainer.deeds),
        )  # fmt: skip


def taken_over(attempt: Attempt, document: Document) -> Document:
    """The document with its rig slid and drawn out as it was practised. Refused where nothing is new."""
    setup_id, trainer = attempt.exercise.setup, attempt.trainer
    made = document
    for track in trainer.tracks:
        made = put_at(made, setup_id, track, trainer.slide_m(track.key))
    if made == document:
        raise Refused(fact("practice.nothing_new"), fact("practice.slide_first"))
    return made


def taken_up(left: Left, kit: Document, own_kit: Document) -> Attempt | None:
    """An attempt that was left; None where its exercise, or the rig that it was on, is not there any more."""
    exercise = EXERCISES.get(left.exercise)
    if exercise is None:
        if left.exercise != FREE or left.setup not in own_kit.setups_by_id or left.stand not in STANDS:
            return None
        exercise, kit = own(left.setup, left.stand), own_kit
    try:
        attempt = Attempt(exercise, kit)
        trainer = attempt.trainer
        known = {each.key for each in trainer.tracks}
        for key, place in left.places_m.items():
            if key in known and abs(trainer.slide_m(key) - place) > 1e-7:
                trainer.put(key, place)
    except EquilixError:  # the rig has been rebuilt since
        return None
    trainer.loose = {key for key in left.loose if key in known}
    rows = len(attempt.analysis.conditions)
    trainer.deeds = [each for each in left.deeds if len(each.before) == rows == len(each.after)]
    trainer.seconds, attempt.hints = max(left.seconds, 0.0), max(left.hints, 0)
    return attempt
