"""The steps of a plan for people: what to do, and where the scale stands when it is done."""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping, Sequence
from functools import singledispatch
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from equilix.analysis import Analysis
from equilix.document import FORMAT, VERSION, Document
from equilix.facts import NOTHING, Sayable, angle, fact, length, listed, mass
from equilix.guide.steps import Advice
from equilix.kit.mounts import MountPoint, Track
from equilix.kit.parts import Part
from equilix.planner.fit_plan import FitPlan, FitStep, HangOn, PutBetween, Remount
from equilix.planner.plan import DrawOut, Hang, Plan, SlideTo, StandIn, Step, TakeOff, TurnTo
from equilix.rig.kinematics import Assembly, assemble
from equilix.words.rig import called, turn_words, way_word


class Rail(NamedTuple):
    """The way along which a step moves something, to be looked at: its ends, where it stood, where it stands then.

    In metres, or where it ``turns`` in radians; ahead, up and to the left of the operator grow towards ``high``, except
    that left is low, as somebody behind the rig sees it. Nothing ``was`` there where a piece is put on.
    """

    low: float
    high: float
    was: float | None
    then: tuple[float, ...]
    reads: Sayable
    """What stands on the scale then."""
    turns: bool = False


class Told(NamedTuple):
    """A step for reading; the mark is empty where no scale tells it, the rail where nothing moves along one."""

    text: Sayable
    mark: Sayable = ""
    rail: Rail | None = None

    @property
    def said(self) -> Sayable:
        """The step with its mark."""
        return fact("steps.with_mark", step=self.text, mark=self.mark) if self.mark else self.text


class Start(NamedTuple):
    """What a step starts from: the rig as it is then, and all parts of the kit."""

    assembly: Assembly
    kit: Mapping[str, Part]

    def name(self, placement_id: str) -> str:
        """What the part of a placement is called."""
        return self.assembly.parts[self.assembly.index[placement_id]].name

    def track(self, placement_id: str, point: str) -> Track | None:
        """The track of a mounting point."""
        found = self.assembly.parts[self.assembly.index[placement_id]].offered(point)
        return None if found is None else found.track

    def reads(self, track: Track | None, slide_m: float) -> Sayable:
        """What the scale of a track reads there."""
        return "" if track is None else track.reads(slide_m)


def told_each(before: Analysis, steps: Sequence[Step | FitStep]) -> list[Told]:
    """Every step of a row of them, told from where the steps before it have led."""
    found = []
    kit = before.carried.kit
    document = Document(format=FORMAT, version=VERSION, parts=tuple(kit.values()), setups=(before.setup,))
    for step in steps:
        found.append(told(step, Start(assemble(document.setups[0], kit), kit)))
        document = step.apply(document, before.setup.id)
    return found


def told_lines(plan: Plan | FitPlan) -> list[Told]:
    """The steps for reading; like pieces that are hung side by side are one line."""
    found: list[Told] = []
    for _, group in itertools.groupby(
        zip(plan.steps, told_each(plan.before, plan.steps), strict=True), key=lambda each: _alike(each[0])
    ):
        each = list(group)
        step = each[0][0]
        if len(each) > 1 and isinstance(step, Hang):
            here = Start(plan.before.assembly, plan.before.carried.kit)
            text = fact(
                "steps.hang_several", count=len(each), part=here.kit[step.part].name, carrier=here.name(step.parent)
            )
            slides = [hung.slide_m for hung, _ in each if isinstance(hung, Hang)]
            found.append(Told(text, _marks(slides, step, here), _hung_along(step, slides, here)))
        else:
            found.extend(told_step for _, told_step in each)
    return found


def told_moves(analysis: Analysis, advices: Sequence[Advice]) -> list[list[Told]]:
    """The moves of every step by hand, each told from where those before it will have led."""
    row = sorted((move for advice in advices for move in advice.moves), key=lambda move: move.order)
    told_by_order = dict(zip((m.order for m in row), told_each(analysis, [m.step for m in row]), strict=True))
    return [[told_by_order[move.order] for move in advice.moves] for advice in advices]


def _alike(step: Step | FitStep) -> object:
    """The same for like pieces on one track, and for no other two steps."""
    return (step.part, step.parent, step.point) if isinstance(step, Hang) else step


def _marks(slides_m: Sequence[float], step: Hang, here: Start) -> Sayable:
    track = here.track(step.parent, step.point)
    return "" if track is None else fact("mounts.scale_reads", at=_on_scale(track, slides_m))


def _on_scale(track: Track, slides_m: Sequence[float]) -> Sayable:
    """'10 mm, 34 mm': what a scale reads, without more words."""
    return listed(length(track.scale_zero_m + each) for each in slides_m)


def _along(track: Track, way: NDArray[np.float64], was_m: float | None, then_m: Sequence[float]) -> Rail:
    """A track as somebody behind the rig, or at its right side, sees it: ahead, up and right are on the right."""
    seen = way * (1.0, -1.0, 1.0)
    sign = 1.0 if float(seen[int(np.argmax(np.abs(seen)))]) >= 0 else -1.0
    low, high = sorted((sign * track.from_m, sign * track.to_m))
    was = None if was_m is None else sign * was_m
    return Rail(low, high, was, tuple(sign * each for each in then_m), _on_scale(track, then_m))


def _hung_along(step: Hang, slides_m: Sequence[float], here: Start) -> Rail | None:
    track = here.track(step.parent, step.point)
    if track is None:
        return None
    way = here.assembly.rotations[here.assembly.index[step.parent]] @ track.axis_unit
    return _along(track, way, None, slides_m)


@singledispatch
def told(step: Step | FitStep, here: Start) -> Told:
    """A step that starts from here."""
    raise TypeError(f"no words for {step!r}, which starts from {here!r}")


@told.register
def _slide(step: SlideTo, here: Start) -> Told:
    placement, way = here.assembly.setup.by_id[step.placement], here.assembly.slide_direction(step.placement)
    seat = here.assembly.seats[here.assembly.index[step.placement]]
    assert seat is not None and way is not None  # only what sits on a track is slid
    far = step.slide_m - placement.slide_m
    text = fact(
        "steps.slide",
        what=called(here.assembly, step.placement),
        way=way_word(far * way),
        far=length(abs(far)),
    )
    rail = None if seat.track is None else _along(seat.track, way, placement.slide_m, (step.slide_m,))
    return Told(text, here.reads(seat.track, step.slide_m), rail)


@told.register
def _draw(step: DrawOut, here: Start) -> Told:
    far = step.extension_m - here.assembly.setup.by_id[step.placement].extension_m
    key = "steps.draw_out" if far > 0 else "steps.push_in"
    text = fact(key, part=here.name(step.placement), far=length(abs(far)))
    telescope = here.assembly.parts[here.assembly.index[step.placement]].telescope
    was, then = here.assembly.setup.by_id[step.placement].extension_m, step.extension_m
    rail = None if telescope is None else Rail(0.0, telescope.reach_m, was, (then,), length(then))
    return Told(text, fact("steps.drawn_out", extension=length(step.extension_m)), rail)


@told.register
def _turn(step: TurnTo, here: Start) -> Told:
    was = here.assembly.setup.by_id[step.placement].turn_rad
    change = math.remainder(step.turn_rad - was, 2 * math.pi)
    text = fact("steps.turn", part=here.name(step.placement), turn=turn_words(here.assembly, step.placement, change))
    rail = Rail(-math.pi, math.pi, was, (step.turn_rad,), angle(abs(change)), turns=True)
    return Told(text, rail=rail)


@told.register
def _stand_in(step: StandIn, here: Start) -> Told:
    old, new = here.assembly.setup.by_id[step.placement], here.kit[step.part]
    if step.parent is not None and (old.parent, old.point) != (step.parent, step.point):
        return Told(fact("steps.put", new=_named(new), carrier=here.name(step.parent)))
    return Told(fact("steps.take_place", new=_named(new), part=here.name(step.placement)))


@told.register
def _hang(step: Hang, here: Start) -> Told:
    text = fact("steps.hang", part=here.kit[step.part].name, carrier=here.name(step.parent))
    reads = here.reads(here.track(step.parent, step.point), step.slide_m)
    return Told(text, reads, _hung_along(step, (step.slide_m,), here))


@told.register
def _take_off(step: TakeOff, here: Start) -> Told:
    gone = here.assembly.mass_properties(here.assembly.setup.subtree(step.placement)).mass_kg
    return Told(fact("steps.leave_off", part=here.name(step.placement), gone=mass(gone)))


@told.register
def _remount(step: Remount, here: Start) -> Told:
    part = here.assembly.parts[here.assembly.index[step.placement]]
    by = next(own for own in part.hangs_by if own.name == step.by)
    return Told(fact("steps.mount", part=part.name, carrier=here.name(step.parent), hung=_hung(by)))


def _hung(by: MountPoint) -> Sayable:
    if by.direction[2] > 0.5:
        return fact("steps.hung_top")
    return fact("steps.standing") if by.direction[2] < -0.5 else fact("steps.side")


@told.register
def _hang_on(step: HangOn, here: Start) -> Told:
    set_to = listed(
        (
            fact("steps.turned_by", turn=angle(step.turn_rad)),
            fact("steps.drawn", extension=length(step.extension_m)) if step.extension_m > 0 else NOTHING,
        )
    )
    arm, carrier, part = here.kit[step.arm].name, here.name(step.parent), here.name(step.placement)
    text = fact("steps.put_set_hang", arm=arm, carrier=carrier, set_to=set_to, part=part)
    return Told(text)


@told.register
def _put_between(step: PutBetween, here: Start) -> Told:
    return Told(
        fact(
            "steps.put_under_camera_slide",
            new=_named(here.kit[step.bracket]),
            far=length(abs(step.sideways_m)),
            side=fact("way.left" if step.sideways_m > 0 else "way.right"),
        )
    )


def _named(part: Part) -> Sayable:
    return part.name if part.owned else fact("steps.has_bought", part=part.name)
