"""What hands do to a rig that really moves: loosen, slide, clamp, hold, aim, let go, push, tip, spin; in any order.

The rig is a setup of a document that nobody keeps: what is slid here changes nothing of anybody's own.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Final

import numpy as np
from msgspec.structs import replace
from numpy.typing import NDArray

from equilix.carry.axes import down_with_tip
from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.document import Document
from equilix.errors import Refused
from equilix.facts import fact
from equilix.mechanics.linkage import Frame
from equilix.mechanics.loads import Bed, Push, Spring
from equilix.mechanics.moving import Moving, Runaway
from equilix.mechanics.rotations import about_axis
from equilix.practice.rigged import Rigged, Turnable, posed
from equilix.practice.sliding import Sliding
from equilix.practice.stands import STANDS, StandKey
from equilix.rig.kinematics import Assembly

Array = NDArray[np.float64]

LONGEST_S: Final = 1.0
"""A machine that is slow is caught up with; what is longer than this was no picture but a pause."""
PUSH_N, PUSH_S = 3.0, 0.12
"""A tap with a finger."""
PULL_N_M, PULL_N_S_M, MOST_PULL_N = 120.0, 4.0, 25.0
"""A hand that follows the mouse, and the most that it pulls."""
CAUGHT_RAD: Final = math.radians(50.0)
CAUGHT_M: Final = 0.30
"""A rig that has turned or gone by so much is caught by the hands."""
STEP_HZ: Final = 2.0
STEP_M: Final = 0.012
"""How a hand or a shoulder goes up and down with each step (common practice, no source)."""
SLICE_S: Final = 1 / 60
EASE_S: Final = 0.6
EASE_NM_S_PER_KG: Final = 0.8
"""Hands do not leave what may fall at once: so long they slow it down, by so much for each kilogram (estimate)."""
SLOW, STILL = 5e-4, 0.05
"""What moves, and gains speed, no more than this stands: rad/s and m/s, a second."""
MOST_TIP_RAD: Final = math.radians(40.0)
MOST_SPIN_RAD_S: Final = 6.0


class Trainer(Sliding):
    """One rig on one stand. ``friction``: how many times as much as usual there is in a joint, by its key."""

    def __init__(
        self, document: Document, setup_id: str, stand: StandKey, *,
        loose: frozenset[str] = frozenset(), friction: Mapping[str, float] | None = None,
    ) -> None:  # fmt: skip
        super().__init__(document, setup_id, loose)
        self.stand, self.friction = stand, dict(friction or {})
        self.held, self.caught, self.walking = True, False, False
        self.tip_rad, self.tip_towards_rad = 0.0, 0.0
        self._easing_s = 0.0
        self._tap: tuple[Push, float] | None = None
        self._pull: Spring | None = None
        self._bases: list[tuple[Spring, Array]] = []
        self._read()
        self.moving = Moving(self.rigged.links, self.rigged.loads)
        self._follow()
        for each in self.rigged.turnables:
            self.moving.locked[each.row] = each.locked_first

    def _read(self) -> None:
        made = STANDS[self.stand].make(self.analysis)
        if made is None:
            raise Refused(
                fact("practice.cannot_stand", setup=self.analysis.setup.name, stand=STANDS[self.stand].title),
                STANDS[self.stand].needs,
            )
        self.rigged: Rigged = made
        self._bases = [(load, load.to_m) for load in made.loads if isinstance(load, Spring)]

    def _follow(self) -> None:
        """Frictions as this exercise has them, and gravity as the handle is tipped."""
        for each in self.rigged.turnables:
            self.moving.friction[each.row] *= self.friction.get(each.key, 1.0)
        self._follow_gravity()

    # what is seen

    @property
    def base(self) -> Array:
        """How the base is turned ``(3, 3)``: the handle as it is tipped."""
        axis = np.array((-math.sin(self.tip_towards_rad), math.cos(self.tip_towards_rad), 0.0))
        return about_axis(axis, self.tip_rad)

    @property
    def held_m(self) -> Array:
        """The place ``(3,)`` about which the handle is tipped: a hand under its first axis."""
        return self.rigged.turnables[0].point_m

    def in_world(self, place_m: Array) -> Array:
        """A place ``(3,)`` of the base's frame as it is seen, the handle tipped."""
        return np.asarray(self.held_m + self.base @ (place_m - self.held_m))

    def in_base(self, place_m: Array) -> Array:
        """A place ``(3,)`` that is seen, in the frame of the base."""
        return np.asarray(self.held_m + self.base.T @ (place_m - self.held_m))

    @property
    def frames(self) -> list[Frame]:
        """Where each link is, in the frame of the base."""
        return self.moving.frames

    @property
    def cg_m(self) -> Array:
        """The centre of gravity ``(3,)`` of all that moves, in the frame of the base."""
        masses = np.array([link.mass_kg for link in self.rigged.links])
        return np.asarray(masses @ np.array([frame.cg_m for frame in self.frames]) / masses.sum())

    @property
    def springs_m(self) -> tuple[tuple[Array, Array], ...]:
        """Of each hand or line that holds it: where that is, and where the rig is held ``(3,)``."""
        frame = self.frames[0]
        return tuple((load.to_m, frame.place_m(load.home_m)) for load, _ in self._bases)

    def picture(self) -> Assembly:
        """The rig where it is now, the handle tipped as it is."""
        where, base = self.frames, self.base
        shown = posed(
            self.analysis.assembly, self.rigged, [each.turn for each in where], [each.shift_m for each in where]
        )
        if not self.tip_rad:
            return shown
        held = self.held_m
        return replace(shown, rotations=base @ shown.rotations, positions_m=(shown.positions_m - held) @ base.T + held)

    @property
    def still(self) -> bool:
        """Whether nothing moves that is to be seen."""
        if self.held or self.caught:
            return not self._creeping
        if self._creeping or self.walking or self._tap is not None or self._pull is not None:
            return False
        slow = float(np.abs(self.moving.speeds).max(initial=0.0)) < SLOW
        return slow and float(np.abs(self.moving.accelerations()).max(initial=0.0)) < STILL

    def turnable(self, key: str) -> Turnable:
        """What turns under that name. Raises :class:`Refused`."""
        found = next((each for each in self.rigged.turnables if each.key == key), None)
        if found is None:
            raise Refused(fact("practice.does_not_turn", what=key), fact("practice.not_on_this_stand"))
        return found

    def angle_rad(self, each: Turnable) -> float:
        """How far it has turned from home; of what turns any way how it leans, nods or looks round."""
        if self.rigged.links[each.link].joint == "hinge":
            return self.moving.pose.angles_rad[each.link]
        turn = self.moving.pose.turns[each.link]
        if each.key == "nod":
            return math.asin(min(max(-float(turn[2, 0]), -1.0), 1.0))
        return math.atan2(float(turn[2, 1]), float(turn[2, 2])) if each.key == "lean" else math.atan2(
            float(turn[1, 0]), float(turn[0, 0])
        )  # fmt: skip

    # what hands do

    def _rebuilt(self) -> None:
        """The same joints bear other masses; what lies on a bed holds where it held."""
        old = [load for load in self.rigged.loads if isinstance(load, Bed)]
        self._read()
        for was, now in zip(old, (load for load in self.rigged.loads if isinstance(load, Bed)), strict=True):
            if was.held_m.shape == now.held_m.shape:
                now.held_m = was.held_m
        more = [each for each in (self._tap[0] if self._tap else None, self._pull) if each is not None]
        self.moving.change(self.rigged.links, [*self.rigged.loads, *more])
        self._follow()

    def hold(self) -> None:
        """Hands hold it as it is; what was caught is put upright again."""
        self._let_be()
        self.moving.stop()
        if self.caught:
            self.upright()
        self._stand_still()
        self.held, self.caught = True, False

    def upright(self) -> None:
        """Hands put it as it was built, and hold it."""
        locked = self.moving.locked
        self._read()
        self.moving = Moving(self.rigged.links, self.rigged.loads)
        self.moving.locked = locked
        self.held, self.caught, self.walking = True, False, False
        self.tip_rad = self.tip_towards_rad = 0.0
        self._tap = self._pull = None
        self._follow()

    def let_go(self) -> None:
        """Take the hands away. What was slid until then stays where it is."""
        for key in tuple(self._slid_from):
            self._note(key)
        if self.caught:
            self.hold()
        if self.held and self.rigged.catches:
            self._easing_s = EASE_S
        self.held = False

    def _free(self) -> None:
        """Whoever holds it, or has caught it, lets it go."""
        if self.held or self.caught:
            self.let_go()

    def lock(self, key: str, locked: bool) -> None:
        """Lock an axis, or open its lock. Raises :class:`Refused` where it has none."""
        each = self.turnable(key)
        if not each.locks:
            raise Refused(fact("practice.no_lock", what=each.name), fact("practice.not_on_this_stand"))
        self.moving.locked[each.row] = locked
        if locked:
            self.moving.speeds[each.row] = 0.0

    def aim(self, key: str, by_rad: float) -> None:
        """Turn it by hand, and hold it there. Raises :class:`Refused` for what is locked."""
        each = self.turnable(key)
        if self.moving.locked[each.row]:
            raise Refused(fact("practice.locked", what=each.name), fact("practice.open_lock_first"))
        if not self.held:
            self.hold()
        pose, link = self.moving.pose, self.rigged.links[each.link]
        if link.joint == "hinge":
            low, high = link.range_rad
            pose.angles_rad[each.link] = min(max(pose.angles_rad[each.link] + by_rad, low), high)
            pose.turns[each.link] = about_axis(link.axis, pose.angles_rad[each.link])
            return
        frame = self.frames[each.link]
        turn = about_axis(frame.turn @ each.axis, by_rad)  # about its own axes, through what holds it
        pivot = frame.place_m(each.point_m)
        pose.turns[each.link] = turn @ pose.turns[each.link]
        if link.joint == "free":
            where = pivot + turn @ (frame.place_m(link.point_m) - pivot)
            pose.shifts_m[each.link] = where - link.point_m

    def push(self, key: str, way: float) -> None:
        """Tap it with a finger so that it turns that way, as far out as a finger would be put."""
        each = self.turnable(key)
        self._free()
        frame = self.frames[each.link]
        link = self.rigged.links[each.link]
        arm = 0.12 * _across(each.axis)
        home = each.point_m + arm
        force = frame.turn @ np.cross(each.axis, arm) / 0.12 * math.copysign(PUSH_N, way)
        if link.joint == "hinge":
            force = np.cross(frame.axis, frame.turn @ arm) / 0.12 * math.copysign(PUSH_N, way)
        self._let_be()
        tap = Push(each.link, home, force)
        self._tap = (tap, PUSH_S)
        self.moving.loads.append(tap)

    def spin(self, key: str, rad_s: float) -> None:
        """Give it a turn by hand, so fast."""
        each = self.turnable(key)
        self._free()
        change = np.zeros(len(self.moving.speeds))
        change[each.row] = min(max(rad_s, -MOST_SPIN_RAD_S), MOST_SPIN_RAD_S)
        self.moving.kick(change)

    def tip(self, by_rad: float, towards_rad: float) -> None:
        """Tip the handle: forward, or that far round to the left. Raises :class:`Refused` where there is none."""
        if by_rad and not self.rigged.tips:
            raise Refused(fact("practice.no_handle"), fact("practice.not_on_this_stand"))
        self.tip_rad, self.tip_towards_rad = min(max(by_rad, -MOST_TIP_RAD), MOST_TIP_RAD), towards_rad
        self._follow_gravity()

    def walk(self, on: bool) -> None:
        """Go for a walk with it, or stand. Raises :class:`Refused` where nobody carries it."""
        if on and not self.rigged.walks:
            raise Refused(fact("practice.nobody_carries"), fact("practice.not_on_this_stand"))
        if on:
            self._free()
        else:
            self._stand_still()
        self.walking = on

    def _stand_still(self) -> None:
        """Whoever walked stands: hands and hook are where they were."""
        self.walking = False
        for load, base in self._bases:
            load.to_m = base
        self._follow_gravity()

    def grab(self, link: int, home_m: Array) -> None:
        """Take hold of a point ``(3,)`` of what moves, told as it is at home; it is pulled from there."""
        self._let_be()
        self._free()
        at = self.frames[link].place_m(home_m)
        self._pull = Spring(link, home_m, at, PULL_N_M, PULL_N_S_M, most_n=MOST_PULL_N, gives=True)
        self.moving.loads.append(self._pull)

    def drag(self, to_m: Array) -> None:
        """Pull what is held to a place ``(3,)`` of the base's frame."""
        if self._pull is not None:
            self._pull.to_m = np.asarray(to_m, float)

    def release(self) -> None:
        """Leave go of it."""
        self._let_be()

    def _let_be(self) -> None:
        for each in (self._tap[0] if self._tap else None, self._pull):
            if each is not None and each in self.moving.loads:
                self.moving.loads.remove(each)
        self._tap = self._pull = None

    # time

    def advance(self, seconds: float) -> None:
        """Time goes on by so much."""
        left = min(max(seconds, 0.0), LONGEST_S)
        while left > 1e-9:
            self._go_on(min(left, SLICE_S))
            left -= SLICE_S

    def _go_on(self, seconds: float) -> None:
        """One slice of time, in which hands and feet do not change what they do."""
        self.seconds += seconds
        self._creep(seconds)
        if self.held or self.caught:
            return
        if self.walking:
            self._walk()
        if self._easing_s > 0:
            self._ease(seconds)
        try:
            self.moving.run(seconds, self.rigged.step_s)
        except Runaway:  # hands take it before it flies off
            self.upright()
            self.caught, self.held = True, False
            return
        if self._tap is not None:
            tap, left = self._tap
            self._tap = (tap, left - seconds)
            if left - seconds <= 1e-9:
                self._let_be()
        if self.rigged.catches and self._falls():
            self.moving.stop()
            self.caught = True

    def _ease(self, seconds: float) -> None:
        """The hands leave it bit by bit."""
        self._easing_s = max(self._easing_s - seconds, 0.0)
        slowed = EASE_NM_S_PER_KG * self.rigged.links[0].mass_kg * self._easing_s / EASE_S
        usual = np.array(self.rigged.links[0].drag)
        self.moving.drag[:6] = usual + np.array((0.0, 0.0, 0.0, slowed, slowed, slowed))

    def _walk(self) -> None:
        lift = STEP_M * math.sin(2 * math.pi * STEP_HZ * self.seconds)
        for load, base in self._bases:
            load.to_m = base + np.array((0.0, 0.0, lift))
        wave = STEP_M * (2 * math.pi * STEP_HZ) ** 2 * math.sin(2 * math.pi * STEP_HZ * self.seconds)
        if not self._bases:  # what a pad bears goes up and down with it: as if it were heavier and lighter
            self.moving.gravity = np.array((0.0, 0.0, -STANDARD_GRAVITY_M_S2 + wave))

    def _falls(self) -> bool:
        frame = self.frames[0]
        leans = math.acos(min(max(float(frame.turn[2, 2]), -1.0), 1.0))
        gone = frame.cg_m - self.rigged.links[0].cg_m
        return leans > CAUGHT_RAD or float(np.abs(gone).max()) > CAUGHT_M

    def _follow_gravity(self) -> None:
        self.moving.gravity = down_with_tip(self.tip_rad, self.tip_towards_rad) * STANDARD_GRAVITY_M_S2


def _across(axis: Array) -> Array:
    """A unit vector ``(3,)`` square to an axis, forward where that can be."""
    ahead = np.array((1.0, 0.0, 0.0)) if abs(float(axis[0])) < 0.9 else np.array((0.0, 1.0, 0.0))
    square = ahead - axis * float(ahead @ axis)
    return np.asarray(square / np.linalg.norm(square))
