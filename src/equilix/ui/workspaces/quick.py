"""Quick answer: from what scale and finger say, where the camera must go, or which weight where."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import QTimer
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from equilix.carry.conditions import off_by
from equilix.errors import EquilixError
from equilix.quick.answer import Answer, Step, Way, answer, rig_of
from equilix.quick.told import Told
from equilix.quick.words import added_words, done_words, needed_words, nothing_reaches, step_words, usual_words
from equilix.ui.jobs import in_one_go
from equilix.ui.session import Session
from equilix.ui.theme import Theme, grown
from equilix.ui.widgets.lever import Lever
from equilix.ui.widgets.tint import show_text, text_label, tinted
from equilix.ui.workspaces.page import Page, column_of
from equilix.ui.workspaces.quick_form import QuickForm
from equilix.words.language import say
from equilix.words.reading import CAUTION, read_out
from equilix.words.telling import tell

FORM_PX = 372
LEVER_FROM_PX = 330
"""Under this height of the page there is no room for the lever beside the words."""
SETTLE_MS = 60
"""So long after the last key the answer is looked for."""


class QuickPage(Page):
    """On the left what is told, on the right the answer, which follows each key. Taking a way makes it the rig."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.found: Answer | None = None
        self.told: Told | None = None
        self.form = QuickForm()
        self.first_focus = self.form.mass.line
        self.job = session.jobs.new(say("Quick answer"))
        self.job.found.connect(self._show)
        self._soon = QTimer(self, singleShot=True, interval=SETTLE_MS)
        self._soon.timeout.connect(self._look)
        self.form.changed.connect(self._soon.start)
        self.head = self.heading(say("Quick answer"))
        self.lever = Lever()
        self.verdict = text_label(bold=True, points=13)
        self.where = text_label()
        self.answers = QWidget()
        self.rows = QVBoxLayout(self.answers)
        self.rows.setContentsMargins(0, 0, 0, 0)
        self.rows.setSpacing(6)
        self.as_it_is = QPushButton(say("Make it the rig as it is"))
        self.as_it_is.clicked.connect(lambda: self.take(()))
        self.leave = QPushButton(say("To the mat"))
        self.leave.clicked.connect(lambda: session.view.ask_page("mat"))
        self.caution = self.note(tell(CAUTION))
        self._lay_out()

    def _lay_out(self) -> None:
        self.outer.removeWidget(self.scroller)
        self.scroller.hide()
        left = QWidget()
        column = QVBoxLayout(left)
        column.setContentsMargins(16, 8, 4, 8)
        column.addWidget(self.head)
        column.addWidget(self.form)
        column.addStretch(1)
        right = QWidget()
        beside = QVBoxLayout(right)
        beside.setContentsMargins(8, 8, 12, 8)
        beside.setSpacing(6)
        for widget in (self.lever, self.verdict, self.where, self.answers):
            beside.addWidget(widget)
        beside.addStretch(1)
        row = QHBoxLayout()
        row.addWidget(self.caution, 1)
        row.addWidget(self.as_it_is)
        row.addWidget(self.leave)
        whole, both = QVBoxLayout(), QHBoxLayout()
        both.addWidget(column_of(left, round(grown(FORM_PX))))
        both.addWidget(column_of(right), 1)
        whole.addLayout(both, 1)
        row.setContentsMargins(16, 0, 12, 8)
        whole.addLayout(row)
        self.outer.addLayout(whole, 1)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.lever.setVisible(self.height() >= grown(LEVER_FROM_PX))

    def wear(self, theme: Theme) -> None:
        """Show in another theme."""
        self.form.wear(theme, self.session.document.display)
        super().wear(theme)

    def refresh(self) -> None:
        """Another document or other units: read again what stands there."""
        self.form.wear(self.theme, self.session.document.display)
        self._look()

    @property
    def waits(self) -> bool:
        """Whether an answer is still to come."""
        return self._soon.isActive() or self.job.running

    def stop(self) -> None:
        """The window closes."""
        self._soon.stop()
        self.job.cancel()
        super().stop()

    def _look(self) -> None:
        """Read what stands there, and look for the answer beside the work; what cannot be read is said in its place."""
        self._soon.stop()
        self.job.cancel()
        try:
            told = self.form.told()
        except EquilixError:
            return  # the field says so itself when it is left; the last answer stays until it can be read
        if told is None:
            self.told = None
            self._show(None)
        elif told != self.told or self.found is None:
            self.told = told
            self.job.start(in_one_go(partial(answer, told)))
        else:
            self._show(self.found)

    def _show(self, found: Answer | EquilixError | None) -> None:
        """Show an answer; what contradicts itself is said."""
        self.found = found if isinstance(found, Answer) else None
        self._clear()
        display, t = self.session.document.display, self.theme
        self.as_it_is.setEnabled(self.found is not None)
        way = self.found.ways[0] if self.found is not None and self.found.ways else None
        self.lever.show_answer(self.found, way, display, t)
        if self.found is None:
            said = self.session.tell(found.said) if isinstance(found, EquilixError) else ""
            show_text(self.verdict, f"▲ {said}" if said else "", t.tip)
            hint = say(
                "Weigh all of it on one scale, and find where it balances on a finger or a rod: that is enough. Places "
                "count from {datum}; ahead is positive."
            ).format(datum=self.form.mark.placeholderText())
            show_text(self.where, "" if said else hint, t.quiet)
            return
        answered = self.found
        sign, tone = ("●", t.hold) if answered.right else ("▲", t.tip)
        show_text(self.verdict, f"{sign} {self.session.tell(read_out(answered.before).verdict)}", tone)
        show_text(self.where, self.session.tell(off_by(answered.condition)), t.ink)
        if answered.right:
            self._add(tinted(self.session.tell(done_words(answered)), t.ink))
        elif not answered.reaches:
            self._add(tinted(self.session.tell(nothing_reaches(answered)), t.quiet))
        for number, each in enumerate(answered.ways):
            self._add(self._row(answered, each, number))
        for needed in answered.needed:
            self._add(tinted(self.session.tell(needed_words(needed)), t.ink))
        for usual in usual_words(answered):
            self._add(tinted(self.session.tell(usual), t.quiet))

    def _clear(self) -> None:
        while (item := self.rows.takeAt(0)) is not None:
            widget = item.widget()
            if widget is not None:
                widget.hide()
                widget.deleteLater()

    def _add(self, widget: QWidget) -> None:
        self.rows.addWidget(widget)

    def _row(self, found: Answer, way: Way, number: int) -> QWidget:
        """What is done, how it ends, and the button that makes it the rig."""
        t = self.theme
        row = QWidget()
        across = QHBoxLayout(row)
        across.setContentsMargins(0, 0, 0, 0)
        words = QVBoxLayout()
        words.setSpacing(1)
        steps = [self.session.tell(step_words(found, step)) for step in way.steps]
        words.addWidget(tinted("\n".join(steps), t.ink, bold=number == 0))
        sign, tone = ("●", t.hold) if way.within else ("▲", t.tip)
        words.addWidget(
            tinted(f"{sign} {self.session.tell(off_by(way.after))}{self.session.tell(added_words(way))}", tone)
        )
        across.addLayout(words, 1)
        button = QPushButton(say("Make it so"))
        button.setAccessibleName(say("Make it so: {steps}").format(steps="; ".join(steps)))
        button.setSizePolicy(QSizePolicy.Policy.Maximum, QSizePolicy.Policy.Fixed)
        button.clicked.connect(lambda: self.take(way.steps))
        across.addWidget(button)
        return row

    def take(self, steps: tuple[Step, ...]) -> None:
        """Make what has been told, with these steps carried out, the rig: lumps, which can be split up later."""
        told = self.told
        if told is None or self.found is None or self.found.told != told:
            return
        refusal = self.session.try_edit(say("Make the quick answer the rig"), lambda d: rig_of(told, d, steps))
        if refusal is not None:
            show_text(self.verdict, f"▲ {self.session.tell(refusal.said)}", self.theme.tip)
            return
        self.session.said.emit(say("The rig stands there as a few lumps; Build splits them up."), False)
        self.session.view.ask_page("balance")
