"""What can be slid, a row each: its name, its clamp, and its scale with the pointer where it stands."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from equilix.facts import length
from equilix.practice.attempt import Attempt
from equilix.practice.sliding import Track
from equilix.ui.stage.chart import Chart
from equilix.ui.stage.primitives import Line, Primitive, Shape, Text, Wash, polygon
from equilix.ui.theme import Theme, grown
from equilix.ui.widgets.tint import on_button, show_text, text_label
from equilix.units import Display
from equilix.words.language import say
from equilix.words.telling import tell

EDGE_PX: Final = 8.0
TICK_M, LONG_M = 0.005, 0.025
COARSE_STEPS: Final = 10


class TrackScale(Chart):
    """The scale of one track: ticks, the pointer, and the mark that somebody remembers."""

    slid = Signal(float)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.track: Track | None = None
        self.slide_m, self.reads_m = 0.0, 0.0
        self.shown: tuple[float, float, float | None, bool] | None = None
        self.tape_m: float | None = None
        self.loose = self.numbers = self.chosen = False
        self.display: Display = "metric"
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setFixedHeight(round(grown(30)))
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)

    def sizeHint(self) -> QSize:
        return QSize(220, round(grown(30)))

    def show_track(self, track: Track, attempt: Attempt, *, numbers: bool, chosen: bool) -> None:
        """Show where it stands."""
        key = track.key
        now = (attempt.trainer.slide_m(key), attempt.reads_m(key), attempt.tape_m(key), key in attempt.trainer.loose)
        if (track, now, numbers, chosen) != (self.track, self.shown, self.numbers, self.chosen):
            self.track, self.shown, self.numbers, self.chosen = track, now, numbers, chosen
            self.slide_m, self.reads_m, self.tape_m, self.loose = now
            self.setAccessibleName(say("Scale of {name}").format(name=track.name))
            self.setAccessibleDescription(tell(length(self.reads_m), self.display))
            self.update()

    def across(self, slide_m: float) -> float:
        """Where a slide is on the widget."""
        assert self.track is not None  # what is shown has a track
        share = (slide_m - self.track.from_m) / (self.track.to_m - self.track.from_m)
        return EDGE_PX + share * (self.paper.width() - 2 * EDGE_PX)

    def slide_at(self, x: float) -> float:
        """The slide under a place of the widget, m."""
        assert self.track is not None  # what is shown has a track
        paper = self.paper.width()
        on_paper = x * paper / max(self.width(), 1)
        share = min(max((on_paper - EDGE_PX) / max(paper - 2 * EDGE_PX, 1.0), 0.0), 1.0)
        return self.track.from_m + share * (self.track.to_m - self.track.from_m)

    def made(self, bounds: QRectF) -> Iterator[Primitive]:
        if self.track is None:
            return
        line, track = bounds.height() - 8.0, self.track
        thick = 4.0 if self.hasFocus() else 2.0
        yield Wash(QRectF(EDGE_PX, line, bounds.width() - 2 * EDGE_PX, thick), "hold" if self.chosen else "rule")
        step = TICK_M if track.to_m - track.from_m < 0.16 else 2 * TICK_M
        first = round((track.from_m + track.zero_m) / step)
        for k in range(first, round((track.to_m + track.zero_m) / step) + 1):
            x = self.across(k * step - track.zero_m)
            tall = 7.0 if k % round(LONG_M / TICK_M) == 0 else 4.0
            if EDGE_PX - 0.5 <= x <= bounds.width() - EDGE_PX + 0.5:
                yield Line((QPointF(x, line - tall), QPointF(x, line)), "quiet", 1.0)
        off = self.reads_m - track.zero_m - self.slide_m
        if self.tape_m is not None:
            x = self.across(self.tape_m - track.zero_m - off)
            yield Line((QPointF(x, line - 12), QPointF(x, line + 6)), "hold", 2.0, "dot")
        x = self.across(self.slide_m)
        yield Shape(
            polygon(QPointF(x, line - 2), QPointF(x - 5, line - 11), QPointF(x + 5, line - 11)),
            "card" if self.loose else "ink", "tip" if self.loose else "ink", 1.6,
        )  # fmt: skip
        if self.numbers:
            said = tell(length(self.reads_m), self.display)
            right = x > bounds.width() / 2
            yield Text(QPointF(x + (-9 if right else 9), line - 6), said, "ink", anchor="right" if right else "left",
                       fixed=True)  # fmt: skip

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if event.button() == Qt.MouseButton.LeftButton and self.track is not None:
            self.slid.emit(self.slide_at(event.position().x()))

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        if event.buttons() & Qt.MouseButton.LeftButton and self.track is not None:
            self.slid.emit(self.slide_at(event.position().x()))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        way = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1}.get(Qt.Key(event.key()), 0)
        if way and self.track is not None:
            coarse = bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier)
            self.slid.emit(self.slide_m + way * (COARSE_STEPS if coarse else 1) * self.track.step_m)
        else:
            super().keyPressEvent(event)

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self.update()

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.update()


class TrackRow(QWidget):
    """One row; ``asks`` is emitted with its key where its clamp is to be opened or closed."""

    asks = Signal(str)
    slid = Signal(str, float)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.key = ""
        self.name = text_label(wrap=False, points=10)
        self.name.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Preferred)
        self.clamp = QPushButton()
        self.clamp.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.clamp.setProperty("plain", True)
        self.clamp.setCursor(Qt.CursorShape.PointingHandCursor)
        self.clamp.clicked.connect(lambda: self.asks.emit(self.key))
        self.scale = TrackScale()
        self.scale.slid.connect(lambda to: self.slid.emit(self.key, to))
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.setSpacing(0)
        head = QHBoxLayout()
        head.addWidget(self.name, 1)
        head.addWidget(self.clamp)
        whole.addLayout(head)
        whole.addWidget(self.scale)

    def show_track(
        self, track: Track, attempt: Attempt, theme: Theme, display: Display, *, numbers: bool, chosen: bool
    ) -> None:
        """Show a track as it stands."""
        self.key = track.key
        name = say("{name}, drawn out").format(name=track.name) if track.draws else track.name
        bold = self.name.font()
        if bold.bold() != chosen:
            bold.setBold(chosen)
            self.name.setFont(bold)
        show_text(self.name, f"▸ {name}" if chosen else name, theme.hold if chosen else theme.ink)
        loose = track.key in attempt.trainer.loose
        said = on_button(say("Clamp it") if loose else say("Loosen"))
        if self.clamp.text() != said:
            self.clamp.setText(said)
        self.scale.theme, self.scale.display = theme, display
        self.scale.show_track(track, attempt, numbers=numbers, chosen=chosen)


class TrackRows(QWidget):
    """All of them; rows are reused."""

    asks = Signal(str)
    slid = Signal(str, float)

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.rows: list[TrackRow] = []
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(3)

    def show_tracks(self, attempt: Attempt, chosen: str, theme: Theme, display: Display, *, numbers: bool) -> None:
        """Show every track of an attempt."""
        tracks = attempt.trainer.tracks
        while len(self.rows) < len(tracks):
            row = TrackRow()
            row.asks.connect(self.asks)
            row.slid.connect(self.slid)
            self.rows.append(row)
            self.column.addWidget(row)
        for row, track in zip(self.rows, tracks, strict=False):
            row.show_track(track, attempt, theme, display, numbers=numbers, chosen=track.key == chosen)
        for place, row in enumerate(self.rows):
            row.setVisible(place < len(tracks))
