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

    def _points(self, frame: Frame, motion: Motion) -> tuple[Array, Array, Array]:
        at = frame.shift_m + self.homes_m @ frame.turn.T
        arms = at - frame.cg_m
        w = motion.turning
        speeds = motion.going + np.stack(
            (w[1] * arms[:, 2] - w[2] * arms[:, 1], w[2] * arms[:, 0] - w[0] * arms[:, 2],
             w[0] * arms[:, 1] - w[1] * arms[:, 0]), axis=1,
        )  # fmt: skip
        return at, arms, speeds

    def acts(self, frame: Frame, motion: Motion) -> Wrench:
        """Up where it presses, and against what would slide."""
        at, arms, speeds = self._points(frame, motion)
        deep = np.maximum(self.level_m - at[:, 2], 0.0)
        up = np.where(deep > 0, np.maximum(self.stiffness_n_m * deep - self.damping_n_s_m * speeds[:, 2], 0.0), 0.0)
        pull, rub = self._holds(at, speeds, up)
        each = np.column_stack((pull, up))
        moment = np.array((
            float(arms[:, 1] @ each[:, 2] - arms[:, 2] @ each[:, 1]),
            float(arms[:, 2] @ each[:, 0] - arms[:, 0] @ each[:, 2]),
            float(arms[:, 0] @ each[:, 1] - arms[:, 1] @ each[:, 0]),
        ))  # fmt: skip
        stored = 0.5 * self.stiffness_n_m * float(deep @ deep)
        lost = float((self.stiffness_n_m * deep - up) @ speeds[:, 2]) + rub
        return Wrench(each.sum(axis=0), moment, lost, 0.0, stored)

    def _holds(self, at: Array, speeds: Array, up: Array) -> tuple[Array, float]:
        """What goes against sliding ``(k, 2)``, and the power that it takes."""
        pull = self.stiffness_n_m * (self.held_m - at[:, :2]) - self.damping_n_s_m * speeds[:, :2]
        size = np.sqrt((pull**2).sum(axis=1))
        most = self.grip * up
        pull = pull * np.minimum(1.0, most / np.maximum(size, 1e-12))[:, None]
        return pull, -float((pull * speeds[:, :2]).sum())

    def settle(self, frame: Frame, motion: Motion) -> None:
        """Where a point slips or is lifted, it holds anew."""
        at, _, speeds = self._points(frame, motion)
        deep = np.maximum(self.level_m - at[:, 2], 0.0)
        most = self.grip * np.maximum(self.stiffness_n_m * deep - self.damping_n_s_m * speeds[:, 2], 0.0)
        off = at[:, :2] - self.held_m
        far = np.sqrt((off**2).sum(axis=1))
        reach = most / self.stiffness_n_m
        slips = far > reach
        if slips.any():
            share = reach[slips] / np.maximum(far[slips], 1e-12)
            self.held_m[slips] = at[slips, :2] - off[slips] * share[:, None]
