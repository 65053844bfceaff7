"""A day to files and from them: a table, or a calendar."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from functools import partial
from pathlib import Path
from typing import Final, Protocol

from msgspec import Struct
from PySide6.QtWidgets import QFileDialog, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from equilix.day.course import Course
from equilix.day.day_words import item_words
from equilix.day.into_notebook import keep, made_of, new_of
from equilix.day.rigs import Rigs
from equilix.edits.days import add_items
from equilix.errors import EquilixError
from equilix.exchange.calendar import as_calendar, read_calendar
from equilix.exchange.day_table import as_table, read_table
from equilix.exchange.typed_table import problem_words
from equilix.facts import fact
from equilix.rig.days import Day
from equilix.store.saving import write_atomically
from equilix.ui.page_files import endings_follow, file_stem, save_dialog
from equilix.ui.printing.battery_sheet import draw_batteries
from equilix.ui.printing.day_sheet import draw_day
from equilix.ui.printing.files import write_pages
from equilix.ui.printing.paper import PAGES_MM
from equilix.ui.session import Session
from equilix.ui.widgets.file_choice import file_dialog
from equilix.words.language import say
from equilix.words.telling import begun
from equilix.words.wordings.wording import N_

TABLE, CALENDAR, PAGES = ".csv", ".ics", ".pdf"


class Sheet(Struct, frozen=True):
    """What can be printed: what it is called, on which paper, and how it is drawn."""

    title: str
    page: str
    draw: Callable[..., None]


SHEETS: Final = (
    Sheet(N_("The day on A4"), "a4", draw_day),
    Sheet(N_("The day on A6"), "a6", draw_day),
    Sheet(N_("The batteries on A4"), "a4", draw_batteries),
    Sheet(N_("The batteries on A6"), "a6", draw_batteries),
)


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


def write_into_notebook(session: Session, tab: Shown) -> None:
    """Write what was carried into the notebook, once; what else hurt is told there."""
    day, course, rigs = tab.day, tab.course, tab.rigs
    if day is None or course is None or rigs is None:
        return
    new = new_of(session.document, made_of(course, rigs, date_of(day), day.name))
    if not new:
        session.said.emit(say("All of it stands in the notebook already."), False)
    elif session.edit(say("Write the day into the notebook"), lambda d: keep(d, new, rigs)):
        said = session.tell(fact("day.noted", count=len(new)))
        session.said.emit(f"{said}.", False)


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
        self.note.setAccessibleName(say("Write what was carried into the notebook"))
        self.note.clicked.connect(lambda: write_into_notebook(session, tab))
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
        sorts = [(say("A calendar") + f" (*{CALENDAR})"), (say("A table") + f" (*{TABLE})")]
        sorts += [f"{say(each.title)} (*{PAGES})" for each in SHEETS]

        def write(name: str) -> None:
            self.write(name, max(sorts.index(dialog.selectedNameFilter()) - 2, 0))

        self.dialog = dialog = save_dialog(self, self.session, ";;".join(sorts), write)
        endings_follow(dialog)
        dialog.selectFile(file_stem(day.name))
        dialog.open()

    def write(self, name: str, sheet: int = 0) -> None:
        """Write the day where it is chosen, by the ending of the name; what cannot be written is said.

        ``sheet``: which of the sheets, where it is one.
        """
        path, day, course, document = Path(name), self.tab.day, self.tab.course, self.session.document
        rigs = self.tab.rigs
        if day is None or course is None or rigs is None:
            return
        try:
            if path.suffix.lower() == PAGES:
                chosen = SHEETS[sheet]
                draw = partial(chosen.draw, course=course, rigs=rigs, display=document.display)
                write_pages(draw, path, PAGES_MM[chosen.page], day.name, replace=True)
                self.session.said.emit(say("Written: {path}").format(path=path.name), False)
                return
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

    def _take(self) -> None:
        sorts = say("Tables and calendars") + f" (*{TABLE} *{CALENDAR})"
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
