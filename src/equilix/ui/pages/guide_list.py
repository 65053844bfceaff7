"""Balancing by hand, step by step: what to loosen and slide, what one sees, and what the real thing does typed in."""

from __future__ import annotations

from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QMouseEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from equilix.edits import carrying
from equilix.errors import EquilixError
from equilix.guide.observing import Correction, take_in
from equilix.guide.steps import Advice, advise, finish, lift_setting
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, font
from equilix.ui.widgets.tint import tint, tinted

if TYPE_CHECKING:
    from PySide6.QtGui import QKeyEvent


class StepRow(QFrame):
    """One step: a line with its sign; open, with all that there is to do and to see."""

    opened = Signal(int)

    def __init__(self, number: int, advice: Advice, *, is_open: bool, theme: Theme) -> None:
        super().__init__()
        self.number, self.advice = number, advice
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        state = "right" if advice.done else "to do"
        self.setAccessibleName(f"Step {number + 1}, {advice.step.title}: {state}")
        self.setObjectName("step")
        edge = theme.hold if is_open else theme.rule
        self.setStyleSheet(f"#step {{ background: {theme.card}; border: {2 if is_open else 1}px solid {edge}; }}")
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(10, 7, 10, 7)
        self.column.setSpacing(4)
        head = QHBoxLayout()
        head.addWidget(tinted(f"{number + 1}  {advice.step.title}", theme.ink, bold=True, wrap=False))
        head.addStretch(1)
        head.addWidget(
            tinted("● right" if advice.done else "▲ to do", theme.hold if advice.done else theme.tip, wrap=False)
        )
        self.column.addLayout(head)
        if is_open:
            self._open(advice, theme)

    def _open(self, advice: Advice, theme: Theme) -> None:
        self.column.addWidget(tinted(advice.step.prepare, theme.ink))
        if advice.loosen:
            self.column.addWidget(tinted(advice.loosen, theme.ink))
        for move in advice.moves:
            self.column.addWidget(tinted(f"{move.text} ({move.mark}).", theme.hold, bold=True))
        if advice.short:
            self.column.addWidget(tinted(f"▲ {advice.short}", theme.tip))
        self.column.addWidget(tinted(f"Right when: {advice.step.right}", theme.quiet))
        self.done = QPushButton("It is slid" if advice.moves else "Next")
        self.done.setFont(font(11, bold=True))
        self.done.setAccessibleName(f"{self.done.text()}: {advice.step.title}")
        self.column.addWidget(self.done, 0, Qt.AlignmentFlag.AlignRight)
        self.seen = QLineEdit()
        self.seen.setPlaceholderText("What does the real one do?")
        self.seen.setAccessibleName(f"What the real rig does, {advice.step.title}")
        self.column.addWidget(self.seen)
        self.hint = tinted("Such as: " + ", ".join(f"“{each}”" for each in advice.step.asks), theme.quiet)
        self.column.addWidget(self.hint)
        self.answer = tinted("", theme.ink)
        self.answer.hide()
        self.column.addWidget(self.answer)
        self.take = QPushButton("Correct the model")
        self.take.setFont(font(11, bold=True))
        self.take.hide()
        self.column.addWidget(self.take, 0, Qt.AlignmentFlag.AlignRight)

    def mousePressEvent(self, event: QMouseEvent) -> None:
        del event
        self.opened.emit(self.number)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space):
            self.opened.emit(self.number)
        else:
            super().keyPressEvent(event)


class GuideList(QWidget):
    """The steps of the way of carrying, one of them open; the drawing shows just its axis."""

    answered = Signal(QWidget)
    """Something was said about what was typed; it should be in sight."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        self.theme: Theme = PREP_ROOM
        self.rows: list[StepRow] = []
        self.number: int | None = None
        self.correction: Correction | None = None
        self._for: tuple[str, str] = ("", "")
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(7)
        self.end = tinted("", self.theme.ink)
        self.column.addWidget(self.end)
        self.lift = QPushButton("It is set")
        self.lift.setFont(font(11, bold=True))
        self.lift.setAccessibleName("The spring is set so that the rig floats")
        self.lift.clicked.connect(self.set_lift)
        self.column.addWidget(self.lift, 0, Qt.AlignmentFlag.AlignRight)

    def refresh(self) -> None:
        """Show the steps as things stand; on another setup or way, the first that is not right is open."""
        analysis = self.session.analysis
        found = advise(analysis)
        now = (analysis.setup.id, analysis.setup.carry)
        if now != self._for or (self.number is not None and self.number >= len(found)):
            self._for = now
            self.number = next((k for k, advice in enumerate(found) if not advice.done), 0 if found else None)
        typed = self.rows[self.number].seen.text() if self._has_field() else ""
        for row in self.rows:
            row.hide()
            row.deleteLater()
        self.rows = [StepRow(k, advice, is_open=k == self.number, theme=self.theme) for k, advice in enumerate(found)]
        for k, row in enumerate(self.rows):
            row.opened.connect(self.open)
            self.column.insertWidget(k, row)
            if k == self.number:
                row.done.clicked.connect(self.slide)
                row.seen.setText(typed)
                row.seen.returnPressed.connect(self.read)
                row.take.clicked.connect(self.correct)
        self.end.setText(finish(analysis))
        self.end.setVisible(bool(self.end.text()))
        tint(self.end, self.theme.quiet)
        turns = lift_setting(analysis)
        self.lift.setVisible(turns is not None and turns != analysis.setup.setting)
        self.correction = None
        self.session.show_axis(found[self.number] if self.number is not None and self.isVisible() else None)

    def _has_field(self) -> bool:
        return self.number is not None and self.number < len(self.rows) and hasattr(self.rows[self.number], "seen")

    @property
    def row(self) -> StepRow:
        """The open step."""
        assert self.number is not None  # only asked for where there are steps
        return self.rows[self.number]

    def open(self, number: int) -> None:
        """Open a step."""
        if number != self.number:
            if self._has_field():
                self.row.seen.clear()
            self.number = number
            self.refresh()

    def slide(self) -> None:
        """Take over into the model what was slid on the real thing, and go on to the next step that is not right."""
        advice, setup_id = self.row.advice, self.session.setup.id
        if advice.moves and not self.session.edit(advice.step.title, lambda d: advice.apply(d, setup_id)):
            return
        left = [k for k, row in enumerate(self.rows) if not row.advice.done]
        after = [k for k in left if k > (self.number or 0)] or left or [min((self.number or 0) + 1, len(self.rows) - 1)]
        self.open(after[0])

    def set_lift(self) -> None:
        """Take over into the model that the spring was set right for the load."""
        turns, setup_id = lift_setting(self.session.analysis), self.session.setup.id
        self.session.edit("Set what bears it", lambda d: carrying.set_bearer(d, setup_id, turns))

    def read(self) -> None:
        """Understand what was typed and say which part is suspect."""
        row, session = self.row, self.session
        try:
            self.correction = take_in(session.document, session.analysis, row.advice.condition, row.seen.text())
        except EquilixError as error:
            self.correction = None
            row.answer.setText(f"▲ {error}")
            tint(row.answer, self.theme.tip)
        else:
            row.answer.setText(self.correction.words)
            tint(row.answer, self.theme.ink)
        row.answer.show()
        row.take.setVisible(self.correction is not None and bool(self.correction.suspects))
        self.answered.emit(row.take if row.take.isVisible() else row.answer)

    def correct(self) -> None:
        """Take the likeliest data into the document; one undo takes it back."""
        correction = self.correction
        if correction is not None:
            self.row.seen.clear()
            self.session.edit(f"Take in: {correction.seen.text}", lambda _document: correction.document)
