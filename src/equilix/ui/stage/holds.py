"""By what a part is held while it is dragged: along its track, out of its telescope, by its joints, or freely.

Each says what a pull of the mouse does to the document; the gesture carries it out.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable, Iterator
from typing import TYPE_CHECKING, Final, Protocol

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from PySide6.QtCore import QPointF

from equilix.document import Document
from equilix.edits import placing, rigging
from equilix.facts import NOTHING, Sayable
from equilix.kit.pivots import links
from equilix.rig.clearance import Travel, free_travel
from equilix.rig.kinematics import Assembly
from equilix.rig.posing import pulled
from equilix.ui.stage.projection import Projection
from equilix.words.language import say

if TYPE_CHECKING:
    from equilix.ui.stage.paper import Paper

Array = NDArray[np.float64]
Change = Callable[[Document], Document]
_numbers = itertools.count(1)
FREELY: Final = 0.9
"""How well what goes anywhere follows a pull, where what goes one way follows it by the cosine between them."""
FINE_M: Final = 0.001
"""What is dragged goes in whole millimetres."""


def new_gesture(kind: str) -> str:
    """A name for one gesture, so that all it does is one entry."""
    return f"{kind} {next(_numbers)}"


class Hold(Protocol):
    """One way to hold a part."""

    placement: str
    """What of the rig it moves."""
    gesture: str
    way_px: QPointF
    """Where it goes on the widget by one metre; (0, 0) where it goes anywhere."""

    @property
    def label(self) -> str:
        """What the edit is called, with ``{name}`` in it."""

    def pull(self, by: QPointF) -> Change:
        """What a pull by so many pixels from the start does."""

    def off_px(self, by: QPointF) -> float:
        """How far a pull leads off the way that it can go."""

    def stop(self, by: QPointF) -> Sayable:
        """What stops it there, where something does."""

    def step(self, way: tuple[int, int], step_m: float) -> Change | None:
        """What an arrow key does, (1, 0) to the right and (0, 1) down; None where it goes another way."""


class _OneWay(Struct):
    """What goes along one line: where it starts, and how far it may go."""

    placement: str
    gesture: str
    start_m: float
    way_px: QPointF
    low_m: float
    high_m: float

    def wanted_m(self, by: QPointF) -> float:
        """Where a pull wants it, as far as its way goes or not."""
        size = self.way_px.x() ** 2 + self.way_px.y() ** 2
        along = (by.x() * self.way_px.x() + by.y() * self.way_px.y()) / size if size > 1e-6 else 0.0
        return round(self.start_m + along, 3)

    def to_m(self, wanted_m: float) -> float:
        """Where it gets to."""
        return min(max(wanted_m, self.low_m), self.high_m)

    def off_px(self, by: QPointF) -> float:
        """Across its way."""
        size = math.hypot(self.way_px.x(), self.way_px.y())
        if size < 1e-6:
            return math.hypot(by.x(), by.y())
        return abs(by.x() * self.way_px.y() - by.y() * self.way_px.x()) / size

    def stepped_m(self, way: tuple[int, int], step_m: float) -> float | None:
        """Where an arrow wants it; None where it points across."""
        along = way[0] * self.way_px.x() + way[1] * self.way_px.y()
        across = way[0] * self.way_px.y() - way[1] * self.way_px.x()
        return None if abs(along) <= abs(across) else self.start_m + math.copysign(step_m, along)


class Slid(_OneWay):
    """Along its track, to its ends and its neighbours."""

    travel: Travel
    pitch_m: float
    setup: str

    @property
    def label(self) -> str:
        """What the edit is called."""
        return say("Slide {name}")

    def change(self, to_m: float) -> Change:
        """Slide there."""
        return lambda d: rigging.slide(d, self.setup, self.placement, self.to_m(to_m))

    def pull(self, by: QPointF) -> Change:
        return self.change(self.wanted_m(by))

    def stop(self, by: QPointF) -> Sayable:
        wanted = self.wanted_m(by)
        if wanted < self.low_m - 1e-6:
            return self.travel.stop_from
        return self.travel.stop_to if wanted > self.high_m + 1e-6 else NOTHING

    def step(self, way: tuple[int, int], step_m: float) -> Change | None:
        to = self.stepped_m(way, max(step_m, self.pitch_m))
        return None if to is None else self.change(to)


class Drawn(_OneWay):
    """Out of its telescope."""

    setup: str

    @property
    def label(self) -> str:
        """What the edit is called."""
        return say("Draw out {name}")

    def pull(self, by: QPointF) -> Change:
        to = self.to_m(self.wanted_m(by))
        return lambda d: rigging.extend(d, self.setup, self.placement, to)

    def stop(self, by: QPointF) -> Sayable:
        del by
        return NOTHING

    def step(self, way: tuple[int, int], step_m: float) -> Change | None:
        to = self.stepped_m(way, step_m)
        if to is None:
            return None
        there = self.to_m(to)
        return lambda d: rigging.extend(d, self.setup, self.placement, there)


class _Anywhere:
    """What goes anywhere in the plane of the view."""

    way_px = QPointF()

    def __init__(self, placement: str, setup: str, gesture: str, view: Paper) -> None:
        self.placement, self.setup, self.gesture = placement, setup, gesture
        self.scale, self.axes = view.scale, _plane(view.view)

    def moved_m(self, by: QPointF) -> Array:
        """A pull in the rig frame ``(3,)``, in whole millimetres."""
        right, up = (round(each / self.scale / 1000 / FINE_M) * FINE_M for each in (by.x(), -by.y()))
        moved: Array = right * self.axes[0] + up * self.axes[1]
        return moved

    def stop(self, by: QPointF) -> Sayable:
        """Nothing does."""
        del by
        return NOTHING

    def px(self, way: tuple[int, int], step_m: float) -> QPointF:
        """An arrow key as a pull."""
        return QPointF(way[0], way[1]) * step_m * 1000 * self.scale


class Freely(_Anywhere):
    """A free or strapped part: it goes where the mouse goes."""

    def __init__(self, placement: str, setup: str, view: Paper, start_m: Array, frame: Array) -> None:
        super().__init__(placement, setup, new_gesture("move"), view)
        self.start_m, self.frame = start_m, frame

    @property
    def label(self) -> str:
        """What the edit is called."""
        return say("Move {name}")

    def pull(self, by: QPointF) -> Change:
        """Put it there; its pose is in the frame of what carries it."""
        x, y, z = np.round(self.start_m + self.frame.T @ self.moved_m(by), 6).tolist()
        return lambda d: placing.move_free(d, self.setup, self.placement, (x, y, z))

    def off_px(self, by: QPointF) -> float:
        """It never leaves its way."""
        del by
        return 0.0

    def step(self, way: tuple[int, int], step_m: float) -> Change | None:
        """A step of it."""
        return self.pull(self.px(way, step_m))


class Bent(_Anywhere):
    """An arm that follows the place of it, or of what it carries, that was taken hold of."""

    def __init__(
        self, assembly: Assembly, placement: str, setup: str, view: Paper, grabbed_m: Array, beyond: int
    ) -> None:  # fmt: skip
        super().__init__(placement, setup, new_gesture("bend"), view)
        row = assembly.index[placement]
        self.frame = assembly.rotations[row]
        self.pivots, self.turned = assembly.parts[row].pivots, assembly.setup.by_id[placement].pivots_rad
        self.beyond, self.grabbed_m = beyond, self.frame.T @ (grabbed_m - assembly.positions_m[row])
        first = links(self.pivots, self.turned)
        self.local_m = first.rotations[beyond].T @ (self.grabbed_m - first.shifts_m[beyond])

    @property
    def label(self) -> str:
        """What the edit is called."""
        return say("Bend {name}")

    def _reach(self, by: QPointF) -> float:
        """Turn the joints, from where they have got to, so that the place follows; how far it stays away, m."""
        seen, goal = self.axes @ self.frame, self.grabbed_m + self.frame.T @ self.moved_m(by)
        now = links(self.pivots, self.turned).place(self.local_m, self.beyond)
        self.turned = pulled(self.pivots, self.turned, now, self.beyond, goal, seen)
        now = links(self.pivots, self.turned).place(self.local_m, self.beyond)
        return float(np.linalg.norm(seen @ (goal - now)))

    def pull(self, by: QPointF) -> Change:
        """Turn its joints so that the place comes as near to the mouse as it can."""
        self._reach(by)
        turned = dict(enumerate(self.turned))
        return lambda d: rigging.bend(d, self.setup, self.placement, turned)

    def off_px(self, by: QPointF) -> float:
        """How far the mouse is from where the place gets to."""
        return self._reach(by) * 1000 * self.scale

    def step(self, way: tuple[int, int], step_m: float) -> Change | None:
        """A step of that place."""
        return self.pull(self.px(way, step_m))


def _plane(view: Projection) -> Array:
    """The two directions of a view's paper, to the right and up, in the rig frame ``(2, 3)``."""
    return np.eye(3)[[view.right, view.up]]


def holds_of(view: Paper, assembly: Assembly, placement_id: str, at: QPointF | None = None) -> list[Hold]:
    """All ways to hold a part and what carries it, the nearest first, as far as the first track or free place.

    ``at``: where on the widget it was taken hold of; its middle where that was not by the mouse.
    """
    found: list[Hold] = []
    below: str | None = None
    for each in assembly.setup.carriers(placement_id):
        found += _holds(view, assembly, each, below, placement_id, at)
        if any(isinstance(hold, Slid | Freely) for hold in found):
            break
        below = each
    return found


def _holds(
    view: Paper, assembly: Assembly, each: str, child: str | None, pressed: str, at: QPointF | None
) -> Iterator[Hold]:
    row, setup = assembly.index[each], assembly.setup
    placement, part, seat = setup.by_id[each], assembly.parts[row], assembly.seats[row]
    extends, beyond, place = _taken_at(view, assembly, each, child, pressed, at)
    if part.pivots and beyond and (seat is None or not seat.by.beyond):
        yield Bent(assembly, each, setup.id, view, place, beyond)
    if part.telescope is not None and extends:
        way = _px(view, assembly.rotations[row] @ part.telescope.axis_unit)
        yield Drawn(each, new_gesture("draw"), placement.extension_m, way, 0.0, part.telescope.reach_m, setup.id)
    direction, travel = assembly.slide_direction(each), free_travel(assembly, each)
    if seat is not None and seat.track is not None and direction is not None and travel is not None:
        yield Slid(
            each, new_gesture("slide"), placement.slide_m, _px(view, direction), travel.from_m, travel.to_m, travel,
            seat.track.pitch_m, setup.id,
        )  # fmt: skip
    elif placement.pose is not None and seat is None:
        frame = assembly.rotations[assembly.index[placement.parent]] if placement.parent is not None else np.eye(3)
        yield Freely(each, setup.id, view, np.array(placement.pose.position_m), frame)


def _taken_at(
    view: Paper, assembly: Assembly, each: str, child: str | None, pressed: str, at: QPointF | None
) -> tuple[bool, int, Array]:
    """What of a part was taken hold of: whether it draws out, how many pivots lie before it, and the place ``(3,)``."""
    if child is not None:
        seat = assembly.seats[assembly.index[child]]
        place = assembly.cgs_m[assembly.index[pressed]]
        return (seat.point.extends, seat.point.beyond, place) if seat is not None else (False, 0, place)
    row = assembly.index[each]
    part, body = assembly.parts[row], assembly.bodies[row]
    middles = assembly.positions_m[row] + body.box_centres_m @ assembly.rotations[row].T
    if at is None:
        number = len(middles) - 1
    else:
        away = [view.place_px(middle) - at for middle in middles]
        number = min(range(len(away)), key=lambda k: math.hypot(away[k].x(), away[k].y()))
    solid = part.solids[number]
    return solid.extends, solid.beyond, middles[number]


def _px(view: Paper, way: Array) -> QPointF:
    flat = view.view.flat(way[None, :])[0] * view.scale
    return QPointF(float(flat[0]), float(flat[1]))


def follows(hold: Hold, by: QPointF) -> float:
    """How well a hold follows a pull, 0 to 1."""
    size = math.hypot(hold.way_px.x(), hold.way_px.y()) * math.hypot(by.x(), by.y())
    if isinstance(hold, _Anywhere):
        return FREELY
    return abs(hold.way_px.x() * by.x() + hold.way_px.y() * by.y()) / size if size > 1e-6 else 0.0


def best_hold(holds: list[Hold], by: QPointF) -> Hold | None:
    """The one that follows a pull best; of two that do so alike, the nearer."""
    return max(holds, key=lambda hold: round(follows(hold, by), 2), default=None)
