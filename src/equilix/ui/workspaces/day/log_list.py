"""What happened on a day, entry by entry: in one line to be put right, or to write down what was forgotten."""

from __future__ import annotations

from functools import partial

from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QListWidget, QPushButton, QVBoxLayout, QWidget

from equilix.day.day_words import clock
from equilix.day.log_line import event_line, read_event
from equilix.day.log_words import event_words
from equilix.day.tongues import log_line_in
from equilix.document import Document
from equilix.edits.day_log import add_event, change_event, remove_event
from equilix.edits.days import day_of
from equilix.rig.days import Day
from equilix.ui.session import Session
from equilix.ui.theme import Theme
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.tab import takes_the_rest
from equilix.words.language import say, spoken
from equilix.words.telling import begun


def _written(document: Document, day_id: str, text: str, place: int | None) -> Document:
    """With what a line says: a new entry, or one put right."""
    event = read_event(document, day_of(document, day_id), text)
    return add_event(document, day_id, event) if place is None else change_event(document, day_id, place, event)


class LogList(QWidget):
    """By the clock, the last first."""

    def __init__(self, session: Session, theme: Theme) -> None:
        super().__init__()
        self.session, self.theme = session, theme
        self.day: Day | None = None
        self.place: int | None = None
        """The entry that is put right, by its place in the log; none: a new one is written."""
        self.rows = QListWidget()
        self.rows.setAccessibleName(say("What happened"))
        self.rows.setWordWrap(True)
        self.rows.itemClicked.connect(lambda item: self._choose(self.rows.row(item)))
        self.rows.itemActivated.connect(lambda item: self._choose(self.rows.row(item)))
        self.line = QLineEdit()
        self.line.setAccessibleName(say("What happened, in one line"))
        self.line.setPlaceholderText(say("9:14 start lamp room"))
        self.line.returnPressed.connect(self._take)
        self.put = QPushButton(say("Write it down"))
        self.put.clicked.connect(self._take)
        self.away = QPushButton(say("Take it out"))
        self.away.clicked.connect(self._away)
        self.complaint = text_label()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        takes_the_rest(self.rows, 70.0)
        column.addWidget(self.rows, 1)
        column.addWidget(self.line)
        buttons = QHBoxLayout()
        buttons.addWidget(self.put)
        buttons.addWidget(self.away)
        column.addLayout(buttons)
        column.addWidget(self.complaint)

    @property
    def order(self) -> list[int]:
        """The places of the entries, the last by the clock first."""
        log = () if self.day is None else self.day.log
        return sorted(range(len(log)), key=lambda place: (log[place].at_min, place), reverse=True)

    def show_log(self, day: Day) -> None:
        """Show the log of a day; the line that is being written stays."""
        old, place = self.day, self.place
        if old is not None and place is not None and old.log[place : place + 1] != day.log[place : place + 1]:
            self.place = None
        self.day = day
        document, tell = self.session.document, self.session.tell
        log = [day.log[place] for place in self.order]
        texts = [f"{tell(clock(each.at_min))}  {begun(tell(event_words(document, day, each)))}" for each in log]
        if [self.rows.item(k).text() for k in range(self.rows.count())] != texts:
            self.rows.clear()
            self.rows.addItems(texts)
        self.put.setText(say("Write it down") if self.place is None else say("Put it right"))
        self.away.setEnabled(self.place is not None)

    def _choose(self, row: int) -> None:
        day = self.day
        if day is not None and 0 <= row < len(self.order):
            self.place = self.order[row]
            line = event_line(self.session.document, day, day.log[self.place])
            self.line.setText(log_line_in(line, spoken().code))
            self._say("")
            self.show_log(day)

    def _take(self) -> None:
        """Write down what stands in the line; what is not understood stays."""
        day, text = self.day, self.line.text().strip()
        if day is None or not text:
            return
        label = say("Write down what happened")
        refusal = self.session.try_edit(label, partial(_written, day_id=day.id, text=text, place=self.place))
        self._say("" if refusal is None else f"▲ {self.session.tell(refusal.said)}")
        if refusal is None:
            self.line.clear()

    def _away(self) -> None:
        day, place = self.day, self.place
        if day is not None and place is not None:
            self.line.clear()
            self.session.edit(say("Take an entry out"), lambda d: remove_event(d, day.id, place))

    def _say(self, text: str) -> None:
        show_text(self.complaint, text, self.theme.tip)
