"""What every tab of the workspace has in common."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme


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

    @property
    def waits(self) -> bool:
        """Whether something is still to come."""
        return False

    @property
    def first_focus(self) -> QWidget:
        """What the keys go to when it is opened."""
        return self
