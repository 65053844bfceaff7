"""The lines of a human body, to scale, in the three views: NumPy only, in m on the paper (to the right, up).

Profiles are given for a stature of 1.75 m and a middling build, and grow with both; they are drawn after no one
(estimates of a draughtsman). Limbs are drawn about the places of their joints, so that their lengths are the body's.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator, Sequence
from functools import cache
from typing import Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray

from equilix.body.figure import BodyFigure, Leg
from equilix.body.posture import Arm
from equilix.keys import Side
from equilix.ui.stage.projection import FRONT, PLAN, SIDE, Projection

Array = NDArray[np.float64]

STATURE_M: Final = 1.75
BETWEEN: Final = 3
"""So many points from one of a profile to the next."""


class Contour(Struct, frozen=True):
    """One piece of the body: ``outline`` ``(n, 2)`` hides what is behind it, ``edges`` are its lines."""

    outline: Array
    edges: tuple[Array, ...]
    far: bool = False
    """On the side that is turned away."""


def smooth(points: Array, *, closed: bool = False) -> Array:
    """A curve through points ``(n, 2)``, after Catmull and Rom, as points close together."""
    found: Array = _weights(len(points), closed) @ points
    return found


@cache
def _weights(count: int, closed: bool) -> Array:
    """What each of ``count`` points weighs in each point ``(m, count)`` of the curve through them."""
    t = np.arange(BETWEEN) / BETWEEN
    spline = 0.5 * np.column_stack(
        (-t + 2 * t**2 - t**3, 2 - 5 * t**2 + 3 * t**3, t + 4 * t**2 - 3 * t**3, -(t**2) + t**3)
    )
    each = np.eye(count)
    if closed:
        ring = np.vstack((each[-1], each, each[:2]))
    else:
        ring = np.vstack((2 * each[0] - each[1], each, 2 * each[-1] - each[-2]))
    rows = [spline @ ring[start : start + 4] for start in range(len(ring) - 3)]
    return np.vstack(rows if closed else [*rows, each[-1]])


def _mm(*points: tuple[float, float]) -> Array:
    return np.array(points) / 1000.0


FACE: Final = smooth(
    _mm(
        (42, -172), (38, -140), (40, -118), (66, -104), (88, -106), (99, -94), (97, -80), (101, -70),
        (99, -62), (103, -54), (101, -45), (117, -36), (116, -29), (101, 2), (104, 16), (99, 50), (70, 92),
        (10, 111), (-48, 88), (-77, 38), (-78, -12), (-62, -58), (-56, -95), (-68, -138),
    )
)  # fmt: skip
"""From the side, forward and up from the eyes' height over the shoulder joints: throat, face, crown, nape."""
CHEST: Final = _mm(
    (42, 35), (62, 15), (92, -40), (118, -130), (114, -230), (100, -330), (104, -420), (96, -500), (80, -560)
)
BACK: Final = _mm(
    (-68, 69), (-94, 38), (-118, -40), (-128, -140), (-116, -250), (-96, -360), (-106, -440), (-134, -520),
    (-128, -585), (-96, -630),
)  # fmt: skip
"""From the side, forward and up from the shoulder joints: from throat and nape down."""
FLANK: Final = _mm(
    (54, 100), (56, 64), (86, 38), (150, 28), (206, 16), (196, -40), (176, -110), (168, -190), (152, -280), (142, -350),
    (154, -420), (172, -510), (174, -570), (160, -640),
)  # fmt: skip
"""From the front, to the side and up from the shoulder joints: neck, shoulder, ribs, waist, hip."""
CROTCH: Final = _mm((80, -640), (20, -622))
OVAL: Final = _mm((0, 112), (42, 103), (68, 72), (77, 24), (74, -18), (65, -56), (46, -87), (22, -105), (0, -108))
EAR: Final = smooth(_mm((76, 22), (87, 20), (86, -12), (74, -28)))
"""From the front, to the side and up from the eyes' height."""
CROWN: Final = _mm((108, 0), (104, 26), (78, 56), (20, 76), (-44, 66), (-78, 30), (-84, 0))
NOSE: Final = smooth(_mm((103, 14), (123, 0), (103, -14)))
SHOULDERS: Final = _mm(
    (104, 0), (108, 80), (84, 160), (48, 222), (0, 238), (-48, 224), (-98, 160), (-122, 80), (-112, 0),
)  # fmt: skip
"""From above, forward and to the side, from the middle of the shoulder joints."""
SOLE: Final = smooth(
    _mm((-40, 18), (-62, -30), (-60, -66), (0, -68), (90, -68), (160, -68), (200, -62), (196, -44), (140, -22), (75, 0),
        (42, 30)),
)  # fmt: skip
"""The foot from the side, along the sole and up from the ankle."""
FOOT_WIDTHS: Final = ((0.0, 30.0), (0.12, 36.0), (0.45, 40.0), (0.75, 48.0), (0.93, 40.0), (1.0, 14.0))
"""From above: half widths along the sole, mm."""
LEG: Final = (
    np.array(((0.0, 86.0, 86.0), (0.3, 84.0, 80.0), (0.65, 68.0, 66.0), (0.95, 54.0, 52.0))),
    np.array(((0.08, 52.0, 52.0), (0.3, 48.0, 66.0), (0.6, 40.0, 52.0), (0.88, 34.0, 36.0), (1.0, 36.0, 36.0))),
)
ARM: Final = (
    np.array(((0.0, 56.0, 56.0), (0.2, 58.0, 54.0), (0.55, 48.0, 46.0), (0.92, 40.0, 40.0))),
    np.array(((0.08, 42.0, 42.0), (0.3, 43.0, 43.0), (0.65, 34.0, 34.0), (0.98, 27.0, 27.0))),
)
"""Along each of two segments: half widths to either side of its line, mm; of a leg forward and back from the side."""
FIST: Final = smooth(_mm((-46, 26), (-10, 40), (34, 36), (46, 8), (40, -28), (4, -40), (-40, -28)), closed=True)
"""A closed hand, along the forearm and across it, from its middle."""
FOREARM_ENDS: Final = 0.8
"""The forearm is drawn into the fist (the wrist itself is at 0.73, after Winter: 0.146 of 0.146 + 0.506 × 0.108)."""


class _Pen(Struct, frozen=True):
    """A figure as it is drawn in one view: how a place comes onto the paper, and how far a profile grows."""

    figure: BodyFigure
    view: Projection

    @property
    def grown(self) -> float:
        return self.figure.operator.stature_m / STATURE_M

    def at(self, place_m: Array) -> Array:
        return np.array((place_m[self.view.right], place_m[self.view.up]))

    def profile(self, shape: Array, at: Array, broad: float = 1.0) -> Array:
        """A profile about a place on the paper; ``broad``: how much broader than tall it has grown."""
        return at + shape * (self.grown * broad, self.grown)


class Group(Struct, frozen=True):
    """Pieces that move together; ``moved_m`` ``(2,)``: how far they have moved on the paper since they were drawn."""

    name: str
    pieces: tuple[Contour, ...]
    moved_m: Array
    over: bool
    """Nearer to the viewer than a rig that the body carries."""


_kept: dict[tuple[str, str], tuple[bytes, Array, tuple[Contour, ...]]] = {}


def groups(figure: BodyFigure, view: Projection) -> list[Group]:
    """The body from behind to front. A group that only moves with the body is not drawn anew."""
    pen = _Pen(figure, view)
    middle_m = figure.stance.middle_m
    at = pen.at(middle_m)
    size = f"{figure.build} {figure.operator.stature_m}".encode()
    found = []
    for name, places_m, make, over in _parts(pen):
        where = np.round(np.array(places_m) - middle_m, 6).tobytes() + size
        kept = _kept.get((view.name, name))
        if kept is None or kept[0] != where:
            kept = _kept[view.name, name] = (where, at, tuple(make()))
        found.append(Group(name, kept[2], at - kept[1], over))
    return found


def contours(figure: BodyFigure, view: Projection) -> list[Contour]:
    """All pieces where they are."""
    return [
        Contour(piece.outline + group.moved_m, tuple(edge + group.moved_m for edge in piece.edges), piece.far)
        for group in groups(figure, view)
        for piece in group.pieces
    ]


_Part = tuple[str, list[Array], Callable[[], Iterable[Contour]], bool]


def _parts(pen: _Pen) -> Iterator[_Part]:
    """Name, the places that it follows from, how it is drawn, and whether it lies over the rig."""
    figure, view = pen.figure, pen.view
    near: Side = "right" if view is SIDE else ""
    legs = [place for leg in figure.legs for place in (leg.hip_m, leg.knee_m, leg.ankle_m, leg.heel_m, leg.toe_m)]
    top = [figure.stance.eye_m, figure.stance.head_m]
    left, right = ((arm.side, [arm.shoulder_m, arm.elbow_m, arm.hand_m], arm) for arm in figure.arms)

    def all_legs() -> Iterator[Contour]:
        for leg in figure.legs:
            yield from _leg(pen, leg, near)

    def arm_part(each: tuple[Side, list[Array], Arm], *, far: bool, over: bool) -> _Part:
        return each[0], each[1], lambda: _arm(pen, each[2], far=far), over

    if view is SIDE:
        yield arm_part(left, far=True, over=False)
        yield "still", [*legs, *top], lambda: [*all_legs(), _trunk_side(pen)], False
        yield arm_part(right, far=False, over=True)
        return
    yield "legs", legs, all_legs, False
    upper = (_trunk_front, _head_front) if view is FRONT else (_shoulders, _head_plan)
    still: _Part = "upper", top, lambda: [upper[0](pen), *upper[1](pen)], False
    arms = [arm_part(each, far=False, over=False) for each in (left, right)]
    yield from [still, *arms] if view is FRONT else [*arms, still]


def _middle(pen: _Pen) -> Array:
    return pen.at(pen.figure.stance.middle_m)


def _eyes(pen: _Pen) -> Array:
    """The eyes' height over the middle of the shoulder joints."""
    middle = _middle(pen)
    if pen.view is PLAN:
        return middle
    return np.array((middle[0], pen.figure.stance.eye_m[2]))


def _trunk_side(pen: _Pen) -> Contour:
    middle, build = _middle(pen), pen.figure.build
    face = pen.profile(FACE, _eyes(pen))
    chest, back = (_deep(pen.profile(shape, middle, build), face[end]) for shape, end in ((CHEST, 0), (BACK, -1)))
    line = np.vstack((smooth(chest)[::-1], face, smooth(back)))
    return Contour(line, (line,))


def _deep(profile: Array, start: Array) -> Array:
    """A profile that begins where the one above it ends."""
    return np.vstack((start, profile[1:]))


def _trunk_front(pen: _Pen) -> Contour:
    middle, build = _middle(pen), pen.figure.build
    right, left = (_flank(pen, middle, build, side) for side in (-1.0, 1.0))
    bottom = pen.profile(np.vstack((CROTCH * (-1, 1), CROTCH[::-1])), middle)
    return Contour(np.vstack((right, bottom, left[::-1])), (right[: -2 * BETWEEN], left[: -2 * BETWEEN]))


def _flank(pen: _Pen, middle: Array, build: float, side: float) -> Array:
    shape = pen.profile(FLANK * (side, 1.0), middle)
    below = shape[:, 1] < middle[1] - 0.05 * pen.grown  # the bones of the shoulders do not grow broader with the belly
    shape[below, 0] = middle[0] + (shape[below, 0] - middle[0]) * build
    return smooth(shape)


def _head_front(pen: _Pen) -> Iterator[Contour]:
    eyes = np.array((pen.at(pen.figure.stance.head_m)[0], pen.figure.stance.eye_m[2]))
    for side in (-1.0, 1.0):
        ear = pen.profile(EAR * (side, 1.0), eyes)
        yield Contour(ear, (ear,))
    oval = pen.profile(smooth(np.vstack((OVAL, OVAL[-2:0:-1] * (-1.0, 1.0))), closed=True), eyes)
    yield Contour(oval, (np.vstack((oval, oval[0])),))


def _shoulders(pen: _Pen) -> Contour:
    shape = np.vstack((SHOULDERS, SHOULDERS[-2:0:-1] * (1.0, -1.0))) * (pen.figure.build, 1.0)
    line = pen.profile(smooth(shape, closed=True), _middle(pen))
    return Contour(line, (np.vstack((line, line[0])),))


def _head_plan(pen: _Pen) -> Iterator[Contour]:
    middle = _middle(pen)
    nose = pen.profile(NOSE, middle)
    yield Contour(nose, (nose,))
    crown = pen.profile(smooth(np.vstack((CROWN, CROWN[-2:0:-1] * (1.0, -1.0))), closed=True), middle)
    yield Contour(crown, (np.vstack((crown, crown[0])),))


def _arm(pen: _Pen, arm: Arm, *, far: bool) -> Iterator[Contour]:
    shoulder, elbow, hand = (pen.at(place) for place in (arm.shoulder_m, arm.elbow_m, arm.hand_m))
    if pen.view is not SIDE:  # the joint is inside the shoulder
        shoulder = shoulder + (_middle(pen) - shoulder) * 0.10
    wrist = elbow + (hand - elbow) * FOREARM_ENDS
    broad = pen.figure.build * pen.grown / 1000.0
    yield _limb((shoulder, elbow, wrist), ARM, broad, far=far)
    fist = hand + _turned(FIST, _along(hand - elbow, (0.0, -1.0))) * pen.grown
    yield Contour(fist, (np.vstack((fist, fist[0])),), far)


def _leg(pen: _Pen, leg: Leg, near: Side) -> Iterator[Contour]:
    far = bool(near) and leg.side != near
    hip, knee, ankle = (pen.at(place) for place in (leg.hip_m, leg.knee_m, leg.ankle_m))
    broad = pen.figure.build * pen.grown / 1000.0
    foot = _foot_side(pen, leg) if pen.view is SIDE else _foot_outline(pen, leg)
    limb = _limb((hip, knee, ankle), LEG, broad, far=far)
    in_front = pen.view is FRONT and leg.toe_m[2] <= leg.heel_m[2] + 1e-6
    yield from ((limb, Contour(*foot, far)) if in_front else (Contour(*foot, far), limb))


def _foot_side(pen: _Pen, leg: Leg) -> tuple[Array, tuple[Array, ...]]:
    along = _along(pen.at(leg.toe_m) - pen.at(leg.heel_m), (1.0, 0.0))
    line = pen.at(leg.ankle_m) + _turned(SOLE, along) * pen.grown
    return line, (line,)


def _foot_outline(pen: _Pen, leg: Leg) -> tuple[Array, tuple[Array, ...]]:
    """From above, the sole; from the front, the instep over its breadth."""
    if pen.view is PLAN:
        heel, toe = pen.at(leg.heel_m), pen.at(leg.toe_m)
        along = _along(toe - heel, (1.0, 0.0))
        across = np.array((-along[1], along[0]))
        halves = np.array(FOOT_WIDTHS)
        spine, out = heel + halves[:, :1] * (toe - heel), halves[:, 1:] / 1000.0 * pen.grown * across
        line = smooth(np.vstack((spine + out, (spine - out)[::-1])), closed=True)
    else:
        at, low = pen.at(leg.ankle_m), min(float(leg.heel_m[2]), float(leg.toe_m[2]))
        k = pen.grown / 1000.0
        tall = float(leg.ankle_m[2]) - low
        shape = np.array(((-36, 0.1), (-50, 0.75), (-46, 1.0), (46, 1.0), (50, 0.75), (36, 0.1)))
        line = smooth(np.column_stack((at[0] + shape[:, 0] * k, at[1] - shape[:, 1] * tall)))
    return line, (np.vstack((line, line[0])),)


def _turned(shape: Array, along: Array) -> Array:
    """A shape ``(n, 2)`` whose first direction goes along a unit vector."""
    return np.asarray(shape @ np.array((along, (-along[1], along[0]))))


def _along(way: Array, otherwise: tuple[float, float]) -> Array:
    """The unit vector along a way on the paper; another one where it is seen end on."""
    size = math.hypot(float(way[0]), float(way[1]))
    return way / size if size > 0.02 else np.array(otherwise)


def _limb(joints: Sequence[Array], shape: tuple[Array, Array], broad: float, *, far: bool) -> Contour:
    """Two segments with a bend between, open at its upper end, where it goes into the trunk."""
    first, second = joints[1] - joints[0], joints[2] - joints[1]
    one = _along(first, (0.0, -1.0))
    two = _along(second, (float(one[0]), float(one[1])))
    bend = _mean(one, two)
    upper, lower = shape
    spine = np.concatenate((joints[0] + upper[:, :1] * first, joints[1] + lower[:, :1] * second))
    ways = np.empty((len(upper) + len(lower), 2))
    ways[: len(upper)], ways[len(upper) :] = one, two
    ways[len(upper) - 1], ways[len(upper)] = _mean(one, bend), _mean(bend, two)
    normal = np.column_stack((-ways[:, 1], ways[:, 0])) * broad
    halves = np.concatenate((upper, lower))
    left, right = smooth(spine + normal * halves[:, 1:2]), smooth(spine - normal * halves[:, 2:])
    return Contour(np.concatenate((left, right[::-1])), (left, right), far)


def _mean(one: Array, two: Array) -> Array:
    x, y = float(one[0] + two[0]), float(one[1] + two[1])
    return np.array((x, y)) / max(math.hypot(x, y), 1e-6)


def trunk_depth_m(figure: BodyFigure, below_shoulders: float) -> tuple[float, float]:
    """The back and the front of the trunk, x in m, so far below the shoulder joints (of a stature of 1.75 m)."""
    grown = figure.operator.stature_m / STATURE_M
    x = float(figure.stance.middle_m[0])
    back, front = (
        x + grown * figure.build * float(np.interp(-below_shoulders, *shape[::-1, ::-1].T)) for shape in (BACK, CHEST)
    )
    return back, front
