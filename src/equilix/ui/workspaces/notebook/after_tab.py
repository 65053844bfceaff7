"""What has to be looked after before the next outing: people, what works loose or breaks, batteries, spare screws."""

from __future__ import annotations

from datetime import date
from typing import Final

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from equilix.body.outings import Trouble
from equilix.edits.outings import see_to
from equilix.notebook.reminders import About, Reminder, reminders
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.tab import WorkTab
from equilix.words.language import say
from equilix.words.telling import begun
from equilix.words.wordings.wording import N_

TITLES: Final[dict[About, str]] = {
    "body": N_("People"), "loose": N_("Tighten"), "spare": N_("Mend and replace"), "battery": N_("Batteries"),
    "screws": N_("Carry along"),
}  # fmt: skip


TITLE_PX: Final = 170.0


class ReminderRow(QWidget):
    """One reminder: what it is about, what is said and what to do, and, where it can be seen to, that it has been."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.reminder: Reminder | None = None
        self.title, self.said, self.todo = text_label(bold=True, wrap=False), text_label(), text_label()
        self.done = QPushButton(say("Seen to"))
        self.done.clicked.connect(self._see_to)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 4, 0, 4)
        row.setSpacing(14)
        self.title.setFixedWidth(round(grown(TITLE_PX)))
        row.addWidget(self.title)
        words = QVBoxLayout()
        words.setSpacing(1)
        words.addWidget(self.said)
        words.addWidget(self.todo)
        row.addLayout(words, 1)
        row.addWidget(self.done)

    def show_reminder(self, reminder: Reminder, *, first: bool, ink: str, quiet: str, tip: str) -> None:
        """Show one; ``first`` of what it is about."""
        self.reminder = reminder
        tell = self.session.tell
        self.title.setText(say(TITLES[reminder.about]) if first else "")
        urgent = reminder.open is not None or reminder.about == "body"
        mark = "▲ " if urgent else ""
        show_text(self.said, f"{mark}{begun(tell(reminder.said))}", tip if urgent else ink)
        show_text(self.todo, tell(reminder.todo), quiet)
        self.done.setVisible(reminder.open is not None)
        self.done.setAccessibleName(say("Seen to: {what}").format(what=tell(reminder.said)))

    def _see_to(self) -> None:
        reminder = self.reminder
        if reminder is not None and reminder.open is not None:
            part: str = reminder.part
            how: Trouble = reminder.open
            self.session.edit(say("See to a part"), lambda d: see_to(d, part, how))


class AfterTab(WorkTab):
    """Rows that are reused."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking what has to be looked after"))
        self.head = text_label(bold=True, points=13)
        self.rows: list[ReminderRow] = []
        whole = self.column()
        whole.addWidget(self.head)
        self.list = QVBoxLayout()
        self.list.setSpacing(2)
        whole.addLayout(self.list)
        whole.addStretch(1)

    def refresh(self) -> None:
        """Show what there is."""
        t, document = self.theme, self.session.document
        found = reminders(document, date.today())
        opened = sum(1 for each in found if each.open is not None or each.about == "body")
        if not document.outings:
            said = say("Nothing is written down yet: what works loose or hurts comes back here.")
        elif opened:
            said = say("Before the next outing: {count}").format(count=opened)
        else:
            said = say("Nothing is open.")
        show_text(self.head, said, t.ink)
        while len(self.rows) < len(found):
            self.rows.append(ReminderRow(self.session))
            self.list.addWidget(self.rows[-1])
        abouts = [each.about for each in found]
        for number, row in enumerate(self.rows):
            row.setVisible(number < len(found))
            if number < len(found):
                first = abouts.index(found[number].about) == number
                row.show_reminder(found[number], first=first, ink=t.ink, quiet=t.quiet, tip=t.tip)

    @property
    def first_focus(self) -> QWidget:
        """What can be done first."""
        return next((row.done for row in self.rows if row.done.isVisibleTo(self)), self)
