"""Balancing by hand, step by step: what to loosen and slide, what one sees, and what the real thing does typed in."""

from __future__ import annotations

from collections.abc import Sequence
from typing import TYPE_CHECKING

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QMouseEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from equilix.edits import carrying
from equilix.errors import EquilixError
from equilix.facts import listed
from equilix.guide.observing import Correction, take_in
from equilix.guide.steps import Advice, advise, finish, lift_setting, serves
from equilix.ui.session import Session
from equilix.ui.theme import PREP_ROOM, Theme, font
from equilix.ui.widgets.key_line import KeyLine
from equilix.ui.widgets.step_rows import StepRows
from equilix.ui.widgets.tint import show_text, text_label
from equilix.units import Display
from equilix.words.language import say
from equilix.words.steps import Told, told_moves
from equilix.words.telling import tell
from equilix.words.wordings.wording import N_

if TYPE_CHECKING:
    from PySide6.QtGui import QKeyEvent

    from equilix.analysis import Analysis
    from equilix.planner.plan import Plan

LOOKING = N_("Looking for what to slide …")


class StepRow(QFrame):
    """One step: a line with its sign; open, with all that there is to do and to see.

    The row stays the same widget whatever it shows, so that nobody loses what is being typed into it.
    """

    opened = Signal(int)

    def __init__(self, number: int) -> None:
        super().__init__()
        self.number = number
        self.advice: Advice | None = None
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        KeyLine(self)
        self.setObjectName("step")
        column = QVBoxLayout(self)
        column.setContentsMargins(10, 7, 10, 7)
        column.setSpacing(4)
        self.title, self.state = text_label(bold=True, wrap=False), text_label(wrap=False)
        head = QHBoxLayout()
        head.addWidget(self.title)
        head.addStretch(1)
        head.addWidget(self.state)
        column.addLayout(head)
        self.body = QWidget()
        column.addWidget(self.body)
        inside = QVBoxLayout(self.body)
        inside.setContentsMargins(0, 0, 0, 0)
        inside.setSpacing(4)
        self.prepare, self.short, self.right = (text_label() for _ in range(3))
        self.moves = StepRows(bold=True)
        self.done = QPushButton()
        self.done.setFont(font(11, bold=True))
        self.seen = QLineEdit()
        self.seen.setPlaceholderText(say("What does the real one do?"))
        self.hint, self.answer = text_label(), text_label()
        self.take = QPushButton(say("Correct the model"))
        self.take.setFont(font(11, bold=True))
        for label in (self.prepare, self.moves, self.short, self.right):
            inside.addWidget(label)
        inside.addWidget(self.done, 0, Qt.AlignmentFlag.AlignRight)
        for widget in (self.seen, self.hint, self.answer):
            inside.addWidget(widget)
        inside.addWidget(self.take, 0, Qt.AlignmentFlag.AlignRight)
        self.say_nothing()

    def show_advice(
        self, advice: Advice, moves: Sequence[Told], *, is_open: bool, theme: Theme, display: Display
    ) -> None:
        """Show the step as things stand."""
        self.advice = advice
        step, title = advice.step, tell(advice.step.title)
        self.setAccessibleName(
            say("Step {number}, {title}: {which}").format(
                number=self.number + 1, title=title, which=say("it is right") if advice.done else say("to do")
            )
        )
        edge = theme.hold if is_open else theme.rule
        sheet = f"#step {{ background: {theme.card}; border: {2 if is_open else 1}px solid {edge}; }}"
        if self.styleSheet() != sheet:
            self.setStyleSheet(sheet)
        show_text(self.title, f"{self.number + 1}  {title}", theme.ink)
        show_text(
            self.state, say("● right") if advice.done else say("▲ to do"), theme.hold if advice.done else theme.tip
        )
        self.body.setVisible(is_open)
        if not is_open:
            return
        show_text(self.prepare, tell(listed((step.prepare, advice.loosen), "line")), theme.ink)
        self.moves.show_steps(moves, theme, theme.hold, display)
        if advice.short:
            show_text(self.short, f"▲ {tell(advice.short, display)}", theme.tip)
        else:
            show_text(self.short, say(LOOKING) if advice.looking else tell(advice.elsewhere), theme.quiet)
        show_text(self.right, say("Right when: {right}").format(right=tell(step.right)), theme.quiet)
        self.done.setText(say("Done") if advice.moves else say("Next"))
        self.done.setAccessibleName(f"{self.done.text()}: {title}")
        self.seen.setAccessibleName(say("What the real rig does, {title}").format(title=title))
        show_text(self.hint, say("Such as: ") + ", ".join(f"“{tell(each)}”" for each in step.asks), theme.quiet)

    def say(self, text: str, value: str, *, correctable: bool) -> None:
        """Answer what was typed."""
        show_text(self.answer, text, value)
        self.take.setVisible(correctable)

    def say_nothing(self) -> None:
        """Take an answer away that is no longer true."""
        self.answer.hide()
        self.take.hide()

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
        self.plan: Plan | None = None
        """What the steps tell."""
        self._answered: Analysis | None = None
        """What the answer that is shown was worked out from."""
        self._for: tuple[str, str] = ("", "")
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 0, 0, 0)
        self.column.setSpacing(7)
        self.end = text_label()
        self.column.addWidget(self.end)
        self.lift = QPushButton(say("It is set"))
        self.lift.setFont(font(11, bold=True))
        self.lift.setAccessibleName(say("The spring is set so that the rig floats"))
        self.lift.clicked.connect(self.set_lift)
        self.column.addWidget(self.lift, 0, Qt.AlignmentFlag.AlignRight)

    def refresh(self) -> None:
        """Show the steps as things stand; on another setup or way, the first that is not right is open."""
        analysis = self.session.analysis
        self.plan = self._plan_to_follow()
        found = advise(analysis, self.plan)
        now = (analysis.setup.id, analysis.setup.carry)
        if now != self._for or (self.number is not None and self.number >= len(found)):
            self._for = now
            self.number = next((k for k, advice in enumerate(found) if not advice.done), 0 if found else None)
        self._keep_rows(len(found))
        if self._answered is not analysis:
            self.correction = self._answered = None
            for row in self.rows:
                row.say_nothing()
        moves = told_moves(analysis, found)
        for k, row in enumerate(self.rows):
            row.show_advice(
                found[k], moves[k], is_open=k == self.number, theme=self.theme, display=self.session.document.display
            )
        show_text(self.end, self.session.tell(finish(analysis)), self.theme.quiet)
        turns = lift_setting(analysis)
        self.lift.setVisible(turns is not None and turns != analysis.setup.setting)
        self.session.view.show_axis(found[self.number] if self.number is not None and self.isVisible() else None)

    def _plan_to_follow(self) -> Plan | None:
        """The plan that has been begun, as long as it leads on from here; else the one that moves what is there."""
        analysis = self.session.analysis
        for plan in (self.plan, *self.session.answers.plans):
            if plan is not None and plan.school == "move" and serves(plan, analysis):
                return plan
        return None

    def _keep_rows(self, count: int) -> None:
        while len(self.rows) < count:
            row = StepRow(len(self.rows))
            row.opened.connect(self.open)
            row.done.clicked.connect(self.slide)
            row.seen.returnPressed.connect(self.read)
            row.take.clicked.connect(self.correct)
            self.column.insertWidget(len(self.rows), row)
            self.rows.append(row)
        while len(self.rows) > count:
            row = self.rows.pop()
            row.hide()
            row.deleteLater()

    @property
    def row(self) -> StepRow:
        """The open step."""
        assert self.number is not None  # only asked for where there are steps
        return self.rows[self.number]

    def open(self, number: int) -> None:
        """Open a step."""
        if number != self.number:
            if self.number is not None and self.number < len(self.rows):
                self.row.seen.clear()
                self.row.say_nothing()
            self.number = number
            self.refresh()

    def slide(self) -> None:
        """Take over into the model what was slid on the real thing, and go on to the next step that is not right."""
        advice, setup_id = self.row.advice, self.session.setup.id
        if advice is None:
            return
        if advice.moves and not self.session.edit(tell(advice.step.title), lambda d: advice.apply(d, setup_id)):
            return
        left = [k for k, row in enumerate(self.rows) if row.advice is not None and not row.advice.done]
        after = [k for k in left if k > (self.number or 0)] or left or [min((self.number or 0) + 1, len(self.rows) - 1)]
        self.open(after[0])

    def set_lift(self) -> None:
        """Take over into the model that the spring was set right for the load."""
        turns, setup_id = lift_setting(self.session.analysis), self.session.setup.id
        self.session.edit(say("Set what bears it"), lambda d: carrying.set_bearer(d, setup_id, turns))

    def read(self) -> None:
        """Understand what was typed and say which part is suspect."""
        row, session = self.row, self.session
        if row.advice is None:
            return
        self._answered = session.analysis
        try:
            self.correction = take_in(session.document, session.analysis, row.advice.condition, row.seen.text())
        except EquilixError as error:
            self.correction = None
            row.say(f"▲ {session.tell(error.said)}", self.theme.tip, correctable=False)
        else:
            row.say(session.tell(self.correction.words), self.theme.ink, correctable=bool(self.correction.suspects))
        self.answered.emit(row.answer if row.take.isHidden() else row.take)

    def correct(self) -> None:
        """Take the likeliest data into the document; one undo takes it back."""
        correction = self.correction
        if correction is not None:
            self.row.seen.clear()
            self.session.edit(
                say("Take in: {seen}").format(seen=correction.seen.text), lambda _document: correction.document
            )
