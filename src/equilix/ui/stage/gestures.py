"""What the mouse does to parts on a view: slide, turn, lift off and re-mount, add from the mat.

A gesture belongs to the document in which it began. Where that changes by anything else (undo, another setup, a part
taken off), the gesture ends there and then; what it has done so far stays as one entry, and nothing is half done.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Callable
from typing import TYPE_CHECKING, Any, Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from PySide6.QtCore import QMimeData, QPointF, Qt

from equilix.document import Document
from equilix.edits import rigging
from equilix.faults import turns
from equilix.kit.mounts import MountPoint
from equilix.rig.clearance import Travel, free_travel, slider_of
from equilix.ui.mounting import mount, mount_anywhere, strap_new
from equilix.ui.session import Session
from equilix.words.language import say
from equilix.words.quantities import angle, length, mass

if TYPE_CHECKING:
    from equilix.ui.stage.paper import Paper

Array = NDArray[np.float64]

PART_MIME: Final = "application/x-equilix-part"
LIFT_PX: Final = 46.0
"""Pulled this far off its track, a part lifts off and can be mounted elsewhere."""
SNAP_PX: Final = 30.0
HANDLE_PX: Final = 54.0
_numbers = itertools.count(1)


class HeldSlide(Struct):
    """A part held along its track."""

    placement: str
    start_m: float
    way_px: QPointF
    """Where a slide of one metre goes on the widget."""
    travel: Travel
    gesture: str


class _Turn(Struct):
    placement: str
    start_rad: float
    middle: QPointF
    sign: float
    from_rad: float
    gesture: str


class Target(Struct, frozen=True, dict=True):
    """A place where what is lifted would fit."""

    parent: str
    point: MountPoint
    by: MountPoint
    place: QPointF


class Gestures:
    """The state of one gesture on one view."""

    def __init__(self, view: Paper, session: Session) -> None:
        self.view, self.session = view, session
        self.held: HeldSlide | None = None
        self._turn: _Turn | None = None
        self._pressed: str | None = None
        self._start = QPointF()
        self.targets: list[Target] = []
        self.nearest: Target | None = None
        self.lifted = False
        self._hovered: str | None = None
        self.tag = ""
        self.tag_at = QPointF()
        self._seen: Document | None = None
        """The document as this gesture has last left it."""
        self._editing = False
        session.changed.connect(self._session_changed)

    # beginning and ending

    @property
    def active(self) -> bool:
        """Whether something is held."""
        return self._pressed is not None or self._turn is not None or self.lifted

    def _begin(self) -> None:
        if self.active:  # the end of the one before has been lost
            self.finish()
        self._seen = self.session.document

    def _session_changed(self) -> None:
        if self.active and not self._editing and self.session.document is not self._seen:
            self._let_go()

    def _edit(self, label: str, change: Callable[[Document], Document], gesture: str | None = None) -> None:
        self._editing = True
        try:
            self.session.edit(label, change, gesture)
        finally:
            self._editing = False
            self._seen = self.session.document

    def cancel(self) -> None:
        """Break off: everything is as it was before the gesture."""
        held = self.held or self._turn
        self._let_go()
        if held is not None:
            self.session.break_off(held.gesture)

    def finish(self) -> None:
        """End here: what has been slid or turned stays, what was lifted goes back."""
        self._let_go()
        self.session.end_gesture()

    def _let_go(self) -> None:
        self.held = self._turn = self._pressed = self.nearest = self._seen = None
        self.targets, self.lifted, self.tag = [], False, ""
        self.view.update()

    # the mouse

    def press(self, at: QPointF) -> bool:
        """Take the turn handle or the part under the mouse; False where there is neither."""
        self._begin()
        if self._take_turn_handle(at):
            return True
        found, meant = self.view.hit(at), self.view.finding_at(at)
        self.session.selection.select(found, meant.key if meant is not None else "")
        if found is None:
            return False
        self._pressed, self._start = found, at
        self.held = self.start_slide(found)
        return True

    def start_slide(self, placement_id: str) -> HeldSlide | None:
        """Take hold of a part, or of what carries it, along the nearest track; None where there is none."""
        assembly = self.session.analysis.assembly
        slider = slider_of(assembly, placement_id)
        if slider is None:
            return None
        way, travel = assembly.slide_direction(slider), free_travel(assembly, slider)
        if way is None or travel is None:
            return None
        flat = self.view.view.flat(way[None, :])[0] * self.view.scale
        return HeldSlide(
            slider, self.session.setup.by_id[slider].slide_m, QPointF(float(flat[0]), float(flat[1])), travel,
            say("slide {number}").format(number=next(_numbers)),
        )  # fmt: skip

    def move(self, at: QPointF) -> None:
        """The mouse moves with the button down."""
        if self._turn is not None:
            self._turn_to(at)
        elif self._pressed is not None:
            pull = at - self._start
            off_track = self._off_track(pull)
            if not self.lifted and off_track > LIFT_PX:
                self._lift()
            if self.lifted:
                self.tag, self.tag_at = "", at
                self._aim(at)
            elif self.held is not None:
                self._slide_by(pull, at)

    def _off_track(self, pull: QPointF) -> float:
        way = self.held.way_px if self.held is not None else QPointF()
        size = math.hypot(way.x(), way.y())
        if size < 1e-6:
            return math.hypot(pull.x(), pull.y())
        return abs(pull.x() * way.y() - pull.y() * way.x()) / size

    def _slide_by(self, pull: QPointF, at: QPointF) -> None:
        slide = self.held
        assert slide is not None
        size = slide.way_px.x() ** 2 + slide.way_px.y() ** 2
        if size < 1e-6:
            return
        wanted = slide.start_m + (pull.x() * slide.way_px.x() + pull.y() * slide.way_px.y()) / size
        self.slide_to(slide, round(wanted, 3))
        self.tag_at = at

    def slide_to(self, slide: HeldSlide, wanted_m: float) -> None:
        """Slide as far as its free travel allows, and say what stops it."""
        low, high = slide.travel.from_m, slide.travel.to_m
        goal = min(max(wanted_m, low), high)
        setup_id = self.session.setup.id
        name = self.name_of(slide.placement)
        self._edit(
            say("Slide {name}").format(name=name),
            lambda d: rigging.slide(d, setup_id, slide.placement, goal),
            slide.gesture,
        )
        stop = (
            slide.travel.stop_from if wanted_m < low - 1e-6 else slide.travel.stop_to if wanted_m > high + 1e-6 else ""
        )
        self.tag = self._reading(slide.placement) + (f"  ·  {self.session.tell(stop)}" if stop else "")

    def _reading(self, placement_id: str) -> str:
        analysis = self.session.analysis
        seat = analysis.assembly.seats[analysis.assembly.index[placement_id]]
        if seat is None or seat.track is None:
            return ""
        slide = self.session.setup.by_id[placement_id].slide_m
        return say("scale {scale_zero}").format(
            scale_zero=length(seat.track.scale_zero_m + slide, self.session.document.display)
        )

    def _lift(self) -> None:
        assert self._pressed is not None
        if self.held is not None:  # back to where it was: it is being lifted, not slid
            setup_id, slide = self.session.setup.id, self.held
            self._edit("", lambda d: rigging.slide(d, setup_id, slide.placement, slide.start_m), slide.gesture)
        self.lifted = True
        placement = self.session.setup.by_id[self._pressed]
        part = self.session.document.parts_by_id[placement.part]
        self._find_targets(part.id, self._pressed)
        if not self.targets:
            self.session.said.emit(
                say("“{part}” fits on no other free mount of this rig.").format(part=part.name), False
            )

    def _find_targets(self, part_id: str, moving: str | None) -> None:
        document, setup = self.session.document, self.session.setup
        part = document.parts_by_id[part_id]
        assembly = self.session.analysis.assembly
        self.targets = [
            Target(parent, point, by, self.view.place_px(assembly.point_pose(parent, point)[0]))
            for parent, point, by in rigging.fitting_points(document, setup, part, moving=moving)
        ]

    def _aim(self, at: QPointF) -> None:
        def away(target: Target) -> float:
            return math.hypot(target.place.x() - at.x(), target.place.y() - at.y())

        nearest = min(self.targets, key=away, default=None)
        self.nearest = nearest if nearest is not None and away(nearest) < SNAP_PX * 2 else None
        self.view.update()

    def release(self, at: QPointF) -> None:
        """The button goes up: a lifted part is mounted where it was dropped."""
        del at
        if self.lifted and self._pressed is not None and self.nearest is not None:
            setup_id, moving, target = self.session.setup.id, self._pressed, self.nearest
            name = self.name_of(moving)
            self._edit(
                say("Mount {name} elsewhere").format(name=name),
                lambda d: rigging.remount(d, setup_id, moving, target.parent, target.point.name, target.by.name),
            )
        self.finish()

    def hover(self, at: QPointF | None) -> None:
        """The mouse passes: name what is under it."""
        found = self.view.hit(at) if at is not None else None
        if found != self._hovered:
            self._hovered = found
            part = self._part(found) if found is not None else None
            unit = self.session.document.display
            self.view.show_tip("" if part is None else f"{part.name}, {mass(part.mass_kg, unit)}")
            self.view.setCursor(Qt.CursorShape.OpenHandCursor if found else Qt.CursorShape.ArrowCursor)

    # turning

    def turn_handle(self) -> tuple[QPointF, QPointF, float] | None:
        """Middle, handle and sense of the turn of the selected part, where it turns in the plane of this view."""
        selected, assembly = self.session.selection.id, self.session.analysis.assembly
        if selected is None or selected not in assembly.index:
            return None
        seat = assembly.seats[assembly.index[selected]]
        if seat is None or not turns(seat.point, seat.by):
            return None
        origin, frame = assembly.point_pose(seat.parent, seat.point)
        facing = float(frame[:, 2] @ np.array(self.view.view.toward))
        if abs(facing) < 0.7:
            return None
        middle = self.view.place_px(origin)
        turned = self.session.setup.by_id[selected].turn_rad
        at = -turned * math.copysign(1, facing)  # the paper's y points down, so a positive turn goes the other way
        handle = middle + QPointF(math.cos(at), math.sin(at)) * HANDLE_PX
        return middle, handle, math.copysign(1, facing)

    def _take_turn_handle(self, at: QPointF) -> bool:
        found = self.turn_handle()
        if found is None or self.session.selection.id is None:
            return False
        middle, handle, sign = found
        if math.hypot(handle.x() - at.x(), handle.y() - at.y()) > 12:
            return False
        placement = self.session.setup.by_id[self.session.selection.id]
        self._turn = _Turn(
            placement.id,
            placement.turn_rad,
            middle,
            sign,
            _angle(at - middle),
            say("turn {number}").format(number=next(_numbers)),
        )
        return True

    def _turn_to(self, at: QPointF) -> None:
        turn = self._turn
        assert turn is not None
        wanted = turn.start_rad - turn.sign * (_angle(at - turn.middle) - turn.from_rad)
        wanted = math.radians(round(math.degrees(wanted)))
        self.turn_part(turn.placement, wanted, turn.gesture)
        self.tag, self.tag_at = angle(self.session.setup.by_id[turn.placement].turn_rad), at

    def turn_part(self, placement_id: str, wanted_rad: float, gesture: str) -> None:
        """Turn a part on its mount."""
        setup_id = self.session.setup.id
        wanted = math.remainder(wanted_rad, 2 * math.pi)
        self._edit(
            say("Turn {part}").format(part=self.name_of(placement_id)),
            lambda d: rigging.turn(d, setup_id, placement_id, wanted),
            gesture,
        )

    def quiet(self) -> None:
        """No reading at the mouse: it was not the mouse that moved the part."""
        self.tag = ""

    # from the mat

    def drag_enter(self, event: Any) -> None:
        """A part from the mat comes over the view: show where it fits."""
        data = event.mimeData()
        part_id = _part_in(data)
        if part_id in self.session.document.parts_by_id:
            self._begin()
            self._find_targets(part_id, None)
            self.lifted = True
            event.acceptProposedAction()

    def drag_move(self, event: Any) -> None:
        """The part moves over the view."""
        self._aim(QPointF(event.position()))
        event.acceptProposedAction()

    def drag_leave(self) -> None:
        """The part leaves the view again."""
        self.finish()

    def drop(self, event: Any) -> None:
        """The part is let go: mount it on the nearest place that fits, or lay an empty setup's first part down."""
        part_id, target = _part_in(event.mimeData()), self.nearest
        self.finish()
        if part_id not in self.session.document.parts_by_id:
            return
        under = self.view.hit(QPointF(event.position()))
        if under is not None and event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            self._strap_there(part_id, under, QPointF(event.position()))
        elif target is not None:
            mount(self.session, part_id, target.parent, target.point.name, target.by.name)
        else:
            mount_anywhere(self.session, part_id, only_if_empty=True)
        event.acceptProposedAction()

    def _strap_there(self, part_id: str, carrier: str, at: QPointF) -> None:
        """Strap a part from the mat to what is under the mouse: its middle there, on the side that looks at one."""
        view, assembly = self.view.view, self.session.analysis.assembly
        mm, row = self.view.to_mm(at), assembly.index[carrier]
        lower, upper, rows = assembly.boxes_m
        toward, mine = np.array(view.toward, float), rows == row
        near = float(np.maximum(lower[mine] @ toward, upper[mine] @ toward).max())
        new = self.session.document.parts_by_id[part_id].body()
        half = float(np.abs(toward) @ (new.high_m - new.low_m)) / 2
        place = toward * (near + half)
        place[view.right], place[view.up] = mm.x() / 1000, -mm.y() / 1000
        strap_new(self.session, part_id, carrier, place)

    def _part(self, placement_id: str) -> Any:
        return self.session.document.parts_by_id[self.session.setup.by_id[placement_id].part]

    def name_of(self, placement_id: str) -> str:
        """What the part of a placement is called."""
        return str(self._part(placement_id).name)


def _part_in(data: QMimeData) -> str:
    return bytes(data.data(PART_MIME).data()).decode(errors="replace") if data.hasFormat(PART_MIME) else ""


def _angle(point: QPointF) -> float:
    return math.atan2(point.y(), point.x())
