"""A workspace in tabs, of which one has the page."""

from __future__ import annotations

from collections.abc import Mapping

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QStackedWidget, QVBoxLayout, QWidget

from equilix.ui.session import Session
from equilix.ui.widgets.tabs import Tabs
from equilix.ui.workspaces.page import Page, column_of
from equilix.ui.workspaces.tab import WorkTab


class TabbedPage(Page):
    """``made``: its tabs by their keys, each with its title; the first is open."""

    def __init__(
        self, session: Session, made: Mapping[str, tuple[str, WorkTab]], parent: QWidget | None = None
    ) -> None:
        super().__init__(session, parent)
        self.tabs = Tabs({key: title for key, (title, _) in made.items()})
        self.tabs.chosen.connect(self.choose)
        self.made: dict[str, WorkTab] = {key: tab for key, (_, tab) in made.items()}
        self.stack = QStackedWidget()
        self.rooms = {key: column_of(tab) for key, tab in self.made.items()}
        """Each scrolls where its room is too low for it: a low window, large type."""
        for room in self.rooms.values():
            self.stack.addWidget(room)
        over = QVBoxLayout()
        over.setContentsMargins(16, 8, 12, 0)
        over.addWidget(self.tabs)
        self.scroller.hide()
        self.outer.insertLayout(0, over)
        self.outer.addWidget(self.stack, 1)

    @property
    def open_tab(self) -> WorkTab:
        """The one that is looked at."""
        return self.made[self.tabs.tab]

    @property
    def waits(self) -> bool:
        """Whether something is still to come."""
        return self.open_tab.waits

    def choose(self, tab: str) -> None:
        """Open a tab."""
        if tab != self.tabs.tab:
            self.open_tab.leave()
        self.tabs.show_tab(tab)
        self.stack.setCurrentWidget(self.rooms[tab])
        self.refresh()
        if self.isVisible():
            self.open_tab.first_focus.setFocus(Qt.FocusReason.OtherFocusReason)

    def refresh(self) -> None:
        """Show the open tab."""
        self.first_focus = self.open_tab.first_focus
        self.open_tab.theme = self.theme
        self.open_tab.refresh()

    def hideEvent(self, event: object) -> None:
        del event
        self._stale = True
        self.open_tab.leave()

    def stop(self) -> None:
        """The window closes."""
        super().stop()
        for tab in self.made.values():
            tab.leave()
