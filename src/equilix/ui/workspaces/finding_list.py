"""Findings as a list, worst first, one of them open; what is chosen in it lights up on the drawing, and back."""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from functools import partial

from PySide6.QtWidgets import QScrollArea, QVBoxLayout, QWidget

from equilix.checks.rules import Check
from equilix.ui.session import Session
from equilix.ui.theme import Theme
from equilix.ui.widgets.columns import Columns
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.finding import FindingRow
from equilix.units import Display


class FindingList(QWidget):
    """``nothing``: what is said where there is no finding; nothing at all where it is empty.

    ``opens``: the worst is open from the start, where the list has the column to itself.
    """

    def __init__(self, session: Session, nothing: str = "", *, opens: bool = True) -> None:
        super().__init__()
        self.session, self.nothing, self.opens = session, nothing, opens
        self.rows: list[FindingRow] = []
        self.open: tuple[str, str] | None = None
        """The finding that is open, by its key and its placement."""
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        self.body, self.note = QWidget(), text_label()
        self.list = Columns(self.body, 2)
        column.addWidget(self.body)
        column.addWidget(self.note)
        self._shown: Sequence[Check] | None = None
        self._shown_in: tuple[Theme, Display] | None = None

    def show_findings(self, found: Sequence[Check], theme: Theme, display: Display) -> None:
        """Show these; a list that stays as it was is not touched.

        A finding keeps its row as long as it is there, so that the keys stay with it wherever it goes in the list.
        """
        wanted = (theme, display)
        if found == self._shown and self._shown_in == wanted:
            return
        self._shown, self._shown_in = found, wanted
        self._take_rows(found)
        for number, (row, check) in enumerate(zip(self.rows, found, strict=True), start=1):
            row.show_check(number, check, theme)
            row.show()
        show_text(self.note, self.nothing if not found else "", theme.quiet)
        self.body.setVisible(bool(found))
        known = next((row for row in self.rows if _name(row) == self.open), None)
        worst = next((row for row in self.rows if row.check is not None and row.check.level != "fine"), None)
        self._show(known or (worst if self.opens else None))

    def _take_rows(self, found: Sequence[Check]) -> None:
        """A row for each finding, in their order: the one that it had, else one that is left, else a new one."""
        had = {_name(row): row for row in self.rows}
        mine = [had.pop(name_of(check), None) for check in found]
        left = list(had.values())
        order = [row or (left.pop() if left else self._new_row()) for row in mine]
        for row in left:
            row.hide()
            row.deleteLater()
        if order == self.rows:
            return
        self.list.put_in_order(order)
        for before, after in itertools.pairwise(order):
            QWidget.setTabOrder(before, after)
        self.rows = order

    def _new_row(self) -> FindingRow:
        row = FindingRow(self.session)
        row.chosen.connect(partial(self._choose, row))
        return row

    def _choose(self, row: FindingRow) -> None:
        """A finding is chosen in the list: it opens, and its mark and its part are selected on the drawing."""
        self._show(row)
        if row.check is not None:
            self.session.selection.select(row.check.placement or None, row.check.key)

    def _show(self, row: FindingRow | None) -> None:
        self.open = None if row is None else _name(row)
        for each in self.rows:
            if each.is_open != (each is row):
                each.open(each is row)

    def follow(self, scroller: QScrollArea) -> None:
        """A part, or a mark on it, is selected on the drawing: open what was found there, and bring it into sight."""
        row = self.go_to(self.session.selection.id, self.session.selection.finding)
        if row is not None and row.isVisible():
            scroller.ensureWidgetVisible(row)

    def go_to(self, placement: str | None, finding: str = "") -> FindingRow | None:
        """Open what was found at a placement, or just that finding; the row, where it was not open before."""
        if self.open is not None and self.open[1] == placement and finding in ("", self.open[0]):
            return None
        there = [row for row in self.rows if row.check is not None and row.check.placement == placement]
        row = next((row for row in there if row.check is not None and finding in ("", row.check.key)), None)
        if row is not None:
            self._show(row)
        return row


def name_of(check: Check) -> tuple[str, str]:
    """What a finding is told apart by."""
    return check.key, check.placement


def _name(row: FindingRow) -> tuple[str, str] | None:
    return None if row.check is None else name_of(row.check)
