"""Notebook: to write down, to look up, what it tells of people, what has to be looked after, what was practised."""

from __future__ import annotations

from PySide6.QtWidgets import QWidget

from equilix.ui.session import Session
from equilix.ui.workspaces.notebook.after_tab import AfterTab
from equilix.ui.workspaces.notebook.body_tab import BodyTab
from equilix.ui.workspaces.notebook.outings_tab import OutingsTab
from equilix.ui.workspaces.notebook.practised_tab import PractisedTab
from equilix.ui.workspaces.notebook.write_tab import WriteTab
from equilix.ui.workspaces.tabbed import TabbedPage
from equilix.words.language import say

WRITE, OUTINGS, BODY, AFTER, PRACTISED = "write", "outings", "body", "after", "practised"


class NotebookPage(TabbedPage):
    """Five tabs. What is put right is put right where it was written."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        self.write, self.outings = WriteTab(session), OutingsTab(session)
        self.body, self.after = BodyTab(session), AfterTab(session)
        self.practised = PractisedTab(session)
        made = {
            WRITE: (say("Write down"), self.write), OUTINGS: (say("Outings"), self.outings),
            BODY: (say("Predicted and felt"), self.body), AFTER: (say("Look after"), self.after),
            PRACTISED: (say("Practised"), self.practised),
        }  # fmt: skip
        super().__init__(session, made, parent)
        self.outings.put_right.connect(self._put_right)
        self.write.kept.connect(self._kept)

    def _put_right(self, outing: object) -> None:
        self.choose(WRITE)
        self.write.put_right(outing)  # type: ignore[arg-type]

    def _kept(self, outing_id: str) -> None:
        """What was just written stands chosen among the outings."""
        self.outings.chosen = outing_id
