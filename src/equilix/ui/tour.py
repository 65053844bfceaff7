"""The way round: five steps on the live demo, each beside what it is about. It can be left at any of them."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from msgspec import Struct
from PySide6.QtCore import QEvent, QObject, QPoint, QRect, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from equilix.ui.theme import grown
from equilix.ui.widgets.tint import text_label
from equilix.words.language import say
from equilix.words.wordings.wording import N_

WIDE_PX: Final = 380.0
GAP_PX: Final = 14


class Step(Struct, frozen=True):
    """What is said, and the part of the window that it is about."""

    title: str
    text: str
    about: str


STEPS: Final = (
    Step(
        N_("The rig, to scale"),
        N_(
            "This one is front-heavy. Drag a part: it slides along its own track and stops at its neighbours, and "
            "everything else follows. One undo ({undo}) takes a drag back."
        ),
        "rig",
    ),
    Step(
        N_("What it would do, in words"),
        N_(
            "The first sentence says what happens if you let go, the second what it costs the body. "
            "The figures come after."
        ),
        "reading",
    ),
    Step(
        N_("Ways to mend it"),
        N_(
            "Each card is one way to balance the rig, with its price. {next_answer} steps through them and shows "
            "each as a ghost; “Do it” is one action, and so is its undo."
        ),
        "page",
    ),
    Step(
        N_("In the order of the work"),
        N_(
            "Lay the kit out, build, balance, fit it to the operator, power, check, change, plan the day; measure, "
            "write down, practise. What is carried how and by whom stands in the sentence at the top: click a word."
        ),
        "nav",
    ),
    Step(
        N_("Find anything"),
        N_(
            "{find_anything} finds every command, part, lens and setup by its name. {manual} opens the manual, "
            "{origins} shows where a figure comes from. Now your own rig: {new}."
        ),
        "commands",
    ),
)


class Frame(QWidget):
    """A line about what is meant; the mouse goes through it."""

    def __init__(self, window: QWidget) -> None:
        super().__init__(window)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.tone = QColor()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        with QPainter(self) as painter:
            painter.setPen(QPen(self.tone, 3.0))
            painter.drawRect(self.rect().adjusted(1, 1, -2, -2))


class Card(QFrame):
    """What a step says, and the ways on. Esc leaves."""

    left = Signal()

    def __init__(self, window: QWidget) -> None:
        super().__init__(window)
        self.setObjectName("tour")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.title, self.text, self.place = text_label(bold=True, points=13), text_label(), text_label(wrap=False)
        self.back, self.onward, self.leave = QPushButton(say("Back")), QPushButton(), QPushButton(say("Leave it"))
        self.setAccessibleName(say("The way round"))
        column = QVBoxLayout(self)
        column.setContentsMargins(16, 12, 16, 12)
        column.addWidget(self.title)
        column.addWidget(self.text)
        row = QHBoxLayout()
        row.addWidget(self.place)
        row.addStretch(1)
        for button in (self.leave, self.back, self.onward):
            row.addWidget(button)
        column.addLayout(row)

    def show_step(self, step: Step, number: int, keys: Mapping[str, str]) -> None:
        """Show a step."""
        palette = self.palette()
        self.setStyleSheet(
            f"#tour {{ background: {palette.base().color().name()};"
            f" border: 2px solid {palette.link().color().name()}; }}"
        )
        self.title.setText(say(step.title))
        self.text.setText(say(step.text).format_map(keys))
        self.place.setText(say("{number} of {all}").format(number=number + 1, all=len(STEPS)))
        self.back.setEnabled(number > 0)
        self.onward.setText(say("Onward") if number + 1 < len(STEPS) else say("Done"))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape:
            self.left.emit()
        else:
            super().keyPressEvent(event)


class Tour(QObject):
    """Leads from step to step, each beside its place. The window works on; only a corner of it is covered."""

    ended = Signal()

    def __init__(self, window: QWidget, after: QWidget, places: Mapping[str, QWidget], keys: Mapping[str, str]) -> None:
        """``after``: what gets the focus when it is over; ``keys``: of the commands that are named."""
        super().__init__(window)
        self.window_, self.after, self.places, self.keys = window, after, places, keys
        self.at = 0
        self.frame = Frame(window)
        self.card = Card(window)
        self.card.onward.clicked.connect(self.onward)
        self.card.back.clicked.connect(self.back)
        self.card.leave.clicked.connect(self.end)
        self.card.left.connect(self.end)
        window.installEventFilter(self)

    def show_step(self, number: int) -> None:
        """Show a step beside what it is about."""
        self.at = number
        step = STEPS[number]
        self.card.show_step(step, number, self.keys)
        self._place()
        self.card.onward.setFocus(Qt.FocusReason.OtherFocusReason)

    def _place(self) -> None:
        window, about = self.window_, self.places[STEPS[self.at].about]
        self.frame.tone = window.palette().link().color()
        box = QRect(about.mapTo(window, QPoint(0, 0)), about.size())
        self.frame.setGeometry(box)
        self.frame.show()
        self.frame.raise_()
        wide = round(min(grown(WIDE_PX), window.width() * 0.6))
        self.card.setFixedWidth(wide)
        high = self.card.heightForWidth(wide) if self.card.hasHeightForWidth() else self.card.sizeHint().height()
        self.card.resize(wide, high)
        self.card.move(beside(box, QRect(0, 0, window.width(), window.height()), wide, high))
        self.card.show()
        self.card.raise_()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """A window of another size: the step stands beside it again."""
        if event.type() == QEvent.Type.Resize and not self.card.isHidden():
            self._place()
        return super().eventFilter(watched, event)

    def onward(self) -> None:
        """The next step; after the last one it is over."""
        if self.at + 1 < len(STEPS):
            self.show_step(self.at + 1)
        else:
            self.end()

    def back(self) -> None:
        """The step before."""
        if self.at:
            self.show_step(self.at - 1)

    def end(self) -> None:
        """It is over, at whatever step."""
        self.window_.removeEventFilter(self)
        for widget in (self.frame, self.card):
            widget.hide()
            widget.deleteLater()
        self.after.setFocus(Qt.FocusReason.OtherFocusReason)
        self.ended.emit()
        self.deleteLater()


def beside(box: QRect, room: QRect, wide: int, high: int) -> QPoint:
    """Where a card of that size covers least of what it is about: right, left, under or over it, or in its corner."""
    across = min(max(box.left(), GAP_PX), room.right() - wide - GAP_PX)
    down = min(max(box.top(), GAP_PX), room.bottom() - high - GAP_PX)
    if box.right() + GAP_PX + wide <= room.right():
        return QPoint(box.right() + GAP_PX, down)
    if box.left() - GAP_PX - wide >= room.left():
        return QPoint(box.left() - GAP_PX - wide, down)
    if box.bottom() + GAP_PX + high <= room.bottom():
        return QPoint(across, box.bottom() + GAP_PX)
    if box.top() - GAP_PX - high >= room.top():
        return QPoint(across, box.top() - GAP_PX - high)
    return QPoint(across, room.bottom() - high - GAP_PX)
