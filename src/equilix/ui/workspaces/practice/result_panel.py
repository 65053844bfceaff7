"""What an attempt counted, and what the symptoms meant: told when it is over."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final

from PySide6.QtCore import QPointF, QRectF, QSize
from PySide6.QtWidgets import QPushButton, QSizePolicy, QVBoxLayout, QWidget

from equilix.facts import Sayable
from equilix.practice.attempt import Attempt
from equilix.practice.exercises import goals_of
from equilix.practice.meaning import left_over
from equilix.practice.motors import MotorsOn
from equilix.practice.practice_words import count_words, motor_words
from equilix.practice.scoring import Count
from equilix.ui.session import Session
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Primitive, Text, Wash, margin_text, trough
from equilix.ui.theme import PREP_ROOM, Theme, grown
from equilix.ui.widgets.tint import on_button, show_text, text_label
from equilix.words.language import say
from equilix.words.quantities import percent

ROW_PX: Final = 21.0
NAME_PX: Final = 92.0


class CountBars(Chart):
    """Balance, order and time, a bar each, and all of it together."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.counted: Count | None = None
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setFixedHeight(round(grown(4 * ROW_PX + 6)))
        self.setAccessibleName(say("How it counts"))

    def sizeHint(self) -> QSize:
        return QSize(240, round(grown(4 * ROW_PX + 6)))

    def show_count(self, counted: Count) -> None:
        """Show another one."""
        self.counted = counted
        self.setAccessibleDescription(", ".join(f"{name} {percent(share)}" for name, share in self._rows(counted)))
        self.update()

    def _rows(self, counted: Count) -> list[tuple[str, float]]:
        rows = [(say("Balance"), counted.near), (say("Order"), counted.in_order)]
        if counted.timed:
            rows.append((say("Time"), counted.in_time))
        return [*rows, (say("All of it"), counted.points / 100)]

    def made(self, bounds: QRectF) -> Iterator[Primitive]:
        if self.counted is None:
            return
        for place, (name, share) in enumerate(self._rows(self.counted)):
            top = 3 + place * ROW_PX
            whole = QRectF(NAME_PX, top + 4, bounds.width() - NAME_PX - 54, ROW_PX - 8)
            yield from trough(whole)
            good = share >= 0.5
            last = place == len(self._rows(self.counted)) - 1
            yield Wash(QRectF(whole.left(), whole.top(), whole.width() * share, whole.height()),
                       "hold" if good else "tip", 255 if last else 150)  # fmt: skip
            yield Text(QPointF(0, top + 15), name, "ink", bold=last, fixed=True, bare=True)
            yield margin_text(QPointF(bounds.width() - 2, top + 15), percent(share), anchor="right")


class ResultPanel(QWidget):
    """The bars, what was wrong, what it meant, and what comes next."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.head, self.bars = text_label(bold=True, points=12), CountBars()
        self.facts, self.meant, self.after, self.motors = (text_label(points=10.5) for _ in range(4))
        self.onward, self.again = QPushButton(), QPushButton(on_button(say("Once more")))
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.setSpacing(5)
        for widget in (self.head, self.bars, self.facts, self.meant, self.after, self.motors, self.onward, self.again):
            whole.addWidget(widget)
        whole.addStretch(1)

    def show_result(self, attempt: Attempt, motors: MotorsOn | None, onward: str, *, looking: bool) -> None:
        """Show how an attempt counted; ``onward``: what the first button says.

        ``looking``: what the motors do is still being worked out.
        """
        tell, counted = self.session.tell, attempt.counted
        said = say("Balanced") if counted.right else say("Not yet")
        show_text(
            self.head, f"{said} · {tell(count_words(counted)[0])}", self.theme.hold if counted.right else self.theme.tip
        )
        self.bars.theme = self.theme
        self.bars.show_count(counted)
        still = left_over(goals_of(attempt.exercise, attempt.analysis))
        show_text(self.facts, _lines([*count_words(counted)[1:], *still], tell), self.theme.quiet)
        meant = [f"{tell(each.seen)}. {tell(each.means)}" for each in attempt.symptoms]
        show_text(self.meant, "\n".join(meant), self.theme.ink)
        show_text(self.after, tell(attempt.exercise.after), self.theme.ink)
        lines = [] if motors is None else list(motor_words(motors))
        said = say("The motors come on …") if looking else _lines(lines, tell, head=say("Motors on"))
        show_text(self.motors, said, self.theme.ink)
        self.onward.setText(on_button(onward))


def _lines(facts: Sequence[Sayable], tell: object, head: str = "") -> str:
    assert callable(tell)
    lines = [f"{tell(each)}." for each in facts]
    return "\n".join([head, *lines] if head and lines else lines)
