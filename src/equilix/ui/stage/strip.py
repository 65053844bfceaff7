"""A chart that follows the session: the beam under the side view, the chart beside the small views."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from PySide6.QtCore import QRectF

from equilix.ui.session import Session
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Primitive


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
