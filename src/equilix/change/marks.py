"""Where a rig must stand on a track to balance: by first moments, and what that leaves over.

A balance is ``v = d·(r − datum)`` with the CG ``r`` of mass ``M``. Sliding a placement by ``s`` along the unit way
``w`` carries the mass ``m`` of what hangs on it, and the share ``k`` of the datum: ``dv/ds = (m/M − k) w·d``, the same
everywhere on the track, so that the mark is ``s₀ − v/(dv/ds)`` (statics; any textbook on first moments).
"""

from __future__ import annotations

import math
from typing import Final

from msgspec import Struct

from equilix.analysis import Analysis
from equilix.carry.conditions import Condition
from equilix.facts import Sayable
from equilix.keys import BalanceKey
from equilix.kit.mounts import Track
from equilix.planner.moves import STEP_M, Slide, find_slides
from equilix.rig.clearance import free_travel

LEAST_SLOPE: Final = 0.02
"""What moves the balance by less than 2 % of its own way is no means of balancing."""


def slope(analysis: Analysis, condition: Condition, slide: Slide) -> float:
    """How far a condition's value goes for each metre of a slide, m/m."""
    balance, assembly = condition.balance, analysis.assembly
    members = set(assembly.ids) if balance.members is None else set(balance.members)
    moved = members.intersection(assembly.setup.subtree(slide.placement))
    masses = dict(zip(assembly.ids, assembly.masses_kg.tolist(), strict=True))
    share = sum(masses[each] for each in moved) / max(sum(masses[each] for each in members), 1e-9)
    on = sum(part for key, part in balance.datum_on if slide.placement in assembly.setup.carriers(key))
    return float((share - on) * (slide.way @ balance.direction))


class Moved(Struct, frozen=True):
    """A slide with what it does to the fore-aft balance, m/m, and the most that it can do, m."""

    slide: Slide
    slope: float

    @property
    def reach_m(self) -> float:
        """How far it shifts the balance from one end to the other."""
        return abs(self.slope) * (self.slide.high - self.slide.low) * self.slide.step_m


def means(analysis: Analysis, condition: Condition) -> list[Moved]:
    """What can be slid to put a balance right: what takes the lens along first, then by its reach."""
    found = [Moved(slide, slope(analysis, condition, slide)) for slide in find_slides(analysis)]
    lenses = [
        key for key, part in zip(analysis.assembly.ids, analysis.assembly.parts, strict=True) if part.kind == "lens"
    ]
    carriers = set(analysis.setup.carriers(lenses[0])) if lenses else set()
    return sorted(
        (each for each in found if abs(each.slope) >= LEAST_SLOPE),
        key=lambda each: (each.slide.placement not in carriers, -each.reach_m),
    )


def plate_of(analysis: Analysis) -> Moved | None:
    """What is slid to a mark for every lens: what the setup says, or else the first of :func:`means`."""
    if analysis.fore_aft is None:
        return None
    found = means(analysis, analysis.fore_aft)
    chosen = [each for each in found if each.slide.placement == analysis.setup.marked]
    return next(iter(chosen or found), None)


def helpers(analysis: Analysis, plate: Moved) -> tuple[tuple[BalanceKey, str], ...]:
    """What is slid besides the plate for the other static balances, in their order: the balance, and the placement.

    Only what leaves the balances before it as they are: on a gimbal the cradle, then the roll arm, then the pan arm,
    which is how it is balanced by hand.
    """
    assert analysis.fore_aft is not None  # there is no plate without one
    before, taken, found = [analysis.fore_aft], {plate.slide.placement}, []
    for condition in analysis.conditions:
        if condition.balance.rank or condition.balance.key == analysis.fore_aft.balance.key:
            continue
        free = [
            each
            for each in means(analysis, condition)
            if each.slide.placement not in taken
            and all(abs(slope(analysis, other, each.slide)) < LEAST_SLOPE for other in before)
        ]
        before.append(condition)
        if free:
            best = max(free, key=lambda each: each.reach_m)
            taken.add(best.slide.placement)
            found.append((condition.balance.key, best.slide.placement))
    return tuple(found)


class Mark(Struct, frozen=True):
    """Where one placement must stand. Slides in metres from the mounting point; what the scale reads is ``track``'s.

    ``wanted_m``: where the balance would be at its middle, on the track or beyond. ``slide_m``: the nearest place to
    clamp. ``right_m`` and ``holds_m``: the stretches inside the target and inside the tolerance, where ends and
    neighbours do not count. ``low_m`` and ``high_m``: how far it can be slid, and what stops it there.
    """

    placement: str
    track: Track
    wanted_m: float
    slide_m: float
    right_m: tuple[float, float]
    holds_m: tuple[float, float]
    low_m: float
    high_m: float
    stop: Sayable
    """What stops it on the way to where it is wanted: the end of the track, or a part."""

    @property
    def reads_m(self) -> float:
        """What the engraved scale reads there."""
        return self.track.scale_zero_m + self.slide_m

    @property
    def short_m(self) -> float:
        """How much more way it needs until the balance just holds: ahead positive, back negative; 0 where it does."""
        if self.holds_m[0] > self.high_m + 1e-6:
            return self.holds_m[0] - self.high_m
        return min(self.holds_m[1] - self.low_m, 0.0) if self.holds_m[1] < self.low_m - 1e-6 else 0.0

    @property
    def at_end(self) -> bool:
        """Whether it would go further if it could."""
        return self.right_m[0] > self.high_m + 1e-6 or self.right_m[1] < self.low_m - 1e-6


def mark_of(analysis: Analysis, condition: Condition, moved: Moved) -> Mark:
    """The mark of a slide for one balance of this rig."""
    slide = moved.slide
    seat = analysis.assembly.seats[analysis.assembly.index[slide.placement]]
    assert seat is not None  # a slide is only found on a track
    assert seat.track is not None
    wanted = slide.now_m - condition.value_m / moved.slope
    right, holds = (
        (wanted - each / abs(moved.slope), wanted + each / abs(moved.slope))
        for each in (condition.balance.target_m, condition.balance.tolerance_m)
    )
    travel = free_travel(analysis.assembly, slide.placement)
    assert travel is not None  # it is on a track
    stop = travel.stop_to if wanted > slide.now_m else travel.stop_from
    at = nearest_mark(seat.track, wanted, travel.from_m, travel.to_m)
    return Mark(slide.placement, seat.track, wanted, at, right, holds, travel.from_m, travel.to_m, stop)


def nearest_mark(track: Track, wanted_m: float, low_m: float, high_m: float) -> float:
    """The place to clamp between two ends that is nearest to one: a hole, or a whole millimetre of the scale."""
    inside = min(max(wanted_m, low_m), high_m)
    ends = clamped_between(track, low_m, high_m)
    if ends is None:  # less room than from one mark to the next
        return track.settle(inside)
    step, zero = _division(track)
    return round(min(max(zero + round((inside - zero) / step) * step, ends[0]), ends[1]), 7)


def clamped_between(track: Track, low_m: float, high_m: float) -> tuple[float, float] | None:
    """The first and the last place to clamp in a stretch, as slides; None where there is none in it."""
    step, zero = _division(track)
    first, last = math.ceil((low_m - zero) / step - 1e-6), math.floor((high_m - zero) / step + 1e-6)
    return (zero + first * step, zero + last * step) if first <= last else None


def _division(track: Track) -> tuple[float, float]:
    """From one place to clamp to the next, and one of them: its holes, or whole millimetres of its scale."""
    return (track.pitch_m, track.from_m) if track.pitch_m else (STEP_M, -track.scale_zero_m)
