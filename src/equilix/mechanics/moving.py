"""A linkage that moves: integrated in time, with joints that stick and slip, stops, and an account of its energy.

A coordinate at rest stays so while what would have to hold it is within its friction; the set that sticks is found anew
before each step (the friction law of Coulomb with a dead point, after Karnopp 1985, from memory). Within a step nothing
changes its kind: where a speed comes to nothing or a stop is met, the step ends there and another begins. Steps are
those of Runge and Kutta's fourth order.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.constants import STANDARD_GRAVITY_M_S2
from equilix.mechanics.linkage import Frame, Link, Pose, at_home, cross, frames, motions, moved, rates, turned_by
from equilix.mechanics.loads import Load, Wrench

Array = NDArray[np.float64]

BOUNCE: Final = 0.2
"""Of the speed at which a stop is met, so much comes back (estimate)."""
SLOW_RAD_S: Final = 0.05
"""Slower than this a stop is met without bouncing."""
FARTHEST: Final = 10.0
"""Nothing turns by so many rad, or goes so many metres, within one step."""
MOST_EVENTS: Final = 12
"""Within one step; what happens oftener than that comes to rest."""


class Runaway(Exception):
    """Something is stiffer than the steps that were asked for can follow."""


class Energy(Struct):
    """An account in J: moving, stored by height and springs, lost to friction and stops, given from outside."""

    moving: float
    stored: float
    lost: float
    given: float

    @property
    def balance(self) -> float:
        """What is there and was lost, less what was given: it never changes."""
        return self.moving + self.stored + self.lost - self.given


class _Now(Struct):
    """The equations of motion at one moment: ``mass`` ``(n, n)``, ``drive`` ``(n,)`` with everything but friction."""

    mass: Array
    drive: Array
    lost_w: float
    given_w: float


class Moving:
    """``links`` from the base outwards; ``gravity`` ``(3,)``, m/s², in the frame of the base, which may be tipped."""

    def __init__(self, links: Sequence[Link], loads: Sequence[Load] = ()) -> None:
        self.links = tuple(links)
        self.loads: list[Load] = list(loads)
        self.gravity = np.array((0.0, 0.0, -STANDARD_GRAVITY_M_S2))
        self.pose: Pose = at_home(self.links)
        self.speeds = np.zeros(sum(link.freedom for link in self.links))
        self.locked = np.zeros(len(self.speeds), dtype=bool)
        self.torques = np.zeros(len(self.speeds))
        """What motors give to each coordinate, N·m."""
        self.time_s, self.lost_j, self.given_j = 0.0, 0.0, 0.0
        self.stops = np.zeros(len(self.speeds))
        """At its upper stop 1, at its lower one −1."""
        self._read_links()

    def _read_links(self) -> None:
        self.friction = np.array([each for link in self.links for each in link.friction])
        self.drag = np.array([each for link in self.links for each in link.drag])
        self.rows = np.cumsum([0, *(link.freedom for link in self.links)])[:-1]
        """Where the coordinates of each link begin."""

    def change(self, links: Sequence[Link], loads: Sequence[Load]) -> None:
        """Something was slid or taken off: the same joints bear other masses, and stand and move as they did."""
        for k, (old, new, frame) in enumerate(zip(self.links, links, self.frames, strict=True)):
            if new.joint == "free":  # its place is told at its CG, which is another now
                low, off = self.rows[k], frame.turn @ (new.point_m - old.point_m)
                self.pose.shifts_m[k] = frame.place_m(new.point_m) - new.point_m
                self.speeds[low : low + 3] += cross(frame.turn @ self.speeds[low + 3 : low + 6], off)
        self.links, self.loads = tuple(links), list(loads)
        self._read_links()

    # what is seen of it

    @property
    def frames(self) -> list[Frame]:
        """Where every link is."""
        return frames(self.links, self.pose)

    @property
    def still(self) -> bool:
        """Whether nothing moves, and nothing is about to."""
        if np.abs(self.speeds).max(initial=0.0) > 1e-9:
            return False
        stuck, _ = self._regime(self._now(self.pose, self.speeds), self.speeds)
        return bool(stuck.all())

    def accelerations(self) -> Array:
        """How the speeds change now ``(n,)``, friction counted."""
        now = self._now(self.pose, self.speeds)
        stuck, signs = self._regime(now, self.speeds)
        return self._solve(now, stuck, signs)

    def mass(self) -> Array:
        """What has to be set in motion ``(n, n)``, kg m² and kg, as it stands."""
        return self._now(self.pose, self.speeds).mass

    def energy(self) -> Energy:
        """The account as it stands."""
        where = self.frames
        how = motions(self.links, where, self.speeds)
        moving = stored = 0.0
        for k, (link, frame, motion) in enumerate(zip(self.links, where, how, strict=True)):
            inertia = frame.turn @ link.inertia_kg_m2 @ frame.turn.T
            moving += 0.5 * link.mass_kg * float(motion.going @ motion.going)
            moving += 0.5 * float(motion.turning @ inertia @ motion.turning)
            stored -= link.mass_kg * float(self.gravity @ frame.cg_m)
            stored += link.spring_nm * (1.0 - math.cos(self.pose.angles_rad[k]))
        stored += sum(load.acts(where[load.link], how[load.link]).stored_j for load in self.loads)
        return Energy(moving, stored, self.lost_j, self.given_j)

    # moving it

    def stop(self) -> None:
        """A hand holds it still: what moved is lost."""
        self.lost_j += self.energy().moving
        self.speeds[:] = 0.0

    def kick(self, change: Array) -> None:
        """Add to the speeds ``(n,)`` at once; the work that takes is given from outside."""
        before = self.energy().moving
        self.speeds = np.where(self.locked, 0.0, self.speeds + change)
        self.given_j += self.energy().moving - before

    def run(self, seconds: float, step_s: float) -> None:
        """Go on for so long, in steps that are no longer than this. Raises :class:`Runaway`."""
        count = max(math.ceil(seconds / step_s - 1e-9), 1)
        for _ in range(count):
            self.step(seconds / count)

    def step(self, seconds: float) -> None:
        """One step; it is cut where a joint comes to rest or meets a stop."""
        left = seconds
        for event in range(MOST_EVENTS):
            now = self._now(self.pose, self.speeds)
            stuck, signs = self._regime(now, self.speeds)
            x, u, lost, given = self._advance(now, left, stuck, signs)
            share, row, stop = self._first_event(x, u, signs)
            if share < 1.0 and event < MOST_EVENTS - 1:
                x, u, lost, given = self._advance(now, left * share, stuck, signs)
            self.pose = moved(self.links, self.pose, x)
            self.speeds = np.where(stuck, 0.0, u)
            self.lost_j += lost
            self.given_j += given
            self.stops = np.where(self.speeds * self.stops < 0, 0.0, self.stops)
            if share < 1.0:
                self._meet(row, stop)
            left -= left * min(share, 1.0)
            if left <= 1e-12 * seconds or share >= 1.0:
                break
        self.time_s += seconds
        if self.loads:
            where = self.frames
            how = motions(self.links, where, self.speeds)
            for load in self.loads:
                load.settle(where[load.link], how[load.link])

    def _now(self, pose: Pose, u: Array) -> _Now:
        where = frames(self.links, pose)
        how = motions(self.links, where, u)
        n = len(u)
        mass, drag = np.zeros((n, n)), self.drag * u
        drive = self.torques - drag
        acting: list[list[Wrench]] = [[] for _ in self.links]
        lost, given = float(drag @ u), float(self.torques @ u)
        for load in self.loads:
            wrench = load.acts(where[load.link], how[load.link])
            acting[load.link].append(wrench)
            lost, given = lost + wrench.lost_w, given + wrench.given_w
        for k, (link, frame, motion) in enumerate(zip(self.links, where, how, strict=True)):
            inertia = frame.turn @ link.inertia_kg_m2 @ frame.turn.T
            mass += link.mass_kg * (motion.partial_going.T @ motion.partial_going)
            mass += motion.partial_turning.T @ inertia @ motion.partial_turning
            force = link.mass_kg * (self.gravity - motion.bias_going)
            moment = -inertia @ motion.bias_turning - cross(motion.turning, inertia @ motion.turning)
            for wrench in acting[k]:
                force, moment = force + wrench.force_n, moment + wrench.moment_nm
            drive = drive + motion.partial_going.T @ force + motion.partial_turning.T @ moment
            if link.spring_nm:
                drive[self.rows[k]] -= link.spring_nm * math.sin(pose.angles_rad[k])
        return _Now(mass, drive, lost, given)

    def _regime(self, now: _Now, u: Array) -> tuple[NDArray[np.bool_], Array]:
        """Which coordinates stick ``(n,)``, and which way the others slip ``(n,)``: ±1, or 0 without friction."""
        signs = np.sign(u)
        can = self.locked | (self.friction > 0) | (self.stops != 0)
        stuck = can & (signs == 0)
        for _ in range(2 * len(u)):
            if not stuck.any():
                break
            wanted = now.mass @ self._solve(now, stuck, signs) - now.drive  # what would have to hold each of them
            low = np.where(self.stops > 0, -np.inf, -self.friction)
            high = np.where(self.stops < 0, np.inf, self.friction)
            over = np.where(stuck & ~self.locked, np.maximum(wanted - high, low - wanted), -np.inf)
            worst = int(np.argmax(over))
            if over[worst] <= 1e-12:
                break
            stuck[worst] = False
            signs[worst] = -math.copysign(1.0, float(wanted[worst]))
        return stuck, signs

    def _solve(self, now: _Now, stuck: NDArray[np.bool_], signs: Array) -> Array:
        """The accelerations ``(n,)`` while these stick and the others slip so."""
        drive = now.drive - self.friction * signs
        if not stuck.any():
            return np.asarray(np.linalg.solve(now.mass, drive))
        found = np.zeros(len(drive))
        free = np.nonzero(~stuck)[0]
        if len(free):
            found[free] = np.linalg.solve(now.mass[np.ix_(free, free)], drive[free])
        return found

    def _advance(
        self, first: _Now, h: float, stuck: NDArray[np.bool_], signs: Array
    ) -> tuple[Array, Array, float, float]:
        """Steps ``(n,)``, speeds ``(n,)``, J lost and given after ``h`` s, if nothing changes its kind."""
        u0, zero = self.speeds, np.zeros(len(self.speeds))
        x, u, now = zero, u0, first
        steps = np.zeros((4, len(u0)))
        pushes = np.zeros((4, len(u0)))
        lost, given = [0.0] * 4, [0.0] * 4
        for k, share in enumerate((0.0, 0.5, 0.5, 1.0)):
            if k:
                x, u = share * h * steps[k - 1], u0 + share * h * pushes[k - 1]
                if not np.isfinite(u).all() or float(np.abs(x).max()) > FARTHEST:
                    raise Runaway
                now = self._now(moved(self.links, self.pose, x), u)
            steps[k] = rates(self.links, x, u)
            pushes[k] = self._solve(now, stuck, signs)
            lost[k], given[k] = now.lost_w + float(self.friction @ (signs * u)), now.given_w
        weights = np.array((1.0, 2.0, 2.0, 1.0)) * h / 6
        return weights @ steps, u0 + weights @ pushes, float(weights @ lost), float(weights @ given)

    def _first_event(self, x: Array, u: Array, signs: Array) -> tuple[float, int, float]:
        """The share of the step after which something changes its kind, its coordinate, and the stop it meets."""
        share, row, stop = 1.0, -1, 0.0
        for k in np.nonzero((self.friction > 0) & (u * signs < 0) & (self.speeds * signs > 0))[0]:
            at = float(self.speeds[k] / (self.speeds[k] - u[k]))
            if at < share:
                share, row, stop = at, int(k), 0.0
        for link, k, angle in zip(self.links, self.rows, self.pose.angles_rad, strict=True):
            if link.joint != "hinge" or self.stops[k]:
                continue
            low, high = link.range_rad
            step = float(x[k])
            for limit, side in ((high, 1.0), (low, -1.0)):
                if side * (angle + step - limit) > 0:
                    at = (limit - angle) / step if step else 0.0
                    at = min(max(at, 0.0), 1.0 - 1e-12)
                    if at < share:
                        share, row, stop = at, int(k), side
        return share, row, stop

    def _meet(self, row: int, stop: float) -> None:
        """A coordinate has come to rest, or meets its stop and is thrown back."""
        if stop == 0.0:
            self.speeds[row] = 0.0
            return
        which = int(np.searchsorted(self.rows, row))
        link = self.links[which]
        angle = link.range_rad[1 if stop > 0 else 0]  # to the last digit
        self.pose.angles_rad[which], self.pose.turns[which] = angle, turned_by(link.axis * angle)
        before = self.energy().moving
        speed = float(self.speeds[row])
        back = BOUNCE if abs(speed) > SLOW_RAD_S else 0.0
        mass = self._now(self.pose, self.speeds).mass
        free = np.nonzero(~self.locked)[0]
        at = int(np.searchsorted(free, row))
        unit = np.zeros(len(free))
        unit[at] = 1.0
        answer = np.linalg.solve(mass[np.ix_(free, free)], unit)
        self.speeds[free] -= (1 + back) * speed / answer[at] * answer
        if not back:
            self.speeds[row] = 0.0
            self.stops[row] = stop
        self.lost_j += before - self.energy().moving
