"""One finding of the check: a line with its number, its title and what is in hand; the rest when it is chosen."""

from __future__ import annotations

from typing import Final

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QVBoxLayout, QWidget

from equilix.checks.rules import Check
from equilix.ui.session import Session
from equilix.ui.theme import Theme
from equilix.ui.widgets.gauge import Gauge
from equilix.ui.widgets.tint import tinted
from equilix.words.language import say
from equilix.words.telling import begun, tell
from equilix.words.wordings.wording import N_

SIGNS: Final = {"stop": N_("▲ stop"), "mind": N_("◆ mind"), "fine": N_("● fine")}
"""The shape of a level first, alone before the number of a finding."""


class FindingRow(QFrame):
    """Chosen by a click or by the keys; it then shows all that there is to say, and its part on the drawing."""

    chosen = Signal()

    def __init__(self, number: int, check: Check, session: Session, theme: Theme) -> None:
        super().__init__()
        self.check, self.theme = check, theme
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setObjectName("finding")
        bad = check.level != "fine"
        title, said, todo, in_hand, left = (
            session.tell(each) for each in (check.title, check.said, check.todo, check.in_hand, check.left)
        )
        self.setAccessibleName(f"{say(SIGNS[check.level])}: {title}{f', {said}' if said != title else ''}. {todo}")
        column = QVBoxLayout(self)
        column.setContentsMargins(8, 5, 8, 5)
        column.setSpacing(4)
        head = QHBoxLayout()
        head.setSpacing(8)
        mark = tinted(f"{say(SIGNS[check.level])[0]} {number}", theme.tip if bad else theme.hold, bold=True, wrap=False)
        head.addWidget(mark, 0, Qt.AlignmentFlag.AlignTop)
        head.addWidget(tinted(title, theme.ink, bold=bad), 1)
        tone = theme.tip if check.level == "stop" else theme.ink
        head.addWidget(tinted(left, tone, bold=True, wrap=False), 0, Qt.AlignmentFlag.AlignTop)
        column.addLayout(head)
        self.gauge = Gauge(check.share, check.level, theme) if check.share is not None else None
        if self.gauge is not None:
            column.addWidget(self.gauge)
        self.more = QWidget()
        more = QVBoxLayout(self.more)
        more.setContentsMargins(0, 2, 0, 2)
        more.setSpacing(3)
        hand = f" ({in_hand})" if in_hand else ""
        if said != title:
            more.addWidget(tinted(f"{begun(said)}{hand}.", theme.ink))
        if todo:
            more.addWidget(tinted(todo, theme.hold))
        if check.source:
            more.addWidget(tinted(tell(check.source), theme.quiet))
        column.addWidget(self.more)
        self.open(False)

    def open(self, on: bool) -> None:
        """Show all that there is to say, or the line alone."""
        self.more.setVisible(on)
        edge, ground = (self.theme.hold, self.theme.card) if on else ("transparent", "transparent")
        self.setStyleSheet(f"#finding {{ background: {ground}; border: 1px solid {edge}; }}")

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
