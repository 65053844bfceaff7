"""What was practised: every attempt in a line, the best of each step, and what is still to be done of the course."""

from __future__ import annotations

from datetime import date
from typing import Final

from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from equilix.body.practised import Practised
from equilix.edits.practising import remove_practised
from equilix.facts import duration, percent
from equilix.notebook.notebook_words import day_words
from equilix.practice.exercises import COURSE
from equilix.practice.practice_words import title_of
from equilix.practice.scoring import best_points
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.text_table import fill_texts, text_table
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.quantities import fixed

SPARED: Final = (2, 3, 6)
NARROW_PX: Final = 840.0
WORST: Final = 9.95
"""What is farther off is not told more exactly."""


class PractisedTab(WorkTab):
    """Newest first."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking what was practised"))
        self.head = text_label(bold=True, points=13)
        self.more = text_label()
        self.table = text_table(
            say("What was practised"),
            (say("Day"), say("Step"), say("Rig"), say("Who"), say("Time"), say("Left, in tolerances"), say("In turn"),
             say("Points")),
        )  # fmt: skip
        takes_the_rest(self.table, 120.0)
        self.remove = QPushButton(say("Take it out"))
        self.remove.clicked.connect(self._remove)
        self.table.itemSelectionChanged.connect(self._chosen)
        self.shown: list[Practised] = []
        whole = self.column()
        whole.addWidget(self.head)
        whole.addWidget(self.more)
        whole.addWidget(self.table, 1)
        keys = QHBoxLayout()
        keys.addWidget(self.remove)
        keys.addStretch(1)
        whole.addLayout(keys)

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Where there is little room, whose rig it was and in which order it went is left out."""
        super().resizeEvent(event)
        for column in SPARED:
            self.table.setColumnHidden(column, self.width() < grown(NARROW_PX))

    @property
    def first_focus(self) -> QWidget:
        """The list."""
        return self.table

    def refresh(self) -> None:
        """Show what there is."""
        document, tell, t = self.session.document, self.session.tell, self.theme
        self.shown = sorted(document.practised, key=lambda each: each.day)[::-1]
        best = best_points(document.practised)
        done = [each for each in COURSE if each.key in best]
        left = [each for each in COURSE if each.key not in best]
        if not self.shown:
            show_text(self.head, say("Nothing was practised yet"), t.ink)
            show_text(self.more, say("In Practice a rig really moves: twelve steps, from easy to nasty."), t.quiet)
        else:
            said = say("{done} of {all} steps of the course").format(done=len(done), all=len(COURSE))
            show_text(self.head, said, t.ink)
            coming = say("Next: {title}").format(title=tell(left[0].title)) if left else say("All of them are done.")
            show_text(self.more, coming, t.quiet)
        rows = [
            (
                tell(day_words(date.fromisoformat(each.day))), tell(title_of(each.exercise)), each.setup,
                self._who(each), tell(duration(each.seconds)),
                say("over {most}").format(most=fixed(WORST, 0)) if each.off > WORST else fixed(each.off, 1),
                tell(percent(each.in_order)), str(each.points),
            )
            for each in self.shown
        ]  # fmt: skip
        fill_texts(self.table, rows)
        self.table.setVisible(bool(rows))
        self._chosen()

    def _who(self, each: Practised) -> str:
        found = self.session.document.operators_by_id.get(each.operator or "")
        return "" if found is None else found.name

    def _chosen(self) -> None:
        self.remove.setVisible(bool(self.shown))
        self.remove.setEnabled(0 <= self.table.currentRow() < len(self.shown))

    def _remove(self) -> None:
        row = self.table.currentRow()
        if 0 <= row < len(self.shown):
            key = self.shown[row].id
            self.session.edit(say("Take out what was practised"), lambda document: remove_practised(document, key))
