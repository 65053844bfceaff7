"""What to loosen, what to slide, which way and how far: the guided procedure of a way of carrying.

It is the plan that moves what is there, told in the order in which people balance: every move stands at the first step
that it matters to. So a step follows from those before it, the whole list ends where the plan does, and the two can
never contradict each other.
"""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition, Step
from equilix.carry.gimbal import MOTORS_ON
from equilix.carry.gimbal import STEPS as GIMBAL_STEPS
from equilix.document import Document
from equilix.facts import NOTHING, Sayable, fact, general, listed, number, run
from equilix.planner.moves import find_moves
from equilix.planner.plan import DrawOut, Plan, SlideTo
from equilix.planner.plan import Step as PlanStep
from equilix.words.rig import called

Array = NDArray[np.float64]

MATTERS = 0.5
"""A move belongs to the first step whose condition it shifts by this share of its tolerance."""


class Move(Struct, frozen=True):
    """One step of the plan that is still to be done; ``moved_m`` ``(3,)`` is how far that is in the rig frame."""

    step: PlanStep
    placement: str
    moved_m: Array
    order: int
    """Its place among what is still to be done, whichever axis it is for."""


class Advice(Struct, frozen=True):
    """One step as things stand: the condition, what to loosen and move, what is missing, and what puts it right."""

    step: Step
    condition: Condition
    loosen: Sayable
    moves: tuple[Move, ...]
    short: Sayable
    elsewhere: Sayable = ""
    """Which step puts this one right, where it is another."""
    looking: bool = False
    """What to slide for it is still being looked for."""

    @property
    def done(self) -> bool:
        """Whether this axis is right and nothing has to be moved for it."""
        return self.condition.ok and not self.moves

    def apply(self, document: Document, setup_id: str) -> Document:
        """Carry its moves out."""
        for move in self.moves:
            document = move.step.apply(document, setup_id)
        return document


def steps_of(analysis: Analysis) -> tuple[Step, ...]:
    """The steps of a way that this rig has conditions for; those of a gimbal that rides on something come first."""
    there = {c.balance.key for c in analysis.conditions}
    own = {step.condition for step in analysis.way.steps}
    riding = tuple(step for step in GIMBAL_STEPS if step.condition not in own)
    return tuple(step for step in (*riding, *analysis.way.steps) if step.condition in there)


def finish(analysis: Analysis) -> Sayable:
    """What comes after the last step; empty where nothing does."""
    said: list[Sayable] = [MOTORS_ON] if analysis.drives.axes else []
    turns = lift_setting(analysis)
    if turns is not None:
        now = analysis.setup.setting
        if now is None:
            said.append(fact("guide.then_lift", turns=number(turns, 1)))
        else:
            said.append(fact("guide.then_lift_from", turns=number(turns, 1), now=general(now)))
    return listed(said, "blank")


def lift_setting(analysis: Analysis) -> float | None:
    """The turns at which arm or harness floats this rig, in tenths; None where there is no spring or it cannot."""
    figures = {figure.key: figure for figure in analysis.figures}
    if "turns_wanted" not in figures or figures["rated_share"].warning:
        return None
    return round(figures["turns_wanted"].value, 1)


def serves(plan: Plan, analysis: Analysis) -> bool:
    """Whether a plan can be followed from here: the rig is as it was, but for steps of it that are done already."""
    before, after, now = plan.before, plan.after.setup, analysis.setup
    if before.operator != analysis.operator or now.changed(placements=()) != before.setup.changed(placements=()):
        return False
    known, kit = before.carried.kit, analysis.carried.kit
    if known.keys() != kit.keys() or any(known[key] != part for key, part in kit.items()):
        return False
    here = before.setup.by_id.keys() == now.by_id.keys()
    return here and all(p in (before.setup.by_id[p.id], after.by_id.get(p.id)) for p in now.placements)


def advise(analysis: Analysis, plan: Plan | None) -> tuple[Advice, ...]:
    """Every step in order, with what of the plan is still to be done for it.

    ``plan``: the one that moves what is there, made for this rig (:func:`serves`); None while it is looked for.
    """
    steps = steps_of(analysis)
    conditions = [next(c for c in analysis.conditions if c.balance.key == step.condition) for step in steps]
    if plan is None:
        wanted = any(not c.ok for c in conditions)
        return tuple(Advice(s, c, "", (), "", looking=wanted and not c.ok) for s, c in _pairs(steps, conditions))
    moves = _pending(analysis, plan)
    at: list[list[Move]] = [[] for _ in steps]
    for move, effects in _effects(analysis, moves, conditions):
        at[_first(effects)].append(move)
    ends = {c.balance.key: c for c in plan.after.conditions}
    found = []
    for k, (step, condition) in enumerate(_pairs(steps, conditions)):
        mine = tuple(at[k])
        short: Sayable = NOTHING
        elsewhere: Sayable = NOTHING
        if not ends[step.condition].ok:
            short = run(plan.reason, plan.remedy)
        elif not condition.ok and not mine:
            elsewhere = _elsewhere(steps, at)
        names = listed(
            (fact("guide.each_to_loosen", what=called(analysis.assembly, move.placement)) for move in mine), "and"
        )
        found.append(Advice(step, condition, fact("guide.loosen", what=names) if names else "", mine, short, elsewhere))
    return tuple(found)


def _pairs(steps: Sequence[Step], conditions: Sequence[Condition]) -> Sequence[tuple[Step, Condition]]:
    return list(zip(steps, conditions, strict=True))


def _elsewhere(steps: Sequence[Step], at: Sequence[Sequence[Move]]) -> Sayable:
    titles = [fact("common.quoted", what=step.title) for step, moves in zip(steps, at, strict=True) if moves]
    return fact("guide.comes_right", steps=listed(titles, "and")) if titles else ""


def _pending(analysis: Analysis, plan: Plan) -> list[Move]:
    """The plan's steps that are not done yet, with how far each goes."""
    found: list[Move] = []
    assembly, setup = analysis.assembly, analysis.setup
    for step in plan.steps:
        if isinstance(step, SlideTo):
            placement = setup.by_id.get(step.placement)
            way = assembly.slide_direction(step.placement) if placement is not None else None
            if placement is not None and way is not None and abs(placement.slide_m - step.slide_m) > 1e-6:
                found.append(Move(step, step.placement, (step.slide_m - placement.slide_m) * way, len(found)))
        elif isinstance(step, DrawOut):
            placement = setup.by_id.get(step.placement)
            if placement is not None and abs(placement.extension_m - step.extension_m) > 1e-6:
                row = assembly.index[step.placement]
                scope = assembly.parts[row].telescope
                assert scope is not None  # it is drawn out
                way = assembly.rotations[row] @ scope.axis_unit
                found.append(Move(step, step.placement, (step.extension_m - placement.extension_m) * way, len(found)))
        else:
            placement_id = getattr(step, "placement", None)
            after = plan.after.setup.by_id.get(placement_id or "")
            if placement_id in setup.by_id and setup.by_id[placement_id] != after:
                found.append(Move(step, placement_id, np.zeros(3), len(found)))
    return found


def _effects(
    analysis: Analysis, moves: Sequence[Move], conditions: Sequence[Condition]
) -> list[tuple[Move, list[float]]]:
    """Each move with how far it shifts every condition, in its tolerances; a part mounted elsewhere counts for all."""
    known = {(move.placement, move.draws): move for move in find_moves(analysis)}
    found = []
    for move in moves:
        way = known.get((move.placement, isinstance(move.step, DrawOut)))
        if way is None:
            found.append((move, [1.0 for _ in conditions]))
            continue
        setup = analysis.setup
        shares = np.array([way.share_of(setup.carriers(each)) for each in analysis.assembly.ids])
        effects = []
        for condition in conditions:
            balance = condition.balance
            with_parts = float((condition.by_place @ move.moved_m) @ shares)
            datum = sum(part * way.share_of(setup.carriers(each)) for each, part in balance.datum_on)
            with_datum = (
                float((condition.by_place @ move.moved_m).sum())
                if balance.by_height is not None
                else float(balance.direction @ move.moved_m)
            )
            effects.append(abs(with_parts - datum * with_datum) / balance.tolerance_m)
        found.append((move, effects))
    return found


def _first(effects: Sequence[float]) -> int:
    matters = [number for number, effect in enumerate(effects) if effect >= MATTERS]
    return matters[0] if matters else int(np.argmax(effects))
