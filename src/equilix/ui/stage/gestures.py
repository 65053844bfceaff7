"""What the mouse does to parts on a view: slide, turn, lift off and re-mount, add from the mat.

A gesture belongs to the document in which it began. Where that changes by anything else (undo, another setup, a part
taken off), the gesture ends there and then; what it has done so far stays as one entry, and nothing is half done.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from functools import reduce
from typing import TYPE_CHECKING, Any, Final

import numpy as np
from msgspec import Struct
from numpy.typing import NDArray
from PySide6.QtCore import QPointF, Qt

from equilix.document import Document
from equilix.edits import placing, rigging
from equilix.faults import turns
from equilix.ui.mounting import mount, mount_anywhere
from equilix.ui.session import Session
from equilix.ui.stage.bearer_knob import REACH_PX, Knob, knob_of
from equilix.ui.stage.holds import Change, Drawn, Hold, Slid, best_hold, holds_of, new_gesture
from equilix.ui.stage.targets import Targets, part_in, strap_there
from equilix.words.language import say
from equilix.words.quantities import angle, length, mass

if TYPE_CHECKING:
    from equilix.ui.stage.paper import Paper

Array = NDArray[np.float64]

LIFT_PX: Final = 46.0
"""Pulled this far off its track, a part lifts off and can be mounted elsewhere."""
HANDLE_PX: Final = 54.0
HERE_PX: Final = 6.0
"""So far it is pulled to be lifted off at once."""


class _Turn(Struct):
    placement: str
    start_rad: float
    middle: QPointF
    sign: float
    from_rad: float
    gesture: str
    told: float = 0.0
    """How far a part without a mount has been turned by now, rad."""


class Gestures:
    """The state of one gesture on one view."""

    def __init__(self, view: Paper, session: Session) -> None:
        self.view, self.session = view, session
        self.held: Hold | None = None
        self._holds: list[Hold] = []
        self._along: list[Hold] = []
        """By what the other selected parts are held, which go along."""
        self._turn: _Turn | None = None
        self._knob: Knob | None = None
        self._pressed: str | None = None
        self._start = QPointF()
        self.targets = Targets(view, session)
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
        return self._pressed is not None or self._turn is not None or self._knob is not None or self.lifted

    def _begin(self) -> None:
        if self.active:  # the end of the one before has been lost
            self.finish()
        self._seen = self.session.document
        self.session.in_hand = self

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
        held = self.held or self._turn or self._knob
        self._let_go()
        if held is not None:
            self.session.break_off(held.gesture)

    def finish(self) -> None:
        """End here: what has been slid or turned stays, what was lifted goes back."""
        self._let_go()
        self.session.end_gesture()

    def _let_go(self) -> None:
        if self.session.in_hand is self:
            self.session.in_hand = None
        self.held = self._turn = self._knob = self._pressed = self._seen = None
        self.targets.clear()
        self._holds, self.lifted, self.tag = [], False, ""
        self.view.update()

    # the mouse

    def press(self, at: QPointF, *, also: bool = False) -> bool:
        """Take the turn handle or the part under the mouse; False where there is neither.

        ``also``: the part is selected with those that are, or no more, and not taken hold of.
        """
        self._begin()
        if not also and (self._take_turn_handle(at) or self._take_knob(at)):
            return True
        selection = self.session.selection
        found, meant = self.view.hit(at), self.view.finding_at(at)
        if also and found is not None:
            self._let_go()
            selection.toggle(found)
            return True
        several = selection.all if found in selection.all and meant is None else ()
        selection.select(found, meant.key if meant is not None else "", several)
        if found is None:
            self._let_go()
            return False
        self._pressed, self._start = found, at
        self._holds = holds_of(self.view, self.session.analysis.assembly, found, at)
        return True

    def knob(self) -> Knob | None:
        """The knob of what bears the rig, as it is held or could be."""
        return self._knob or knob_of(self.view, self.session.analysis)

    def _take_knob(self, at: QPointF) -> bool:
        found = knob_of(self.view, self.session.analysis)
        if found is None or math.hypot(found.at.x() - at.x(), found.at.y() - at.y()) > REACH_PX:
            return False
        self._knob, self._start = found, at
        return True

    def _turn_knob(self, knob: Knob, at: QPointF) -> None:
        pull = at - self._start
        self._edit(knob.label, knob.pull(pull), knob.gesture)
        said = (knob.told(pull), knob.stop(pull))
        self.tag, self.tag_at = "  ·  ".join(self.session.tell(each) for each in said if each), at

    def move(self, at: QPointF, *, lift: bool = False) -> None:
        """The mouse moves with the button down; ``lift``: off its mount at once, however it could be dragged there."""
        if self._turn is not None:
            self._turn_to(at)
        elif self._knob is not None:
            self._turn_knob(self._knob, at)
        elif self._pressed is not None:
            pull = at - self._start
            if self.held is None and math.hypot(pull.x(), pull.y()) >= 1:
                self.held = best_hold(self._holds, pull)
                self._along = [] if self.held is None else self._goes_along(self.held, pull)
            off = math.hypot(pull.x(), pull.y()) if self.held is None or lift else self.held.off_px(pull)
            if not self.lifted and off > (HERE_PX if lift else LIFT_PX):
                self._lift()
            if self.lifted:
                self.tag, self.tag_at = "", at
                self.targets.aim(at)
            elif self.held is not None:
                self._pull(self.held, pull, at)

    def _goes_along(self, held: Hold, pull: QPointF) -> list[Hold]:
        """By what the other selected parts are held: each once, and none that is carried by one that moves."""
        assembly = self.session.analysis.assembly
        moving, found = set(assembly.setup.subtree(held.placement)), []
        for each in self.session.selection.others:
            other = best_hold(holds_of(self.view, assembly, each), pull)
            if other is not None and other.placement not in moving:
                found.append(other)
                moving |= set(assembly.setup.subtree(other.placement))
        return found

    def _pull(self, held: Hold, pull: QPointF, at: QPointF) -> None:
        changes = [each.pull(pull) for each in (held, *self._along)]
        self._edit(held.label.format(name=self._named(held, len(changes))), _one_after_other(changes), held.gesture)
        stop = self.session.tell(held.stop(pull))
        self.tag, self.tag_at = "  ·  ".join(each for each in (self._reading(held.placement), stop) if each), at

    def _named(self, held: Hold, count: int) -> str:
        """What an edit of so many parts is of: the name of the one, or how many."""
        return self.name_of(held.placement) if count == 1 else say("{count} parts").format(count=count)

    def step(self, placement_id: str, way: tuple[int, int], step_m: float) -> bool | None:
        """What an arrow key does to a part. False where the arrow points across its way, None where it has none."""
        holds = holds_of(self.view, self.session.analysis.assembly, placement_id)
        held = best_hold(holds, QPointF(way[0], way[1]))
        if held is None:
            return None
        change = held.step(way, step_m)
        if change is None:
            return False
        others = self._goes_along(held, QPointF(way[0], way[1]))
        changes = [change, *(more for each in others if (more := each.step(way, step_m)) is not None)]
        label = held.label.format(name=self._named(held, len(changes)))
        self._edit(label, _one_after_other(changes), f"keys {held.placement}")
        self.tag = ""
        return True

    def _reading(self, placement_id: str) -> str:
        """What the scale reads, or how far it is drawn out; nothing for what has neither."""
        assembly, display = self.session.analysis.assembly, self.session.document.display
        row, placement = assembly.index[placement_id], self.session.setup.by_id[placement_id]
        seat = assembly.seats[row]
        if isinstance(self.held, Drawn):
            return say("drawn out {extension}").format(extension=length(placement.extension_m, display))
        if seat is None or seat.track is None or not isinstance(self.held, Slid):
            return ""
        return say("scale {scale_zero}").format(scale_zero=length(seat.track.scale_zero_m + placement.slide_m, display))

    def _lift(self) -> None:
        assert self._pressed is not None
        if self.held is not None:  # back to where it was: it is being lifted, not slid
            self._editing = True
            try:
                self.session.break_off(self.held.gesture)
            finally:
                self._editing = False
                self._seen = self.session.document
        self.lifted = True
        placement = self.session.setup.by_id[self._pressed]
        part = self.session.document.parts_by_id[placement.part]
        self.targets.find(part.id, self._pressed)
        if not self.targets:
            self.session.said.emit(
                say("“{part}” fits on no other free mount of this rig.").format(part=part.name), False
            )

    def release(self, at: QPointF) -> None:
        """The button goes up: a lifted part is mounted where it was dropped."""
        del at
        if self._pressed is not None and self.held is None and not self.lifted:
            self.session.selection.select(self._pressed, self.session.selection.finding)  # a click means it alone
        if self.lifted and self._pressed is not None and self.targets.nearest is not None:
            setup_id, moving, target = self.session.setup.id, self._pressed, self.targets.nearest
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
        row = assembly.index[selected]
        seat, placement = assembly.seats[row], self.session.setup.by_id[selected]
        if placement.pose is not None:  # what has no mount turns about any way that one looks along
            told = self._turn.told if self._turn is not None else 0.0
            middle = self.view.place_px(assembly.to_rig(selected, assembly.bodies[row].middle_m))
            return middle, middle + QPointF(math.cos(-told), math.sin(-told)) * HANDLE_PX, 1.0
        if seat is None or not turns(seat.point, seat.by):
            return None
        origin, frame = assembly.point_pose(seat.parent, seat.point)
        facing = float(frame[:, 2] @ np.array(self.view.view.toward))
        if abs(facing) < 0.7:
            return None
        middle = self.view.place_px(origin)
        turned = placement.turn_rad
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
            new_gesture("turn"),
        )
        return True

    def _turn_to(self, at: QPointF) -> None:
        turn = self._turn
        assert turn is not None
        wanted = turn.start_rad - turn.sign * (_angle(at - turn.middle) - turn.from_rad)
        wanted = math.radians(round(math.degrees(wanted)))
        if self.session.setup.by_id[turn.placement].pose is None:
            self.turn_part(turn.placement, wanted, turn.gesture)
            self.tag, self.tag_at = angle(self.session.setup.by_id[turn.placement].turn_rad), at
        else:
            self.turn_free(turn.placement, math.remainder(wanted - turn.told, 2 * math.pi), turn.gesture)
            turn.told = wanted
            self.tag, self.tag_at = angle(math.remainder(wanted, 2 * math.pi)), at

    def turn_free(self, placement_id: str, by_rad: float, gesture: str) -> None:
        """Turn a free or strapped part about the way that one looks along, right-handed towards the viewer."""
        setup_id, axis = self.session.setup.id, np.array(self.view.view.toward, float)
        self._edit(
            say("Turn {part}").format(part=self.name_of(placement_id)),
            lambda d: placing.turn_about(d, setup_id, placement_id, axis, by_rad),
            gesture,
        )

    def turn_part(self, placement_id: str, wanted_rad: float, gesture: str) -> None:
        """Turn a part on its mount."""
        setup_id = self.session.setup.id
        wanted = math.remainder(wanted_rad, 2 * math.pi)
        self._edit(
            say("Turn {part}").format(part=self.name_of(placement_id)),
            lambda d: rigging.turn(d, setup_id, placement_id, wanted),
            gesture,
        )

    # from the mat

    def drag_enter(self, event: Any) -> None:
        """A part from the mat comes over the view: show where it fits."""
        data = event.mimeData()
        part_id = part_in(data)
        if part_id in self.session.document.parts_by_id:
            self._begin()
            self.targets.find(part_id, None)
            self.lifted = True
            event.acceptProposedAction()

    def drag_move(self, event: Any) -> None:
        """The part moves over the view."""
        self.targets.aim(QPointF(event.position()))
        event.acceptProposedAction()

    def drag_leave(self) -> None:
        """The part leaves the view again."""
        self.finish()

    def drop(self, event: Any) -> None:
        """The part is let go: mount it on the nearest place that fits, or lay an empty setup's first part down."""
        part_id, target = part_in(event.mimeData()), self.targets.nearest
        self.finish()
        if part_id not in self.session.document.parts_by_id:
            return
        under = self.view.hit(QPointF(event.position()))
        if under is not None and event.modifiers() & Qt.KeyboardModifier.ShiftModifier:
            strap_there(self.view, self.session, part_id, under, QPointF(event.position()))
        elif target is not None:
            mount(self.session, part_id, target.parent, target.point.name, target.by.name)
        else:
            mount_anywhere(self.session, part_id, only_if_empty=True)
        event.acceptProposedAction()

    def _part(self, placement_id: str) -> Any:
        return self.session.document.parts_by_id[self.session.setup.by_id[placement_id].part]

    def name_of(self, placement_id: str) -> str:
        """What the part of a placement is called."""
        return str(self._part(placement_id).name)


def _one_after_other(changes: Sequence[Change]) -> Change:
    """Several changes as one."""
    return lambda document: reduce(lambda made, change: change(made), changes, document)


def _angle(point: QPointF) -> float:
    return math.atan2(point.y(), point.x())
