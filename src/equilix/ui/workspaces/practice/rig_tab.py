"""The rig that is practised on: let go, look, hold, loosen, slide, clamp; by mouse, and all of it by keys."""

from __future__ import annotations

import time
from collections.abc import Callable
from functools import partial
from typing import Final

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QHBoxLayout, QSizePolicy, QVBoxLayout, QWidget

from equilix.errors import EquilixError
from equilix.practice.attempt import Attempt
from equilix.practice.exercises import COURSE
from equilix.practice.motors import MotorsOn
from equilix.practice.rigged import Turnable
from equilix.practice.scoring import Best
from equilix.practice.trainer import Trainer
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.announce import describe
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.page import column_of
from equilix.ui.workspaces.practice import deeds
from equilix.ui.workspaces.practice.controls import Controls
from equilix.ui.workspaces.practice.looking import look_for_best, work_out_motors
from equilix.ui.workspaces.practice.picture import Picture
from equilix.ui.workspaces.practice.result_panel import ResultPanel
from equilix.ui.workspaces.practice.track_rows import TrackRows
from equilix.ui.workspaces.tab import WorkTab
from equilix.words.language import say

FRAME_MS: Final = 16
STILL_FRAME_MS: Final = 400
"""Between two pictures for whom nothing should move smoothly; the rig itself moves as ever."""
COLUMN_PX: Final = 320.0
FINE_M, COARSE_M = 0.001, 0.010
LONGEST_THOUGHT_S: Final = 60.0


class RigTab(WorkTab):
    """One attempt. While its rig is let go, time runs; else nothing is painted."""

    counted = Signal()
    """It is over: what it counted is to be kept."""
    onward = Signal()
    takes_over = Signal()
    """What was slid on a rig of one's own is to be put into the document."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking for what could be had"))
        self.attempt: Attempt | None = None
        self.over = False
        self.motors: MotorsOn | None = None
        self.clock: Callable[[], float] = time.monotonic
        self._then = 0.0
        self._counts_next = False
        """It is to be counted as soon as it is known what could be had."""
        self.picture = Picture()
        self.picture.pressed.connect(self._key)
        self.picture.moved.connect(self._acted)
        self.picture.refused.connect(self.refuse)
        self.title, self.task = text_label(bold=True, points=13), text_label()
        self.state, self.said = text_label(), text_label()
        self.tracks = TrackRows()
        self.tracks.asks.connect(lambda key: self._do(partial(self._asked, key)))
        self.tracks.slid.connect(self._slid)
        self.result = ResultPanel(session)
        self.result.onward.clicked.connect(self.onward)
        self.result.again.clicked.connect(self.begin_again)
        self.controls = Controls()
        self.axis, self.buttons = self.controls.axis, self.controls.buttons
        self.controls.pressed.connect(self._pressed)
        self.axis.activated.connect(lambda _row: self.show_state())
        self._lay_out()
        self.frame = QTimer(self, interval=FRAME_MS)
        self.frame.setTimerType(Qt.TimerType.PreciseTimer)
        self.frame.timeout.connect(self._tick)
        self.job.found.connect(self._found)
        self.motor_job = session.jobs.new(say("Working out what the motors do"))
        self.motor_job.found.connect(self._motors_found)

    @property
    def _acts(self) -> dict[str, Callable[[], object]]:
        """What each button does."""
        trainer, each = self.trainer, self.turnable
        return {
            "go": lambda: deeds.let_go_or_hold(trainer), "tip": lambda: deeds.tip(trainer),
            "walk": lambda: deeds.walk(trainer), "upright": trainer.upright,
            "back": lambda: deeds.aim(trainer, each, -1), "forth": lambda: deeds.aim(trainer, each, 1),
            "push": lambda: deeds.push(trainer, each, 1), "spin": lambda: deeds.spin(trainer, each, 1),
            "lock": lambda: deeds.lock(trainer, each), "hint": self._hint, "numbers": self._numbers,
            "count": self.count, "again": self.begin_again, "take": self.takes_over.emit,
        }  # fmt: skip

    def _pressed(self, name: str) -> None:
        if self.attempt is not None:
            self._do(self._acts[name])

    def _lay_out(self) -> None:
        whole = self.column()
        columns = self.stacks(QHBoxLayout())
        columns.setSpacing(16)
        left = QVBoxLayout()
        left.addWidget(self.picture, 1)
        first = self.stacks(QHBoxLayout(), 560.0)
        for name in ("go", "tip", "walk", "upright"):
            first.addWidget(self.buttons[name])
        first.addWidget(self.state, 1)
        second = self.stacks(QHBoxLayout(), 420.0)
        second.addWidget(self.axis)
        for name in ("back", "forth", "push", "spin", "lock"):
            second.addWidget(self.buttons[name])
        second.addStretch(1)
        left.addLayout(first)
        left.addLayout(second)
        columns.addLayout(left, 3)
        side = QWidget()
        column = QVBoxLayout(side)
        column.setContentsMargins(0, 0, 6, 0)
        column.setSpacing(6)
        column.addWidget(self.title)
        column.addWidget(self.task)
        column.addWidget(self.tracks)
        keys = QHBoxLayout()
        for name in ("hint", "numbers"):
            keys.addWidget(self.buttons[name])
        column.addLayout(keys)
        ends = QHBoxLayout()
        for name in ("count", "take", "again"):
            ends.addWidget(self.buttons[name])
        column.addLayout(ends)
        column.addWidget(self.said)
        column.addWidget(self.result)
        column.addStretch(1)
        self.side = column_of(side)
        self.side.setMinimumWidth(round(grown(COLUMN_PX)))
        self.side.setMinimumHeight(round(grown(200)))
        self.side.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Expanding)
        columns.addWidget(self.side, 1)
        whole.addLayout(columns, 1)

    @property
    def first_focus(self) -> QWidget:
        """The picture: all keys go there."""
        return self.picture

    @property
    def trainer(self) -> Trainer:
        """Who has the rig."""
        assert self.attempt is not None  # nothing is done where nothing is shown
        return self.attempt.trainer

    @property
    def turnable(self) -> Turnable:
        """What is chosen to be turned."""
        rows = self.trainer.rigged.turnables
        return next((each for each in rows if each.key == self.axis.currentData()), rows[0])

    # an attempt

    def take_up(self, attempt: Attempt) -> None:
        """Practise on this one."""
        self.attempt, self.over, self.motors = attempt, False, None
        self.picture.over = False
        self.picture.chosen = attempt.trainer.tracks[0].key if attempt.trainer.tracks else ""
        rows = [(self.session.tell(each.name), each.key) for each in attempt.trainer.rigged.turnables]
        self.axis.offer(rows, rows[-1][1])
        self.axis.setCurrentIndex(self._usual_axis(attempt))
        self.picture.numbers, self.picture.axis = False, ""
        self.picture.show_attempt(attempt)
        show_text(self.said, "", self.theme.ink)
        self.frame.stop()
        self.job.cancel()
        self.motor_job.cancel()
        self._counts_next, self._then = False, self.clock()
        self.refresh()

    def _usual_axis(self, attempt: Attempt) -> int:
        """What is looked at first: the innermost of several axes, the nose of what turns any way."""
        keys = [each.key for each in attempt.trainer.rigged.turnables]
        return keys.index("nod") if "nod" in keys else len(keys) - 1

    def begin_again(self) -> None:
        """The same once more, from the start."""
        if self.attempt is not None:
            self.attempt.again()
            self.take_up(self.attempt)
            self.picture.setFocus(Qt.FocusReason.OtherFocusReason)

    def count(self) -> None:
        """It is over: how it counts, what the symptoms meant, and the motors."""
        attempt = self.attempt
        if attempt is None or self.over or not attempt.counts:
            return
        self._idle()
        self.trainer.hold()
        self.picture.grip.release()
        self.frame.stop()
        if attempt.best is None:
            self._counts_next = True
            show_text(self.said, say("In a moment: it is being looked for what could be had."), self.theme.quiet)
            self._look_for_best()
            return
        self.over = self.picture.over = True
        if attempt.motors_come_on:
            self.motor_job.start(partial(work_out_motors, attempt))
        self.counted.emit()
        self.refresh()
        self.result.onward.setFocus(Qt.FocusReason.OtherFocusReason)

    def _look_for_best(self) -> None:
        """What could be had is looked for beside the interface, until it is known."""
        attempt = self.attempt
        if attempt is not None and attempt.best is None and attempt.counts and not self.job.running:
            self.job.start(partial(look_for_best, attempt))

    def _found(self, found: Best) -> None:
        if self.attempt is not None and self.attempt.best is None:
            self.attempt.best = found
            if self._counts_next:
                self._counts_next = False
                self.count()

    def _motors_found(self, found: MotorsOn) -> None:
        self.motors = found
        self.refresh()

    @property
    def waits(self) -> bool:
        """Whether something is still to come."""
        return super().waits or self.motor_job.running

    # showing

    def refresh(self) -> None:
        """Show the attempt as it stands."""
        self.picture.theme = self.result.theme = self.theme
        attempt = self.attempt
        for widget in (self.side, self.axis, *self.buttons.values()):
            widget.setVisible(attempt is not None)
        if attempt is None:
            show_text(self.state, say("Choose a step of the course, or a rig of your own."), self.theme.quiet)
            self.picture.look_again()
            return
        number = next((k for k, each in enumerate(COURSE, 1) if each.key == attempt.exercise.key), 0)
        tell = self.session.tell
        name = f"{tell(attempt.exercise.title)}: {attempt.analysis.setup.name}" if attempt.free else (
            f"{number}/{len(COURSE)} · {tell(attempt.exercise.title)}"
        )  # fmt: skip
        show_text(self.title, name, self.theme.ink)
        show_text(self.task, "" if self.over else tell(attempt.task), self.theme.ink)
        self.result.setVisible(self.over)
        self.tracks.setVisible(not self.over)
        for key in ("hint", "numbers", "count", "again"):
            self.buttons[key].setVisible(not self.over and (attempt.counts or key in ("numbers", "again")))
        self.buttons["take"].setVisible(attempt.free and bool(attempt.trainer.tracks))
        if self.over:
            last = number in (0, len(COURSE))
            onward = say("Back to the course") if last else say("Next step")
            self.result.show_result(
                attempt, self.motors, onward, looking=self.motors is None and self.motor_job.running
            )
            show_text(self.said, "", self.theme.ink)
        self.picture.look_again()
        self.show_state()
        self._look_for_best()

    def show_state(self) -> None:
        """How it stands: held or not, and what can be done on this stand."""
        attempt = self.attempt
        if attempt is None:
            return
        trainer = attempt.trainer
        if self.picture.axis != self.turnable.key:
            self.picture.axis = self.turnable.key
            self.picture.update()
        self.controls.show_state(trainer, self.turnable, over=self.over, numbers=self.picture.numbers)
        if trainer.caught:
            show_text(self.state, say("▲ It fell; hands have caught it."), self.theme.tip)
        elif trainer.held:
            show_text(self.state, say("Held"), self.theme.hold)
        else:
            said = say("Let go: it stands") if trainer.still else say("Let go: it moves")
            show_text(self.state, said, self.theme.ink)
        describe(self.picture, self.state.text())
        self.tracks.show_tracks(
            attempt, self.picture.chosen, self.theme, self.session.document.display, numbers=self.picture.numbers
        )

    # time

    def _tick(self) -> None:
        now = self.clock()
        past, self._then = now - self._then, now
        trainer = self.trainer
        trainer.advance(past)
        self.picture.update()
        self.show_state()
        cannot = self.attempt.cannot if self.attempt is not None else ""
        if cannot and not self.said.text():
            show_text(self.said, self.session.tell(cannot), self.theme.tip)
        if (trainer.held or trainer.still) and not trainer.loose and self.picture.grip.does == "nothing":
            self.frame.stop()

    def _acted(self) -> None:
        """Something was done: time runs as long as anything moves."""
        self.picture.update()
        self.show_state()
        if not self.frame.isActive() and self.isVisible() and not self.over:
            self._idle()
            self.frame.start(STILL_FRAME_MS if self.session.chosen.now.still else FRAME_MS)

    def _idle(self) -> None:
        """Somebody looked and thought while nothing moved: that takes time, too; who went away is not timed."""
        now = self.clock()
        if not self.frame.isActive() and self.attempt is not None:
            self.trainer.seconds += min(now - self._then, LONGEST_THOUGHT_S)
        self._then = now

    def showEvent(self, event: object) -> None:
        """It is looked at again: what was not seen is not timed."""
        super().showEvent(event)  # type: ignore[arg-type]
        self._then = self.clock()

    def leave(self) -> None:
        if self.isVisible() and not self.over:
            self._idle()
        super().leave()
        self.motor_job.cancel()
        self._counts_next = False
        self.frame.stop()
        self.picture.grip.release()

    # what is done

    def _do(self, act: Callable[[], object]) -> None:
        if self.attempt is None:
            return
        show_text(self.said, "", self.theme.ink)
        try:
            act()
        except EquilixError as error:
            self.refuse(error)
        if not self.over:
            self._acted()

    def refuse(self, error: EquilixError) -> None:
        """Say what could not be done, and why."""
        show_text(self.said, self.session.tell(error.said), self.theme.tip)

    def _key(self, event: QKeyEvent) -> None:
        if self.attempt is None or self.over:
            return
        act = self._act_of(event.key(), coarse=bool(event.modifiers() & Qt.KeyboardModifier.ShiftModifier))
        if act is not None:
            event.accept()
            self._do(act)

    def _act_of(self, key: int, *, coarse: bool) -> Callable[[], object] | None:
        """What a key does; None where it does nothing here."""
        trainer, picture = self.trainer, self.picture
        match key:
            case Qt.Key.Key_Up | Qt.Key.Key_Down:
                return lambda: setattr(picture, "chosen", deeds.next_track(trainer, picture.chosen, _sign(key)))
            case Qt.Key.Key_Left | Qt.Key.Key_Right:
                by_m = (COARSE_M if coarse else FINE_M) * _sign(key)
                return lambda: deeds.slide_by(trainer, picture.chosen, by_m)
            case Qt.Key.Key_L:
                return lambda: self._asked(picture.chosen)
            case Qt.Key.Key_T:
                return lambda: self.axis.setCurrentIndex((self.axis.currentIndex() + 1) % self.axis.count())
            case Qt.Key.Key_P | Qt.Key.Key_S if coarse:
                back = deeds.push if key == Qt.Key.Key_P else deeds.spin
                return lambda: back(trainer, self.turnable, -1)
        return self.controls.click_of(key)

    def _asked(self, key: str) -> None:
        self.picture.chosen = key
        deeds.loosen_or_clamp(self.trainer, key)
        self._acted()

    def _slid(self, key: str, to_m: float) -> None:
        self.picture.chosen = key
        self._do(partial(self.trainer.slide, key, to_m))

    def _hint(self) -> None:
        if self.attempt is not None:
            show_text(self.said, self.session.tell(self.attempt.hint()), self.theme.ink)

    def _numbers(self) -> None:
        self.picture.numbers = not self.picture.numbers


def _sign(key: int) -> int:
    return -1 if key in (Qt.Key.Key_Up, Qt.Key.Key_Left) else 1
