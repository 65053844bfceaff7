"""Rigid bodies linked one to the next by hinges or a ball joint, or free: where they are and how they accelerate.

Frame: that of the base, x forward, y left, z up. A link is told at home: what it carries outside the next joint. A
hinge has one coordinate, its angle; a ball joint three, a free body six, the last three of which count in the frame of
the body. The equations of motion are those of Kane's method: ``M(q) u̇ = Σ Vᵀ (F − m A°) + Wᵀ (T − I α° − ω × I ω)``
with the partial velocities V of the centres of gravity and W of the turning, and A°, α° what the accelerations are
while all u̇ are 0.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Final, Literal

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

Array = NDArray[np.float64]
ONE: Final = np.eye(3)
ONE.setflags(write=False)
Kind = Literal["hinge", "ball", "free"]
FREEDOM: Final[dict[Kind, int]] = {"hinge": 1, "ball": 3, "free": 6}


class Link(Struct, frozen=True):
    """One body and the joint that it turns in. ``inertia_kg_m2`` ``(3, 3)`` about its CG, in the base's frame at home.

    ``friction`` ``(n,)``: what holds each coordinate still, N·m or N; ``drag`` ``(n,)``: what goes against each for
    every rad/s or m/s. ``spring_nm``: at 90° a counterbalance pushes back by so much, ``−c sin θ`` less where it helps
    what is over the axis to stay.
    """

    joint: Kind
    point_m: Array
    mass_kg: float
    cg_m: Array
    inertia_kg_m2: Array
    axis: Array
    friction: tuple[float, ...]
    drag: tuple[float, ...]
    range_rad: tuple[float, float] = (-math.inf, math.inf)
    spring_nm: float = 0.0

    @property
    def freedom(self) -> int:
        """How many coordinates it has."""
        return FREEDOM[self.joint]


class Pose(Struct):
    """How a linkage stands: the turn ``(3, 3)`` of each joint, its angle where it is a hinge, its shift ``(3,)``."""

    turns: list[Array]
    angles_rad: list[float]
    shifts_m: list[Array]

    def copy(self) -> Pose:
        """Another that is the same."""
        return Pose(list(self.turns), list(self.angles_rad), list(self.shifts_m))


def at_home(links: Sequence[Link]) -> Pose:
    """As it was built."""
    return Pose([ONE for _ in links], [0.0 for _ in links], [np.zeros(3) for _ in links])


class Frame(Struct):
    """Where one link is: its turn ``(3, 3)`` and shift ``(3,)`` from home, its joint and its CG ``(3,)``."""

    turn: Array
    shift_m: Array
    joint_m: Array
    cg_m: Array
    axis: Array

    def place_m(self, home_m: Array) -> Array:
        """Where a point ``(3,)`` of the body is that was there at home."""
        return np.asarray(self.shift_m + self.turn @ home_m)


class Motion(Struct):
    """How one link moves: its rate of turning ``(3,)``, rad/s, and the velocity ``(3,)`` of its CG, m/s."""

    turning: Array
    going: Array
    partial_turning: Array
    partial_going: Array
    bias_turning: Array
    bias_going: Array


def skew(v: Array) -> Array:
    """The matrix ``(3, 3)`` of ``v ×``."""
    x, y, z = v.tolist()
    return np.array(((0.0, -z, y), (z, 0.0, -x), (-y, x, 0.0)))


def cross(a: Array, b: Array) -> Array:
    """``a × b`` of two vectors ``(3,)``; ten times as quick as NumPy's for any shape."""
    (ax, ay, az), (bx, by, bz) = a.tolist(), b.tolist()
    return np.array((ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx))


def turned_by(v: Array) -> Array:
    """The rotation ``(3, 3)`` of a rotation vector ``(3,)``, rad."""
    x, y, z = v.tolist()
    angle = math.sqrt(x * x + y * y + z * z)
    k = np.array(((0.0, -z, y), (z, 0.0, -x), (-y, x, 0.0)))
    if angle < 1e-4:  # to the fourth power of the angle
        return np.asarray(ONE + k * (1 - angle**2 / 6) + k @ k * (0.5 - angle**2 / 24))
    return np.asarray(ONE + k * (math.sin(angle) / angle) + k @ k * ((1 - math.cos(angle)) / angle**2))


def rates(links: Sequence[Link], x: Array, u: Array) -> Array:
    """How the steps ``x`` ``(n,)`` from a pose grow at speeds ``u`` ``(n,)``.

    A turn by the vector θ in the frame of the body grows by ``θ' = ω + θ × ω / 2 + θ × (θ × ω) / 12``.
    """
    found, at = u.copy(), 0
    for link in links:
        if link.joint != "hinge":
            low = at + link.freedom - 3
            by, rate = x[low : low + 3], u[low : low + 3]
            once = cross(by, rate)
            found[low : low + 3] = rate + once / 2 + cross(by, once) / 12
        at += link.freedom
    return found


def moved(links: Sequence[Link], pose: Pose, x: Array) -> Pose:
    """The pose that is steps ``x`` ``(n,)`` on."""
    found, at = pose.copy(), 0
    for k, link in enumerate(links):
        if link.joint == "hinge":
            found.angles_rad[k] = pose.angles_rad[k] + float(x[at])
            found.turns[k] = turned_by(link.axis * found.angles_rad[k])
        else:
            low = at + link.freedom - 3
            found.turns[k] = pose.turns[k] @ turned_by(x[low : low + 3])
            if link.joint == "free":
                found.shifts_m[k] = pose.shifts_m[k] + x[at : at + 3]
        at += link.freedom
    return found


def frames(links: Sequence[Link], pose: Pose) -> list[Frame]:
    """Where every link is, the first that hangs on the base first."""
    found, turn, shift = [], ONE, np.zeros(3)
    for link, own, step in zip(links, pose.turns, pose.shifts_m, strict=True):
        axis = turn @ link.axis
        joint = shift + turn @ link.point_m + step
        turn = turn @ own
        shift = joint - turn @ link.point_m
        found.append(Frame(turn, shift, joint, shift + turn @ link.cg_m, axis))
    return found


def motions(links: Sequence[Link], where: Sequence[Frame], u: Array) -> list[Motion]:
    """How every link moves at speeds ``u`` ``(n,)``."""
    n, at = len(u), 0
    found: list[Motion] = []
    columns, sliding = np.zeros((3, n)), np.zeros((3, n))  # W, and what shifts V, of the link that is looked at
    joints: list[tuple[int, int, Array]] = []  # where its columns are, and the point that they turn about
    turning, going, bias_turning, bias_going = (np.zeros(3) for _ in range(4))
    point = np.zeros(3)
    for k, (link, frame) in enumerate(zip(links, where, strict=True)):
        if k:  # the first one hangs on what stands still
            off = frame.joint_m - point
            rim = cross(turning, off)
            going = going + rim
            bias_going = bias_going + cross(bias_turning, off) + cross(turning, rim)
            columns = columns.copy()
        low = at + link.freedom - (1 if link.joint == "hinge" else 3)
        if link.joint == "hinge":
            columns[:, low] = frame.axis
            spun = frame.axis * float(u[low])
        else:
            columns[:, low : low + 3] = frame.turn
            spun = frame.turn @ u[low : low + 3]
            if link.joint == "free":
                sliding = sliding.copy()
                sliding[:, at : at + 3] = ONE
                going = going + u[at : at + 3]
        if k:
            bias_turning = bias_turning + cross(turning, spun)
        turning = turning + spun
        joints.append((low, at + link.freedom, frame.joint_m))
        at += link.freedom
        point = frame.joint_m
        partial = sliding.copy()
        for start, end, pivot in joints:
            arm = frame.cg_m - pivot
            if end - start == 1:
                partial[:, start] += cross(columns[:, start], arm)
            elif arm.any():  # a free body is told at its CG
                partial[:, start:end] -= skew(arm) @ columns[:, start:end]
        out = frame.cg_m - point
        rim = cross(turning, out)
        bias = bias_going + cross(turning, rim) + (cross(bias_turning, out) if k else 0.0)
        found.append(Motion(turning, going + rim, columns, partial, bias_turning, bias))
    return found
