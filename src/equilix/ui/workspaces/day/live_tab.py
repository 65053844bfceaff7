"""The day on the day, to be read at arm's length: now, next, how long it can go on; one key goes through it."""

from __future__ import annotations

from datetime import date
from functools import partial
from typing import Final

from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QKeySequence, QShortcut
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QSizePolicy, QStackedWidget, QVBoxLayout, QWidget

from equilix.day.course import Course, course_of
from equilix.day.day_words import item_words
from equilix.day.deeds import Deed, deed_words, next_deed
from equilix.day.rigs import Rigs
from equilix.day.standing import Standing, standing_of
from equilix.edits.day_log import begin_day, log
from equilix.rig.days import Day, Item
from equilix.store.day_clock import DayClock
from equilix.ui.session import Session
from equilix.ui.theme import font, grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import on_button, show_text, text_label
from equilix.ui.workspaces.day.day_done import Told, minute_now, told_now, work_out_now
from equilix.ui.workspaces.day.day_files import write_into_notebook
from equilix.ui.workspaces.day.hurts_form import HurtsForm
from equilix.ui.workspaces.day.live_lines import LiveLines
from equilix.ui.workspaces.day.log_list import LogList
from equilix.ui.workspaces.day.timeline_tab import TimelineTab
from equilix.ui.workspaces.tab import WorkTab
from equilix.words.language import say
from equilix.words.quantities import fixed
from equilix.words.reading import CAUTION
from equilix.words.telling import begun

TICK_MS: Final = 1000
POINTS: Final = {False: 11, True: 15}
"""Of the type on buttons; larger at arm's length."""
LEAST_TAKE_S: Final = 1.0
"""No take is shorter: a key that was pressed twice by one push."""
ANEW_S: Final = 20
"""So often the day is worked out anew while nothing happens."""
SIDE_PX: Final = 330.0
NARROW_PX: Final = 640.0
"""Narrower than this the buttons stand one under the other."""


class LiveTab(WorkTab):
    """The day that is chosen on the timeline. It is begun once; then Space goes from one thing to the next."""

    def __init__(self, session: Session, timeline: TimelineTab) -> None:
        super().__init__(session, say("Working the day out"))
        self.timeline = timeline
        self.told: Told | None = None
        self.large = False
        self.instead = ""
        """What is chosen to come next instead of what is planned, by its id."""
        self._buttons()
        self.lines = LiveLines(session.tell, self.choice, self.battery)
        self.caution, self.set_ahead = text_label(), text_label()
        self.log = LogList(session, self.theme)
        self.hurts = HurtsForm(self.theme)
        self.hurts.told.connect(self._hurt)
        self.hurts.closed.connect(self._close_hurts)
        self._lay_out()
        self.tick = QTimer(self, interval=TICK_MS)
        self.tick.timeout.connect(self._tick)
        self.job.found.connect(self._found)
        self._waited_s = 0

    def _buttons(self) -> None:
        self.do = QPushButton()
        self.do.setMinimumHeight(round(grown(40)))
        self.do.clicked.connect(self._do)
        self.choice = ChoiceBox()
        self.choice.setAccessibleName(say("What comes next"))
        self.choice.setPlaceholderText(say("another one"))
        self.choice.activated.connect(self._choose)
        self.hurt, self.over = QPushButton(say("It hurts (H)")), QPushButton(say("Not any more (N)"))
        self.empty, self.more = QPushButton(say("Battery changed (B)")), QPushButton(say("One more take (M)"))
        self.believe = QPushButton(say("Take the new time"))
        self.battery = ChoiceBox()
        self.battery.setAccessibleName(say("Which battery was changed"))
        for button, key, act in (
            (self.hurt, "H", self._ask_hurt), (self.over, "N", self._leave), (self.empty, "B", self._battery_empty),
            (self.more, "M", self._once_more),
        ):  # fmt: skip
            button.clicked.connect(act)
            shortcut = QShortcut(QKeySequence(key), self)
            shortcut.setContext(Qt.ShortcutContext.WidgetWithChildrenShortcut)
            shortcut.activated.connect(button.click)
        self.believe.clicked.connect(self._believe)
        for widget in (self.believe, self.choice, self.more, self.battery):
            widget.hide()

    def _lay_out(self) -> None:
        whole = self.column()
        columns = self.stacks(QHBoxLayout())
        columns.setSpacing(18)
        left = QVBoxLayout()
        left.addWidget(self.lines, 1)
        clock_row = QHBoxLayout()
        clock_row.addWidget(self.set_ahead, 1)
        clock_row.addWidget(self.believe)
        left.addLayout(clock_row)
        self.lines.keys.addWidget(self.do)
        row = self.stacks(QHBoxLayout(), NARROW_PX)
        for button in (self.hurt, self.over, self.more, self.empty):
            row.addWidget(button)
        self.lines.keys.addLayout(row)
        columns.addLayout(left, 3)
        self.side = QStackedWidget()
        self.side.setMaximumWidth(round(grown(SIDE_PX)))
        self.side.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Ignored)
        self.side.setMinimumHeight(round(grown(170)))
        self.side.addWidget(self.log)
        self.side.addWidget(self.hurts)
        columns.addWidget(self.side, 2)
        whole.addLayout(columns, 1)
        whole.addWidget(self.caution)

    @property
    def first_focus(self) -> QWidget:
        """The one key."""
        return self.do

    def at_arms_length(self, on: bool) -> None:
        """Everything large, and nothing beside it."""
        self.large = on
        self.lines.enlarge(on)
        for button in (self.do, self.hurt, self.over, self.more, self.empty):
            button.setFont(font(POINTS[on]))
        self.side.setVisible(not on or self.side.currentWidget() is self.hurts)
        self.caution.setVisible(not on)
        self.do.setFocus(Qt.FocusReason.OtherFocusReason)

    # what time it is

    @property
    def day(self) -> Day | None:
        """The day that is chosen."""
        return self.timeline.day

    @property
    def clock(self) -> DayClock:
        """What tells the time: one for all tabs."""
        return self.timeline.clock

    def minute(self, day: Day) -> float | None:
        """The minute now, of a day that is under way."""
        return minute_now(self.clock, day)

    # showing

    def refresh(self) -> None:
        """Show the day as it stands."""
        self.timeline.theme = self.lines.theme = self.log.theme = self.hurts.theme = self.theme
        self.timeline.refresh()
        day = self.day
        if day is not None:
            self.log.show_log(day)
        if self.isVisible():
            self.tick.start()
        self._at_once()
        self.look_for(self.session.document, day)
        self._show()

    def leave(self) -> None:
        super().leave()
        self.tick.stop()

    def _start(self) -> None:
        day, document = self.day, self.session.document
        if day is None:
            return
        self._waited_s = 0
        self.job.start(partial(work_out_now, document, day, self.timeline.rigs_now(), self.minute(day)))

    def _at_once(self) -> None:
        """Something was written down: how it stands now is known in a moment, as its rigs are; nobody waits for it."""
        told, day, document = self.told, self.day, self.session.document
        if told is None or day is None or told.course.day is day or told.course.day.items != day.items:
            return
        if told.rigs.serve(document):
            now = self.minute(day)
            self.told = told_now(course_of(day, told.rigs, now, document.days), told.rigs, now, at_once=True)

    def _found(self, found: Told) -> None:
        self.told = found
        self._show()

    def _tick(self) -> None:
        """A second later: the figures go on; now and then the rest of the day is worked out anew."""
        day = self.day
        if day is None or self.minute(day) is None:
            return
        self._waited_s += 1
        if self._waited_s >= ANEW_S and not self.job.running:
            self._start()
        self._show()

    @property
    def course(self) -> Course | None:
        """The day as it was worked out last, where it is that of now."""
        told, day = self.told, self.day
        return told.course if told is not None and day is not None and told.course.day is day else None

    @property
    def rigs(self) -> Rigs | None:
        """The rigs of its scenes."""
        return None if self.told is None else self.told.rigs

    @property
    def standing(self) -> Standing | None:
        """How it stands this second, where the day that was worked out is that of now."""
        told, day, course = self.told, self.day, self.course
        if told is None or day is None or course is None:
            return None
        minute = self.minute(day)
        if minute is None:
            return told.standing
        return standing_of(course, told.rigs, max(minute, course.told.now_min), at_once=True)

    @property
    def deed(self) -> Deed | None:
        """What the one key does now; a day of another date that was never ended can only be ended."""
        standing, day = self.standing, self.day
        if standing is None or day is None:
            return None
        if self.minute(day) is None and standing.phase != "before" and not standing.ended:
            return Deed("end")
        return next_deed(standing, self._chosen(standing))

    def _chosen(self, standing: Standing) -> Item | None:
        """Another item than what would come, where one is chosen."""
        day, coming = self.day, standing.coming
        if day is None or (coming is not None and coming.item.id == self.instead):
            return None
        return next((each for each in day.items if each.id == self.instead), None)

    def _choose(self, _row: int) -> None:
        self.instead = str(self.choice.currentData() or "")
        self._show()

    def _show(self) -> None:
        day, standing, document = self.day, self.standing, self.session.document
        here = day is not None and bool(day.items)
        for widget in (self.do, self.hurt, self.over, self.empty):
            widget.setVisible(here)
        self.side.setVisible(here and (not self.large or self.side.currentWidget() is self.hurts))
        if not here or day is None:
            for unused in (self.choice, self.more, self.battery):
                unused.hide()
            self.lines.say_nothing(say("Nothing is planned: put a day together on the timeline."))
            show_text(self.caution, "", self.theme.ink)
            self._say_clock(running=False)
            return
        if standing is None:
            return
        self._offer(standing)
        running = self.minute(day) is not None
        self.lines.show_standing(
            standing, document, as_of=not running and standing.phase != "before" and not standing.ended
        )
        show_text(self.caution, "" if self.large else self.session.tell(CAUTION), self.theme.quiet)
        self._say_clock(running=running)
        self._enable(standing, running=running)
        deed = self.deed
        said = begun(self.session.tell(deed_words(deed, document)))
        if deed is not None and deed.kind == "begin" and day.on and date.fromisoformat(day.on) != self.clock.today():
            said = say("Begin the day today, {today}").format(today=self.clock.today().isoformat())
        self.do.setText(on_button(say("{deed} (Space)").format(deed=said)))
        self.choice.setVisible(not standing.ended)

    def _say_clock(self, *, running: bool) -> None:
        by = self.clock.set_by_min if running else 0.0
        said = say("▲ The clock of this machine was set by {by} min; the day goes on by the old time.")
        show_text(self.set_ahead, said.format(by=fixed(by, 0)) if by else "", self.theme.tip)
        self.believe.setVisible(bool(by))

    def _offer(self, standing: Standing) -> None:
        """What can come next: what is planned next first, then the rest, then what was begun before."""
        day, tell_ = self.day, self.session.tell
        assert day is not None  # who shows it has looked
        coming = standing.coming.item.id if standing.coming is not None else ""
        others = [each for each in day.items if each.kind != "deadline" and each.id != coming]
        first = [] if standing.coming is None else [standing.coming.item]
        rows = [(begun(tell_(item_words(each, self.session.document))), each.id) for each in (*first, *others)]
        self.choice.offer(rows, rows[0][1])
        self.choice.setCurrentIndex(self.choice.findData(self.instead or coming))

    def _enable(self, standing: Standing, *, running: bool) -> None:
        under_way = running and standing.phase != "before" and not standing.ended
        on = standing.on is not None
        self.hurt.setEnabled(under_way)
        self.over.setEnabled(under_way and (on or standing.coming is not None))
        self.more.setVisible(under_way and standing.phase == "shot")
        self.choice.setEnabled(under_way and standing.phase != "runs")
        batteries = self._batteries(standing)
        self.empty.setEnabled(under_way and bool(batteries))
        if batteries:
            self.battery.offer(batteries, batteries[0][1])
        else:
            self.battery.clear()
        self.battery.setVisible(len(batteries) > 1)

    def _batteries(self, standing: Standing) -> list[tuple[str, str]]:
        """The batteries of the rig that is on, or stands there."""
        span = standing.on if standing.on is not None else standing.coming
        network = None if span is None or self.told is None else self.told.rigs.powered(span)
        parts = () if network is None else (network.part(run.battery) for run in network.runs)
        return [(name, key) for key, name in {part.id: part.name for part in parts}.items()]

    # doing

    def _write(self, label: str, kind: str, **told: object) -> bool:
        """Write down that something happens now, and put the document by at once: nothing of it may be lost."""
        day = self.day
        if day is None:
            return False
        minute = self.minute(day)
        at = max((each.at_min for each in day.log), default=0.0) if minute is None else minute
        self.instead = ""
        done = self.session.edit(label, lambda d: log(d, day.id, kind, at, **told))  # type: ignore[arg-type]
        if done:
            self.session.desk.autosave()
        self.do.setFocus(Qt.FocusReason.OtherFocusReason)  # whatever was pressed, Space goes on
        return done

    def _do(self) -> None:
        """The one key."""
        deed, day, standing = self.deed, self.day, self.standing
        if standing is not None and standing.ended:
            write_into_notebook(self.session, self)
        if deed is None or day is None or standing is None:
            return
        if deed.kind in ("stop", "over") and standing.phase == "runs" and standing.since_min * 60 < LEAST_TAKE_S:
            return  # one press too many
        label = begun(self.session.tell(deed_words(deed, self.session.document)))
        if deed.kind == "begin":
            self.clock.hold()
            today = self.clock.today()
            minute = self.clock.minute(today)
            if self.session.edit(label, lambda d: begin_day(d, day.id, today, minute)):
                self.session.desk.autosave()
            return
        of = deed.item if deed.kind in ("start", "over", "ready") else None
        done = self._write(label, deed.kind, **({} if of is None else {"item": of.id}))
        if done and of is not None and deed.kind != "over" and of.setup in self.session.document.setups_by_id:
            self.session.open_setup(of.setup)

    def _leave(self) -> None:
        """Nothing more comes of what is on; where nothing is on, what would come is left out."""
        standing = self.standing
        span = None if standing is None else standing.on or standing.coming
        if span is not None:
            self._write(say("Leave it at that"), "over", item=span.item.id)

    def _once_more(self) -> None:
        standing = self.standing
        if standing is not None and standing.on is not None:
            self._write(say("One more take"), "start", item=standing.on.item.id)

    def _battery_empty(self) -> None:
        key = self.battery.currentData()
        if key:
            self._write(say("A battery was changed"), "empty", part=key)

    def _ask_hurt(self) -> None:
        """Ask where it hurts and how much; asked again, back to the log."""
        standing, told = self.standing, self.told
        if self.side.currentWidget() is self.hurts:
            self._close_hurts()
        elif standing is not None and told is not None:
            span = standing.on if standing.on is not None else standing.coming
            analysis = None if span is None else told.rigs.carried(span)
            self.hurts.ask(None if analysis is None else analysis.operator)
            self.side.setCurrentWidget(self.hurts)
            self.side.show()
            self.hurts.form.body.setFocus(Qt.FocusReason.OtherFocusReason)

    def _close_hurts(self) -> None:
        self.side.setCurrentWidget(self.log)
        self.side.setVisible(not self.large)
        self.do.setFocus(Qt.FocusReason.OtherFocusReason)

    def _hurt(self, region: str, side: str, score: int) -> None:
        if self._write(say("It hurts"), "hurts", region=region, side=side, score=score):
            self.session.said.emit(say("Written down. Pain means stop: put it down."), False)
        self._close_hurts()

    def _believe(self) -> None:
        """The wall clock is right after all."""
        self.clock.hold()
        self.do.setFocus(Qt.FocusReason.OtherFocusReason)
        self._start()
        self._show()
