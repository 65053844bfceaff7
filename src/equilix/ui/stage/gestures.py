"""What the mouse does to parts on a view: slide, turn, lift off and re-mount, add from the mat."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any, Final

import numpy as np
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QPainter, QPen

from equilix.check import turns
from equilix.edits import rigging
from equilix.kit.mounts import MountPoint, mount_name
from equilix.rig.clearance import Travel, free_travel, slider_of
from equilix.ui.mounting import mount, mount_anywhere
from equilix.ui.session import Session
from equilix.ui.stage.ruler import paint_ruler
from equilix.ui.theme import colour, font
from equilix.units import angle, length, mass

if TYPE_CHECKING:
    from equilix.ui.stage.view import RigView

Array = NDArray[np.float64]

PART_MIME: Final = "application/x-equilix-part"
LIFT_PX: Final = 46.0
"""Pulled this far off its track, a part lifts off and can be mounted elsewhere."""
SNAP_PX: Final = 30.0
HANDLE_PX: Final = 54.0
_numbers = itertools.count(1)


@dataclass
class _Slide:
    placement: str
    start_m: float
    way_px: QPointF
    """Where a slide of one metre goes on the widget."""
    travel: Travel
    gesture: str


@dataclass
class _Turn:
    placement: str
    start_rad: float
    middle: QPointF
    sign: float
    from_rad: float
    gesture: str


@dataclass(frozen=True)
class _Target:
    parent: str
    point: MountPoint
    by: MountPoint
    place: QPointF


class Gestures:
    """The state of one gesture on one view."""

    def __init__(self, view: RigView, session: Session) -> None:
        self.view, self.session = view, session
        self._slide: _Slide | None = None
        self._turn: _Turn | None = None
        self._pressed: str | None = None
        self._start = QPointF()
        self._targets: list[_Target] = []
        self._nearest: _Target | None = None
        self._lifted = False
        self._hovered: str | None = None
        self._tag = ""
        self._tag_at = QPointF()

    # the mouse

    def press(self, at: QPointF) -> bool:
        """Take the turn handle or the part under the mouse; False where there is neither."""
        if self._take_turn_handle(at):
            return True
        found = self.view.hit(at)
        self.session.select(found)
        if found is None:
            return False
        self._pressed, self._start = found, at
        self._slide = self.start_slide(found)
        return True

    def start_slide(self, placement_id: str) -> _Slide | None:
        """Take hold of a part, or of what carries it, along the nearest track; None where there is none."""
        assembly = self.session.analysis.assembly
        slider = slider_of(assembly, placement_id)
        if slider is None:
            return None
        way, travel = assembly.slide_direction(slider), free_travel(assembly, slider)
        if way is None or travel is None:
            return None
        flat = self.view.view.flat(way[None, :])[0] * self.view.scale
        return _Slide(
            slider, self.session.setup.by_id[slider].slide_m, QPointF(float(flat[0]), float(flat[1])), travel,
            f"slide {next(_numbers)}",
        )  # fmt: skip

    def move(self, at: QPointF) -> None:
        """The mouse moves with the button down."""
        if self._turn is not None:
            self._turn_to(at)
        elif self._pressed is not None:
            pull = at - self._start
            off_track = self._off_track(pull)
            if not self._lifted and off_track > LIFT_PX:
                self._lift()
            if self._lifted:
                self._tag, self._tag_at = "", at
                self._aim(at)
            elif self._slide is not None:
                self._slide_by(pull, at)

    def _off_track(self, pull: QPointF) -> float:
        way = self._slide.way_px if self._slide is not None else QPointF()
        size = math.hypot(way.x(), way.y())
        if size < 1e-6:
            return math.hypot(pull.x(), pull.y())
        return abs(pull.x() * way.y() - pull.y() * way.x()) / size

    def _slide_by(self, pull: QPointF, at: QPointF) -> None:
        slide = self._slide
        assert slide is not None
        size = slide.way_px.x() ** 2 + slide.way_px.y() ** 2
        if size < 1e-6:
            return
        wanted = slide.start_m + (pull.x() * slide.way_px.x() + pull.y() * slide.way_px.y()) / size
        self.slide_to(slide, round(wanted, 3))
        self._tag_at = at

    def slide_to(self, slide: _Slide, wanted_m: float) -> None:
        """Slide as far as its free travel allows, and say what stops it."""
        low, high = slide.travel.from_m, slide.travel.to_m
        goal = min(max(wanted_m, low), high)
        setup_id = self.session.setup.id
        name = self.name_of(slide.placement)
        self.session.edit(
            f"Slide {name}", lambda d: rigging.slide(d, setup_id, slide.placement, goal), gesture=slide.gesture
        )
        stop = (
            slide.travel.stop_from if wanted_m < low - 1e-6 else slide.travel.stop_to if wanted_m > high + 1e-6 else ""
        )
        self._tag = self._reading(slide.placement) + (f"  ·  {stop}" if stop else "")

    def _reading(self, placement_id: str) -> str:
        analysis = self.session.analysis
        seat = analysis.assembly.seats[analysis.assembly.index[placement_id]]
        if seat is None or seat.track is None:
            return ""
        slide = self.session.setup.by_id[placement_id].slide_m
        return f"scale {length(seat.track.scale_zero_m + slide, analysis.display)}"

    def _lift(self) -> None:
        assert self._pressed is not None
        if self._slide is not None:  # back to where it was: it is being lifted, not slid
            setup_id, slide = self.session.setup.id, self._slide
            self.session.edit("", lambda d: rigging.slide(d, setup_id, slide.placement, slide.start_m), slide.gesture)
        self._lifted = True
        placement = self.session.setup.by_id[self._pressed]
        part = self.session.document.parts_by_id[placement.part]
        self._find_targets(part.id, self._pressed)
        if not self._targets:
            self.session.said.emit(f"“{part.name}” fits on no other free mount of this rig.", False)

    def _find_targets(self, part_id: str, moving: str | None) -> None:
        document, setup = self.session.document, self.session.setup
        part = document.parts_by_id[part_id]
        assembly = self.session.analysis.assembly
        self._targets = [
            _Target(parent, point, by, self.view.place_px(assembly.point_pose(parent, point)[0]))
            for parent, point, by in rigging.fitting_points(document, setup, part, moving=moving)
        ]

    def _aim(self, at: QPointF) -> None:
        def away(target: _Target) -> float:
            return math.hypot(target.place.x() - at.x(), target.place.y() - at.y())

        nearest = min(self._targets, key=away, default=None)
        self._nearest = nearest if nearest is not None and away(nearest) < SNAP_PX * 2 else None
        self.view.update()

    def release(self, at: QPointF) -> None:
        """The button goes up: a lifted part is mounted where it was dropped."""
        del at
        if self._lifted and self._pressed is not None and self._nearest is not None:
            setup_id, moving, target = self.session.setup.id, self._pressed, self._nearest
            name = self.name_of(moving)
            self.session.edit(
                f"Mount {name} elsewhere",
                lambda d: rigging.remount(d, setup_id, moving, target.parent, target.point.name, target.by.name),
            )
        self._end()

    def _end(self) -> None:
        self._slide = self._turn = self._pressed = self._nearest = None
        self._targets, self._lifted, self._tag = [], False, ""
        self.session.end_gesture()
        self.view.update()

    def hover(self, at: QPointF | None) -> None:
        """The mouse passes: name what is under it."""
        found = self.view.hit(at) if at is not None else None
        if found != self._hovered:
            self._hovered = found
            part = self._part(found) if found is not None else None
            self.view.setToolTip(
                "" if part is None else f"{part.name}, {mass(part.mass_kg, self.session.document.display)}"
            )
            self.view.setCursor(Qt.CursorShape.OpenHandCursor if found else Qt.CursorShape.ArrowCursor)

    # turning

    def turn_handle(self) -> tuple[QPointF, QPointF, float] | None:
        """Middle, handle and sense of the turn of the selected part, where it turns in the plane of this view."""
        selected, assembly = self.session.selection, self.session.analysis.assembly
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
        if found is None or self.session.selection is None:
            return False
        middle, handle, sign = found
        if math.hypot(handle.x() - at.x(), handle.y() - at.y()) > 12:
            return False
        placement = self.session.setup.by_id[self.session.selection]
        self._turn = _Turn(
            placement.id, placement.turn_rad, middle, sign, _angle(at - middle), f"turn {next(_numbers)}"
        )
        return True

    def _turn_to(self, at: QPointF) -> None:
        turn = self._turn
        assert turn is not None
        wanted = turn.start_rad - turn.sign * (_angle(at - turn.middle) - turn.from_rad)
        wanted = math.radians(round(math.degrees(wanted)))
        self.turn_part(turn.placement, wanted, turn.gesture)
        self._tag, self._tag_at = angle(self.session.setup.by_id[turn.placement].turn_rad), at

    def turn_part(self, placement_id: str, wanted_rad: float, gesture: str) -> None:
        """Turn a part on its mount."""
        setup_id = self.session.setup.id
        wanted = math.remainder(wanted_rad, 2 * math.pi)
        self.session.edit(
            f"Turn {self.name_of(placement_id)}", lambda d: rigging.turn(d, setup_id, placement_id, wanted), gesture
        )

    def quiet(self) -> None:
        """No reading at the mouse: it was not the mouse that moved the part."""
        self._tag = ""

    # from the mat

    def drag_enter(self, event: Any) -> None:
        """A part from the mat comes over the view: show where it fits."""
        data = event.mimeData()
        if data.hasFormat(PART_MIME):
            self._find_targets(bytes(data.data(PART_MIME).data()).decode(), None)
            self._lifted = True
            event.acceptProposedAction()

    def drag_move(self, event: Any) -> None:
        """The part moves over the view."""
        self._aim(QPointF(event.position()))
        event.acceptProposedAction()

    def drag_leave(self) -> None:
        """The part leaves the view again."""
        self._end()

    def drop(self, event: Any) -> None:
        """The part is let go: mount it on the nearest place that fits, or lay an empty setup's first part down."""
        part_id = bytes(event.mimeData().data(PART_MIME).data()).decode()
        target = self._nearest
        self._end()
        if target is not None:
            mount(self.session, part_id, target.parent, target.point.name, target.by.name)
        else:
            mount_anywhere(self.session, part_id, only_if_empty=True)
        event.acceptProposedAction()

    # painting

    def paint(self, painter: QPainter) -> None:
        """Mounts that fit while a part is lifted, the turn handle, and the reading at the mouse."""
        theme = self.view.theme
        painter.setFont(font(11, bold=True))
        if self._lifted:
            for target in self._targets:
                near = target is self._nearest
                painter.setPen(QPen(colour(theme.hold), 2.2))
                painter.setBrush(colour(theme.hold if near else theme.card, 255 if near else 190))
                painter.drawEllipse(target.place, 9 if near else 6, 9 if near else 6)
            if self._nearest is not None:
                name = self.name_of(self._nearest.parent)
                self._paint_tag(painter, f"{name}: {mount_name(self._nearest.point.kind)}", self._nearest.place)
        elif self._slide is None and (handle := self.turn_handle()) is not None:
            painter.setPen(QPen(colour(theme.hold), 1.2, Qt.PenStyle.DotLine))
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.drawEllipse(handle[0], HANDLE_PX, HANDLE_PX)
            painter.setPen(QPen(colour(theme.hold), 2))
            painter.setBrush(colour(theme.card))
            painter.drawEllipse(handle[1], 6.5, 6.5)
        if self._slide is not None and self._tag and not self._lifted:
            self._paint_ruler(painter, self._slide)
        if self._tag:
            self._paint_tag(painter, self._tag, self._tag_at)

    def _paint_ruler(self, painter: QPainter, slide: _Slide) -> None:
        assembly = self.session.analysis.assembly
        seat = assembly.seats[assembly.index[slide.placement]]
        if seat is not None and seat.track is not None:
            held = self.view.place_px(assembly.to_rig(slide.placement, seat.by.origin))
            now, zero = self.session.setup.by_id[slide.placement].slide_m, seat.track.scale_zero_m
            unit = self.session.document.display
            paint_ruler(painter, held, slide.way_px, now, slide.travel, zero, self.view.theme, unit)

    def _paint_tag(self, painter: QPainter, text: str, at: QPointF) -> None:
        wide = painter.fontMetrics().horizontalAdvance(text) + 18
        x = min(max(at.x() + 14, 4.0), self.view.width() - wide - 4)
        box = QRectF(x, max(at.y() - 40, 4), wide, 26)
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(colour(self.view.theme.ink))
        painter.drawRoundedRect(box, 3, 3)
        painter.setPen(colour(self.view.theme.card))
        painter.drawText(box, Qt.AlignmentFlag.AlignCenter, text)

    def _part(self, placement_id: str) -> Any:
        return self.session.document.parts_by_id[self.session.setup.by_id[placement_id].part]

    def name_of(self, placement_id: str) -> str:
        """What the part of a placement is called."""
        return str(self._part(placement_id).name)


def _angle(point: QPointF) -> float:
    return math.atan2(point.y(), point.x())
