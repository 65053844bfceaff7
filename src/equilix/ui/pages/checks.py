"""Check: what can break, strike, pinch or fall, worst first; the order to build and to strip; the rules of thumb."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QMouseEvent
from PySide6.QtWidgets import QFrame, QPushButton, QVBoxLayout, QWidget

from equilix.checks.build_order import build_order, strip_order
from equilix.checks.check import RULES, Check, rule
from equilix.checks.findings import checks
from equilix.edits import electric
from equilix.errors import EquilixError
from equilix.reading import CAUTION_LONG
from equilix.ui.pages.page import Page
from equilix.ui.session import Session
from equilix.ui.theme import Theme
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.panel import Panel
from equilix.ui.widgets.rows import rows_html
from equilix.ui.widgets.tabs import Tabs
from equilix.ui.widgets.tint import plain_label, rich_label, tint, tinted

FOUND, BUILD, STRIP = "Found", "Build order", "Strip"
SIGNS = {"stop": "▲ stop", "mind": "◆ mind", "fine": "● fine"}


class CheckRow(QFrame):
    """One check; a click selects its part on the drawing."""

    def __init__(self, check: Check, session: Session, theme: Theme) -> None:
        super().__init__()
        self.check, self.session = check, session
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setObjectName("check")
        bad = check.level != "fine"
        self.setStyleSheet(
            f"#check {{ background: {theme.card}; border: 1px solid {theme.tip if bad else theme.rule}; }}"
        )
        self.setAccessibleName(f"{SIGNS[check.level]}: {check.title}, {check.said}. {check.todo}")
        column = QVBoxLayout(self)
        column.setContentsMargins(10, 6, 10, 6)
        column.setSpacing(2)
        hand = f" ({check.in_hand})" if check.in_hand else ""
        column.addWidget(tinted(f"{SIGNS[check.level]}  {check.title}", theme.tip if bad else theme.hold, bold=True))
        column.addWidget(tinted(f"{check.said[0].upper()}{check.said[1:]}{hand}.", theme.ink))
        if check.todo:
            column.addWidget(tinted(check.todo, theme.hold))
        column.addWidget(tinted(check.source, theme.quiet))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        del event
        self.session.select(self.check.placement)

    def focusInEvent(self, event: object) -> None:
        del event
        self.session.select(self.check.placement)


class CheckPage(Page):
    """Findings, build order, strip order."""

    title = "Check"

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.tabs = Tabs((FOUND, BUILD, STRIP))
        self.tabs.chosen.connect(self.choose)
        self.column.addWidget(self.tabs)
        self.rows: list[CheckRow] = []
        self.rows_column = QWidget()
        self.column.addWidget(self.rows_column)
        self.text = rich_label()
        self.column.addWidget(self.text)
        self.rules = QPushButton("Rules of thumb …")
        self.rules.clicked.connect(self.open_rules)
        self.column.addWidget(self.rules)
        self.column.addStretch(1)
        self.caution = self.note(CAUTION_LONG)
        self.caution.setContentsMargins(16, 6, 12, 8)
        self.outer.addWidget(self.caution)
        self._shown: tuple[Check, ...] | None = None
        self._shown_in: Theme | None = None

    def choose(self, tab: str) -> None:
        """Open a tab."""
        self.tabs.show_tab(tab)
        self.refresh()

    def refresh(self) -> None:
        """Show the open tab."""
        if self.session.history.gesture is not None:
            return
        tab, analysis, t = self.tabs.tab, self.session.analysis, self.theme
        self.rows_column.setVisible(tab == FOUND)
        self.rules.setVisible(tab == FOUND)
        self.text.setVisible(tab != FOUND)
        tint(self.caution, t.quiet)
        tint(self.text, t.ink)
        if tab == FOUND:
            self._show_rows(checks(analysis, self.session.document.rules))
            return
        steps = build_order(analysis) if tab == BUILD else strip_order(analysis)
        title = "From the core outwards" if tab == BUILD else "Backwards, cables first"
        rows = [(f"{number}  {step.tool}", step.text, "") for number, step in enumerate(steps, start=1)]
        self.text.setText(rows_html(title, rows, t))

    def _show_rows(self, found: tuple[Check, ...]) -> None:
        if found == self._shown and self._shown_in is self.theme:
            return
        self._shown, self._shown_in = found, self.theme
        fresh = QWidget()
        column = QVBoxLayout(fresh)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.rows = [CheckRow(check, self.session, self.theme) for check in found]
        for row in self.rows:
            column.addWidget(row)
        if not self.rows:
            column.addWidget(self.note("Nothing to check yet: the rig is empty."))
        self.column.replaceWidget(self.rows_column, fresh)
        self.rows_column.hide()
        self.rows_column.deleteLater()
        self.rows_column = fresh

    def open_rules(self) -> None:
        """Show the rules of thumb, to be changed."""
        self.panel = RulesPanel(self.session, self.rules)
        self.panel.open_under(self.rules)


class RulesPanel(Panel):
    """One field for each rule of thumb; an empty one is the usual value again."""

    def __init__(self, session: Session, parent: QWidget) -> None:
        super().__init__(parent, "Use these")
        self.session = session
        note = plain_label("Common practice, no source. The maker’s rating wins wherever there is one.")
        note.setWordWrap(True)
        self.form.addRow(note)
        self.fields: dict[str, QuantityField] = {}
        for key, each in RULES.items():
            field = QuantityField(each.label, each.quantity)
            field.show_value(rule(session.document.rules, key), session.document.display)
            self.fields[key] = field
            self.form.addRow(each.label, field)
        self.finish()
        self.setMinimumWidth(430)

    def take(self) -> None:
        """Take the changed ones over, or say at the field what is wrong."""
        document = self.session.document
        for key, field in self.fields.items():
            if not field.line.isModified():
                continue
            try:
                value = field.value() if field.line.text().strip() else None
                document = electric.set_rule(document, key, value)
                field.complain("")
            except EquilixError as error:
                field.complain(str(error))
                self.adjustSize()
                return
        if document is not self.session.document:
            self.session.edit("Change rules of thumb", lambda _document: document)
        self.close()
