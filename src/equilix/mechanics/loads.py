"""What pulls and pushes at a moving body: a hand or a line like a spring, a bed that bears, the hand of the trainer."""

from __future__ import annotations

import math
from typing import Protocol

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.mechanics.linkage import Frame, Motion, cross

Array = NDArray[np.float64]


class Wrench(Struct):
    """Force ``(3,)`` and moment ``(3,)`` about the CG; what they lose to heat and put in, W; what they store, J."""

    force_n: Array
    moment_nm: Array
    lost_w: float = 0.0
    given_w: float = 0.0
    stored_j: float = 0.0


class Load(Protocol):
    """Something that acts on one link."""

    link: int

    def acts(self, frame: Frame, motion: Motion) -> Wrench:
        """What it does while the link is there and moves so."""

    def settle(self, frame: Frame, motion: Motion) -> None:
        """A step has been taken: what creeps or slips may be where it is now."""


class Spring:
    """A spring from a point of the body ``home_m`` to a place: a hand that holds, a line, a finger that pulls.

    ``rest_m``: its length while it pulls nothing; ``slack``: it pulls and never pushes; ``most_n``: no more than that.
    ``gives``: the place moves by somebody's will, so that its force is work from outside and stores nothing.
    """

    def __init__(
        self, link: int, home_m: Array, to_m: Array, stiffness_n_m: float, damping_n_s_m: float, *,
        rest_m: float = 0.0, slack: bool = False, most_n: float = math.inf, gives: bool = False,
    ) -> None:  # fmt: skip
        self.link, self.home_m, self.to_m = link, home_m, to_m
        self.stiffness_n_m, self.damping_n_s_m = stiffness_n_m, damping_n_s_m
        self.rest_m, self.slack, self.most_n, self.gives = rest_m, slack, most_n, gives

    def acts(self, frame: Frame, motion: Motion) -> Wrench:
        """Along its line where it has a length of its own, in all directions where it has none."""
        at = frame.place_m(self.home_m)
        arm = at - frame.cg_m
        speed = motion.going + cross(motion.turning, arm)
        way = self.to_m - at
        if self.rest_m > 0:
            far = math.sqrt(float(way @ way))
            along = way / max(far, 1e-9)
            stretched, rate = far - self.rest_m, -float(along @ speed)
            pull = self.stiffness_n_m * stretched + self.damping_n_s_m * rate
            if self.slack and (stretched <= 0 or pull <= 0):
                kept = 0.5 * self.stiffness_n_m * stretched**2 if stretched > 0 else 0.0
                lost = -self.stiffness_n_m * stretched * rate if stretched > 0 else 0.0
                return Wrench(np.zeros(3), np.zeros(3), lost_w=lost, stored_j=kept)
            push = along * pull
            stored, lost = 0.5 * self.stiffness_n_m * stretched**2, self.damping_n_s_m * rate**2
        else:
            push = self.stiffness_n_m * way - self.damping_n_s_m * speed
            stored = 0.5 * self.stiffness_n_m * float(way @ way)
            lost = self.damping_n_s_m * float(speed @ speed)
        if self.gives:
            size = math.sqrt(float(push @ push))
            if size > self.most_n:
                push = push * (self.most_n / size)
            return Wrench(push, cross(arm, push), given_w=float(push @ speed))
        return Wrench(push, cross(arm, push), lost, 0.0, stored)

    def settle(self, frame: Frame, motion: Motion) -> None:
        """It stays where it is held."""


class Push:
    """A force ``(3,)``, N, at a point of the body for so long: a finger that taps."""

    def __init__(self, link: int, home_m: Array, force_n: Array) -> None:
        self.link, self.home_m, self.force_n = link, home_m, force_n

    def acts(self, frame: Frame, motion: Motion) -> Wrench:
        """The same, wherever the point has gone."""
        arm = frame.place_m(self.home_m) - frame.cg_m
        speed = motion.going + cross(motion.turning, arm)
        return Wrench(self.force_n, cross(arm, self.force_n), given_w=float(self.force_n @ speed))

    def settle(self, frame: Frame, motion: Motion) -> None:
        """Nothing stays of it."""


class _Touch(Struct):
    """A point that presses: its arm from the CG, its speed, how deep it is, and the force on it."""

    row: int
    arm_m: tuple[float, float, float]
    speed_m_s: tuple[float, float, float]
    deep_m: float
    force_n: tuple[float, float, float]


class Bed:
    """Points of a body that lie on something level: a pad on a shoulder, feet on a table.

    Each presses as a spring that never pulls, and holds by friction up to ``grip`` times that: what is under it gives
    sideways until it slips, and is then dragged along.
    """

    def __init__(
        self, link: int, homes_m: Array, level_m: float, stiffness_n_m: float, damping_n_s_m: float, grip: float
    ) -> None:
        self.link, self.homes_m, self.level_m = link, homes_m, level_m
        self.stiffness_n_m, self.damping_n_s_m, self.grip = stiffness_n_m, damping_n_s_m, grip
        self.held_m = homes_m[:, :2].copy()
        """Where each point holds ``(k, 2)``."""

    def _touching(self, frame: Frame, motion: Motion) -> tuple[Array, list[_Touch]]:
        """Where all points are ``(k, 3)``, and what those do that press; one by one, for they are few."""
        at = frame.shift_m + self.homes_m @ frame.turn.T
        rows = np.flatnonzero(at[:, 2] < self.level_m).tolist()
        if not rows:
            return at, []
        cx, cy, cz = frame.cg_m.tolist()
        wx, wy, wz = motion.turning.tolist()
        gx, gy, gz = motion.going.tolist()
        held, stiff, damping = self.held_m, self.stiffness_n_m, self.damping_n_s_m
        found = []
        for row in rows:
            x, y, z = at[row].tolist()
            ax, ay, az = x - cx, y - cy, z - cz
            vx, vy, vz = gx + wy * az - wz * ay, gy + wz * ax - wx * az, gz + wx * ay - wy * ax
            deep = self.level_m - z
            up = max(stiff * deep - damping * vz, 0.0)
            hx, hy = held[row].tolist()
            px, py = stiff * (hx - x) - damping * vx, stiff * (hy - y) - damping * vy
            size, most = math.hypot(px, py), self.grip * up
            if size > most:
                px, py = px * most / size, py * most / size
            found.append(_Touch(row, (ax, ay, az), (vx, vy, vz), deep, (px, py, up)))
        return at, found

    def acts(self, frame: Frame, motion: Motion) -> Wrench:
        """Up where it presses, and against what would slide."""
        _, touching = self._touching(frame, motion)
        force, moment, stored, lost = [0.0] * 3, [0.0] * 3, 0.0, 0.0
        for touch in touching:
            (ax, ay, az), (fx, fy, fz) = touch.arm_m, touch.force_n
            force = [force[0] + fx, force[1] + fy, force[2] + fz]
            moment = [
                moment[0] + ay * fz - az * fy, moment[1] + az * fx - ax * fz, moment[2] + ax * fy - ay * fx,
            ]  # fmt: skip
            stored += 0.5 * self.stiffness_n_m * touch.deep_m**2
            vx, vy, vz = touch.speed_m_s
            lost += (self.stiffness_n_m * touch.deep_m - fz) * vz - fx * vx - fy * vy
        return Wrench(np.array(force), np.array(moment), lost, 0.0, stored)

    def settle(self, frame: Frame, motion: Motion) -> None:
        """Where a point slips or is lifted, it holds anew."""
        at, touching = self._touching(frame, motion)
        reach = np.zeros(len(at))
        for touch in touching:
            reach[touch.row] = self.grip * touch.force_n[2] / self.stiffness_n_m
        off = at[:, :2] - self.held_m
        far = np.sqrt((off**2).sum(axis=1))
        slips = far > reach
        if slips.any():
            share = reach[slips] / np.maximum(far[slips], 1e-12)
            self.held_m[slips] = at[slips, :2] - off[slips] * share[:, None]
