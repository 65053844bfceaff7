"""Messages and offers, without a dialog, floating over the drawing's upper edge so that nothing moves under the mouse.

A notice goes by itself, a complaint stays until it is read away, and an offer stays until it is answered: no message
takes it away.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial

from PySide6.QtCore import QEvent, QObject, Qt, QTimer
from PySide6.QtWidgets import QBoxLayout, QHBoxLayout, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from equilix.ui.mishaps import copy_details
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, font
from equilix.ui.widgets.announce import announce
from equilix.ui.widgets.tint import on_button, plain_label
from equilix.words.language import say

Choice = tuple[str, Callable[[], object]]
NOTICE_MS = 6000
BESIDE = 2
"""Buttons that have room beside the text, in the smallest window too."""


class Bar(QWidget):
    """One strip: a text, and buttons for what can be done about it."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.text = plain_label()
        self.text.setWordWrap(True)
        self.buttons: list[QPushButton] = []
        self.whole = QBoxLayout(QBoxLayout.Direction.LeftToRight, self)
        self.whole.setContentsMargins(16, 6, 16, 6)
        self.whole.addWidget(self.text, 1)
        self.row = QHBoxLayout()
        self.whole.addLayout(self.row)
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Maximum)
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)

    def fill(self, text: str, choices: Sequence[Choice], *, points: float, wash: str, ink: str) -> None:
        """Show a text with its choices, in the colours of a theme; many choices stand under the text."""
        directions = QBoxLayout.Direction
        self.whole.setDirection(directions.LeftToRight if len(choices) <= BESIDE else directions.TopToBottom)
        self.text.setFont(font(points))
        self.text.setText(text)
        self.setStyleSheet(f"Bar {{ background: {wash}; }} QLabel {{ color: {ink}; }}")
        for button in self.buttons:
            self.row.removeWidget(button)
            button.hide()
            button.deleteLater()
        self.buttons = []
        for word, act in choices:
            button = QPushButton(on_button(word))
            button.clicked.connect(lambda _checked=False, act=act: act())
            self.row.addWidget(button)
            button.show()  # before its bar is measured: Qt itself would show it a moment later
            self.buttons.append(button)

    def press(self, word: str) -> None:
        """Answer with the button of this word."""
        next(button for button in self.buttons if button.text() == on_button(word)).click()


class MessageBar(QWidget):
    """The offers, one below the other, and under them the newest notice."""

    def __init__(self, session: Session, over: QWidget) -> None:
        super().__init__(over)
        over.installEventFilter(self)
        self.theme: Theme = PREP_ROOM
        self._fill_again: dict[Bar, Callable[[], None]] = {}
        self.offers: dict[str, Bar] = {}
        self.notice = Bar(self)
        self.notice.hide()
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(3)
        self.column.addWidget(self.notice)
        self._timer = QTimer(self, singleShot=True, interval=NOTICE_MS)
        self._timer.timeout.connect(self.read_away)
        session.said.connect(self.say)
        self.hide()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() == QEvent.Type.Resize:
            self._place()
        return super().eventFilter(watched, event)

    def _place(self) -> None:
        self.setVisible(bool(self.offers) or not self.notice.isHidden())
        over = self.parentWidget()
        wide = max((0 if over is None else over.width()) - 32, 120)
        self.column.activate()
        self.setGeometry(16, 4, wide, max(self.column.heightForWidth(wide), self.sizeHint().height()))
        self.raise_()

    def say(self, text: str, complaint: bool) -> None:
        """Show a message; it takes the place of the message before."""
        said, away = f"▲ {text}" if complaint else text, say("Read it") if complaint else say("Close")
        choices: list[Choice] = [(away, self.read_away)]
        if complaint:
            choices.append((say("Copy details"), partial(copy_details, text)))
        self._fill(self.notice, said, choices, points=11, urgent=complaint)
        announce(self, text, urgent=complaint)
        self._timer.stop()
        if not complaint:
            self._timer.start()
        self.notice.show()
        self._place()

    def read_away(self) -> None:
        """Take the message away; the offers stay."""
        self._timer.stop()
        self.notice.hide()
        self._place()

    def offer(self, key: str, text: str, choices: Sequence[Choice], *, urgent: bool = False, away: str = "") -> None:
        """Show something that can be done now. It stays until it is answered or withdrawn; ``away`` answers nothing."""
        bar = self.offers.get(key)
        if bar is None:
            bar = self.offers[key] = Bar(self)
            self.column.insertWidget(len(self.offers) - 1, bar)
        answers = [(word, self._answering(key, act)) for word, act in choices]
        answers.append((away or say("Later"), lambda: self.withdraw(key)))
        self._fill(bar, text, answers, points=13, urgent=urgent)
        announce(self, text, urgent=urgent)
        bar.show()
        self._place()

    def _fill(self, bar: Bar, text: str, choices: Sequence[Choice], *, points: float, urgent: bool) -> None:
        def fill() -> None:
            t = self.theme
            bar.fill(text, choices, points=points, wash=t.tip_wash if urgent else t.hold_wash, ink=t.ink)

        self._fill_again[bar] = fill
        fill()

    def wear(self, theme: Theme) -> None:
        """Show in another theme."""
        self.theme = theme
        for fill in self._fill_again.values():
            fill()
        self._place()

    def _answering(self, key: str, act: Callable[[], object]) -> Callable[[], None]:
        def answer() -> None:
            self.withdraw(key)
            act()

        return answer

    def withdraw(self, key: str) -> None:
        """Take an offer away."""
        bar = self.offers.pop(key, None)
        if bar is not None:
            del self._fill_again[bar]
            self.column.removeWidget(bar)
            bar.hide()
            bar.deleteLater()
            self._place()
