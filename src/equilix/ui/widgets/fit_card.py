"""A plan for the body's sake as a card: what to do, what becomes of the body, the price in balance."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import QEvent, Qt, Signal
from PySide6.QtGui import QEnterEvent, QKeyEvent
from PySide6.QtWidgets import QFrame, QPushButton, QVBoxLayout

from equilix.fit.curves import lasts_s
from equilix.ui.theme import Theme, font
from equilix.ui.widgets.tint import tinted
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import duration
from equilix.words.reading import read_out
from equilix.words.steps import told_lines
from equilix.words.telling import tell

if TYPE_CHECKING:
    from equilix.planner.fit_plan import FitPlan


class FitCard(QFrame):
    """Looking at it shows its ghost; “Do it” carries it out."""

    looked_at = Signal(object)
    chosen = Signal(object)

    def __init__(self, plan: FitPlan, theme: Theme, display: Display) -> None:
        super().__init__()
        self.plan = plan
        title, steps = tell(plan.title), told_lines(plan)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setObjectName("fit")
        self.setStyleSheet(f"#fit {{ background: {theme.card}; border: 1px solid {theme.rule}; }}")
        self.setAccessibleName(f"{title}: " + " ".join(f"{tell(step.text, display)}." for step in steps))
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 9, 12, 9)
        column.setSpacing(4)
        column.addWidget(tinted(title, theme.hold, bold=True))
        for step in steps:
            column.addWidget(tinted(f"{tell(step.said, display)}.", theme.ink))
        for said in plan.says:
            column.addWidget(tinted(tell(said, display), theme.quiet))
        was, now = lasts_s(plan.before), lasts_s(plan.after)
        column.addWidget(
            tinted(say("Lasts {was} → {now}").format(was=duration(was), now=duration(now)), theme.ink, bold=True)
        )
        column.addWidget(
            tinted(say("Balance then: {verdict}").format(verdict=tell(read_out(plan.after).verdict)), theme.quiet)
        )
        self.button = QPushButton(say("Do it"))
        self.button.setFont(font(11, bold=True))
        self.button.setAccessibleName(say("Do it: {title}").format(title=title))
        self.button.clicked.connect(lambda: self.chosen.emit(plan))
        column.addWidget(self.button, 0, Qt.AlignmentFlag.AlignRight)

    def enterEvent(self, event: QEnterEvent) -> None:
        super().enterEvent(event)
        self.looked_at.emit(self.plan)

    def leaveEvent(self, event: QEvent) -> None:
        super().leaveEvent(event)
        self.looked_at.emit(None)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self.chosen.emit(self.plan)
        else:
            super().keyPressEvent(event)
