"""All readings together: what contradicts what, what taking them in would change, and how sure each rig would be."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import suppress
from functools import partial
from typing import Final

from msgspec import Struct
from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QResizeEvent
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHBoxLayout,
    QHeaderView,
    QListWidget,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from equilix.analysis import analyse
from equilix.bench.bench_words import datum_words, figure, moved_words, off_words, reading_words, suspect_words
from equilix.bench.fit import Fitted
from equilix.bench.next_reading import most_doubtful
from equilix.bench.taking_in import Correction, corrections, fit_all, take_in
from equilix.document import Document
from equilix.edits.measuring import believe, doubt_stated, forget_measured
from equilix.errors import Called, EquilixError
from equilix.facts import fact, fine_length
from equilix.kit.measured import Measured
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.tint import as_tip, set_tip, show_text, text_label
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.wordings.wording import N_

HEADS: Final = (
    N_("Believed"),
    N_("Reading"),
    N_("It said"),
    N_("All together say"),
    N_("Off by"),
)
BELIEVED, READING, TOGETHER, SO = 0, 1, 3, 4
NARROW_PX: Final = 1000


class Together(Struct, frozen=True):
    """The fit, and of every setup that can be carried its doubt before and after the data are corrected, m."""

    document: Document
    fitted: Fitted
    made: Document
    """The document with the data corrected."""
    sure: tuple[tuple[str, float, float], ...]
    corrected: tuple[Correction, ...]


class AllTab(WorkTab):
    """A row for each reading; what they correct beside it."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Fitting all readings together"))
        self.found: Together | None = None
        self._busy = False
        self.head = text_label(bold=True, points=13)
        self.table = QTableWidget(0, len(HEADS))
        self.table.setAccessibleName(say("All readings"))
        self.table.setHorizontalHeaderLabels([say(each) for each in HEADS])
        self.table.verticalHeader().hide()
        self.table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.table.setTabKeyNavigation(False)
        self.table.setShowGrid(False)
        heads = self.table.horizontalHeader()
        heads.setHighlightSections(False)
        heads.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        heads.setSectionResizeMode(READING, QHeaderView.ResizeMode.Stretch)
        heads.setTextElideMode(Qt.TextElideMode.ElideRight)
        heads.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
        self.table.setWordWrap(True)
        self.table.itemChanged.connect(self._ticked)
        self.table.itemSelectionChanged.connect(self._selected)
        self.forget = QPushButton(say("Forget this reading"))
        self.forget.clicked.connect(self._forget)
        self.doubts = (QPushButton(), QPushButton())
        """Not to believe the likeliest mistake, or what cannot be told apart from it."""
        for place, button in enumerate(self.doubts):
            button.clicked.connect(partial(self._doubt, place))
            button.hide()
        self.correct = QPushButton(say("Correct the data"))
        self.correct.clicked.connect(self._correct)
        self.moves_head, self.sure_head = text_label(bold=True), text_label(bold=True)
        self.moves, self.sure = QListWidget(), text_label()
        self.moves.setAccessibleName(say("What would be corrected"))
        self.moves.setWordWrap(True)
        self.job.found.connect(self._found)
        takes_the_rest(self.table)
        takes_the_rest(self.moves, 60.0)
        self._lay_out()

    def _lay_out(self) -> None:
        whole = self.column()
        whole.addWidget(self.head)
        doubts = QHBoxLayout()
        for button in self.doubts:
            doubts.addWidget(button)
        doubts.addStretch(1)
        whole.addLayout(doubts)
        both = QHBoxLayout()
        both.setSpacing(16)
        left, right = QVBoxLayout(), QVBoxLayout()
        left.addWidget(self.table, 1)
        row = QHBoxLayout()
        row.addWidget(self.forget)
        row.addStretch(1)
        left.addLayout(row)
        right.addWidget(self.moves_head)
        right.addWidget(self.moves, 1)
        right.addWidget(self.sure_head)
        right.addWidget(self.sure)
        right.addWidget(self.correct)
        both.addLayout(left, 9)
        both.addLayout(right, 4)
        whole.addLayout(both, 1)

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Where there is little room, what all together say stands only in the last column."""
        super().resizeEvent(event)
        self.table.setColumnHidden(TOGETHER, self.width() < grown(NARROW_PX))

    @property
    def first_focus(self) -> QWidget:
        """The readings."""
        return self.table

    def refresh(self) -> None:
        """Fit anew where something has changed; the rows are those of the document at once."""
        self.look_for(self.session.document)
        self._show()
        self._selected()

    @property
    def current(self) -> Together | None:
        """What was found, where it is of the document as it is now: nothing is done after an older one."""
        found, document = self.found, self.session.document
        return found if found is not None and (found.document is document or found.document == document) else None

    def _start(self) -> None:
        self.job.start(partial(_together, self.session.document))

    def _found(self, found: Together) -> None:
        self.found = found
        self._show()

    def _show(self) -> None:
        document, found, tell = self.session.document, self.found, self.session.tell
        if not document.measured:
            show_text(self.head, say("Nothing has been measured yet. “Take a reading” shows how."), self.theme.ink)
        elif found is not None:
            wrong = bool(found.fitted.alike)
            said = tell(suspect_words(found.fitted, found.document.parts_by_id))
            show_text(self.head, f"{'▲ ' if wrong else ''}{said}.", self.theme.tip if wrong else self.theme.hold)
        alike = () if found is None else found.fitted.alike
        for place, button in enumerate(self.doubts):
            button.setVisible(place < len(alike))
            button.setEnabled(self.current is not None)
            if len(alike) > 1:
                button.setText(say("Do not believe the second") if place else say("Do not believe the first"))
            elif alike:
                button.setText(say("Do not believe it"))
            if found is not None and place < len(alike):
                set_tip(button, tell(datum_words(alike[place], found.fitted, found.document.parts_by_id)))
        self._fill()
        moved = () if found is None else moved_words(found.corrected, found.document.parts_by_id)
        moves = [tell(each) for each in moved]
        show_text(self.moves_head, say("What they would correct") if moves else "", self.theme.ink)
        self.moves.clear()
        self.moves.addItems(moves)
        self.moves.setVisible(bool(moves))
        sure = [] if found is None or not document.measured else [
            f"{name}: {tell(fact('measuring.sure', before=fine_length(before), after=fine_length(after)))}"
            for name, before, after in found.sure
        ]  # fmt: skip
        show_text(self.sure_head, say("How sure the rigs would be") if sure else "", self.theme.ink)
        show_text(self.sure, "\n".join(sure), self.theme.quiet)
        self.correct.setEnabled(self.current is not None and self.current.made != document)

    def _fill(self) -> None:
        document, found, tell = self.session.document, self.found, self.session.tell
        lines = {} if found is None else {line.measured.id: line for line in found.fitted.lines}
        self._busy = True
        self.table.setRowCount(len(document.measured))
        for row, each in enumerate(document.measured):
            line = lines.get(each.id)
            cells = [
                "", f"{each.what}, {tell(reading_words(each))}", tell(figure(each, each.value, short=True)),
                "" if line is None else tell(figure(each, line.fitted, short=True)),
                say("not believed") if each.left_out else "" if line is None else tell(off_words(line.off)),
            ]  # fmt: skip
            for column, text in enumerate(cells):
                self._put(row, column, text, each)
        self._busy = False

    def _put(self, row: int, column: int, text: str, measured: Measured) -> None:
        item = self.table.item(row, column)
        if item is None:
            item = QTableWidgetItem()
            self.table.setItem(row, column, item)
        item.setText(text)
        item.setToolTip(as_tip(" · ".join(each for each in (measured.by, measured.on) if each) or text))
        if column == BELIEVED:
            item.setFlags(item.flags() | Qt.ItemFlag.ItemIsUserCheckable)
            item.setCheckState(Qt.CheckState.Unchecked if measured.left_out else Qt.CheckState.Checked)
        colour = (
            self.theme.quiet
            if measured.left_out
            else self.theme.tip
            if column == SO and "▲" in text
            else self.theme.ink
        )
        item.setForeground(QColor(colour))

    def _ticked(self, item: QTableWidgetItem) -> None:
        if self._busy or item.column() != BELIEVED:
            return
        key = self.session.document.measured[item.row()].id
        out = item.checkState() == Qt.CheckState.Unchecked
        label = say("Do not believe a reading") if out else say("Believe a reading again")
        self.session.edit(label, lambda document: believe(document, key, out))

    def _doubt(self, place: int) -> None:
        found = self.current
        if found is None or place >= len(found.fitted.alike):
            return
        wrong = found.fitted.alike[place]
        if wrong.reading is not None:
            key = found.fitted.lines[wrong.reading].measured.id
            self.session.edit(say("Do not believe a reading"), lambda document: believe(document, key, True))
        else:
            label = say("Do not believe what was said of a part")
            self.session.edit(label, lambda document: doubt_stated(document, wrong.part, wrong.column))

    def _selected(self) -> None:
        self.forget.setEnabled(0 <= self.table.currentRow() < len(self.session.document.measured))

    def _forget(self) -> None:
        row = self.table.currentRow()
        if 0 <= row < len(self.session.document.measured):
            key = self.session.document.measured[row].id
            self.session.edit(say("Forget a reading"), lambda document: forget_measured(document, key))

    def _correct(self) -> None:
        """Everything that was read goes into the data: one action, one undo."""
        found = self.current
        if found is not None:
            self.session.edit(say("Correct the data by all readings"), lambda _document: found.made)


def _together(document: Document, called_off: Called) -> Iterator[Together]:
    """The fit, then the rigs one after the other."""
    fitted, made = fit_all(document), document
    if fitted.lines or document.stated:
        with suppress(EquilixError):  # a reading that is kept as no straight line corrects nothing
            made = take_in(document, fitted)
    corrected = corrections(document, fitted)
    yield Together(document, fitted, made, (), corrected)
    if made is document:
        return
    measured = set(fitted.ids)
    sure = []
    for setup in document.setups:
        if called_off():
            return
        if not any(each.part in measured for each in setup.placements):
            continue
        before = most_doubtful(analyse(document, setup))
        if before is None:
            continue
        after = analyse(made, made.setups_by_id[setup.id]).conditions
        same = next((each for each in after if each.balance.key == before.balance.key), None)
        if same is not None:
            sure.append((setup.name, before.sd_m, same.sd_m))
    yield Together(document, fitted, made, tuple(sure), corrected)
