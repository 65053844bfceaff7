"""Change: lenses and their marks, conversions, purchases, cases and cards, in the width of the window."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.workspaces.change.beside import BesideTab
from equilix.ui.workspaces.change.between import BetweenTab
from equilix.ui.workspaces.change.buy import BuyTab
from equilix.ui.workspaces.change.cards import CardsTab
from equilix.ui.workspaces.change.convert import ConvertTab
from equilix.ui.workspaces.change.lenses import LensesTab
from equilix.ui.workspaces.change.pack import PackTab
from equilix.ui.workspaces.change.tape import TapeTab
from equilix.ui.workspaces.tabbed import TabbedPage
from equilix.words.language import say

LENSES, TAPE, CONVERT, BETWEEN, BESIDE, BUY, PACK, CARDS = (
    "lenses", "tape", "convert", "between", "beside", "buy", "pack", "cards",
)  # fmt: skip


class ChangePage(TabbedPage):
    """A row of tabs, of which one has the page."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        self.lenses, self.tape, self.convert = LensesTab(session), TapeTab(session), ConvertTab(session)
        self.between = BetweenTab(session)
        made = {
            LENSES: (say("Lenses"), self.lenses),
            TAPE: (say("Tape"), self.tape),
            CONVERT: (say("Convert"), self.convert),
            BETWEEN: (say("Minutes"), self.between),
            BESIDE: (say("Compare"), BesideTab(session)),
            BUY: (say("Buy"), BuyTab(session)),
            PACK: (say("Pack"), PackTab(session)),
            CARDS: (say("Cards"), CardsTab(session)),
        }
        super().__init__(session, made, parent)
        self.between.asked.connect(self._convert)

    def _convert(self, start: str, end: str) -> None:
        """Look at the steps from one setup to another."""
        self.convert.ask(start, end)
        self.choose(CONVERT)
