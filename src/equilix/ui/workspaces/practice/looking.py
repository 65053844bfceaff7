"""What is worked out beside the interface while somebody practises."""

from __future__ import annotations

from collections.abc import Iterator

from equilix.errors import Called
from equilix.practice.attempt import Attempt
from equilix.practice.motors import MotorsOn, motors_on
from equilix.practice.scoring import Best, best_of


def look_for_best(attempt: Attempt, called_off: Called) -> Iterator[Best]:
    """What could be had with what slides; nothing where nothing is to be balanced."""
    found = best_of(attempt.start, attempt.exercise, called_off)
    if found is not None:
        yield found


def work_out_motors(attempt: Attempt, called_off: Called) -> Iterator[MotorsOn]:
    """What the motors do as the rig stands: a second of work."""
    found = motors_on(attempt.analysis, called_off)
    if found is not None:
        yield found
