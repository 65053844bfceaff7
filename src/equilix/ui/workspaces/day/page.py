"""Day: the timeline."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.workspaces.day.timeline_tab import TimelineTab
from equilix.ui.workspaces.tabbed import TabbedPage
from equilix.words.language import say

TIMELINE = "timeline"


class DayPage(TabbedPage):
    """One tab so far, so that there is nothing to choose."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        self.timeline = TimelineTab(session)
        super().__init__(session, {TIMELINE: (say("Timeline"), self.timeline)}, parent)
        self.tabs.hide()
