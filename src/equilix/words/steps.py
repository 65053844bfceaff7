"""The steps of a plan for people: what to do, and where the scale stands when it is done."""

from __future__ import annotations

import itertools
import math
from collections.abc import Mapping, Sequence
from functools import singledispatch
from typing import NamedTuple

from equilix.analysis import Analysis
from equilix.document import FORMAT, VERSION, Document
from equilix.guide.steps import Advice
from equilix.kit.mounts import SCALE_READS, MountPoint, Track
from equilix.kit.parts import Part
from equilix.planner.fit_plan import FitPlan, FitStep, HangOn, PutBetween, Remount
from equilix.planner.plan import DrawOut, Hang, Plan, SlideTo, StandIn, Step, TakeOff, TurnTo
from equilix.rig.kinematics import Assembly, assemble
from equilix.units import Display, angle, length, mass
from equilix.words.rig import called, turn_words, way_word


class Told(NamedTuple):
    """A step for reading; the mark is empty where no scale tells it."""

    text: str
    mark: str = ""

    def __str__(self) -> str:
        """Both in one."""
        return f"{self.text} ({self.mark})" if self.mark else self.text


class Start(NamedTuple):
    """What a step starts from: the rig as it is then, all parts of the kit, and the units that are shown."""

    assembly: Assembly
    kit: Mapping[str, Part]
    unit: Display

    def name(self, placement_id: str) -> str:
        """What the part of a placement is called."""
        return self.assembly.parts[self.assembly.index[placement_id]].name

    def track(self, placement_id: str, point: str) -> Track | None:
        """The track of a mounting point."""
        found = self.assembly.parts[self.assembly.index[placement_id]].offered(point)
        return None if found is None else found.track

    def reads(self, track: Track | None, slide_m: float) -> str:
        """What the scale of a track reads there."""
        return "" if track is None else track.reads(slide_m, self.unit)


def told_each(before: Analysis, steps: Sequence[Step | FitStep]) -> list[Told]:
    """Every step of a row of them, told from where the steps before it have led."""
    found = []
    kit = before.carried.kit
    document = Document(format=FORMAT, version=VERSION, parts=tuple(kit.values()), setups=(before.setup,))
    for step in steps:
        found.append(told(step, Start(assemble(document.setups[0], kit), kit, before.display)))
        document = step.apply(document, before.setup.id)
    return found


def lines(plan: Plan | FitPlan) -> list[Told]:
    """The steps for reading; like pieces that are hung side by side are one line."""
    found: list[Told] = []
    for _, group in itertools.groupby(
        zip(plan.steps, told_each(plan.before, plan.steps), strict=True), key=lambda each: _alike(each[0])
    ):
        each = list(group)
        step = each[0][0]
        if len(each) > 1 and isinstance(step, Hang):
            here = Start(plan.before.assembly, plan.before.carried.kit, plan.before.display)
            text = f"Hang {len(each)} × {here.kit[step.part].name} on the {here.name(step.parent)}"
            found.append(Told(text, _marks([hung.slide_m for hung, _ in each if isinstance(hung, Hang)], step, here)))
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


def _marks(slides_m: Sequence[float], step: Hang, here: Start) -> str:
    track = here.track(step.parent, step.point)
    if track is None:
        return ""
    return SCALE_READS + ", ".join(length(track.scale_zero_m + each, here.unit) for each in slides_m)


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
    text = f"Slide the {called(here.assembly, step.placement)} {way_word(far * way)} {length(abs(far), here.unit)}"
    return Told(text, here.reads(seat.track, step.slide_m))


@told.register
def _draw(step: DrawOut, here: Start) -> Told:
    far = step.extension_m - here.assembly.setup.by_id[step.placement].extension_m
    verb, where = ("Draw", "out") if far > 0 else ("Push", "in")
    text = f"{verb} the {here.name(step.placement)} {where} {length(abs(far), here.unit)}"
    return Told(text, f"drawn out {length(step.extension_m, here.unit)}")


@told.register
def _turn(step: TurnTo, here: Start) -> Told:
    change = math.remainder(step.turn_rad - here.assembly.setup.by_id[step.placement].turn_rad, 2 * math.pi)
    return Told(f"Turn the {here.name(step.placement)} {turn_words(here.assembly, step.placement, change)}")


@told.register
def _stand_in(step: StandIn, here: Start) -> Told:
    old, new = here.assembly.setup.by_id[step.placement], here.kit[step.part]
    if step.parent is not None and (old.parent, old.point) != (step.parent, step.point):
        return Told(f"Put the {_named(new)} on the {here.name(step.parent)}")
    return Told(f"Take the {_named(new)} in place of the {here.name(step.placement)}")


@told.register
def _hang(step: Hang, here: Start) -> Told:
    text = f"Hang the {here.kit[step.part].name} on the {here.name(step.parent)}"
    return Told(text, here.reads(here.track(step.parent, step.point), step.slide_m))


@told.register
def _take_off(step: TakeOff, here: Start) -> Told:
    gone = here.assembly.mass_properties(here.assembly.setup.subtree(step.placement)).mass_kg
    return Told(f"Leave off the {here.name(step.placement)}, {mass(gone, here.unit)}")


@told.register
def _remount(step: Remount, here: Start) -> Told:
    part = here.assembly.parts[here.assembly.index[step.placement]]
    by = next(own for own in part.hangs_by if own.name == step.by)
    return Told(f"Mount the {part.name} on the {here.name(step.parent)}, {_hung(by)}")


def _hung(by: MountPoint) -> str:
    if by.direction[2] > 0.5:
        return "hung from its top"
    return "standing" if by.direction[2] < -0.5 else "by its side"


@told.register
def _hang_on(step: HangOn, here: Start) -> Told:
    drawn = f", drawn {length(step.extension_m, here.unit)}" if step.extension_m > 0 else ""
    text = (
        f"Put the {here.kit[step.arm].name} on the {here.name(step.parent)}, "
        f"turned by {angle(step.turn_rad)}{drawn}, and hang the {here.name(step.placement)} on it"
    )
    return Told(text)


@told.register
def _put_between(step: PutBetween, here: Start) -> Told:
    far, side = length(abs(step.sideways_m), here.unit), "left" if step.sideways_m > 0 else "right"
    return Told(f"Put the {_named(here.kit[step.bracket])} under the camera and slide it {far} to the {side}")


def _named(part: Part) -> str:
    return part.name if part.owned else f"{part.name} (it has to be bought)"
