"""What to loosen, what to slide, which way and how far: the guided procedure of a way of carrying."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition, Step
from equilix.carry.gimbal import MOTORS_ON
from equilix.carry.gimbal import STEPS as GIMBAL_STEPS
from equilix.document import Document
from equilix.edits import rigging
from equilix.rig.clearance import Travel, free_travel
from equilix.rig.kinematics import called, way_word
from equilix.units import length

Array = NDArray[np.float64]

UPSETS = 0.5
"""A slide may move what was balanced before by this share of its tolerance."""
LEAST_EFFECT = 0.02
"""A slide that moves the CG by less than this share of itself is of no use."""
LEAST_M = 0.0005


@dataclass(frozen=True, slots=True)
class Move:
    """Slide a placement to ``slide_m``; ``moved_m`` ``(3,)`` is how far that is in the rig frame."""

    placement: str
    slide_m: float
    moved_m: Array
    text: str
    mark: str


@dataclass(frozen=True, slots=True)
class Advice:
    """One step as things stand: the condition, what to loosen and slide, and what is missing."""

    step: Step
    condition: Condition
    loosen: str
    moves: tuple[Move, ...]
    short: str

    @property
    def done(self) -> bool:
        """Whether this axis is right."""
        return self.condition.ok

    def apply(self, document: Document, setup_id: str) -> Document:
        """Carry its slides out."""
        for move in self.moves:
            document = rigging.slide(document, setup_id, move.placement, move.slide_m)
        return document


@dataclass(frozen=True, slots=True)
class _Slider:
    placement: str
    way: Array
    now_m: float
    travel: Travel
    effects: Array
    """Change of each condition with the slide, m/m."""


def steps_of(analysis: Analysis) -> tuple[Step, ...]:
    """The steps of a way that this rig has conditions for; those of a gimbal that rides on something come first."""
    there = {c.balance.name for c in analysis.conditions}
    own = {step.condition for step in analysis.way.steps}
    riding = tuple(step for step in GIMBAL_STEPS if step.condition not in own)
    return tuple(step for step in (*riding, *analysis.way.steps) if step.condition in there)


def finish(analysis: Analysis) -> str:
    """What comes after the last step; empty where nothing does."""
    said = [MOTORS_ON] if analysis.drives.axes else []
    turns = lift_setting(analysis)
    if turns is not None:
        now = analysis.setup.setting
        was = "" if now is None else f" (now {now:g})"
        said.append(
            f"Then the lift: turn the spring to {turns:.1f} turns{was}, until the rig floats where you want it."
        )
    return " ".join(said)


def lift_setting(analysis: Analysis) -> float | None:
    """The turns at which arm or harness floats this rig, in tenths; None where there is no spring or it cannot."""
    figures = {figure.key: figure for figure in analysis.figures}
    if "turns_wanted" not in figures or figures["rated_share"].warning:
        return None
    return round(figures["turns_wanted"].value, 1)


def advise(analysis: Analysis) -> tuple[Advice, ...]:
    """Every step in order, with what it would take now."""
    steps = steps_of(analysis)
    conditions = [next(c for c in analysis.conditions if c.balance.name == step.condition) for step in steps]
    sliders = _sliders(analysis, conditions) if any(not c.ok for c in conditions) else []
    return tuple(_advice(analysis, step, number, conditions, sliders) for number, step in enumerate(steps))


def _sliders(analysis: Analysis, conditions: Sequence[Condition]) -> list[_Slider]:
    assembly, found = analysis.assembly, []
    for row, placement_id in enumerate(assembly.ids):
        seat, placement = assembly.seats[row], assembly.setup.by_id[placement_id]
        way = assembly.slide_direction(placement_id)
        if seat is None or seat.track is None or way is None or placement.pinned:
            continue
        travel = free_travel(assembly, placement_id)
        if travel is None or travel.to_m - travel.from_m < LEAST_M:
            continue
        moved = set(assembly.setup.subtree(placement_id))
        effects = np.array([_effect(analysis, condition, moved, way) for condition in conditions])
        if np.abs(effects).max(initial=0.0) > LEAST_EFFECT:
            found.append(_Slider(placement_id, way, placement.slide_m, travel, effects))
    return found


def _effect(analysis: Analysis, condition: Condition, moved: set[str], way: Array) -> float:
    """How far the condition's value goes for each metre that ``moved`` slides along ``way``."""
    balance, assembly = condition.balance, analysis.assembly
    rows = [assembly.index[placement_id] for placement_id in moved]
    with_parts = float((condition.by_place[rows] @ way).sum())
    share = sum(part for placement_id, part in balance.datum_on if placement_id in moved)
    with_datum = (
        float((condition.by_place @ way).sum()) if balance.lever is not None else float(balance.direction @ way)
    )
    return with_parts - share * with_datum


def _advice(
    analysis: Analysis, step: Step, number: int, conditions: Sequence[Condition], sliders: Sequence[_Slider]
) -> Advice:
    condition = conditions[number]
    if condition.ok:
        return Advice(step, condition, "", (), "")
    before = range(number)
    choices = [
        found
        for count in (1, 2)
        for group in itertools.combinations(
            [s for s in sliders if np.abs(s.effects[: number + 1]).max() > LEAST_EFFECT], count
        )
        if (found := _solve(group, number, before, conditions)) is not None
    ]
    if not choices:
        return Advice(
            step, condition, "", (), "Nothing on this rig slides that way. Mount a plate or a rail that does."
        )
    _, group, targets, missing = min(choices, key=lambda choice: choice[0])
    moves = tuple(
        _move(analysis, slider, target)
        for slider, target in zip(group, targets, strict=True)
        if abs(target - slider.now_m) >= LEAST_M
    )
    loosen = " and ".join(f"the {called(analysis.assembly, move.placement)}" for move in moves)
    short = f"That is as far as it goes: {length(missing, analysis.display)} are missing." if missing > LEAST_M else ""
    return Advice(step, condition, f"Loosen {loosen}." if loosen else "", moves, short)


_Choice = tuple[tuple[float, ...], tuple[_Slider, ...], tuple[float, ...], float]


def _solve(group: tuple[_Slider, ...], number: int, before: range, conditions: Sequence[Condition]) -> _Choice | None:
    """Where these slides put the step right, with a price: what is missing, what is upset, things touched, travel.

    Two slides also keep the earlier condition that one of them alone would upset most.
    """
    if len(group) == 1:
        slider = group[0]
        effect = float(slider.effects[number])
        if abs(effect) < LEAST_EFFECT:
            return None
        shifts = np.array((-conditions[number].value_m / effect,))
    else:
        if not before:
            return None
        kept = max(before, key=lambda k: float(np.abs([s.effects[k] for s in group]).max()))
        matrix = np.array([[s.effects[k] for s in group] for k in (number, kept)])
        if abs(float(np.linalg.det(matrix))) < LEAST_EFFECT**2:
            return None
        off = conditions[kept].value_m if conditions[kept].ok else 0.0
        shifts = np.linalg.solve(matrix, (-conditions[number].value_m, -off))
    targets = tuple(
        min(max(s.now_m + float(shift), s.travel.from_m), s.travel.to_m) for s, shift in zip(group, shifts, strict=True)
    )
    moved = np.array([t - s.now_m for s, t in zip(group, targets, strict=True)])
    left = abs(
        conditions[number].value_m + sum(float(s.effects[number]) * d for s, d in zip(group, moved, strict=True))
    )
    missing = max(left - conditions[number].balance.tolerance_m, 0.0)
    upset = max(
        (
            abs(sum(float(s.effects[k]) * d for s, d in zip(group, moved, strict=True)))
            / conditions[k].balance.tolerance_m
            for k in before
            if conditions[k].ok
        ),
        default=0.0,
    )
    price = (round(missing, 4), float(upset > UPSETS), float(len(group)), float(np.abs(moved).sum()))
    return price, group, targets, missing


def _move(analysis: Analysis, slider: _Slider, target: float) -> Move:
    assembly = analysis.assembly
    seat = assembly.seats[assembly.index[slider.placement]]
    assert seat is not None and seat.track is not None  # a slider sits on a track
    settled = seat.track.settle(round(target, 4))
    moved = (settled - slider.now_m) * slider.way
    far = length(float(np.abs(settled - slider.now_m)), analysis.display)
    text = f"Slide the {called(assembly, slider.placement)} {way_word(moved)} {far}"
    return Move(slider.placement, settled, moved, text, seat.track.reads(settled, analysis.display))
