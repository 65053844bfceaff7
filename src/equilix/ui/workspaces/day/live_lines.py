"""How a day stands, in large type: what is on, how long it can go on, what comes next; drawn against its limits."""

from __future__ import annotations

from collections.abc import Callable
from typing import Final

from PySide6.QtWidgets import QHBoxLayout, QLabel, QVBoxLayout, QWidget

from equilix.day import standing_words
from equilix.day.day_words import clock
from equilix.day.standing import Standing
from equilix.document import Document
from equilix.facts import Sayable
from equilix.ui.stage.take_gauge import GaugeRow, TakeGauge
from equilix.ui.theme import PREP_ROOM, Theme, font
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.tab import takes_the_rest
from equilix.words.language import say
from equilix.words.telling import begun

MOST_JOINTS: Final = 3
LARGER: Final = 1.5
"""At arm's length."""


class LiveLines(QWidget):
    """``tell``: puts into words, in the units that are shown; ``beside_…``: what stands beside a line, to choose."""

    def __init__(self, tell: Callable[[Sayable], str], beside_then: QWidget, beside_swap: QWidget) -> None:
        super().__init__()
        self.tell = tell
        self.theme: Theme = PREP_ROOM
        self.now, self.watch = text_label(bold=True), text_label(bold=True, wrap=False)
        self.lasting, self.then, self.step, self.swap, self.in_time = (text_label() for _ in range(5))
        self.gauge = TakeGauge()
        self.points: dict[QLabel, float] = {
            self.now: 20.0, self.watch: 28.0, self.lasting: 14.0, self.then: 13.0, self.step: 13.0, self.swap: 13.0,
            self.in_time: 13.0,
        }  # fmt: skip
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        first = QHBoxLayout()
        first.addWidget(self.now, 1)
        first.addWidget(self.watch)
        column.addLayout(first)
        column.addWidget(self.lasting)
        self.keys = QVBoxLayout()
        """Where what is pressed stands: high up, so that it is in sight in a low window too."""
        column.addLayout(self.keys)
        takes_the_rest(self.gauge, 76.0)
        column.addWidget(self.gauge, 1)
        column.setSpacing(3)
        for label, beside in (
            (self.then, beside_then),
            (self.step, None),
            (self.swap, beside_swap),
            (self.in_time, None),
        ):
            row = QHBoxLayout()
            row.addWidget(label, 3)
            if beside is not None:
                row.addWidget(beside, 1)
            column.addLayout(row)
        self.enlarge(False)

    def enlarge(self, large: bool) -> None:
        """Larger, to be read at arm's length, or as usual."""
        self.gauge.larger = LARGER if large else 1.0
        for label, points in self.points.items():
            label.setFont(font(points * (LARGER if large else 1.0), bold=label in (self.now, self.watch)))

    def say_nothing(self, why: str) -> None:
        """There is no day to be told of."""
        for label in self.points:
            show_text(label, why if label is self.now else "", self.theme.ink)
        self.gauge.hide()

    def show_standing(self, standing: Standing, document: Document, *, as_of: bool) -> None:
        """Show how a day stands; ``as_of``: how it stood when something happened last."""
        theme = self.theme
        self.gauge.theme = theme
        self.gauge.show()
        now = begun(self.tell(standing_words.now_words(standing, document)))
        if as_of:
            now = say("As it stood at {time}: {now}").format(time=self.tell(clock(standing.minute)), now=now)
        show_text(self.now, now, theme.ink)
        shown = "" if as_of or standing.phase in ("before", "over") else watch_text(standing.since_min)
        show_text(self.watch, shown, theme.ink if standing.phase == "runs" else theme.quiet)
        weakest = standing.joints[0] if standing.joints else None
        warned = weakest is not None and standing.phase == "runs" and min(weakest.limit_min, weakest.fails_min) <= 0
        lasting = self._line(self.lasting, standing_words.lasting_words(standing, document), warned=warned)
        self._line(self.then, standing_words.coming_words(standing, document))
        self._line(self.step, standing_words.step_words(standing))
        self._line(self.swap, standing_words.swap_words(standing))
        missed = standing.in_time is not None and standing.spare_min < 0
        self._line(self.in_time, standing_words.in_time_words(standing, document), warned=missed)
        self._show_gauge(standing, lasting)

    def _line(self, label: QLabel, said: Sayable, *, warned: bool = False) -> str:
        text = begun(self.tell(said))
        show_text(label, f"▲ {text}" if warned else text, self.theme.tip if warned else self.theme.ink)
        return text

    def _show_gauge(self, standing: Standing, said: str) -> None:
        on = standing.on
        span = on if on is not None and on.ahead else standing.coming
        since = standing.since_min if standing.phase == "runs" else 0.0
        rows = [] if span is None else [GaugeRow(say("as planned"), span.item.take_min)]
        rows += [
            GaugeRow(begun(self.tell(each.key)), each.fails_min + since, each.limit_min + since)
            for each in standing.joints[:MOST_JOINTS]
        ]
        self.gauge.show_take(rows, since, said)


def watch_text(minutes: float) -> str:
    """As a stopwatch shows it."""
    hours, rest = divmod(max(int(minutes * 60), 0), 3600)
    return f"{hours}:{rest // 60:02d}:{rest % 60:02d}" if hours else f"{rest // 60}:{rest % 60:02d}"
