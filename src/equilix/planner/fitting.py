"""Where grips should go for this body, and all plans for its sake: a search over the marks and teeth that there are.

The posture is not linear in anything, but the choices are few: for each handle its slides, teeth and draw. Asked for
balance too, the balance planner goes on from there.
"""

from __future__ import annotations

import contextlib
import math
from collections.abc import Callable, Iterator, Mapping

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.body.posture import Arm, reach
from equilix.carry.holding import grip_at
from equilix.document import Document
from equilix.edits import rigging
from equilix.errors import Cancelled, EquilixError
from equilix.facts import Sayable, angle, fact
from equilix.faults import turns
from equilix.fit.curves import lasts_s
from equilix.keys import Side
from equilix.planner.fit_plan import FitPlan, FitStep
from equilix.planner.head_room import head_plan
from equilix.planner.plan import DrawOut, SlideTo, TurnTo
from equilix.planner.schools import plan
from equilix.planner.screen import screen_plan
from equilix.rig.clearance import free_travel, slider_of
from equilix.rig.kinematics import assemble

TEETH_RAD = math.radians(90.0)
"""A handle is tried this far to both sides of where it is."""
ROUNDS = 2
WORSE = 8.0
"""What an arm loses where it was nearer to easy counts so many times."""
CLEAR_RAD = math.radians(5.0)
"""Easier by less than this is not worth touching a handle."""


def discomfort(analysis: Analysis, side: Side, point: np.ndarray, before: Arm | None = None) -> float:
    """How far a grip at ``point`` (3,) is from easy for one arm: elbow off 90° and upper arm off hanging, rad.

    Over a knee that is up, the distance of the fist from it counts, a radian for 100 mm. Out of reach counts most.
    ``before``: the arm as it is now; what is further off than there counts many times, so that neither is traded for
    the other.
    """
    stance = analysis.stance
    assert stance is not None  # asked for where someone holds it
    arm = reach(analysis.operator, side, stance.shoulders_m[side], point)
    if not arm.reached:
        return 10.0 + arm.reach_used
    knee = analysis.knees_m.get(side)
    if knee is not None:
        return float(np.linalg.norm(point - knee - (0.0, 0.0, 0.03))) / 0.1
    elbow, raised = abs(arm.elbow_angle_rad - math.pi / 2), arm.elevation_rad
    worse = 0.0
    if before is not None and before.reached:
        worse = max(elbow - abs(before.elbow_angle_rad - math.pi / 2), 0.0) + max(raised - before.elevation_rad, 0.0)
    return 0.8 * elbow + 1.2 * raised + WORSE * worse  # the shoulder tires first


def fit_plans(
    document: Document, setup_id: str, cancelled: Callable[[], bool] = lambda: False, *, balance: bool = False
) -> Iterator[FitPlan]:
    """Grips for the arms, the screen for the eyes; with ``balance``, each goes on to a rig that rests."""
    analysis = analyse(document, document.setups_by_id[setup_id])
    if analysis.stance is None:
        return
    for make in (grips_plan, screen_plan, head_plan):
        found = make(document, analysis, cancelled)
        if found is not None:
            yield _and_balance(document, found, cancelled) if balance and found.works else found


def _and_balance(document: Document, fit: FitPlan, cancelled: Callable[[], bool]) -> FitPlan:
    changed = fit.apply(document)
    if all(c.ok for c in fit.after.conditions):
        return fit
    setup = changed.setups_by_id[fit.before.setup.id]
    pinned = {step.placement for step in fit.steps if hasattr(step, "placement")}
    held = setup.changed(placements=tuple(p.changed(pinned=p.pinned or p.id in pinned) for p in setup.placements))
    further = plan("move", changed.with_setup(held), analyse(changed, held), cancelled)
    if not further.works:
        return FitPlan(
            fit.before, fit.after, fit.title, fit.steps, (*fit.says, fact("fitting.balance", reason=further.reason))
        )
    after_doc = changed
    for step in further.steps:
        after_doc = step.apply(after_doc, setup.id)
    after = analyse(after_doc, after_doc.setups_by_id[setup.id])
    return FitPlan(
        fit.before, after, fact("fitting.and_balance", title=fit.title), (*fit.steps, *further.steps), fit.says
    )


def grips_plan(document: Document, analysis: Analysis, cancelled: Callable[[], bool]) -> FitPlan | None:
    """Each handle to where its elbow is near 90° and its upper arm hangs, or where the fist rests on the knee.

    One thing after the other, as one would by hand: what carries the handles for all arms together, then the teeth
    and the draw of each; twice round.
    """
    title = fact("fitting.fists_knees") if analysis.knees_m else fact("fitting.grips_arms")
    grips = {held.arm.side: key for held in analysis.arms if (key := _grip_placement(analysis, held.arm.side))}
    sliders = {slider for key in grips.values() if (slider := slider_of(analysis.assembly, key)) is not None}
    now = document
    for _ in range(ROUNDS):
        for slider in sorted(sliders):
            if cancelled():
                raise Cancelled
            now = _easiest(now, analysis, grips, _slides(now, analysis, slider))
        for side, key in grips.items():
            now = _easiest(now, analysis, {side: key}, _turns_and_draws(now, analysis, key))
    after = analyse(now, now.setups_by_id[analysis.setup.id])
    if (
        _all_arms(after, analysis) > _all_arms(analysis, analysis) - CLEAR_RAD
    ):  # where the body follows the handles nothing is gained
        return FitPlan(analysis, analysis, title, (), (), fact("fitting.handles_where_arms_want_them"))
    if lasts_s(after) < 0.95 * lasts_s(analysis):
        return FitPlan(analysis, analysis, title, (), (), fact("fitting.suits_elbows_would_tire_something"))
    steps = _grip_steps(document, now, analysis, [*sorted(sliders), *grips.values()])
    return FitPlan(analysis, after, title, tuple(steps), _arms_said(analysis, after))


def _easiest(document: Document, analysis: Analysis, grips: Mapping[Side, str], trials: Iterator[Document]) -> Document:
    """Of the document and its variants the one that is easiest for these arms, by more than a whisker."""
    best, found = _ease(document, analysis, grips), document
    for trial in trials:
        worth = _ease(trial, analysis, grips)
        if worth < best - 1e-3:
            best, found = worth, trial
    return found


def _slides(document: Document, analysis: Analysis, slider: str) -> Iterator[Document]:
    travel = free_travel(analysis.assembly, slider)
    if travel is None or analysis.setup.by_id[slider].pinned:
        return
    for slide in np.round(np.linspace(travel.from_m, travel.to_m, 13), 3).tolist():
        with contextlib.suppress(EquilixError):
            yield rigging.slide(document, analysis.setup.id, slider, slide)


def _turns_and_draws(document: Document, analysis: Analysis, placement_id: str) -> Iterator[Document]:
    setup_id = analysis.setup.id
    placement, seat = (
        document.setups_by_id[setup_id].by_id[placement_id],
        analysis.assembly.seats[analysis.assembly.index[placement_id]],
    )
    part = document.parts_by_id[placement.part]
    if seat is not None and turns(seat.point, seat.by) and not placement.pinned:
        step = max(seat.point.turn_step_rad, seat.by.turn_step_rad) or math.radians(6.0)
        count = round(TEETH_RAD / step)
        for k in range(-count, count + 1):
            with contextlib.suppress(EquilixError):
                yield rigging.turn(document, setup_id, placement_id, placement.turn_rad + k * step)
    if part.telescope is not None:
        for draw in np.round(np.linspace(0.0, part.telescope.reach_m, 5), 3).tolist():
            yield rigging.extend(document, setup_id, placement_id, draw)


def _ease(document: Document, analysis: Analysis, grips: Mapping[Side, str]) -> float:
    """Discomfort of these arms with the body standing where it does, rad."""
    setup = document.setups_by_id[analysis.setup.id]
    assembly = assemble(setup, document.parts_by_id)
    total = 0.0
    for side, placement_id in grips.items():
        row = assembly.index[placement_id]
        hand, _ = grip_at(assembly, row, assembly.parts[row].grips[0])
        total += discomfort(analysis, side, hand, _arm_of(analysis, side))
    return total


def _arm_of(analysis: Analysis, side: str) -> Arm | None:
    return next((held.arm for held in analysis.arms if held.arm.side == side), None)


def _all_arms(analysis: Analysis, before: Analysis) -> float:
    return sum(
        discomfort(analysis, held.arm.side, held.arm.hand_m, _arm_of(before, held.arm.side)) for held in analysis.arms
    )


def _grip_placement(analysis: Analysis, side: str) -> str | None:
    held = next((h for h in analysis.arms if h.arm.side == side), None)
    if held is None:
        return None
    near = min(
        analysis.carried.grips, key=lambda place: float(np.linalg.norm(place.point_m - held.arm.hand_m)), default=None
    )
    return None if near is None else near.placement


def _grip_steps(old: Document, new: Document, analysis: Analysis, touched: list[str]) -> list[FitStep]:
    setup_id = analysis.setup.id
    was, now = (each.setups_by_id[setup_id].by_id for each in (old, new))
    steps: list[FitStep] = []
    for key in dict.fromkeys(touched):
        if abs(now[key].slide_m - was[key].slide_m) > 1e-6:
            steps.append(SlideTo(key, now[key].slide_m))
        change = math.remainder(now[key].turn_rad - was[key].turn_rad, 2 * math.pi)
        if abs(change) > 1e-6:
            steps.append(TurnTo(key, now[key].turn_rad))
        if abs(now[key].extension_m - was[key].extension_m) > 1e-6:
            steps.append(DrawOut(key, now[key].extension_m))
    return steps


def _arms_said(before: Analysis, after: Analysis) -> tuple[Sayable, ...]:
    said: list[Sayable] = []
    for was in before.arms:
        now = next((h for h in after.arms if h.arm.side == was.arm.side), None)
        if now is not None:
            said.append(
                fact(
                    "fitting.elbow_upper_arm_raised",
                    side=fact(f"way.{was.arm.side}"),
                    elbow_was=angle(was.arm.elbow_angle_rad),
                    elbow_now=angle(now.arm.elbow_angle_rad),
                    raised_was=angle(was.arm.elevation_rad),
                    raised_now=angle(now.arm.elevation_rad),
                )
            )
    return tuple(said)
