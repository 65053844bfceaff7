"""Day: the timeline, and how it could be mended."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.workspaces.day.mend_tab import MendTab
from equilix.ui.workspaces.day.timeline_tab import TimelineTab
from equilix.ui.workspaces.tabbed import TabbedPage
from equilix.words.language import say

TIMELINE, MEND = "timeline", "mend"


class DayPage(TabbedPage):
    """The day that is chosen on the timeline is the one that is mended."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        self.timeline = TimelineTab(session)
        self.mend = MendTab(session, self.timeline)
        made = {TIMELINE: (say("Timeline"), self.timeline), MEND: (say("Mend it"), self.mend)}
        super().__init__(session, made, parent)
