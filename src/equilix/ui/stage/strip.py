"""A chart that follows the session: the beam under the side view, the chart beside the small views."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from typing import Final

from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent

from equilix.analysis import AIM_LIMIT_RAD
from equilix.ui.session import Session
from equilix.ui.stage.accessible import Piece
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.layers.aim import angle_at, read_out
from equilix.ui.stage.primitives import Primitive
from equilix.ui.theme import enlarged
from equilix.ui.widgets.announce import describe
from equilix.ui.widgets.key_line import KeyLine
from equilix.words.quantities import mass, torque

STEP_RAD: Final = math.radians(5.0)


class Strip(Chart):
    """``seen``: what is to be seen in a box of this size."""

    def __init__(self, session: Session, name: str, seen: Callable[[QRectF], Iterable[Primitive]]) -> None:
        super().__init__()
        self.session, self.seen = session, seen
        self.setAccessibleName(name)
        for changed in (session.changed, session.selection.changed, session.view.ghost_changed):
            changed.connect(self.update)

    def made(self, bounds: QRectF) -> Iterable[Primitive]:
        return self.seen(bounds)


class BeamStrip(Strip):
    """The beam: each weight is told with its part, its mass and the moment that it gives."""

    def __init__(
        self,
        session: Session,
        name: str,
        seen: Callable[[QRectF], Iterable[Primitive]],
        stand: Callable[[QRectF], Iterable[tuple[int, QRectF]]],
    ) -> None:
        """``stand``: the row of each part that is weighed, and where its weight stands."""
        super().__init__(session, name, seen)
        self.stand = stand

    def pieces(self) -> list[Piece]:
        analysis, display = self.session.analysis, self.session.document.display
        weights = [
            Piece(
                analysis.assembly.parts[row].name, "weight", self.on_widget(box),
                f"{mass(float(analysis.assembly.masses_kg[row]), display)}, "
                f"{torque(float(analysis.moments_nm[row]), display)}",
                analysis.assembly.ids[row] in self.session.selection.all,
            )
            for row, box in self.stand(self.paper)
        ]  # fmt: skip
        return [*weights, *super().pieces()]


class AimStrip(Strip):
    """The chart of the aim: its line is read under the mouse, or with the arrow keys, five degrees at a time."""

    def __init__(self, session: Session, name: str, seen: Callable[[QRectF], Iterable[Primitive]]) -> None:
        super().__init__(session, name, seen)
        self.at_rad: float | None = None
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)

    def read_at(self, at_rad: float | None) -> None:
        """Read there, or no more; said to those who cannot see it too."""
        self.at_rad = at_rad
        said = "" if at_rad is None else read_out(self.session.analysis, at_rad, self.session.document.display)
        describe(self, said)
        self.update()

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        self.read_at(angle_at(event.position().x() / enlarged(), self.paper))

    def leaveEvent(self, event: object) -> None:
        del event
        self.read_at(None)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.read_at(None)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Left: -STEP_RAD, Qt.Key.Key_Right: STEP_RAD}.get(Qt.Key(event.key()))
        if step is None:
            super().keyPressEvent(event)
            return
        at = 0.0 if self.at_rad is None else self.at_rad + step
        self.read_at(min(max(at, -AIM_LIMIT_RAD), AIM_LIMIT_RAD))
