"""Measure: readings are taken one by one, and fitted all together."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.workspaces.measure.all_tab import AllTab
from equilix.ui.workspaces.measure.read_tab import ReadTab
from equilix.ui.workspaces.tabbed import TabbedPage
from equilix.words.language import say

READ, ALL = "read", "all"


class MeasurePage(TabbedPage):
    """Two tabs: to take a reading, and what all of them say together."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        self.read, self.all = ReadTab(session), AllTab(session)
        super().__init__(
            session, {READ: (say("Take a reading"), self.read), ALL: (say("All together"), self.all)}, parent
        )
