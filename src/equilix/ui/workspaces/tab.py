"""What every tab of a workspace in tabs has in common."""

from __future__ import annotations

from typing import Any

from PySide6.QtCore import QSize, QTimer
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QBoxLayout, QSizePolicy, QVBoxLayout, QWidget

from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, grown

NARROW_PX, LEAST_PX = 820.0, 420.0
STILL_MS = 120
"""So long nothing has to change before anything is looked for."""


class WorkTab(QWidget):
    """One tab: filled while it is open, with what is looked for beside the interface."""

    def __init__(self, session: Session, doing: str) -> None:
        """``doing``: what is said while something is looked for."""
        super().__init__()
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.shown_for: tuple[Any, ...] | None = None
        """For what something was looked for last."""
        self.job = session.jobs.new(doing)
        self._stacked: list[tuple[QBoxLayout, float]] = []
        self.still = QTimer(self, singleShot=True, interval=STILL_MS)
        self.still.timeout.connect(self._start)

    def column(self) -> QVBoxLayout:
        """The layout of the tab: one thing under the other."""
        whole = QVBoxLayout(self)
        whole.setContentsMargins(16, 2, 12, 8)
        whole.setSpacing(4)
        return whole

    def stacks(self, box: QBoxLayout, narrow_px: float = NARROW_PX) -> QBoxLayout:
        """Let what stands side by side stand one under the other where the tab is narrower than this, by its text."""
        self._stacked.append((box, narrow_px))
        return box

    def _stack(self) -> None:
        for box, narrow_px in self._stacked:
            narrow = self.width() < grown(narrow_px)
            way = QBoxLayout.Direction.TopToBottom if narrow else QBoxLayout.Direction.LeftToRight
            if box.direction() != way:
                box.setDirection(way)

    def look_for(self, *wanted: Any) -> bool:
        """Look in a moment, unless it was looked for the same last; whether it is something else."""
        old = self.shown_for
        if old is not None and all(a is b or a == b for a, b in zip(old, wanted, strict=True)):
            return False
        self.shown_for = wanted
        self.job.cancel()
        self.still.start()
        return True

    def _start(self) -> None:
        """Begin to look."""

    def refresh(self) -> None:
        """Show the session as it is now."""

    def leave(self) -> None:
        """It is not looked at any more: end what works for it, and begin anew the next time."""
        if self.waits:
            self.shown_for = None
        self.still.stop()
        self.job.cancel()

    @property
    def waits(self) -> bool:
        """Whether something is still to come."""
        return self.still.isActive() or self.job.running

    def minimumSizeHint(self) -> QSize:
        """As high as wrapped text makes it at this width, so that whoever scrolls it gives it that."""
        hint, layout = super().minimumSizeHint(), self.layout()
        if layout is not None and layout.hasHeightForWidth():
            hint.setHeight(max(hint.height(), layout.totalMinimumHeightForWidth(self.width())))
        if self._stacked:  # it stacks what has no room, so that it never needs more width than there is
            hint.setWidth(min(hint.width(), round(grown(LEAST_PX))))
        return hint

    def resizeEvent(self, event: QResizeEvent) -> None:
        """At another width text may be higher."""
        super().resizeEvent(event)
        self._stack()
        if event.size() != event.oldSize():
            QTimer.singleShot(0, self, self._lay_out_anew)  # whoever scrolls it resizes it again within this event

    def _lay_out_anew(self) -> None:
        layout = self.layout()
        if layout is not None:
            layout.invalidate()
            layout.activate()
            self.updateGeometry()

    @property
    def first_focus(self) -> QWidget:
        """What the keys go to when it is opened."""
        return self


def takes_the_rest(widget: QWidget, least_px: float = 110.0) -> None:
    """Give a table, a list or pages all of the height that is left, but never less than this."""
    widget.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Ignored)
    widget.setMinimumHeight(round(grown(least_px)))
