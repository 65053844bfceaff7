"""Change: lenses and their marks, in the width of the window."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QStackedWidget, QVBoxLayout, QWidget

from equilix.ui.session import Session
from equilix.ui.widgets.tabs import Tabs
from equilix.ui.workspaces.change.beside import BesideTab
from equilix.ui.workspaces.change.between import BetweenTab
from equilix.ui.workspaces.change.buy import BuyTab
from equilix.ui.workspaces.change.cards import CardsTab
from equilix.ui.workspaces.change.convert import ConvertTab
from equilix.ui.workspaces.change.lenses import LensesTab
from equilix.ui.workspaces.change.pack import PackTab
from equilix.ui.workspaces.change.tab import ChangeTab
from equilix.ui.workspaces.change.tape import TapeTab
from equilix.ui.workspaces.page import Page, column_of
from equilix.words.language import say

LENSES, TAPE, CONVERT, BETWEEN, BESIDE, BUY, PACK, CARDS = (
    "lenses", "tape", "convert", "between", "beside", "buy", "pack", "cards",
)  # fmt: skip


class ChangePage(Page):
    """A row of tabs, of which one has the page."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.tabs = Tabs(
            {
                LENSES: say("Lenses"),
                TAPE: say("Tape"),
                CONVERT: say("Convert"),
                BETWEEN: say("Minutes"),
                BESIDE: say("Compare"),
                BUY: say("Buy"),
                PACK: say("Pack"),
                CARDS: say("Cards"),
            }
        )
        self.tabs.chosen.connect(self.choose)
        self.lenses, self.tape, self.convert = LensesTab(session), TapeTab(session), ConvertTab(session)
        self.between = BetweenTab(session)
        self.between.asked.connect(self._convert)
        self.made: dict[str, ChangeTab] = {
            LENSES: self.lenses,
            TAPE: self.tape,
            CONVERT: self.convert,
            BETWEEN: self.between,
            BESIDE: BesideTab(session),
            BUY: BuyTab(session),
            PACK: PackTab(session),
            CARDS: CardsTab(session),
        }
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
    def open_tab(self) -> ChangeTab:
        """The one that is looked at."""
        return self.made[self.tabs.tab]

    @property
    def waits(self) -> bool:
        """Whether something is still to come."""
        return self.open_tab.waits

    def _convert(self, start: str, end: str) -> None:
        """Look at the steps from one setup to another."""
        self.convert.ask(start, end)
        self.choose(CONVERT)

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
