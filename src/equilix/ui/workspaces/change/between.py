"""Minutes from every setup to every other, the day as a whole, and which of two candidates makes it shorter."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from itertools import pairwise

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHBoxLayout,
    QHeaderView,
    QTableWidget,
    QTableWidgetItem,
    QWidget,
)

from equilix.change.conversion.day import all_minutes, in_place_of
from equilix.document import Document
from equilix.errors import Called
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.quantities import duration

Times = dict[tuple[str, str], float]


class BetweenTab(WorkTab):
    """Rows: the setup that stands there; columns: the one that is wanted. ``asked``: a conversion to look at."""

    asked = Signal(str, str)

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Working out the minutes between all setups"))
        self.times: Times = {}
        self.head, self.said, self.instead = text_label(bold=True, points=13), text_label(), text_label(bold=True)
        self.table = QTableWidget()
        self.table.setAccessibleName(say("Minutes from the setup of the row to that of the column"))
        self.table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.table.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.table.setShowGrid(False)
        self.table.setTabKeyNavigation(False)
        self.table.setCornerButtonEnabled(False)
        self.table.cellActivated.connect(self._ask)
        self.old, self.new = ChoiceBox(), ChoiceBox()
        self.old.setAccessibleName(say("In the place of"))
        self.new.setAccessibleName(say("Take"))
        for box in (self.old, self.new):
            box.activated.connect(self._compare)
        self.job.found.connect(self._found)
        takes_the_rest(self.table)
        whole = self.column()
        whole.addWidget(self.head)
        whole.addWidget(self.said)
        whole.addWidget(self.table, 1)
        self.row = QWidget()
        row = QHBoxLayout(self.row)
        row.setContentsMargins(0, 0, 0, 0)
        for text, widget in ((say("In the place of"), self.old), (say("take"), self.new)):
            label = text_label(wrap=False)
            label.setText(text)
            row.addWidget(label)
            row.addWidget(widget, 1)
        row.addWidget(self.instead, 3)
        whole.addWidget(self.row)

    @property
    def first_focus(self) -> QWidget:
        """The table."""
        return self.table

    def refresh(self) -> None:
        """Work them out anew where something has changed."""
        document = self.session.document
        there = len(document.setups) > 1
        self.table.setVisible(there)
        self.row.setVisible(there)
        if not there:
            alone = say("One setup alone needs no conversion: add another one under its name.")
            show_text(self.head, alone, self.theme.ink)
            self.said.setText("")
            return
        show_text(
            self.said, say("Each row: from that setup to those of the columns. Enter: its steps."), self.theme.quiet
        )
        if self.look_for(document):
            self._fill(document)
        else:
            self._show()

    def _fill(self, document: Document) -> None:
        """The names; minutes stay until others are known."""
        names = [setup.name for setup in document.setups]
        if self.table.rowCount() != len(names):
            self.times = {}
        self.table.setRowCount(len(names))
        self.table.setColumnCount(len(names))
        self.table.setHorizontalHeaderLabels(names)
        self.table.setVerticalHeaderLabels(names)
        head = self.table.horizontalHeader()
        head.setSectionResizeMode(QHeaderView.ResizeMode.Stretch)
        metrics = head.fontMetrics()
        longest = max(metrics.horizontalAdvance(name) for name in names)
        head.setMinimumSectionSize(round(longest + grown(18)))
        offered = [(setup.name, setup.id) for setup in document.setups]
        for box, usual in ((self.old, offered[0]), (self.new, offered[-1])):
            box.offer(offered, usual[1])

    def _start(self) -> None:
        self.job.start(partial(_all, self.session.document))

    def _found(self, times: Times) -> None:
        self.times = times
        self._show()

    def _show(self) -> None:
        setups = self.session.document.setups
        if not self.times:
            show_text(self.head, say("Working out the minutes between all setups …"), self.theme.ink)
            return
        for row, start in enumerate(setups):
            for column, end in enumerate(setups):
                time = self.times.get((start.id, end.id))
                item = QTableWidgetItem("" if time is None else duration(time * 60))
                item.setTextAlignment(Qt.AlignmentFlag.AlignCenter)
                self.table.setItem(row, column, item)
        order = tuple(setup.id for setup in setups)
        total = say("All setups in their order: {time} of conversions.").format(time=duration(self._day(order) * 60))
        show_text(self.head, total, self.theme.ink)
        self._compare()

    def _day(self, order: tuple[str, ...]) -> float:
        return sum(self.times.get(pair, 0.0) for pair in pairwise(order))

    def _compare(self, _row: int = 0) -> None:
        """The day with the one and without the other, against the day the other way round."""
        old, new = str(self.old.currentData()), str(self.new.currentData())
        if not self.times or old == new:
            show_text(self.instead, say("Choose two candidates for one scene."), self.theme.quiet)
            return
        order = tuple(setup.id for setup in self.session.document.setups)
        without = tuple(each for each in order if each != new)
        before, after = self._day(without), self._day(in_place_of(order, old, new))
        said = say("{after} instead of {before}").format(after=duration(after * 60), before=duration(before * 60))
        show_text(self.instead, said, self.theme.hold if after <= before else self.theme.tip)

    def _ask(self, row: int, column: int) -> None:
        setups = self.session.document.setups
        if row != column:
            self.asked.emit(setups[row].id, setups[column].id)


def _all(document: Document, called_off: Called) -> Iterator[Times]:
    yield {(start, end): minutes for start, end, minutes in all_minutes(document, called_off)}
