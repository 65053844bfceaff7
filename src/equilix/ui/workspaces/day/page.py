"""Day: the timeline, how it could be mended, and the day on the day."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.workspaces.day.live_tab import LiveTab
from equilix.ui.workspaces.day.mend_tab import MendTab
from equilix.ui.workspaces.day.timeline_tab import TimelineTab
from equilix.ui.workspaces.tabbed import TabbedPage
from equilix.words.language import say

TIMELINE, MEND, LIVE = "timeline", "mend", "live"


class DayPage(TabbedPage):
    """The day that is chosen on the timeline is the one that is mended, and shot."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        self.timeline = TimelineTab(session)
        self.mend = MendTab(session, self.timeline)
        self.live = LiveTab(session, self.timeline)
        made = {
            TIMELINE: (say("Timeline"), self.timeline), MEND: (say("Mend it"), self.mend),
            LIVE: (say("On the day"), self.live),
        }  # fmt: skip
        super().__init__(session, made, parent)

    def at_arms_length(self, on: bool) -> bool:
        """The day on the day, large."""
        if on:
            self.choose(LIVE)
        self.tabs.setVisible(not on)
        self.live.at_arms_length(on)
        return True
