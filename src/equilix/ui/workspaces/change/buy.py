"""What wanted parts would do to the open setup, each tried by itself, and the best of them for the money."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from typing import Final

from msgspec import Struct
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

from equilix.carry import WAYS
from equilix.change.buying import (
    AIMS,
    Aim,
    Purchase,
    Tried,
    as_it_is,
    best_set,
    price_of_setups,
    price_of_ways,
    try_each,
    wanted,
    worth,
)
from equilix.change.buying_words import figures, per_minute, price_words, purchase_words
from equilix.document import Document
from equilix.errors import Called
from equilix.facts import fact, grouped, listed
from equilix.kit.parts import Part
from equilix.planner.change import Compared
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.tint import as_tip, set_tip, show_text, text_label
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

HEADS: Final = (
    ("part", N_("Part")), ("price", N_("Price")), ("lasts", N_("Body")), ("hand", N_("Hand")),
    ("back", N_("Lower back")), ("power", N_("Power")), ("steady", N_("Steadiness")), ("lenses", N_("Lenses")),
    ("mass", N_("Mass")), ("minute", N_("A minute more")),
)  # fmt: skip
SIGNS: Final = {1: "▲", -1: "▼", 0: ""}


class Row(Struct, frozen=True):
    """One line: a part and its trial, or (no part) the rig as it is."""

    part: Part | None
    tried: Tried | None
    lenses: int


class BuyTab(WorkTab):
    """A row for each wanted part; the one that is chosen lies over the drawing."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Trying wanted parts"))
        self.now: Row | None = None
        self.rows: list[Row] = []
        self.head, self.said = text_label(bold=True, points=13), text_label()
        self.aim = ChoiceBox()
        self.aim.setAccessibleName(say("What is aimed for"))
        for key in AIMS:
            self.aim.addItem(begun(tell(fact(f"buy.aim_{key}"))), key)
        self.aim.activated.connect(self._look)
        self.budget = QuantityField(say("Budget"), "price")
        self.budget.entered.connect(lambda _value, _text: self._find_best())
        self.budget.line.textChanged.connect(self._emptied)
        self.best, self.prices = text_label(bold=True), text_label()
        self.table = QTableWidget()
        self.table.setAccessibleName(say("What each wanted part would do"))
        self.table.setColumnCount(len(HEADS))
        self.table.setHorizontalHeaderLabels([say(title) for _, title in HEADS])
        self.table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.table.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        self.table.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.table.setShowGrid(False)
        self.table.setTabKeyNavigation(False)
        self.table.verticalHeader().hide()
        self.table.horizontalHeader().setSectionResizeMode(0, QHeaderView.ResizeMode.Stretch)
        self.table.horizontalHeader().setMinimumSectionSize(round(grown(60)))
        self.table.currentCellChanged.connect(lambda *_: self._ghost())
        self.job.found.connect(self._found)
        self.job.ended.connect(self._say)
        self.search = session.jobs.new(say("Looking for the best set for the money"))
        self.search.found.connect(self._best_found)
        takes_the_rest(self.table)
        self._lay_out()

    def _lay_out(self) -> None:
        whole = self.column()
        whole.addWidget(self.head)
        row = QHBoxLayout()
        for text, widget, share in ((say("Aim"), self.aim, 2), (say("Budget"), self.budget, 1)):
            label = text_label(wrap=False)
            label.setText(text)
            row.addWidget(label)
            row.addWidget(widget, share)
        row.addStretch(2)
        whole.addLayout(row)
        whole.addWidget(self.said)
        whole.addWidget(self.table, 1)
        whole.addWidget(self.best)
        whole.addWidget(self.prices)

    @property
    def waits(self) -> bool:
        """Whether a trial is still to come."""
        return super().waits or self.search.running

    @property
    def first_focus(self) -> QWidget:
        """The table."""
        return self.table

    def refresh(self) -> None:
        """Try anew where something has changed."""
        self._look()

    def leave(self) -> None:
        """Look no more."""
        super().leave()
        self.search.cancel()
        self.session.view.show_ghost(None)

    @property
    def _aim(self) -> Aim:
        aim: Aim = self.aim.currentData()
        return aim

    def _look(self, _row: int = 0) -> None:
        document, setup = self.session.document, self.session.setup
        if not self.look_for(document, setup.id, self._aim):
            self._say()
            return
        self.search.cancel()
        there = bool(wanted(document)) and bool(setup.placements)
        for widget in (self.table, self.budget, self.aim):
            widget.setEnabled(there)
        if not there:
            self.still.stop()
            self.now, self.rows = None, []
            self._say()

    def _start(self) -> None:
        self.rows, self.now = [], None
        assert self.shown_for is not None  # the timer is started with it
        self.job.start(partial(_try_all, *self.shown_for))
        self._find_best()

    def _emptied(self, text: str) -> None:
        """Without a sum nothing is looked for."""
        if not text.strip():
            self.budget.complain("")
            self._find_best()

    def _find_best(self) -> None:
        if self.shown_for is None or not self.budget.line.text().strip():
            show_text(self.best, "", self.theme.ink)
            self.search.cancel()
            return
        budget = self.budget.value()
        self.search.start(partial(_best, self.session.document, self.session.setup.id, self._aim, budget))
        show_text(self.best, say("Looking for the best set for the money …"), self.theme.quiet)

    def _best_found(self, found: tuple[Purchase | None, float, float]) -> None:
        purchase, start, budget = found
        said = purchase_words(self.session.document, purchase, start, self._aim, budget)
        show_text(self.best, ". ".join(self.session.tell(each) for each in said) + ".", self.theme.hold)

    def _found(self, row: Row) -> None:
        if row.part is None:
            self.now = row
        else:
            self.rows.append(row)
        self._say()

    def _say(self) -> None:
        document, t = self.session.document, self.theme
        lines = [each for each in (self.now, *self.rows) if each is not None]
        title = say("“{setup}” with what you think of buying").format(setup=self.session.setup.name)
        show_text(self.head, title, t.ink)
        if not wanted(document):
            show_text(self.said, ". ".join(tell(fact(k)) for k in ("buy.none_wanted", "buy.mark_some")) + ".", t.ink)
        elif not self.session.setup.placements:
            show_text(self.said, self.session.tell(fact("buy.nothing_on", setup=self.session.setup.name)) + ".", t.ink)
        else:
            hint = say("Each is tried where it does most, with the plate on its best mark. ▲ better, ▼ worse.")
            show_text(self.said, hint, t.quiet)
        self.table.setRowCount(len(lines))
        for number, line in enumerate(lines):
            self._fill(number, line)
        for column in range(1, len(HEADS)):
            self.table.resizeColumnToContents(column)
        setups = listed(
            fact("buy.costs", what=document.setups_by_id[key].name, price=grouped(price))
            for key, price in price_of_setups(document).items()
        )
        ways = listed(
            fact("buy.costs", what=WAYS[key].phrase, price=grouped(price))
            for key, price in price_of_ways(document).items()
        )
        said = self.session.tell(fact("buy.all_costs", setups=setups)) if document.setups else ""
        show_text(self.prices, said, t.quiet)
        set_tip(self.prices, self.session.tell(fact("buy.ways_cost", ways=ways)))
        self._ghost()

    def _fill(self, number: int, line: Row) -> None:
        document, now = self.session.document, self.now
        cells: dict[str, tuple[str, int]] = {}
        if line.part is None:
            cells["part"] = (begun(tell(fact("buy.as_it_is"))), 0)
        else:
            how = "" if line.tried is None else self.session.tell(line.tried.how[-1])
            how = how if line.tried is not None else tell(fact("buy.does_not_fit"))
            if line.tried is not None and line.tried.strikes:
                how += "; " + self.session.tell(fact("buy.strikes", parts=listed(line.tried.strikes, "and")))
            cells["part"] = (f"{begun(line.part.name)}: {how}", -1 if line.tried is None or line.tried.strikes else 0)
            cells["price"] = (self.session.tell(price_words(document, line.part.id)), 0)
        if line.tried is not None and now is not None and now.tried is not None:
            for figure in figures(now.tried, line.tried, (now.lenses, line.lenses)):
                cells[figure.key] = (self.session.tell(figure.said), figure.way)
            if line.part is not None:
                cells["minute"] = (self.session.tell(per_minute(document, now.tried, line.tried)), 0)
        tones = {1: self.theme.hold, -1: self.theme.tip, 0: self.theme.ink}
        for column, (key, _) in enumerate(HEADS):
            said, way = cells.get(key, ("", 0))
            item = QTableWidgetItem(f"{said} {SIGNS[way]}".strip() if key != "part" else said)
            item.setForeground(QColor(tones[way]))
            item.setToolTip(as_tip(said))
            side = Qt.AlignmentFlag.AlignLeft if key == "part" else Qt.AlignmentFlag.AlignRight
            item.setTextAlignment(side | Qt.AlignmentFlag.AlignVCenter)
            self.table.setItem(number, column, item)

    def _ghost(self) -> None:
        """The chosen trial over the drawing."""
        lines = [each for each in (self.now, *self.rows) if each is not None]
        row = self.table.currentRow()
        line = lines[row] if 0 <= row < len(lines) else None
        if line is None or line.part is None or line.tried is None or not self.isVisible():
            self.session.view.show_ghost(None)
        else:
            self.session.view.show_ghost(Compared(self.session.analysis, line.tried.analysis))


def _try_all(document: Document, setup_id: str, aim: Aim, called_off: Called) -> Iterator[Row]:
    now = as_it_is(document, setup_id)
    _ = now.result.network, now.result.fit
    yield Row(None, now, now.lenses())
    for part, tried in try_each(now, aim, called_off):
        if tried is not None:
            _ = tried.result.network, tried.result.fit  # worked out here, and not where the row is painted
        yield Row(part, tried, 0 if tried is None else tried.lenses())


def _best(
    document: Document, setup_id: str, aim: Aim, budget: float, called_off: Called
) -> Iterator[tuple[Purchase | None, float, float]]:
    now = as_it_is(document, setup_id)
    yield best_set(now, aim, budget, called_off), worth(now, aim), budget
