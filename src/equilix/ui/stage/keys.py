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
            if self.session.view.picking is not None:
                self.session.view.pick(None)
            elif self.gestures.active:
                self.gestures.cancel()
            else:
                self.session.selection.select(None)
        else:
            return False
        return True

    def _nudge(self, way: tuple[int, int], step_m: float) -> None:
        selected = self.session.selection.id
        if selected is not None and self.gestures.step(selected, way, step_m) is None:
            said = say("“{part}” and what it hangs on sit on no track.").format(part=self.gestures.name_of(selected))
            self.session.said.emit(said, False)

    def _turn_by_key(self, sense: int, step_rad: float) -> None:
        selected, assembly = self.session.selection.id, self.session.analysis.assembly
        if selected is None:
            return
        placement, seat = self.session.setup.by_id[selected], assembly.seats[assembly.index[selected]]
        if placement.pose is not None:
            self.gestures.turn_free(selected, sense * step_rad, f"turn keys {selected}")
        elif seat is not None:
            teeth = max(seat.point.turn_step_rad, seat.by.turn_step_rad)
            wanted = placement.turn_rad + sense * max(step_rad, teeth)
            self.gestures.turn_part(selected, wanted, f"turn keys {selected}")

    def _step_selection(self, step: int) -> None:
        ids = self.session.analysis.assembly.ids
        if ids:
            now = ids.index(self.session.selection.id) if self.session.selection.id in ids else (-1 if step > 0 else 0)
            self.session.selection.select(ids[(now + step) % len(ids)])
