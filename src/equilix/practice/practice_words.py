"""How an attempt counts and what motors do, as facts to be told."""

from __future__ import annotations

from datetime import date

from equilix.body.practised import Practised
from equilix.facts import Sayable, angle, duration, fact, number, percent
from equilix.notebook.notebook_words import day_words
from equilix.practice.exercises import EXERCISES, FREE
from equilix.practice.motors import MotorsOn
from equilix.practice.scoring import Count


def count_words(counted: Count) -> tuple[Sayable, ...]:
    """The points, and where they come from, a line each."""
    worst = (
        fact("practice.right", off=percent(counted.off), best=percent(counted.best))
        if counted.right
        else fact("practice.not_right", off=number(counted.off, 1), best=number(counted.best, 1))
    )
    return (
        fact("practice.points", points=number(counted.points)),
        worst,
        fact("practice.order_share", share=percent(counted.in_order)),
        fact("practice.took", time=duration(counted.seconds)),
        *((fact("practice.hints_taken", count=counted.hints),) if counted.hints else ()),
    )


def motor_words(motors: MotorsOn) -> tuple[Sayable, ...]:
    """What each motor gives, how much it shakes, and how long the battery lasts."""
    rows: list[Sayable] = [
        fact(
            "practice.motor", axis=fact(f"axis.{each.name}"), level=percent(each.level), worst=percent(each.worst),
            shake=fact("practice.shake", shake=angle(each.shake_rad)),
        )
        for each in motors.motors
    ]  # fmt: skip
    if motors.run_time:
        rows.append(fact("practice.run_time", said=motors.run_time))
    return tuple(rows)


def title_of(key: str) -> Sayable:
    """What an exercise is called; one that is not known any more by its key."""
    return fact(f"practice.{key}") if key in EXERCISES or key == FREE else key


def attempt_words(each: Practised) -> Sayable:
    """An attempt in a line: its day, what it was, its points."""
    return fact(
        "practice.attempt", day=day_words(date.fromisoformat(each.day)), title=title_of(each.exercise),
        setup=each.setup, points=number(each.points), time=duration(each.seconds),
    )  # fmt: skip
