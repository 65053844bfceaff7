"""One finding: its mark and number, how much is in hand, and, opened, what was found, what to do, by whose limit."""

from __future__ import annotations

from typing import Final

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton, QVBoxLayout

from equilix.checks.rules import Check
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, font
from equilix.ui.widgets.gauge import Gauge
from equilix.ui.widgets.key_line import KeyLine
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.leads import Lead, follow, lead_of
from equilix.words.language import say
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

SIGNS: Final = {"stop": N_("▲ stop"), "mind": N_("◆ mind"), "fine": N_("● fine")}
"""The shape of a level first, alone before the number of a finding."""


class FindingRow(QFrame):
    """Chosen by a click or by the keys; it then shows all that there is to say, and its part on the drawing.

    The row stays the same widget whatever it shows, and what only an open row shows is made when it is opened.
    """

    chosen = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.check: Check | None = None
        self.is_open = False
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        self.setObjectName("finding")
        column = QVBoxLayout(self)
        column.setContentsMargins(8, 5, 8, 5)
        column.setSpacing(4)
        self.mark, self.title, self.left = text_label(bold=True, wrap=False), text_label(), text_label(wrap=False)
        head = QHBoxLayout()
        head.setSpacing(8)
        head.addWidget(self.mark, 0, Qt.AlignmentFlag.AlignTop)
        head.addWidget(self.title, 1)
        head.addWidget(self.left, 0, Qt.AlignmentFlag.AlignTop)
        column.addLayout(head)
        self.gauge: Gauge | None = None
        self.more: list[QLabel] = []
        """What was found, what to do, by whose limit."""
        self.bench: QPushButton | None = None

    def show_check(self, number: int, check: Check, theme: Theme) -> None:
        """Show a finding under its number."""
        self.check, self.theme = check, theme
        bad = check.level != "fine"
        title, said, todo, left = (
            self.session.tell(each) for each in (check.title, check.said, check.todo, check.left)
        )  # fmt: skip
        self.setAccessibleName(f"{say(SIGNS[check.level])}: {title}{f', {said}' if said != title else ''}. {todo}")
        show_text(self.mark, f"{say(SIGNS[check.level])[0]} {number}", theme.tip if bad else theme.hold)
        if self.title.font().bold() != bad:
            self.title.setFont(font(11, bold=bad))
        show_text(self.title, begun(title), theme.ink)
        show_text(self.left, left, theme.tip if check.level == "stop" else theme.ink)
        self._show_share(check)
        self.open(self.is_open)

    def _show_share(self, check: Check) -> None:
        if check.share is not None and self.gauge is None:
            self.gauge = Gauge()
            layout = self.layout()
            assert isinstance(layout, QVBoxLayout)  # made above
            layout.insertWidget(1, self.gauge)
        if self.gauge is not None:
            self.gauge.setVisible(check.share is not None)
            if check.share is not None:
                self.gauge.show_share(check.share, check.level, self.theme)

    def open(self, on: bool) -> None:
        """Show all that there is to say, or the line alone."""
        self.is_open = on
        if on:
            self._fill()
        for label in self.more:
            label.setVisible(on and bool(label.text()))
        if self.bench is not None:
            self.bench.setVisible(on and self._lead is not None)
        t = self.theme
        edge, ground = (t.hold, t.card) if on else ("transparent", "transparent")
        sheet = f"#finding {{ background: {ground}; border: 1px solid {edge}; }}"
        if self.styleSheet() != sheet:
            self.setStyleSheet(sheet)

    def _fill(self) -> None:
        check, layout = self.check, self.layout()
        if check is None or layout is None:
            return
        while len(self.more) < 3:
            label = text_label()
            layout.addWidget(label)
            self.more.append(label)
        title, said, todo, in_hand = (
            self.session.tell(each) for each in (check.title, check.said, check.todo, check.in_hand)
        )  # fmt: skip
        hand = f" ({in_hand})" if in_hand else ""
        found = f"{begun(said)}{hand}." if said != title else ""
        for label, text, tone in zip(
            self.more,
            (found, todo, tell(check.source)),
            (self.theme.ink, self.theme.hold, self.theme.quiet),
            strict=True,
        ):
            show_text(label, text, tone)
        lead = self._lead
        if self.bench is None and lead is not None:
            self.bench = QPushButton()
            self.bench.clicked.connect(self.follow)
            layout.addWidget(self.bench)
        if self.bench is not None and lead is not None:
            self.bench.setText(say(lead.text))
            self.bench.setAccessibleName(f"{say(lead.text)}: {begun(title)}")

    @property
    def _lead(self) -> Lead | None:
        """Where it is mended, or made better still; nowhere where it is done with the hands."""
        return None if self.check is None else lead_of(self.check)

    def follow(self) -> None:
        """Go where what is to be done is done."""
        if self.check is not None:
            follow(self.session, self.check)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        del event
        self.chosen.emit()

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self.chosen.emit()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Down:
            self.focusNextPrevChild(True)
        elif event.key() == Qt.Key.Key_Up:
            self.focusNextPrevChild(False)
        else:
            super().keyPressEvent(event)
