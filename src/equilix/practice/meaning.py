"""What is said of an attempt: hints while it lasts, where they are asked for, and what the symptoms meant, after."""

from __future__ import annotations

from collections.abc import Sequence

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition, Step
from equilix.facts import Sayable, fact, length
from equilix.guide.steps import steps_of
from equilix.practice.exercises import Exercise, goals_of


class Symptom(Struct, frozen=True):
    """What was seen on the rig, what it came of, and what is done about it; ``was`` and ``now`` its two values."""

    title: Sayable
    seen: Sayable
    means: Sayable
    was: Condition
    now: Condition


def step_for(analysis: Analysis, condition: Condition) -> Step:
    """The step by hand that puts a condition right."""
    return next(each for each in steps_of(analysis) if each.condition == condition.balance.key)


def first_off(exercise: Exercise, analysis: Analysis) -> Condition | None:
    """What is to be put right first; None where all that was asked is inside its tolerance."""
    return next((each for each in goals_of(exercise, analysis) if not each.ok), None)


def hint(exercise: Exercise, analysis: Analysis, level: int) -> Sayable:
    """The first hint says what to look at, the second which way it goes and what that asks for."""
    off = first_off(exercise, analysis)
    if off is None:
        return fact("practice.hint_done")
    step = step_for(analysis, off)
    if level <= 1:
        return fact("practice.hint_look", title=step.title, prepare=step.prepare, right=step.right)
    return fact("practice.hint_way", title=step.title, way=off.way, against=_against(off))


def _against(off: Condition) -> Sayable:
    """Which way the weight has to go."""
    ahead = off.value_m > 0
    axis = max(range(3), key=lambda k: abs(float(off.balance.direction[k])))
    forward = ahead == (float(off.balance.direction[axis]) > 0)
    return fact(f"practice.weight_{'xyz'[axis]}_{'less' if forward else 'more'}")


def symptoms(exercise: Exercise, before: Analysis, now: Analysis) -> tuple[Symptom, ...]:
    """What was wrong at the start, and how it stands now; in the order in which it is put right."""
    found = []
    after = {each.balance.key: each for each in goals_of(exercise, now)}
    for each in goals_of(exercise, before):
        key = each.balance.key
        if each.ok or key not in after:
            continue
        word = key.value.replace("-", "_")
        found.append(
            Symptom(
                step_for(before, each).title, fact(f"practice.seen_{word}", way=each.way),
                fact(f"practice.means_{word}", off=off_by(each)), each, after[key],
            )
        )  # fmt: skip
    return tuple(found)


def off_by(condition: Condition) -> Sayable:
    """How far off it is; without a doubt, for here the rig is what its data say."""
    balance = condition.balance
    way = balance.ahead if condition.value_m > 0 else balance.behind
    return fact("practice.off", off=length(abs(condition.value_m)), way=way, datum=balance.datum_name)


def left_over(conditions: Sequence[Condition]) -> tuple[Sayable, ...]:
    """What is still outside its tolerance."""
    return tuple(fact("practice.still_off", off=off_by(each), way=each.way) for each in conditions if not each.ok)
