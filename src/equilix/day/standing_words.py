"""How a day stands, in words that are read at arm's length: short, the most pressing first."""

from __future__ import annotations

import math

from equilix.day.day_words import clock, item_words
from equilix.day.standing import Lasting, Standing
from equilix.document import Document
from equilix.facts import NOTHING, Sayable, duration, fact

LEAST_SAID_MIN = 0.5


def now_words(standing: Standing, document: Document) -> Sayable:
    """What is on."""
    on, coming = standing.on, standing.coming
    if on is not None:
        kind = "break" if on.item.kind != "scene" and standing.phase == "runs" else standing.phase
        return fact(
            f"now.{kind}", what=item_words(on.item, document), take=standing.take, of=max(on.item.takes, standing.take)
        )
    if standing.ended:
        return fact("now.ended", at=clock(standing.minute))
    if coming is None or standing.phase == "over":
        return fact("now.over")
    what, ready = item_words(coming.item, document), clock(coming.ready_min)
    return fact(f"now.{standing.phase}", what=what, at=clock(coming.start_min), ready=ready)


def lasting_words(standing: Standing, document: Document) -> Sayable:
    """How long the weakest lasts: in the take that runs, else in the next one."""
    if not standing.joints:
        return NOTHING
    weakest = standing.joints[0]
    runs = standing.on is not None and standing.on.runs
    if math.isinf(weakest.fails_min) and math.isinf(weakest.limit_min):
        return fact("now.nothing_tires" if runs else "now.nothing_will_tire")
    what = joint_words(weakest, document)
    return what if runs else fact("now.next", what=what)


def joint_words(lasting: Lasting, document: Document) -> Sayable:
    """One joint, and how long it lasts."""
    operator = document.operators_by_id.get(lasting.who)
    who = fact("notebook.nobody") if operator is None else operator.name
    if lasting.fails_min <= 0:
        key = "now.gave_out"
    elif lasting.limit_min <= 0:
        key = "now.past_limit" if math.isfinite(lasting.fails_min) else "now.past_limit_only"
    elif math.isinf(lasting.limit_min):
        key = "now.lasts"
    else:
        key = "now.to_limit" if math.isfinite(lasting.fails_min) else "now.to_limit_only"
    return fact(key, joint=lasting.key, who=who, limit=_minutes(lasting.limit_min), out=_minutes(lasting.fails_min))


def swap_words(standing: Standing) -> Sayable:
    """The next battery that will be empty."""
    swap = standing.swap
    if swap is None:
        return fact("now.no_swap") if standing.powered and standing.phase != "over" else NOTHING
    key = "now.swap" if swap.next_number else "now.last_battery"
    return fact(key, part=swap.part.name, at=clock(swap.minute))


def coming_words(standing: Standing, document: Document) -> Sayable:
    """What comes next, and the conversion to it."""
    coming = standing.coming
    if coming is None:
        return NOTHING
    what, at = item_words(coming.item, document), clock(coming.start_min)
    if standing.on is None and standing.phase in ("waiting", "before", "converting"):
        return NOTHING  # it stands in the first line
    if coming.conversion_min < LEAST_SAID_MIN:
        return fact("now.then", what=what, at=at)
    return fact("now.then_converted", what=what, at=at, time=duration(coming.conversion_min * 60))


def step_words(standing: Standing) -> Sayable:
    """The first step of the conversion to it."""
    return NOTHING if not standing.first_step else fact("now.first_step", step=standing.first_step)


def in_time_words(standing: Standing, document: Document) -> Sayable:
    """What must be reached, and how much time there is."""
    if standing.in_time is None:
        return NOTHING
    spare = standing.spare_min
    key = "now.to_spare" if spare >= 0 else "now.missed"
    what, at = item_words(standing.in_time.item, document), clock(standing.in_time.start_min)
    return fact(key, what=what, at=at, by=duration(abs(spare) * 60))


def _minutes(value: float) -> Sayable:
    """Whole minutes from five on, so that what is read stands still for a while."""
    if math.isinf(value):
        return NOTHING
    seconds = max(value, 0.0) * 60
    return duration(math.floor(seconds / 60) * 60 if seconds >= 300 else math.floor(seconds / 10) * 10)
