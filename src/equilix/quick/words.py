"""What is said of a quick answer."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from equilix.facts import NOTHING, Sayable, fact, length, mass
from equilix.quick.answer import Answer, Hang, Needed, Step, Way
from equilix.quick.told import HANGING, stays_sd_kg

DATUMS: Final[dict[str, Sayable]] = {
    "shoulder": fact("conditions.middle_of_pad"), "handheld": fact("handheld.line_hands"),
    "low": fact("low.the_hand"), "gimbal": fact("gimbal.axis", axis=fact("axis.tilt")), "vest": fact("vest.post"),
    "harness": fact("harness.eyelet"), "tripod": fact("tripod.axis_head"),
}  # fmt: skip
"""From what places count, by the way of carrying."""


def step_words(found: Answer, step: Step) -> Sayable:
    """'Slide the camera back by 95 mm', 'Hang the battery (790 g) 350 mm behind the middle of the pad'."""
    if isinstance(step, Hang):
        weight = found.told.weights[step.which]
        key = "quick.hang_ahead" if step.at_m > 0 else "quick.hang_behind"
        datum = found.condition.balance.datum_name
        return fact(key, what=weight.name, kg=mass(weight.mass_kg), at=length(abs(step.at_m)), datum=datum)
    key = "quick.slide_ahead" if step.by_m > 0 else "quick.slide_back"
    what: Sayable = fact("quick.the_camera") if step.which is None else found.told.sliding[step.which].name
    return fact(key, what=what, by=length(abs(step.by_m)))


def done_words(found: Answer) -> Sayable:
    """That nothing is to be done."""
    return fact("quick.is_right", datum=found.condition.balance.datum_name)


def added_words(way: Way) -> Sayable:
    """', 790 g heavier'; nothing where it adds nothing."""
    return fact("quick.heavier", kg=mass(way.added_kg)) if way.added_kg else NOTHING


def needed_words(needed: Needed) -> Sayable:
    """'2.04 kg at 300 mm behind would balance it'."""
    key = "quick.needed_ahead" if needed.at_m > 0 else "quick.needed_behind"
    return fact(key, kg=mass(needed.mass_kg), at=length(abs(needed.at_m)))


def nothing_reaches(found: Answer) -> Sayable:
    """Why there is no way: nothing was told that could be moved or hung, or it does not suffice."""
    told = found.told
    anything = told.slide_m is not None or told.sliding or told.weights
    return fact("quick.not_enough" if anything else "quick.nothing_told")


def usual_words(found: Answer) -> Iterator[Sayable]:
    """What was not told and taken as usual."""
    told = found.told
    if told.stays_kg is None and told.slide_m is not None:
        yield fact("quick.usual_stays", kg=mass(told.at_rest_kg), doubt=mass(stays_sd_kg(told)))
    if told.height_m is None and told.carry in HANGING:
        yield fact("quick.usual_height", high=length(abs(told.cg_over_m)))
    if told.carry in ("gimbal", "vest"):
        yield fact(f"quick.only_along_{told.carry}")
