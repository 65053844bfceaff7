"""Findings as a list, worst first, one of them open; what is chosen in it lights up on the drawing, and back."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from PySide6.QtWidgets import QVBoxLayout, QWidget

from equilix.checks.rules import Check
from equilix.ui.session import Session
from equilix.ui.theme import Theme
from equilix.ui.widgets.columns import Columns
from equilix.ui.widgets.tint import plain_label, tint
from equilix.ui.workspaces.finding import FindingRow
from equilix.units import Display


class FindingList(QWidget):
    """``nothing``: what is said where there is no finding; nothing at all where it is empty."""

    def __init__(self, session: Session, nothing: str = "") -> None:
        super().__init__()
        self.session, self.nothing = session, nothing
        self.rows: list[FindingRow] = []
        self.open: tuple[str, str] | None = None
        """The finding that is open, by its key and its placement."""
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.body = QWidget()
        self.column.addWidget(self.body)
        self._shown: Sequence[Check] | None = None
        self._shown_in: tuple[Theme, Display] | None = None

    def show_findings(self, found: Sequence[Check], theme: Theme, display: Display) -> None:
        """Show these; a list that stays as it was is not touched, and the keys stay where they were."""
        wanted = (theme, display)
        if found == self._shown and self._shown_in == wanted:
            return
        self._shown, self._shown_in = found, wanted
        had_keys = any(row.hasFocus() for row in self.rows)
        fresh = QWidget()
        column = Columns(fresh, 2)
        self.rows = [FindingRow(number, each, self.session, theme) for number, each in enumerate(found, start=1)]
        for row in self.rows:
            row.chosen.connect(partial(self._choose, row))
            column.addWidget(row)
        if not self.rows and self.nothing:
            note = plain_label(self.nothing)
            note.setWordWrap(True)
            tint(note, theme.quiet)
            column.addWidget(note)
        self.column.replaceWidget(self.body, fresh)
        fresh.show()
        known = next((row for row in self.rows if name_of(row.check) == self.open), None)
        worst = next((row for row in self.rows if row.check.level != "fine"), None)
        self._show(known or worst)
        if had_keys and known is not None:
            known.setFocus()  # before the old one goes: the keys would go on to the next that it finds
        self.body.hide()
        self.body.deleteLater()
        self.body = fresh

    def _choose(self, row: FindingRow) -> None:
        """A finding is chosen in the list: it opens, and its part is selected on the drawing."""
        self._show(row)
        self.session.selection.select(row.check.placement)

    def _show(self, row: FindingRow | None) -> None:
        self.open = None if row is None else name_of(row.check)
        for each in self.rows:
            each.open(each is row)

    def go_to(self, placement: str | None) -> FindingRow | None:
        """A part is selected on the drawing: open what was found there; the row, where it was not open before."""
        if self.open is not None and self.open[1] == placement:
            return None
        row = next((row for row in self.rows if row.check.placement == placement), None)
        if row is not None:
            self._show(row)
        return row


def name_of(check: Check) -> tuple[str, str]:
    """What a finding is told apart by."""
    return check.key, check.placement
