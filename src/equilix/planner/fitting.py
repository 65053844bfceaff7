"""Where grips and screen should go for this body: a search over the marks, teeth and mounts that there are.

The posture is not linear in anything, but the choices are few: for each handle its slides, teeth and draw; for the
screen every mount that fits, standing or hung. Asked for balance too, the balance planner goes on from there.
"""

from __future__ import annotations

import contextlib
import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import partial

import numpy as np

from equilix.analysis import Analysis, analyse
from equilix.body.posture import knees_m, reach
from equilix.check import turns
from equilix.document import Document
from equilix.edits import rigging
from equilix.errors import EquilixError
from equilix.fit.gaze import Gaze, gaze
from equilix.kit.parts import Part
from equilix.planner.moves import left_in_kit
from equilix.planner.plan import Step
from equilix.planner.programme import Cancelled
from equilix.planner.schools import new_strikes, plan
from equilix.rig.clearance import free_travel, slider_of
from equilix.rig.kinematics import Assembly, way_word
from equilix.units import angle, length

TEETH_RAD = math.radians(90.0)
"""A handle is tried this far to both sides of where it is."""
ROUNDS = 2
CLEAR_RAD = math.radians(5.0)
"""Easier by less than this is not worth touching a handle."""


@dataclass(frozen=True, slots=True)
class TurnTo:
    """Turn a placement on its mount."""

    placement: str
    turn_rad: float
    text: str
    mark: str = ""
    minutes: float = 0.5

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.turn(document, setup_id, self.placement, self.turn_rad)


@dataclass(frozen=True, slots=True)
class DrawOut:
    """Draw a telescope out or push it in."""

    placement: str
    extension_m: float
    text: str
    mark: str = ""
    minutes: float = 0.5

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.extend(document, setup_id, self.placement, self.extension_m)


@dataclass(frozen=True, slots=True)
class Remount:
    """Mount a placement elsewhere, standing or hung."""

    placement: str
    parent: str
    point: str
    by: str
    text: str
    mark: str = ""
    minutes: float = 1.0

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.remount(document, setup_id, self.placement, self.parent, self.point, self.by)


@dataclass(frozen=True, slots=True)
class SlideTo:
    """Slide a placement for the body's sake."""

    placement: str
    slide_m: float
    text: str
    mark: str
    minutes: float = 1.0

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        return rigging.slide(document, setup_id, self.placement, self.slide_m)


@dataclass(frozen=True, slots=True)
class HangOn:
    """Mount an arm of the kit, maybe in place of another, and hang a placement on it."""

    placement: str
    arm: str
    parent: str
    point: str
    by: str
    head: str
    turn_rad: float
    extension_m: float
    text: str
    instead: str = ""
    """The arm that carries the placement now, and whose place this one takes."""
    mark: str = ""
    minutes: float = 3.0

    def apply(self, document: Document, setup_id: str) -> Document:
        """The document after this step."""
        if self.instead:
            document, made = rigging.exchange(document, setup_id, self.instead, self.arm), self.instead
        else:
            document, made = rigging.add(document, setup_id, self.arm, self.parent, self.point, self.by)
        document = rigging.turn(document, setup_id, made, self.turn_rad)
        document = rigging.extend(document, setup_id, made, self.extension_m)
        document = rigging.remount(document, setup_id, self.placement, made, "head", self.head)
        return rigging.turn(document, setup_id, self.placement, self.turn_rad)


FitStep = HangOn | TurnTo | DrawOut | Remount | SlideTo


@dataclass(frozen=True)
class FitPlan:
    """Moves for the body's sake, what they do, and their price in balance; with ``balance``, a plan that goes on."""

    title: str
    steps: tuple[FitStep | Step, ...]
    before: Analysis
    after: Analysis
    says: tuple[str, ...]
    """What becomes of elbows, arms, fists or gaze."""
    reason: str = ""

    @property
    def works(self) -> bool:
        """Whether there is something to gain."""
        return bool(self.steps) and not self.reason

    def apply(self, document: Document) -> Document:
        """Carry every step out."""
        for step in self.steps:
            document = step.apply(document, self.before.setup.id)
        return document


def discomfort(analysis: Analysis, side: str, point: np.ndarray) -> float:
    """How far a grip at ``point`` (3,) is from easy for one arm: elbow off 90° and upper arm off hanging, rad.

    Seated, the distance of the fist from the knee counts, a radian for 100 mm. Out of reach counts most.
    """
    stance = analysis.stance
    assert stance is not None  # asked for where someone holds it
    arm = reach(analysis.operator, side, stance.shoulders_m[side], point)
    if not arm.reached:
        return 10.0 + arm.reach_used
    if analysis.setup.seated:
        return float(np.linalg.norm(point - knees_m(analysis.operator, stance)[side] - (0.0, 0.0, 0.03))) / 0.1
    return abs(arm.elbow_angle_rad - math.pi / 2) + arm.elevation_rad


def fit_plans(
    document: Document, setup_id: str, cancelled: Callable[[], bool] = lambda: False, *, balance: bool = False
) -> Iterator[FitPlan]:
    """Grips for the arms, the screen for the eyes; with ``balance``, each goes on to a rig that rests."""
    analysis = analyse(document, document.setups_by_id[setup_id])
    if analysis.stance is None:
        return
    for make in (grips_plan, screen_plan):
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
        return FitPlan(fit.title, fit.steps, fit.before, fit.after, (*fit.says, f"Balance: {further.reason}"))
    after_doc = changed
    for step in further.steps:
        after_doc = step.apply(after_doc, setup.id)
    after = analyse(after_doc, after_doc.setups_by_id[setup.id])
    return FitPlan(f"{fit.title}, and balance", (*fit.steps, *further.steps), fit.before, after, fit.says)


def grips_plan(document: Document, analysis: Analysis, cancelled: Callable[[], bool]) -> FitPlan | None:
    """Each handle to where its elbow is near 90° and its upper arm hangs, or where the fist rests on the knee."""
    steps: list[FitStep] = []
    now = document
    for held in analysis.arms:
        if cancelled():
            raise Cancelled
        side = held.arm.side
        placement_id = _grip_placement(analysis, side)
        if placement_id is None:
            continue
        best = _best_grip(now, analysis, side, placement_id)
        for step in best:
            now = step.apply(now, analysis.setup.id)
        steps += best
    after = analyse(now, now.setups_by_id[analysis.setup.id])
    title = "Fists on the knees" if analysis.setup.seated else "Grips for the arms"
    if _all_arms(after) > _all_arms(analysis) - CLEAR_RAD:
        steps = []  # where the body follows the handles, moving both alike gains nothing
    if not steps:
        return FitPlan(title, (), analysis, analysis, (), "The handles are where the arms want them, or do not move.")
    return FitPlan(title, tuple(steps), analysis, after, _arms_said(analysis, after))


def _all_arms(analysis: Analysis) -> float:
    return sum(discomfort(analysis, held.arm.side, held.arm.hand_m) for held in analysis.arms)


def _grip_placement(analysis: Analysis, side: str) -> str | None:
    held = next((h for h in analysis.arms if h.arm.side == side), None)
    if held is None:
        return None
    near = min(
        analysis.carried.grips, key=lambda place: float(np.linalg.norm(place[3] - held.arm.hand_m)), default=None
    )
    return None if near is None else near[1]


def _best_grip(document: Document, analysis: Analysis, side: str, placement_id: str) -> list[FitStep]:
    """The teeth and draw, and the slide of what carries it, that are easiest for the arm."""
    setup_id = analysis.setup.id
    setup = document.setups_by_id[setup_id]
    placement, parts = setup.by_id[placement_id], document.parts_by_id
    part, seat = parts[placement.part], analysis.assembly.seats[analysis.assembly.index[placement_id]]
    turned: list[float] = []
    if seat is not None and turns(seat.point, seat.by):
        step = max(seat.point.turn_step_rad, seat.by.turn_step_rad) or math.radians(6.0)
        count = round(TEETH_RAD / step)
        turned = [placement.turn_rad + k * step for k in range(-count, count + 1, 2)]
    drawn: list[float] = []
    if part.telescope is not None:
        drawn = np.round(np.linspace(0.0, part.telescope.reach_m, 5), 3).tolist()
    slider = slider_of(analysis.assembly, placement_id)
    slides: list[float] = []
    if slider is not None and not setup.by_id[slider].pinned:
        travel = free_travel(analysis.assembly, slider)
        if travel is not None:
            slides = np.round(np.linspace(travel.from_m, travel.to_m, 7), 3).tolist()
    start = best = _ease(document, analysis, side, placement_id)
    now = document
    for _ in range(ROUNDS):  # one thing after the other, as one would by hand, until nothing gets easier
        for trial in _one_change(now, setup_id, placement_id, slider, turned, drawn, slides):
            worth = _ease(trial, analysis, side, placement_id)
            if worth < best - 1e-3:
                best, now = worth, trial
    return [] if best > start - CLEAR_RAD else _grip_steps(document, now, analysis, placement_id, slider)


def _one_change(
    document: Document,
    setup_id: str,
    placement_id: str,
    slider: str | None,
    turned: list[float],
    drawn: list[float],
    slides: list[float],
) -> Iterator[Document]:
    """The document with one of the three changed, each way it can be."""
    changes: list[Callable[[], Document]] = [
        *(partial(rigging.slide, document, setup_id, slider, slide) for slide in slides if slider is not None),
        *(partial(rigging.turn, document, setup_id, placement_id, turn) for turn in turned),
        *(partial(rigging.extend, document, setup_id, placement_id, draw) for draw in drawn),
    ]
    for change in changes:
        with contextlib.suppress(EquilixError):
            yield change()


def _ease(document: Document, analysis: Analysis, side: str, placement_id: str) -> float:
    from equilix.rig.kinematics import assemble

    setup = document.setups_by_id[analysis.setup.id]
    assembly = assemble(setup, document.parts_by_id)
    part, placement = assembly.parts[assembly.index[placement_id]], setup.by_id[placement_id]
    grip = part.grips[0]
    point = np.array(grip.position_m)
    if grip.extends and part.telescope is not None:
        point = point + part.telescope.axis_unit * placement.extension_m
    return discomfort(analysis, side, assembly.to_rig(placement_id, point))


def _grip_steps(
    old: Document, new: Document, analysis: Analysis, placement_id: str, slider: str | None
) -> list[FitStep]:
    setup_id, unit = analysis.setup.id, analysis.display
    was, now = (each.setups_by_id[setup_id].by_id for each in (old, new))
    name = old.parts_by_id[was[placement_id].part].name
    steps: list[FitStep] = []
    if slider is not None and abs(now[slider].slide_m - was[slider].slide_m) > 1e-6:
        seat = analysis.assembly.seats[analysis.assembly.index[slider]]
        way = analysis.assembly.slide_direction(slider)
        assert seat is not None and seat.track is not None and way is not None  # it was slid
        moved = (now[slider].slide_m - was[slider].slide_m) * way
        carrier = old.parts_by_id[was[slider].part].name
        text = f"Slide the {carrier} {way_word(moved)} {length(float(np.abs(moved).max()), unit)}"
        steps.append(SlideTo(slider, now[slider].slide_m, text, seat.track.reads(now[slider].slide_m, unit)))
    change = math.remainder(now[placement_id].turn_rad - was[placement_id].turn_rad, 2 * math.pi)
    if abs(change) > 1e-6:
        steps.append(TurnTo(placement_id, now[placement_id].turn_rad, f"Turn the {name} by {angle(change)}"))
    if abs(now[placement_id].extension_m - was[placement_id].extension_m) > 1e-6:
        to = now[placement_id].extension_m
        steps.append(DrawOut(placement_id, to, f"Draw the {name} {'out' if to else 'in'} to {length(to, unit)}"))
    return steps


def _arms_said(before: Analysis, after: Analysis) -> tuple[str, ...]:
    said = []
    for was in before.arms:
        now = next((h for h in after.arms if h.arm.side == was.arm.side), None)
        if now is not None:
            said.append(
                f"{was.arm.side.capitalize()} elbow {angle(was.arm.elbow_angle_rad)} → "
                f"{angle(now.arm.elbow_angle_rad)}, "
                f"upper arm raised {angle(was.arm.elevation_rad)} → {angle(now.arm.elevation_rad)}"
            )
    return tuple(said)


def _screen_worth(found: Gaze | None) -> float:
    if found is None:
        return math.inf
    easy = abs(found.up_rad + math.radians(7.0)) + 4 * max(found.up_rad, 0.0)
    far = 8 * max(0.25 - found.distance_m, 0.0) + 2 * max(found.distance_m - 0.6, 0.0)
    return easy + far + 2 * max(abs(found.beside_m) - 0.05, 0.0) + (1.0 if found.blocked_by else 0.0)


def screen_plan(document: Document, analysis: Analysis, cancelled: Callable[[], bool]) -> FitPlan | None:
    """The screen to where the gaze is level to 15° down, in line with the lens, near enough, past nothing."""
    before = gaze(analysis)
    if before is None:
        return None
    setup, part = analysis.setup, document.parts_by_id[analysis.setup.by_id[before.screen].part]
    best: tuple[float, tuple[FitStep, ...], Analysis] = (_screen_worth(before), (), analysis)
    for steps in _screen_moves(document, analysis, before.screen, part):
        if cancelled():
            raise Cancelled
        changed = document
        try:
            for step in steps:
                changed = step.apply(changed, setup.id)
        except EquilixError:
            continue
        after = analyse(changed, changed.setups_by_id[setup.id])
        worth = _screen_worth(gaze(after))
        if worth < best[0] - math.radians(2) and not new_strikes(analysis.assembly, after.assembly):
            best = (worth, steps, after)
    title = "The screen at eye level"
    if not best[1]:
        return FitPlan(title, (), analysis, analysis, (), "No free mount brings the screen nearer to a level gaze.")
    now = gaze(best[2])
    assert now is not None  # the screen is still there
    says = f"Gaze {_gaze_words(before)} → {_gaze_words(now)}, {length(now.distance_m, analysis.display)} away"
    return FitPlan(title, best[1], analysis, best[2], (says,))


def _screen_moves(document: Document, analysis: Analysis, screen: str, part: Part) -> Iterator[tuple[FitStep, ...]]:
    """The screen on every free mount that fits, standing or hung, and on every arm left in the kit that hangs it."""
    setup = analysis.setup
    for parent, point, _ in rigging.fitting_points(document, setup, part, moving=screen):
        for by in part.hangs_by:
            if by.kind == point.kind and (parent, point.name, by.name) != _mounted(analysis.assembly, screen):
                if point.direction[2] * by.direction[2] > 0.5:
                    continue  # it would stand on its head
                carrier = document.parts_by_id[setup.by_id[parent].part].name
                hung = (
                    "hung from its top"
                    if by.direction[2] > 0.5
                    else "standing"
                    if by.direction[2] < -0.5
                    else "by its side"
                )
                text = f"Mount the {part.name} on the {carrier}, {hung}"
                yield (Remount(screen, parent, point.name, by.name, text),)
    spare = left_in_kit(setup, document.parts_by_id)
    head = next((own.name for own in part.hangs_by if own.direction[2] > 0.5), None)
    for arm in document.parts:
        if arm.kind != "drop-arm" or spare.get(arm.id, 0) < 1 or head is None:
            continue
        places = [(parent, point, by.name, "") for parent, point, by in rigging.fitting_points(document, setup, arm)]
        old = setup.by_id[screen].parent
        if old is not None and document.parts_by_id[setup.by_id[old].part].kind == "arm":
            seat = analysis.assembly.seats[analysis.assembly.index[old]]
            if seat is not None:
                places.append((seat.parent, seat.point, seat.by.name, old))
        for parent, point, by_name, instead in places:
            if point.track is not None or parent in setup.subtree(screen) or point.direction[2] < 0.5 or parent == old:
                continue
            carrier = document.parts_by_id[setup.by_id[parent].part].name
            for turn in range(-150, 181, 30):
                for draw in (0.0, 0.05, 0.10):
                    said = length(draw, analysis.display)
                    text = (
                        f"Put the {arm.name} on the {carrier}, turned by {angle(math.radians(turn))}, drawn {said}, "
                        f"and hang the {part.name} on it"
                    )
                    yield (
                        HangOn(
                            screen, arm.id, parent, point.name, by_name, head, math.radians(turn), draw, text, instead
                        ),
                    )


def _gaze_words(found: Gaze) -> str:
    return f"{angle(abs(found.up_rad))} {'up' if found.up_rad > 0 else 'down'}"


def _mounted(assembly: Assembly, placement_id: str) -> tuple[str, str, str] | None:
    seat = assembly.seats[assembly.index[placement_id]]
    return None if seat is None else (seat.parent, seat.point.name, seat.by.name)
