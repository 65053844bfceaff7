"""The course, what was best in each step, and rigs of one's own to practise on."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from equilix.analysis import analyse
from equilix.practice.exercises import COURSE, Exercise, own
from equilix.practice.scoring import best_points
from equilix.practice.stands import STANDS, StandKey, stands_for
from equilix.ui.session import Session
from equilix.ui.widgets.text_table import NOTHING, fill_texts, text_table
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.telling import begun


class CourseTab(WorkTab):
    """Two lists: twelve steps, and the rigs of the document on whatever they can be put on."""

    begins = Signal(object)
    """An exercise, to be begun."""
    goes_on = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking what can be practised"))
        self.course = text_table(say("The course"), (say("Step"), say("What it is about"), say("On"), say("Best")))
        self.own = text_table(say("Rigs of your own"), (say("Rig"), say("On")))
        self.lead, self.task, self.caution, self.none = (text_label() for _ in range(4))
        self.begin, self.begin_own = QPushButton(say("Begin this step")), QPushButton(say("Practise on this rig"))
        self.go_on = QPushButton()
        self.go_on.clicked.connect(self.goes_on)
        self.begin.clicked.connect(self._begin)
        self.begin_own.clicked.connect(self._begin_own)
        self.course.itemActivated.connect(lambda _item: self._begin())
        self.course.itemSelectionChanged.connect(self._show_task)
        self.own.itemActivated.connect(lambda _item: self._begin_own())
        self._rigs: list[tuple[str, StandKey]] = []
        self._lay_out()

    def _lay_out(self) -> None:
        whole = self.column()
        whole.addWidget(self.lead)
        columns = self.stacks(QHBoxLayout())
        columns.setSpacing(18)
        left, right = QVBoxLayout(), QVBoxLayout()
        for box, table, button in ((left, self.course, self.begin), (right, self.own, self.begin_own)):
            takes_the_rest(table, 150.0)
            box.addWidget(table, 1)
            keys = QHBoxLayout()
            keys.addWidget(button)
            keys.addStretch(1)
            box.addLayout(keys)
        left.insertWidget(0, self.go_on)
        left.insertWidget(2, self.task)
        right.insertWidget(0, self.none)
        columns.addLayout(left, 3)
        columns.addLayout(right, 2)
        whole.addLayout(columns, 1)
        whole.addWidget(self.caution)

    @property
    def first_focus(self) -> QWidget:
        """The course."""
        return self.course

    def offer_to_go_on(self, title: str) -> None:
        """Something was left in the middle; empty where nothing was."""
        self.go_on.setText(say("Go on where you left: {title}").format(title=title))
        self.go_on.setVisible(bool(title))

    def refresh(self) -> None:
        """Show the course as it has been done, and the rigs that there are."""
        tell, document = self.session.tell, self.session.document
        lead = say(
            "Twelve rigs with something wrong, from easy to nasty: what a symptom means is told afterwards. An evening."
        )
        show_text(self.lead, lead, self.theme.ink)
        caution = say(
            "Here nothing can fall on anybody. With a real rig keep a hand under it, and your fingers out of the arms."
        )
        show_text(self.caution, caution, self.theme.quiet)
        best = best_points(document.practised)
        rows = [
            (
                str(number),
                tell(each.title),
                begun(tell(STANDS[each.stand].title)),
                str(best[each.key]) if each.key in best else NOTHING,
            )
            for number, each in enumerate(COURSE, 1)
        ]
        fill_texts(self.course, rows)
        if self.course.currentRow() < 0:
            self.course.setCurrentCell(next((k for k, each in enumerate(COURSE) if each.key not in best), 0), 1)
        self._show_task()
        self._rigs, shown = [], []
        for setup in document.setups:
            for key in stands_for(analyse(document, setup)):
                self._rigs.append((setup.id, key))
                shown.append((setup.name, begun(tell(STANDS[key].title))))
        fill_texts(self.own, shown)
        if self.own.currentRow() < 0 and shown:
            self.own.setCurrentCell(0, 0)
        self.begin_own.setEnabled(bool(shown))
        none = say(
            "Your own rigs stand here as soon as there are any: Build makes one, Begin … has some to start from."
        )
        show_text(self.none, "" if shown else none, self.theme.quiet)

    def _show_task(self) -> None:
        """What is to be done in the step that is chosen."""
        row = self.course.currentRow()
        said = self.session.tell(COURSE[row].task) if 0 <= row < len(COURSE) else ""
        show_text(self.task, said, self.theme.ink)

    def _begin(self) -> None:
        row = self.course.currentRow()
        if 0 <= row < len(COURSE):
            self.begins.emit(COURSE[row])

    def _begin_own(self) -> None:
        row = self.own.currentRow()
        if 0 <= row < len(self._rigs):
            made: Exercise = own(*self._rigs[row])
            self.begins.emit(made)

    def choose(self, exercise: Exercise) -> None:
        """A step stands chosen."""
        for row, each in enumerate(COURSE):
            if each.key == exercise.key:
                self.course.setCurrentCell(row, 1)
