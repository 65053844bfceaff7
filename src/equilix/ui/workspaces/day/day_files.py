"""A day to files and from them: a table, or a calendar."""

from __future__ import annotations

from datetime import date
from pathlib import Path
from typing import Protocol

from PySide6.QtWidgets import QFileDialog, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from equilix.day.course import Course, Rigs
from equilix.day.day_words import item_words
from equilix.day.into_notebook import new_outings, outings_of
from equilix.edits.days import add_items
from equilix.edits.outings import keep_outings
from equilix.errors import EquilixError
from equilix.exchange.calendar import as_calendar, read_calendar
from equilix.exchange.day_table import as_table, problem_words, read_table
from equilix.facts import fact
from equilix.rig.days import Day
from equilix.store.saving import write_atomically
from equilix.ui.page_files import save_dialog
from equilix.ui.session import Session
from equilix.ui.widgets.file_choice import file_dialog
from equilix.words.language import say
from equilix.words.telling import begun

TABLE, CALENDAR = ".csv", ".ics"


class Shown(Protocol):
    """Who shows a day: which, and what was worked out of it."""

    @property
    def day(self) -> Day | None:
        """The day that is chosen."""

    @property
    def course(self) -> Course | None:
        """The same worked out, where it is that of now."""

    @property
    def rigs(self) -> Rigs | None:
        """The rigs of its scenes."""


class DayFiles(QWidget):
    """To a file, from a file, into the notebook."""

    def __init__(self, session: Session, tab: Shown) -> None:
        super().__init__()
        self.session, self.tab = session, tab
        self.dialog: QFileDialog | None = None
        self.give, self.take = QPushButton(say("Write …")), QPushButton(say("Take over …"))
        self.give.setAccessibleName(say("Write the day to a file"))
        self.take.setAccessibleName(say("Take a day over from a file"))
        self.give.clicked.connect(self._give)
        self.take.clicked.connect(self._take)
        self.note = QPushButton(say("Into the notebook"))
        self.note.clicked.connect(self._note)
        rows = QVBoxLayout(self)
        rows.setContentsMargins(0, 0, 0, 0)
        row = QHBoxLayout()
        row.addWidget(self.give)
        row.addWidget(self.take)
        rows.addLayout(row)
        rows.addWidget(self.note)

    def _give(self) -> None:
        day = self.tab.day
        if day is None:
            return
        sorts = f"{say('A calendar')} (*{CALENDAR});;{say('A table')} (*{TABLE})"
        self.dialog = save_dialog(self, self.session, sorts, self.write)
        self.dialog.selectFile(f"{day.name.replace('/', ' ')}{CALENDAR}")
        self.dialog.open()

    def write(self, name: str) -> None:
        """Write the day where it is chosen; what cannot be written is said."""
        path, day, course, document = Path(name), self.tab.day, self.tab.course, self.session.document
        if day is None or course is None:
            return
        try:
            if path.suffix.lower() == TABLE:
                data = as_table(document, day).encode()
            else:
                path = path if path.suffix else path.with_suffix(CALENDAR)
                named = [(each, begun(self.session.tell(item_words(each.item, document)))) for each in course.spans]
                data = as_calendar(day, named, date_of(day))
            write_atomically(data, path, keep_backup=False)
        except EquilixError as error:
            self.session.said.emit(self.session.tell(error.said), True)
            return
        self.session.said.emit(say("Written: {path}").format(path=path.name), False)

    def _note(self) -> None:
        """Write what was carried into the notebook, once; what hurt is told there."""
        day, course, rigs = self.tab.day, self.tab.course, self.tab.rigs
        if day is None or course is None or rigs is None:
            return
        new = new_outings(self.session.document, outings_of(course, rigs, date_of(day), day.name))
        if not new:
            self.session.said.emit(say("All of it stands in the notebook already."), False)
        elif self.session.edit(say("Write the day into the notebook"), lambda d: keep_outings(d, new)):
            said = self.session.tell(fact("day.noted", count=len(new)))
            self.session.said.emit(f"{said}.", False)

    def _take(self) -> None:
        sorts = f"{say('Tables and calendars')} (*{TABLE} *{CALENDAR})"
        self.dialog = file_dialog(self, sorts, self.read)
        self.dialog.open()

    def read(self, name: str) -> None:
        """Take over what a file has; what cannot be read is said, with its rows."""
        path, day = Path(name), self.tab.day
        if day is None:
            return
        try:
            calendar = path.suffix.lower() == CALENDAR
            document = self.session.document
            found, unread = read_calendar(path, date_of(day)) if calendar else read_table(document, path)
        except EquilixError as error:
            self.session.said.emit(self.session.tell(error.said), True)
            return
        if found and not self.session.edit(say("Take things over into the day"), lambda d: add_items(d, day.id, found)):
            return
        said = self.session.tell(fact("day.taken_over", count=len(found)))
        if unread:
            problems = self.session.tell(problem_words(unread))
            said = say("{said}; not: {problems}").format(said=said, problems=problems)
        self.session.said.emit(f"{said}.", bool(unread))


def date_of(day: Day) -> date:
    """Its date; today where it has none."""
    return date.fromisoformat(day.on) if day.on else date.today()
