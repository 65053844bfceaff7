"""What every tab of the workspace has in common."""

from __future__ import annotations

from PySide6.QtCore import QSize, QTimer
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, grown


class ChangeTab(QWidget):
    """One tab: filled while it is open."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.theme: Theme = PREP_ROOM

    def refresh(self) -> None:
        """Show the session as it is now."""

    def leave(self) -> None:
        """It is not looked at any more: end what works for it."""

    def minimumSizeHint(self) -> QSize:
        """As high as wrapped text makes it at this width, so that whoever scrolls it gives it that."""
        hint, layout = super().minimumSizeHint(), self.layout()
        if layout is not None and layout.hasHeightForWidth():
            hint.setHeight(max(hint.height(), layout.totalMinimumHeightForWidth(self.width())))
        return hint

    def resizeEvent(self, event: QResizeEvent) -> None:
        """At another width text may be higher."""
        super().resizeEvent(event)
        if event.size() != event.oldSize():
            QTimer.singleShot(0, self, self._lay_out_anew)  # whoever scrolls it resizes it again within this event

    def _lay_out_anew(self) -> None:
        layout = self.layout()
        if layout is not None:
            layout.invalidate()
            layout.activate()
            self.updateGeometry()

    @property
    def waits(self) -> bool:
        """Whether something is still to come."""
        return False

    @property
    def first_focus(self) -> QWidget:
        """What the keys go to when it is opened."""
        return self


def takes_the_rest(widget: QWidget, least_px: float = 110.0) -> None:
    """Give a table, a list or pages all of the height that is left, but never less than this."""
    widget.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Ignored)
    widget.setMinimumHeight(round(grown(least_px)))
