"""The reading in words, large, over the drawing; messages to the person below it."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QEvent, QObject, Qt, QTimer
from PySide6.QtWidgets import QHBoxLayout, QLabel, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from equilix.reading import read_out
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, font
from equilix.ui.widgets.tint import tint

SIGNS = {"rests": "●", "leans": "◆", "falls": "▲", "unsupported": "○"}
"""A shape for each status, so that colour is never the only sign."""


HEIGHT_PX, LARGE_HEIGHT_PX = 84, 132
NARROW_PX, NARROW_HEIGHT_PX = 760, 112
"""The bar keeps its height whatever it says, so that the drawing does not move under the mouse."""


class ReadingBar(QWidget):
    """What it would do if let go; what it costs."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.large = False
        self.verdict, self.rest, self.cost = QLabel(), QLabel(), QLabel()
        for label in (self.rest, self.cost):
            label.setWordWrap(True)
        self.rest.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        first = QHBoxLayout()
        first.setSpacing(14)
        first.addWidget(self.verdict, 0, Qt.AlignmentFlag.AlignBaseline)
        first.addWidget(self.rest, 1, Qt.AlignmentFlag.AlignBaseline)
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 8, 16, 4)
        column.setSpacing(2)
        column.addLayout(first)
        column.addWidget(self.cost)
        column.addStretch(1)
        self.setFixedHeight(HEIGHT_PX)
        session.changed.connect(self.refresh)

    def refresh(self) -> None:
        """Say it."""
        t, status = self.theme, self.session.analysis.status
        reading = read_out(self.session.analysis)
        value = {"rests": t.hold, "falls": t.tip, "leans": t.tip}.get(status, t.ink)
        grow = 1.5 if self.large else 1.0
        if self.verdict.font().pointSizeF() != 18 * grow:
            self.verdict.setFont(font(18 * grow, bold=True))
            self.rest.setFont(font(12 * grow))
            self.cost.setFont(font(12 * grow))
            self._keep_height()
        self.verdict.setText(f"{SIGNS[status]} {reading.verdict}")
        tint(self.verdict, value)
        self.rest.setText(reading.rest)
        self.cost.setText(reading.cost)
        self.setAccessibleName(str(reading))

    def _keep_height(self) -> None:
        narrow = NARROW_HEIGHT_PX if self.width() < NARROW_PX else HEIGHT_PX
        self.setFixedHeight(LARGE_HEIGHT_PX if self.large else narrow)

    def resizeEvent(self, event: object) -> None:
        """Both sentences take two lines in a narrow window."""
        del event
        self._keep_height()


class MessageBar(QWidget):
    """One message, without a dialog, floating over the drawing's upper edge so that nothing moves under the mouse.

    Complaints stay until they are read away, notices go by themselves.
    """

    def __init__(self, session: Session, over: QWidget) -> None:
        super().__init__(over)
        over.installEventFilter(self)
        self.theme: Theme = PREP_ROOM
        self.text = QLabel()
        self.text.setWordWrap(True)
        self.text.setTextFormat(Qt.TextFormat.PlainText)
        self.act, self.close_ = QPushButton(), QPushButton("Read it")
        self.close_.clicked.connect(self.hide)
        row = QHBoxLayout(self)
        row.setContentsMargins(16, 6, 16, 6)
        row.addWidget(self.text, 1)
        row.addWidget(self.act)
        row.addWidget(self.close_)
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self._timer = QTimer(self, singleShot=True, interval=6000)
        self._timer.timeout.connect(self.hide)
        self._do: Callable[[], object] | None = None
        self.act.clicked.connect(self._act)
        session.said.connect(self.say)
        self.hide()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() == QEvent.Type.Resize:
            self._place()
        return super().eventFilter(watched, event)

    def _place(self) -> None:
        over = self.parentWidget()
        wide = max(over.width() - 32, 120)
        self.setGeometry(16, 4, wide, max(self.layout().heightForWidth(wide), self.sizeHint().height()))
        self.raise_()

    def say(self, text: str, complaint: bool) -> None:
        """Show a message."""
        t = self.theme
        self.text.setFont(font())
        self.text.setText(f"▲ {text}" if complaint else text)
        self.setStyleSheet(
            f"MessageBar {{ background: {t.tip_wash if complaint else t.hold_wash}; }} QLabel {{ color: {t.ink}; }}"
        )
        self.act.hide()
        self.close_.setText("Read it" if complaint else "Close")
        self._timer.stop()
        if not complaint:
            self._timer.start()
        self.show()
        self._place()

    def offer(self, text: str, button: str, act: Callable[[], object]) -> None:
        """Show a message with something to do about it."""
        self.say(text, False)
        self._timer.stop()
        self._do = act
        self.text.setFont(font(14))
        self.act.setText(button)
        self.act.show()
        self._place()

    def _act(self) -> None:
        self.hide()
        if self._do is not None:
            self._do()
