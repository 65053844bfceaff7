"""What tests of the trainer share: letting time go on, rigs as a plan leaves them, attempts at the course."""

from equilix.analysis import analyse
from equilix.demo import lighthouse
from equilix.document import Document
from equilix.planner.schools import plan
from equilix.practice.attempt import Attempt
from equilix.practice.exercises import EXERCISES
from equilix.practice.scoring import best_of
from equilix.practice.trainer import Trainer

DEMO = lighthouse()
FRAME_S = 1 / 60


def go(trainer: Trainer, seconds: float) -> None:
    """Let time go on in pictures."""
    for _ in range(round(seconds / FRAME_S)):
        trainer.advance(FRAME_S)


def balanced(setup: str, document: Document = DEMO) -> Document:
    """The document with a setup as the plan that moves what is there leaves it."""
    found = plan("move", document, analyse(document, document.setups_by_id[setup]))
    for step in found.steps:
        document = step.apply(document, setup)
    return document


def attempt_at(key: str) -> Attempt:
    """An attempt at a step of the course, with what could be had."""
    made = Attempt(EXERCISES[key], DEMO)
    made.best = best_of(made.start, made.exercise)
    return made


def solve(attempt: Attempt) -> None:
    """Slide everything to where the plan wants it, in the order in which it is balanced."""
    assert attempt.best is not None
    wanted = {step.placement: step.slide_m for step in attempt.best.plan.steps if hasattr(step, "slide_m")}
    order = ("gimbal-plate", "gimbal-cradle", "gimbal-roll-arm", "gimbal-pan-arm")
    for key in sorted(wanted, key=lambda each: order.index(each) if each in order else 0):
        attempt.trainer.loosen(key)
        attempt.trainer.slide(key, wanted[key])
        attempt.trainer.clamp(key)
