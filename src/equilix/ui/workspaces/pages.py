"""The workspaces of one window, each made when it is first opened."""

from __future__ import annotations

from collections.abc import Iterator

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QStackedWidget

from equilix.ui.session import Session
from equilix.ui.theme import Theme
from equilix.ui.workspaces.page import Page
from equilix.ui.workspaces.table import BY_KEY, FIRST, Workspace


class Pages(QObject):
    """Which there are, which is open, and the stack in which it stands."""

    opened = Signal()

    def __init__(self, session: Session, parent: QObject) -> None:
        super().__init__(parent)
        self.session = session
        self.stack = QStackedWidget()
        self.open_key = FIRST
        self._made: dict[str, Page] = {}

    def __getitem__(self, key: str) -> Page:
        """The page of a workspace. Raises KeyError where there is no such workspace."""
        if key not in self._made:
            page = BY_KEY[key].make(self.session)
            self._made[key] = page
            self.stack.addWidget(page)
        return self._made[key]

    def __iter__(self) -> Iterator[Page]:
        """Those that have been opened."""
        return iter(self._made.values())

    @property
    def page(self) -> Page:
        """The open one."""
        return self[self.open_key]

    @property
    def workspace(self) -> Workspace:
        """The row of the open one."""
        return BY_KEY[self.open_key]

    def open(self, key: str, theme: Theme) -> Page:
        """Open a workspace in a theme."""
        new = key not in self._made
        page = self[key]
        if new:
            page.wear(theme)
        self.open_key = key
        self.stack.setCurrentWidget(page)
        self.opened.emit()
        return page
