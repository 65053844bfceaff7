"""How a day could be mended: each way with what it gains and costs, seen on the clock before it is done."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from msgspec import Struct
from PySide6.QtWidgets import QHBoxLayout, QListWidget, QPushButton, QVBoxLayout, QWidget

from equilix.day.course import Course, course_of
from equilix.day.day_words import headline, mark_words
from equilix.day.proposal_words import floor_words, gain_words, point_words
from equilix.day.proposals import Proposal, proposals
from equilix.day.rests import Point, planned, trade_off
from equilix.day.rigs import Rigs
from equilix.document import Document
from equilix.edits.days import make_day_so
from equilix.errors import Called
from equilix.rig.days import Day
from equilix.ui.session import Session
from equilix.ui.stage.day_chart import DayChart
from equilix.ui.stage.rest_chart import RestChart
from equilix.ui.theme import grown
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.day.timeline_tab import TimelineTab
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.reading import CAUTION
from equilix.words.telling import begun

LIST_PX = 380.0


class Mended(Struct, frozen=True):
    """A day as it is, of which document, and how it could be mended; ``looking``: more is still to come."""

    document: Document
    course: Course
    ways: tuple[Proposal, ...] = ()
    looking: bool = False
    points: tuple[Point, ...] = ()
    """The curve of rest, as far as it was found."""


def look(document: Document, day: Day, rigs: Rigs, now: float | None, called_off: Called) -> Iterator[Mended]:
    """Work the day out, then look for ways; what is found is told as soon as it is."""
    course = course_of(day, rigs, now, document.days).draw()
    yield Mended(document, course, looking=True)
    ways = tuple(proposals(course, rigs, called_off))
    for each in ways:
        each.course.draw()
    yield Mended(document, course, ways)
    points: tuple[Point, ...] = ()
    for point in trade_off(course, rigs, called_off):
        point.course.draw()
        points = (*points, point)
        yield Mended(document, course, ways, points=points)


class MendTab(WorkTab):
    """The ways in a list, the best first; the day as it would be, with what it is now in dashes."""

    def __init__(self, session: Session, timeline: TimelineTab) -> None:
        super().__init__(session, say("Looking how the day could be mended"))
        self.timeline = timeline
        self.found: Mended | None = None
        self.head, self.said = text_label(bold=True, points=13), text_label()
        self.ways = QListWidget()
        self.ways.setAccessibleName(say("Ways to mend the day"))
        self.ways.setWordWrap(True)
        self.ways.currentRowChanged.connect(self._choose_way)
        self.number: int | None = None
        """The point of the curve of rest that is looked at; none: a way."""
        self.rest = RestChart()
        self.rest.chosen.connect(self._choose_point)
        self.do = QPushButton(say("Do it"))
        self.do.clicked.connect(self._do)
        self.chart = DayChart()
        self.chart.pointed.connect(lambda _minute: self.chart.update())
        self.caution = text_label()
        self.job.found.connect(self._found)
        takes_the_rest(self.ways, 90.0)
        takes_the_rest(self.chart, 170.0)
        whole = self.column()
        whole.addWidget(self.head)
        columns = self.stacks(QHBoxLayout())
        columns.setSpacing(16)
        side = QWidget()
        side.setMaximumWidth(round(grown(LIST_PX)))
        left = QVBoxLayout(side)
        left.setContentsMargins(0, 0, 0, 0)
        left.addWidget(self.ways, 1)
        left.addWidget(self.rest)
        left.addWidget(self.do)
        columns.addWidget(side, 2)
        right = QVBoxLayout()
        right.addWidget(self.said)
        right.addWidget(self.chart, 1)
        columns.addLayout(right, 3)
        whole.addLayout(columns, 1)
        whole.addWidget(self.caution)

    @property
    def first_focus(self) -> QWidget:
        """The ways."""
        return self.ways

    @property
    def current(self) -> Mended | None:
        """What was found, where it is of the day as it is now."""
        found, day = self.found, self.timeline.day
        return found if found is not None and day is not None and found.course.day is day else None

    @property
    def way(self) -> Proposal | None:
        """The one that is looked at."""
        found, row = self.current, self.ways.currentRow()
        looks = found is not None and self.point is None and 0 <= row < len(found.ways)
        return found.ways[row] if found is not None and looks else None

    @property
    def point(self) -> Point | None:
        """The point of the curve that is looked at."""
        found, number = self.current, self.number
        return found.points[number] if found is not None and number is not None and number < len(found.points) else None

    def _choose_way(self, _row: int) -> None:
        self.number = None
        self._show_one()

    def _choose_point(self, number: int) -> None:
        self.number = number
        blocked = self.ways.blockSignals(True)
        self.ways.setCurrentRow(-1)
        self.ways.blockSignals(blocked)
        self._show_one()

    def refresh(self) -> None:
        """Look anew where the day is another."""
        self.timeline.theme = self.chart.theme = self.rest.theme = self.theme
        self.timeline.refresh()
        now = self.timeline.now
        self.look_for(self.session.document, self.timeline.day, None if now is None else round(now))
        self._show()

    def _start(self) -> None:
        day, document = self.timeline.day, self.session.document
        if day is not None:
            self.job.start(partial(look, document, day, self.timeline.rigs_now(), self.timeline.now))

    def _found(self, found: Mended) -> None:
        self.found = found
        self._show()

    def _show(self) -> None:
        day, found, tell, document = self.timeline.day, self.current, self.session.tell, self.session.document
        show_text(self.caution, tell(CAUTION), self.theme.quiet)
        for widget in (self.ways, self.rest, self.do, self.chart, self.caution):
            widget.setVisible(day is not None)
        if day is None:
            show_text(self.head, say("No day yet: put one together on the timeline."), self.theme.ink)
            show_text(self.said, "", self.theme.ink)
            return
        if found is None:
            return
        wrong = bool(found.course.marks)
        said = f"{'▲ ' if wrong else ''}{begun(tell(headline(found.course, document)))}."
        show_text(self.head, said, self.theme.tip if wrong else self.theme.ink)
        texts = [f"{begun(tell(each.said))}\n{begun(tell(gain_words(each)))}" for each in found.ways]
        if [self.ways.item(k).text() for k in range(self.ways.count())] != texts:
            row = self.ways.currentRow()
            blocked = self.ways.blockSignals(True)
            self.ways.clear()
            self.ways.addItems(texts)
            self.ways.setCurrentRow(min(max(row, 0), len(texts) - 1))
            self.ways.blockSignals(blocked)
        self._show_one()

    def _show_one(self) -> None:
        """The day as it would be with the way that is chosen; as it is where there is none."""
        found, document, tell = self.current, self.session.document, self.session.tell
        way, point = self.way, self.point
        self.do.setEnabled(way is not None or point is not None)
        if found is None:
            return
        words = "" if point is None else tell(point_words(point))
        self.rest.show_points(found.points, planned(found.course), self.number if point is not None else None, words)
        course = point.course if point is not None else found.course if way is None else way.course
        marks = "; ".join(begun(self.session.tell(mark_words(each, document))) for each in course.marks)
        if point is not None:
            floor = tell(floor_words(found.points))
            said = f"{begun(words)}." + (f" {floor}." if floor else "")
        elif way is not None:
            said = say("As it would be: {marks}").format(marks=marks or say("nothing goes wrong"))
        elif found.looking:
            said = say("Looking how the day could be mended")
        elif found.course.marks:
            said = say("Nothing was found that mends it: shorter takes, a lighter rig, or another day.")
        else:
            said = say("There is nothing to mend.")
        show_text(self.said, said, self.theme.quiet)
        self.chart.show_day(course, document, "", marks, None if course is found.course else found.course)

    def _do(self) -> None:
        """Make the day so, as one action."""
        chosen, day = self.point or self.way, self.timeline.day
        if chosen is None or day is None:
            return
        new = chosen.course.day
        self.number = None
        if self.session.edit(say("Mend the day"), lambda d: make_day_so(d, day.id, new)):
            self.session.said.emit(say("Done. One undo takes it back."), False)
