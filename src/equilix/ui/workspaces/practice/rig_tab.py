"""The rig that is practised on: let go, look, hold, loosen, slide, clamp; by mouse, and all of it by keys."""

from __future__ import annotations

import time
from collections.abc import Callable, Iterator
from functools import partial
from typing import Final

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QKeyEvent, QKeySequence
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from equilix.errors import Called, EquilixError
from equilix.practice.attempt import Attempt
from equilix.practice.exercises import COURSE
from equilix.practice.motors import MotorsOn, motors_on
from equilix.practice.rigged import Turnable
from equilix.practice.scoring import Best, best_of
from equilix.practice.trainer import Trainer
from equilix.ui.session import Session
from equilix.ui.theme import grown
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import on_button, show_text, text_label
from equilix.ui.workspaces.page import column_of
from equilix.ui.workspaces.practice import deeds
from equilix.ui.workspaces.practice.picture import Picture
from equilix.ui.workspaces.practice.result_panel import ResultPanel
from equilix.ui.workspaces.practice.track_rows import TrackRows
from equilix.ui.workspaces.tab import WorkTab
from equilix.words.language import say

FRAME_MS: Final = 16
COLUMN_PX: Final = 320.0
FINE_M, COARSE_M = 0.001, 0.010


class RigTab(WorkTab):
    """One attempt. While its rig is let go, time runs; else nothing is painted."""

    counted = Signal()
    """It is over: what it counted is to be kept."""
    onward = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Looking for what could be had"))
        self.attempt: Attempt | None = None
        self.over = False
        self.motors: MotorsOn | None = None
        self.clock: Callable[[], float] = time.monotonic
        self._then = 0.0
        self.picture = Picture()
        self.picture.pressed.connect(self._key)
        self.picture.moved.connect(self._acted)
        self.picture.refused.connect(self._refuse)
        self.title, self.task = text_label(bold=True, points=13), text_label()
        self.state, self.said = text_label(), text_label()
        self.tracks = TrackRows()
        self.tracks.asks.connect(lambda key: self._do(partial(self._asked, key)))
        self.tracks.slid.connect(self._slid)
        self.result = ResultPanel(session)
        self.result.onward.clicked.connect(self.onward)
        self.result.again.clicked.connect(self.begin_again)
        self._buttons()
        self._lay_out()
        self.frame = QTimer(self, interval=FRAME_MS)
        self.frame.setTimerType(Qt.TimerType.PreciseTimer)
        self.frame.timeout.connect(self._tick)
        self.job.found.connect(self._found)

    def _buttons(self) -> None:
        self.axis = ChoiceBox()
        self.axis.setAccessibleName(say("What is turned, pushed, spun and locked"))
        self.axis.activated.connect(lambda _row: self.show_state())
        rows: tuple[tuple[str, str, str, Callable[[], None]], ...] = (
            ("go", say("Let go"), "Space", lambda: deeds.let_go_or_hold(self.trainer)),
            ("back", "−", ",", lambda: deeds.aim(self.trainer, self.turnable, -1)),
            ("forth", "+", ".", lambda: deeds.aim(self.trainer, self.turnable, 1)),
            ("push", say("Push"), "P", lambda: deeds.push(self.trainer, self.turnable, 1)),
            ("spin", say("Spin"), "S", lambda: deeds.spin(self.trainer, self.turnable, 1)),
            ("lock", say("Lock"), "K", lambda: deeds.lock(self.trainer, self.turnable)),
            ("tip", say("Tip it"), "H", lambda: deeds.tip(self.trainer)),
            ("walk", say("Walk"), "W", lambda: deeds.walk(self.trainer)),
            ("upright", say("Upright"), "U", self._upright),
            ("hint", say("Hint"), "I", self._hint),
            ("numbers", say("Figures"), "N", self._numbers),
            ("count", say("Count it"), "C", self.count),
            ("again", say("Begin again"), "R", self.begin_again),
        )
        self.buttons: dict[str, QPushButton] = {}
        self.by_key: dict[str, str] = {}
        self.names: dict[str, str] = {}
        for name, text, key, act in rows:
            button = QPushButton(on_button(text if name in ("back", "forth") else f"{text} ({key})"))
            button.clicked.connect(partial(self._do, act))
            button.setFocusPolicy(Qt.FocusPolicy.TabFocus)
            self.buttons[name], self.by_key[key], self.names[name] = button, name, text
        self.buttons["back"].setAccessibleName(say("Turn it back"))
        self.buttons["forth"].setAccessibleName(say("Turn it on"))
        self.buttons["numbers"].setCheckable(True)

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
        for name in ("count", "again"):
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
        self.picture.chosen = attempt.trainer.tracks[0].key if attempt.trainer.tracks else ""
        rows = [(self.session.tell(each.name), each.key) for each in attempt.trainer.rigged.turnables]
        self.axis.offer(rows, rows[-1][1])
        self.axis.setCurrentIndex(self._usual_axis(attempt))
        self.picture.numbers = False
        self.picture.show_attempt(attempt)
        show_text(self.said, "", self.theme.ink)
        self.frame.stop()
        if attempt.best is None:
            self.job.start(partial(_best, attempt))
        self.refresh()

    def _usual_axis(self, attempt: Attempt) -> int:
        """What is looked at first: the innermost of several axes, the nose of what turns any way."""
        keys = [each.key for each in attempt.trainer.rigged.turnables]
        return keys.index("nod") if "nod" in keys else len(keys) - 1

    def begin_again(self) -> None:
        """The same once more, from the start."""
        if self.attempt is not None:
            best = self.attempt.best
            self.attempt.again()
            self.attempt.best = best
            self.take_up(self.attempt)
            self.picture.setFocus(Qt.FocusReason.OtherFocusReason)

    def count(self) -> None:
        """It is over: how it counts, what the symptoms meant, and the motors."""
        if self.attempt is None or self.over or not self.attempt.counts:
            return
        self.trainer.hold()
        self.frame.stop()
        self.over = True
        if self.attempt.exercise.motors or (self.attempt.free and self.trainer.stand == "gimbal"):
            self.job.start(partial(_motors, self.attempt))
        self.counted.emit()
        self.refresh()
        if self.attempt is not None:
            self.result.onward.setFocus(Qt.FocusReason.OtherFocusReason)

    def _found(self, found: object) -> None:
        if isinstance(found, MotorsOn):
            self.motors = found
        elif isinstance(found, Best) and self.attempt is not None and found is not self.attempt.best:
            self.attempt.best = found
        self.refresh()

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
        if self.over:
            last = number in (0, len(COURSE))
            onward = say("Back to the course") if last else say("Next step")
            self.result.show_result(attempt, self.motors, onward)
            show_text(self.said, "", self.theme.ink)
        self.picture.look_again()
        self.show_state()

    def show_state(self) -> None:
        """How it stands: held or not, and what can be done on this stand."""
        attempt = self.attempt
        if attempt is None:
            return
        trainer, buttons = attempt.trainer, self.buttons
        go = say("Let go") if trainer.held or trainer.caught else say("Hold it")
        buttons["go"].setText(on_button(f"{go} (Space)"))
        each = self.turnable
        locked = bool(trainer.moving.locked[each.row])
        buttons["lock"].setText(on_button(f"{say('Unlock') if locked else say('Lock')} (K)"))
        buttons["lock"].setVisible(each.locks)
        buttons["tip"].setVisible(trainer.rigged.tips)
        buttons["walk"].setVisible(trainer.rigged.walks)
        buttons["walk"].setText(on_button(f"{say('Stand still') if trainer.walking else say('Walk')} (W)"))
        for key in ("go", "push", "spin", "tip", "walk", "upright", "back", "forth", "lock"):
            buttons[key].setEnabled(not self.over)
        buttons["numbers"].setChecked(self.picture.numbers)
        if trainer.caught:
            show_text(self.state, say("▲ It fell; hands have caught it."), self.theme.tip)
        elif trainer.held:
            show_text(self.state, say("Held"), self.theme.hold)
        else:
            said = say("Let go: it stands") if trainer.still else say("Let go: it moves")
            show_text(self.state, said, self.theme.ink)
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
            self._then = self.clock()
            self.frame.start()

    def leave(self) -> None:
        super().leave()
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
            self._refuse(error)
        self._acted()

    def _refuse(self, error: EquilixError) -> None:
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
        button = self.buttons.get(self.by_key.get(QKeySequence(key).toString(), ""))
        return button.click if button is not None and button.isVisible() and button.isEnabled() else None

    def _asked(self, key: str) -> None:
        self.picture.chosen = key
        deeds.loosen_or_clamp(self.trainer, key)
        self._acted()

    def _slid(self, key: str, to_m: float) -> None:
        self.picture.chosen = key
        self._do(partial(self.trainer.slide, key, to_m))

    def _upright(self) -> None:
        self.trainer.upright()

    def _hint(self) -> None:
        if self.attempt is not None:
            show_text(self.said, self.session.tell(self.attempt.hint()), self.theme.ink)

    def _numbers(self) -> None:
        self.picture.numbers = not self.picture.numbers


def _sign(key: int) -> int:
    return -1 if key in (Qt.Key.Key_Up, Qt.Key.Key_Left) else 1


def _best(attempt: Attempt, called_off: Called) -> Iterator[Best]:
    found = best_of(attempt.start, attempt.exercise, called_off)
    if found is not None:
        yield found


def _motors(attempt: Attempt, called_off: Called) -> Iterator[MotorsOn]:
    del called_off
    found = motors_on(attempt.analysis)
    if found is not None:
        yield found
