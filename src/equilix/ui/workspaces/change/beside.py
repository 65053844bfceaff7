"""Two setups side by side: one drawing over the other, their figures, the parts that only one has."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHBoxLayout,
    QHeaderView,
    QTableWidget,
    QTableWidgetItem,
    QWidget,
)

from equilix.change.beside import Beside, beside, parts_words
from equilix.document import Document
from equilix.errors import Called
from equilix.ui.session import Session
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import as_tip, show_text, text_label
from equilix.ui.widgets.two_rigs import TwoRigs
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say


class BesideTab(WorkTab):
    """Two are chosen; what is better has a sign besides its colour."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Holding two setups against each other"))
        self.found: Beside | None = None
        self.first, self.second = ChoiceBox(), ChoiceBox()
        self.first.setAccessibleName(say("The one in lines"))
        self.second.setAccessibleName(say("The one as a wash"))
        for box in (self.first, self.second):
            box.activated.connect(self._look)
        self.said, self.parts = text_label(), text_label()
        self.picture = TwoRigs(self.theme)
        self.table = QTableWidget()
        self.table.setAccessibleName(say("Figures of both setups"))
        self.table.setColumnCount(3)
        self.table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.table.setSelectionMode(QAbstractItemView.SelectionMode.NoSelection)
        self.table.setShowGrid(False)
        self.table.setTabKeyNavigation(False)
        self.table.verticalHeader().hide()
        self.table.horizontalHeader().setSectionResizeMode(QHeaderView.ResizeMode.Stretch)
        self.job.found.connect(self._found)
        takes_the_rest(self.table)
        takes_the_rest(self.picture, 90)
        whole = self.column()
        row = QHBoxLayout()
        row.addWidget(self.first, 1)
        row.addWidget(self.second, 1)
        whole.addLayout(row)
        whole.addWidget(self.said)
        below = QHBoxLayout()
        below.addWidget(self.picture, 2)
        below.addWidget(self.table, 3)
        whole.addLayout(below, 1)
        whole.addWidget(self.parts)

    @property
    def first_focus(self) -> QWidget:
        """The second of the two."""
        return self.second

    def refresh(self) -> None:
        """Offer the setups, and look anew where something has changed."""
        self.picture.theme = self.theme
        setups = self.session.document.setups
        offered = [(setup.name, setup.id) for setup in setups]
        ids = [setup.id for setup in setups]
        here = ids.index(self.session.setup.id)
        self.first.offer(offered, ids[here])
        self.second.offer(offered, ids[(here + 1) % len(ids)])
        self._look()

    def _look(self, _row: int = 0) -> None:
        wanted = (self.session.document, str(self.first.currentData()), str(self.second.currentData()))
        if self.look_for(*wanted) and wanted[1] == wanted[2]:
            self.still.stop()
            self.found = None
        self._show()

    def _start(self) -> None:
        assert self.shown_for is not None  # the timer is started with it
        self.job.start(partial(_both, *self.shown_for))

    def _found(self, found: Beside) -> None:
        self.found = found
        self._show()

    def _show(self) -> None:
        found, t = self.found, self.theme
        for widget in (self.picture, self.table):
            widget.setVisible(found is not None)
        if found is None:
            few = len(self.session.document.setups) < 2
            alone = say("There is one setup only: add another one under its name, then hold them against each other.")
            show_text(self.said, alone if few else say("Choose two setups."), t.ink)
            show_text(self.parts, "", t.quiet)
            return
        names = {"first": found.first.setup.name, "second": found.second.setup.name}
        show_text(self.said, say("{first} in lines, {second} as a wash, camera on camera.").format(**names), t.quiet)
        self.picture.show_rigs(found.first, found.second)
        self.table.setHorizontalHeaderLabels(["", names["first"], names["second"]])
        self.table.setRowCount(len(found.lines))
        for row, line in enumerate(found.lines):
            better = (line.better < 0, line.better > 0)
            texts = [self.session.tell(each) for each in (line.label, line.first, line.second)]
            for column, (text, best) in enumerate(zip(texts, (False, *better), strict=True)):
                item = QTableWidgetItem(f"{text} ▲" if best else text)
                item.setForeground(QColor(t.hold if best else t.quiet if column == 0 else t.ink))
                item.setToolTip(as_tip(text))
                side = Qt.AlignmentFlag.AlignLeft if column == 0 else Qt.AlignmentFlag.AlignRight
                item.setTextAlignment(side | Qt.AlignmentFlag.AlignVCenter)
                self.table.setItem(row, column, item)
        show_text(self.parts, self.session.tell(parts_words(found)), t.ink)


def _both(document: Document, first: str, second: str, called_off: Called) -> Iterator[Beside]:
    del called_off  # it takes a moment, and the next request takes its place
    yield beside(document, first, second)
