"""What the keys do on a view: arrows slide, brackets turn, page keys step through the parts."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, Final

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeyEvent

from equilix.ui.session import Session
from equilix.words.language import say

if TYPE_CHECKING:
    from equilix.ui.stage.gestures import Gestures

STEP_M: Final = 0.001
BIG_STEP_M: Final = 0.010


class Keys:
    """The keys of one view."""

    def __init__(self, gestures: Gestures, session: Session) -> None:
        self.gestures, self.session = gestures, session

    def press(self, event: QKeyEvent) -> bool:
        """Arrows slide by 1 mm (10 with shift), brackets turn, page keys select. Returns whether it was one."""
        key, shift = event.key(), bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier)
        ways: dict[int, tuple[int, int]] = {
            Qt.Key.Key_Left: (-1, 0), Qt.Key.Key_Right: (1, 0), Qt.Key.Key_Up: (0, -1), Qt.Key.Key_Down: (0, 1),
        }  # fmt: skip
        if key in ways:
            self._nudge(ways[key], BIG_STEP_M if shift else STEP_M)
        elif key in (Qt.Key.Key_BracketLeft, Qt.Key.Key_BraceLeft, Qt.Key.Key_BracketRight, Qt.Key.Key_BraceRight):
            back = key in (Qt.Key.Key_BracketLeft, Qt.Key.Key_BraceLeft)
            self._turn_by_key(-1 if back else 1, math.radians(15 if shift else 1))
        elif key in (Qt.Key.Key_PageDown, Qt.Key.Key_PageUp):
            self._step_selection(1 if key == Qt.Key.Key_PageDown else -1)
        elif key == Qt.Key.Key_Escape:
            if self.gestures.active:
                self.gestures.cancel()
            else:
                self.session.selection.select(None)
        else:
            return False
        return True

    def _nudge(self, way: tuple[int, int], step_m: float) -> None:
        selected = self.session.selection.id
        slide = self.gestures.start_slide(selected) if selected is not None else None
        if slide is None:
            if selected is not None:
                self.session.said.emit(
                    say("“{part}” and what it hangs on sit on no track.").format(part=self.gestures.name_of(selected)),
                    False,
                )
            return
        along = way[0] * slide.way_px.x() + way[1] * slide.way_px.y()
        across = way[0] * slide.way_px.y() - way[1] * slide.way_px.x()
        if abs(along) <= abs(across):
            return
        slide.gesture = f"keys {slide.placement}"
        seat = self.session.analysis.assembly.seats[self.session.analysis.assembly.index[slide.placement]]
        pitch = seat.track.pitch_m if seat is not None and seat.track is not None else 0.0
        self.gestures.slide_to(slide, slide.start_m + math.copysign(max(step_m, pitch), along))
        self.gestures.quiet()

    def _turn_by_key(self, sense: int, step_rad: float) -> None:
        selected, assembly = self.session.selection.id, self.session.analysis.assembly
        seat = assembly.seats[assembly.index[selected]] if selected is not None else None
        if selected is None or seat is None:
            return
        teeth = max(seat.point.turn_step_rad, seat.by.turn_step_rad)
        now = self.session.setup.by_id[selected].turn_rad
        self.gestures.turn_part(selected, now + sense * max(step_rad, teeth), f"turn keys {selected}")

    def _step_selection(self, step: int) -> None:
        ids = self.session.analysis.assembly.ids
        if ids:
            now = ids.index(self.session.selection.id) if self.session.selection.id in ids else (-1 if step > 0 else 0)
            self.session.selection.select(ids[(now + step) % len(ids)])
