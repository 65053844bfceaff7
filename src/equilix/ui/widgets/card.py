"""A plan as a card: what to do, what it costs, how it ends; for the balance, or for the body's sake."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import TYPE_CHECKING

from PySide6.QtCore import QEvent, QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QEnterEvent, QFocusEvent, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from equilix.facts import fact, run
from equilix.planner.change import Change, added_kg, minutes
from equilix.ui.theme import Theme, colour, font
from equilix.ui.widgets.price_rails import PriceRails
from equilix.ui.widgets.step_rows import StepRows
from equilix.ui.widgets.tint import tinted
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import general, mass
from equilix.words.reading import lasts
from equilix.words.steps import told_lines
from equilix.words.telling import tell

if TYPE_CHECKING:
    from equilix.planner.fit_plan import FitPlan
    from equilix.planner.plan import Plan
    from equilix.planner.prices import Prices


class BalanceBar(QWidget):
    """A rail of the worst condition: what it may be as a band, the rig now as a hollow mark, the plan as a full one."""

    def __init__(self, plan: Change, theme: Theme, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.plan, self.theme = plan, theme
        self.setFixedHeight(16)

    def values_m(self) -> tuple[float, float, float] | None:
        """Of the worst condition: half of what it may be, where it was, and where it is then; None without one."""
        before, after = self.plan.before.conditions, self.plan.after.conditions
        if not before or not after:
            return None
        worst = self.plan.before.worst
        number = next((k for k, condition in enumerate(before) if condition is worst), 0)
        balance = before[number].balance
        edge = balance.edge_m if 0 < balance.edge_m < math.inf else balance.tolerance_m
        return edge, before[number].value_m, after[number].value_m

    def place(self, value_m: float) -> float:
        """Where a value stands on the widget: behind on the left."""
        edge, was, _ = self.values_m() or (1.0, 0.0, 0.0)
        reach = max(edge * 2.6, abs(was) * 1.1)
        return self.width() * (0.5 + 0.5 * value_m / reach)

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        values = self.values_m()
        if values is None:
            return
        edge, was, then = values
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            t, x = self.theme, self.place
            painter.fillRect(QRectF(0, 6, self.width(), 4), colour(t.rule))
            painter.fillRect(QRectF(x(-edge), 6, x(edge) - x(-edge), 4), colour(t.hold_wash).darker(112))
            painter.setPen(QPen(colour(t.tip), 1.6))
            painter.drawEllipse(QPointF(x(was), 8), 4.5, 4.5)
            painter.fillRect(QRectF(x(then) - 2, 0, 4, 16), colour(t.hold))


class Card(QFrame):
    """Looking at it (hover, focus) shows its ghost; “Do it” or Enter carries it out."""

    looked_at = Signal(object)
    chosen = Signal(object)
    asked_about = Signal(str, object)
    """Somebody wants to know where a price comes from: its key, and the plan."""

    def __init__(self, plan: Plan | FitPlan, theme: Theme, display: Display, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.plan, self.theme, self.display = plan, theme, display
        title, price, lines = tell(plan.title), _price(plan, display), told_lines(plan)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        spoken = " ".join(f"{tell(each.said, display)}." for each in lines)
        self.setAccessibleName(f"{title}: {price}. {spoken}")
        column = self.column = QVBoxLayout(self)
        column.setContentsMargins(12, 9, 12, 9)
        column.setSpacing(4)
        column.addLayout(_row(tinted(title, theme.hold, bold=True), tinted(price, theme.ink, wrap=False)))
        self.steps = StepRows()
        self.steps.show_steps(lines, theme, theme.ink, display)
        column.addWidget(self.steps)
        self.say_more()
        column.addWidget(BalanceBar(plan, theme))
        self.rails = PriceRails(plan, theme, display)
        self.rails.asked_about.connect(lambda key: self.asked_about.emit(key, plan))
        column.addWidget(self.rails)
        self.button = QPushButton(say("Do it"))
        self.button.setFont(font(11, bold=True))
        self.button.setAccessibleName(say("Do it: {title}").format(title=title))
        self.button.clicked.connect(lambda: self.chosen.emit(plan))
        column.addLayout(_row(tinted(_effort(plan), theme.quiet), self.button))
        self._marked = False

    def say_more(self) -> None:
        """What else is to be said of it, under its steps."""

    def compare(self, keys: Sequence[str], own: Prices, others: Sequence[Prices], now: Prices) -> None:
        """Show in what this plan differs from the others and from the rig as it is."""
        self.rails.show_prices(keys, own, others, now)
        self.setAccessibleDescription(". ".join(self.rails.said()))

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        with QPainter(self) as painter:
            painter.setRenderHint(QPainter.RenderHint.Antialiasing)
            painter.setBrush(colour(self.theme.card))
            on = self._marked or self.hasFocus()
            painter.setPen(QPen(colour(self.theme.hold if on else self.theme.rule), 2 if on else 1))
            painter.drawRect(QRectF(self.rect()).adjusted(1, 1, -1, -1))

    def _look(self, on: bool) -> None:
        self._marked = on
        self.looked_at.emit(self.plan if on else None)
        self.update()

    def enterEvent(self, event: QEnterEvent) -> None:
        super().enterEvent(event)
        self._look(True)

    def leaveEvent(self, event: QEvent) -> None:
        super().leaveEvent(event)
        self._look(self.hasFocus())

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self._look(True)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self._look(self.underMouse())

    def mousePressEvent(self, event: QMouseEvent) -> None:
        del event
        self.setFocus()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self.chosen.emit(self.plan)
        else:
            super().keyPressEvent(event)


class PlanCard(Card):
    """One school's answer."""

    plan: Plan

    def say_more(self) -> None:
        plan, theme = self.plan, self.theme
        if plan.partly:
            why = tell(run(plan.reason, plan.remedy), self.display)
            said = say("Only {partly}. {why}").format(partly=tell(plan.partly), why=why).rstrip()
            self.column.addWidget(tinted(said, theme.ink))
        for caution in plan.cautions:
            self.column.addWidget(tinted(f"▲ {tell(caution, self.display)}", theme.tip))


def _price(plan: Change, display: Display) -> str:
    added = added_kg(plan)
    if abs(added) < 0.0005:
        return say("nothing added")
    return f"{'+' if added > 0 else '−'} {mass(abs(added), display)}"


def _effort(plan: Change) -> str:
    tired = plan.after.first_to_give_out
    last = (
        "" if tired is None else say("Lasts {lasts}, {joint}. ").format(lasts=tell(lasts(tired)), joint=tell(tired.key))
    )
    return say("{last}{steps}, {minutes} min").format(
        last=last, steps=tell(fact("plan.count_steps", count=len(plan.steps))), minutes=general(minutes(plan))
    )


def _row(first: QWidget, second: QWidget) -> QHBoxLayout:
    row = QHBoxLayout()
    row.setSpacing(8)
    row.addWidget(first, 1)
    row.addWidget(second)
    return row
