"""A day on one clock: items are put in and changed by a line, dragged, and everything is worked out anew at once."""

from __future__ import annotations

from functools import partial

from PySide6.QtWidgets import QCheckBox, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from equilix.day.course import Course
from equilix.day.day_words import headline, hours_words, minute_words, span_at
from equilix.day.line import line_of, read_clock
from equilix.day.marks import Mark
from equilix.day.rigs import Rigs
from equilix.day.taking import with_line
from equilix.day.tongues import line_in
from equilix.edits.days import add_day, change_day, copy_item, move_item, remove_day, remove_item
from equilix.errors import EquilixError
from equilix.rig.clock import clock_text
from equilix.rig.days import Day
from equilix.store.day_clock import DayClock
from equilix.ui.session import Session
from equilix.ui.stage.day_chart import DayChart
from equilix.ui.theme import grown
from equilix.ui.widgets.announce import announce
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.fields import QuantityField
from equilix.ui.widgets.rig_picture import RigPicture
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.day.day_done import minute_now, work_out
from equilix.ui.workspaces.day.day_files import DayFiles
from equilix.ui.workspaces.day.mark_list import MarkList
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say, spoken
from equilix.words.reading import CAUTION
from equilix.words.telling import begun

LIST_PX = 270.0
RIG_PX = 120.0, 42.0


class TimelineTab(WorkTab):
    """The day that is chosen; what goes wrong beside it; one line to put something in or to change it."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Working the day out"))
        self.clock = DayClock()
        self.done: Course | None = None
        """What was worked out last."""
        self.kept: Rigs | None = None
        self.item = ""
        """The one that is chosen, by its id; empty: a new one is written."""
        self._make_day_entries()
        self.head = text_label(bold=True, points=13)
        self.chart = DayChart()
        self.chart.pointed.connect(self._point)
        self.chart.chosen.connect(self.choose)
        self.chart.moved.connect(self._move)
        self.chart.take_out.connect(self._remove)
        self.marks = MarkList()
        self.marks.looked_at.connect(self._look_at)
        self.stands = text_label()
        self.rig = RigPicture(self.theme, round(grown(RIG_PX[1])))
        self.rig.setFixedWidth(round(grown(RIG_PX[0])))
        self.rig.hide()
        self.rig.setAccessibleName(say("The rig of that minute"))
        self.line = QLineEdit()
        self.line.setAccessibleName(say("A scene, a break, or what must be reached in time, in one line"))
        self.line.setPlaceholderText(say("3 × 4 min lamp room, tall, after lunch"))
        self.line.returnPressed.connect(self._take_line)
        self.put = QPushButton(say("Put it in"))
        self.put.clicked.connect(self._take_line)
        self.another = QPushButton(say("Another one"))
        self.another.clicked.connect(lambda: self.choose(""))
        self.again = QPushButton(say("Copy it"))
        self.again.clicked.connect(self._copy_item)
        self.remove = QPushButton(say("Take it out"))
        self.remove.clicked.connect(self._remove)
        self.complaint = text_label()
        self.files = DayFiles(session, self)
        self.job.found.connect(self._found)
        takes_the_rest(self.chart, 170.0)
        takes_the_rest(self.marks, 80.0)
        self._lay_out()

    def _make_day_entries(self) -> None:
        """Which day, and what is said of all of it."""
        self.which = ChoiceBox()
        self.which.setAccessibleName(say("Which day"))
        self.which.activated.connect(self._another)
        self.new, self.copy = QPushButton(say("New day")), QPushButton(say("Copy"))
        self.new.clicked.connect(lambda: self._new(copy=False))
        self.copy.clicked.connect(lambda: self._new(copy=True))
        self.away = QPushButton(say("Take out"))
        self.away.setAccessibleName(say("Take the day out"))
        self.away.clicked.connect(self._away)
        self.begins = QLineEdit()
        self.begins.setAccessibleName(say("The day begins at"))
        self.begins.setMaximumWidth(round(grown(70)))
        self.begins.editingFinished.connect(self._begins)
        self.name, self.on = QLineEdit(), QLineEdit()
        self.name.setAccessibleName(say("What the day is called"))
        self.on.setAccessibleName(say("Its date"))
        self.on.setPlaceholderText("2026-10-14")
        self.name.editingFinished.connect(lambda: self._typed(self.name, "name"))
        self.on.editingFinished.connect(lambda: self._typed(self.on, "on"))
        self.reserve = QuantityField(say("Of its strength a muscle may use up, %"), "number")
        self.reserve.entered.connect(lambda value, _text: self._change(self.reserve, reserve=value / 100))
        self.chargers = QuantityField(say("How many chargers"), "number")
        self.chargers.entered.connect(lambda value, _text: self._change(self.chargers, chargers=round(value)))
        self.charger = QuantityField(say("Each charger, W"), "number")
        self.charger.entered.connect(lambda value, _text: self._change(self.charger, charger_w=value))
        for field, wide in ((self.reserve, 60), (self.chargers, 46), (self.charger, 60)):
            field.setMaximumWidth(round(grown(wide)))
        self.warm = QCheckBox(say("spares kept warm"))
        self.warm.clicked.connect(lambda on: self._change(None, warm=on))

    def _lay_out(self) -> None:
        whole = self.column()
        top = self.stacks(QHBoxLayout())
        for rows in (
            ((say("begins"), self.begins), (say("limit, %"), self.reserve)),
            ((say("chargers"), self.chargers), (say("× W"), self.charger)),
        ):
            part = QHBoxLayout()
            if not top.count():
                part.addWidget(self.which, 1)
                for button in (self.new, self.copy, self.away):
                    part.addWidget(button)
            for title, widget in rows:
                label = text_label(wrap=False)
                label.setText(title)
                part.addWidget(label)
                part.addWidget(widget)
            top.addLayout(part, 1 if not top.count() else 0)
        part.addWidget(self.warm)
        whole.addLayout(top)
        whole.addWidget(self.head)
        middle = self.stacks(QHBoxLayout())
        middle.setSpacing(14)
        middle.addWidget(self.chart, 1)
        side = QWidget()
        side.setMaximumWidth(round(grown(LIST_PX)))
        column = QVBoxLayout(side)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self.marks, 1)
        called = QHBoxLayout()
        called.addWidget(self.name, 1)
        called.addWidget(self.on, 1)
        column.addLayout(called)
        column.addWidget(self.files)
        middle.addWidget(side)
        whole.addLayout(middle, 1)
        then = QHBoxLayout()
        then.addWidget(self.rig)
        then.addWidget(self.stands, 1)
        whole.addLayout(then)
        entry = QHBoxLayout()
        entry.addWidget(self.line, 1)
        for button in (self.put, self.another, self.again, self.remove):
            entry.addWidget(button)
        whole.addLayout(entry)
        whole.addWidget(self.complaint)

    @property
    def first_focus(self) -> QWidget:
        """The line."""
        return self.line

    @property
    def day(self) -> Day | None:
        """The day that is chosen."""
        key = self.which.currentData()
        return next((each for each in self.session.document.days if each.id == key), None)

    @property
    def now(self) -> float | None:
        """The minute now, where the day is under way."""
        day = self.day
        return None if day is None else minute_now(self.clock, day)

    @property
    def course(self) -> Course | None:
        """The day worked out, where it is that of now; while it is worked out anew, none."""
        done, day = self.done, self.day
        return done if done is not None and done.day is day else None

    @property
    def rigs(self) -> Rigs | None:
        """The rigs of its scenes, as far as they were worked out."""
        return self.kept

    def rigs_now(self) -> Rigs:
        """The rigs that serve the document as it is now, for all tabs: those of before, or new ones."""
        if self.kept is None or not self.kept.serve(self.session.document):
            self.kept = Rigs(self.session.document)
        return self.kept

    # showing

    def refresh(self) -> None:
        """Show the days there are; what is chosen and what is typed stay."""
        document = self.session.document
        self.chart.theme = self.theme
        rows = [(each.name, each.id) for each in document.days]
        self.which.offer(rows or [(say("no day yet"), "")], rows[0][1] if rows else "")
        day = self.day
        own = (self.name, self.on, self.begins, self.reserve, self.chargers, self.charger, self.warm)
        for widget in (*own, self.copy, self.away, self.files):
            widget.setEnabled(day is not None)
        if day is not None:
            for line, text in ((self.begins, clock_text(day.begins_min)), (self.name, day.name), (self.on, day.on)):
                if not line.isModified():
                    line.setText(text)
                    line.setCursorPosition(0)  # the begin of a long name is what tells it
            self.reserve.show_value(round(day.reserve * 100, 1))
            self.chargers.show_value(float(day.chargers))
            self.charger.show_value(day.charger_w)
            self.warm.setChecked(day.warm)
            if all(each.id != self.item for each in day.items):
                self.item = ""
        if self.isVisible():  # other tabs ask it which day is chosen
            self.look_for(document, day, None if self.now is None else round(self.now))
        self._show()

    def _start(self) -> None:
        day, document = self.day, self.session.document
        if day is not None:
            self.job.start(partial(work_out, document, day, self.rigs_now(), self.now))

    def _found(self, done: Course) -> None:
        self.done = done
        self._show()

    def _show(self) -> None:
        day, course, document, tell = self.day, self.course, self.session.document, self.session.tell
        for widget in (self.chart, self.marks, self.stands):
            widget.setVisible(day is not None)
        self.remove.setEnabled(bool(self.item))
        self.another.setVisible(bool(self.item))
        self.again.setVisible(bool(self.item))
        self.put.setText(say("Change it") if self.item else say("Put it in"))
        if day is None:
            show_text(self.head, say("No day yet: write what comes first, or begin with “New day”."), self.theme.ink)
            return
        if not day.items:
            show_text(self.head, say("An empty day: write what comes first, in one line below."), self.theme.ink)
        if course is None:
            if day.items and (self.done is None or self.done.day.id != day.id):
                show_text(self.head, say("Working the day out"), self.theme.quiet)
            if not day.items:
                self.chart.show_day(None, document, "", "")
                self.marks.show_marks(None, document)
            return
        wrong = bool(course.marks)
        if day.items:
            said = f"{'▲ ' if wrong else ''}{begun(tell(headline(course, document)))}."
            show_text(self.head, said, self.theme.tip if wrong else self.theme.ink)
        self.chart.show_day(course, document, self.item, "; ".join(self.marks.show_marks(course, document)))
        self._say_how(course)

    def _say_how(self, course: Course) -> None:
        """How everything stands at the minute that is pointed at; else what all of it rests on."""
        minute, tell = self.chart.minute, self.session.tell
        self._show_rig(course)
        if minute is None:
            hours = "; ".join(tell(hours_words(each, self.session.document)) for each in course.hours)
            show_text(self.stands, f"{hours}. {tell(CAUTION)}" if hours else tell(CAUTION), self.theme.quiet)
        else:
            show_text(self.stands, tell(minute_words(course, minute, self.session.document)), self.theme.ink)
            if self.chart.hasFocus():
                announce(self.chart, self.stands.text())

    def _show_rig(self, course: Course) -> None:
        """The rig of the minute that is pointed at, else of the item that is chosen; none where nothing is carried."""
        minute = self.chart.minute
        spans = [each for each in course.spans if each.item.id == self.item]
        span = (spans[0] if spans else None) if minute is None else span_at(course, minute)
        scene = span is not None and span.item.kind == "scene"
        analysis = self.kept.carried(span) if self.kept is not None and span is not None and scene else None
        self.rig.theme = self.theme
        self.rig.show_rig(None if analysis is None else analysis.assembly)
        self.rig.setVisible(analysis is not None)

    def _point(self, _minute: float) -> None:
        if self.course is not None:
            self._say_how(self.course)

    def _look_at(self, mark: Mark) -> None:
        """A mark of the list: its minute, and its item."""
        self.chart.point_at(mark.minute)
        self.choose(mark.span.item.id)

    # choosing and changing

    def choose(self, item_id: str) -> None:
        """Choose an item: its line stands below, to be changed. Nothing: a new one is written."""
        day = self.day
        found = None if day is None else next((each for each in day.items if each.id == item_id), None)
        self.item = "" if found is None else found.id
        line = "" if found is None else line_of(self.session.document, found)
        self.line.setText(line_in(line, spoken().code))
        show_text(self.complaint, "", self.theme.tip)
        self._show()

    def _take_line(self) -> None:
        """Put in what stands in the line, or change the chosen item to it; what is refused stays."""
        text, day, item = self.line.text().strip(), self.day, self.item
        if not text:
            return
        label = say("Change a scene") if item else say("Put something into the day")
        refusal = self.session.try_edit(
            label,
            partial(
                with_line,
                day_id=day.id if day else "",
                item_id=item,
                text=text,
                first=say("Day {number}").format(number=1),
            ),
        )
        show_text(self.complaint, "" if refusal is None else f"▲ {self.session.tell(refusal.said)}", self.theme.tip)
        if refusal is None:
            if day is None:
                self.which.setCurrentIndex(self.which.findData(self.session.document.days[-1].id))
            self.choose("")
            self.refresh()

    def _move(self, item_id: str, number: int) -> None:
        day = self.day
        if day is not None and [each.id for each in day.items].index(item_id) != number:
            self.session.edit(say("Move a scene"), lambda d: move_item(d, day.id, item_id, number))

    def _remove(self) -> None:
        day, item = self.day, self.item
        if day is not None and item:
            self.choose("")
            self.session.edit(say("Take a scene out"), lambda d: remove_item(d, day.id, item))

    def _copy_item(self) -> None:
        day, item = self.day, self.item
        if day is not None and item:
            self.session.edit(say("Copy a scene"), lambda d: copy_item(d, day.id, item))

    def _change(self, field: QuantityField | None, **updates: object) -> None:
        day = self.day
        if day is None:
            return
        refusal = self.session.try_edit(say("Change the day"), lambda d: change_day(d, day.id, **updates))
        if field is not None:
            field.complain("" if refusal is None else self.session.tell(refusal.said))

    def _typed(self, line: QLineEdit, field: str) -> None:
        """A name or a date; what cannot be stays to be put right."""
        day, text = self.day, line.text().strip()
        if day is None or text == getattr(day, field):
            line.setModified(False)
            return
        self._answer(
            line, self.session.try_edit(say("Change the day"), lambda d: change_day(d, day.id, **{field: text}))
        )

    def _begins(self) -> None:
        """When the day begins; what is no time stays to be put right."""
        day, text = self.day, self.begins.text().strip()
        if day is None or text == clock_text(day.begins_min):
            self.begins.setModified(False)
            return
        self._answer(
            self.begins,
            self.session.try_edit(say("Change the day"), lambda d: change_day(d, day.id, begins_min=read_clock(text))),
        )

    def _answer(self, line: QLineEdit, refusal: EquilixError | None) -> None:
        show_text(self.complaint, "" if refusal is None else f"▲ {self.session.tell(refusal.said)}", self.theme.tip)
        line.setModified(refusal is not None)

    def _another(self, _row: int = 0) -> None:
        for line in (self.begins, self.name, self.on):
            line.setModified(False)
        self.choose("")
        self.refresh()

    def _new(self, *, copy: bool) -> None:
        day = self.day
        name = say("Day {number}").format(number=len(self.session.document.days) + 1)
        like = day.id if copy and day is not None else None
        if self.session.edit(say("New day"), lambda d: add_day(d, name, like)[0]):
            self.which.setCurrentIndex(self.which.findData(self.session.document.days[-1].id))
            self._another()

    def _away(self) -> None:
        day = self.day
        if day is not None:
            self.session.edit(say("Take a day out"), lambda d: remove_day(d, day.id))
