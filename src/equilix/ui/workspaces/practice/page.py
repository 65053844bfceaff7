"""Practice: the course, and the rig; what was counted goes into the notebook, what was left is taken up again."""

from __future__ import annotations

from datetime import date

from PySide6.QtWidgets import QWidget

from equilix.demo import lighthouse
from equilix.document import Document
from equilix.edits.practising import keep_practised
from equilix.errors import EquilixError
from equilix.practice.attempt import Attempt, taken_over, taken_up
from equilix.practice.exercises import COURSE, FREE, Exercise
from equilix.practice.scoring import practised
from equilix.store import practice_kept
from equilix.ui.session import Session
from equilix.ui.workspaces.practice.course_tab import CourseTab
from equilix.ui.workspaces.practice.rig_tab import RigTab
from equilix.ui.workspaces.tabbed import TabbedPage
from equilix.words.language import say

COURSE_TAB, RIG = "course", "rig"


class PracticePage(TabbedPage):
    """Two tabs. The rigs of the course are those of the demonstration; what is slid there is nobody's own."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        self.course, self.rig = CourseTab(session), RigTab(session)
        made = {COURSE_TAB: (say("Course"), self.course), RIG: (say("At the rig"), self.rig)}
        super().__init__(session, made, parent)
        self._kit: Document | None = None
        self.course.begins.connect(self.begin)
        self.course.goes_on.connect(self.go_on)
        self.rig.counted.connect(self._keep)
        self.rig.onward.connect(self._onward)
        self.rig.takes_over.connect(self._take_over)
        self._offer()

    @property
    def kit(self) -> Document:
        """The kit of the course."""
        if self._kit is None:
            self._kit = lighthouse()
        return self._kit

    def at_arms_length(self, on: bool) -> bool:
        """The rig, large, with its keys and nothing beside it."""
        if on:
            self.choose(RIG)
        self.tabs.setVisible(not on)
        self.rig.side.setVisible(not on and self.rig.attempt is not None)
        return True

    def choose(self, tab: str) -> None:
        """Open a tab; the course offers what was left."""
        super().choose(tab)
        if tab == COURSE_TAB:
            self._offer()

    def begin(self, exercise: Exercise) -> None:
        """Begin an exercise, or practise on a rig of one's own."""
        kit = self.session.document if exercise.key == FREE else self.kit
        try:
            attempt = Attempt(exercise, kit)
        except EquilixError as error:
            self.session.said.emit(self.session.tell(error.said), True)
            return
        self._put_by()
        self.rig.take_up(attempt)
        self.choose(RIG)

    def go_on(self) -> None:
        """Take up what was left in the middle."""
        left = practice_kept.kept()
        attempt = None if left is None else taken_up(left, self.kit, self.session.document)
        if attempt is None:
            practice_kept.keep(None)
            self.session.said.emit(say("What was left in the middle is not there any more."), True)
        else:
            self.rig.take_up(attempt)
            self.choose(RIG)
        self._offer()

    def _offer(self) -> None:
        """Offer what was left in the middle, where something was."""
        left = practice_kept.kept()
        attempt = None if left is None else taken_up(left, self.kit, self.session.document)
        here = self.rig.attempt is not None and not self.rig.over
        self.course.offer_to_go_on("" if attempt is None or here else self.session.tell(attempt.exercise.title))

    def _keep(self) -> None:
        """It was counted: into the notebook with it."""
        attempt = self.rig.attempt
        if attempt is None:
            return
        document = self.session.document
        who = document.operator_of(self.session.setup).id if document.operators else None
        new = practised(attempt.exercise, attempt.analysis, attempt.counted, date.today(), who)
        self.session.edit(say("Keep what was practised"), lambda now: keep_practised(now, new))
        left = practice_kept.kept()
        if left is not None and (left.exercise, left.setup) == (attempt.exercise.key, attempt.exercise.setup):
            practice_kept.keep(None)

    def _take_over(self) -> None:
        """What was slid on a rig of one's own goes into the document: one action, one undo."""
        attempt = self.rig.attempt
        if attempt is not None and attempt.free:
            label = say("Take over what was practised")
            refusal = self.session.try_edit(label, lambda document: taken_over(attempt, document))
            if refusal is not None:
                self.rig.refuse(refusal)
            else:
                self.session.said.emit(say("Your rig stands as you left it here."), False)

    def _onward(self) -> None:
        attempt = self.rig.attempt
        keys = [each.key for each in COURSE]
        place = (
            keys.index(attempt.exercise.key) + 1 if attempt is not None and attempt.exercise.key in keys else len(keys)
        )
        if place < len(COURSE):
            self.course.choose(COURSE[place])
            self.begin(COURSE[place])
        else:
            self.choose(COURSE_TAB)

    def _put_by(self) -> None:
        """What is in the middle is kept, until it is taken up again or another takes its place."""
        attempt = self.rig.attempt
        if attempt is not None and not self.rig.over and (attempt.trainer.deeds or attempt.trainer.seconds > 1):
            practice_kept.keep(attempt.left)

    def hideEvent(self, event: object) -> None:
        self._put_by()
        super().hideEvent(event)

    def stop(self) -> None:
        """The window closes in the middle of an exercise: it is kept."""
        self._put_by()
        super().stop()
